#include <QTest>
#include <QtWidgets>

#include "core/fit/styles/recipe_fit.h"
#include "desktop/benches/fit/candidate_card.h"
#include "desktop/benches/fit/candidate_list.h"
#include "desktop/parts/ribbon.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

/// The demo at the fit bench, with what all candidates keep to unfolded.
class Requesting : public OpenWindow {
 public:
  Requesting() {
    goTo(window, Bench::Fit);
    click(window, "fitOptions");
    QCoreApplication::processEvents();
    waitFor([](const Recipe&) { return true; });
  }
  CandidateList* list() { return window.findChild<CandidateList*>(); }
  /// Waits until every candidate keeps to this.
  template <class Kept>
  void waitFor(const Kept& kept) {
    QVERIFY(QTest::qWaitFor(
        [&] {
          const auto& all = list()->candidates();
          return !all.empty() && std::all_of(all.begin(), all.end(), [&](const Candidate& one) {
            return kept(one.recipe);
          });
        },
        20000));
  }
  const Candidate& candidate(const char* words) {
    for (const Candidate& one : list()->candidates()) {
      if (inWords(one.recipe) == words) return one;
    }
    qFatal("no candidate %s", words);
  }
  CandidateCard* card(const char* words) {
    return find<CandidateCard>(qPrintable(QString("candidate:") + words));
  }
  Ribbon* ribbon() {
    for (auto* one : window.findChildren<Ribbon*>()) {
      if (one->isVisible()) return one;
    }
    qFatal("no ribbon in view");
  }
};

}  // namespace

class FitOptionsTest : public QObject {
  Q_OBJECT
 private slots:
  void aToleranceUsesNoMorePointsThanItNeeds() {
    Requesting open;
    type(open.window, "polygonPoints", "40");
    open.waitFor([](const Recipe& one) { return one.polygon.points == 40; });
    const int many = open.candidate("polygon, balanced").measures.points;
    type(open.window, "polygonTolerance", "6");
    open.waitFor([](const Recipe& one) { return one.polygon.tolerance == 6; });
    QVERIFY(open.candidate("polygon, balanced").measures.points < many);
    QVERIFY(open.candidate("polygon, snug").measures.bareInk == 0);
  }

  void islandsHolesAndSpecksAreWishedFor() {
    Requesting open;
    QCOMPARE(open.candidate("polygon, snug").measures.bareInk, 0.0);
    auto* around = find<QComboBox>(open.window, "polygonAround");
    around->setCurrentIndex(2);
    emit around->activated(2);
    open.waitFor([](const Recipe& one) { return one.polygon.around == Around::Hull; });
    QVERIFY(isConvex(std::get<Polygon>(open.candidate("polygon, snug").shape)));
    QCOMPARE(open.candidate("polygon, snug").measures.bareInk, 0.0);
    const long long ink = pixelCount(open.candidate("mask").shape);
    type(open.window, "maskGrow", "2");
    open.waitFor([](const Recipe& one) { return one.mask.grow == 2; });
    QVERIFY(pixelCount(open.candidate("mask").shape) > ink);
    click(open.window, "maskFillHoles");
    type(open.window, "maskSpecks", "5");
    open.waitFor([](const Recipe& one) {
      return one.mask.holes == Holes::Filled && one.mask.leastSpeck == 5;
    });
  }

  void everySideHasAnInsetOfItsOwn() {
    Requesting open;
    const Box plain = std::get<Box>(open.candidate("box, snug").shape);
    type(open.window, "fitInset", "1,2,0,-3");
    open.waitFor([](const Recipe& one) { return one.inset == Inset{1, 2, 0, -3, false}; });
    QVERIFY((std::get<Box>(open.candidate("box, snug").shape) ==
             Box{plain.x + 1, plain.y + 2, plain.w - 1, plain.h + 1}));
    type(open.window, "fitInset", "25%");
    open.waitFor([](const Recipe& one) { return one.inset.percent; });
    QCOMPARE(std::get<Box>(open.candidate("box, snug").shape).w, plain.w / 2);
    // Text that cannot be parsed is marked, with a reason, and ignored.
    type(open.window, "fitInset", "two");
    auto* field = open.find<QLineEdit>("fitInset");
    QVERIFY(field->property("wrong").toBool());
    QVERIFY(field->toolTip().contains("\"two\" is not a valid inset"));
    open.waitFor([](const Recipe& one) { return one.inset == Inset{}; });
    type(open.window, "fitInset", "0");
    QVERIFY(!field->property("wrong").toBool());
  }

  // The ribbon shows what taking would make of each frame, not this frame's shape carried there.
  void aCandidatePointedAtIsTriedOnTheOtherFrames() {
    Requesting open;
    choose(open.window, "scope", 1);
    const Candidate wanted = open.candidate("circle, balanced");
    QEnterEvent enter({4, 4}, {4, 4}, {4, 4});
    QCoreApplication::sendEvent(open.card("circle, balanced"), &enter);
    QTRY_VERIFY(!open.ribbon()->trials().isEmpty());
    const auto trials = open.ribbon()->trials();
    click(open.window, "fitOptions");
    QTest::mouseClick(open.card("circle, balanced"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    QVERIFY(open.ribbon()->trials().isEmpty());
    int others = 0;
    for (const Step& step : open.animation().steps) {
      const Frame& frame = *findFrame(open.asset(), step.frame);
      QVERIFY(trials.contains(frame.id.value));
      QVERIFY(frame.shapes.front().geometry == trials[frame.id.value]);
      others += frame.shapes.front().geometry == wanted.shape ? 0 : 1;
    }
    QVERIFY(others > 0);
  }

  void howSteadyAShapeIsStandsByItsFigures() {
    Requesting open;
    choose(open.window, "scope", 1);
    click(open.window, "fitOptions");
    choose(open.window, "way", 1);
    QTest::mouseClick(open.card("box, snug"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    const auto figures = [&] { return open.find<QLabel>("figures")->text(); };
    // The animation goes back and forth: its first step follows the second.
    QTRY_VERIFY(figures().contains("steadiness <b>100 %</b>"));
    QTest::keyClick(open.ribbon(), Qt::Key_Right);
    open.settle();
    QTRY_VERIFY(figures().contains("steadiness <b>100 %</b>"));
    const QImage steady = open.ribbon()->grab().toImage();
    // A number that is typed keys another shape than the one before, and the line drops.
    auto* x = open.find<QLineEdit>("number_0");
    type(open.window, "number_0", QString::number(x->text().toDouble() + 40));
    open.settle();
    QTRY_VERIFY(!figures().contains("steadiness <b>100 %</b>"));
    QVERIFY(figures().contains("steadiness <b>"));
    QVERIFY(open.ribbon()->grab().toImage() != steady);
    // The first step of one that ends follows none.
    const Animation& last = open.asset().animations.back();
    QVERIFY(last.loop == LoopMode::Once);
    open.window.session().selectFrame(open.asset().id, last.id, last.steps.front().frame);
    open.settle();
    QTRY_VERIFY(!figures().contains("steady"));
  }

  // At Fit a tile lies among its neighbours, and a step to one of them is marked.
  void aTileIsShownAmongItsNeighbours() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    ProjectSession& session = open.window.session();
    const Asset& tiles = *findAsset(open.project(), "tile_glasshouse");
    const auto seen = [&](std::size_t frame) {
      session.selectFrame(tiles.id, tiles.animations.front().id, tiles.frames[frame].id);
      open.settle();
      return open.find<QWidget>("fitStage")->grab().toImage();
    };
    const auto marked = [](const QImage& picture) {
      int count = 0;
      for (int y = 0; y < picture.height(); ++y) {
        for (int x = 0; x < picture.width(); ++x) {
          count += picture.pixelColor(x, y) == theme().error ? 1 : 0;
        }
      }
      return count;
    };
    const QImage wrong = seen(5);
    // As high as its neighbours, nothing is wrong any more.
    FrameShape shape = findAsset(open.project(), "tile_glasshouse")->frames[5].shapes.front();
    shape.geometry = Box{0, 0, 32, 32};
    session.perform("fit", {SetShape{tiles.id, tiles.frames[5].id, shape}});
    const QImage right = seen(5);
    // The farthest phantom is marked in the same colour in both.
    QVERIFY2(marked(wrong) > marked(right) + 300,
             qPrintable(QString("%1 and %2").arg(marked(wrong)).arg(marked(right))));
    session.perform("spoil", {SetShape{tiles.id, tiles.frames[5].id, {"body", Box{0, 2, 32, 30}}}});
    // Somebody who wants it so says it, for the neighbours that are marked; undo takes it back.
    QVERIFY(marked(seen(5)) > marked(right) + 300);
    for (int i = 0; i < 12 && marked(seen(5)) > marked(right) + 300; ++i) {
      doByFinder(open.window, "do not compare this tile");
    }
    QVERIFY(marked(seen(5)) <= marked(right) + 300);
    QVERIFY(!findAsset(open.project(), "tile_glasshouse")->tileDecisions.empty());
    // Alone it is larger: nothing lies around what is no tile.
    doByFinder(open.window, "check the kind as tiles");
    QVERIFY(!findKind(open.project(), "tile")->tiles);
    doByFinder(open.window, "merge fitting tiles");
    QVERIFY(open.project().mergedTiles);
    session.history().undo();
    QVERIFY(!open.project().mergedTiles);
  }
};
AMBER_TEST(FitOptionsTest);

#include "fit_options_tests.moc"
