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
#include "files/image/image_file.h"
#include "files/json/json_text.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"
#include "work/report/report.h"
#include "work/report/trial_tables.h"

namespace amber {
namespace {

// One side of a trial, as typed.
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
    return failure(ErrorCode::UnknownTarget, "no asset has the name \"" + text.asset + "\"");
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
                                                : "\"" + text + "\" is not a frame number";
      },
      all ? "I|all" : "I");
}

class MeetCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"meet",
            "Measure the contact of two assets at a given offset",
            {"meet glasshouse_night.amber chr_keeper chr_snail --at 20,0",
             "meet glasshouse_night.amber chr_keeper chr_snail --frame-a 3 --at 31,0 --mirror-b"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("A", a_.asset, "The asset at 0,0")->required();
    app.add_option("B", b_.asset, "The second asset")->required();
    app.add_option("--frame-a", a_.frame, "The frame of the first asset, from 1")
        ->check(frameForm(false));
    app.add_option("--frame-b", b_.frame, "The frame of the second asset, from 1")
        ->check(frameForm(false));
    app.add_option("--at", at_, "The position of the second origin, in game px")
        ->check(pointForm());
    app.add_flag("--mirror-a", a_.mirrored, "Mirror the first asset about its origin");
    app.add_flag("--mirror-b", b_.mirrored, "Mirror the second asset about its origin");
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
    resultText() << report.text << "\n";
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
          Json{{"a", one.a},
               {"b", one.b},
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
    return {"fairness",
            "Measure phantom and missed hits over all offsets of two assets",
            {"fairness glasshouse_night.amber chr_keeper chr_snail --frame-a all --out map.png",
             "fairness glasshouse_night.amber --csv",
             "fairness glasshouse_night.amber --most-missed 0.2"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("A", a_.asset, "The first asset, fixed at 0,0 (default: every pair that meets)");
    app.add_option("B", b_.asset, "The second asset, tried at all offsets");
    app.add_option("--frame-a", a_.frame, "The frame of the first asset, from 1, or all")
        ->check(frameForm(true));
    app.add_option("--frame-b", b_.frame, "The frame of the second asset, from 1")
        ->check(frameForm(true));
    app.add_option("--role-a", a_.role,
                   "Only shapes of this role (default: every role that meets by the layers)");
    app.add_option("--role-b", b_.role, "Only shapes of this role of the second asset");
    app.add_flag("--mirror-a", a_.mirrored, "Also try mirrored frames");
    app.add_flag("--mirror-b", b_.mirrored, "Also try mirrored frames of the second asset");
    app.add_option("--out", out_, "Write the map to this PNG file, one pixel per offset");
    app.add_flag("--candidates", candidates_,
                 "Compare with candidate shapes of --role-a (default: body)");
    app.add_flag("--csv", csv_, "Write a table of every pair to standard output");
    const auto wish = [&](const char* name, std::optional<double>& into, const char* what,
                          const Range<double>& range) {
      app.add_option(name, into, what)->check(inRange(range))->excludes("A");
    };
    wish("--most-phantom", wishes_.phantom,
         "Save in the project: the largest share of phantom hits without a finding, 0 to 1",
         kShareRange);
    wish("--most-missed", wishes_.missed,
         "Save in the project: the largest share of missed hits without a finding, 0 to 1",
         kShareRange);
    wish(
        "--most-gap", wishes_.gap,
        "Save in the project: the largest distance of the pixels at a hit without a finding, in px",
        kGapLimitRange);
    app.add_flag("--want-nothing", wantNothing_, "Save in the project: no findings about fairness")
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
      return failure(ErrorCode::BadValue, "give two assets, or none and --csv for every pair");
    }
    for (const std::string& role : {a_.role, b_.role}) {
      if (!role.empty() && findRole(open->project, role) == nullptr) {
        return failure(ErrorCode::UnknownTarget, "the project has no role named \"" + role + "\"");
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
      resultText() << "The layers keep " << a_.asset << " and " << b_.asset
                   << " separate: these shapes never meet, so there is nothing to compare\n";
    } else {
      resultText() << percent(sum.total.phantomShare()) << " phantom, "
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
  FairnessLimits wishedFor(const FairnessLimits& before) const {
    FairnessLimits wishes = wantNothing_ ? FairnessLimits{} : before;
    if (wishes_.phantom) wishes.phantom = wishes_.phantom;
    if (wishes_.missed) wishes.missed = wishes_.missed;
    if (wishes_.gap) wishes.gap = wishes_.gap;
    return wishes;
  }

  Result<void> keepWishes() const {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    return change->apply({SetFairnessLimits{wishedFor(change->project().trial)}});
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
      resultText() << row.a << " and " << row.b << ": " << percent(row.total.phantomShare())
                   << " phantom, " << percent(row.total.missedShare()) << " missed\n";
    }
    if (csv_) std::cout << csvText(fairnessRows(rows));
    Json told = rowsJson(rows);
    const std::vector<Finding> findings = fairnessFindings(open.project, rows);
    for (const Finding& finding : findings) resultText() << "warning: " << finding.text << "\n";
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
      return failure(ErrorCode::UnknownTarget, "the project has no role named \"" + name + "\"");
    }
    Json list = Json::array();
    for (const FairCandidate& one :
         fairCandidates(project, a, b, *role, everyRecipe(role->recipe))) {
      list.push_back(Json{{"kind", kindName(one.candidate.recipe.kind)},
                          {"style", styleName(one.candidate.recipe.style)},
                          {"phantomShare", one.map.phantomShare()},
                          {"missedShare", one.map.missedShare()},
                          {"cost", one.candidate.measures.cost}});
      resultText() << "  " << inWords(one.candidate.recipe) << ": "
                   << percent(one.map.phantomShare()) << " phantom, "
                   << percent(one.map.missedShare()) << " missed\n";
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
  FairnessLimits wishes_;
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
