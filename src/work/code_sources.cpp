#include "work/code_sources.h"

#include <algorithm>
#include <filesystem>

#include "core/naming/renames.h"
#include "files/source_folder.h"

namespace amber {

namespace fs = std::filesystem;

CodeSources readCode(const CodeFolders& code, const std::string& base, const Progress& progress) {
  CodeSources sources;
  for (const std::string& folder : code.folders) {
    auto files = sourceFolder(codePath(folder, base), code.ignored, progress);
    if (!files) {
      sources.missing.push_back(describe(files.error()));
      continue;
    }
    for (CodeFile& file : *files) {
      if (code.folders.size() > 1) file.path = folder + "/" + file.path;
      sources.files.push_back(std::move(file));
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
