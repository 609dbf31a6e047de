#include <QKeySequenceEdit>
#include <QLabel>
#include <QSettings>
#include <QTest>
#include <QTextBrowser>
#include <QTreeWidget>
#include <QWhatsThis>
#include <QWhatsThisClickedEvent>

#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"
#include "desktop/preferences.h"
#include "desktop/shell/manual_window.h"
#include "desktop/shell/preferences_dialog.h"
#include "desktop/shell/shortcuts_dialog.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

// Help, shortcuts and preferences.
class HelpTest : public QObject {
  Q_OBJECT

  static void select(QTreeWidget& list, const QString& action) {
    const auto found = list.findItems(action, Qt::MatchExactly);
    QVERIFY2(!found.isEmpty(), qPrintable(action));
    list.setCurrentItem(found.first());
  }

 private slots:
  void helpOpensThePageOfTheBench() {
    OpenWindow open;
    goTo(open.window, Bench::Layers);
    press(open.window, Qt::Key_F1, Qt::NoModifier);
    auto* page = open.window.findChild<QTextBrowser*>("manualPage");
    QVERIFY(page != nullptr && page->isVisible());
    QVERIFY(page->toPlainText().startsWith("Layers: which shapes meet"));
    page->window()->close();
  }

  void everyPageOfTheManualIsThereAndItsLinksToo() {
    ManualWindow manual(nullptr);
    auto* page = manual.findChild<QTextBrowser*>("manualPage");
    for (const char* name : {"index.md", "cut.md", "origin.md", "fitting.md", "names.md",
                             "layers.md", "trial.md", "pack.md", "getting-started.md",
                             "reference/commands.md", "reference/findings.md", "glossary.md"}) {
      manual.showPage(name);
      QVERIFY2(page->toPlainText().size() > 100, name);
    }
  }

  void aShortcutIsChangedRefusedAndReset() {
    OpenWindow open;
    ActionTable& actions = open.window.actionTable();
    ShortcutsDialog dialog(actions, &open.window);
    auto* list = dialog.findChild<QTreeWidget*>("shortcuts");
    auto* edit = dialog.findChild<QKeySequenceEdit*>("shortcutEdit");
    select(*list, "Add sheets");
    edit->setKeySequence(QKeySequence("Ctrl+S"));
    emit edit->editingFinished();
    QVERIFY(dialog.findChild<QLabel*>("shortcutRefusal")->text().contains("Save"));
    QCOMPARE(actions.action("sheets.add")->shortcut(), QKeySequence("Ctrl+I"));
    edit->setKeySequence(QKeySequence("Ctrl+J"));
    emit edit->editingFinished();
    QCOMPARE(actions.action("sheets.add")->shortcut(), QKeySequence("Ctrl+J"));
    QCOMPARE(QSettings().value("shortcuts/sheets.add").toString(), QString("Ctrl+J"));
    QTest::mouseClick(dialog.findChild<QPushButton*>("resetShortcut"), Qt::LeftButton);
    QCOMPARE(actions.action("sheets.add")->shortcut(), QKeySequence("Ctrl+I"));
    QVERIFY(!QSettings().contains("shortcuts/sheets.add"));
  }

  void theThemeIsChosen() {
    OpenWindow open;
    PreferencesDialog dialog(&open.window);
    auto* box = dialog.findChild<QComboBox*>(preference::kTheme);
    box->setCurrentIndex(box->findText("Lamp"));
    emit box->activated(box->currentIndex());
    QCOMPARE(preferredTheme().name, QString("Lamp"));
    QCOMPARE(theme().name, QString("Lamp"));
    box->setCurrentIndex(box->findText("Paper"));
    emit box->activated(box->currentIndex());
    QCOMPARE(theme().name, QString("Paper"));
    box->setCurrentIndex(0);
    emit box->activated(0);
    QVERIFY(!QSettings().contains("theme"));
  }

  // What is read must stand out: 4.5 to 1, by the relative luminance of WCAG 2.1.
  void textIsReadableInBothThemes() {
    const auto luminance = [](const QColor& colour) {
      const auto part = [](double c) {
        return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4);
      };
      return 0.2126 * part(colour.redF()) + 0.7152 * part(colour.greenF()) +
             0.0722 * part(colour.blueF());
    };
    const auto contrast = [&](const QColor& a, const QColor& b) {
      const double x = luminance(a);
      const double y = luminance(b);
      return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
    };
    for (const Theme* one : allThemes()) {
      for (const QColor& ground : {one->paper, one->card}) {
        for (const QColor& text : {one->text, one->quiet, one->error}) {
          QVERIFY2(contrast(text, ground) >= 4.5,
                   qPrintable(one->name + " " + text.name() + " on " + ground.name()));
        }
        QVERIFY2(contrast(one->amber, ground) >= 3, qPrintable(one->name + " amber"));
      }
      QVERIFY(contrast(one->text, one->amberSoft) >= 4.5);
    }
  }

  // As a screen reader hears it: whatever takes the focus has a name and a role.
  void whateverTakesTheFocusHasANameAndARole() {
    installAccessibility();
    OpenWindow open;
    QStringList nameless;
    onEveryBench(open, [&](Bench bench) {
      for (QWidget* widget : open.window.findChildren<QWidget*>()) {
        if (!widget->isVisible() || widget->focusPolicy() == Qt::NoFocus) continue;
        const QAccessibleInterface* heard = QAccessible::queryAccessibleInterface(widget);
        const bool good = heard != nullptr && !heard->text(QAccessible::Name).isEmpty() &&
                          heard->role() != QAccessible::NoRole;
        if (!good) {
          nameless += QString::number(static_cast<int>(bench)) + " " +
                      widget->metaObject()->className() + " " + widget->objectName();
        }
      }
    });
    nameless.removeDuplicates();
    QVERIFY2(nameless.isEmpty(), qPrintable(nameless.join("\n")));
  }

  // Every view that paints itself says what it draws, and leads to a page of the manual.
  void everyPaintedViewExplainsItself() {
    OpenWindow open;
    QStringList silent;
    onEveryBench(open, [&](Bench bench) {
      for (QWidget* widget : open.window.findChildren<QWidget*>()) {
        const QVariant role = widget->property("accessibleRole");
        if (!widget->isVisible() || !role.isValid() || role.toInt() == QAccessible::Notification) {
          continue;
        }
        const bool said = widget->whatsThis().count(". ") >= 1;
        if (!said || !QFile::exists(":/manual/" + manualPageOf(widget))) {
          silent << benchName(bench) + " " + widget->metaObject()->className();
        }
      }
    });
    QVERIFY2(silent.isEmpty(), qPrintable(silent.join("\n")));
  }

  void anExplanationIsShownAndLeadsToTheManual() {
    OpenWindow open;
    goTo(open.window, Bench::Layers);
    auto* loom = find<QWidget>(open.window, "loom");
    loom->setFocus();
    press(open.window, Qt::Key_F1, Qt::ShiftModifier);
    const auto shown = [] {
      for (const QWidget* widget : QApplication::topLevelWidgets()) {
        if (widget->inherits("QWhatsThat") && widget->isVisible()) return true;
      }
      return false;
    };
    QTRY_VERIFY(shown());
    QWhatsThis::hideText();
    QWhatsThisClickedEvent link("layers.md");
    QApplication::sendEvent(loom, &link);
    auto* page = open.window.findChild<QTextBrowser*>("manualPage");
    QVERIFY(page != nullptr && page->isVisible());
    QVERIFY(page->toPlainText().startsWith("Layers: which shapes meet"));
    page->window()->close();
  }

  void everyActionHasTextAndAReasonWhenItIsOff() {
    OpenWindow open;
    ActionTable& actions = open.window.actionTable();
    actions.refresh();
    for (const ActionEntry& entry : actions.entries()) {
      QVERIFY2(!entry.text.isEmpty(), qPrintable(entry.id));
      const QAction* action = actions.action(entry.id);
      QVERIFY2(!action->toolTip().isEmpty(), qPrintable(entry.id));
      if (!action->isEnabled()) QVERIFY2(action->toolTip() != entry.text, qPrintable(entry.id));
    }
  }
};
AMBER_TEST(HelpTest);

#include "help_tests.moc"
