#include "desktop/shell/recent_projects.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QSettings>
#include <QStandardPaths>

namespace amber {
namespace {

constexpr int kMostRecent = 8;
constexpr const char* kRecentKey = "recentProjects";

QString thumbFolder() {
  return QStandardPaths::writableLocation(QStandardPaths::CacheLocation) + "/thumbnails";
}

QString thumbFile(const QString& path) {
  const QByteArray hash = QCryptographicHash::hash(path.toUtf8(), QCryptographicHash::Sha256);
  return thumbFolder() + "/" + QString::fromLatin1(hash.toHex().left(32)) + ".png";
}

}  // namespace

QStringList recentProjects() {
  return QSettings().value(kRecentKey).toStringList();
}

void rememberProject(const QString& path) {
  QStringList recent = recentProjects();
  recent.removeAll(path);
  recent.prepend(path);
  for (const QString& old : recent.mid(kMostRecent)) QFile::remove(thumbFile(old));
  QSettings().setValue(kRecentKey, recent.mid(0, kMostRecent));
}

void forgetProject(const QString& path) {
  QStringList recent = recentProjects();
  recent.removeAll(path);
  QSettings().setValue(kRecentKey, recent);
  QFile::remove(thumbFile(path));
}

QImage recentThumb(const QString& path) {
  return QImage(thumbFile(path));
}

void rememberThumb(const QString& path, const QImage& thumb) {
  if (!thumb.isNull() && QDir().mkpath(thumbFolder())) thumb.save(thumbFile(path));
}

}  // namespace amber
