#include "desktop/benches/names/names_bench.h"

#include <QAbstractItemView>
#include <QColor>
#include <QFont>
#include <QFrame>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QItemSelectionModel>
#include <QLineEdit>
#include <QModelIndex>
#include <QPainter>
#include <QPushButton>
#include <QRect>
#include <QStyle>
#include <QStyleOptionViewItem>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QVBoxLayout>

#include "core/base/snake_case.h"
#include "desktop/benches/names/name_model.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// Paints a cell plainly. Styled cells cost several times as much, and the table is painted anew
// with every edit.
class NameDelegate : public QStyledItemDelegate {
 public:
  using QStyledItemDelegate::QStyledItemDelegate;

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override {
    const bool selected = (option.state & QStyle::State_Selected) != 0;
    painter->fillRect(option.rect, selected               ? theme().amberSoft
                                   : index.row() % 2 == 0 ? theme().card
                                                          : theme().paper);
    painter->setFont(index.data(Qt::FontRole).value<QFont>());
    painter->setPen(index.data(Qt::ForegroundRole).value<QColor>());
    const QRect room = option.rect.adjusted(6, 0, -4, 0);
    painter->drawText(
        room, Qt::AlignLeft | Qt::AlignVCenter,
        painter->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, room.width()));
  }
};

}  // namespace

NamesBench::NamesBench(ProjectSession& session, Pictures&, QWidget* parent)
    : BenchView(parent), session_(session) {
  model_ = new NameModel(this);
  table_ = new QTableView(this);
  table_->setObjectName("names");
  table_->setModel(model_);
  table_->setItemDelegate(new NameDelegate(table_));
  table_->setSelectionBehavior(QAbstractItemView::SelectRows);
  table_->setShowGrid(false);
  table_->setAlternatingRowColors(true);
  table_->verticalHeader()->hide();
  table_->verticalHeader()->setDefaultSectionSize(24);
  table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
  table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
  table_->horizontalHeader()->setHighlightSections(false);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(table_, 1);
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(middle, 1);
  all->addWidget(makeSideColumn());

  connect(model_, &NameModel::renameAsked, this, [this](const NameRow& row, const QString& name) {
    session_.perform(tr("Rename %1").arg(QString::fromStdString(row.current)),
                     {Rename{row.asset, row.animation, row.frame, name.toStdString()}});
  });
  connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this, [this] {
    const auto rows = table_->selectionModel()->selectedRows();
    selected_->setEnabled(!rows.isEmpty());
    if (rows.size() != 1) return;
    const NameRow& row = model_->row(rows.front().row());
    Selection next = session_.selection();
    next.asset = row.asset;
    next.assets = {row.asset};
    if (row.frame) next.frame = row.frame;
    if (row.animation) next.animation = row.animation;
    session_.select(next);
  });
  connect(&session_, &ProjectSession::changed, this, &NamesBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, &NamesBench::refreshSoon);
}

QWidget* NamesBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  summary_ = makeLabel({}, "", strip);
  row->addWidget(summary_, 1);
  QPushButton* onlyWrong = makeChip(tr("only wrong names"), strip);
  row->addWidget(onlyWrong);
  connect(onlyWrong, &QPushButton::toggled, model_, &NameModel::setOnlyWrong);
  return strip;
}

QWidget* NamesBench::makeSideColumn() {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  form->addWidget(makeLabel(tr("The rule"), "title", side));
  auto* parts = makeLabel(tr("kind prefix _ asset _ animation _ number"), "quiet", side);
  form->addWidget(parts);
  example_ = makeLabel({}, "", side);
  form->addWidget(example_);
  digits_ = new NumberField(1, 6, 0, side);
  first_ = new NumberField(0, 1, 0, side);
  digits_->setObjectName("digits");
  addRow(form, tr("digits"), {digits_});
  addRow(form, tr("first number"), {first_});
  addRule(form, side);
  form->addWidget(makeLabel(tr("Prefix of each kind"), "title", side));
  kinds_ = new QWidget(side);
  auto* grid = new QGridLayout(kinds_);
  grid->setContentsMargins(0, 0, 0, 0);
  form->addWidget(kinds_);
  addRule(form, side);
  all_ = makeButton({}, {}, side);
  all_->setObjectName("renameAll");
  selected_ = makeButton(tr("Rename selected"), tr("Renames the selected rows by the rule"), side);
  selected_->setEnabled(false);
  form->addWidget(all_);
  form->addWidget(selected_);
  auto* how = makeLabel(tr("Double-click a name to type another."), "quiet", side);
  form->addWidget(how);
  form->addStretch();
  connect(digits_, &NumberField::committed, this, &NamesBench::changeRule);
  connect(first_, &NumberField::committed, this, &NamesBench::changeRule);
  connect(selected_, &QPushButton::clicked, this, &NamesBench::renameSelected);
  return side;
}

QString NamesBench::renameRefusal() const {
  return model_->wrongCount() == 0 ? tr("Every name follows the rule") : QString();
}

void NamesBench::renameAll() {
  session_.perform(tr("Rename %1 by the rule").arg(model_->wrongCount()),
                   renamesFor(model_->wrongRows()));
}

void NamesBench::renameSelected() {
  std::vector<NameRow> rows;
  for (const QModelIndex& index : table_->selectionModel()->selectedRows()) {
    rows.push_back(model_->row(index.row()));
  }
  session_.perform(tr("Rename %1 by the rule").arg(rows.size()), renamesFor(rows));
}

void NamesBench::changeRule() {
  session_.perform(
      tr("Change the naming rule"),
      {SetNaming{{static_cast<int>(digits_->value()), static_cast<int>(first_->value())}}});
}

void NamesBench::changePrefix(int kind, const QString& prefix) {
  std::vector<Kind> kinds = session_.project().kinds;
  Kind& changed = kinds[static_cast<std::size_t>(kind)];
  const std::string wished = snakeCase(prefix.toStdString());
  if (prefix.trimmed().isEmpty() || wished == changed.prefix) {
    showKinds();
    return;
  }
  const std::string before = changed.prefix + "_";
  changed.prefix = wished;
  const std::string kindName = changed.name;
  std::vector<Edit> edits{SetKinds{std::move(kinds)}};
  // Assets that carried the old prefix carry the new one; their frames follow by the rule.
  for (const auto& asset : session_.project().assets) {
    if (asset->kind != kindName || !asset->name.starts_with(before)) continue;
    edits.emplace_back(Rename{asset->id, {}, {}, wished + "_" + asset->name.substr(before.size())});
  }
  session_.perform(tr("Change the prefix of %1").arg(QString::fromStdString(kindName)), edits);
}

void NamesBench::refresh() {
  const Project& project = session_.project();
  model_->setProject(project);
  const int wrong = model_->wrongCount();
  summary_->setText(wrong == 0 ? tr("Every name follows the rule.")
                               : counted(wrong, tr("name does"), tr("names do")) +
                                     tr(" not follow the rule."));
  all_->setText(wrong > 0 ? tr("Rename all %1").arg(wrong) : tr("Nothing to rename"));
  markNext(all_, wrong > 0);
  selected_->setEnabled(table_->selectionModel()->hasSelection());
  digits_->setValue(project.naming.digits);
  first_->setValue(project.naming.firstNumber);
  example_->setText(QString::fromStdString(frameNameFor(
      project.naming,
      project.kinds.empty() ? "chr_keeper" : project.kinds.front().prefix + "_keeper", "walk", 0)));
  if (project.kinds != shownKinds_) showKinds();
}

void NamesBench::showKinds() {
  shownKinds_ = session_.project().kinds;
  auto* grid = static_cast<QGridLayout*>(kinds_->layout());
  // Later, for it may be one of these fields that asked for the change.
  while (QLayoutItem* item = grid->takeAt(0)) {
    item->widget()->hide();
    item->widget()->deleteLater();
    delete item;
  }
  int row = 0;
  for (const Kind& kind : shownKinds_) {
    grid->addWidget(makeLabel(QString::fromStdString(kind.name), "", kinds_), row, 0);
    auto* prefix = new QLineEdit(QString::fromStdString(kind.prefix), kinds_);
    prefix->setObjectName("prefix_" + QString::fromStdString(kind.name));
    connect(prefix, &QLineEdit::editingFinished, this,
            [this, row, prefix] { changePrefix(row, prefix->text()); });
    grid->addWidget(prefix, row++, 1);
  }
}

}  // namespace amber
