// What the window asks by dialogues for files, what is dropped on it, and what only the finder
// does.
#include <QDropEvent>
#include <QLabel>
#include <QMimeData>
#include <QTest>
#include <QUrl>

#include "desktop/shell/notice_bar.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class AskingTest : public QObject {
  Q_OBJECT

  static QString notice(MainWindow& window) { return find<QLabel>(window, "notice")->text(); }
  static QStringList errors(MainWindow& window) {
    return window.findChild<NoticeBar*>()->openErrors();
  }
  // A copy of the pot's sheet with its colours the other way round, at this place.
  static void paintOtherPot(const Scratch& scratch, const QString& path) {
    QImage pot(scratch.qpath("demo/sheets/clay_pot.png"));
    QVERIFY(!pot.isNull());
    pot.invertPixels(QImage::InvertRgb);
    QVERIFY(pot.save(path));
  }

 private slots:
  void aProjectIsOpenedByItsFile() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    MainWindow window;
    test::show(window);
    FileDialogAnswers answers({"", path});
    press(window, Qt::Key_O, Qt::ControlModifier);
    QVERIFY(!window.session().hasProject());
    press(window, Qt::Key_O, Qt::ControlModifier);
    QVERIFY(answers.allUsed());
    window.session().settle();
    QCOMPARE(window.session().path(), path);
    QVERIFY(findAsset(window.session().project(), "chr_keeper") != nullptr);
  }

  void aNewProjectGetsTheEndingAndWritesOverNothing() {
    OpenWindow open;
    const QString old = open.window.session().path();
    FileDialogAnswers answers({"", open.scratch.qpath("demo/evening"), old});
    press(open.window, Qt::Key_N, Qt::ControlModifier);
    QCOMPARE(open.window.session().path(), old);
    press(open.window, Qt::Key_N, Qt::ControlModifier);
    QCOMPARE(open.window.session().path(), open.scratch.qpath("demo/evening.amber"));
    QVERIFY(open.project().assets.empty());
    press(open.window, Qt::Key_N, Qt::ControlModifier);
    QVERIFY(answers.allUsed());
    QCOMPARE(errors(open.window).size(), 1);
    QVERIFY(notice(open.window).contains("exists already and is not overwritten"));
    QCOMPARE(open.window.session().path(), open.scratch.qpath("demo/evening.amber"));
    QVERIFY(readProject(old.toStdString())->assets.size() > 5);
  }

  // Answers the dialog that comes next: types a name and a size, and makes or changes the block.
  static std::unique_ptr<QTimer> answerBlock(const QString& name, int width, int height, int what) {
    auto timer = std::make_unique<QTimer>();
    QObject::connect(timer.get(), &QTimer::timeout, [=, waiting = timer.get()] {
      QWidget* dialog = QApplication::activeModalWidget();
      if (dialog == nullptr || dialog->objectName() != "blockDialog") return;
      waiting->stop();
      if (!name.isEmpty()) QTest::keyClicks(dialog->findChild<QLineEdit*>("blockName"), name);
      dialog->findChild<QComboBox*>("blockOrZone")->setCurrentIndex(what);
      const std::pair<const char*, int> sides[] = {{"blockWidth", width}, {"blockHeight", height}};
      for (const auto& [field, side] : sides) {
        auto* number = dialog->findChild<QSpinBox*>(field);
        number->selectAll();
        QTest::keyClicks(number, QString::number(side));
      }
      auto* box = dialog->findChild<QDialogButtonBox*>();
      QTest::mouseClick(box->button(QDialogButtonBox::Ok), Qt::LeftButton);
    });
    timer->start(20);
    return timer;
  }

  void aBlockIsMadeChangedAndReplacedByArt() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto answer = answerBlock("beam", 64, 8, 0);
    QTest::mouseClick(find<QPushButton>(open.window, "newBlock"), Qt::LeftButton);
    const Asset& made = *open.project().assets.back();
    const PixelRect rect = made.frames.front().rect;
    QVERIFY2(rect == (PixelRect{0, 0, 64, 8}),
             qPrintable(QString("%1 x %2").arg(rect.w).arg(rect.h)));
    QVERIFY(made.name.ends_with("_beam"));
    QCOMPARE(open.window.session().currentAsset()->id, made.id);
    const AssetId id = made.id;
    answer = answerBlock({}, 80, 10, 1);
    doByFinder(open.window, "change the size or colour");
    const Asset& changed = *findAsset(open.project(), id);
    QCOMPARE(changed.frames.front().rect, (PixelRect{0, 0, 80, 10}));
    QVERIFY(findSheet(open.project(), changed.frames.front().sheet)->rectangle->isZone());
    const QString art = open.scratch.qpath("other_pot.png");
    paintOtherPot(open.scratch, art);
    FileDialogAnswers answers({art});
    doByFinder(open.window, "replace the block");
    open.window.session().settle();
    const Asset& drawn = *findAsset(open.project(), id);
    QVERIFY(findSheet(open.project(), drawn.frames.front().sheet)->isFile());
    // Three steps of history lead back to where it began.
    for (int i = 0; i < 3; ++i) press(open.window, Qt::Key_Z, Qt::ControlModifier);
    QVERIFY(findAsset(open.project(), id) == nullptr);
  }

  void anotherNameIsAskedForAndGoneOnWith() {
    OpenWindow open;
    const QString old = open.window.session().path();
    FileDialogAnswers answers({"", open.scratch.qpath("demo/morning")});
    press(open.window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    open.settle();
    QCOMPARE(open.window.session().path(), old);
    press(open.window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    open.settle();
    QVERIFY(answers.allUsed());
    QCOMPARE(open.window.session().path(), open.scratch.qpath("demo/morning.amber"));
    QVERIFY(*readProject(open.window.session().path().toStdString()) ==
            *readProject(old.toStdString()));
  }

  void sheetsAreAskedForSeveralAtOnce() {
    OpenWindow open;
    const std::size_t before = open.project().sheets.size();
    const QString first = open.scratch.qpath("demo/sheets/trowel.png");
    const QString second = open.scratch.qpath("demo/sheets/rake.png");
    paintOtherPot(open.scratch, first);
    paintOtherPot(open.scratch, second);
    FileDialogAnswers answers({"", "\"" + first + "\" \"" + second + "\""});
    press(open.window, Qt::Key_I, Qt::ControlModifier);
    open.settle();
    QCOMPARE(open.project().sheets.size(), before);
    press(open.window, Qt::Key_I, Qt::ControlModifier);
    open.settle();
    QVERIFY(answers.allUsed());
    QCOMPARE(open.project().sheets.size(), before + 2);
    QVERIFY(findSheet(open.project(), std::string("sheets/rake.png")) != nullptr);
  }

  void aVariantIsMadeOfSheetsThatAreAskedFor() {
    OpenWindow open;
    open.window.session().selectFrame(findAsset(open.project(), "prop_clay_pot")->id, {}, {});
    paintOtherPot(open.scratch, open.scratch.qpath("demo/sheets/blue_pot.png"));
    FileDialogAnswers answers({"", open.scratch.qpath("demo/sheets/blue_pot.png")});
    const std::size_t before = open.project().assets.size();
    doByFinder(open.window, "make a variant");
    open.settle();
    QCOMPARE(open.project().assets.size(), before);
    doByFinder(open.window, "make a variant");
    open.settle();
    QVERIFY(answers.allUsed());
    QCOMPARE(open.project().assets.size(), before + 1);
    const Asset& variant = *open.project().assets.back();
    QVERIFY(variant.name.find("blue_pot") != std::string::npos);
    QCOMPARE(variant.frames.size(), findAsset(open.project(), "prop_clay_pot")->frames.size());
    QVERIFY(variant.variantOf == findAsset(open.project(), "prop_clay_pot")->id);
    QVERIFY(notice(open.window).contains("was made as a variant of prop_clay_pot"));
    // It is what is worked on now, and can be let go of.
    QCOMPARE(open.asset().name, variant.name);
    doByFinder(open.window, "release the variant");
    QVERIFY(!open.asset().variantOf);
    open.history().undo();
    QVERIFY(open.asset().variantOf);
  }

  void aVariantOfSheetsThatDoNotFitIsRefusedAndChangesNothing() {
    OpenWindow open;
    open.window.session().selectFrame(findAsset(open.project(), "prop_clay_pot")->id, {}, {});
    open.scratch.write("demo/sheets/broken.png", "no picture at all");
    FileDialogAnswers answers({open.scratch.qpath("demo/sheets/broken.png")});
    const Project before = open.project();
    doByFinder(open.window, "make a variant");
    open.settle();
    QVERIFY(answers.allUsed());
    QVERIFY(open.project() == before);
    QCOMPARE(errors(open.window).size(), 1);
    QVERIFY2(errors(open.window).front().contains("broken.png"),
             qPrintable(errors(open.window).front()));
  }

  void assetsAndSheetsAreTakenOutAndBroughtBack() {
    OpenWindow open;
    const Project before = open.project();
    Selection chosen = open.window.session().selection();
    chosen.assets = {findAsset(before, "chr_snail")->id, findAsset(before, "prop_clay_pot")->id};
    chosen.asset = chosen.assets.front();
    open.window.session().select(chosen);
    doByFinder(open.window, "remove the selected assets");
    QCOMPARE(open.project().assets.size(), before.assets.size() - 2);
    QVERIFY(findAsset(open.project(), "chr_snail") == nullptr);
    QCOMPARE(open.history().undoText(), QString("Remove 2 assets"));
    open.history().undo();
    QVERIFY(open.project() == before);
    open.select("seed_pod_spin.png");
    doByFinder(open.window, "remove the sheet");
    QVERIFY(findSheet(open.project(), std::string("sheets/seed_pod_spin.png")) == nullptr);
    open.history().undo();
    QVERIFY(open.project() == before);
  }

  void theFormatsAreTold() {
    MainWindow window;
    test::show(window);
    doByFinder(window, "image formats");
    const QString told = notice(window);
    QVERIFY2(
        told.contains("With all their pictures: ") && told.contains("gif") && told.contains("png"),
        qPrintable(told));
  }

  void whatIsDroppedIsOpenedAndTakenIn() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    MainWindow window;
    test::show(window);
    const auto drop = [&](const QList<QUrl>& urls) {
      QMimeData data;
      data.setUrls(urls);
      QDragEnterEvent enter({200, 200}, Qt::CopyAction, &data, Qt::LeftButton, {});
      QCoreApplication::sendEvent(&window, &enter);
      QVERIFY(enter.isAccepted());
      QDropEvent dropped({200, 200}, Qt::CopyAction, &data, Qt::LeftButton, {});
      QCoreApplication::sendEvent(&window, &dropped);
      window.session().settle();
    };
    drop({QUrl::fromLocalFile(path)});
    QCOMPARE(window.session().path(), path);
    const std::size_t before = window.session().project().sheets.size();
    paintOtherPot(scratch, scratch.qpath("demo/sheets/trowel.png"));
    // Files on another machine are skipped.
    drop({QUrl("https://glasshouse.invalid/rake.png"),
          QUrl::fromLocalFile(scratch.qpath("demo/sheets/trowel.png"))});
    QCOMPARE(window.session().project().sheets.size(), before + 1);
    QMimeData words;
    words.setText("water the pots");
    QDragEnterEvent enter({200, 200}, Qt::CopyAction, &words, Qt::LeftButton, {});
    enter.ignore();
    QCoreApplication::sendEvent(&window, &enter);
    QVERIFY(!enter.isAccepted());
  }

  void theViewIsChangedByTheFinder() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    Canvas* stage = open.window.benchView(Bench::Fit).stage();
    const double fitted = stage->view().scale;
    doByFinder(open.window, "zoom in");
    QVERIFY(stage->view().scale > fitted);
    doByFinder(open.window, "zoom out");
    doByFinder(open.window, "zoom out");
    QVERIFY(stage->view().scale < fitted);
    doByFinder(open.window, "fit to window");
    QCOMPARE(stage->view().scale, fitted);
  }
};
AMBER_TEST(AskingTest);

#include "asking_tests.moc"
