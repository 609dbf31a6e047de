#include <QTest>

#include "core/checks/origin/mount_checks.h"
#include "core/checks/origin/origin_checks.h"
#include "core/origin/mount_edits.h"
#include "core/origin/mounts.h"
#include "core/origin/origin_edits.h"
#include "support/four_frames.h"
#include "support/four_frames_project.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class MountsTest : public QObject {
  Q_OBJECT
 private slots:
  void aKeyIsHeldOnLaterFramesAtItsPlaceToTheOrigin() {
    Asset asset = fourFrames();
    asset.frames[0].mounts = {{"spout", {3, 1}}};
    asset.frames[1].origin = {1, 2};
    asset.frames[2].mounts = {{"spout", {0, 0}}};
    const Mounts mounts(asset);
    QCOMPARE(mounts.names(), std::vector<std::string>{"spout"});
    QCOMPARE(*mounts.find({10}, "spout"), (MountPlace{"spout", {3, 1}, {10}}));
    QCOMPARE(*mounts.find({11}, "spout"), (MountPlace{"spout", {2, 0}, {10}}));
    QCOMPARE(*mounts.find({12}, "spout"), (MountPlace{"spout", {0, 0}, {12}}));
    QVERIFY(mounts.find({13}, "spout") == nullptr);
    QVERIFY(mounts.on({99}).empty());
  }

  void noKeyIsHeldBeforeItself() {
    Asset asset = fourFrames();
    asset.frames[1].mounts = {{"spout", {3, 1}}};
    const Mounts mounts(asset);
    QVERIFY(mounts.find({10}, "spout") == nullptr);
    QVERIFY(mounts.find({12}, "spout") != nullptr);
  }

  void ofTwoAnimationsTheFirstThatHoldsItCounts() {
    Asset asset = fourFrames();
    asset.frames[0].mounts = {{"spout", {3, 1}}};
    asset.frames[3].mounts = {{"spout", {1, 1}}};
    asset.animations[1].steps.push_back({{11}, 1});
    QCOMPARE(Mounts(asset).find({11}, "spout")->keyedOn, FrameId{10});
  }

  void mountsAreKeyedHeldUnkeyedRenamedAndMirrored() {
    Project project = fourFramesProject(fourFrames());
    const auto asset = [&]() -> const Asset& { return *project.assets.front(); };
    project = after(project, *mountKeys(project, {{{2}, {10}}, {{2}, {12}}}, "hand_l", {1, -2}));
    QCOMPARE(findMount(asset().frames[2], "hand_l")->at, (FramePoint{3, 1}));
    project = after(project, *mountMirrored(asset(), "hand_l", "hand_r"));
    QCOMPARE(findMount(asset().frames[2], "hand_r")->at, (FramePoint{1, 1}));
    project = after(project, *mountRenamed(asset(), "hand_r", "glove"));
    QVERIFY(findMount(asset().frames[2], "hand_r") == nullptr);
    QVERIFY(findMount(asset().frames[2], "glove") != nullptr);
    QVERIFY(!mountRenamed(asset(), "glove", "hand_l"));
    project = after(project, mountHeld(project, {2}, {5}, "hand_l", {0, 0}));
    QVERIFY(findMount(asset().frames[2], "hand_l") == nullptr);
    QCOMPARE(findMount(asset().frames[0], "hand_l")->at, (FramePoint{2, 3}));
    project = after(project, mountKeysDropped(project, {{{2}, {10}}}, "hand_l"));
    QVERIFY(findMount(asset().frames[0], "hand_l") == nullptr);
  }

  void onlyNamesThatCodeCanUseAreTaken() {
    for (const char* good : {"spout", "hand_l", "a2"}) QVERIFY2(isMountName(good), good);
    for (const char* bad : {"", "Spout", "hand l", "_a", "a__b", "\xc3\xa4"}) {
      QVERIFY2(!isMountName(bad), bad);
      QVERIFY2(!mountKeys(fourFramesProject(fourFrames()), {}, bad, {}), bad);
    }
    QVERIFY(!isMountName(std::string(65, 'a')));
  }
};
AMBER_TEST(MountsTest);

class OriginChecksTest : public QObject {
  Q_OBJECT
 private slots:
  void aMountOfOneAnimationIsMissedOnAnother() {
    Asset asset = fourFrames();
    asset.frames[1].mounts = {{"spout", {3, 1}}};
    const auto art = artOf({".##..##..##..##.", ".##..##..##..##.", ".##..##..##..##."});
    const auto findings = checkMounts(asset, art);
    QCOMPARE(rulesOf(findings), (std::vector<std::string>{"mount.missing", "mount.missing"}));
    QCOMPARE(findings[0].text,
             std::string("the mount spout is missing on the first 1 frame of walk"));
    QCOMPARE(findings[1].text, std::string("the mount spout is missing on idle"));
    Project project = fourFramesProject(asset);
    for (const Finding& finding : findings)
      project = after(project, *finding.remedy.edits(project, art));
    QVERIFY(checkMounts(*project.assets.front(), art).empty());
  }

  void aMountFarFromInkIsMovedToIt() {
    Asset asset = fourFrames();
    for (Frame& frame : asset.frames) frame.mounts = {{"spout", {1.5, 1}}};
    asset.frames[0].mounts = {{"spout", {1.5, -9}}};
    const auto art = artOf({".##..##..##..##.", ".##..##..##..##.", ".##..##..##..##."});
    const auto findings = checkMounts(asset, art);
    QCOMPARE(rulesOf(findings), std::vector<std::string>{"mount.far"});
    const Project project = after(fourFramesProject(asset),
                                  *findings.front().remedy.edits(fourFramesProject(asset), art));
    QCOMPARE(project.assets.front()->frames[0].mounts.front().at, (FramePoint{1.5, 0.5}));
  }

  void driftIsToldOnlyAboveWhatIsWantedAndNotOfStaticAssets() {
    Asset asset = fourFrames();
    asset.frames[1].origin.x += 9;
    const auto art = artOf({".##..##..##..##.", ".##..##..##..##.", ".##..##..##..##."});
    Project project = fourFramesProject(asset);
    // The slipping frame is reported too.
    QCOMPARE(rulesOf(checkOrigins(asset, project, art)),
             (std::vector<std::string>{"origin.slip", "origin.drift", "origin.outside"}));
    project.origins.drift = 9;
    QCOMPARE(rulesOf(checkOrigins(asset, project, art)),
             (std::vector<std::string>{"origin.slip", "origin.outside"}));
    project.origins.drift = 1;
    asset.motion = Motion::Static;
    QCOMPARE(rulesOf(checkOrigins(asset, project, art)),
             (std::vector<std::string>{"origin.slip", "origin.outside"}));
  }

  void aSlipIsMendedByARuleThatFollowsTheFeet() {
    Asset asset = fourFrames();
    asset.frames[1].origin.x += 1;
    const auto art = artOf({".##..##..##..##.", ".##..##..##..##.", ".##..##..##..##."});
    Project project = fourFramesProject(asset);
    const auto findings = checkOrigins(asset, project, art);
    QCOMPARE(rulesOf(findings), std::vector<std::string>{"origin.slip"});
    QCOMPARE(findings.front().text, std::string("walk 2 slips 1 px to the left"));
    QCOMPARE(findings.front().fix, std::string("Move its origin by -1, 0."));
    project = after(project, *findings.front().remedy.edits(project, art));
    const Frame& mended = project.assets.front()->frames[1];
    QCOMPARE(mended.origin, (FramePoint{2, 3}));
    QCOMPARE(mended.originRule.basis, OriginBasis::FeetOf);
    QVERIFY(checkOrigins(*project.assets.front(), project, art).empty());
  }

  void originsBetweenPixelsAreToldWhereWholeOnesAreWanted() {
    Asset asset = fourFrames();
    asset.frames[3].origin = {1.5, 3};
    const auto art = artOf({".##..##..##..##.", ".##..##..##..##.", ".##..##..##..##."});
    Project project = fourFramesProject(asset);
    QVERIFY(checkOrigins(asset, project, art).empty());
    project.origins.wholePixels = true;
    const auto findings = checkOrigins(asset, project, art);
    QCOMPARE(rulesOf(findings), std::vector<std::string>{"origin.half"});
    project = after(project, *findings.front().remedy.edits(project, art));
    QCOMPARE(project.assets.front()->frames[3].origin, (FramePoint{2, 3}));
    QCOMPARE(project.assets.front()->frames[3].originRule.snap, PointSnap::PixelCorner);
  }

  void theOddRuleOfAKindIsToldAndBroughtIntoLine() {
    const auto art = artOf({".##..##..##..##.", ".##..##..##..##.", ".##..##..##..##."});
    Project project = fourFramesProject(fourFrames());
    for (std::uint32_t i = 0; i < 2; ++i) {
      Asset more = fourFrames();
      more.id = {100 + i * 100};
      for (Frame& frame : more.frames) frame.id.value += more.id.value;
      for (Animation& animation : more.animations) {
        animation.id.value += more.id.value;
        for (Step& step : animation.steps) step.frame.value += more.id.value;
      }
      for (Frame& frame : more.frames) {
        if (i == 1) frame.originRule = {OriginBasis::Feet};
      }
      more.frames.front().originRule = kByHand;
      project = after(project, {PutAsset{more}});
    }
    const auto findings = checkOriginsTogether(project, art);
    QCOMPARE(rulesOf(findings), std::vector<std::string>{"origin.mixed"});
    QCOMPARE(findings.front().where.asset, AssetId{200});
    QCOMPARE(findings.front().text, std::string("3 of its 4 frames stand by feet, most of kind "
                                                "character by cell, bottom"));
    project = after(project, *findings.front().remedy.edits(project, art));
    QVERIFY(checkOriginsTogether(project, art).empty());
    // One frame of another rule within an asset is odd too.
    project = after(project, originsByRule(project, {{{2}, {10}}}, {OriginBasis::Feet}, art));
    QCOMPARE(rulesOf(checkOriginsTogether(project, art)), std::vector<std::string>{"origin.mixed"});
  }

  void aMirroredPairThatDoesNotLineUpIsMended() {
    Asset asset = fourFrames();
    asset.animations = {{{5}, "look_left", {}, {{{10}, 1}}}, {{6}, "look_right", {}, {{{11}, 1}}}};
    asset.frames[1].origin = {0, 3};
    const auto art = artOf({"##....##........", "###..###........", "##....##........"});
    Project project = fourFramesProject(asset);
    const auto findings = checkOriginsTogether(project, art);
    QCOMPARE(rulesOf(findings), std::vector<std::string>{"origin.mirror"});
    QCOMPARE(findings.front().text,
             std::string("1 frame of look_right is no mirror of look_left, off by up to 2 px"));
    project = after(project, *findings.front().remedy.edits(project, art));
    QCOMPARE(project.assets.front()->frames[1].origin, (FramePoint{2, 3}));
    QVERIFY(checkOriginsTogether(project, art).empty());
  }
};
AMBER_TEST(OriginChecksTest);

#include "mounts_tests.moc"
