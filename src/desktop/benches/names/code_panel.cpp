#include "desktop/benches/names/code_panel.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QTreeWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "core/naming/renames.h"
#include "desktop/parts/building.h"
#include "desktop/parts/plain_table.h"
#include "desktop/parts/wording.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/session.h"
#include "desktop/session/code_watch.h"
#include "desktop/theme.h"
#include "files/file_bytes.h"

namespace amber {
namespace {

constexpr int kLeastWidth = 236;
constexpr int kMostWidth = 300;

// "player.cpp 118, 204": the places of one name, of which there may be many.
QString placesOf(const std::vector<const CodeReport::Unknown*>& uses) {
  constexpr std::size_t kTold = 6;
  QStringList parts;
  std::string file;
  for (std::size_t i = 0; i < uses.size() && i < kTold; ++i) {
    const QString line = QString::number(uses[i]->use.use.line);
    const bool same = uses[i]->file == file;
    parts << (same ? line : QString::fromStdString(uses[i]->file) + " " + line);
    file = uses[i]->file;
  }
  if (uses.size() > kTold) parts << QString("+%1").arg(uses.size() - kTold);
  return parts.join(", ");
}

// Paints a tick box as the theme has it: a style sheet's own lies over the words of an item.
class TickDelegate : public QStyledItemDelegate {
 public:
  using QStyledItemDelegate::QStyledItemDelegate;

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override {
    const QVariant state = index.data(Qt::CheckStateRole);
    if (!state.isValid()) {
      QStyledItemDelegate::paint(painter, option, index);
      return;
    }
    painter->save();
    if ((option.state & QStyle::State_Selected) != 0) {
      painter->fillRect(option.rect, theme().amberSoft);
    }
    const bool ticked = state.toInt() == Qt::Checked;
    QRectF box(option.rect.left() + 4, option.rect.center().y() - 6, 13, 13);
    painter->setRenderHint(QPainter::Antialiasing);
    painter->setPen(ticked ? theme().amber : theme().quiet);
    painter->setBrush(ticked ? theme().amber : theme().card);
    painter->drawRoundedRect(box.adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
    if (ticked) {
      painter->setPen(QPen(theme().card, 2));
      painter->drawPolyline(
          QPolygonF({box.topLeft() + QPointF(3, 6.5), box.topLeft() + QPointF(5.5, 9),
                     box.topLeft() + QPointF(10, 3.5)}));
    }
    painter->setPen(theme().text);
    painter->setFont(textFont());
    const QRect room = option.rect.adjusted(24, 0, -4, 0);
    painter->drawText(
        room, Qt::AlignVCenter | Qt::AlignLeft,
        painter->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, room.width()));
    painter->restore();
  }

  QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override {
    return QStyledItemDelegate::sizeHint(option, index) + QSize(12, 0);
  }

  bool editorEvent(QEvent* event, QAbstractItemModel* model, const QStyleOptionViewItem& option,
                   const QModelIndex& index) override {
    const QVariant state = index.data(Qt::CheckStateRole);
    const bool clicked =
        event->type() == QEvent::MouseButtonRelease &&
        option.rect.contains(static_cast<QMouseEvent*>(event)->position().toPoint());
    const bool pressed =
        event->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Space;
    if (!state.isValid() || (!clicked && !pressed)) return false;
    return model->setData(index, state.toInt() == Qt::Checked ? Qt::Unchecked : Qt::Checked,
                          Qt::CheckStateRole);
  }
};

}  // namespace

CodePanel::CodePanel(ProjectSession& session, QWidget* parent) : QFrame(parent), session_(session) {
  setProperty("role", "card");
  setMinimumWidth(kLeastWidth);
  setMaximumWidth(kMostWidth);
  build();
  begin();
  connect(&session_, &ProjectSession::projectReplaced, this, &CodePanel::begin);
  connect(&session_.code(), &CodeWatch::codeChanged, this, [this] {
    if (isVisible()) refresh();
  });
}

void CodePanel::build() {
  auto* form = new QVBoxLayout(this);
  form->setContentsMargins(metrics::kGap, metrics::kGap, metrics::kGap, metrics::kGap);
  form->setSpacing(metrics::kSmallGap);
  auto* head = new QHBoxLayout;
  head->addWidget(makeLabel(tr("In code"), "title", this), 1);
  QPushButton* add = tight(
      makeButton(tr("Add a folder..."),
                 tr("Adds a folder of source code or data whose files use the names."), this));
  add->setObjectName("addCodeFolder");
  head->addWidget(add);
  form->addLayout(head);
  connect(add, &QPushButton::clicked, this, &CodePanel::addFolder);
  folders_ = new QWidget(this);
  auto* lines = new QVBoxLayout(folders_);
  lines->setContentsMargins(0, 0, 0, 0);
  lines->setSpacing(2);
  form->addWidget(folders_);
  ignored_ = new QLineEdit(this);
  ignored_->setObjectName("codeIgnored");
  ignored_->setPlaceholderText(tr("Skipped files, for example: *.min.js build"));
  form->addWidget(ignored_);
  connect(ignored_, &QLineEdit::editingFinished, this, [this] {
    CodeFolders code = session_.project().code;
    code.ignored.clear();
    for (const QString& pattern : ignored_->text().split(' ', Qt::SkipEmptyParts)) {
      code.ignored.push_back(pattern.toStdString());
    }
    setFolders(code, tr("Skip files of code"));
  });
  addUses(form);
}

// Names in code that the project lacks, unused names, and the corrections.
void CodePanel::addUses(QVBoxLayout* form) {
  state_ = makeLabel({}, "quiet", this);
  state_->setObjectName("codeState");
  state_->setWordWrap(true);
  form->addWidget(state_);
  unknownTitle_ = makeLabel({}, "error", this);
  form->addWidget(unknownTitle_);
  unknown_ = makeTable("unknownNames", {tr("Name in code"), tr("Write instead")}, this);
  unknown_->setUniformRowHeights(false);
  unknown_->setItemDelegateForColumn(1, new TickDelegate(unknown_));
  unknown_->header()->hide();
  form->addWidget(unknown_, 2);
  unusedTitle_ = makeLabel({}, "title", this);
  form->addWidget(unusedTitle_);
  unused_ = makeTable("unusedAssets", {tr("Asset"), tr("Frames")}, this);
  unused_->header()->hide();
  form->addWidget(unused_, 1);
  diff_ = makeButton(tr("Export a diff for the code..."),
                     tr("Contains every name that was renamed since the project was opened, and "
                        "the entries that are ticked here. Apply it with patch or git apply."),
                     this);
  diff_->setObjectName("writeCodeDiff");
  form->addWidget(diff_);
  connect(unknown_, &QTreeWidget::itemChanged, this, [this](QTreeWidgetItem* item) {
    if (!showing_) take(item->data(0, Qt::UserRole).toString(), item->checkState(1) == Qt::Checked);
  });
  connect(unused_, &QTreeWidget::itemSelectionChanged, this, [this] {
    const auto chosen = unused_->selectedItems();
    if (showing_ || chosen.isEmpty()) return;
    const Asset* asset = findAsset(session_.project(), chosen.front()->text(0).toStdString());
    if (asset == nullptr) return;
    Selection next = session_.selection();
    next.asset = asset->id;
    next.assets = {asset->id};
    session_.select(next);
  });
}

void CodePanel::begin() {
  before_ = session_.committed();
  compared_ = {};
  taken_.clear();
  nearest_.clear();
}

void CodePanel::addFolder() {
  const QString folder = QFileDialog::getExistingDirectory(
      this, tr("A folder of source or data"), QFileInfo(session_.path()).absolutePath());
  if (folder.isEmpty()) return;
  CodeFolders code = session_.project().code;
  const std::string base = QFileInfo(session_.path()).absolutePath().toStdString();
  const std::string kept = keptCodePath(folder.toStdString(), base);
  if (std::find(code.folders.begin(), code.folders.end(), kept) != code.folders.end()) return;
  code.folders.push_back(kept);
  setFolders(code, tr("Read code of %1").arg(QString::fromStdString(kept)));
}

void CodePanel::setFolders(const CodeFolders& code, const QString& label) {
  if (code == session_.project().code) return;
  session_.perform(label, {SetCodeFolders{code}});
  session_.code().follow();
}

void CodePanel::refresh() {
  showFolders();
  const auto code = session_.code().state();
  const bool other = code != shown_;
  if (code != nullptr && (other || !(compared_ == session_.committed()))) {
    compared_ = session_.committed();
    renamed_ = !renamesBetween(namesBy(before_), namesBy(compared_)).empty();
    emit changed();
  }
  if (other || code == nullptr) showUses();
}

void CodePanel::showFolders() {
  const CodeFolders& code = session_.project().code;
  ignored_->setVisible(!code.folders.empty());
  if (code == shownFolders_) return;
  shownFolders_ = code;
  QStringList patterns;
  for (const std::string& pattern : code.ignored) patterns << QString::fromStdString(pattern);
  if (!ignored_->hasFocus()) ignored_->setText(patterns.join(' '));
  QLayout* lines = folders_->layout();
  while (QLayoutItem* item = lines->takeAt(0)) {
    item->widget()->hide();
    item->widget()->deleteLater();
    delete item;
  }
  for (std::size_t i = 0; i < code.folders.size(); ++i) {
    auto* one = new QWidget(folders_);
    auto* line = new QHBoxLayout(one);
    line->setContentsMargins(0, 0, 0, 0);
    line->addWidget(makeLabel(QString::fromStdString(code.folders[i]), "", one), 1);
    QPushButton* drop =
        tight(makeButton(tr("Remove"), tr("Stops reading this folder."), one), "small");
    line->addWidget(drop);
    lines->addWidget(one);
    connect(drop, &QPushButton::clicked, this, [this, i] {
      CodeFolders less = session_.project().code;
      less.folders.erase(less.folders.begin() + static_cast<std::ptrdiff_t>(i));
      setFolders(less, tr("Read less code"));
    });
  }
}

void CodePanel::showUses() {
  shown_ = session_.code().state();
  showing_ = true;
  const bool has = shown_ != nullptr;
  for (QWidget* one : {static_cast<QWidget*>(unknownTitle_), static_cast<QWidget*>(unknown_),
                       static_cast<QWidget*>(unusedTitle_), static_cast<QWidget*>(unused_)}) {
    one->setVisible(has);
  }
  unknown_->clear();
  unused_->clear();
  nearest_.clear();
  if (has) {
    QString state = tr("%1 read at %2")
                        .arg(counted(shown_->report.files, tr("file"), tr("files")),
                             shown_->readAt.toString("HH:mm:ss"));
    for (const std::string& missing : shown_->sources->missing) {
      state += "\n" + QString::fromStdString(missing);
    }
    state_->setText(state);
    showUnknown(shown_->report);
    showUnused(shown_->report);
  } else {
    state_->setText(session_.code().reading()
                        ? tr("Reading...")
                        : tr("This view compares the names in the project with the source code of "
                             "the game. Add the folder of the source code first."));
  }
  showing_ = false;
  diff_->setVisible(has);
  emit changed();
}

void CodePanel::showUnknown(const CodeReport& report) {
  std::map<std::string, std::vector<const CodeReport::Unknown*>> names;
  std::vector<std::string> order;
  for (const CodeReport::Unknown& use : report.unknown) {
    auto& uses = names[use.use.use.text];
    if (uses.empty()) order.push_back(use.use.use.text);
    uses.push_back(&use);
  }
  for (const std::string& name : order) {
    const auto& uses = names[name];
    const QString used = QString::fromStdString(name);
    const QString nearest = QString::fromStdString(uses.front()->use.nearest);
    auto* item = new QTreeWidgetItem(
        {used + "\n" + placesOf(uses), nearest.isEmpty() ? tr("no similar name") : nearest});
    item->setData(0, Qt::UserRole, used);
    item->setToolTip(0, placesOf(uses));
    if (!nearest.isEmpty()) {
      nearest_[used] = nearest;
      item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
      item->setCheckState(1, taken_.count(used) != 0 ? Qt::Checked : Qt::Unchecked);
    }
    unknown_->addTopLevelItem(item);
  }
  unknownTitle_->setText(order.empty()
                             ? tr("Every name used in code is in the project.")
                             : tr("Used in code, not in the project (%1)").arg(order.size()));
  unknownTitle_->setProperty("rank", order.empty() ? "quiet" : "error");
  unknownTitle_->style()->unpolish(unknownTitle_);
  unknownTitle_->style()->polish(unknownTitle_);
}

void CodePanel::showUnused(const CodeReport& report) {
  for (const std::string& name : report.unused) {
    const Asset* asset = findAsset(session_.project(), name);
    unused_->addTopLevelItem(
        new QTreeWidgetItem({QString::fromStdString(name),
                             asset == nullptr ? QString() : countedFrames(asset->frames.size())}));
  }
  unusedTitle_->setText(report.unused.empty()
                            ? tr("Every asset is used in the code.")
                            : tr("Not used in code (%1)").arg(report.unused.size()));
}

void CodePanel::take(const QString& used, bool taken) {
  if (taken) {
    taken_[used] = nearest_[used];
  } else {
    taken_.erase(used);
  }
  emit changed();
}

Renames CodePanel::corrections() const {
  Renames all;
  for (const auto& [used, name] : taken_) all.emplace_back(used.toStdString(), name.toStdString());
  return all;
}

QString CodePanel::diffRefusal() const {
  const auto code = session_.code().state();
  if (code == nullptr) return tr("Add a folder of code first");
  if (!renamed_ && taken_.empty()) return tr("Nothing was renamed and no entry is ticked");
  return {};
}

void CodePanel::writeDiff() {
  const auto code = session_.code().state();
  if (code == nullptr) return;
  const std::string diff = codeDiff(*code->sources, before_, session_.committed(), corrections());
  if (diff.empty()) {
    emit session_.told(tr("The code does not use any renamed name."));
    return;
  }
  const QString path = QFileDialog::getSaveFileName(
      this, tr("Export a diff for the code"),
      QFileInfo(session_.path()).absolutePath() + "/names.diff", tr("Diffs (*.diff *.patch)"));
  if (path.isEmpty()) return;
  const auto written = writeFileAtomically(path.toStdString(), diff);
  if (!written) {
    emit session_.failed(QString::fromStdString(describe(written.error())));
    return;
  }
  before_ = session_.committed();
  taken_.clear();
  compared_ = {};
  shown_ = nullptr;
  refresh();
  emit session_.told(tr("The diff was written to %1. Apply it in the folder of the code with patch "
                        "-p1 or git apply.")
                         .arg(QFileInfo(path).fileName()));
}

}  // namespace amber
