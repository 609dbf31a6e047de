#pragma once

#include <limits>
#include <memory>
#include <random>
#include <string>

#include "core/project/edit.h"

namespace amber::test {

// Makes edits of every sort, most of them sensible, some with what no project may hold.
class RandomEdits {
 public:
  explicit RandomEdits(std::uint64_t seed) : random_(seed) {}

  // Something to work on: a sheet, then an asset of it.
  Edit sensible(int step) {
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "art/1.png";
    sheet.size = {16, 32};
    if (step == 0) return PutSheet{sheet};
    if (step == 1) return SetOriginLimits{{4, false}};
    Asset asset;
    asset.id = {10};
    asset.kind = "character";
    for (std::uint32_t id = 20; id < 24; ++id) {
      asset.frames.push_back(Frame{{id}, "f", {1}, {0, 0, 8, 8}, {4, 8}, kByHand, {}});
    }
    asset.animations = {{{40}, "walk", LoopMode::Once, {{{20}, 100}}}};
    return PutAsset{asset};
  }

  Edit any(const Project& project) {
    project_ = &project;
    switch (below(34)) {
      case 0:
        return PutSheet{sheet()};
      case 1:
        return RemoveSheet{sheetId()};
      case 2:
        return PutAsset{asset()};
      case 3:
        return RemoveAsset{assetId()};
      case 4:
        return RemoveFrames{assetId(), {frameId(), frameId()}};
      case 5:
        return SetOrigin{assetId(), frameId(), point(), rule()};
      case 6:
        return PutMount{assetId(), frameId(), {name(), point()}};
      case 7:
        return DropMount{assetId(), frameId(), name()};
      case 8:
        return SetShape{assetId(), frameId(), frameShape()};
      case 9:
        return DropShape{assetId(), frameId(), role()};
      case 10:
        return SetScale{assetId(), number()};
      case 11:
        return Rename{
            assetId(), {odd() ? animationId() : 0}, {odd() ? frameId().value : 0}, name()};
      case 12:
        return SetNaming{{1 + below(7), below(3)}};
      case 13:
        return SetProfiles{{profile("game"), profile(name())}};
      case 14:
        return SetOriginLimits{{number(), odd()}};
      case 15:
        return SetKinds{{{"character", "chr", Motion::Dynamic, rule(), {{role(), recipe()}}},
                         {"kind " + name(), name(), Motion::Static, rule(), {}}}};
      case 16:
        return SetRoles{
            {{"body", Duty::Stops, bits(), bits(), recipe(), share(), seldom() ? number() : 1},
             {"role " + name(), Duty::Notices, bits(), bits(), recipe(), share(), share()}}};
      case 17:
        return RenameRole{role(), name()};
      default:
        return anyOfLayers();
    }
  }

 private:
  Edit anyOfLayers() {
    switch (below(16)) {
      case 14: {
        auto other = std::make_shared<Project>(*project_);
        other->name = name();
        return Become{other};
      }
      case 0:
        return SetMotion{assetId(), static_cast<Motion>(below(3))};
      case 1:
        return SetCopies{assetId(), static_cast<Copies>(below(2))};
      case 2:
        return SetSetting{odd() ? assetId() : AssetId{}, odd() ? "character" : "", setting()};
      case 3:
        return RenameKind{odd() ? "character" : name(), odd() ? "character" : name()};
      case 4:
        return AddLayer{name()};
      case 5:
        return RenameLayer{layer(), name()};
      case 6:
        return RemoveLayer{layer()};
      case 7:
        return MoveLayer{layer(), static_cast<std::size_t>(below(5))};
      case 8:
        return SetLayers{{layer(), name()}};
      case 9:
        if (odd()) return SetMergedTiles{odd()};
        return SetMeetingRule{static_cast<Pairing>(below(2)), static_cast<Wakes>(below(3))};
      case 10:
        return SetFairnessLimits{
            {seldom() ? number() : share(), std::nullopt, seldom() ? number() : share()}};
      case 11:
        return SetCodeFolders{{{name(), odd() ? "../game" : name()}, {odd() ? "*.min.js" : ""}}};
      case 12:
        return RenameMount{assetId(), odd() ? "spout" : name(), odd() ? "hand" : name()};
      case 13:
        return SetCourses{{{.name = name(),
                            .start = {number(), 0},
                            .solids = {Box{number(), 0, number(), 4},
                                       Polygon{{{number(), 0}, {9e5, -3}, {9e5, number()}}},
                                       StandingAsset{name(), below(3), {0, number()}, odd()}},
                            .actors = {{name(), {number(), 1}, GamePoint{2, 3}, number()}},
                            .mustPass = {{.asset = name(), .numbers = {.speed = number()}}}}}};
      default:
        return SetExpectations{{{phrase(), static_cast<Verb>(below(3)), phrase(), odd()},
                                {phrase(), static_cast<Verb>(below(3)), phrase(), odd()}}};
    }
  }

  PackProfile profile(std::string name) {
    PackProfile made{60 + below(99), odd(), seldom() ? whole() : 2, below(17), 3 + below(19)};
    made.name = std::move(name);
    made.pxPerUnit = seldom() ? number() : 16;
    made.yAxis = static_cast<YAxis>(below(2));
    if (odd()) made.scales = {0.5, seldom() ? number() : 2};
    made.resampling = static_cast<Resampling>(below(2));
    made.filter = static_cast<TextureFilter>(below(2));
    made.polygons = static_cast<PolygonForm>(below(2));
    made.partPoints = 3 + below(9);
    made.masks = static_cast<MaskForm>(below(2));
    made.pageShape = static_cast<PageShape>(below(4));
    made.same = static_cast<SamePictures>(below(3));
    made.colours = static_cast<PageColours>(below(2));
    made.unseen = static_cast<Unseen>(below(2));
    made.blocks = static_cast<Blocks>(below(2));
    return made;
  }

  RoleSetting setting() {
    RoleSetting setting{role()};
    if (odd()) setting.duty = Duty::Notices;
    if (odd()) setting.on = bits();
    if (odd()) setting.seeks = bits();
    return setting;
  }

  Phrase phrase() {
    const auto of = static_cast<PhraseOf>(below(4));
    return {of, (of == PhraseOf::All) != seldom() ? std::string() : name(),
            odd() ? role() : std::string()};
  }

  std::string layer() {
    const auto& layers = project_->layers;
    return layers.empty() || seldom()
               ? name()
               : layers[static_cast<std::size_t>(below(static_cast<int>(layers.size())))];
  }

  int below(int count) { return static_cast<int>(random_() % static_cast<unsigned>(count)); }
  bool odd() { return below(2) == 1; }
  bool seldom() { return below(12) == 0; }
  std::uint32_t bits() { return static_cast<std::uint32_t>(random_()); }
  double share() { return below(101) / 100.0; }
  int whole() { return seldom() ? static_cast<int>(bits()) : below(20); }

  double number() {
    static const double hard[] = {std::numeric_limits<double>::quiet_NaN(),
                                  std::numeric_limits<double>::infinity(),
                                  -std::numeric_limits<double>::infinity(),
                                  1e308,
                                  5e-324,
                                  -0.0,
                                  32768,
                                  32768.5,
                                  -32769,
                                  1.0 / 3};
    return seldom() ? hard[below(10)] : below(128) / 4.0 - 4;
  }

  FramePoint point() { return {number(), number()}; }

  std::string name() {
    static const char* names[] = {"body", "feet", "a", "spout", "b_2", "c", "d", "e_1", "f", "g"};
    static const char* odd[] = {"", "Größe", " x", "q\"\\\n", "\xff\xfe"};
    if (below(40) == 0) return std::string(5000, 'x');
    return seldom() ? odd[below(5)] : names[below(10)];
  }
  std::string role() {
    return project_->roles.empty() || seldom() ? name()
                                               : project_
                                                     ->roles[static_cast<std::size_t>(below(
                                                         static_cast<int>(project_->roles.size())))]
                                                     .name;
  }

  SheetId sheetId() { return {static_cast<std::uint32_t>(1 + below(3))}; }
  AssetId assetId() { return {static_cast<std::uint32_t>(10 + below(3))}; }
  FrameId frameId() { return {static_cast<std::uint32_t>(20 + below(4))}; }
  std::uint32_t animationId() { return static_cast<std::uint32_t>(40 + below(2)); }

  OriginRule rule() {
    OriginRule rule;
    rule.basis = static_cast<OriginBasis>(seldom() ? below(7) : below(5));
    rule.anchor = static_cast<Anchor>(below(9));
    rule.snap = static_cast<PointSnap>(below(3));
    rule.frame = frameId();
    return rule;
  }

  PixelRect rect() {
    return seldom() ? PixelRect{whole(), whole(), whole(), whole()}
                    : PixelRect{below(8), below(8), 1 + below(8), 1 + below(8)};
  }

  CutWay way() {
    switch (below(3)) {
      case 0:
        return Grid{{1 + below(4), 4}, {below(2), 0}, {0, below(2)}, 1 + below(3), 1 + below(3)};
      case 1:
        return IslandRule{1 + below(9), 1 + whole(), whole()};
      default:
        return HandCut{{rect(), rect()}};
    }
  }

  Sheet sheet() {
    Sheet sheet;
    sheet.id = seldom() ? SheetId{bits()} : sheetId();
    sheet.path = seldom() ? name() : "art/" + std::to_string(sheet.id.value) + ".png";
    sheet.hash = "sha256:00";
    sheet.size = {16, 32};
    sheet.orientation = {seldom() ? 4 : below(4), seldom(), seldom()};
    sheet.ink = {1 + below(9), 1 + whole(), std::nullopt};
    if (odd()) sheet.ink.key = KeyColour{1, 2, 3, whole(), KeyReach::JoinedToEdge};
    if (odd()) sheet.pictures = SheetPictures{{4, 4}, {whole() + 1, 100}};
    if (odd()) sheet.cut = Cut{way(), {}};
    if (sheet.cut && seldom()) sheet.cut->regions = {{rect(), way()}};
    return below(6) == 0 ? rectangle(sheet) : sheet;
  }

  // Mostly a block or zone as it should be.
  Sheet rectangle(Sheet sheet) {
    sheet.rectangle = Rectangle{};
    if (odd()) sheet.rectangle->colour = Rgba{1, 2, 3, static_cast<std::uint8_t>(below(256))};
    if (seldom()) return sheet;
    sheet.path.clear();
    sheet.hash.clear();
    sheet.orientation = {};
    sheet.ink.key.reset();
    sheet.pictures.reset();
    sheet.cut = Cut{Grid{sheet.size, {}, {}, 1, 1}, {}};
    return sheet;
  }

  Recipe recipe() {
    Recipe recipe;
    recipe.kind = static_cast<ShapeKind>(below(5));
    recipe.style = static_cast<FitStyle>(below(4));
    recipe.region = {static_cast<Region::Part>(below(6)), seldom() ? number() : 5, odd(), rect()};
    recipe.inset = {share(), share(), seldom() ? number() : 0, share(), odd()};
    recipe.loss = share();
    recipe.axis = static_cast<CapsuleAxis>(below(3));
    recipe.mask = {below(9) - 4, static_cast<Holes>(below(2)), 1 + whole()};
    recipe.polygon = {3 + below(9), share(), odd(), static_cast<Around>(below(2))};
    recipe.together = odd();
    return recipe;
  }

  Shape shape() {
    switch (below(5)) {
      case 0:
        return Box{number(), number(), 1 + share(), seldom() ? number() : 2};
      case 1:
        return Circle{number(), share(), 1 + share()};
      case 2:
        return Capsule{number(), share(), share(), share(), 1 + share()};
      case 3:
        return Polygon{{{-share(), share()}, {4 + share(), share()}, {number(), 6}}};
      default:
        return MaskShape{below(4) - 2.0, seldom() ? number() : 1, 2, 2, {{0, 0, 2}, {1, 0, 1}}};
    }
  }

  FrameShape frameShape() {
    FrameShape made{role(), shape()};
    if (odd()) made.recipe = recipe();
    made.ink = random_();
    return made;
  }

  Asset asset() {
    Asset asset;
    asset.id = assetId();
    asset.name = name();
    asset.kind = seldom() ? name() : "character";
    asset.scale = seldom() ? number() : 2;
    asset.copies = static_cast<Copies>(below(2));
    if (seldom()) asset.variantOf = assetId();
    if (odd()) asset.settings.push_back(setting());
    if (seldom()) asset.riders.push_back({name(), assetId(), {bits()}, odd()});
    if (seldom()) {
      asset.tileDecisions.push_back({{bits()}, static_cast<TileSide>(below(2)), {bits()}, odd()});
    }
    const std::uint32_t first = asset.id.value * 10;
    for (std::uint32_t id = first; id < first + 2; ++id) {
      Frame frame{{seldom() ? bits() : id}, name(), sheetId(), rect(), point(), rule(), {}};
      frame.lost = seldom();
      frame.look = random_();
      if (odd()) frame.shapes.push_back(frameShape());
      if (odd()) frame.mounts.push_back({name(), point()});
      asset.frames.push_back(frame);
    }
    asset.animations = {{{30 + asset.id.value}, name(), LoopMode::Once, {{{first}, 1 + whole()}}}};
    return asset;
  }

  std::mt19937_64 random_;
  const Project* project_ = nullptr;
};

}  // namespace amber::test
