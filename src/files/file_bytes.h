#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"

namespace amber {

/// All bytes of a regular file. Errors: FileMissing; FileUnreadable for a folder, a pipe or device,
/// a file without read permission, or one of more than `most` bytes.
Result<std::string> readFile(const std::string& path, long long most);

/// Replaces the file by these bytes so that at any moment, whatever happens, the path holds either
/// the old content or the new: temporary file in the same folder, fsync, rename, fsync of the
/// folder. Errors (FileUnwritable): with the system's reason; the old file is untouched.
Result<void> writeFileAtomically(const std::string& path, std::string_view bytes);

/// The contentHash of a file's bytes. Errors: as readFile.
Result<std::string> fileHash(const std::string& path);

/// "sha256:" and the hash of the bytes in 64 hex digits.
std::string contentHash(std::string_view bytes);

}  // namespace amber
