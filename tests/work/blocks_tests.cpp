#include <QTest>
#include <random>

#include "core/fit/keys/fit_edits.h"
#include "core/trial/meeting_report.h"
#include "support/registry.h"
#include "work/project/blocks.h"

using namespace amber;

// Assets without a sheet.
class BlocksTest : public QObject {
  Q_OBJECT

  std::mt19937 random_{5};
  int below(int end) { return static_cast<int>(random_() % static_cast<unsigned>(end)); }

  static TrialFrame trial(const Project& project, const Asset& asset, const ArtSource& art) {
    return *trialFrame(project, asset, HeldShapes(asset), asset.frames.front(), art);
  }

 private slots:
  // The law of zones: each meets as a box of its size, in its shapes and its ink, also after it was
  // resized, mirrored and scaled.
  void aZoneMeetsAsABoxOfItsSize() {
    for (int round = 0; round < 200; ++round) {
      Project project = newProject("zones");
      const auto make = [&](const char* name, PixelSize size, std::optional<Rgba> colour) {
        const auto edits = newBlock(project, {name, "prop", size, colour});
        project = withEdits(project, *edits)->project;
        return project.assets.back()->id;
      };
      const PixelSize size{1 + below(60), 1 + below(60)};
      const AssetId zone = make("end", {1 + below(9), 1 + below(9)}, std::nullopt);
      project = withEdits(project, *resizedBlock(project, zone, size, std::nullopt))->project;
      const AssetId block = make("beam", {1 + below(30), 1 + below(30)}, Rgba{9, 9, 9, 255});
      const auto store = std::make_shared<ArtStore>(".");
      const ArtSource art = ArtStore::loading(store, project);
      for (const AssetId id : {zone, block}) {
        const FrameId frame = findAsset(project, id)->frames.front().id;
        project = withEdits(project, fittedShapes(project, {{id, frame}}, "body", Recipe{}, art))
                      ->project;
      }
      const Asset& area = *findAsset(project, zone);
      const Asset& other = *findAsset(project, block);
      const FramePoint origin = area.frames.front().origin;
      const Box box{-origin.x, -origin.y, 1.0 * size.w, 1.0 * size.h};
      QVERIFY(std::get<Box>(trial(project, area, art).shapes.front().shape) == box);
      const Pose stands{{}, 1.0 + below(2), 0, below(2) == 0};
      const Pose there{{below(160) - 80.0, below(160) - 80.0}, 1, 0, false};
      const TrialFrame met = trial(project, other, art);
      const MeetingReport report =
          meetingReport(project, trial(project, area, art), stands, met, there);
      const Contact plain = contactOf(box, stands, met.shapes.front().shape, there);
      QCOMPARE(report.roles.front().contact.depth, plain.depth);
      QCOMPARE(report.roles.front().contact.gap, plain.gap);
      // All of it is ink, although nobody sees it: both meet where their boxes do.
      QCOMPARE(report.pixels.meet, plain.meet());
    }
  }
};
AMBER_TEST(BlocksTest);

#include "blocks_tests.moc"
