// Taking images in, of session.h.
#include <QFileInfo>

#include "desktop/session.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "work/art/image_search.h"
#include "work/art/import_sheet.h"
#include "work/project/recovery.h"

namespace amber {
namespace {

// What came of reading images.
struct Imported {
  std::vector<ImportedSheet> sheets;
  QStringList errors;
  int total = 0;
  bool stopped = false;
};

Imported importedFrom(const std::string& folder, const std::vector<std::string>& given,
                      const Progress& progress) {
  Imported result;
  const std::vector<std::string> files = imageFilesIn(given);
  result.total = static_cast<int>(files.size());
  int done = 0;
  for (const std::string& file : files) {
    if (progress.cancelled()) break;
    progress.at(done++, result.total);
    auto sheet = importSheet(folder, file);
    if (sheet) {
      sheet->image = {};  // It is read again when it is shown; a folder's would not all fit.
      result.sheets.push_back(std::move(*sheet));
    } else {
      result.errors.push_back(QString::fromStdString(describe(sheet.error())));
    }
  }
  result.stopped = progress.cancelled();
  return result;
}

}  // namespace

// Whether there is a project for the images; one is begun or opened in their folder.
bool ProjectSession::readyForImages(const QString& given) {
  if (hasProject()) return true;
  const QFileInfo first(given);
  const QString folder = first.isDir() ? first.absoluteFilePath() : first.absolutePath();
  const QString path =
      folder + "/" + QFileInfo(folder).fileName() + QString::fromUtf8(kProjectEnding.data());
  const bool there = QFileInfo::exists(path) ||
                     QFileInfo::exists(QString::fromStdString(recoveryPath(path.toStdString())));
  const auto ready = there ? open(path) : begin(path);
  if (!ready) emit failed(QString::fromStdString(describe(ready.error())));
  return ready.has_value();
}

void ProjectSession::importImages(const QStringList& paths) {
  if (paths.isEmpty() || !readyForImages(paths.front())) return;
  std::vector<std::string> given;
  for (const QString& path : paths) given.push_back(path.toStdString());
  background_.run(
      this, tr("Reading images"),
      [this, given, store = store_, folder = QFileInfo(path()).absolutePath().toStdString()](
          const Progress& progress) -> Background::Finish {
        auto result = std::make_shared<Imported>(importedFrom(folder, given, progress));
        return [this, store, result] {
          for (const QString& error : result->errors) emit failed(error);
          if (store != store_) return;
          if (result->total == 0) {
            emit failed(tr("None of these files is an image that can be read."));
          }
          addImported(result->sheets);
          if (result->stopped) {
            emit told(tr("Stopped: %1 of %2 images added.")
                          .arg(result->sheets.size())
                          .arg(result->total));
          }
        };
      });
}

void ProjectSession::addImported(const std::vector<ImportedSheet>& imported) {
  std::vector<Edit> edits;
  std::uint32_t id = committed_.nextId;
  Selection reveal = selection_;
  for (const ImportedSheet& one : imported) {
    if (findSheet(committed_, one.sheet.path) != nullptr) {
      emit told(tr("%1 is already in the project.").arg(QString::fromStdString(one.sheet.path)));
      continue;
    }
    Sheet sheet = one.sheet;
    sheet.id = {id++};
    // The first of several is where one begins.
    if (edits.empty()) reveal.sheet = sheet.id;
    edits.emplace_back(PutSheet{std::move(sheet)});
  }
  if (edits.empty()) return;
  perform(edits.size() == 1 ? tr("Add a sheet") : tr("Add %1 sheets").arg(edits.size()), edits,
          reveal);
}

}  // namespace amber
