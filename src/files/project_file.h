#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// The project as the text of its file. The same project gives the same text.
std::string projectText(const Project& project);

/// The project of a file's text. Law: projectFrom(projectText(p)) == p.
/// Errors: NotJson, WrongFormat (not a project), NewerVersion, WrongType, MissingKey, BadValue
/// (also an id used twice, or a name of something that is not there), PathLeavesFolder.
Result<Project> projectFrom(std::string_view text, const std::string& file);

/// Reads and writes the file itself. A failed write leaves the old file as it was.
Result<Project> readProject(const std::string& path);
Result<void> writeProject(const std::string& path, const Project& project);

/// The version this program writes, and the newest it reads.
inline constexpr int kProjectVersion = 1;

/// The file name ending, with its dot.
inline constexpr std::string_view kProjectEnding = ".amber";

/// Whether a sheet's path stays in the project's folder: relative, forward slashes, no "..".
bool staysInFolder(std::string_view path);

}  // namespace amber
