#include <rapidcheck.h>

#include <QImage>
#include <QPainter>
#include <QSettings>
#include <QTest>

#include "desktop/shell/recent_projects.h"
#include "desktop/stage/ghost_layer.h"
#include "desktop/stage/rects_tool.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class RectsToolTest : public QObject {
  Q_OBJECT

  static constexpr PixelSize kSheet{40, 30};
  using Adding = RectsTool::Adding;

  static std::vector<PixelRect> two() { return {{2, 2, 8, 8}, {20, 10, 6, 6}}; }

 private slots:
  void aDragOnFreeGroundDrawsAndChoosesAnother() {
    RectsTool tool;
    tool.press(two(), {12, 20}, 1, Adding::No, kSheet);
    QCOMPARE(tool.move({12.5, 20.5}).size(), std::size_t{2});
    const auto drawn = tool.release({17, 26});
    QCOMPARE(drawn->back(), (PixelRect{12, 20, 5, 6}));
    QCOMPARE(tool.chosen(), std::vector<std::size_t>{2});
  }

  void aClickOnFreeGroundChoosesNothing() {
    RectsTool tool;
    tool.choose({0});
    tool.press(two(), {15, 5}, 1, Adding::No, kSheet);
    QVERIFY(!tool.release({15, 5}));
    QVERIFY(tool.chosen().empty());
  }

  void whatIsChosenMovesTogetherAndStaysOnTheSheet() {
    RectsTool tool;
    tool.choose({0, 1});
    tool.press(two(), {5, 5}, 1, Adding::No, kSheet);
    const auto moved = tool.release({-30, 8});
    QCOMPARE((*moved)[0], (PixelRect{0, 5, 8, 8}));
    QCOMPARE((*moved)[1], (PixelRect{0, 13, 6, 6}));
  }

  void anEdgeIsMovedAndNeverPastTheOther() {
    RectsTool tool;
    tool.choose({0});
    tool.press(two(), {10, 5}, 1, Adding::No, kSheet);
    QCOMPARE((*tool.release({14, 5}))[0], (PixelRect{2, 2, 12, 8}));
    tool.press(two(), {2, 6}, 1, Adding::No, kSheet);
    const auto inverted = tool.release({99, 6});
    QVERIFY(!(*inverted)[0].empty());
  }

  void addingTakesInAndOutAgain() {
    RectsTool tool;
    tool.press(two(), {5, 5}, 1, Adding::Yes, kSheet);
    tool.press(two(), {22, 12}, 1, Adding::Yes, kSheet);
    QCOMPARE(tool.chosen(), (std::vector<std::size_t>{0, 1}));
    tool.press(two(), {5, 5}, 1, Adding::Yes, kSheet);
    QCOMPARE(tool.chosen(), std::vector<std::size_t>{1});
    QVERIFY(!tool.dragging());
    tool.keepWithin(1);
    QVERIFY(tool.chosen().empty());
  }

  void escapeLeavesAllAsItWas() {
    RectsTool tool;
    tool.press(two(), {5, 5}, 1, Adding::No, kSheet);
    tool.cancel();
    QVERIFY(!tool.release({9, 9}));
  }

  // Whatever is pressed and dragged, no rectangle is empty or leaves the sheet.
  void rectanglesStaySound() {
    QVERIFY(rc::check("sound", [] {
      const auto place = [] {
        return SheetPoint{*rc::gen::inRange(-500, 900) / 10.0, *rc::gen::inRange(-500, 900) / 10.0};
      };
      RectsTool tool;
      std::vector<PixelRect> rects = two();
      for (int i = 0; i < 6; ++i) {
        tool.press(rects, place(), 1.5, *rc::gen::arbitrary<bool>() ? Adding::Yes : Adding::No,
                   kSheet);
        if (const auto after = tool.release(place())) rects = *after;
        for (const PixelRect& rect : rects) {
          RC_ASSERT(!rect.empty());
          RC_ASSERT(within(rect, {0, 0, kSheet.w, kSheet.h}));
        }
      }
    }));
  }
};
AMBER_TEST(RectsToolTest);

class GhostLayerTest : public QObject {
  Q_OBJECT
 private slots:
  void ghostsAreDrawnOnTheirOriginsAndFollowTheirFrames() {
    OpenWindow open;
    ProjectSession& session = open.window.session();
    Pictures pictures(session);
    GhostLayer layer(pictures);
    const Asset& asset = open.asset();
    const Frame& frame = asset.frames.front();
    StagedFrame ghost;
    ghost.ref = {asset.id, frame.id};
    const auto painted = [&](const std::vector<StagedFrame>& ghosts) {
      QImage image(200, 200, QImage::Format_ARGB32_Premultiplied);
      image.fill(Qt::white);
      QPainter painter(&image);
      layer.paint(painter, session.project(), ghosts, {100, 150}, 2);
      return image;
    };
    const QImage white = painted({});
    const QImage once = painted({ghost});
    QVERIFY(once != white);
    // The art of one pixel, where its origin puts it.
    const auto art = session.artOf(frame.sheet);
    int compared = 0;
    for (int y = 0; y < frame.rect.h; ++y) {
      for (int x = 0; x < frame.rect.w; ++x) {
        const Rgba wanted = art->image.at(frame.rect.x + x, frame.rect.y + y);
        const QPoint at(static_cast<int>(100 + (x + 0.5 - frame.origin.x) * 2),
                        static_cast<int>(150 + (y + 0.5 - frame.origin.y) * 2));
        if (wanted.a != 255 || !once.rect().contains(at)) continue;
        QCOMPARE(once.pixelColor(at), QColor(wanted.r, wanted.g, wanted.b));
        ++compared;
      }
    }
    QVERIFY(compared > 100);
    // Asked again, the same; after its origin has moved, elsewhere.
    QCOMPARE(painted({ghost}), once);
    session.perform("move",
                    {SetOrigin{asset.id, frame.id, {frame.origin.x + 4, frame.origin.y}, kByHand}});
    QVERIFY(painted({ghost}) != once);
    ghost.opacity = 0;
    QCOMPARE(painted({ghost}), white);
  }
};
AMBER_TEST(GhostLayerTest);

class RecentProjectsTest : public QObject {
  Q_OBJECT
 private slots:
  void theLastOpenedComesFirstAndEachOnce() {
    const QStringList kept = recentProjects();
    QSettings().remove("recentProjects");
    for (int i = 0; i < 12; ++i) rememberProject(QString("/p%1.amber").arg(i));
    rememberProject("/p5.amber");
    const QStringList recent = recentProjects();
    QCOMPARE(recent.size(), 8);
    QCOMPARE(recent.first(), QString("/p5.amber"));
    QCOMPARE(recent.count("/p5.amber"), 1);
    QVERIFY(recentThumb("/p5.amber").isNull());
    QImage thumb(8, 8, QImage::Format_ARGB32);
    thumb.fill(Qt::red);
    rememberThumb("/p5.amber", thumb);
    QCOMPARE(recentThumb("/p5.amber").size(), QSize(8, 8));
    forgetProject("/p5.amber");
    QVERIFY(!recentProjects().contains("/p5.amber"));
    QVERIFY(recentThumb("/p5.amber").isNull());
    QSettings().setValue("recentProjects", kept);
  }
};
AMBER_TEST(RecentProjectsTest);

#include "rects_tool_tests.moc"
