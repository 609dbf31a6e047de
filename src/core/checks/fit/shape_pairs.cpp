// Checks that compare shapes of several assets: the second half of shape_checks.h.
#include <algorithm>
#include <cmath>
#include <map>

#include "core/checks/fit/shape_checks.h"
#include "core/fit/keys/held_shapes.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/mirrored.h"
#include "core/geometry/tolerances.h"
#include "core/origin/mirrored_pairs.h"

namespace amber {
namespace {

// Whether the shapes hold nearly the same pixels' bounds and count, which is what a game feels.
bool alike(const Shape& a, const Shape& b) {
  if (kindOf(a) != kindOf(b)) return false;
  const Box p = bounds(a);
  const Box q = bounds(b);
  const double off = std::max({std::abs(p.x - q.x), std::abs(p.y - q.y),
                               std::abs(p.x + p.w - q.x - q.w), std::abs(p.y + p.h - q.y - q.h)});
  return off <= kSameShape;
}

void checkMirrored(const MirroredPair& pair, const Project& project,
                   std::vector<Finding>& findings) {
  const HeldShapes left(*pair.leftAsset);
  const HeldShapes right(*pair.rightAsset);
  for (const Role& role : project.roles) {
    Finding finding = findingOf(rules::kShapeMirror, {});
    std::vector<Edit> edits;
    std::size_t count = 0;
    for (const auto& [a, b] : pair.mirrors) {
      const ShapePlace* here = left.find(a->id, role.name);
      const ShapePlace* there = right.find(b->id, role.name);
      if (here == nullptr || there == nullptr) continue;
      // Mirrored about the left one's origin, then carried to the right one's.
      const Shape turned = mirrored(here->shape(), a->origin.x);
      const Carry carry = carryBetween(turned, a->origin, b->origin);
      const Shape expected = moved(turned, carry.dx, carry.dy);
      if (alike(expected, there->shape()) || !validated(expected, b->rect.size())) continue;
      if (count++ == 0) {
        finding.where = {b->sheet, pair.rightAsset->id, pair.right->id, b->id, role.name};
      }
      edits.emplace_back(SetShape{pair.rightAsset->id, b->id, {role.name, expected}});
    }
    if (count == 0) continue;
    finding.text = "the shape " + role.name + " of " + pair.right->name +
                   " is not the mirror of that of " + pair.left->name + " on " +
                   std::to_string(count) + (count == 1 ? " frame" : " frames");
    finding.fix = "Mirror those of " + pair.left->name + ".";
    finding.remedy = Remedy(std::move(edits));
    findings.push_back(std::move(finding));
  }
}

// The recipe of most of an asset's shapes of the role, null where it has none.
const Recipe* usualRecipe(const Asset& asset, const std::string& role) {
  std::vector<std::pair<const Recipe*, int>> counts;
  for (const Frame& frame : asset.frames) {
    const FrameShape* shape = findShape(frame, role);
    if (shape == nullptr || !shape->recipe) continue;
    const auto same = std::find_if(counts.begin(), counts.end(), [&](const auto& count) {
      return *count.first == *shape->recipe;
    });
    same == counts.end() ? counts.emplace_back(&*shape->recipe, 1) : (++same->second, *same);
  }
  const auto most =
      std::max_element(counts.begin(), counts.end(),
                       [](const auto& a, const auto& b) { return a.second < b.second; });
  return most == counts.end() ? nullptr : most->first;
}

// Of the assets of a kind, all but a few have one recipe in the role.
void checkAlike(const std::vector<const Asset*>& assets, const std::string& kind,
                const std::string& role, std::vector<Finding>& findings) {
  std::vector<std::pair<const Asset*, const Recipe*>> recipes;
  for (const Asset* asset : assets) {
    if (const Recipe* recipe = usualRecipe(*asset, role)) recipes.emplace_back(asset, recipe);
  }
  if (recipes.size() < kLeastAlike) return;
  const Recipe* usual = nullptr;
  std::size_t most = 0;
  for (const auto& candidate : recipes) {
    const Recipe* recipe = candidate.second;
    const auto count = static_cast<std::size_t>(
        std::count_if(recipes.begin(), recipes.end(),
                      [&](const auto& other) { return *other.second == *recipe; }));
    if (count > most) {
      most = count;
      usual = recipe;
    }
  }
  if (most == recipes.size() || most * 3 < recipes.size() * 2) return;
  for (const auto& [asset, recipe] : recipes) {
    if (*recipe == *usual) continue;
    FitOrder order{{}, role, *usual};
    const Frame* first = nullptr;
    for (const Frame& frame : asset->frames) {
      const FrameShape* shape = findShape(frame, role);
      if (shape == nullptr || !shape->recipe) continue;
      if (first == nullptr) first = &frame;
      order.frames.push_back({asset->id, frame.id});
    }
    Finding finding =
        findingOf(rules::kShapeDiffers, {first->sheet, asset->id, {}, first->id, role});
    finding.text = "its shape " + role + " is a " + inWords(*recipe) + ", while " +
                   std::to_string(most) + " of " + std::to_string(recipes.size()) + " assets of " +
                   kind + " have a " + inWords(*usual);
    finding.fix = "Fit a " + inWords(*usual) + " here too.";
    finding.remedy = fittingRemedy({std::move(order)});
    findings.push_back(std::move(finding));
  }
}

}  // namespace

std::vector<Finding> checkShapesTogether(const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  for (const MirroredPair& pair : mirroredPairs(project, art)) {
    checkMirrored(pair, project, findings);
  }
  std::map<std::string, std::vector<const Asset*>> kinds;
  for (const auto& asset : project.assets) kinds[asset->kind].push_back(&*asset);
  for (const auto& [kind, assets] : kinds) {
    for (const Role& role : project.roles) checkAlike(assets, kind, role.name, findings);
  }
  return findings;
}

}  // namespace amber
