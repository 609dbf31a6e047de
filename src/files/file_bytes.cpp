#include "files/file_bytes.h"

#include <fcntl.h>
#include <unistd.h>

#include <QByteArrayView>
#include <QCryptographicHash>
#include <QFile>
#include <QFileInfo>
#include <QSaveFile>

namespace amber {
namespace {

// The rename itself must reach the disk too; QSaveFile syncs only the file.
void syncFolder(const QString& folder) {
  const int handle = ::open(QFile::encodeName(folder).constData(), O_RDONLY | O_DIRECTORY);
  if (handle < 0) return;
  ::fsync(handle);
  ::close(handle);
}

}  // namespace

Result<std::string> readFile(const std::string& path, long long most) {
  const QFileInfo info(QString::fromStdString(path));
  if (!info.exists()) {
    return failure(ErrorCode::FileMissing, "there is no such file; check the path", path);
  }
  if (info.isDir()) {
    return failure(ErrorCode::FileUnreadable, "is a folder; choose a file in it", path);
  }
  // Opening a pipe would wait for a writer forever.
  if (!info.isFile()) {
    return failure(ErrorCode::FileUnreadable, "is not a regular file; copy its content to one",
                   path);
  }
  if (info.size() > most) {
    return failure(ErrorCode::FileUnreadable,
                   "is larger than " + std::to_string(most >> 20) + " MiB; choose a smaller file",
                   path);
  }
  QFile file(info.filePath());
  if (!file.open(QIODevice::ReadOnly)) {
    return failure(
        ErrorCode::FileUnreadable,
        "cannot be read (" + file.errorString().toStdString() + "); check its permissions", path);
  }
  const QByteArray bytes = file.read(most);
  if (file.error() != QFileDevice::NoError) {
    return failure(ErrorCode::FileUnreadable,
                   "cannot be read (" + file.errorString().toStdString() + "); check the disk",
                   path);
  }
  return bytes.toStdString();
}

Result<void> writeFileAtomically(const std::string& path, std::string_view bytes) {
  const QString name = QString::fromStdString(path);
  QSaveFile file(name);
  const auto refuse = [&] {
    return failure(ErrorCode::FileUnwritable,
                   "cannot be written (" + file.errorString().toStdString() +
                       "); what was there is unchanged; check folder, permissions and space",
                   path);
  };
  if (!file.open(QIODevice::WriteOnly)) return refuse();
  if (file.write(bytes.data(), static_cast<qint64>(bytes.size())) !=
      static_cast<qint64>(bytes.size())) {
    return refuse();
  }
  if (!file.commit()) return refuse();
  syncFolder(QFileInfo(name).absolutePath());
  return {};
}

Result<std::string> fileHash(const std::string& path) {
  // Projects and images alike are smaller.
  const auto bytes = readFile(path, 1LL << 30);
  if (!bytes) return tl::unexpected(bytes.error());
  return contentHash(*bytes);
}

std::string contentHash(std::string_view bytes) {
  QCryptographicHash hash(QCryptographicHash::Sha256);
  hash.addData(QByteArrayView(bytes.data(), static_cast<qsizetype>(bytes.size())));
  return "sha256:" + hash.result().toHex().toStdString();
}

}  // namespace amber
