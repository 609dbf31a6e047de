#include "desktop/benches/names/names_bench.h"

#include <QHBoxLayout>
#include <QItemSelectionModel>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/naming/name_fixes.h"
#include "desktop/benches/names/code_panel.h"
#include "desktop/benches/names/convention_band.h"
#include "desktop/benches/names/family_model.h"
#include "desktop/benches/names/family_view.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/theme.h"

namespace amber {

NamesBench::NamesBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent), session_(session) {
  model_ = new FamilyModel(this);
  band_ = new ConventionBand(session_, this);
  view_ = new FamilyView(*model_, pictures, this);
  code_ = new CodePanel(session_, this);
  QFrame* top = makeFrame("strip", this);
  auto* topLine = new QVBoxLayout(top);
  topLine->setContentsMargins(0, 0, 0, 0);
  topLine->addWidget(band_);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(makeReplacing());
  middle->addWidget(view_, 1);
  auto* below = new QHBoxLayout;
  below->setSpacing(0);
  below->addLayout(middle, 5);
  below->addWidget(code_, 2);
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addWidget(top);
  all->addLayout(below, 1);
  connectAll();
}

void NamesBench::connectAll() {
  // Renamed when the editor is gone: taking a name may change every row.
  connect(
      model_, &FamilyModel::renameAsked, this,
      [this](const NameEntry& entry, const QString& name) {
        rename(tr("Rename %1").arg(QString::fromStdString(entry.name)),
               {{entry, name.toStdString()}});
      },
      Qt::QueuedConnection);
  connect(view_, &FamilyView::fixAsked, this, &NamesBench::fix);
  connect(view_->selectionModel(), &QItemSelectionModel::selectionChanged, this, [this] {
    selectChosen();
    emit choiceChanged();
  });
  connect(filter_, &QLineEdit::textChanged, model_, &FamilyModel::setFilter);
  connect(code_, &CodePanel::changed, this, &NamesBench::choiceChanged);
  connect(&session_, &ProjectSession::shown, this, &NamesBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, &NamesBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, [this] {
    if (isVisible() && session_.hasProject()) band_->refresh();
  });
  connect(&session_, &ProjectSession::artArrived, this, [this] { view_->viewport()->update(); });
}

QWidget* NamesBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(metrics::kSmallGap);
  filter_ = new QLineEdit(strip);
  filter_->setObjectName("nameFilter");
  filter_->setPlaceholderText(tr("Filter names"));
  filter_->setClearButtonEnabled(true);
  filter_->setMinimumWidth(90);
  filter_->setMaximumWidth(170);
  row->addWidget(filter_);
  summary_ = new YieldingLabel({}, strip);
  summary_->setObjectName("nameSummary");
  row->addWidget(summary_, 1);
  QPushButton* learn = tight(
      makeButton(tr("Learn from names"),
                 tr("Sets the convention that most names in the project already follow."), strip),
      "small");
  learn->setObjectName("learnNames");
  row->addWidget(learn);
  QPushButton* replacing =
      tight(makeButton(tr("Replace..."),
                       tr("Replaces text in all names. A preview is shown first."), strip),
            "small");
  replacing->setObjectName("openReplacing");
  row->addWidget(replacing);
  chosen_ = tight(
      makeButton(tr("Rename selected"), tr("Renames the selected names by the convention."), strip),
      "small");
  chosen_->setObjectName("renameChosen");
  row->addWidget(chosen_);
  all_ = tight(makeButton({}, {}, strip), "small");
  all_->setObjectName("renameAll");
  row->addWidget(all_);
  return strip;
}

QWidget* NamesBench::makeReplacing() {
  replacing_ = makeFrame("strip", this);
  replacing_->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(replacing_);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(metrics::kSmallGap);
  find_ = new QLineEdit(replacing_);
  find_->setObjectName("replaceFind");
  with_ = new QLineEdit(replacing_);
  with_->setObjectName("replaceWith");
  regex_ = tight(makeChip(tr("Regular expression"), replacing_));
  regex_->setObjectName("replaceRegex");
  regex_->setToolTip(tr("In the replacement, \\1 and \\2 insert the groups of the expression."));
  replace_ = tight(makeButton({}, tr("Replaces the text in every name, in one step."), replacing_));
  replace_->setObjectName("replaceNames");
  replaceState_ = new YieldingLabel({}, replacing_);
  row->addWidget(makeLabel(tr("Replace"), "quiet", replacing_));
  row->addWidget(find_);
  row->addWidget(makeLabel(tr("with"), "quiet", replacing_));
  row->addWidget(with_);
  row->addWidget(regex_);
  row->addWidget(replaceState_, 1);
  row->addWidget(replace_);
  replacing_->hide();
  connect(find_, &QLineEdit::textChanged, this, &NamesBench::showReplacing);
  connect(with_, &QLineEdit::textChanged, this, &NamesBench::showReplacing);
  connect(regex_, &QPushButton::toggled, this, &NamesBench::showReplacing);
  connect(with_, &QLineEdit::returnPressed, this, &NamesBench::replaceAll);
  connect(replace_, &QPushButton::clicked, this, &NamesBench::replaceAll);
  return replacing_;
}

QString NamesBench::renameRefusal() const {
  return model_->countOf(NameFault::Pattern) == 0 ? tr("Every name follows the convention")
                                                  : QString();
}

QString NamesBench::chosenRefusal() const {
  const std::vector<int> rows = view_->chosenRows();
  if (rows.empty()) return tr("Select names first");
  return model_->byConvention(rows, true).empty() ? tr("The selected names follow the convention")
                                                  : QString();
}

QString NamesBench::diffRefusal() const {
  return code_->diffRefusal();
}

void NamesBench::rename(const QString& label, const std::vector<ThingRename>& renames) {
  const auto edits = renameEdits(session_.committed(), renames);
  if (edits) {
    if (!edits->empty()) session_.perform(label, *edits);
  } else {
    emit session_.failed(QString::fromStdString(describe(edits.error())));
  }
}

void NamesBench::renameAll() {
  fix(NameFault::Pattern);
}

void NamesBench::fix(NameFault fault) {
  const std::vector<ThingRename> renames = model_->fixes(fault);
  rename(tr("Rename %1").arg(counted(renames.size(), tr("name"), tr("names"))), renames);
}

void NamesBench::renameChosen() {
  const auto renames = model_->byConvention(view_->chosenRows(), false);
  rename(tr("Rename %1 by the convention").arg(renames.size()), renames);
}

void NamesBench::numberChosen() {
  const auto renames = model_->byConvention(view_->chosenRows(), true);
  rename(tr("Number %1 again").arg(counted(renames.size(), tr("name"), tr("names"))), renames);
}

void NamesBench::learn() {
  band_->learn();
}

void NamesBench::filter() {
  filter_->setFocus();
  filter_->selectAll();
}

void NamesBench::openReplacing() {
  const bool open = replacing_->isHidden();
  replacing_->setVisible(open);
  if (open) {
    find_->setFocus();
  } else {
    find_->clear();
    view_->setFocus();
  }
  showReplacing();
}

void NamesBench::showReplacing() {
  const NameReplacing wanted =
      replacing_->isHidden() ? NameReplacing{}
                             : NameReplacing{find_->text().toStdString(),
                                             with_->text().toStdString(), regex_->isChecked()};
  model_->setReplacing(wanted);
  const std::size_t count = model_->replaced().size();
  const std::string& fault = model_->replaceFault();
  replace_->setText(tr("Replace in %1").arg(counted(count, tr("name"), tr("names"))));
  replace_->setEnabled(count > 0);
  replaceState_->setText(QString::fromStdString(fault));
  find_->setProperty("wrong", !fault.empty());
  find_->style()->unpolish(find_);
  find_->style()->polish(find_);
}

void NamesBench::replaceAll() {
  const std::vector<ThingRename> renames = model_->replaced();
  if (renames.empty()) return;
  rename(
      tr("Replace %1 in %2").arg(find_->text(), counted(renames.size(), tr("name"), tr("names"))),
      renames);
}

void NamesBench::addCodeFolder() {
  code_->addFolder();
}

void NamesBench::writeDiff() {
  code_->writeDiff();
}

// The selection here is the selection of the other benches.
void NamesBench::selectChosen() {
  const std::vector<int> rows = view_->chosenRows();
  if (rows.size() != 1 || model_->row(rows.front()).sort != FamilyRow::Sort::Name) return;
  const NameEntry& entry = model_->entry(rows.front());
  if (!entry.asset) return;
  Selection next = session_.selection();
  next.asset = entry.asset;
  next.assets = {entry.asset};
  if (entry.frame) next.frame = entry.frame;
  if (entry.animation) next.animation = entry.animation;
  session_.select(next);
}

void NamesBench::refresh() {
  model_->setProject(session_.project());
  band_->refresh();
  code_->refresh();
  showSummary();
  if (!replacing_->isHidden()) showReplacing();
  emit choiceChanged();
}

void NamesBench::showSummary() {
  const int wrong = model_->wrongCount();
  const int byRule = model_->countOf(NameFault::Pattern);
  summary_->setText(wrong == 0 ? tr("No name has a problem.")
                               : tr("Names that need review: %1").arg(wrong));
  all_->setText(byRule > 0 ? tr("Rename all %1").arg(byRule) : tr("Nothing to rename"));
  markNext(all_, byRule > 0);
}

}  // namespace amber
