#include "work/pack/pack_record.h"

#include <sys/stat.h>

#include <algorithm>
#include <array>
#include <atomic>
#include <filesystem>
#include <nlohmann/json.hpp>

#include "core/base/parallel.h"
#include "files/file_bytes.h"
#include "files/json/json_reader.h"
#include "files/json/json_text.h"

namespace amber {
namespace {

namespace fs = std::filesystem;

constexpr int kVersion = 1;
constexpr long long kLargestRecord = 256LL << 20;  // bytes

struct HashedFile {
  std::string name;
  std::string hash;
};

// Which program this is: its size and the time at which it was made.
std::string programStamp() {
  struct stat about {};
  if (stat("/proc/self/exe", &about) != 0) return {};
  return std::to_string(about.st_size) + " " + std::to_string(about.st_mtim.tv_sec) + "." +
         std::to_string(about.st_mtim.tv_nsec);
}

std::string folderOf(const std::string& projectFile) {
  return fs::absolute(projectFile).parent_path().string() + "/";
}

// The names of all files in a folder, in order; nothing if it cannot be read.
std::optional<std::vector<std::string>> filesIn(const std::string& folder) {
  std::error_code error;
  std::vector<std::string> names;
  for (fs::directory_iterator one(folder, error), end; !error && one != end; one.increment(error)) {
    names.push_back(one->path().filename().string());
  }
  if (error) return std::nullopt;
  std::sort(names.begin(), names.end());
  return names;
}

Json jsonOf(const std::vector<HashedFile>& files) {
  Json list = Json::array();
  for (const HashedFile& file : files)
    list.push_back(Json{{"file", file.name}, {"hash", file.hash}});
  return list;
}

std::vector<HashedFile> readFiles(const JsonReader& from) {
  std::vector<HashedFile> files;
  for (const JsonReader& part : from.elements()) {
    if (part.failed()) break;
    files.push_back({part.member("file").text(), part.member("hash").text()});
  }
  return files;
}

// Whether every file still has the bytes that it had. On all cores.
bool unchanged(const std::vector<HashedFile>& files, const std::string& folder) {
  std::atomic<bool> same{true};
  forEachIndex(files.size(), [&](std::size_t i) {
    if (!same) return;
    const auto hash = fileHash(folder + files[i].name);
    if (!hash || *hash != files[i].hash) same = false;
  });
  return same;
}

Result<std::vector<HashedFile>> hashed(const std::vector<std::string>& names,
                                       const std::string& folder) {
  std::vector<HashedFile> files(names.size());
  std::vector<std::optional<Error>> errors(names.size());
  forEachIndex(names.size(), [&](std::size_t i) {
    const auto hash = fileHash(folder + names[i]);
    if (hash) {
      files[i] = {names[i], *hash};
    } else {
      errors[i] = hash.error();
    }
  });
  for (const auto& error : errors) {
    if (error) return tl::unexpected(*error);
  }
  return files;
}

}  // namespace

std::string recordFile(const std::string& folder) {
  std::string name = folder;
  while (name.size() > 1 && name.back() == '/') name.pop_back();
  return name + ".packed";
}

std::optional<PackRecord> recordedPacking(const std::string& projectFile,
                                          const std::string& profile, const std::string& folder) {
  const auto text = readFile(recordFile(folder), kLargestRecord);
  if (!text) return std::nullopt;
  const auto json = jsonFrom(*text, recordFile(folder));
  if (!json || !json->is_object()) return std::nullopt;
  const JsonReader root(*json, recordFile(folder));
  PackRecord record;
  const bool same = root.member("version").number() == kVersion &&
                    root.member("program").text() == programStamp() &&
                    root.member("profile").text() == profile;
  const std::string project = root.member("project").text();
  record.pages = root.member("pages").whole(0, 1 << 30);
  record.frames = root.member("frames").whole(0, 1 << 30);
  record.assets = root.member("assets").whole(0, 1 << 30);
  const std::vector<HashedFile> sheets = readFiles(root.member("sheets"));
  const std::vector<HashedFile> parcel = readFiles(root.member("parcel"));
  if (root.failed() || !same || parcel.empty()) return std::nullopt;
  const auto now = fileHash(projectFile);
  if (!now || *now != project) return std::nullopt;
  std::vector<std::string> names;
  for (const HashedFile& file : parcel) names.push_back(file.name);
  if (filesIn(folder) != names) return std::nullopt;
  if (!unchanged(parcel, folder + "/") || !unchanged(sheets, folderOf(projectFile))) {
    return std::nullopt;
  }
  for (const HashedFile& sheet : sheets) record.sheets.push_back(sheet.name);
  return record;
}

Result<void> recordPacking(const std::string& projectFile, const std::string& projectHash,
                           const Project& project, const std::string& profile,
                           const PackOutcome& outcome, const std::string& folder) {
  std::vector<std::string> sheets;
  for (const auto& sheet : project.sheets) {
    if (sheet->isFile()) sheets.push_back(sheet->path);
  }
  const auto art = hashed(sheets, folderOf(projectFile));
  if (!art) return tl::unexpected(art.error());
  const auto parcel = hashed(filesIn(folder).value_or(std::vector<std::string>()), folder + "/");
  if (!parcel) return tl::unexpected(parcel.error());
  return writeFileAtomically(recordFile(folder), jsonText(Json{{"version", kVersion},
                                                               {"program", programStamp()},
                                                               {"project", projectHash},
                                                               {"profile", profile},
                                                               {"pages", outcome.pages},
                                                               {"frames", outcome.frames},
                                                               {"assets", outcome.assets},
                                                               {"sheets", jsonOf(*art)},
                                                               {"parcel", jsonOf(*parcel)}}));
}

}  // namespace amber
