// The command look.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <iostream>
#include <nlohmann/json.hpp>
#include <numbers>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/origin/riders.h"
#include "core/origin/staging.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/json/json_text.h"
#include "work/art/stage_picture.h"
#include "work/project/open_project.h"

namespace amber {
namespace {

// Draws frames at their origins.
struct LookArguments {
  std::string project;
  FrameChoice frames;
  std::string as;    // stack, mirror, spin or depth.
  double angle = 0;  // Degrees.
  std::string beside;
  FramePoint at;  // Where the other asset stands, art px.
  double zoom = 4;
  std::string file;
};

constexpr std::size_t kMostGhosts = 256;
constexpr int kSpinGhosts = 12;

std::vector<StackedAnimation> stackFor(const Asset& asset, const Animation* only) {
  std::vector<StackedAnimation> stack;
  for (const Animation& animation : asset.animations) {
    if (only == nullptr || only == &animation) stack.push_back({&asset, &animation});
  }
  return stack;
}

Result<std::vector<StagedFrame>> stagedFor(const OpenProject& open, const LookArguments& arguments,
                                           const std::vector<const Asset*>& assets,
                                           const Animation* only) {
  const Asset& asset = *assets.front();
  FrameId shown = only != nullptr ? only->steps.front().frame : asset.frames.front().id;
  if (arguments.frames.frame != 0) {
    const auto frame = frameOf(asset, arguments.frames.frame);
    if (!frame) return tl::unexpected(frame.error());
    shown = (*frame)->id;
  }
  if (arguments.as == "mirror") return mirrorPair({asset.id, shown});
  if (arguments.as == "spin") {
    return spinFan({asset.id, shown}, arguments.angle * std::numbers::pi / 180, kSpinGhosts);
  }
  if (arguments.as == "depth") {
    const Asset* other = findAsset(open.project, arguments.beside);
    if (other == nullptr || other->frames.empty()) {
      return failure(ErrorCode::UnknownTarget, "the project has no asset \"" + arguments.beside +
                                                   "\"; give it with --beside");
    }
    return depthPair(asset, shown, *other, other->frames.front().id,
                     {arguments.at.x, arguments.at.y});
  }
  std::vector<StackedAnimation> stack = stackFor(asset, only);
  for (std::size_t i = 1; i < assets.size(); ++i) {
    const auto more = stackFor(*assets[i], nullptr);
    stack.insert(stack.end(), more.begin(), more.end());
  }
  std::vector<StagedFrame> frames = ghostStack(stack, shown, asset.scale, kMostGhosts);
  for (StagedFrame& ghost : frames) ghost.opacity = ghostOpacity(frames.size());
  StagedFrame top;
  top.ref = {asset.id, shown};
  frames.push_back(top);
  return frames;
}

Result<Exit> runLook(const LookArguments& arguments, bool json) {
  const auto open = openProject(arguments.project);
  if (!open) return tl::unexpected(open.error());
  const auto assets = chosenAssets(open->project, arguments.frames);
  if (!assets) return tl::unexpected(assets.error());
  const Animation* only = nullptr;
  if (!arguments.frames.animation.empty()) {
    const auto found = animationOf(*assets->front(), arguments.frames.animation);
    if (!found) return tl::unexpected(found.error());
    only = *found;
  }
  const auto frames = stagedFor(*open, arguments, *assets, only);
  if (!frames) return tl::unexpected(frames.error());
  const auto picture =
      stagePicture(open->project, withRiders(open->project, *frames), arguments.zoom, open->art);
  if (!picture) return tl::unexpected(picture.error());
  auto written = writeFileAtomically(arguments.file, pngBytes(picture->image));
  if (!written) return tl::unexpected(written.error());
  resultText() << arguments.file << ": " << picture->image.width() << " x "
               << picture->image.height() << " px\n";
  if (json) {
    std::cout << jsonText(
        Json{{"file", arguments.file},
             {"size", Json::array({picture->image.width(), picture->image.height()})},
             {"origin", Json::array({picture->origin.x, picture->origin.y})},
             {"frames", frames->size()}});
  }
  return Exit::Done;
}

class LookCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"look",
            "Draw frames at their origins to a PNG file",
            {"look glasshouse_night.amber --asset chr_keeper --as stack --out stack.png",
             "look glasshouse_night.amber --asset chr_snail --animation crawl --as spin --angle 30 "
             "--zoom 4 --out spin.png"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addFrames(app, arguments_.frames);
    app.add_option("--as", arguments_.as, "The type of picture")
        ->required()
        ->check(CLI::IsMember({"stack", "mirror", "spin", "depth"}));
    app.add_option("--angle", arguments_.angle, "The angle of a spin, in degrees clockwise")
        ->check(CLI::Range(-36000.0, 36000.0));
    app.add_option("--beside", arguments_.beside, "The second asset, for a depth order");
    app.add_option("--at", at_, "The position of the second asset, in art px from the origin")
        ->check(pointForm());
    app.add_option("--zoom", arguments_.zoom, "The number of picture pixels per art pixel")
        ->check(CLI::Range(0.1, 64.0));
    app.add_option("--out", arguments_.file, "The PNG file to write")->required();
  }
  Result<Exit> run(bool json) override {
    if (!at_.empty()) arguments_.at = *pointIn(at_);
    return runLook(arguments_, json);
  }

 private:
  LookArguments arguments_;
  std::string at_;
};

}  // namespace

std::unique_ptr<Command> makeLookCommand() {
  return std::make_unique<LookCommand>();
}

}  // namespace amber
