#include "core/fit/keys/refit.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/fit_sign.h"
#include "core/project/frame_ref.h"

namespace amber {
namespace {

double farthestSide(const Shape& before, const Shape& after) {
  const Box a = bounds(before);
  const Box b = bounds(after);
  return std::max({std::abs(a.x - b.x), std::abs(a.y - b.y), std::abs(a.x + a.w - b.x - b.w),
                   std::abs(a.y + a.h - b.y - b.h)});
}

// The frames that each recipe is to be fitted to, in each role: fitted in one go, as recipes that
// fit together need to be.
struct Job {
  std::string role;
  Recipe recipe;
  std::vector<FrameRef> frames;
};

class Jobs {
 public:
  void add(const FrameRef& frame, const std::string& role, const Recipe& recipe) {
    const auto same = std::find_if(jobs_.begin(), jobs_.end(), [&](const Job& job) {
      return job.role == role && job.recipe == recipe;
    });
    Job& job = same == jobs_.end() ? jobs_.emplace_back(Job{role, recipe, {}}) : *same;
    if (std::find(job.frames.begin(), job.frames.end(), frame) == job.frames.end() ||
        !recipe.together) {
      job.frames.push_back(frame);
    }
  }
  const std::vector<Job>& all() const { return jobs_; }

 private:
  std::vector<Job> jobs_;
};

// All frames of the asset that have the recipe in the role.
void addCompanions(const Asset& asset, const FrameShape& shape, Jobs& jobs) {
  for (const Frame& frame : asset.frames) {
    const FrameShape* other = findShape(frame, shape.role);
    if (other != nullptr && other->recipe == shape.recipe) {
      jobs.add({asset.id, frame.id}, shape.role, *shape.recipe);
    }
  }
}

}  // namespace

bool isStale(const FrameShape& shape, const PixelMask& firmInk, FramePoint origin) {
  return shape.recipe && shape.ink != 0 && shape.ink != fitSign(*shape.recipe, firmInk, origin);
}

Refit refitted(const Project& project, const std::vector<FrameRef>& frames, RefitWhat what,
               HandSet handSet, const ArtSource& art, const Progress& progress) {
  Jobs jobs;
  for (const FrameRef& ref : frames) {
    if (progress.cancelled()) return {};
    const Frame* frame = findFrame(project, ref);
    const auto sheet = frame == nullptr ? nullptr : art(frame->sheet);
    if (sheet == nullptr) continue;
    const PixelMask ink = cropped(sheet->firm, frame->rect);
    for (const FrameShape& shape : frame->shapes) {
      if (!shape.recipe) {
        const Role* role = findRole(project, shape.role);
        if (handSet == HandSet::Replaced && role != nullptr)
          jobs.add(ref, role->name, role->recipe);
        continue;
      }
      if (what == RefitWhat::Stale && !isStale(shape, ink, frame->origin)) continue;
      if (shape.recipe->together) {
        addCompanions(*findAsset(project, ref.asset), shape, jobs);
      } else {
        jobs.add(ref, shape.role, *shape.recipe);
      }
    }
  }
  Refit refit;
  for (const Job& job : jobs.all()) {
    for (Edit& edit : fittedShapes(project, job.frames, job.role, job.recipe, art, progress)) {
      const auto& set = std::get<SetShape>(edit);
      const Frame& frame = *findFrame(project, {set.asset, set.frame});
      const FrameShape& old = *findShape(frame, job.role);
      if (!(old.geometry == set.shape.geometry)) {
        const PixelMask ink = cropped(art(frame.sheet)->firm, frame.rect);
        refit.changes.push_back({{set.asset, set.frame},
                                 job.role,
                                 measured(old.geometry, ink, job.recipe.region),
                                 measured(set.shape.geometry, ink, job.recipe.region),
                                 farthestSide(old.geometry, set.shape.geometry)});
      }
      refit.edits.push_back(std::move(edit));
    }
  }
  return refit;
}

namespace {

std::map<std::string, std::vector<FrameRef>> sortedByKind(const Project& project,
                                                          const std::vector<FrameRef>& frames) {
  std::map<std::string, std::vector<FrameRef>> byKind;
  for (const FrameRef& ref : frames) {
    if (const Asset* asset = findAsset(project, ref.asset)) byKind[asset->kind].push_back(ref);
  }
  return byKind;
}

}  // namespace

std::vector<Edit> shapesByKind(const Project& project, const std::vector<FrameRef>& frames,
                               HandSet handSet, const ArtSource& art, const Progress& progress) {
  std::vector<Edit> edits;
  for (const auto& [name, ofKind] : sortedByKind(project, frames)) {
    const Kind* kind = findKind(project, name);
    if (kind == nullptr) continue;
    for (const RoleRecipe& shape : kind->shapes) {
      std::vector<FrameRef> open;
      for (const FrameRef& ref : ofKind) {
        const Frame* frame = findFrame(project, ref);
        const FrameShape* old = frame == nullptr ? nullptr : findShape(*frame, shape.role);
        const bool byHand = old != nullptr && !old->recipe;
        if (!byHand || handSet == HandSet::Replaced) open.push_back(ref);
      }
      for (Edit& edit : fittedShapes(project, open, shape.role, shape.recipe, art, progress)) {
        edits.push_back(std::move(edit));
      }
    }
  }
  return edits;
}

std::vector<Edit> byKindRules(const Project& project, const std::vector<FrameRef>& frames,
                              HandSet handSet, const ArtSource& art, const Progress& progress) {
  std::vector<Edit> edits;
  for (const auto& [name, ofKind] : sortedByKind(project, frames)) {
    const Kind* kind = findKind(project, name);
    if (kind == nullptr) continue;
    for (Edit& edit : originsByRule(project, ofKind, kind->origin, art, handSet)) {
      edits.push_back(std::move(edit));
    }
  }
  // Fits that lay frames over each other look at the origins as they will be.
  const auto moved = withEdits(project, edits);
  if (!moved) return edits;
  for (Edit& edit : shapesByKind(moved->project, frames, handSet, art, progress)) {
    edits.push_back(std::move(edit));
  }
  return edits;
}

std::vector<Edit> withNewFramesFitted(const Project& project, std::vector<Edit> edits,
                                      const ArtSource& art) {
  const auto after = withEdits(project, edits);
  if (!after) return edits;
  for (const auto& asset : after->project.assets) {
    const Kind* kind = findKind(after->project, asset->kind);
    if (kind == nullptr || kind->shapes.empty()) continue;
    const Asset* before = findAsset(project, asset->id);
    std::vector<FrameRef> fresh;
    for (const Frame& frame : asset->frames) {
      if (before == nullptr || findFrame(*before, frame.id) == nullptr) {
        fresh.push_back({asset->id, frame.id});
      }
    }
    for (const RoleRecipe& shape : kind->shapes) {
      for (Edit& edit : fittedShapes(after->project, fresh, shape.role, shape.recipe, art)) {
        edits.push_back(std::move(edit));
      }
    }
  }
  return edits;
}

}  // namespace amber
