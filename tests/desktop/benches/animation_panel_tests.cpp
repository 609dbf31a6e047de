// Animations made, arranged and played on the cut bench, by mouse and keys.
#include <QLabel>
#include <QListWidget>
#include <QSlider>
#include <QTest>

#include "desktop/benches/cut/cut_stage.h"
#include "desktop/parts/player.h"
#include "desktop/parts/ribbon.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class AnimationPanelTest : public QObject {
  Q_OBJECT

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void cellsAreSelectedByClickAndBandAndMadeAnAnimation() {
    OpenWindow open;
    open.select("keeper_walk.png");
    auto* stage = open.find<CutStage>("cutStage");
    drag(stage, {60, 20}, {130, 40});
    QCOMPARE(open.window.session().selection().frames.size(), std::size_t{2});
    QTest::mouseClick(stage, Qt::LeftButton, Qt::ControlModifier, onStage(stage, 300, 20));
    QCOMPARE(open.window.session().selection().frames.size(), std::size_t{3});
    click(open.window, "newAnimation");
    QCOMPARE(open.asset().animations.size(), std::size_t{4});
    QCOMPARE(open.animation().steps.size(), std::size_t{3});
    // Its name waits to be typed.
    auto* list = open.find<QListWidget>("animations");
    auto* editor = list->findChild<QLineEdit*>();
    QVERIFY(editor != nullptr);
    editor->selectAll();
    QTest::keyClicks(editor, "stroll");
    QTest::keyClick(editor, Qt::Key_Return);
    open.settle();
    QCOMPARE(open.animation().name, std::string("stroll"));
    click(open.window, "defaultAnimation");
    QCOMPARE(open.asset().animations.front().name, std::string("stroll"));
    click(open.window, "copyAnimation");
    QCOMPARE(open.animation().name, std::string("stroll_2"));
    click(open.window, "removeAnimation");
    QCOMPARE(open.asset().animations.size(), std::size_t{4});
    QCOMPARE(list->count(), 4);
  }

  void stepsAreOrderedRepeatedAndTimed() {
    OpenWindow open;
    open.select("keeper_idle.png");
    auto* ribbon = open.find<Ribbon>("cutRibbon");
    const AnimationId idle = open.animation().id;
    const auto order = [&] {
      QString text;
      for (const Step& step : findAnimation(open.asset(), idle)->steps) {
        text += QString::fromStdString(findFrame(open.asset(), step.frame)->name).right(1);
      }
      return text;
    };
    const auto middle = [&](std::size_t step) { return ribbon->cellOf(idle, step).center(); };
    QCOMPARE(order(), QString("1234"));
    // The first is dragged behind the third.
    QTest::mousePress(ribbon->viewport(), Qt::LeftButton, {}, middle(0));
    QTest::mouseMove(ribbon->viewport(), middle(1));
    QTest::mouseMove(ribbon->viewport(), middle(2) + QPoint(20, 0));
    QTest::mouseRelease(ribbon->viewport(), Qt::LeftButton, {}, middle(2) + QPoint(20, 0));
    QCOMPARE(order(), QString("2314"));
    QCOMPARE(ribbon->chosenSteps(), (std::vector<std::size_t>{2}));
    ribbon->setFocus();
    QTest::keyClick(ribbon, Qt::Key_Left, Qt::AltModifier);
    QTest::keyClick(ribbon, Qt::Key_Left, Qt::AltModifier);
    QCOMPARE(order(), QString("1234"));
    QTest::keyClick(ribbon, Qt::Key_Right, Qt::AltModifier);
    QCOMPARE(order(), QString("2134"));
    QTest::keyClick(ribbon, Qt::Key_R);
    QCOMPARE(order(), QString("21134"));
    type(open.window, "stepTime", "400");
    QCOMPARE(findAnimation(open.asset(), idle)->steps[1].durationMs, 400);
    QCOMPARE(findAnimation(open.asset(), idle)->steps[0].durationMs, 250);
    // Three at once, by Shift, and out.
    QTest::mouseClick(ribbon->viewport(), Qt::LeftButton, {}, middle(1));
    QTest::mouseClick(ribbon->viewport(), Qt::LeftButton, Qt::ShiftModifier, middle(3));
    QCOMPARE(ribbon->chosenSteps().size(), std::size_t{3});
    ribbon->setFocus();
    QTest::keyClick(ribbon, Qt::Key_Delete);
    QCOMPARE(order(), QString("24"));
    while (open.history().canUndo()) open.history().undo();
    QCOMPARE(order(), QString("1234"));
  }

  void anAnimationIsScrubbedSteppedAndPlayedAtAnySpeed() {
    OpenWindow open;
    open.select("keeper_walk.png");
    auto* scrub = open.find<QSlider>("scrub");
    scrub->setFocus();
    QTest::keyClick(scrub, Qt::Key_End);
    QCOMPARE(open.window.session().selection().frame, open.animation().steps.back().frame);
    QTest::keyClick(scrub, Qt::Key_Home);
    QCOMPARE(open.window.session().selection().frame, open.animation().steps.front().frame);
    click(open.window, "stepForward");
    QCOMPARE(open.window.session().selection().frame, open.animation().steps[1].frame);
    auto* player = open.window.findChild<PlayerPanel*>()->player();
    QVERIFY(!player->playing());
    type(open.window, "speed", "4");
    QCOMPARE(player->speed(), 4.0);
    type(open.window, "speed", "0.1");
    click(open.window, "playPause");
    QVERIFY(player->playing());
    const std::size_t at = player->step();
    QTest::qWait(120);  // an eighth of a step at this speed
    QCOMPARE(player->step(), at);
    type(open.window, "speed", "4");
    QTRY_VERIFY(player->step() != at);
  }
};
AMBER_TEST(AnimationPanelTest);

#include "animation_panel_tests.moc"
