// The commands meet and fairness.
#include <CLI/CLI.hpp>
#include <cmath>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/base/exact_number.h"
#include "core/checks/trial/trial_checks.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/layers/outcome_words.h"
#include "core/trial/fair_candidates.h"
#include "core/trial/fairness_sum.h"
#include "core/trial/meeting_report.h"
#include "files/csv_table.h"
#include "files/file_bytes.h"
#include "files/image_file.h"
#include "files/json_text.h"
#include "work/open_project.h"
#include "work/project_change.h"
#include "work/report.h"
#include "work/trial_tables.h"

namespace amber {
namespace {

// One side of a trial, as it is typed.
struct SideText {
  std::string asset;
  std::string frame;  // A number, or "all"; empty for the first.
  std::string role;
  bool mirrored = false;
};

// Frames of one asset, with what a trial needs of each.
struct TrialSide {
  const Asset* asset = nullptr;
  std::vector<TrialFrame> frames;
};

Result<TrialSide> sideOf(const OpenProject& open, const SideText& text) {
  const Asset* asset = findAsset(open.project, text.asset);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget, "no asset is called \"" + text.asset + "\"");
  }
  std::vector<FrameRef> refs;
  if (text.frame == "all") {
    for (const Frame& frame : asset->frames) refs.push_back({asset->id, frame.id});
  } else {
    const auto frame = frameOf(*asset, text.frame.empty() ? 1 : std::stoi(text.frame));
    if (!frame) return tl::unexpected(frame.error());
    refs.push_back({asset->id, (*frame)->id});
  }
  if (refs.empty()) {
    return failure(ErrorCode::UnknownTarget, "\"" + text.asset + "\" has no frames yet");
  }
  if (const auto loaded = loadArtOf(open, refs); !loaded) return tl::unexpected(loaded.error());
  TrialSide side{asset, {}};
  const HeldShapes held(*asset);
  for (const FrameRef& ref : refs) {
    const Frame* frame = findFrame(*asset, ref.frame);
    if (auto trial = trialFrame(open.project, *asset, held, *frame, open.art)) {
      side.frames.push_back(std::move(*trial));
    }
  }
  return side;
}

CLI::Validator frameForm(bool all) {
  return CLI::Validator(
      [all](const std::string& text) {
        const bool number = !text.empty() && text.size() < 7 &&
                            text.find_first_not_of("0123456789") == std::string::npos;
        return number || (all && text == "all") ? std::string()
                                                : "\"" + text + "\" is no frame's number";
      },
      all ? "I|all" : "I");
}

class MeetCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"meet", "Tell how two assets lie to each other where they stand",
            "meet keeper.amber chr_keeper chr_snail --frame-a 3 --at 31,0 --mirror-b"};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("A", a_.asset, "The asset that stands at 0,0")->required();
    app.add_option("B", b_.asset, "The other one")->required();
    app.add_option("--frame-a", a_.frame, "Its frame, from 1")->check(frameForm(false));
    app.add_option("--frame-b", b_.frame, "The other's")->check(frameForm(false));
    app.add_option("--at", at_, "Where the other's origin stands, game px")->check(pointForm());
    app.add_flag("--mirror-a", a_.mirrored, "The first stands mirrored about its origin");
    app.add_flag("--mirror-b", b_.mirrored, "The other does");
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    const auto a = sideOf(*open, a_);
    if (!a) return tl::unexpected(a.error());
    const auto b = sideOf(*open, b_);
    if (!b) return tl::unexpected(b.error());
    const FramePoint at = at_.empty() ? FramePoint{} : *pointIn(at_);
    const MeetingReport report =
        meetingReport(open->project, a->frames.front(), {{}, a->asset->scale, 0, a_.mirrored},
                      b->frames.front(), {{at.x, at.y}, b->asset->scale, 0, b_.mirrored});
    std::cerr << report.text << "\n";
    if (json) std::cout << jsonText(reportJson(report));
    return Exit::Done;
  }

 private:
  static Json reportJson(const MeetingReport& report) {
    const InkMeeting& ink = report.pixels;
    Json shapes = Json::array();
    for (const RoleMeeting& one : report.roles) {
      const Contact& contact = one.contact;
      const bool meet = contact.meet();
      shapes.push_back(
          Json{{"a", one.a->name},
               {"b", one.b->name},
               {"meet", meet},
               {"depth", contact.depth},
               {"normal", meet ? Json::array({contact.normal.x, contact.normal.y}) : Json(nullptr)},
               {"point", meet ? Json::array({contact.point.x, contact.point.y}) : Json(nullptr)},
               {"gap", std::isfinite(contact.gap) ? Json(contact.gap) : Json(nullptr)},
               {"outcome", wordOf(kOutcomeWords, one.answer.outcome)}});
    }
    return Json{{"boxes", report.boxes},
                {"pixels", Json{{"meet", ink.meet},
                                {"count", ink.count ? Json(*ink.count) : Json(nullptr)},
                                {"first", ink.first ? Json::array({ink.first->x, ink.first->y})
                                                    : Json(nullptr)},
                                {"gap", std::isfinite(ink.gap) ? Json(ink.gap) : Json(nullptr)}}},
                {"shapes", std::move(shapes)},
                {"text", report.text}};
  }

  std::string project_;
  SideText a_;
  SideText b_;
  std::string at_;
};

std::string percent(double share) {
  return exactNumber(std::round(share * 1000) / 10) + " %";
}

class FairnessCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"fairness", "Tell where shapes meet and pixels do not, and the other way",
            "fairness keeper.amber chr_keeper chr_snail --frame-a all --out map.png"};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("A", a_.asset, "The asset that stands; with neither, every pair that meets");
    app.add_option("B", b_.asset, "The one that is tried all around it");
    app.add_option("--frame-a", a_.frame, "Its frame, from 1, or all")->check(frameForm(true));
    app.add_option("--frame-b", b_.frame, "The other's")->check(frameForm(true));
    app.add_option("--role-a", a_.role, "Only shapes of this role; any that meet by the layers");
    app.add_option("--role-b", b_.role, "The same of the other");
    app.add_flag("--mirror-a", a_.mirrored, "With its mirrored copy as a frame of its own");
    app.add_flag("--mirror-b", b_.mirrored, "The same of the other");
    app.add_option("--out", out_, "The map as a PNG, a px for each offset");
    app.add_flag("--candidates", candidates_,
                 "What other shapes of --role-a (body, if not said) would make of it");
    app.add_flag("--csv", csv_, "Of every pair: a table to standard output");
    const auto wish = [&](const char* name, std::optional<double>& into, const char* what,
                          const Range<double>& range) {
      app.add_option(name, into, what)->check(inRange(range))->excludes("A");
    };
    wish("--most-phantom", wishes_.phantom, "Checks tell pairs above this share, 0 to 1; kept",
         kShareRange);
    wish("--most-missed", wishes_.missed, "The same of missed hits", kShareRange);
    wish("--most-gap", wishes_.gap, "Or with more px of air at a hit", kGapWishRange);
    app.add_flag("--want-nothing", wantNothing_, "Checks no longer tell of fairness; kept")
        ->excludes("A");
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    const bool sets = wishes_.any() || wantNothing_;
    if (sets) open->project.trial = wishedFor(open->project.trial);
    if (a_.asset.empty()) {
      const auto done = runTable(*open, json);
      if (!done || !sets) return done;
      // The project is changed last, once nothing can be refused any more.
      const auto kept = keepWishes();
      if (!kept) return tl::unexpected(kept.error());
      return done;
    }
    if (b_.asset.empty() || csv_) {
      return failure(ErrorCode::BadValue, "name two assets, or none and --csv for every pair");
    }
    for (const std::string& role : {a_.role, b_.role}) {
      if (!role.empty() && findRole(open->project, role) == nullptr) {
        return failure(ErrorCode::UnknownTarget, "no role is called \"" + role + "\"");
      }
    }
    const auto a = sideOf(*open, a_);
    if (!a) return tl::unexpected(a.error());
    const auto b = sideOf(*open, b_);
    if (!b) return tl::unexpected(b.error());
    const std::vector<FairFrame> framesA = fairFrames(a->frames, a_.mirrored);
    const std::vector<FairFrame> framesB = fairFrames(b->frames, b_.mirrored);
    const FairnessSum sum = fairnessSum(open->project, framesA, framesB, a_.role, b_.role);
    const bool apart =
        keptApart(open->project, *framesA.front().frame, *framesB.front().frame, a_.role, b_.role);
    if (apart) {
      std::cerr << "The layers keep " << a_.asset << " and " << b_.asset
                << " apart: these shapes never meet, so there is nothing to compare\n";
    } else {
      std::cerr << percent(sum.total.phantomShare()) << " phantom, "
                << percent(sum.total.missedShare()) << " missed, both at scale 1\n";
    }
    if (!out_.empty()) {
      const auto written = writeFileAtomically(out_, pngBytes(fairnessPicture(sum)));
      if (!written) return tl::unexpected(written.error());
    }
    Json told = sumJson(sum, framesA, framesB);
    told["keptApart"] = apart;
    told["scale"] = 1;
    if (candidates_) {
      const auto list = candidatesJson(open->project, framesA.front(), framesB.front());
      if (!list) return tl::unexpected(list.error());
      told["candidates"] = *list;
    }
    if (json) std::cout << jsonText(told);
    return Exit::Done;
  }

 private:
  // Those not named stay.
  TrialWishes wishedFor(const TrialWishes& before) const {
    TrialWishes wishes = wantNothing_ ? TrialWishes{} : before;
    if (wishes_.phantom) wishes.phantom = wishes_.phantom;
    if (wishes_.missed) wishes.missed = wishes_.missed;
    if (wishes_.gap) wishes.gap = wishes_.gap;
    return wishes;
  }

  Result<void> keepWishes() const {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    return change->apply({SetTrialWishes{wishedFor(change->project().trial)}});
  }

  Result<Exit> runTable(const OpenProject& open, bool json) const {
    std::vector<FrameRef> frames;
    for (const auto& asset : open.project.assets) {
      for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
    }
    if (const auto loaded = loadArtOf(open, frames); !loaded) {
      return tl::unexpected(loaded.error());
    }
    const std::vector<FairnessRow> rows = fairnessTable(open.project, open.art);
    for (const FairnessRow& row : rows) {
      std::cerr << row.a << " and " << row.b << ": " << percent(row.total.phantomShare())
                << " phantom, " << percent(row.total.missedShare()) << " missed\n";
    }
    if (csv_) std::cout << csvText(fairnessRows(rows));
    Json told = rowsJson(rows);
    const std::vector<Finding> findings = fairnessFindings(open.project, rows);
    for (const Finding& finding : findings) std::cerr << "warning: " << finding.text << "\n";
    told["findings"] = findingsJson(findings, open.project);
    if (json && !csv_) std::cout << jsonText(told);
    return Exit::Done;
  }

  // Of the first frame of each side, the fairest first.
  Result<Json> candidatesJson(const Project& project, const FairFrame& a,
                              const FairFrame& b) const {
    const std::string name = a_.role.empty() ? "body" : a_.role;
    const Role* role = findRole(project, name);
    if (role == nullptr) {
      return failure(ErrorCode::UnknownTarget, "no role is called \"" + name + "\"");
    }
    Json list = Json::array();
    for (const FairCandidate& one :
         fairCandidates(project, a, b, *role, everyRecipe(role->recipe))) {
      list.push_back(Json{{"kind", kindName(one.candidate.recipe.kind)},
                          {"style", styleName(one.candidate.recipe.style)},
                          {"phantomShare", one.map.phantomShare()},
                          {"missedShare", one.map.missedShare()},
                          {"cost", one.candidate.measures.cost}});
      std::cerr << "  " << inWords(one.candidate.recipe) << ": " << percent(one.map.phantomShare())
                << " phantom, " << percent(one.map.missedShare()) << " missed\n";
    }
    return list;
  }

  static Json rowsJson(const std::vector<FairnessRow>& rows) {
    Json pairs = Json::array();
    for (const FairnessRow& row : rows) {
      const FairnessTotal& total = row.total;
      Json phantom = nullptr;
      if (const auto& worst = total.worstPhantom) {
        phantom = Json{{"at", Json::array({worst->x, worst->y})},
                       {"gap", worst->gap},
                       {"a", row.phantomA},
                       {"b", row.phantomB}};
      }
      Json missed = nullptr;
      if (const auto& worst = total.worstMissed) {
        missed = Json{{"at", Json::array({worst->x, worst->y})},
                      {"count", worst->count},
                      {"a", row.missedA},
                      {"b", row.missedB}};
      }
      pairs.push_back(Json{{"a", row.a},
                           {"b", row.b},
                           {"phantomShare", total.phantomShare()},
                           {"missedShare", total.missedShare()},
                           {"worstPhantom", std::move(phantom)},
                           {"worstMissed", std::move(missed)}});
    }
    return Json{{"pairs", std::move(pairs)}};
  }

  static Json sumJson(const FairnessSum& sum, const std::vector<FairFrame>& a,
                      const std::vector<FairFrame>& b) {
    const auto whose = [&](Json json, std::size_t pair) {
      const FairFrame& p = a[sum.pairs[pair].a];
      const FairFrame& q = b[sum.pairs[pair].b];
      json["a"] = p.frame->frame->name;
      json["b"] = q.frame->frame->name;
      if (p.mirrored) json["mirrorA"] = true;
      if (q.mirrored) json["mirrorB"] = true;
      return json;
    };
    const FairnessTotal& total = sum.total;
    Json frames = Json::array();
    for (std::size_t i = 0; i < sum.pairs.size(); ++i) {
      Json one = whose(Json::object(), i);
      one["phantomShare"] = sum.pairs[i].phantomShare;
      one["missedShare"] = sum.pairs[i].missedShare;
      frames.push_back(std::move(one));
    }
    const PixelRect offsets = sum.offsets();
    Json phantom = nullptr;
    if (const auto& worst = total.worstPhantom) {
      phantom = whose(Json{{"at", Json::array({worst->x, worst->y})}, {"gap", worst->gap}},
                      total.phantomOf);
    }
    Json missed = nullptr;
    if (const auto& worst = total.worstMissed) {
      missed = whose(Json{{"at", Json::array({worst->x, worst->y})}, {"count", worst->count}},
                     total.missedOf);
    }
    return Json{{"offsets", Json::array({offsets.x, offsets.y, offsets.w, offsets.h})},
                {"pixelsMeet", total.pixelsMeet},
                {"shapesMeet", total.shapesMeet},
                {"phantom", total.phantom},
                {"missed", total.missed},
                {"phantomShare", total.phantomShare()},
                {"missedShare", total.missedShare()},
                {"worstPhantom", std::move(phantom)},
                {"worstMissed", std::move(missed)},
                {"frames", std::move(frames)}};
  }

  std::string project_;
  SideText a_;
  SideText b_;
  std::string out_;
  bool candidates_ = false;
  bool csv_ = false;
  TrialWishes wishes_;
  bool wantNothing_ = false;
  Saving saving_ = Saving::Written;
};

}  // namespace

std::unique_ptr<Command> makeMeetCommand() {
  return std::make_unique<MeetCommand>();
}

std::unique_ptr<Command> makeFairnessCommand() {
  return std::make_unique<FairnessCommand>();
}

}  // namespace amber
