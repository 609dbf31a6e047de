#include "core/fit/keys/refit.h"

#include <algorithm>
#include <cmath>
#include <unordered_set>
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
  std::unordered_set<FrameId> held;  // The ids of the frames, each once.
};

class Jobs {
 public:
  void add(const FrameRef& frame, const std::string& role, const Recipe& recipe) {
    const auto same = std::find_if(jobs_.begin(), jobs_.end(), [&](const Job& job) {
      return job.role == role && job.recipe == recipe;
    });
    Job& job = same == jobs_.end() ? jobs_.emplace_back(Job{role, recipe, {}, {}}) : *same;
    if (job.held.insert(frame.frame).second) job.frames.push_back(frame);
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
  const Asset* asset = nullptr;  // Frames of one asset mostly follow each other.
  for (const FrameRef& ref : frames) {
    if (progress.cancelled()) return {};
    if (asset == nullptr || asset->id != ref.asset) asset = findAsset(project, ref.asset);
    const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, ref.frame);
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
        addCompanions(*asset, shape, jobs);
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

}  // namespace amber
