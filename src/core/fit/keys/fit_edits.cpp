#include "core/fit/keys/fit_edits.h"

#include <algorithm>
#include <optional>
#include <set>
#include <utility>

#include "core/base/parallel.h"
#include "core/fit/keys/fit_sign.h"
#include "core/fit/keys/held_shapes.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/fit/styles/together_fit.h"
#include "core/project/frame_ref.h"

namespace amber {
namespace {

constexpr std::size_t kAtOnce = 64;

// A frame with the ink that a shape is fitted to.
struct Open {
  FrameRef ref;
  const Frame* frame;
  PixelMask ink;
};

std::optional<Open> opened(const Project& project, const FrameRef& ref, const ArtSource& art) {
  const Frame* frame = findFrame(project, ref);
  const auto sheet = frame == nullptr ? nullptr : art(frame->sheet);
  if (sheet == nullptr) return std::nullopt;
  return Open{ref, frame, cropped(sheet->firm, frame->rect)};
}

void addShape(const Open& open, const std::string& role, const Shape& shape, const Recipe& recipe,
              std::vector<Edit>& edits) {
  if (!validated(shape, open.frame->rect.size())) return;
  edits.emplace_back(
      SetShape{open.ref.asset,
               open.ref.frame,
               {role, shape, recipe, fitSign(recipe, open.ink, open.frame->origin)}});
}

// One shape for all that are of one asset.
void fitTogether(const std::vector<Open>& open, const std::string& role, const Recipe& recipe,
                 std::vector<Edit>& edits) {
  std::vector<OriginInk> inks;
  for (const Open& one : open) inks.push_back({one.ink, one.frame->origin});
  if (inks.empty()) return;
  const auto shape = fittedTogether(inks, recipe);
  if (!shape) return;
  for (std::size_t i = 0; i < open.size(); ++i) {
    addShape(open[i], role, laidOn(inks[i], *shape, inks.front()), recipe, edits);
  }
}

}  // namespace

std::vector<Edit> fittedShapes(const Project& project, const std::vector<FrameRef>& frames,
                               const std::string& role, const Recipe& recipe, const ArtSource& art,
                               const Progress& progress) {
  std::vector<Edit> edits;
  if (!recipe.together) {
    // Some at a time: sheets are read one after the other, and not all ink is held at once.
    for (std::size_t from = 0; from < frames.size(); from += kAtOnce) {
      if (progress.cancelled()) return edits;
      progress.at(static_cast<int>(from), static_cast<int>(frames.size()));
      std::vector<Open> some;
      for (std::size_t i = from; i < std::min(from + kAtOnce, frames.size()); ++i) {
        if (auto open = opened(project, frames[i], art)) some.push_back(std::move(*open));
      }
      std::vector<std::optional<Shape>> shapes(some.size());
      forEachIndex(some.size(), [&](std::size_t i) {
        if (!progress.cancelled()) shapes[i] = fitted(some[i].ink, recipe);
      });
      for (std::size_t i = 0; i < some.size(); ++i) {
        if (shapes[i]) addShape(some[i], role, *shapes[i], recipe, edits);
      }
    }
    return edits;
  }
  std::vector<Open> together;
  int done = 0;
  for (const FrameRef& ref : frames) {
    if (progress.cancelled()) return edits;
    progress.at(done++, static_cast<int>(frames.size()));
    auto open = opened(project, ref, art);
    if (!open) continue;
    if (!together.empty() && together.back().ref.asset != ref.asset) {
      fitTogether(together, role, recipe, edits);
      together.clear();
    }
    together.push_back(std::move(*open));
  }
  fitTogether(together, role, recipe, edits);
  return edits;
}

std::vector<Edit> fittedAndHeld(const Project& project, const std::vector<FrameRef>& frames,
                                const std::string& role, const Recipe& recipe, const ArtSource& art,
                                const Progress& progress) {
  const std::set<std::pair<AssetId, FrameId>> meant = [&] {
    std::set<std::pair<AssetId, FrameId>> all;
    for (const FrameRef& ref : frames) all.emplace(ref.asset, ref.frame);
    return all;
  }();
  std::set<std::pair<AssetId, FrameId>> firsts;
  std::set<std::pair<AssetId, FrameId>> held;
  for (const auto& asset : project.assets) {
    const auto among = [&](const Step& step) { return meant.count({asset->id, step.frame}) > 0; };
    for (const Animation& animation : asset->animations) {
      if (!std::all_of(animation.steps.begin(), animation.steps.end(), among)) continue;
      firsts.emplace(asset->id, animation.steps.front().frame);
      for (const Step& step : animation.steps) held.emplace(asset->id, step.frame);
    }
  }
  std::vector<FrameRef> fits;
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const std::pair key(ref.asset, ref.frame);
    if (held.count(key) == 0 || firsts.count(key) > 0) {
      fits.push_back(ref);
      continue;
    }
    const Frame* frame = findFrame(project, ref);
    if (frame != nullptr && findShape(*frame, role) != nullptr) {
      edits.emplace_back(DropShape{ref.asset, ref.frame, role});
    }
  }
  for (Edit& edit : fittedShapes(project, fits, role, recipe, art, progress)) {
    edits.push_back(std::move(edit));
  }
  return edits;
}

std::vector<Edit> shapeByHand(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role, const Shape& geometry, FrameRef from) {
  std::vector<Edit> edits;
  const Frame* source = findFrame(project, from);
  if (source == nullptr) return edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = findFrame(project, ref);
    if (frame == nullptr) continue;
    const Carry carry = carryBetween(geometry, source->origin, frame->origin);
    const Shape carried = moved(geometry, carry.dx, carry.dy);
    if (!validated(carried, frame->rect.size())) continue;
    edits.emplace_back(SetShape{ref.asset, ref.frame, {role, carried, std::nullopt}});
  }
  return edits;
}

}  // namespace amber
