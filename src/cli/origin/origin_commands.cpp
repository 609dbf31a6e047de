// The commands origin and drift.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/base/exact_number.h"
#include "core/checks/wording.h"
#include "core/origin/anchor.h"
#include "core/origin/drift.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"
#include "core/project/words.h"
#include "files/csv_table.h"
#include "files/json/json_text.h"
#include "files/project/geometry_json.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

// Sets origins and the origin checks of the project. Empty members are not changed.
struct OriginArguments {
  std::string project;
  Saving saving = Saving::Written;
  FrameChoice frames;
  std::string anchor;  // A rule, frame:N or feetOf:N with a frame's number, or X,Y.
  PointSnap snap = PointSnap::Free;
  std::optional<FramePoint> nudge;  // By so much.
  bool again = false;               // Find them again, each by its own rule.
  bool handToo = false;             // Those set by hand as well.
  bool forKind = false;             // The rule becomes the kind's.
  std::optional<double> drift;
  std::optional<bool> wholePixels;
  std::optional<double> scale;  // At which the game draws the assets.
};

// Lists how landmarks move in animations.
struct DriftArguments {
  std::string project;
  FrameChoice frames;
  bool csv = false;
};

int numberOf(const Asset& asset, FrameId id) {
  const auto frame = std::find_if(asset.frames.begin(), asset.frames.end(),
                                  [&](const Frame& one) { return one.id == id; });
  return static_cast<int>(frame - asset.frames.begin()) + 1;
}

// The rule as typed, with frames by their number in the first asset; not for X,Y.
Result<OriginRule> typedRule(const Project& project, const OriginArguments& arguments) {
  auto rule = originRuleFrom(arguments.anchor);
  if (!rule) return rule;
  if (rule->basis == OriginBasis::Hand) {
    return failure(ErrorCode::BadValue, "an origin by hand is given as X,Y");
  }
  rule->snap = arguments.snap;
  if (!rule->hasFrame()) return rule;
  const auto assets = chosenAssets(project, arguments.frames);
  if (!assets) return tl::unexpected(assets.error());
  const auto frame = frameOf(*assets->front(),
                             static_cast<int>(std::min<std::uint32_t>(rule->frame.value, 1000000)));
  if (!frame) return tl::unexpected(frame.error());
  rule->frame = (*frame)->id;
  return rule;
}

Result<std::vector<Edit>> kindsWith(const Project& project, const std::string& name,
                                    const OriginRule& rule) {
  if (name.empty() || rule.hasFrame()) {
    return failure(ErrorCode::BadValue,
                   "only a rule that uses no frame can be the rule of a kind, with --kind");
  }
  std::vector<Kind> kinds = project.kinds;
  for (Kind& kind : kinds) {
    if (kind.name == name) kind.origin = rule;
  }
  return std::vector<Edit>{SetKinds{std::move(kinds)}};
}

// What the anchor asks for.
Result<std::vector<Edit>> anchored(const OpenProject& open, const std::vector<FrameRef>& frames,
                                   const OriginArguments& arguments) {
  if (const auto point = pointIn(arguments.anchor)) {
    return originsByHand(open.project, frames, snapped(*point, arguments.snap));
  }
  const auto rule = typedRule(open.project, arguments);
  if (!rule) return tl::unexpected(rule.error());
  const bool one = arguments.frames.frame != 0;
  std::vector<Edit> edits =
      originsByRule(open.project, frames, *rule, open.art,
                    arguments.handToo || one ? HandSet::Replaced : HandSet::Kept);
  if (arguments.forKind) {
    auto kinds = kindsWith(open.project, arguments.frames.kind, *rule);
    if (!kinds) return kinds;
    edits.insert(edits.end(), kinds->begin(), kinds->end());
  }
  return edits;
}

Result<std::vector<Edit>> originEdits(const OpenProject& open, const OriginArguments& arguments,
                                      std::vector<FrameRef>& frames) {
  std::vector<Edit> edits;
  if (arguments.drift || arguments.wholePixels) {
    OriginLimits wishes = open.project.origins;
    wishes.drift = arguments.drift.value_or(wishes.drift);
    wishes.wholePixels = arguments.wholePixels.value_or(wishes.wholePixels);
    edits.emplace_back(SetOriginLimits{wishes});
  }
  if (arguments.scale) {
    const auto assets = chosenAssets(open.project, arguments.frames);
    if (!assets) return tl::unexpected(assets.error());
    for (const Asset* asset : *assets) edits.emplace_back(SetScale{asset->id, *arguments.scale});
  }
  const int ways =
      (arguments.anchor.empty() ? 0 : 1) + (arguments.nudge ? 1 : 0) + (arguments.again ? 1 : 0);
  if (ways > 1) return failure(ErrorCode::BadValue, "use one of --anchor, --nudge and --again");
  if (ways == 0) {
    if (edits.empty()) {
      return failure(ErrorCode::BadValue,
                     "give what to set: --anchor, --nudge, --again or --scale");
    }
    return edits;
  }
  auto chosen = chosenFrames(open.project, arguments.frames);
  if (!chosen) return tl::unexpected(chosen.error());
  frames = std::move(*chosen);
  auto more = arguments.nudge
                  ? originsMoved(open.project, frames, arguments.nudge->x, arguments.nudge->y)
              : arguments.again ? originsAgain(open.project, frames, open.art)
                                : anchored(open, frames, arguments);
  if (!more) return more;
  edits.insert(edits.end(), more->begin(), more->end());
  return edits;
}

Json pointJson(OriginPoint point) {
  return Json::array({point.x, point.y});
}

Json marksJson(const MarksFromOrigin& marks) {
  return Json{{"feet", pointJson(marks.feet)},
              {"centroid", pointJson(marks.centroid)},
              {"left", marks.left},
              {"top", marks.top},
              {"right", marks.right},
              {"bottom", marks.bottom},
              {"mirrorJump", marks.mirrorJump()}};
}

Json driftJson(const Drift& drift) {
  return Json{{"x", drift.x}, {"y", drift.y}};
}

Json stepNumber(const std::optional<std::size_t>& step) {
  return step ? Json(*step + 1) : Json(nullptr);
}

Json tableJson(const Asset& asset, const Animation& animation, const DriftTable& table,
               const std::vector<Slip>& slips) {
  Json steps = Json::array();
  for (std::size_t i = 0; i < table.rows.size(); ++i) {
    const Frame& frame = *findFrame(asset, table.rows[i].frame);
    Json step{{"step", i + 1},
              {"frame", frame.name},
              {"origin", jsonOf(frame.origin)},
              {"rule", textOf(frame.originRule)},
              {"marks", table.rows[i].marks ? marksJson(*table.rows[i].marks) : Json(nullptr)}};
    steps.push_back(std::move(step));
  }
  Json slipList = Json::array();
  for (const Slip& slip : slips) {
    slipList.push_back(Json{{"step", slip.step + 1}, {"by", pointJson(slip.by)}});
  }
  return Json{{"animation", animation.name},
              {"feet", driftJson(table.feet)},
              {"centroid", driftJson(table.centroid)},
              {"usualFeet", pointJson(table.usualFeet)},
              {"steadiest", stepNumber(table.steadiest)},
              {"worst", stepNumber(table.worst)},
              {"slips", std::move(slipList)},
              {"steps", std::move(steps)}};
}

void addRows(std::vector<CsvRow>& rows, const Asset& asset, const Animation& animation,
             const DriftTable& table) {
  for (std::size_t i = 0; i < table.rows.size(); ++i) {
    const Frame& frame = *findFrame(asset, table.rows[i].frame);
    CsvRow& row =
        rows.emplace_back(CsvRow{asset.name, animation.name, std::to_string(i + 1), frame.name,
                                 exactNumber(frame.origin.x), exactNumber(frame.origin.y)});
    const auto& marks = table.rows[i].marks;
    if (!marks) {
      row.resize(14);
      continue;
    }
    for (const double value : {marks->feet.x, marks->feet.y, marks->centroid.x, marks->centroid.y,
                               marks->left, marks->top, marks->right, marks->bottom}) {
      row.push_back(exactNumber(value));
    }
  }
}

Result<Exit> runOrigin(const OriginArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const OpenProject open = withArt(change->path(), change->project());
  std::vector<FrameRef> frames;
  const auto edits = originEdits(open, arguments, frames);
  if (!edits) return tl::unexpected(edits.error());
  const OriginChange moved = changeBy(open.project, *edits);
  if (auto done = change->apply(*edits); !done) {
    return tl::unexpected(done.error());
  }
  const Project& after = change->project();
  resultText() << (arguments.saving == Saving::Tried ? "would move " : "moved ")
               << framesText(static_cast<std::size_t>(moved.moved)) << " of " << frames.size()
               << ", by up to " << px(moved.farthest) << "\n";
  if (!json) return Exit::Done;
  Json list = Json::array();
  for (const FrameRef& ref : frames) {
    const Asset& asset = *findAsset(after, ref.asset);
    const Frame& frame = *findFrame(asset, ref.frame);
    list.push_back(Json{{"asset", asset.name},
                        {"frame", frame.name},
                        {"number", numberOf(asset, frame.id)},
                        {"origin", jsonOf(frame.origin)},
                        {"rule", textOf(frame.originRule)}});
  }
  std::cout << jsonText(Json{{"project", arguments.project},
                             {"moved", moved.moved},
                             {"farthest", moved.farthest},
                             {"frames", std::move(list)}});
  return Exit::Done;
}

Result<Exit> runDrift(const DriftArguments& arguments, bool json) {
  const auto open = openProject(arguments.project);
  if (!open) return tl::unexpected(open.error());
  FrameChoice choice = arguments.frames;
  if (!choice.any()) {
    for (const auto& asset : open->project.assets) choice.assets.push_back(asset->name);
  }
  const auto assets = chosenAssets(open->project, choice);
  if (!assets) return tl::unexpected(assets.error());
  std::vector<CsvRow> rows{{"asset", "animation", "step", "frame", "origin_x", "origin_y", "feet_x",
                            "feet_y", "centroid_x", "centroid_y", "left", "top", "right",
                            "bottom"}};
  Json list = Json::array();
  for (const Asset* asset : *assets) {
    Json tables = Json::array();
    if (!choice.animation.empty()) {
      if (const auto found = animationOf(*asset, choice.animation); !found) {
        return tl::unexpected(found.error());
      }
    }
    for (const Animation& animation : asset->animations) {
      if (!choice.animation.empty() && animation.name != choice.animation) continue;
      const DriftTable table = driftOf(*asset, animation, open->art);
      const std::vector<Slip> slips = slipsOf(*asset, animation, open->art);
      tables.push_back(tableJson(*asset, animation, table, slips));
      addRows(rows, *asset, animation, table);
      resultText() << asset->name << " " << animation.name << ": feet drift " << px(table.feet.x)
                   << " across, " << px(table.feet.y) << " up and down; " << slips.size()
                   << (slips.size() == 1 ? " slip\n" : " slips\n");
    }
    list.push_back(Json{{"asset", asset->name}, {"animations", std::move(tables)}});
  }
  if (arguments.csv) {
    std::cout << csvText(rows);
  } else if (json) {
    std::cout << jsonText(Json{{"project", arguments.project}, {"assets", std::move(list)}});
  }
  return Exit::Done;
}

class OriginCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"origin",
            "Set the origins of frames",
            {"origin glasshouse_night.amber --asset chr_keeper --anchor feet --snap corner --try",
             "origin glasshouse_night.amber --asset chr_moth --nudge 0,-2",
             "origin glasshouse_night.amber --kind character --anchor ground --for-kind"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addFrames(app, arguments_.frames);
    app.add_option("--anchor", arguments_.anchor,
                   "The rule: ground (one point for the whole strip), cell:ANCHOR, ink:ANCHOR, "
                   "feet, centroid, X,Y, frame:N (position copied from "
                   "that frame) or feetOf:N (same distance from the feet as in that frame)");
    app.add_option("--snap", snap_, "What the origin is snapped to")->check(oneOf(kSnapWords));
    app.add_option("--nudge", nudge_, "Move each origin by this offset, in px")->check(pointForm());
    app.add_flag("--again", arguments_.again, "Apply the rule of each frame again");
    app.add_flag("--hand-too", arguments_.handToo, "Also change origins that were set by hand");
    app.add_flag("--for-kind", arguments_.forKind, "Also use the rule for new assets of the kind");
    app.add_option("--drift", drift_, "The largest drift of the feet without a finding, in px")
        ->check(inRange(kDriftRange));
    app.add_option("--scale", scale_, "The number of game pixels per art pixel")
        ->check(CLI::Range(0.001, kLargestScale));
    app.add_option("--whole", whole_, "Whether origins must be on whole pixels")
        ->check(CLI::IsMember({"yes", "no"}));
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    arguments_.snap = *enumFrom<PointSnap>(kSnapWords, snap_);
    if (!nudge_.empty()) arguments_.nudge = pointIn(nudge_);
    if (drift_ >= 0) arguments_.drift = drift_;
    if (scale_ > 0) arguments_.scale = scale_;
    if (!whole_.empty()) arguments_.wholePixels = whole_ == "yes";
    return runOrigin(arguments_, json);
  }

 private:
  OriginArguments arguments_;
  std::string snap_ = "free";
  std::string nudge_;
  double drift_ = -1;
  double scale_ = 0;
  std::string whole_;
};

class DriftCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"drift",
            "List the positions of feet, centroid and ink edges, relative to the origin",
            {"drift glasshouse_night.amber --asset chr_keeper",
             "drift glasshouse_night.amber --asset chr_keeper --animation walk --csv"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addFrames(app, arguments_.frames);
    app.add_flag("--csv", arguments_.csv, "Write a table to standard output");
  }
  Result<Exit> run(bool json) override { return runDrift(arguments_, json); }

 private:
  DriftArguments arguments_;
};

}  // namespace

std::unique_ptr<Command> makeOriginCommand() {
  return std::make_unique<OriginCommand>();
}

std::unique_ptr<Command> makeDriftCommand() {
  return std::make_unique<DriftCommand>();
}

}  // namespace amber
