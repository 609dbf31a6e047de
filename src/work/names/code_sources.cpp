#include "work/names/code_sources.h"

#include <algorithm>
#include <filesystem>
#include <set>

#include "core/naming/renames.h"
#include "files/source_folder.h"

namespace amber {

namespace fs = std::filesystem;

namespace {

// The folder in which all of these lie.
fs::path commonFolder(const std::vector<fs::path>& folders) {
  fs::path common = folders.front();
  for (const fs::path& folder : folders) {
    while (!common.empty() && *folder.lexically_relative(common).begin() == "..") {
      const fs::path above = common.parent_path();
      if (above == common) break;
      common = above;
    }
  }
  return common;
}

}  // namespace

CodeSources readCode(const CodeFolders& code, const std::string& base, const Progress& progress) {
  CodeSources sources;
  std::vector<fs::path> folders;
  for (const std::string& folder : code.folders) {
    std::error_code error;
    const fs::path given = codePath(folder, base);
    fs::path whole = fs::weakly_canonical(given, error);
    folders.push_back(error ? given : whole);
  }
  if (folders.empty()) return sources;
  // Paths are relative to the folder, or to the common parent of several folders.
  const fs::path common = folders.size() == 1 ? folders.front() : commonFolder(folders);
  sources.folder = common.string();
  std::set<std::string> once;
  for (std::size_t i = 0; i < folders.size(); ++i) {
    auto files = sourceFolder(folders[i].string(), code.ignored, progress);
    if (!files) {
      Error error = files.error();
      error.file = code.folders[i];
      sources.missing.push_back(describe(error));
      continue;
    }
    for (CodeFile& file : *files) {
      file.path = (folders[i] / file.path).lexically_relative(common).generic_string();
      // Folders may lie in each other.
      if (once.insert(file.path).second) sources.files.push_back(std::move(file));
    }
  }
  return sources;
}

std::string codeDiff(const CodeSources& sources, const Project& before, const Project& after,
                     const Renames& corrections) {
  const std::vector<NameEntry> known = namesBy(before);
  Renames renames = renamesBetween(known, namesBy(after));
  renames.insert(renames.end(), corrections.begin(), corrections.end());
  std::vector<std::string> texts;
  texts.reserve(sources.files.size());
  for (const CodeFile& file : sources.files) {
    texts.push_back(renamedIn(file.text, renames, before, known));
  }
  return unifiedDiff(sources.files, texts);
}

std::string codePath(const std::string& folder, const std::string& base) {
  return (fs::path(base) / fs::path(folder)).lexically_normal().string();
}

std::string keptCodePath(const std::string& folder, const std::string& base) {
  std::error_code error;
  const fs::path whole = fs::absolute(fs::path(folder), error).lexically_normal();
  const fs::path near =
      whole.lexically_relative(fs::absolute(fs::path(base), error).lexically_normal());
  // What lies beside the project goes with it to another machine; what lies far away does not.
  constexpr std::ptrdiff_t kMostUp = 3;
  const auto up = std::count(near.begin(), near.end(), fs::path(".."));
  return near.empty() || up > kMostUp ? whole.generic_string() : near.generic_string();
}

}  // namespace amber
