#include "files/source_folder.h"

#include <fnmatch.h>

#include <algorithm>
#include <filesystem>

#include "core/base/utf8.h"
#include "files/file_bytes.h"

namespace amber {
namespace {

namespace fs = std::filesystem;

constexpr long long kMostSourceBytes = 64LL * 1024 * 1024;
constexpr std::size_t kMostSourceText = std::size_t{2} * 1024 * 1024 * 1024;

bool isIgnored(const fs::path& relative, const std::vector<std::string>& patterns) {
  const std::string whole = relative.generic_string();
  const std::string name = relative.filename().string();
  return name == ".git" ||
         std::any_of(patterns.begin(), patterns.end(), [&](const std::string& pattern) {
           return fnmatch(pattern.c_str(), whole.c_str(), 0) == 0 ||
                  fnmatch(pattern.c_str(), name.c_str(), 0) == 0;
         });
}

}  // namespace

Result<std::vector<CodeFile>> sourceFolder(const std::string& folder,
                                           const std::vector<std::string>& ignored,
                                           const Progress& progress) {
  std::error_code error;
  if (!fs::exists(folder, error)) {
    return failure(ErrorCode::FileMissing, "there is no such folder; check the path", folder);
  }
  fs::recursive_directory_iterator at(folder, fs::directory_options::skip_permission_denied, error);
  if (error)
    return failure(ErrorCode::FileUnreadable, "cannot be read: " + error.message(), folder);
  std::vector<CodeFile> files;
  std::size_t bytes = 0;
  for (const fs::recursive_directory_iterator end; !error && at != end && !progress.cancelled();
       at.increment(error)) {
    const fs::path relative = at->path().lexically_relative(folder);
    if (isIgnored(relative, ignored)) {
      std::error_code gone;
      if (at->is_directory(gone)) at.disable_recursion_pending();
      continue;
    }
    std::error_code gone;
    // What a link leads to is read where it is, or not at all: no diff may change it here.
    if (at->is_symlink(gone) || !at->is_regular_file(gone)) continue;
    auto text = readFile(at->path().string(), kMostSourceBytes);
    if (!text || text->find('\0') != std::string::npos || !isUtf8(*text)) continue;
    bytes += text->size();
    if (bytes > kMostSourceText) {
      return failure(ErrorCode::BadValue, "contains more than 2 GB of text; exclude some paths",
                     folder);
    }
    files.push_back({relative.generic_string(), std::move(*text)});
    progress.at(static_cast<int>(files.size()), 0);
  }
  if (error && !progress.cancelled()) {
    return failure(ErrorCode::FileUnreadable,
                   "cannot be read to its end (" + error.message() +
                       "), so it was not checked; check the disk and the permissions",
                   folder);
  }
  std::sort(files.begin(), files.end(),
            [](const CodeFile& a, const CodeFile& b) { return a.path < b.path; });
  return files;
}

}  // namespace amber
