// The commands block, zone and replace.
#include <CLI/CLI.hpp>
#include <charconv>
#include <filesystem>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/cut/cutting_options.h"
#include "cli/frame_choice.h"
#include "files/json/json_text.h"
#include "work/project/blocks.h"
#include "work/project/open_project.h"

namespace amber {
namespace {

constexpr Rgba kUsualColour{200, 60, 50, 255};

// RRGGBB or RRGGBBAA, or nothing for any other text.
std::optional<Rgba> colourFrom(std::string_view text) {
  std::uint32_t bits = 0;
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), bits, 16);
  if (error != std::errc{} || end != text.data() + text.size()) return std::nullopt;
  if (text.size() == 6) bits = bits << 8 | 255U;
  if (text.size() != 6 && text.size() != 8) return std::nullopt;
  const auto byte = [&](int shift) { return static_cast<std::uint8_t>(bits >> shift & 255U); };
  return Rgba{byte(24), byte(16), byte(8), byte(0)};
}

CLI::Validator colourForm() {
  return {[](const std::string& text) {
            return colourFrom(text) ? std::string()
                                    : "\"" + text + "\" does not have the form RRGGBB[AA]";
          },
          "RRGGBB[AA]"};
}

Json frameJson(const Asset& asset) {
  const Frame& frame = asset.frames.front();
  return Json{{"asset", asset.name},
              {"size", Json{frame.rect.w, frame.rect.h}},
              {"origin", Json{frame.origin.x, frame.origin.y}}};
}

// block and zone: the same but for the colour.
class RectangleCommand : public Command {
 public:
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    app.add_option("--asset", asset_, "The name of the asset, or its base without a prefix")
        ->required();
    app.add_option("--size", size_, "Width and height, 1 to 4096 px")
        ->required()
        ->check(numbersForm(2, 'x', "WxH"));
    app.add_option("--kind", kind_, "The kind of a new asset (default: the first of the project)");
    app.add_flag("--resize", resize_, "Change an asset that exists");
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    auto edits = editsFor(change->project());
    if (!edits) return tl::unexpected(edits.error());
    const AssetId id = assetIn(*edits);
    if (auto applied = change->apply(*edits); !applied) return tl::unexpected(applied.error());
    const Asset& asset = *findAsset(change->project(), id);
    const PixelSize size = asset.frames.front().rect.size();
    if (json) std::cout << jsonText(frameJson(asset));
    resultText() << asset.name << ": " << size.w << " x " << size.h << " px\n";
    return Exit::Done;
  }

 protected:
  // The colour of a new one, and of one that has this colour now.
  virtual std::optional<Rgba> colour(const std::optional<Rgba>& now) const = 0;

 private:
  Result<std::vector<Edit>> editsFor(const Project& project) const {
    const std::vector<int> sides = numbersIn(size_, 2, 'x');
    const PixelSize size{sides[0], sides[1]};
    if (!resize_) {
      const std::string kind = kind_.empty() ? project.kinds.front().name : kind_;
      return newBlock(project, {asset_, kind, size, colour({})});
    }
    const auto asset = assetNamed(project, asset_);
    if (!asset) return tl::unexpected(asset.error());
    const Sheet* old = rectangleOf(project, **asset);
    return resizedBlock(project, (*asset)->id, size,
                        colour(old == nullptr ? std::nullopt : old->rectangle->colour));
  }

  static AssetId assetIn(const std::vector<Edit>& edits) {
    AssetId id;
    for (const Edit& edit : edits) {
      if (const auto* put = std::get_if<PutAsset>(&edit)) id = put->asset.id;
    }
    return id;
  }

  std::string project_;
  Saving saving_ = Saving::Written;
  std::string asset_;
  std::string size_;
  std::string kind_;
  bool resize_ = false;
};

class BlockCommand : public RectangleCommand {
 public:
  CommandTitle title() const override {
    return {"block",
            "Make a block: a plain rectangle of one colour in place of missing art",
            {"block glasshouse_night.amber --asset beam --size 64x8 --colour c83c32 --kind prop",
             "block glasshouse_night.amber --asset crate --size 24x24 --kind prop --try"}};
  }
  void addOptions(CLI::App& app) override {
    RectangleCommand::addOptions(app);
    app.add_option("--colour", colour_, "The colour, with alpha if wanted")->check(colourForm());
  }

 protected:
  std::optional<Rgba> colour(const std::optional<Rgba>& now) const override {
    return colour_.empty() ? now.value_or(kUsualColour) : colourFrom(colour_);
  }

 private:
  std::string colour_;
};

class ZoneCommand : public RectangleCommand {
 public:
  CommandTitle title() const override {
    return {"zone",
            "Make a zone: an area without a picture",
            {"zone glasshouse_night.amber --asset exit --size 32x200 --kind prop",
             "zone glasshouse_night.amber --asset zone_night_end --size 48x200 --resize"}};
  }

 protected:
  std::optional<Rgba> colour(const std::optional<Rgba>&) const override { return {}; }
};

class ReplaceCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"replace",
            "Give a block or zone real art; its settings are kept",
            {"replace glasshouse_night.amber --asset zone_night_end --sheet art/pot_two.png"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    app.add_option("--asset", asset_, "The block or zone")->required();
    app.add_option("--sheet", images_, "The images with the art, cut by their best proposals")
        ->required();
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    const auto asset = assetNamed(change->project(), asset_);
    if (!asset) return tl::unexpected(asset.error());
    const AssetId id = (*asset)->id;
    const std::string folder = std::filesystem::absolute(project_).parent_path().string();
    std::vector<ImportedSheet> sheets;
    for (const std::string& image : images_) {
      auto one = importSheet(folder, image);
      if (!one) return tl::unexpected(one.error());
      sheets.push_back(std::move(*one));
    }
    auto project = withArtForBlock(change->project(), id, std::move(sheets),
                                   std::make_shared<ArtStore>(folder));
    if (!project) return tl::unexpected(project.error());
    if (auto saved = change->save(std::move(*project)); !saved) {
      return tl::unexpected(saved.error());
    }
    const Asset& now = *findAsset(change->project(), id);
    if (json) std::cout << jsonText(Json{{"asset", now.name}, {"frames", now.frames.size()}});
    resultText() << now.name << ": " << now.frames.size() << " frames\n";
    return Exit::Done;
  }

 private:
  std::string project_;
  Saving saving_ = Saving::Written;
  std::string asset_;
  std::vector<std::string> images_;
};

}  // namespace

std::unique_ptr<Command> makeBlockCommand() {
  return std::make_unique<BlockCommand>();
}

std::unique_ptr<Command> makeZoneCommand() {
  return std::make_unique<ZoneCommand>();
}

std::unique_ptr<Command> makeReplaceCommand() {
  return std::make_unique<ReplaceCommand>();
}

}  // namespace amber
