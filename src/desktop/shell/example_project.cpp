#include "desktop/shell/example_project.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>

namespace amber {

Result<QString> exampleProjectIn(const QString& folder) {
  const QDir from(":/example");
  const QDir to(folder + "/Glasshouse Night");
  const QString project = to.filePath("glasshouse_night.amber");
  if (QFileInfo::exists(project)) return project;
  // The project last: a copy that was interrupted is then made again.
  QStringList files;
  QDirIterator all(from.path(), QDir::Files, QDirIterator::Subdirectories);
  while (all.hasNext()) files << from.relativeFilePath(all.next());
  files.sort();
  files.removeAll("glasshouse_night.amber");
  files << "glasshouse_night.amber";
  for (const QString& file : files) {
    const QString target = to.filePath(file);
    QDir().mkpath(QFileInfo(target).absolutePath());
    QFile::remove(target);
    // What is in the program is read-only; the copy is to be worked on.
    const bool copied = QFile::copy(from.filePath(file), target) &&
                        QFile::setPermissions(target, QFile::ReadOwner | QFile::WriteOwner |
                                                          QFile::ReadGroup | QFile::ReadOther);
    if (!copied) {
      return failure(ErrorCode::FileUnwritable,
                     "the example cannot be copied here; make room or allow writing to this folder",
                     target.toStdString());
    }
  }
  return project;
}

}  // namespace amber
