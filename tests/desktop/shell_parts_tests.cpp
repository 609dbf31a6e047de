// What stands around the benches, and what they share, by mouse and keys: route, finder,
// background, player, ribbon, shelf.
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QPushButton>
#include <QSignalSpy>
#include <QSlider>
#include <QTest>

#include "desktop/benches/cut/background_panel.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/player.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/shell/command_finder.h"
#include "desktop/shell/route_line.h"
#include "desktop/shell/shelf.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class RouteLineTest : public QObject {
  Q_OBJECT
 private slots:
  void aClickGoesToTheNearestStopAndKeysToTheNext() {
    RouteLine route(nullptr);
    route.resize(700, 50);
    std::vector<Bench> gone;
    connect(&route, &RouteLine::chosen, &route, [&](Bench bench) {
      gone.push_back(bench);
      route.setCurrent(bench);
    });
    QTest::mouseClick(&route, Qt::LeftButton, {}, route.centreOf(Bench::Fit));
    QTest::mouseClick(&route, Qt::LeftButton, {}, route.centreOf(Bench::Pack) + QPoint(12, 6));
    QVERIFY((gone == std::vector<Bench>{Bench::Fit, Bench::Pack}));
    // Past its last stop there is none.
    QTest::keyClick(&route, Qt::Key_Right);
    QCOMPARE(gone.size(), std::size_t{2});
    QTest::keyClick(&route, Qt::Key_Left);
    QVERIFY(gone.back() == Bench::Trial);
    route.setCurrent(Bench::Cut);
    QTest::keyClick(&route, Qt::Key_Left);
    QCOMPARE(gone.size(), std::size_t{3});
    // Every place is of one stop, or of none.
    for (int x = 0; x < route.width(); ++x) {
      gone.clear();
      QTest::mouseClick(&route, Qt::LeftButton, {}, {x, 20});
      QVERIFY2(gone.size() <= 1, qPrintable(QString::number(x)));
    }
  }

  void countsAreSeen() {
    RouteLine route(nullptr);
    route.resize(700, 50);
    const QImage without = route.grab().toImage();
    std::array<int, kBenchCount> counts{};
    counts[2] = 7;
    route.setCounts(counts);
    QVERIFY(route.grab().toImage() != without);
    route.setCounts({});
    QVERIFY(route.grab().toImage() == without);
  }
};
AMBER_TEST(RouteLineTest);

class CommandFinderTest : public QObject {
  Q_OBJECT

  struct Found {
    QWidget window;
    CommandFinder finder{&window};
    QString done;

    Found() {
      window.resize(800, 600);
      window.show();
      std::vector<Findable> all;
      for (const char* name : {"Cut again", "Pack the parcel", "Pack somewhere else", "Paint"}) {
        all.push_back({name, {}, true, [this, name] { done += QString(name) + ";"; }});
      }
      all.push_back({"Mend all", "nothing is wrong", false, [this] { done += "never;"; }});
      finder.open(std::move(all));
    }
    QLineEdit* field() { return finder.findChild<QLineEdit*>("finderField"); }
    QListWidget* list() { return finder.findChild<QListWidget*>("finderList"); }
  };

 private slots:
  void wordsInAnyOrderFindWhatHoldsThemAll() {
    Found found;
    QCOMPARE(found.list()->count(), 5);
    QTest::keyClicks(found.field(), "pa");
    QCOMPARE(found.list()->count(), 3);
    QTest::keyClicks(found.field(), " else");
    QCOMPARE(found.list()->count(), 1);
    QCOMPARE(found.list()->item(0)->text(), QString("Pack somewhere else"));
    found.field()->setText("PARCEL pack");
    QCOMPARE(found.list()->count(), 1);
    found.field()->setText("nobody");
    QCOMPARE(found.list()->count(), 0);
    // Enter on nothing does nothing.
    QTest::keyClick(found.field(), Qt::Key_Return);
    QVERIFY(found.done.isEmpty());
    QVERIFY(found.finder.isVisible());
  }

  void keysChooseAndEnterDoes() {
    Found found;
    QTest::keyClicks(found.field(), "pack");
    QTest::keyClick(found.field(), Qt::Key_Down);
    QTest::keyClick(found.field(), Qt::Key_Return);
    QCOMPARE(found.done, QString("Pack somewhere else;"));
    QVERIFY(!found.finder.isVisible());
  }

  void aClickDoesAndEscapeLeaves() {
    Found found;
    QTest::mouseClick(found.list()->viewport(), Qt::LeftButton, {},
                      found.list()->visualItemRect(found.list()->item(3)).center());
    QCOMPARE(found.done, QString("Paint;"));
    Found other;
    QTest::keyClick(other.field(), Qt::Key_Escape);
    QVERIFY(!other.finder.isVisible());
    QVERIFY(other.done.isEmpty());
  }

  void whatCannotBeDoneSaysWhyAndStays() {
    Found found;
    QTest::keyClicks(found.field(), "mend");
    QVERIFY(found.list()->item(0)->text().contains("nothing is wrong"));
    QTest::keyClick(found.field(), Qt::Key_Return);
    QVERIFY(found.done.isEmpty());
    QVERIFY(found.finder.isVisible());
  }
};
AMBER_TEST(CommandFinderTest);

class BackgroundPanelTest : public QObject {
  Q_OBJECT

  struct Panel {
    BackgroundPanel panel{nullptr};
    InkRule chosen;
    int times = 0;
    std::vector<InkRule> tried;

    explicit Panel(const InkRule& rule, std::optional<KeyColour> suggested = {}) {
      panel.show(rule, suggested);
      panel.QWidget::show();
      QObject::connect(&panel, &BackgroundPanel::chosen, &panel, [this](const InkRule& taken) {
        chosen = taken;
        ++times;
      });
      QObject::connect(&panel, &BackgroundPanel::tried, &panel,
                       [this](const InkRule& one) { tried.push_back(one); });
    }
    template <class Widget>
    Widget* find(const char* name) {
      auto* widget = panel.findChild<Widget*>(name);
      if (widget == nullptr) qFatal("no %s", name);
      return widget;
    }
    void click(const char* name) { QTest::mouseClick(find<QPushButton>(name), Qt::LeftButton); }
  };

 private slots:
  void theSuggestedColourIsTakenInOneClick() {
    Panel one({}, KeyColour{200, 228, 255});
    QVERIFY(one.find<QPushButton>("suggestedKey")->text().contains("c8e4ff"));
    one.click("suggestedKey");
    QCOMPARE(one.times, 1);
    QVERIFY(one.chosen.key == (KeyColour{200, 228, 255}));
    // Then its numbers are shown, and alpha removes it again.
    one.panel.show(one.chosen, KeyColour{200, 228, 255});
    QVERIFY(one.find<NumberField>("keyTolerance")->isVisible());
    one.click("backgroundAlpha");
    QVERIFY(!one.chosen.key);
  }

  void withoutASuggestionTheColourIsPicked() {
    Panel one({});
    QSignalSpy picking(&one.panel, &BackgroundPanel::pickingChanged);
    QVERIFY(!one.panel.picking());
    one.click("backgroundKey");
    QVERIFY(one.panel.picking());
    QVERIFY(picking.count() >= 1);
    one.panel.take({12, 34, 56, 255});
    QCOMPARE(one.times, 1);
    QVERIFY(one.chosen.key && one.chosen.key->r == 12 && one.chosen.key->b == 56);
    one.panel.endPicking();
    QVERIFY(!one.panel.picking());
  }

  void toleranceAndReachAreThoseOfTheKey() {
    InkRule rule;
    rule.key = KeyColour{1, 2, 3, 0, KeyReach::Everywhere};
    Panel one(rule);
    auto* tolerance = one.find<NumberField>("keyTolerance");
    tolerance->selectAll();
    QTest::keyClicks(tolerance, "20");
    QTest::keyClick(tolerance, Qt::Key_Return);
    QCOMPARE(one.chosen.key->tolerance, 20);
    one.panel.show(one.chosen, {});
    one.click("keyEdgeOnly");
    QVERIFY(one.chosen.key->reach == KeyReach::JoinedToEdge);
    QCOMPARE(one.chosen.key->tolerance, 20);
    one.panel.show(one.chosen, {});
    one.click("keyEdgeOnly");
    QVERIFY(one.chosen.key->reach == KeyReach::Everywhere);
  }

  void thresholdsAreTriedWhileTheirSliderMoves() {
    Panel one({});
    auto* firm = one.find<QSlider>("firmSlider");
    firm->setSliderDown(true);
    firm->setValue(60);
    firm->setValue(61);
    QCOMPARE(one.times, 0);
    QVERIFY(!one.tried.empty());
    QCOMPARE(one.tried.back().firm, 61);
    firm->setSliderDown(false);
    QCOMPARE(one.chosen.firm, 61);
    auto* faint = one.find<NumberField>("faint");
    faint->selectAll();
    QTest::keyClicks(faint, "9");
    QTest::keyClick(faint, Qt::Key_Return);
    QCOMPARE(one.chosen.faint, 9);
  }
};
AMBER_TEST(BackgroundPanelTest);

class SharedPartsTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void thePlayerIsScrubbedSteppedAndItsSpeedSet() {
    OpenWindow open;
    open.select("keeper_walk.png");
    auto* player = open.find<PlayerPanel>("")->player();
    const auto steps = open.animation().steps.size();
    QVERIFY(steps > 2);
    player->setPlace(0);
    QVERIFY(!player->playing());
    QCOMPARE(player->step(), std::size_t{0});
    player->setPlace(1);
    QCOMPARE(player->step(), steps - 1);
    QCOMPARE(player->place(), 1.0);
    // Round the end it begins again, both ways.
    stepFrame(open.window.session(), 1);
    QCOMPARE(player->step(), std::size_t{0});
    stepFrame(open.window.session(), -1);
    QCOMPARE(player->step(), steps - 1);
    player->setPlace(7);
    QCOMPARE(player->step(), steps - 1);
    // From there it plays on, and a click pauses it.
    player->setSpeed(0.1);
    player->toggle();
    QVERIFY(player->playing());
    QCOMPARE(player->step(), steps - 1);
    QTest::mouseClick(player, Qt::LeftButton);
    QVERIFY(!player->playing());
  }

  void stepsAreChosenInTheRibbonByClickShiftAndKeys() {
    OpenWindow open;
    open.select("keeper_walk.png");
    auto* ribbon = open.find<Ribbon>("cutRibbon");
    const AnimationId walk = open.animation().id;
    const auto cell = [&](std::size_t step) { return ribbon->cellOf(walk, step).center(); };
    QTest::mouseClick(ribbon->viewport(), Qt::LeftButton, {}, cell(1));
    QVERIFY((ribbon->chosenSteps() == std::vector<std::size_t>{1}));
    QTest::mouseClick(ribbon->viewport(), Qt::LeftButton, Qt::ShiftModifier, cell(3));
    QVERIFY((ribbon->chosenSteps() == std::vector<std::size_t>{1, 2, 3}));
    QTest::mouseClick(ribbon->viewport(), Qt::LeftButton, Qt::ControlModifier, cell(2));
    QVERIFY((ribbon->chosenSteps() == std::vector<std::size_t>{1, 3}));
    QTest::mouseClick(ribbon->viewport(), Qt::LeftButton, {}, cell(0));
    QVERIFY((ribbon->chosenSteps() == std::vector<std::size_t>{0}));
    QVERIFY(ribbon->cellOf(walk, 99).isEmpty());
    QVERIFY(ribbon->cellOf({4711}, 0).isEmpty());
  }

  void theScopeSaysHowManyFramesItMeans() {
    OpenWindow open;
    open.select("keeper_walk.png");
    goTo(open.window, Bench::Origin);
    auto* chooser = open.find<ScopeChooser>("");
    chooser->setScope(Scope::Frame);
    QCOMPARE(chooser->frames().size(), std::size_t{1});
    QCOMPARE(chooser->countText(), QString("1 frame"));
    chooser->setScope(Scope::Animation);
    QSet<std::uint32_t> frames;
    for (const Step& step : open.animation().steps) frames.insert(step.frame.value);
    QCOMPARE(chooser->frames().size(), static_cast<std::size_t>(frames.size()));
    chooser->setScope(Scope::Asset);
    QCOMPARE(chooser->frames().size(), open.asset().frames.size());
    // With other frames selected it is other frames.
    const AssetId before = open.asset().id;
    open.select("keeper_idle.png");
    QVERIFY(open.asset().id == before);
    open.select("lantern_flicker.webp");
    QCoreApplication::processEvents();
    QCOMPARE(chooser->frames().size(), open.asset().frames.size());
    for (const FrameRef& ref : chooser->frames()) QVERIFY(ref.asset == open.asset().id);
  }

  void theShelfIsFilteredAndWhatIsChosenStaysChosen() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* list = open.find<QListView>("shelf");
    auto* filter = open.find<QLineEdit>("shelfFilter");
    const int all = list->model()->rowCount();
    QCOMPARE(all, static_cast<int>(open.project().assets.size()));
    const std::string name = open.asset().name;
    QTest::mouseClick(filter, Qt::LeftButton);
    QTest::keyClicks(filter, "tile");
    QVERIFY(list->model()->rowCount() < all);
    for (int row = 0; row < list->model()->rowCount(); ++row) {
      QVERIFY(list->model()->index(row, 0).data().toString().contains("tile"));
    }
    // Filtered out, it is still what the bench shows.
    QCOMPARE(open.asset().name, name);
    filter->setText("no such thing");
    QCOMPARE(list->model()->rowCount(), 0);
    filter->clear();
    QCOMPARE(list->model()->rowCount(), all);
    // Keys go from one to the next.
    list->setFocus();
    list->setCurrentIndex(list->model()->index(0, 0));
    QTest::keyClick(list, Qt::Key_Down);
    QCoreApplication::processEvents();
    QCOMPARE(QString::fromStdString(open.asset().name),
             list->model()->index(1, 0).data().toString());
  }
};
AMBER_TEST(SharedPartsTest);

#include "shell_parts_tests.moc"
