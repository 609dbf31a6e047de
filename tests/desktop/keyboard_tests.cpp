// The whole job without a mouse: from images in a folder to a parcel, and no place that keeps the
// focus.
#include <QTest>
#include <QtWidgets>

#include "core/layers/participants.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

// More than any bench has controls.
constexpr int kMostTabs = 200;

void key(Qt::Key key, Qt::KeyboardModifiers modifiers = {}) {
  QWidget* widget = QApplication::focusWidget();
  if (widget == nullptr) widget = QApplication::activeWindow();
  QTest::keyClick(widget, key, modifiers);
  QCoreApplication::processEvents();
}

// Goes on by Tab to the control of that name.
void tabTo(const QString& name) {
  QStringList passed;
  for (int i = 0; i < kMostTabs; ++i) {
    const QWidget* widget = QApplication::focusWidget();
    if (widget != nullptr && widget->objectName() == name) return;
    if (widget != nullptr) passed << widget->objectName();
    key(Qt::Key_Tab);
  }
  qFatal("Tab does not lead to %s, but to %s", qPrintable(name), qPrintable(passed.join(' ')));
}

}  // namespace

class KeyboardTest : public QObject {
  Q_OBJECT

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void theWholeJobIsDoneByKeys() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("art"));
    const QString sheet = scratch.qpath("art/keeper_walk.png");
    QVERIFY(QFile::copy(QString(AMBER_SOURCE_DIR) + "/demo/glasshouse_night/sheets/keeper_walk.png",
                        sheet));
    MainWindow window;
    show(window);
    ProjectSession& session = window.session();
    const auto settle = [&] {
      session.settle();
      QCoreApplication::processEvents();
    };
    // Import.
    FileDialogAnswers answers({sheet});
    press(window, Qt::Key_I, Qt::ControlModifier);
    settle();
    QVERIFY(answers.allUsed() && session.project().sheets.size() == 1);
    // Cut.
    press(window, Qt::Key_1, Qt::ControlModifier);
    tabTo("cutButton");
    QTRY_VERIFY(QApplication::focusWidget()->isEnabled());
    key(Qt::Key_Space);
    settle();
    QCOMPARE(session.currentAsset()->frames.size(), std::size_t{8});
    const AssetId id = session.currentAsset()->id;
    // Origins, at the feet.
    press(window, Qt::Key_2, Qt::ControlModifier);
    tabTo("ruleFeet");
    key(Qt::Key_Space);
    settle();
    const FramePoint origin = session.currentFrame()->origin;
    tabTo("originStage");
    key(Qt::Key_Left);
    settle();
    QCOMPARE(session.currentFrame()->origin.x, origin.x - 1);
    // Shapes: boxes for all, then another for this frame, moved by a px.
    press(window, Qt::Key_3, Qt::ControlModifier);
    settle();
    tabTo("fitButton");
    key(Qt::Key_Space);
    settle();
    QVERIFY(session.shapeOn(session.currentFrame()->id) != nullptr);
    const Shape fitted = session.shapeOn(session.currentFrame()->id)->shape();
    tabTo("fitStage");
    key(Qt::Key_Down);
    settle();
    QVERIFY(session.shapeOn(session.currentFrame()->id)->shape() != fitted);
    // A name, by the finder and F2-like typing in the field of the bench.
    press(window, Qt::Key_4, Qt::ControlModifier);
    settle();
    tabTo("names");
    key(Qt::Key_Down);
    key(Qt::Key_F2);
    QTest::keyClicks(QApplication::focusWidget(), "chr_gardener");
    key(Qt::Key_Return);
    settle();
    QCOMPARE(QString::fromStdString(findAsset(session.project(), id)->name),
             QString("chr_gardener"));
    // Layers: one is made, and the shape put on it.
    press(window, Qt::Key_5, Qt::ControlModifier);
    settle();
    const std::size_t layers = session.project().layers.size();
    tabTo("addLayer");
    key(Qt::Key_Space);
    settle();
    if (QApplication::focusWidget()->objectName() != "loom") key(Qt::Key_Return);
    QCOMPARE(session.project().layers.size(), layers + 1);
    tabTo("loom");
    key(Qt::Key_Down);
    key(Qt::Key_Right);
    const LayerSet before = participantsOf(session.project()).front().settings.on;
    key(Qt::Key_O);
    settle();
    QVERIFY(participantsOf(session.project()).front().settings.on != before);
    // Trial: the second is moved.
    press(window, Qt::Key_6, Qt::ControlModifier);
    settle();
    tabTo("trialStage");
    key(Qt::Key_Right);
    // Pack, save.
    press(window, Qt::Key_7, Qt::ControlModifier);
    settle();
    tabTo("packButton");
    QTRY_VERIFY(QApplication::focusWidget()->isEnabled());
    key(Qt::Key_Space);
    settle();
    QTRY_VERIFY(!scratch.read("art/parcel/parcel.json").empty());
    press(window, Qt::Key_S, Qt::ControlModifier);
    settle();
    QVERIFY(!session.unsaved());
  }

  // Tab visits every control that takes it and comes round; Shift and Tab goes back.
  void noControlKeepsTheFocus() {
    OpenWindow open;
    onEveryBench(open, [&](Bench bench) {
      open.window.activateWindow();
      QVERIFY(QTest::qWaitForWindowActive(&open.window));
      key(Qt::Key_Tab);
      const QWidget* first = QApplication::focusWidget();
      QVERIFY(first != nullptr);
      QWidget* last = nullptr;
      int visited = 0;
      do {
        last = QApplication::focusWidget();
        key(Qt::Key_Tab);
        QVERIFY2(QApplication::focusWidget() != last,
                 qPrintable(benchName(bench) + " " + last->metaObject()->className() + " " +
                            last->objectName() + " keeps the focus"));
        ++visited;
      } while (QApplication::focusWidget() != first && visited < kMostTabs);
      QVERIFY2(visited > 10 && visited < kMostTabs, qPrintable(benchName(bench)));
      key(Qt::Key_Backtab, Qt::ShiftModifier);
      QCOMPARE(QApplication::focusWidget(), last);
    });
  }
};
AMBER_TEST(KeyboardTest);

#include "keyboard_tests.moc"
