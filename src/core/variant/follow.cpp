#include "core/variant/follow.h"

#include <algorithm>
#include <map>
#include <unordered_map>

#include "core/fit/keys/fit_edits.h"
#include "core/origin/origin_edits.h"
#include "core/variant/refit_orders.h"

namespace amber {
namespace {

using Places = std::unordered_map<FrameId, std::size_t>;

Places placesOf(const Asset& asset) {
  Places places;
  for (std::size_t i = 0; i < asset.frames.size(); ++i) places[asset.frames[i].id] = i;
  return places;
}

// A rule of the first one, as it reads in the variant.
OriginRule ruleFor(const OriginRule& rule, const Places& firstPlaces, const Asset& variant) {
  OriginRule own = rule;
  if (own.hasFrame()) own.frame = variant.frames[firstPlaces.at(rule.frame)].id;
  return own;
}

// The recipes of a frame's keys that have one.
std::map<std::string, Recipe> recipesOf(const Frame& frame) {
  std::map<std::string, Recipe> recipes;
  for (const FrameShape& shape : frame.shapes) {
    if (shape.recipe) recipes[shape.role] = *shape.recipe;
  }
  return recipes;
}

bool byHandIn(const Frame& frame, const std::string& role) {
  const FrameShape* shape = findShape(frame, role);
  return shape != nullptr && !shape->recipe;
}

// The first one's animations, as they read in the variant; those known by name keep their ids.
std::vector<Animation> animationsFor(const Asset& variant, const Asset& first,
                                     std::uint32_t& nextId) {
  const Places places = placesOf(first);
  std::vector<Animation> animations;
  for (const Animation& from : first.animations) {
    Animation animation = from;
    const auto own = std::find_if(variant.animations.begin(), variant.animations.end(),
                                  [&](const Animation& one) { return one.name == from.name; });
    animation.id = own == variant.animations.end() ? AnimationId{nextId++} : own->id;
    for (Step& step : animation.steps) step.frame = variant.frames[places.at(step.frame)].id;
    animations.push_back(std::move(animation));
  }
  return animations;
}

bool sameAnimations(const std::vector<Animation>& a, const std::vector<Animation>& b) {
  return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                    [](const Animation& x, const Animation& y) {
                      return x.name == y.name && x.loop == y.loop && x.steps == y.steps;
                    });
}

// What of a role's shapes is to be done on a variant's frames.
struct RoleChange {
  std::map<std::string, int> frames;  // How many, by role.
  void count(const std::string& role) { ++frames[role]; }
};

RoleChange recipeChanges(const Asset& variant, const Asset& first) {
  RoleChange change;
  for (std::size_t i = 0; i < first.frames.size(); ++i) {
    const auto wanted = recipesOf(first.frames[i]);
    const auto has = recipesOf(variant.frames[i]);
    for (const auto& [role, recipe] : wanted) {
      const auto own = has.find(role);
      if (own == has.end() ? !byHandIn(variant.frames[i], role) : !(own->second == recipe)) {
        change.count(role);
      }
    }
    for (const auto& [role, recipe] : has) {
      if (findShape(first.frames[i], role) == nullptr) change.count(role);
    }
  }
  return change;
}

}  // namespace

std::string behindIn(const Asset& variant, const Asset& first) {
  std::string text;
  const auto tell = [&](const std::string& part) { text += (text.empty() ? "" : ", ") + part; };
  if (variant.kind != first.kind) tell("the kind");
  if (variant.motion != first.motion) tell("the motion");
  if (variant.scale != first.scale) tell("the scale");
  if (variant.copies != first.copies) tell("the number of copies");
  if (variant.settings != first.settings) tell("the settings of roles");
  if (variant.frames.size() != first.frames.size()) return text;
  std::uint32_t unused = 0;
  if (!sameAnimations(variant.animations, animationsFor(variant, first, unused))) {
    tell("the animations");
  }
  const Places places = placesOf(first);
  int origins = 0;
  for (std::size_t i = 0; i < first.frames.size(); ++i) {
    const OriginRule& own = variant.frames[i].originRule;
    const OriginRule& rule = first.frames[i].originRule;
    const bool byHand = own.basis == OriginBasis::Hand || rule.basis == OriginBasis::Hand;
    if (!byHand && !(own == ruleFor(rule, places, variant))) ++origins;
  }
  const auto on = [](int frames) {
    return " on " + std::to_string(frames) + (frames == 1 ? " frame" : " frames");
  };
  if (origins > 0) tell("the origin rule" + on(origins));
  for (const auto& [role, frames] : recipeChanges(variant, first).frames) {
    tell("the recipe of the shapes of " + role + on(frames));
  }
  return text;
}

Result<std::vector<Edit>> followEdits(const Project& project, AssetId id, const ArtSource& art) {
  const Asset* variant = findAsset(project, id);
  if (variant == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the asset is no longer in the project");
  }
  const Asset* first = findAsset(project, variant->variantOf);
  if (first == nullptr) {
    return failure(ErrorCode::BadValue, variant->name + " is not a variant");
  }
  Asset asset = *variant;
  asset.kind = first->kind;
  asset.motion = first->motion;
  asset.scale = first->scale;
  asset.copies = first->copies;
  asset.settings = first->settings;
  if (asset.frames.size() != first->frames.size()) return std::vector<Edit>{PutAsset{asset}};
  std::uint32_t nextId = project.nextId;
  asset.animations = animationsFor(*variant, *first, nextId);
  const Places places = placesOf(*first);
  std::vector<FrameRef> placed;
  RefitOrders orders;
  for (std::size_t i = 0; i < asset.frames.size(); ++i) {
    Frame& frame = asset.frames[i];
    const OriginRule rule = ruleFor(first->frames[i].originRule, places, asset);
    if (frame.originRule.basis != OriginBasis::Hand && rule.basis != OriginBasis::Hand &&
        !(frame.originRule == rule)) {
      frame.originRule = rule;
      placed.push_back({id, frame.id});
    }
    const auto wanted = recipesOf(first->frames[i]);
    for (const auto& [role, recipe] : wanted) {
      const FrameShape* own = findShape(frame, role);
      if (own != nullptr && (!own->recipe || *own->recipe == recipe)) continue;
      orders.add({id, frame.id}, role, recipe);
    }
    // What the first one does not key any more is held here too.
    std::erase_if(frame.shapes, [&](const FrameShape& shape) {
      return shape.recipe && findShape(first->frames[i], shape.role) == nullptr;
    });
  }
  auto made = withEdits(project, {PutAsset{asset}});
  if (!made) return tl::unexpected(made.error());
  made = withEdits(made->project, originsAgain(made->project, placed, art));
  for (const RefitOrders::Order& order : orders.all()) {
    if (!made) break;
    const Project& now = made->project;
    made = withEdits(now, fittedShapes(now, order.frames, order.role, order.recipe, art));
  }
  if (!made) return tl::unexpected(made.error());
  return std::vector<Edit>{PutAsset{*findAsset(made->project, id)}};
}

}  // namespace amber
