#include "work/project/project_change.h"

#include <filesystem>

#include "core/base/utf8.h"
#include "files/project/project_file.h"

namespace amber {
namespace {

// Commands of one build script may well run at once; each takes moments.
constexpr int kWaitForCommandsMs = 30000;

// Checked by its bytes, because a file name may be invalid UTF-8.
bool isThere(const std::string& path) {
  std::error_code error;
  return std::filesystem::exists(path, error);
}

}  // namespace

ProjectChange::ProjectChange(std::string path, Project project, std::string hash,
                             std::optional<ProjectLock> lock)
    : path_(std::move(path)),
      project_(std::move(project)),
      hash_(std::move(hash)),
      lock_(std::move(lock)) {}

Result<ProjectChange> ProjectChange::open(const std::string& path, Saving saving) {
  if (!isThere(path)) {
    // With the error of reading; no lock file is left in a folder without a project.
    if (auto read = readProject(path); !read) return tl::unexpected(read.error());
  }
  std::optional<ProjectLock> lock;
  if (saving == Saving::Written) {
    auto taken = ProjectLock::take(path, kWaitForCommandsMs);
    if (!taken) return tl::unexpected(taken.error());
    lock.emplace(std::move(*taken));
  }
  auto read = readProjectFile(path);
  if (!read) return tl::unexpected(read.error());
  return ProjectChange(path, std::move(read->project), std::move(read->hash), std::move(lock));
}

Result<ProjectChange> ProjectChange::begin(const std::string& path) {
  if (!path.ends_with(kProjectEnding)) {
    return failure(ErrorCode::BadValue, "a project's name ends in " + std::string(kProjectEnding) +
                                            "; \"" + path + "\" does not");
  }
  auto lock = ProjectLock::take(path, kWaitForCommandsMs);
  if (!lock) return tl::unexpected(lock.error());
  if (isThere(path)) {
    return failure(ErrorCode::FileUnwritable,
                   "exists already and is not overwritten; choose another name, or use add", path);
  }
  return ProjectChange(path, newProject(escapedUtf8(std::filesystem::path(path).stem().string())),
                       {}, std::move(*lock));
}

Result<void> ProjectChange::save(Project project) {
  if (!lock_) {
    project_ = std::move(project);
    return {};
  }
  auto written = writeProjectOver(path_, project, hash_);
  if (!written) return tl::unexpected(written.error());
  hash_ = std::move(*written);
  project_ = std::move(project);
  return {};
}

Result<void> ProjectChange::apply(const std::vector<Edit>& edits) {
  if (edits.empty()) return {};
  auto applied = withEdits(project_, edits);
  if (!applied) return tl::unexpected(applied.error());
  return save(std::move(applied->project));
}

}  // namespace amber
