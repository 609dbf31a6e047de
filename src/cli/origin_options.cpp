#include "cli/origin_options.h"

#include <CLI/CLI.hpp>
#include <array>

#include "cli/frame_choice.h"

namespace amber {
namespace {

// By PointSnap.
const std::vector<std::string> kSnapWords = {"corner", "centre", "free"};

CLI::Validator pointForm() {
  return {[](std::string& text) {
            return pointIn(text) ? std::string() : "\"" + text + "\" is no point; write X,Y in px";
          },
          "X,Y"};
}

}  // namespace

void OriginOptions::add(CLI::App& program) {
  addOrigin(program);
  addDrift(program);
  addMount(program);
  addLook(program);
}

CLI::App* OriginOptions::addAbout(CLI::App& program, const std::string& name,
                                  const std::string& about) {
  CLI::App* command = program.add_subcommand(name, about);
  command->add_option("PROJECT", project_, "The project file")->required();
  command->add_option("--asset", frames_.assets, "The asset's name, or several");
  command->add_option("--animation", frames_.animation, "Only the frames of this animation");
  command->add_option("--frame", frames_.frame, "Only the asset's frame of this number, from 1")
      ->check(CLI::Range(1, 100000));
  return command;
}

void OriginOptions::addOrigin(CLI::App& program) {
  originCommand_ = addAbout(program, "origin", "Set where frames stand, turn and mirror");
  originCommand_->add_option("--kind", frames_.kind, "All assets of this kind");
  originCommand_->add_option("--anchor", origin_.anchor,
                             "cell:ANCHOR, ink:ANCHOR, feet, centroid, X,Y, frame:N (as that "
                             "frame) or feetOf:N (as far from the feet as in that frame)");
  originCommand_->add_option("--snap", snap_, "What the point is snapped to")
      ->check(CLI::IsMember(kSnapWords));
  originCommand_->add_option("--nudge", nudge_, "Move each by so much, px")->check(pointForm());
  originCommand_->add_flag("--again", origin_.again, "Find each again by its own rule");
  originCommand_->add_flag("--hand-too", origin_.handToo, "Also those that were set by hand");
  originCommand_->add_flag("--for-kind", origin_.forKind,
                           "The rule also becomes the kind's, for new assets");
  originCommand_->add_flag("--try", origin_.tryOnly, "Say what would change; change nothing");
  originCommand_
      ->add_option("--drift", wantedDrift_, "How far feet may drift before a check tells, px")
      ->check(CLI::Range(0.0, 1024.0));
  originCommand_->add_option("--scale", scale_, "Game px an art px of the assets is drawn at")
      ->check(CLI::Range(0.001, 1000.0));
  originCommand_->add_option("--whole", whole_, "Whether the project wants origins on whole pixels")
      ->check(CLI::IsMember({"yes", "no"}));
}

void OriginOptions::addDrift(CLI::App& program) {
  driftCommand_ = addAbout(program, "drift",
                           "Tell where feet, centroid and ink edges go, seen from the origin");
  driftCommand_->add_flag("--csv", drift_.csv, "A table to standard output");
}

void OriginOptions::addMount(CLI::App& program) {
  mountCommand_ = addAbout(program, "mount", "Place named points, or tell where they are");
  mountCommand_->add_option("--name", mount_.name, "The mount's name, such as spout");
  auto* at =
      mountCommand_->add_option("--at", at_, "Its place on the frame, px")->check(pointForm());
  mountCommand_->add_option("--offset", offset_, "Its place as seen from each origin, px")
      ->check(pointForm())
      ->excludes(at);
  mountCommand_->add_flag("--hold", mount_.hold,
                          "Key it on the animation's first frame and hold it on the others");
  mountCommand_->add_flag("--unkey", mount_.unkey, "Take its keys from the frames");
  mountCommand_->add_flag("--remove", mount_.remove, "Take it out of the asset");
  mountCommand_->add_option("--rename", mount_.newName, "Its new name");
  mountCommand_->add_option("--mirror", mount_.mirrored,
                            "Place a mount of this name on the other side of the origin");
}

void OriginOptions::addLook(CLI::App& program) {
  lookCommand_ = addAbout(program, "look", "Draw frames as they stand on their origins");
  lookCommand_->add_option("--as", look_.as, "What to draw")
      ->required()
      ->check(CLI::IsMember({"stack", "mirror", "spin", "depth"}));
  lookCommand_->add_option("--angle", look_.angle, "Of a spin, degrees clockwise")
      ->check(CLI::Range(-36000.0, 36000.0));
  lookCommand_->add_option("--beside", look_.beside, "The other asset of a depth order");
  lookCommand_->add_option("--at", at_, "Where the other stands, art px from the origin")
      ->check(pointForm());
  lookCommand_->add_option("--zoom", look_.zoom, "Picture px per art px")
      ->check(CLI::Range(0.1, 64.0));
  lookCommand_->add_option("--out", look_.file, "The PNG file to write")->required();
}

std::optional<std::variant<OriginArguments, DriftArguments, MountArguments, LookArguments>>
OriginOptions::command() const {
  if (originCommand_->parsed()) {
    OriginArguments origin = origin_;
    origin.project = project_;
    origin.frames = frames_;
    origin.snap = static_cast<PointSnap>(std::find(kSnapWords.begin(), kSnapWords.end(), snap_) -
                                         kSnapWords.begin());
    if (!nudge_.empty()) origin.nudge = pointIn(nudge_);
    if (wantedDrift_ >= 0) origin.drift = wantedDrift_;
    if (scale_ > 0) origin.scale = scale_;
    if (!whole_.empty()) origin.wholePixels = whole_ == "yes";
    return origin;
  }
  if (driftCommand_->parsed()) return DriftArguments{project_, frames_, drift_.csv};
  if (mountCommand_->parsed()) {
    MountArguments mount = mount_;
    mount.project = project_;
    mount.frames = frames_;
    if (!at_.empty()) mount.at = pointIn(at_);
    if (!offset_.empty()) mount.offset = relativeTo(*pointIn(offset_), {});
    return mount;
  }
  if (lookCommand_->parsed()) {
    LookArguments look = look_;
    look.project = project_;
    look.frames = frames_;
    if (!at_.empty()) look.at = *pointIn(at_);
    return look;
  }
  return std::nullopt;
}

}  // namespace amber
