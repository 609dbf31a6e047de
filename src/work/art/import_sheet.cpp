#include "work/art/import_sheet.h"

#include <QDir>
#include <QFileInfo>

#include "core/base/utf8.h"
#include "core/image/ink/background_alpha.h"
#include "core/project/validation/valid_project.h"
#include "files/file_bytes.h"

namespace amber {
namespace {

constexpr long long kLargestImageFile = 1LL << 30;

// The path below the folder, with forward slashes; empty when it lies elsewhere.
std::string pathWithin(const QString& folder, const QString& file) {
  const QString base = QFileInfo(folder).canonicalFilePath();
  const QString path = QFileInfo(file).canonicalFilePath();
  if (base.isEmpty() || !path.startsWith(base + "/")) return {};
  return path.mid(base.size() + 1).toStdString();
}

Result<std::string> copiedInto(const std::string& folder, const std::string& imagePath) {
  auto bytes = readFile(imagePath, kLargestImageFile);
  if (!bytes) return tl::unexpected(bytes.error());
  // A file name that is not text gets a new name, because the project file contains only text.
  const QFileInfo source(QString::fromStdString(escapedUtf8(imagePath)));
  if (!QDir().mkpath(QString::fromStdString(folder + "/sheets"))) {
    return failure(ErrorCode::FileUnwritable,
                   "the folder for sheets cannot be made; check "
                   "permissions and space",
                   folder + "/sheets");
  }
  for (int number = 1;; ++number) {
    const QString name =
        number == 1
            ? source.fileName()
            : QString("%1_%2.%3").arg(source.completeBaseName()).arg(number).arg(source.suffix());
    const std::string relative = "sheets/" + name.toStdString();
    const std::string target = folder + "/" + relative;
    if (!QFileInfo::exists(QString::fromStdString(target))) {
      if (auto done = writeFileAtomically(target, *bytes); !done) {
        return tl::unexpected(done.error());
      }
      return relative;
    }
    const auto there = readFile(target, kLargestImageFile);
    if (there && *there == *bytes) return relative;
  }
}

}  // namespace

Result<ImportedSheet> importSheet(const std::string& projectFolder, const std::string& imagePath) {
  auto file = readImage(imagePath);
  if (!file) return tl::unexpected(file.error());
  ImportedSheet imported;
  imported.sheet.path =
      pathWithin(QString::fromStdString(projectFolder), QString::fromStdString(imagePath));
  if (imported.sheet.path.empty()) {
    auto copied = copiedInto(projectFolder, imagePath);
    if (!copied) return tl::unexpected(copied.error());
    imported.sheet.path = *copied;
  }
  if (!staysInFolder(imported.sheet.path)) {
    return failure(ErrorCode::BadValue, "the name holds a backslash; rename the image", imagePath);
  }
  imported.sheet.hash = file->hash;
  imported.sheet.size = file->image.size();
  imported.sheet.pictures = std::move(file->pictures);
  imported.image = std::move(file->image);
  imported.sheet.ink.faint = visibleInkThreshold(imported.image);
  return imported;
}

}  // namespace amber
