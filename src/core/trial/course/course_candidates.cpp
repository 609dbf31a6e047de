#include "core/trial/course/course_candidates.h"

#include <algorithm>
#include <set>
#include <tuple>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/styles/recipe_fit.h"

namespace amber {

int faultsOf(const CourseRun& run) {
  std::set<std::tuple<CourseEventKind, std::string, std::string>> once;
  for (const CourseEvent& event : run.events) {
    if (isFault(event.kind)) once.emplace(event.kind, event.role, event.with);
  }
  return static_cast<int>(once.size());
}

std::vector<Recipe> everyMovingRecipe(const Recipe& common) {
  std::vector<Recipe> recipes;
  for (const bool together : {false, true}) {
    for (Recipe one : everyRecipe(common)) {
      one.together = together;
      if (!together || one.kind != ShapeKind::Mask) recipes.push_back(one);
    }
  }
  return recipes;
}

std::string candidateText(const Recipe& recipe) {
  return inWords(recipe) + (recipe.together ? ", one for all" : "");
}

std::vector<CourseCandidate> courseCandidates(const Project& project, const Asset& asset,
                                              const CourseSetup& setup, const Role& role,
                                              const std::vector<Recipe>& recipes,
                                              const ArtSource& art, const Progress& progress) {
  std::vector<FrameRef> frames;
  for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
  std::vector<CourseCandidate> candidates;
  int done = 0;
  for (const Recipe& recipe : recipes) {
    std::vector<Edit> edits = fittedShapes(project, frames, role.name, recipe, art, progress);
    progress.at(++done, static_cast<int>(recipes.size()));
    if (progress.cancelled()) break;
    const auto applied = withEdits(project, edits);
    if (edits.empty() || !applied) continue;
    const Asset* fitted = findAsset(applied->project, asset.id);
    CourseSetup own = setup;
    if (const auto body = bodySizeOf(applied->project, *fitted, setup.role); body && own.builtIn) {
      own.course.start = startOf(*body);
    }
    auto run = courseRun(applied->project, *fitted, own, {{}, progress.stop});
    if (!run || progress.cancelled()) continue;
    candidates.push_back({recipe, std::move(edits), std::move(*run)});
  }
  std::stable_sort(candidates.begin(), candidates.end(),
                   [](const CourseCandidate& a, const CourseCandidate& b) {
                     const auto rank = [](const CourseCandidate& one) {
                       return std::tuple(faultsOf(one.run), !one.recipe.together, one.recipe.kind);
                     };
                     return rank(a) < rank(b);
                   });
  return candidates;
}

}  // namespace amber
