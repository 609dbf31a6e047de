// Any ink, any rule: origins are finite, lie where edits may put them, and are found again in the
// same place; drift and slips are finite.
#include <cmath>
#include <cstdint>

#include "core/origin/anchor.h"
#include "core/origin/drift.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"
#include "core/project/validation/valid_project.h"
#include "must.h"

namespace {

using namespace amber;

constexpr int kFrames = 4;
constexpr int kSide = 12;

std::shared_ptr<const SheetArt> artFrom(const std::uint8_t* data, std::size_t size) {
  Image image(kFrames * kSide, kSide);
  for (int i = 0; i < kFrames * kSide * kSide; ++i) {
    const std::uint8_t byte = size == 0 ? 0 : data[static_cast<std::size_t>(i) % size];
    const bool ink = (byte >> i % 7 & 1) != 0;
    image.at(i % (kFrames * kSide), i / (kFrames * kSide)) = {9, 9, 9,
                                                              ink ? byte : std::uint8_t{0}};
  }
  return std::make_shared<const SheetArt>(artOf(std::move(image), InkRule{}));
}

Project projectFrom(std::uint8_t spread) {
  Sheet sheet;
  sheet.id = {1};
  sheet.path = "a.png";
  sheet.size = {kFrames * kSide, kSide};
  Asset asset;
  asset.id = {2};
  asset.kind = "character";
  asset.motion = Motion::Dynamic;
  Animation walk{{3}, "walk", LoopMode::Repeat, {}};
  for (int i = 0; i < kFrames; ++i) {
    const FrameId id{static_cast<std::uint32_t>(10 + i)};
    Frame frame{id, "f", {1}, {i * kSide, 0, kSide, kSide}, {}, kByHand, {}};
    frame.origin = {i * (spread - 128.0), 6};
    asset.frames.push_back(frame);
    walk.steps.push_back({id, 100});
  }
  asset.animations = {walk};
  return withEdits(newProject("fuzz"), {PutSheet{sheet}, PutAsset{asset}})->project;
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  if (size < 4) return 0;
  const Project project = projectFrom(data[0]);
  const auto pixels = artFrom(data + 4, size - 4);
  const ArtSource art = [&](SheetId) { return pixels; };
  OriginRule rule{static_cast<OriginBasis>(data[1] % 7),
                  static_cast<Anchor>(data[2] % 9),
                  static_cast<PointSnap>(data[3] % 3),
                  {11}};
  std::vector<FrameRef> frames;
  for (const Frame& frame : project.assets.front()->frames) frames.push_back({{2}, frame.id});
  const auto read = originRuleFrom(textOf(rule));
  must(read && *read == rule, "a rule is not read as it was written");
  if (rule.basis != OriginBasis::Hand) {
    const auto applied = withEdits(project, originsByRule(project, frames, rule, art));
    must(applied.has_value(), "an origin by a rule is refused");
    const auto again = originsByRule(applied->project, frames, rule, art);
    const auto twice = withEdits(applied->project, again);
    must(twice && twice->project == applied->project, "an origin is found elsewhere again");
  }
  const Asset& asset = *project.assets.front();
  const DriftTable table = driftOf(asset, asset.animations.front(), art);
  must(std::isfinite(table.feet.most()) && std::isfinite(table.centroid.most()), "drift");
  for (const Slip& slip : slipsOf(asset, asset.animations.front(), art)) {
    must(std::isfinite(slip.by.x) && std::isfinite(slip.by.y), "a slip is not finite");
    must(slip.step < asset.animations.front().steps.size(), "a slip of no step");
  }
  return 0;
}
