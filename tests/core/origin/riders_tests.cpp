#include <QTest>
#include <random>

#include "core/checks/origin/rider_checks.h"
#include "core/origin/riders.h"
#include "core/trial/course/course_setup.h"
#include "core/trial/meeting_report.h"
#include "support/registry.h"

using namespace amber;

namespace {

constexpr int kSide = 8;  // Of a frame, px.

// Sheets of one row of frames, each with a block of ink of its own.
class Stall {
 public:
  Project project = newProject("stall");

  // An asset of `frames` frames of 100 ms each, of which the ink is a rectangle.
  AssetId add(const std::string& name, int frames, PixelRect ink, FramePoint origin) {
    Sheet sheet;
    sheet.id = {project.nextId++};
    sheet.path = name + ".png";
    sheet.size = {kSide * frames, kSide};
    Asset asset;
    asset.id = {project.nextId++};
    asset.name = name;
    asset.kind = "character";
    Animation animation{{project.nextId++}, "walk", LoopMode::Repeat, {}};
    Image image(sheet.size.w, sheet.size.h);
    for (int i = 0; i < frames; ++i) {
      const FrameId id{project.nextId++};
      asset.frames.push_back(Frame{id,
                                   name + "_" + std::to_string(i + 1),
                                   sheet.id,
                                   {i * kSide, 0, kSide, kSide},
                                   origin,
                                   {},
                                   {}});
      animation.steps.push_back({id, 100});
      for (int y = ink.y; y < ink.y + ink.h; ++y) {
        for (int x = ink.x; x < ink.x + ink.w; ++x) image.at(i * kSide + x, y) = {9, 9, 9, 255};
      }
    }
    asset.animations = {animation};
    arts_[sheet.id] = std::make_shared<SheetArt>(artOf(std::move(image), {}));
    const AssetId made = asset.id;
    project.sheets.emplace_back(std::move(sheet));
    project.assets.emplace_back(std::move(asset));
    return made;
  }

  template <class Change>
  void change(AssetId id, const Change& change) {
    Asset asset = *findAsset(project, id);
    change(asset);
    const auto applied = withEdits(project, {PutAsset{asset}});
    QVERIFY2(applied, applied ? "" : applied.error().sentence.c_str());
    project = applied->project;
  }

  const Asset& asset(AssetId id) const { return *findAsset(project, id); }
  ArtSource art() const {
    return [this](SheetId id) {
      const auto found = arts_.find(id);
      return found == arts_.end() ? nullptr : found->second;
    };
  }
  TrialFrame trial(AssetId id, std::size_t frame) const {
    return *trialFrame(project, asset(id), HeldShapes(asset(id)), asset(id).frames[frame], art());
  }

 private:
  std::map<SheetId, std::shared_ptr<SheetArt>> arts_;
};

}  // namespace

// Assets that ride on mounts of others.
class RidersTest : public QObject {
  Q_OBJECT

  Stall stall_;
  AssetId keeper_, lantern_, moth_;
  std::mt19937 random_{7};

  int below(int end) { return static_cast<int>(random_() % static_cast<unsigned>(end)); }

  // The lantern hangs at (6, 3) of the keeper from its second frame on, the moth on the lantern.
  void carry(bool behind = false) {
    stall_.change(keeper_, [&](Asset& asset) {
      asset.frames[1].mounts = {{"hand", {6, 3}}};
      asset.riders = {{"hand", lantern_, {}, behind}};
    });
    stall_.change(lantern_, [&](Asset& asset) {
      asset.frames[0].mounts = {{"top", {4, 1}}};
      asset.riders = {{"top", moth_}};
    });
  }

  std::vector<std::string> names(FrameId frame, const Moment& moment) const {
    std::vector<std::string> found;
    for (const auto& one : ridersOn(stall_.project, stall_.asset(keeper_), frame, moment)) {
      found.push_back(one.frame->name + (one.behind ? " behind" : ""));
    }
    return found;
  }

 private slots:
  void init() {
    stall_ = Stall();
    keeper_ = stall_.add("keeper", 4, {2, 0, 4, 8}, {4, 8});
    lantern_ = stall_.add("lantern", 3, {3, 1, 2, 4}, {4, 1});
    moth_ = stall_.add("moth", 2, {3, 3, 1, 1}, {3.5, 3.5});
  }

  void aRiderPlaysFromTheMomentAtWhichItsMountAppears() {
    carry();
    const Asset& keeper = stall_.asset(keeper_);
    const Animation* walk = &keeper.animations.front();
    using Names = std::vector<std::string>;
    QCOMPARE(names(keeper.frames[0].id, {walk, 50}), Names{});
    QCOMPARE(names(keeper.frames[1].id, {walk, 150}), (Names{"lantern_1", "moth_1"}));
    QCOMPARE(names(keeper.frames[3].id, {walk, 350}), (Names{"lantern_3", "moth_1"}));
    // Anew in the second run, as it was absent on its first frame.
    QCOMPARE(names(keeper.frames[1].id, {walk, 550}), (Names{"lantern_1", "moth_1"}));
    QCOMPARE(momentOf(keeper, keeper.frames[2].id).elapsedMs, 200LL);
    // Always there: it plays on over the runs of its bearer.
    stall_.change(keeper_, [](Asset& asset) { asset.frames[0].mounts = asset.frames[1].mounts; });
    const Animation* again = &stall_.asset(keeper_).animations.front();
    QCOMPARE(names(stall_.asset(keeper_).frames[0].id, {again, 410}),
             (Names{"lantern_2", "moth_1"}));
  }

  void whatIsBehindIsDrawnFirstWithAllThatRidesOnIt() {
    carry(true);
    const Asset& keeper = stall_.asset(keeper_);
    QCOMPARE(names(keeper.frames[1].id, momentOf(keeper, keeper.frames[1].id)),
             (std::vector<std::string>{"lantern_1 behind", "moth_1 behind"}));
    StagedFrame own;
    own.ref = {keeper_, keeper.frames[1].id};
    const std::vector<StagedFrame> staged = withRiders(stall_.project, own);
    QCOMPARE(staged.size(), std::size_t{3});
    QVERIFY(staged.back() == own);
  }

  // The law of riders: what rides stands, mirrored and scaled with its bearer, as the same asset
  // placed by hand at the mount.
  void whatRidesMeetsLikeTheSameAssetPlacedByHand() {
    for (int round = 0; round < 300; ++round) {
      init();
      const AssetId other = stall_.add("other", 1, {0, 0, 8, 8}, {4, 4});
      const double scale = 1 + below(3) / 2.0;
      for (const AssetId id : {keeper_, lantern_, other}) {
        stall_.change(id, [&](Asset& asset) {
          const double x = below(9) / 2.0;
          Shape shape = Box{x, 1, 3, 4};
          if (below(3) == 0) shape = Polygon{{{x, 0}, {x + 4, 2}, {x + 1, 5}}};
          if (below(4) == 0) shape = Capsule{x, 2, x + 1, 5, 1.5};
          asset.frames[0].shapes = {FrameShape{"body", shape}};
          asset.scale = id == lantern_ ? scale : 1 + below(2);
        });
      }
      stall_.change(keeper_, [&](Asset& asset) {
        asset.frames[0].mounts = {{"hand", {below(17) / 2.0, below(17) / 2.0}}};
        asset.riders = {{"hand", lantern_, {}, below(2) == 0}};
      });
      const TrialFrame bearer = stall_.trial(keeper_, 0);
      const TrialFrame alone = stall_.trial(lantern_, 0);
      const TrialFrame met = stall_.trial(other, 0);
      const Asset& keeper = stall_.asset(keeper_);
      const bool mirrored = below(2) == 0;
      const Pose stands{{}, keeper.scale, 0, mirrored};
      const Pose there{{below(40) - 20.0, below(40) - 20.0}, stall_.asset(other).scale, 0, false};
      const MeetingReport report = meetingReport(stall_.project, bearer, stands, met, there);
      const FramePoint hand = keeper.frames[0].mounts[0].at;
      const Pose byHand{posed({hand.x - 4, hand.y - 8}, stands), keeper.scale * scale, 0, mirrored};
      const MeetingReport placed = meetingReport(stall_.project, alone, byHand, met, there);
      QCOMPARE(report.roles.size(), std::size_t{2});
      QCOMPARE(report.roles[1].a, std::string("lantern:body"));
      const Contact& carried = report.roles[1].contact;
      const Contact& free = placed.roles[0].contact;
      QVERIFY(std::abs(carried.depth - free.depth) < 1e-9);
      QVERIFY(std::abs(carried.gap - free.gap) < 1e-9);
      QCOMPARE(report.roles[1].answer.outcome, placed.roles[0].answer.outcome);
    }
  }

  // Pixel for pixel, where it stands on whole px at scale 1.
  void theInkOfABearerIsItsOwnAndThatOfItsRiders() {
    carry();
    const TrialFrame all = stall_.trial(keeper_, 1);
    const TrialFrame lantern = stall_.trial(lantern_, 0);
    QCOMPARE(all.ownInk(), maskOf8({2, 0, 4, 8}));
    for (int y = -9; y < 9; ++y) {
      for (int x = -9; x < 9; ++x) {
        const auto has = [&](const PixelMask& ink, double px, double py) {
          const int column = static_cast<int>(std::floor(px));
          const int row = static_cast<int>(std::floor(py));
          return column >= 0 && row >= 0 && column < ink.width() && row < ink.height() &&
                 ink.test(column, row);
        };
        // From the keeper's origin at (4, 8); the hand is at (2, -5) from there, the moth at the
        // lantern's (4, 1), which is the lantern's own origin, by its middle.
        const bool own = has(all.ownInk(), x + 4.0, y + 8.0);
        const bool held = has(lantern.ownInk(), x - 2 + 4.0, y + 5 + 1.0);
        const bool onTop =
            has(stall_.trial(moth_, 0).ownInk(), x + 0.5 - 2 + 3.5, y + 0.5 + 5 + 3.5);
        QCOMPARE(has(all.ink, x + all.origin.x, y + all.origin.y), own || held || onTop);
      }
    }
  }

  void nothingRidesOnItselfAlsoNotThroughOthers() {
    carry();
    Asset moth = stall_.asset(moth_);
    moth.frames[0].mounts = {{"leg", {1, 1}}};
    moth.riders = {{"leg", keeper_}};
    const auto applied = withEdits(stall_.project, {PutAsset{moth}});
    QVERIFY(!applied);
    QVERIFY2(applied.error().sentence.find(
                 "keeper rides on moth, which rides on lantern, which rides on keeper") !=
                 std::string::npos,
             applied.error().sentence.c_str());
  }

  void noMoreRideThanCanBeDrawn() {
    // Each asset carries the next one twice: 2 + 4 + 8 + ... ride on the first.
    std::vector<AssetId> chain;
    for (int i = 0; i < 12; ++i) {
      chain.push_back(stall_.add("link" + std::to_string(i), 1, {0, 0, 1, 1}, {0, 0}));
    }
    Project project = stall_.project;
    std::vector<Edit> edits;
    for (std::size_t i = 0; i + 1 < chain.size(); ++i) {
      Asset asset = *findAsset(project, chain[i]);
      asset.frames[0].mounts = {{"a", {0, 0}}, {"b", {1, 1}}};
      asset.riders = {{"a", chain[i + 1]}, {"b", chain[i + 1]}};
      edits.emplace_back(PutAsset{asset});
    }
    const auto applied = withEdits(project, edits);
    QVERIFY(!applied);
    QVERIFY(applied.error().sentence.find("more than 256 assets ride on") != std::string::npos);
  }

  void ridersThatAreGoneAbsentOrInFrontAreFindings() {
    carry();
    const auto rulesFound = [&] {
      std::map<std::string, int> rules;
      for (const Finding& one : checkRiders(stall_.project, stall_.art())) ++rules[one.rule];
      return rules;
    };
    QCOMPARE(rulesFound(), (std::map<std::string, int>{{"rider.absent", 1}}));
    // Now it is placed everywhere and covers the keeper.
    stall_.change(keeper_, [](Asset& asset) { asset.frames[0].mounts = {{"hand", {4, 4}}}; });
    stall_.change(keeper_, [](Asset& asset) { asset.frames[1].mounts.clear(); });
    stall_.change(lantern_, [](Asset& asset) {
      asset.scale = 4;
      for (Frame& frame : asset.frames) frame.origin = {4, 3};
    });
    QCOMPARE(rulesFound(), (std::map<std::string, int>{{"rider.hides", 1}}));
    const Finding hides = checkRiders(stall_.project, stall_.art()).front();
    stall_.project =
        withEdits(stall_.project, *hides.remedy.edits(stall_.project, stall_.art()))->project;
    QVERIFY(stall_.asset(keeper_).riders.front().behind);
    QVERIFY(rulesFound().empty());
    stall_.project = withEdits(stall_.project, {RemoveAsset{lantern_}})->project;
    QCOMPARE(rulesFound(), (std::map<std::string, int>{{"rider.gone", 1}}));
    const Finding gone = checkRiders(stall_.project, stall_.art()).front();
    stall_.project =
        withEdits(stall_.project, *gone.remedy.edits(stall_.project, stall_.art()))->project;
    QVERIFY(stall_.asset(keeper_).riders.empty());
  }

  void aRiderStopsItsBearerOnACourse() {
    carry();
    for (const AssetId id : {keeper_, lantern_}) {
      stall_.change(id, [](Asset& asset) {
        asset.motion = Motion::Dynamic;
        for (Frame& frame : asset.frames) frame.shapes = {FrameShape{"body", Box{2, 2, 4, 6}}};
      });
    }
    stall_.change(keeper_, [](Asset& asset) { asset.frames[0].mounts = {{"hand", {12, 4}}}; });
    // A wall at the height of the lantern, 40 px away.
    Course wall;
    wall.name = "wall";
    wall.solids = {Shape(Box{-50, 0, 200, 10}), Shape(Box{40, -7, 10, 5})};
    CourseChoice choice;
    choice.ticks = 200;
    const auto reached = [&] {
      const auto setup = courseSetup(stall_.project, stall_.asset(keeper_), choice, wall);
      const auto run = courseRun(stall_.project, stall_.asset(keeper_), *setup);
      return run->reached;
    };
    const double with = reached();
    stall_.change(keeper_, [](Asset& asset) { asset.riders.clear(); });
    QVERIFY2(reached() > with + 4, qPrintable(QString("%1 and %2").arg(with).arg(reached())));
  }

 private:
  static PixelMask maskOf8(PixelRect ink) {
    PixelMask mask(kSide, kSide);
    for (int y = ink.y; y < ink.y + ink.h; ++y) {
      for (int x = ink.x; x < ink.x + ink.w; ++x) mask.set(x, y);
    }
    return mask;
  }
};
AMBER_TEST(RidersTest);

#include "riders_tests.moc"
