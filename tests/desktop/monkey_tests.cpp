#include <QApplication>
#include <QMenu>
#include <QTest>
#include <QTimer>
#include <random>

#include "core/project/validation/valid_project.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

// Random mouse and key events on every bench: nothing crashes, hangs or makes an invalid project.
// AMBER_MONKEY_EVENTS sets the number of events; AMBER_MONKEY_SEED repeats a run.
class MonkeyTest : public QObject {
  Q_OBJECT

  static int fromEnvironment(const char* name, int otherwise) {
    bool good = false;
    const int value = qEnvironmentVariableIntValue(name, &good);
    return good ? value : otherwise;
  }

  // Dialogs of files are the system's, and leaving is not what is tried here.
  static bool leaves(const QString& id) {
    return id == "quit" || id == "project.open" || id == "project.new" || id == "project.saveAs" ||
           id == "project.example" || id == "sheets.add";
  }

 private slots:
  void randomEventsOnEveryBenchDoNoHarm() {
    const int events = fromEnvironment("AMBER_MONKEY_EVENTS", 4000);
    const int seed = fromEnvironment("AMBER_MONKEY_SEED", static_cast<int>(std::random_device()()));
    qInfo("seed %d, %d events", seed, events);
    std::mt19937 random(static_cast<unsigned>(seed));
    const auto below = [&](int count) {
      return static_cast<int>(random() % static_cast<unsigned>(std::max(1, count)));
    };
    OpenWindow open;
    MainWindow& window = open.window;
    for (const ActionEntry& entry : window.actionTable().entries()) {
      if (leaves(entry.id)) window.actionTable().action(entry.id)->setShortcut({});
    }
    static const std::vector<Qt::Key> keys = {
        Qt::Key_Left, Qt::Key_Right,  Qt::Key_Up,    Qt::Key_Down,   Qt::Key_Tab,    Qt::Key_Return,
        Qt::Key_K,    Qt::Key_M,      Qt::Key_Space, Qt::Key_Escape, Qt::Key_Delete, Qt::Key_5,
        Qt::Key_P,    Qt::Key_Period, Qt::Key_Z,     Qt::Key_B,      Qt::Key_H,      Qt::Key_Minus};
    // Dialogs and menus run a nested event loop until they are closed.
    QTimer closer;
    connect(&closer, &QTimer::timeout, &closer, [] {
      if (QWidget* popup = QApplication::activePopupWidget()) popup->close();
      if (QWidget* modal = QApplication::activeModalWidget()) modal->close();
    });
    closer.start(5);
    for (int i = 0; i < events; ++i) {
      if (i % (events / 25 + 1) == 0) {
        window.goToBench(static_cast<Bench>(below(static_cast<int>(kBenchCount))));
        const auto& assets = open.project().assets;
        if (!assets.empty()) {
          window.session().selectFrame(
              assets[static_cast<std::size_t>(below(static_cast<int>(assets.size())))]->id, {}, {});
        }
      }
      poke(window, below, keys);
      if (i % 50 == 0) QCoreApplication::processEvents();
      if (i % 500 == 0) {
        open.settle();
        const auto valid = validated(window.session().committed());
        QVERIFY2(valid, valid ? "" : describe(valid.error()).c_str());
      }
    }
    open.settle();
    while (open.history().canUndo()) open.history().undo();
    QVERIFY(validated(window.session().committed()));
  }

 private:
  template <class Below>
  static void poke(MainWindow& window, const Below& below, const std::vector<Qt::Key>& keys) {
    const QPoint at(below(window.width()), 60 + below(window.height() - 60));
    QWidget* under = window.childAt(at);
    if (under == nullptr) return;
    const QPoint local = under->mapFrom(&window, at);
    static const Qt::KeyboardModifiers modifiers[] = {Qt::NoModifier, Qt::ShiftModifier,
                                                      Qt::ControlModifier, Qt::AltModifier};
    const Qt::KeyboardModifiers with = modifiers[below(8) < 4 ? 0 : below(4)];
    switch (below(6)) {
      case 0:
        QTest::mouseClick(under, Qt::LeftButton, with, local);
        break;
      case 1:
        QTest::mousePress(under, Qt::LeftButton, with, local);
        QTest::mouseMove(under, local + QPoint(below(80) - 40, below(80) - 40));
        // Whatever happens while the button is held: keys, undo, another bench, another frame.
        if (below(2) == 0) interrupt(window, below, keys);
        QTest::mouseMove(under, local + QPoint(below(80) - 40, below(80) - 40));
        QTest::mouseRelease(under, Qt::LeftButton, with,
                            local + QPoint(below(80) - 40, below(80) - 40));
        break;
      case 2:
        QTest::mouseDClick(under, Qt::LeftButton, with, local);
        break;
      default:
        pressKey(below, keys, window, with);
    }
  }

  template <class Below>
  static void pressKey(const Below& below, const std::vector<Qt::Key>& keys, MainWindow& window,
                       Qt::KeyboardModifiers with) {
    QWidget* focus = QApplication::focusWidget();
    QTest::keyClick(focus == nullptr ? static_cast<QWidget*>(&window) : focus,
                    keys[static_cast<std::size_t>(below(static_cast<int>(keys.size())))], with);
  }

  template <class Below>
  static void interrupt(MainWindow& window, const Below& below, const std::vector<Qt::Key>& keys) {
    ProjectSession& session = window.session();
    switch (below(5)) {
      case 0:
        if (session.history().canUndo()) session.history().undo();
        break;
      case 1:
        if (session.history().canRedo()) session.history().redo();
        break;
      case 2: {
        const auto& assets = session.project().assets;
        if (assets.empty()) break;
        const Asset& asset =
            *assets[static_cast<std::size_t>(below(static_cast<int>(assets.size())))];
        session.selectFrame(asset.id, {},
                            asset.frames.empty() ? FrameId{} : asset.frames.back().id);
        break;
      }
      case 3:
        window.goToBench(static_cast<Bench>(below(static_cast<int>(kBenchCount))));
        break;
      default:
        pressKey(below, keys, window, below(2) == 0 ? Qt::ControlModifier : Qt::NoModifier);
    }
  }
};
AMBER_TEST(MonkeyTest);

#include "monkey_tests.moc"
