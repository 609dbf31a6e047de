#include <QTest>
#include <QtWidgets>

#include "core/fit/styles/recipe_fit.h"
#include "desktop/benches/fit/refit_report.h"
#include "desktop/benches/fit/roles_dialog.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

/// The demo with the dialog of its roles, which are a body and a sensor.
class Roles : public OpenWindow {
 public:
  Roles() : dialog(window.session(), &window) { dialog.show(); }

  template <class Widget>
  Widget* in(const char* name) {
    auto* widget = dialog.findChild<Widget*>(name);
    if (widget == nullptr) qFatal("no widget %s", name);
    return widget;
  }
  void choose(const char* name, const QString& text) {
    auto* box = in<QComboBox>(name);
    const int at = box->findText(text);
    QVERIFY(at >= 0);
    box->setCurrentIndex(at);
    emit box->activated(at);
  }
  void enter(const char* name, const QString& text) {
    auto* field = in<QLineEdit>(name);
    field->selectAll();
    QTest::keyClicks(field, text);
    QTest::keyClick(field, Qt::Key_Return);
  }
  void press(const char* name) {
    QTest::mouseClick(in<QPushButton>(name), Qt::LeftButton);
    QCoreApplication::processEvents();
  }
  QString refusal() { return in<QLabel>("rolesRefusal")->text(); }
  const Role& role(std::size_t i) { return project().roles[i]; }

  RolesDialog dialog;
};

}  // namespace

class RolesDialogTest : public QObject {
  Q_OBJECT
 private slots:
  // What is typed and chosen is in the project at once, each a step that undo takes back.
  void everyChangeIsAStep() {
    Roles open;
    const std::vector<Role> before = open.project().roles;
    QCOMPARE(before.size(), std::size_t{3});
    choose(open, "roleDuty0", "notices", [&] { return open.role(0).duty == Duty::Notices; });
    choose(open, "roleFit0", "capsule, inner", [&] {
      return open.role(0).recipe.kind == ShapeKind::Capsule &&
             open.role(0).recipe.style == FitStyle::Inner;
    });
    const int steps = open.history().count();
    open.enter("roleRegion0", "bottom:4px");
    QVERIFY(open.role(0).recipe.region.part != Region::Part::All);
    open.enter("roleAir0", "12");
    QCOMPARE(open.role(0).mostAir, 0.12);
    open.enter("roleBare0", "7");
    QCOMPARE(open.role(0).mostBareInk, 0.07);
    QCOMPARE(open.history().count(), steps + 3);
    QVERIFY(open.role(1) == before[1]);
    while (open.history().canUndo()) open.history().undo();
    QVERIFY(open.project().roles == before);
  }

  void whatCannotBeIsRefusedInWords() {
    Roles open;
    const std::vector<Role> before = open.project().roles;
    open.enter("roleName0", "Not A Name");
    QVERIFY(open.refusal().contains("lower-case letters"));
    open.enter("roleName0", QString::fromStdString(before[1].name));
    QVERIFY(open.refusal().contains("already"));
    open.enter("roleRegion0", "somewhere");
    QVERIFY(!open.refusal().isEmpty());
    open.enter("roleRegion0", "all");
    QVERIFY(open.refusal().isEmpty());
    QVERIFY(open.project().roles == before);
  }

  // A role goes with its shapes, and comes back with them.
  void rolesAreTakenOutButOne() {
    Roles open;
    const Project before = open.project();
    open.press("removeRole");
    QVERIFY(open.refusal().contains("Select the row"));
    auto* table = open.in<QTableWidget>("rolesTable");
    table->selectRow(0);
    const std::string gone = open.role(0).name;
    open.press("removeRole");
    QCOMPARE(open.project().roles.size(), std::size_t{2});
    QCOMPARE(table->rowCount(), 2);
    for (const auto& asset : open.project().assets) {
      for (const Frame& frame : asset->frames) QVERIFY(findShape(frame, gone) == nullptr);
    }
    table->selectRow(0);
    open.press("removeRole");
    table->selectRow(0);
    open.press("removeRole");
    QVERIFY(open.refusal().contains("at least one"));
    open.history().undo();
    open.history().undo();
    QVERIFY(open.project().roles == before.roles);
    bool any = false;
    for (const auto& asset : open.project().assets) {
      for (const Frame& frame : asset->frames) any = any || findShape(frame, gone) != nullptr;
    }
    QVERIFY(any);
  }

  void newRolesGetNamesThatAreFree() {
    Roles open;
    const std::size_t had = open.project().roles.size();
    for (int i = 0; i < 3; ++i) open.press("addRole");
    QSet<QString> names;
    for (const Role& role : open.project().roles) names << QString::fromStdString(role.name);
    QCOMPARE(names.size(), static_cast<qsizetype>(had + 3));
    QVERIFY(open.project().roles.back().duty == Duty::Notices);
  }

  // Of the shown asset's kind, and of no other.
  void newFramesOfAKindAreFittedWhereTicked() {
    Roles open;
    const std::string kind = open.asset().kind;
    const std::vector<Kind> before = open.project().kinds;
    const auto fitted = [&](const std::string& name) {
      const Kind& one = *findKind(open.project(), name);
      return std::any_of(one.shapes.begin(), one.shapes.end(), [&](const RoleRecipe& recipe) {
        return recipe.role == open.role(1).name;
      });
    };
    auto* box = open.in<QCheckBox>("roleStanding1");
    QCOMPARE(box->text(), QString::fromStdString(kind));
    const bool was = fitted(kind);
    box->click();
    QCOMPARE(fitted(kind), !was);
    for (const Kind& other : before) {
      if (other.name != kind) QVERIFY(*findKind(open.project(), other.name) == other);
    }
    box->click();
    QCOMPARE(fitted(kind), was);
  }

  // What has changed most comes first, and a click shows its frame.
  void theReportOfARefitIsInOrderAndLeadsToFrames() {
    Roles open;
    std::vector<Refitted> changes;
    for (std::size_t i = 0; i < 3; ++i) {
      Refitted one;
      one.frame = {open.asset().id, open.asset().frames[i].id};
      one.role = "body";
      one.before.air = 0.2;
      one.after.air = 0.1 * static_cast<double>(i);
      one.farthest = i == 1 ? 9.25 : static_cast<double>(i);
      changes.push_back(one);
    }
    RefitReport report(open.project(), changes, &open.window);
    report.show();
    auto* table = report.findChild<QTableWidget*>();
    QCOMPARE(table->rowCount(), 3);
    const auto text = [&](int row, int column) { return table->item(row, column)->text(); };
    QCOMPARE(text(0, 0), QString::fromStdString(open.asset().frames[1].name));
    QCOMPARE(text(0, 2), QString("9.3"));
    QCOMPARE(text(0, 3), QString("20 to 10 %"));
    QCOMPARE(text(1, 0), QString::fromStdString(open.asset().frames[2].name));
    QCOMPARE(text(2, 3), QString("20 to 0 %"));
    std::optional<FrameRef> shown;
    connect(&report, &RefitReport::frameChosen, &report,
            [&](const FrameRef& frame) { shown = frame; });
    QTest::mouseClick(table->viewport(), Qt::LeftButton, {},
                      table->visualItemRect(table->item(1, 0)).center());
    QVERIFY(shown.has_value());
    QVERIFY(shown->frame == open.asset().frames[2].id);
  }

 private:
  // A choice, which makes one step and nothing else.
  template <class Done>
  static void choose(Roles& open, const char* name, const QString& text, const Done& done) {
    const int steps = open.history().count();
    open.choose(name, text);
    QVERIFY(done());
    QCOMPARE(open.history().count(), steps + 1);
    // The same again is none.
    open.choose(name, text);
    QCOMPARE(open.history().count(), steps + 1);
  }
};
AMBER_TEST(RolesDialogTest);

#include "roles_dialog_tests.moc"
