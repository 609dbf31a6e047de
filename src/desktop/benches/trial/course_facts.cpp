#include "desktop/benches/trial/course_facts.h"

#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "work/art/course_strip.h"

namespace amber {
namespace {

Result<CourseSetup> setupOf(const Project& project, const Asset& asset,
                            const CourseQuestion& question) {
  return courseSetup(project, asset, question.choice, std::nullopt, question.script);
}

}  // namespace

CourseFacts courseFacts(const Project& project, const CourseQuestion& question,
                        const Progress& progress) {
  CourseFacts facts;
  const Asset* asset = findAsset(project, question.asset);
  if (asset == nullptr) return facts;
  auto setup = setupOf(project, *asset, question);
  auto run = setup ? courseRun(project, *asset, *setup, progress) : tl::unexpected(setup.error());
  if (!run) {
    facts.refusal = QString::fromStdString(run.error().sentence);
    return facts;
  }
  facts.setup = std::move(*setup);
  facts.run = std::move(*run);
  return facts;
}

CourseComparison courseComparison(const Project& project, const std::shared_ptr<ArtStore>& store,
                                  const CourseQuestion& question, const Progress& progress) {
  CourseComparison comparison;
  const Asset* asset = findAsset(project, question.asset);
  if (asset == nullptr) return comparison;
  const auto setup = setupOf(project, *asset, question);
  if (!setup) return comparison;
  if (auto limits = courseLimits(project, *asset, *setup, progress)) {
    comparison.limits = std::move(*limits);
  }
  const Role* role = findRole(project, question.role);
  if (role == nullptr || role->duty != Duty::Stops) return comparison;
  comparison.candidates =
      courseCandidates(project, *asset, *setup, *role, everyMovingRecipe(role->recipe),
                       ArtStore::loading(store, project), progress);
  return comparison;
}

Result<void> writeStrip(const Project& project, AssetId id, const CourseFacts& facts,
                        const std::shared_ptr<ArtStore>& store, const std::string& file) {
  constexpr int kMoments = 6;
  constexpr double kZoom = 2;
  const Asset* asset = findAsset(project, id);
  if (asset == nullptr || !facts.setup) {
    return failure(ErrorCode::UnknownTarget, "there is no run to draw");
  }
  const auto strip = courseStrip(project, *asset, *facts.setup, facts.run, kMoments, kZoom,
                                 ArtStore::loading(store, project));
  if (!strip) return tl::unexpected(strip.error());
  return writeFileAtomically(file, pngBytes(*strip));
}

TryOut everyInput(const Project& project, const CourseQuestion& question,
                  const Progress& progress) {
  const Asset* asset = findAsset(project, question.asset);
  if (asset == nullptr) return {};
  const auto setup = setupOf(project, *asset, question);
  if (!setup) return {};
  auto out = tryEverything(project, *asset, *setup, progress);
  return out ? std::move(*out) : TryOut{};
}

}  // namespace amber
