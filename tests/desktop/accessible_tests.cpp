// What a screen reader finds in widgets that paint themselves, and what it is told.
#include <QAccessible>
#include <QLabel>
#include <QTest>
#include <memory>
#include <set>

#include "desktop/parts/accessible.h"
#include "desktop/parts/ribbon.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

QAccessibleInterface& heard(QWidget& widget) {
  QAccessibleInterface* found = QAccessible::queryAccessibleInterface(&widget);
  if (found == nullptr) qFatal("nothing is heard of %s", widget.metaObject()->className());
  return *found;
}

// The painted parts, without child widgets.
QList<QAccessibleInterface*> partsOf(QWidget& widget) {
  QList<QAccessibleInterface*> parts;
  for (int i = 0; i < heard(widget).childCount(); ++i) {
    QAccessibleInterface* child = heard(widget).child(i);
    if (child != nullptr && child->object() == nullptr) parts << child;
  }
  return parts;
}

QAccessibleInterface& partNamed(QWidget& widget, const QString& words) {
  for (QAccessibleInterface* part : partsOf(widget)) {
    if (part->text(QAccessible::Name).contains(words)) return *part;
  }
  qFatal("no part %s", qPrintable(words));
}

void press(QAccessibleInterface& part) {
  QAccessibleActionInterface* action = part.actionInterface();
  QVERIFY(action->actionNames().contains(QAccessibleActionInterface::pressAction()));
  action->doAction(QAccessibleActionInterface::pressAction());
}

}  // namespace

class AccessibleTest : public QObject {
  Q_OBJECT

 private slots:
  void initTestCase() {
    installAccessibility();
    useTheme(*qApp, paperTheme());
  }

  void framesOfTheRibbonAreHeardAndChosen() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* ribbon = open.window.benchView(Bench::Fit).findChild<Ribbon*>();
    std::size_t steps = 0;
    for (const Animation& one : open.asset().animations) steps += one.steps.size();
    QCOMPARE(static_cast<std::size_t>(partsOf(*ribbon).size()), steps);
    QAccessibleInterface& first = partNamed(*ribbon, "idle, frame 1 of 4");
    QVERIFY2(first.text(QAccessible::Name).contains("air 57 %, box, keyframe"),
             qPrintable(first.text(QAccessible::Name)));
    QVERIFY(first.state().selected);
    QAccessibleInterface& third = partNamed(*ribbon, "idle, frame 3 of 4");
    QVERIFY(!third.state().selected);
    press(third);
    QCOMPARE(open.window.session().selection().frame,
             open.asset().animations.front().steps[2].frame);
    QVERIFY(third.state().selected && !first.state().selected);
    // Where it is heard it is also seen.
    QCOMPARE(third.rect().center(),
             ribbon->viewport()->mapToGlobal(
                 ribbon->cellOf(open.asset().animations.front().id, 2).center()));
    QCOMPARE(heard(*ribbon).childAt(third.rect().center().x(), third.rect().center().y()), &third);
    QCOMPARE(heard(*ribbon).child(heard(*ribbon).indexOfChild(&third)), &third);
  }

  // A part that is gone is no longer valid, whoever still holds it.
  void aPartThatIsGoneIsInvalid() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* ribbon = open.window.benchView(Bench::Fit).findChild<Ribbon*>();
    QAccessibleInterface* last = partsOf(*ribbon).last();
    QVERIFY(last->isValid());
    QVERIFY(open.window.session().perform("Remove", {RemoveAsset{open.asset().id}}));
    QVERIFY(!last->isValid() && last->state().invalid && last->rect().isEmpty());
  }

  void theRouteLineLeadsToEveryBench() {
    OpenWindow open;
    auto* route = find<RouteLine>(open.window, "routeLine");
    QCOMPARE(partsOf(*route).size(), static_cast<qsizetype>(kBenchCount));
    press(partNamed(*route, "Layers"));
    QCOMPARE(open.window.bench(), Bench::Layers);
    QVERIFY(partNamed(*route, "Layers").state().selected);
  }

  void theTimelineHasAValue() {
    OpenWindow open;
    goTo(open.window, Bench::Trial);
    click(open.window, "toCourse");
    open.settle();
    auto* line = open.window.findChild<QWidget*>("courseTimeline");
    QAccessibleValueInterface* value = heard(*line).valueInterface();
    QVERIFY(value != nullptr && value->maximumValue().toInt() > 10);
    value->setCurrentValue(7);
    QCOMPARE(value->currentValue().toInt(), 7);
    value->setCurrentValue(1 << 30);
    QCOMPARE(value->currentValue(), value->maximumValue());
  }

  // Of all that is painted on the benches, everything that can be seen can be heard.
  void everyPaintedViewHasParts() {
    OpenWindow open;
    std::set<QString> spoken;
    onEveryBench(open, [&](Bench bench) {
      if (bench == Bench::Trial) {
        click(open.window, "toCourse");
        open.settle();
      }
      for (QWidget* widget : open.window.findChildren<QWidget*>()) {
        if (!widget->isVisible() || !widget->property("accessibleRole").isValid()) continue;
        for (QAccessibleInterface* part : partsOf(*widget)) {
          QVERIFY2(!part->text(QAccessible::Name).isEmpty(), widget->metaObject()->className());
          QVERIFY2(part->role() != QAccessible::NoRole, widget->metaObject()->className());
          spoken.insert(widget->metaObject()->className());
        }
      }
    });
    for (const char* one :
         {"RouteLine", "CutStage", "OriginStage", "FitStage", "Ribbon", "Player", "CandidateCard",
          "ConventionRibbon", "Loom", "CourseStage", "CourseTimeline", "PageView"}) {
      QVERIFY2(spoken.count(QString("amber::") + one) == 1, one);
    }
  }

  // What becomes of them on the bus is asked of a real window, by accessibility_bus.
  void noticesAndFindingsAreNotifications() {
    OpenWindow open;
    emit open.window.session().told("The parcel was packed");
    const QAccessibleInterface& notice = heard(*find<QLabel>(open.window, "notice"));
    QCOMPARE(notice.role(), QAccessible::Notification);
    QCOMPARE(notice.text(QAccessible::Name), QString("The parcel was packed"));
    const QAccessibleInterface& finding = heard(*find<QLabel>(open.window, "findingText"));
    QCOMPARE(finding.role(), QAccessible::Notification);
    const QString before = finding.text(QAccessible::Name);
    QVERIFY2(before.contains(" findings. "), qPrintable(before));
    press(open.window, Qt::Key_Period, Qt::ControlModifier);
    QVERIFY(finding.text(QAccessible::Name) != before);
    QVERIFY(!finding.text(QAccessible::Name).contains('<'));
  }

  // Whoever works by keys sees where they are: whatever takes the focus looks another way then.
  void theFocusIsSeenEverywhere() {
    OpenWindow open;
    QStringList unseen;
    onEveryBench(open, [&](Bench bench) {
      for (QWidget* widget : open.window.findChildren<QWidget*>()) {
        if (!widget->isVisible() || !widget->isEnabled()) continue;
        if ((widget->focusPolicy() & Qt::TabFocus) == 0 || widget->size().isEmpty()) continue;
        widget->clearFocus();
        QCoreApplication::processEvents();
        const QImage without = widget->grab().toImage();
        widget->setFocus(Qt::TabFocusReason);
        QCoreApplication::processEvents();
        if (!widget->hasFocus() || widget->grab().toImage() != without) continue;
        unseen << benchName(bench) + " " + widget->metaObject()->className() + " " +
                      widget->objectName();
      }
    });
    unseen.removeDuplicates();
    QVERIFY2(unseen.isEmpty(), qPrintable(unseen.join("\n")));
  }
};
AMBER_TEST(AccessibleTest);

#include "accessible_tests.moc"
