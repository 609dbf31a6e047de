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
/// (also a key that no project has, with the nearest that one has), as validated(Project).
Result<Project> projectFrom(std::string_view text, const std::string& file);

/// Reads and writes the file itself. A failed write leaves the old file as it was.
Result<Project> readProject(const std::string& path);
Result<void> writeProject(const std::string& path, const Project& project);

/// A project with the hash of the file it was read from (see contentHash).
struct ReadProject {
  Project project;
  std::string hash;
};
Result<ReadProject> readProjectFile(const std::string& path);

/// Writes the project over a file with the given hash, or where there is no file; returns the hash
/// of the new content. An empty hash: only if there is no file. Errors: as writeProject;
/// ChangedOnDisk, and the file is unchanged.
Result<std::string> writeProjectOver(const std::string& path, const Project& project,
                                     const std::string& hash);

/// The version this program writes, and the newest it reads.
inline constexpr int kProjectVersion = 1;

/// The file name ending, with its dot.
inline constexpr std::string_view kProjectEnding = ".amber";

}  // namespace amber
