#include "files/file_bytes.h"

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include <QByteArrayView>
#include <QCryptographicHash>
#include <QFile>
#include <QFileInfo>
#include <QSaveFile>
#include <cerrno>

#include "core/base/utf8.h"

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

// By the system's calls, since a name need not be text: Qt opens only names that are.
Result<std::string> readFile(const std::string& path, long long most) {
  const int handle = ::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK);
  if (handle < 0) {
    if (errno == ENOENT || errno == ENOTDIR) {
      return failure(ErrorCode::FileMissing, "there is no such file; check the path", path);
    }
    return failure(
        ErrorCode::FileUnreadable,
        "cannot be read (" + qt_error_string(errno).toStdString() + "); check its permissions",
        path);
  }
  QFile file;
  file.open(handle, QIODevice::ReadOnly, QFileDevice::AutoCloseHandle);
  struct stat info = {};
  if (::fstat(handle, &info) != 0 || S_ISDIR(info.st_mode)) {
    return failure(ErrorCode::FileUnreadable, "is a folder; choose a file in it", path);
  }
  // Reading a pipe would wait for a writer forever.
  if (!S_ISREG(info.st_mode)) {
    return failure(ErrorCode::FileUnreadable, "is not a regular file; copy its content to one",
                   path);
  }
  if (info.st_size > most) {
    return failure(ErrorCode::FileUnreadable,
                   "is larger than " + std::to_string(most >> 20) + " MiB; choose a smaller file",
                   path);
  }
  std::string bytes(static_cast<std::size_t>(info.st_size), '\0');
  const qint64 read = file.read(bytes.data(), static_cast<qint64>(bytes.size()));
  if (read < 0 || file.error() != QFileDevice::NoError) {
    return failure(ErrorCode::FileUnreadable,
                   "cannot be read (" + file.errorString().toStdString() + "); check the disk",
                   path);
  }
  bytes.resize(static_cast<std::size_t>(read));
  return bytes;
}

Result<void> writeFileAtomically(const std::string& path, std::string_view bytes) {
  // Qt would write another file, whose name has other characters in place of these bytes.
  if (!isUtf8(path)) {
    return failure(ErrorCode::FileUnwritable, "has a name that is not UTF-8 text; rename it first",
                   escapedUtf8(path));
  }
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
  // Flushed here, so that a full disk is detected before commit, which would replace the old file
  // by an empty one.
  if (!file.flush() || file.error() != QFileDevice::NoError) {
    const auto refusal = refuse();
    file.cancelWriting();
    return refusal;
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
