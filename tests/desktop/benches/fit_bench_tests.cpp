#include <QElapsedTimer>
#include <QTest>
#include <QThread>
#include <QtWidgets>
#include <atomic>
#include <thread>

#include "core/cut/cut_frames.h"
#include "core/fit/keys/fit_edits.h"
#include "desktop/benches/fit/candidate_card.h"
#include "desktop/benches/fit/candidate_list.h"
#include "desktop/benches/fit/fit_stage.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

// How long the window may be blocked while it works, ms; sanitizers make everything slower.
#if defined(__SANITIZE_ADDRESS__) || defined(__SANITIZE_THREAD__)
constexpr qint64 kMostSilence = 500;
#else
constexpr qint64 kMostSilence = 50;
#endif

// Four kinds in four styles, and a mask.
constexpr std::size_t kCandidates = 17;

/// The demo at the fit bench, with candidates found for the shown frame.
class Fitting : public OpenWindow {
 public:
  Fitting() {
    goTo(window, Bench::Fit);
    wait();
  }
  CandidateList* list() { return window.findChild<CandidateList*>(); }
  void wait() {
    QVERIFY(QTest::qWaitFor([&] { return list()->candidates().size() == kCandidates; }, 20000));
  }
  CandidateCard* card(const char* name) {
    return find<CandidateCard>(qPrintable(QString("candidate:") + name));
  }
  const FrameShape& shape() { return window.session().currentFrame()->shapes.front(); }
};

// Fits a polygon to every frame in a role, and returns the longest time for which the event loop
// was blocked, ms.
qint64 longestSilenceOfFit(OpenWindow& open, const std::string& role) {
  ProjectSession& session = open.window.session();
  Recipe recipe;
  recipe.kind = ShapeKind::Polygon;
  recipe.style = FitStyle::Balanced;
  qint64 longest = 0;
  QElapsedTimer since;
  QTimer tick;
  tick.setInterval(2);
  QObject::connect(&tick, &QTimer::timeout, &open.window,
                   [&] { longest = std::max(longest, since.restart()); });
  const int steps = open.history().count();
  since.start();
  tick.start();
  session.performBeside("fit",
                        [&](const Project& project, ArtStore&,
                            const Progress& progress) -> Result<std::vector<Edit>> {
                          std::vector<FrameRef> all;
                          for (const Frame& frame : project.assets.front()->frames) {
                            all.push_back({project.assets.front()->id, frame.id});
                          }
                          return fittedShapes(project, all, role, recipe,
                                              ArtStore::loading(session.artStore(), project),
                                              progress);
                        });
  const bool done = QTest::qWaitFor([&] { return open.history().count() > steps; }, 60000);
  return done ? longest : 60000;
}

}  // namespace

class FitBenchTest : public QObject {
  Q_OBJECT
 private slots:
  void everyKindAndStyleIsOfferedTheBestFirst() {
    Fitting open;
    const auto& candidates = open.list()->candidates();
    for (std::size_t i = 1; i < candidates.size(); ++i) {
      QVERIFY(candidates[i - 1].measures.overlap >= candidates[i].measures.overlap);
    }
    QVERIFY(kindOf(candidates.front().shape) == ShapeKind::Mask);
    click(open.window, "kind:mask");
    QCOMPARE(open.window.findChildren<CandidateCard*>().size(), static_cast<int>(kCandidates));
    for (CandidateCard* card : open.window.findChildren<CandidateCard*>()) {
      QCOMPARE(card->isVisibleTo(open.list()), card->objectName() != "candidate:mask");
    }
  }

  void aCandidateIsShownOnTheStageThenTakenForAllFrames() {
    Fitting open;
    auto* stage = open.find<FitStage>("fitStage");
    const QImage before = stage->grab().toImage();
    CandidateCard* card = open.card("capsule, balanced");
    QEnterEvent enter({5, 5}, {5, 5}, card->mapToGlobal(QPointF(5, 5)));
    QApplication::sendEvent(card, &enter);
    QVERIFY(stage->grab().toImage() != before);
    QEvent leave(QEvent::Leave);
    QApplication::sendEvent(card, &leave);
    QVERIFY(stage->grab().toImage() == before);
    QTest::mouseClick(card, Qt::LeftButton, {}, {8, 8});
    open.settle();
    QCOMPARE(open.history().count(), 1);
    for (const Frame& frame : open.asset().frames) {
      QVERIFY(kindOf(frame.shapes.front().geometry) == ShapeKind::Capsule);
      QVERIFY(frame.shapes.front().recipe->style == FitStyle::Balanced);
    }
    QCOMPARE(open.find<QLabel>("shapeKind")->text(), QString("capsule, balanced"));
    open.history().undo();
    QVERIFY(kindOf(open.shape().geometry) == ShapeKind::Box);
  }

  void aShapeThatIsNoBoxIsMovedByMouseAndKeys() {
    Fitting open;
    choose(open.window, "scope", 0);
    QTest::mouseClick(open.card("circle, balanced"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    const Circle taken = std::get<Circle>(open.shape().geometry);
    auto* stage = open.find<FitStage>("fitStage");
    drag(stage, {taken.cx, taken.cy}, {taken.cx + 4, taken.cy - 3});
    const Circle moved = std::get<Circle>(open.shape().geometry);
    QCOMPARE(moved, (Circle{taken.cx + 4, taken.cy - 3, taken.r}));
    QVERIFY(!open.shape().recipe);
    QTest::keyClick(stage, Qt::Key_Left);
    QCOMPARE(std::get<Circle>(open.shape().geometry).cx, moved.cx - 1);
    QTest::mousePress(stage, Qt::LeftButton, {}, onStage(stage, moved.cx, moved.cy));
    QTest::mouseMove(stage, onStage(stage, moved.cx + 6, moved.cy));
    QTest::keyClick(stage, Qt::Key_Escape);
    QCOMPARE(std::get<Circle>(open.shape().geometry).cx, moved.cx - 1);
  }

  void aRegionAndAnInsetAreKeptToAndRemembered() {
    Fitting open;
    choose(open.window, "scope", 0);
    click(open.window, "fitOptions");
    type(open.window, "fitRegion", "bottom:4px");
    type(open.window, "fitInset", "1");
    open.settle();
    QVERIFY(QTest::qWaitFor(
        [&] {
          const auto& all = open.list()->candidates();
          return !all.empty() && all.front().recipe.region.part == Region::Part::Bottom &&
                 all.front().recipe.inset.left == 1;
        },
        20000));
    QTest::mouseClick(open.card("box, snug"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    QVERIFY(open.shape().recipe->region.part == Region::Part::Bottom);
    QCOMPARE(open.shape().recipe->inset.left, 1.0);
    QCOMPARE(std::get<Box>(open.shape().geometry).h, 2.0);
    type(open.window, "fitRegion", "nonsense");
    QVERIFY(open.find<QLineEdit>("fitRegion")->property("wrong").toBool());
  }

  void aPolygonsCornersAreMovedAddedTypedAndTakenOut() {
    Fitting open;
    choose(open.window, "scope", 0);
    QTest::mouseClick(open.card("polygon, balanced"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    auto* stage = open.find<FitStage>("fitStage");
    const auto points = [&] { return std::get<Polygon>(open.shape().geometry).points; };
    const std::vector<Vertex> before = points();
    QCOMPARE(before.size(), std::size_t{8});
    const Vertex& first = before[0];
    drag(stage, {first.x, first.y}, {std::round(first.x) - 3, std::round(first.y) - 2});
    QCOMPARE(points()[0], (Vertex{std::round(first.x) - 3, std::round(first.y) - 2}));
    QVERIFY(!open.shape().recipe);
    // The corner stays selected: nudged, typed, removed.
    QTest::keyClick(stage, Qt::Key_Up);
    QCOMPARE(points()[0].y, std::round(first.y) - 3);
    QCoreApplication::processEvents();
    type(open.window, "number_0", "5.5");
    QCOMPARE(points()[0].x, 5.5);
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Delete);
    QCOMPARE(points().size(), std::size_t{7});
    const Vertex a = points()[2];
    const Vertex b = points()[3];
    drag(stage, {(a.x + b.x) / 2, (a.y + b.y) / 2}, {(a.x + b.x) / 2 + 2, (a.y + b.y) / 2 + 2});
    QCOMPARE(points().size(), std::size_t{8});
  }

  void symmetricEditingMovesBothSides() {
    Fitting open;
    choose(open.window, "scope", 0);
    auto* stage = open.find<FitStage>("fitStage");
    click(open.window, "symmetric");
    const double axis = open.window.session().currentFrame()->origin.x;
    const Box box = std::get<Box>(open.shape().geometry);
    drag(stage, {box.x + box.w, box.y + box.h / 2}, {axis + 9, box.y + box.h / 2});
    const Box now = std::get<Box>(open.shape().geometry);
    QVERIFY(std::abs(now.x + now.w / 2 - axis) < 1e-9);
    QVERIFY(std::abs(now.w / 2 - 9) <= 1);
  }

  void aMaskIsPaintedErasedAndFilled() {
    Fitting open;
    choose(open.window, "scope", 0);
    QTest::mouseClick(open.card("mask"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    auto* stage = open.find<FitStage>("fitStage");
    const auto pixels = [&] { return pixelCount(open.shape().geometry); };
    const long long before = pixels();
    drag(stage, {1.5, 1.5}, {6.5, 1.5});
    const long long painted = pixels();
    QVERIFY(painted >= before + 6);
    QVERIFY(holdsPixel(open.shape().geometry, 4, 1));
    click(open.window, "mask:erase");
    drag(stage, {1.5, 1.5}, {6.5, 1.5});
    QCOMPARE(pixels(), before);
    click(open.window, "mask:erase");
    click(open.window, "mask:line");
    drag(stage, {1.5, 0.5}, {5.5, 0.5});
    QVERIFY(holdsPixel(open.shape().geometry, 3, 0));
    click(open.window, "maskFromInk");
    open.settle();
    QCOMPARE(pixels(), before);
    QVERIFY(open.shape().recipe.has_value());
    open.history().undo();
    QVERIFY(!open.shape().recipe);
  }

  void shapesAreKeyedHeldCopiedAndMirrored() {
    Fitting open;
    auto* stage = open.find<FitStage>("fitStage");
    const AnimationId walk = open.animation().id;
    choose(open.window, "scope", 1);
    click(open.window, "holdShape");
    int keys = 0;
    for (const Step& step : open.animation().steps) {
      keys += findShape(*findFrame(open.asset(), step.frame), "body") != nullptr ? 1 : 0;
    }
    QCOMPARE(keys, 1);
    const FrameId second = open.animation().steps[1].frame;
    open.window.session().selectFrame(open.asset().id, walk, second);
    QCoreApplication::processEvents();
    QVERIFY(open.find<QLabel>("shapeKind")->text().contains("held from"));
    stage->setFocus();
    choose(open.window, "scope", 0);
    click(open.window, "keyShape");
    QVERIFY(findShape(*findFrame(open.asset(), second), "body") != nullptr);
    click(open.window, "unkeyShape");
    QVERIFY(findShape(*findFrame(open.asset(), second), "body") == nullptr);
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_C, Qt::ControlModifier);
    QTest::keyClick(stage, Qt::Key_V, Qt::ControlModifier);
    const FrameShape pasted = *findShape(*findFrame(open.asset(), second), "body");
    QVERIFY(!pasted.recipe);
    QTest::keyClick(stage, Qt::Key_M);
    const Frame& frame = *findFrame(open.asset(), second);
    const Box was = bounds(pasted.geometry);
    const Box now = bounds(findShape(frame, "body")->geometry);
    QVERIFY(std::abs(now.x - (2 * frame.origin.x - was.x - was.w)) < 1e-9);
  }

  void rolesAreAddedAndEachHasItsShape() {
    Fitting open;
    QTimer::singleShot(0, &open.window, [&] {
      auto* dialog = open.window.findChild<QDialog*>("rolesDialog");
      QVERIFY(dialog != nullptr);
      QTest::mouseClick(dialog->findChild<QPushButton*>("addRole"), Qt::LeftButton);
      auto* name = dialog->findChild<QLineEdit*>("roleName3");
      QVERIFY(name != nullptr);
      name->setText("stomp strip");
      QTest::keyClick(name, Qt::Key_Return);
      QVERIFY(!dialog->findChild<QLabel*>("rolesRefusal")->text().isEmpty());
      name->setText("stomp");
      QTest::keyClick(name, Qt::Key_Return);
      dialog->findChild<QCheckBox*>("roleStanding3")->click();
      dialog->close();
    });
    click(open.window, "rolesButton");
    const Project& project = open.project();
    QVERIFY(findRole(project, "stomp") != nullptr);
    QVERIFY(findRole(project, "stomp")->duty == Duty::Notices);
    QCOMPARE(findKind(project, open.asset().kind)->shapes.size(), std::size_t{2});
    QTRY_COMPARE(open.find<QComboBox>("roleChoice")->currentText(), QString("stomp"));
    QVERIFY(open.find<QLabel>("figures")->text().contains("no shape yet"));
    click(open.window, "fitOptions");
    type(open.window, "fitRegion", "top:3px");
    click(open.window, "fitButton");
    open.settle();
    for (const Frame& frame : open.asset().frames) {
      QCOMPARE(std::get<Box>(findShape(frame, "stomp")->geometry).h, 3.0);
    }
  }

  // The whole job: compare, take for all, edit one by hand, repaint, fit again, undo all.
  void aRepaintedSheetIsFittedAgain() {
    Fitting open;
    const Project before = open.project();
    QTest::mouseClick(open.card("polygon, snug"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    const FrameShape fittedFirst = open.shape();
    auto* stage = open.find<FitStage>("fitStage");
    const Box box = bounds(fittedFirst.geometry);
    drag(stage, {box.x + box.w / 2, box.y + box.h / 2}, {box.x + box.w / 2 + 2, box.y + box.h / 2});
    QVERIFY(!open.shape().recipe);
    // The sheet is painted over: a beak on the second frame.
    const Frame& second = open.asset().frames[1];
    const Sheet* sheet = findSheet(open.project(), second.sheet);
    const QString path = open.scratch.qpath("demo/" + QString::fromStdString(sheet->path));
    QImage image = QImage(path).convertToFormat(QImage::Format_RGBA8888);
    QPainter painter(&image);
    painter.fillRect(second.rect.x + 1, second.rect.y + second.rect.h / 2, second.rect.w / 2, 3,
                     QColor(90, 60, 30));
    painter.end();
    QVERIFY(image.save(path));
    const int steps = open.history().count();
    QVERIFY(QTest::qWaitFor([&] { return open.history().count() > steps; }, 10000));
    open.settle();
    const FrameShape stale = open.asset().frames[1].shapes.front();
    click(open.window, "fitAgain");
    open.settle();
    auto* report = open.window.findChild<QDialog*>("refitReport");
    QVERIFY(report != nullptr);
    auto* table = report->findChild<QTableWidget*>();
    // The body, and the reach around it.
    QCOMPARE(table->rowCount(), 2);
    QCOMPARE(table->item(0, 0)->text(), QString::fromStdString(open.asset().frames[1].name));
    report->close();
    QVERIFY(!(open.asset().frames[1].shapes.front().geometry == stale.geometry));
    while (open.history().canUndo()) open.history().undo();
    for (std::size_t i = 0; i < open.asset().frames.size(); ++i) {
      const Asset* was = findAsset(before, open.asset().id);
      QVERIFY(open.asset().frames[i].shapes == was->frames[i].shapes);
    }
  }

  // A thousand frames in three roles: the window responds, shows progress, and can stop the work.
  void aBatchKeepsTheWindowLiveAndCanBeStopped() {
    QImage sheet(40 * 24, 25 * 24, QImage::Format_RGBA8888);
    sheet.fill(Qt::transparent);
    QPainter painter(&sheet);
    painter.setBrush(QColor(90, 60, 30));
    for (int i = 0; i < 1000; ++i) {
      painter.drawEllipse(i % 40 * 24 + 3 + i % 5, i / 40 * 24 + 2, 9 + i % 7, 14 + i % 6);
    }
    painter.end();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    sheet.save(&buffer, "PNG");
    OpenWindow open({{"many.png", bytes.toStdString()}});
    ProjectSession& session = open.window.session();
    CutRequest request;
    request.sheet = open.project().sheets.front()->id;
    request.cut.way = Grid{{24, 24}, {0, 0}, {0, 0}, 40, 25};
    request.kind = "prop";
    request.asset = "many";
    request.animation = "still";
    QVERIFY(
        session.perform("cut", *cutEdits(open.project(), request, *session.artOf(request.sheet))));
    std::vector<Role> roles = open.project().roles;
    roles.push_back({"feet", Duty::Notices});
    roles.push_back({"reach", Duty::Notices});
    session.perform("roles", {SetRoles{roles}});
    session.selectSheet(request.sheet);
    goTo(open.window, Bench::Fit);
    open.settle();
    int told = 0;
    QObject::connect(&session.background(), &Background::progressed, &open.window,
                     [&](const QString&, int, int total) { told += total > 0 ? 1 : 0; });
    // A machine that stalls for a moment is not a fault of the window; it does not do so three
    // times. A shared machine stalls all the time: the delay of a thread that only sleeps measures
    // the machine.
    std::atomic<qint64> late{0};
    const std::jthread sleeper([&late](const std::stop_token& stop) {
      QElapsedTimer slept;
      while (!stop.stop_requested()) {
        slept.start();
        QThread::msleep(1);
        late = std::max<qint64>(late, slept.elapsed() - 1);
      }
    });
    qint64 longest = 1000;
    for (int attempt = 0; attempt < 3 && longest > kMostSilence + late; ++attempt) {
      qint64 worst = 0;
      for (const Role& role : roles) {
        session.selectRole(role.name);
        open.settle();
        worst = std::max(worst, longestSilenceOfFit(open, role.name));
      }
      longest = std::min(longest, worst);
    }
    qInfo("longest silence %lld ms", static_cast<long long>(longest));
    QVERIFY2(longest <= kMostSilence + late,
             qPrintable(QString("a stall of %1 ms, of the machine %2").arg(longest).arg(late)));
    for (const Frame& frame : open.asset().frames) QCOMPARE(frame.shapes.size(), std::size_t{3});
    // Stopped, nothing has changed.
    const int steps = open.history().count();
    session.performBeside("slow", [](const Project& project, ArtStore&, const Progress& progress) {
      for (int i = 0; i < 20000 && !progress.cancelled(); ++i) {
        progress.at(i, 20000);
        QThread::msleep(1);
      }
      return std::vector<Edit>{Rename{project.assets.front()->id, {}, {}, "done"}};
    });
    QVERIFY(QTest::qWaitFor(
        [&] {
          auto* stop = open.window.findChild<QPushButton*>("stopWork");
          return stop->isVisible();
        },
        20000));
    QVERIFY(told > 0);
    click(open.window, "stopWork");
    open.settle();
    QCOMPARE(open.history().count(), steps);
  }
};
AMBER_TEST(FitBenchTest);

#include "fit_bench_tests.moc"
