#include "work/pack/pack_project.h"

#include <set>

#include "core/base/parallel.h"
#include "core/checks/check_project.h"
#include "core/checks/trial/trial_checks.h"
#include "core/naming/code/name_constants.h"
#include "core/pack/build_parcel.h"
#include "files/parcel/parcel_file.h"
#include "work/pack/pack_session.h"

namespace amber {
namespace {

// What is wrong with the content of a parcel is what verifying is there to find; that it cannot be
// looked at is an error.
Result<std::vector<std::string>> asDifference(const Error& error) {
  switch (error.code) {
    case ErrorCode::FileMissing:
    case ErrorCode::FileUnreadable:
    case ErrorCode::NewerVersion:
    case ErrorCode::WrongFormat:
      return tl::unexpected(error);
    default:
      return std::vector<std::string>{describe(error)};
  }
}

}  // namespace

std::vector<Finding> checkAll(const Project& project, const std::shared_ptr<ArtStore>& store) {
  const ArtSource art = ArtStore::loading(store, project);
  forEachIndex(project.sheets.size(), [&](std::size_t i) { art(project.sheets[i]->id); });
  std::vector<Finding> findings = store->fileFindings(project);
  for (Finding& finding : checkProject(project, art)) findings.push_back(std::move(finding));
  if (project.trial.any()) {
    for (Finding& finding : fairnessFindings(project, fairnessTable(project, art))) {
      findings.push_back(std::move(finding));
    }
  }
  sortFindings(findings);
  return findings;
}

int pageCount(const Parcel& parcel) {
  std::size_t count = parcel.pages.size() + parcel.maskPages.size();
  for (const ParcelScale& scale : parcel.scales) count += scale.pages.size();
  return static_cast<int>(count);
}

Result<const PackProfile*> chosenProfile(const Project& project, const std::string& name) {
  if (name.empty()) return &defaultProfile(project);
  if (const PackProfile* profile = findProfile(project, name)) return profile;
  std::string names;
  for (const PackProfile& one : project.profiles) names += (names.empty() ? "" : ", ") + one.name;
  return failure(ErrorCode::UnknownTarget,
                 "the project has no pack profile \"" + name + "\"; it has " + names);
}

Result<PackOutcome> packProject(const Project& project, const PackProfile& profile,
                                const std::shared_ptr<ArtStore>& store, const std::string& folder,
                                const Progress& progress) {
  return PackSession().pack(project, profile, store, folder, progress);
}

Result<std::vector<std::string>> verifyParcel(const std::string& folder, const Project& project,
                                              const std::shared_ptr<ArtStore>& store) {
  auto loaded = readParcel(folder);
  if (!loaded) return asDifference(loaded.error());
  const PackProfile* profile = findProfile(project, loaded->parcel.profile);
  if (profile == nullptr) {
    return std::vector<std::string>{"it was packed by the profile " + loaded->parcel.profile +
                                    ", which the project does not have"};
  }
  auto differences = differencesFrom(project, *profile, ArtStore::loading(store, project),
                                     loaded->parcel, loaded->pages);
  const std::vector<NameConstant> names = nameConstants(project);
  const std::vector<Language>& wanted = profile->constants;
  if (loaded->constants.size() != wanted.size()) {
    differences.push_back("names are not in the languages that the profile asks for");
    return differences;
  }
  for (std::size_t i = 0; i < wanted.size(); ++i) {
    const std::string& file = loaded->parcel.constants[i].file;
    if (constantsText(names, wanted[i], file) != loaded->constants[i]) {
      differences.push_back(file + " does not contain the names of the project");
    }
  }
  return differences;
}

Result<std::vector<std::string>> verifyParcelAlone(const std::string& folder) {
  auto loaded = readParcel(folder);
  if (!loaded) return asDifference(loaded.error());
  return inconsistenciesOf(loaded->parcel);
}

std::vector<std::string> inconsistenciesOf(const Parcel& parcel) {
  std::vector<std::string> problems;
  std::set<std::string> assets;
  std::set<std::string> frames;
  for (const ParcelAsset& asset : parcel.assets) {
    if (!assets.insert(asset.name).second) problems.push_back("two assets are named " + asset.name);
    for (const ParcelFrame& frame : asset.frames) {
      if (!frames.insert(frame.name).second) {
        problems.push_back("two frames are named " + frame.name);
      }
    }
    int defaults = 0;
    for (const ParcelAnimation& animation : asset.animations) defaults += animation.isDefault;
    if (!asset.animations.empty() && defaults != 1) {
      problems.push_back(asset.name + " has " + std::to_string(defaults) +
                         " default animations instead of one");
    }
  }
  return problems;
}

}  // namespace amber
