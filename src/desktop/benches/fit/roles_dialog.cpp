#include "desktop/benches/fit/roles_dialog.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "core/base/snake_case.h"
#include "core/fit/search/region.h"
#include "core/fit/styles/recipe_fit.h"
#include "desktop/parts/building.h"
#include "desktop/session.h"
#include "desktop/theme.h"

namespace amber {
namespace {

enum Column { Name, RoleDuty, Fit, OfInk, MostAir, MostBare, Standing, Columns };

std::string freeName(const Project& project) {
  std::string name = "reach";
  for (int i = 2; findRole(project, name) != nullptr; ++i) name = "role_" + std::to_string(i);
  return name;
}

}  // namespace

RolesDialog::RolesDialog(ProjectSession& session, QWidget* parent)
    : QDialog(parent), session_(session) {
  setObjectName("rolesDialog");
  setWindowTitle(tr("Roles of this project"));
  resize(860, 360);
  auto* column = new QVBoxLayout(this);
  auto* words = makeLabel(
      tr("A role is the purpose of a shape and is the same for every asset. A shape that stops "
         "blocks what it meets; a shape that notices only reports it. If \"new frames\" is on, new "
         "frames of this kind get a shape of the role when they are cut."),
      "quiet", this);
  words->setWordWrap(true);
  column->addWidget(words);
  table_ = new QTableWidget(0, Columns, this);
  table_->setTabKeyNavigation(false);
  table_->setObjectName("rolesTable");
  table_->setHorizontalHeaderLabels({tr("role"), tr("duty"), tr("shape"), tr("region"),
                                     tr("most air (%)"), tr("most bare ink (%)"),
                                     tr("new frames")});
  table_->verticalHeader()->hide();
  table_->verticalHeader()->setDefaultSectionSize(30);
  table_->setSelectionBehavior(QAbstractItemView::SelectRows);
  table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
  column->addWidget(table_);
  refusal_ = makeLabel({}, "error", this);
  refusal_->setObjectName("rolesRefusal");
  column->addWidget(refusal_);
  auto* row = new QHBoxLayout;
  QPushButton* add = makeButton(
      tr("Add a role"), tr("Adds a role that notices. You can change its duty afterwards."), this);
  add->setObjectName("addRole");
  connect(add, &QPushButton::clicked, this, &RolesDialog::addRole);
  row->addWidget(add);
  QPushButton* remove = makeButton(
      tr("Remove role"), tr("Removes the role with all its shapes. Undo restores them."), this);
  remove->setObjectName("removeRole");
  connect(remove, &QPushButton::clicked, this, &RolesDialog::removeRole);
  row->addWidget(remove);
  row->addStretch();
  QPushButton* done = makeButton(tr("Close"), tr("All changes have been applied."), this);
  connect(done, &QPushButton::clicked, this, &QDialog::close);
  row->addWidget(done);
  column->addLayout(row);
  // Enter ends a name; it presses no button.
  for (QPushButton* button : findChildren<QPushButton*>()) button->setAutoDefault(false);
  fill();
}

void RolesDialog::fill() {
  const std::size_t count = session_.project().roles.size();
  table_->setRowCount(static_cast<int>(count));
  for (std::size_t i = 0; i < count; ++i) {
    fillWhat(i);
    fillLimits(i);
    fillStanding(i);
  }
}

// What the role is called, what it does, and how its shapes are fitted.
void RolesDialog::fillWhat(std::size_t i) {
  const std::vector<Recipe> recipes = everyRecipe({});
  const int row = static_cast<int>(i);
  const Role& role = session_.project().roles[i];
  const QString id = QString::number(row);
  auto* name = new QLineEdit(QString::fromStdString(role.name), table_);
  name->setObjectName("roleName" + id);
  connect(name, &QLineEdit::editingFinished, this, [this, i, name] { rename(i, name->text()); });
  table_->setCellWidget(row, Name, name);
  auto* duty = new QComboBox(table_);
  duty->setObjectName("roleDuty" + id);
  duty->addItems({tr("stops"), tr("notices")});
  duty->setCurrentIndex(static_cast<int>(role.duty));
  connect(duty, &QComboBox::activated, this, [this, i](int at) {
    Role changed = session_.project().roles[i];
    changed.duty = static_cast<Duty>(at);
    change(i, changed);
  });
  table_->setCellWidget(row, RoleDuty, duty);
  auto* fit = new QComboBox(table_);
  fit->setObjectName("roleFit" + id);
  for (const Recipe& recipe : recipes) fit->addItem(QString::fromStdString(inWords(recipe)));
  fit->setCurrentText(QString::fromStdString(inWords(role.recipe)));
  connect(fit, &QComboBox::activated, this, [this, i, recipes](int at) {
    Role changed = session_.project().roles[i];
    changed.recipe.kind = recipes[static_cast<std::size_t>(at)].kind;
    changed.recipe.style = recipes[static_cast<std::size_t>(at)].style;
    change(i, changed);
  });
  table_->setCellWidget(row, Fit, fit);
}

// Which ink counts, and what the checks allow.
void RolesDialog::fillLimits(std::size_t i) {
  const int row = static_cast<int>(i);
  const Role& role = session_.project().roles[i];
  const QString id = QString::number(row);
  auto* region = new QLineEdit(QString::fromStdString(textOf(role.recipe.region)), table_);
  region->setObjectName("roleRegion" + id);
  region->setToolTip(
      tr("The part of the ink to fit: all, a band such as bottom:4px, or rect:x,y,w,h."));
  connect(region, &QLineEdit::editingFinished, this, [this, i, region] {
    const auto read = regionFrom(region->text().trimmed().toStdString());
    refusal_->setText(read ? QString() : QString::fromStdString(read.error().sentence));
    if (!read) return;
    Role changed = session_.project().roles[i];
    changed.recipe.region = *read;
    change(i, changed);
  });
  table_->setCellWidget(row, OfInk, region);
  const auto limit = [&](Column at, double Role::*share, const char* object) {
    auto* field = new NumberField(0, 100, 0, table_);
    field->setObjectName(object + id);
    field->setValue(role.*share * 100);
    connect(field, &NumberField::committed, this, [this, i, share](double value) {
      Role changed = session_.project().roles[i];
      changed.*share = value / 100;
      change(i, changed);
    });
    table_->setCellWidget(row, at, field);
  };
  limit(MostAir, &Role::mostAir, "roleAir");
  limit(MostBare, &Role::mostBareInk, "roleBare");
}

// Whether new frames of the current asset's kind get its shape.
void RolesDialog::fillStanding(std::size_t i) {
  const Asset* asset = session_.currentAsset();
  const Kind* kind = asset == nullptr ? nullptr : findKind(session_.project(), asset->kind);
  const int row = static_cast<int>(i);
  const Role& role = session_.project().roles[i];
  const QString id = QString::number(row);
  auto* standing =
      new QCheckBox(kind == nullptr ? QString() : QString::fromStdString(kind->name), table_);
  standing->setObjectName("roleStanding" + id);
  standing->setEnabled(kind != nullptr);
  standing->setChecked(kind != nullptr &&
                       std::any_of(kind->shapes.begin(), kind->shapes.end(),
                                   [&](const RoleRecipe& one) { return one.role == role.name; }));
  connect(standing, &QCheckBox::clicked, this,
          [this, i](bool on) { setStanding(session_.project().roles[i], on); });
  table_->setCellWidget(row, Standing, standing);
}

void RolesDialog::addRole() {
  std::vector<Role> roles = session_.project().roles;
  Role role;
  role.name = freeName(session_.project());
  role.duty = Duty::Notices;
  role.mostBareInk = 1;
  roles.push_back(role);
  session_.perform(tr("Add the role %1").arg(QString::fromStdString(role.name)), {SetRoles{roles}});
  session_.selectRole(role.name);
  fill();
}

void RolesDialog::removeRole() {
  std::vector<Role> roles = session_.project().roles;
  const int row = table_->currentRow();
  if (row < 0 || row >= static_cast<int>(roles.size())) {
    refusal_->setText(tr("Select the row of the role to remove first."));
    return;
  }
  if (roles.size() == 1) {
    refusal_->setText(tr("A project needs at least one role."));
    return;
  }
  const QString name = QString::fromStdString(roles[static_cast<std::size_t>(row)].name);
  roles.erase(roles.begin() + row);
  session_.perform(tr("Remove the role %1").arg(name), {SetRoles{roles}});
  refusal_->clear();
  fill();
}

void RolesDialog::rename(std::size_t row, const QString& name) {
  const std::string from = session_.project().roles[row].name;
  const std::string to = name.trimmed().toStdString();
  if (from == to) return;
  if (to.empty() || !isSnakeCase(to)) {
    refusal_->setText(tr("A role name has lower-case letters, digits and underscores only."));
    return;
  }
  const bool done =
      session_.perform(tr("Rename the role %1 to %2").arg(QString::fromStdString(from), name),
                       {RenameRole{from, to}});
  refusal_->setText(done ? QString() : tr("Another role already has this name."));
  if (done) session_.selectRole(to);
}

void RolesDialog::change(std::size_t row, const Role& role) {
  std::vector<Role> roles = session_.project().roles;
  if (roles[row] == role) return;
  roles[row] = role;
  session_.perform(tr("Change the role %1").arg(QString::fromStdString(role.name)),
                   {SetRoles{roles}});
}

void RolesDialog::setStanding(const Role& role, bool standing) {
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr) return;
  std::vector<Kind> kinds = session_.project().kinds;
  for (Kind& kind : kinds) {
    if (kind.name != asset->kind) continue;
    std::erase_if(kind.shapes, [&](const RoleRecipe& one) { return one.role == role.name; });
    if (standing) kind.shapes.push_back({role.name, role.recipe});
  }
  const QString name = QString::fromStdString(role.name);
  session_.perform(standing ? tr("Fit %1 to new frames").arg(name)
                            : tr("Stop fitting %1 to new frames").arg(name),
                   {SetKinds{kinds}});
}

}  // namespace amber
