#include "desktop/benches/names/family_view.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QTimer>
#include <algorithm>

#include "core/naming/name_difference.h"
#include "core/naming/name_fixes.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/pictures.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kRow = 36;
constexpr int kThumbSide = 30;
constexpr int kThumbStep = 32;
constexpr int kIndent = 14;
constexpr int kStripWidth = kThumbStep * static_cast<int>(FamilyModel::kMostThumbs);
constexpr int kMark = 14;

}  // namespace

FamilyDelegate::FamilyDelegate(const FamilyModel& model, Pictures& pictures, QObject* parent)
    : QStyledItemDelegate(parent), model_(model), pictures_(pictures) {}

QSize FamilyDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const {
  return {300, kRow};
}

int FamilyDelegate::nameLeft(int index) const {
  const FamilyRow& row = model_.row(index);
  // What no frames show needs no room for them.
  const bool plain =
      model_.entry(index).sort == NameSort::Role || model_.entry(index).sort == NameSort::Layer;
  const int depth = row.wrong ? 0 : row.depth - 1;
  return metrics::kGap + (plain ? 0 : kStripWidth) + kMark + metrics::kSmallGap + kIndent * depth;
}

QRect FamilyDelegate::fixRect(const QRect& row, int index) const {
  const std::string_view words = fixWords(model_.row(index).fault);
  const QString text = fromWord(words);
  const int width = QFontMetrics(smallFont()).horizontalAdvance(text) + 20;
  return {row.right() - width - metrics::kGap, row.top() + (kRow - 22) / 2, width, 22};
}

QRect FamilyDelegate::markRect(const QRect& row, int index) const {
  const int left = row.left() + nameLeft(index) - kMark - metrics::kSmallGap;
  return {left, row.top(), kMark + metrics::kSmallGap, kRow};
}

void FamilyDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                           const QModelIndex& index) const {
  const bool selected = (option.state & QStyle::State_Selected) != 0;
  painter->save();
  const bool head = model_.row(index.row()).sort != FamilyRow::Sort::Name;
  painter->fillRect(option.rect, selected ? theme().amberSoft
                                 : head   ? theme().paper
                                          : theme().card);
  painter->setPen(theme().line);
  painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
  if (head) {
    paintHead(*painter, option.rect, index.row());
  } else {
    paintName(*painter, option.rect, index.row(), selected);
  }
  painter->restore();
}

void FamilyDelegate::paintHead(QPainter& painter, const QRect& row, int index) const {
  const FamilyRow& head = model_.row(index);
  const bool fault = head.sort == FamilyRow::Sort::Fault;
  painter.setFont(textFont(true));
  painter.setPen(fault ? theme().error : theme().text);
  QRect room = row.adjusted(metrics::kGap, 0, -metrics::kGap, 0);
  const QString title = QString::fromStdString(head.title);
  painter.drawText(room, Qt::AlignVCenter | Qt::AlignLeft, title);
  room.setLeft(room.left() + painter.fontMetrics().horizontalAdvance(title) + 8);
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  const QString count =
      fault ? counted(head.count, tr("name"), tr("names")) : QString::number(head.count);
  painter.drawText(room, Qt::AlignVCenter | Qt::AlignLeft, count);
  if (!fault) return;
  const QRect button = fixRect(row, index);
  painter.setPen(theme().line);
  painter.setBrush(theme().card);
  painter.setRenderHint(QPainter::Antialiasing);
  painter.drawRoundedRect(QRectF(button).adjusted(0.5, 0.5, -0.5, -0.5), metrics::kRadius,
                          metrics::kRadius);
  painter.setPen(theme().text);
  const std::string_view words = fixWords(head.fault);
  painter.drawText(button, Qt::AlignCenter, fromWord(words));
}

// A small triangle that points right, or down where it is open.
void FamilyDelegate::paintMark(QPainter& painter, const QRectF& mark, bool open) {
  const QPointF c = mark.center();
  const QPolygonF right({{c.x() - 2, c.y() - 4}, {c.x() + 3, c.y()}, {c.x() - 2, c.y() + 4}});
  const QPolygonF down({{c.x() - 4, c.y() - 2}, {c.x() + 4, c.y() - 2}, {c.x(), c.y() + 3}});
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setPen(Qt::NoPen);
  painter.setBrush(theme().quiet);
  painter.drawPolygon(open ? down : right);
  painter.setRenderHint(QPainter::Antialiasing, false);
}

void FamilyDelegate::paintName(QPainter& painter, const QRect& row, int index,
                               bool selected) const {
  const FamilyRow& shown = model_.row(index);
  const NameEntry& entry = model_.entry(index);
  const int depth = shown.wrong ? 0 : shown.depth - 1;
  int x = row.left() + metrics::kGap + kIndent * depth;
  for (const Frame* frame : model_.frames(index)) {
    pictures_.drawThumb(painter, *frame,
                        QRectF(x, row.top() + (kRow - kThumbSide) / 2.0, kThumbSide, kThumbSide));
    x += kThumbStep;
  }
  if (shown.opens) paintMark(painter, markRect(row, index), shown.open);
  QRect room = row;
  room.setLeft(row.left() + nameLeft(index));
  room.setRight(row.right() - metrics::kGap);
  const bool bold = entry.sort == NameSort::Asset && !shown.wrong;
  const auto to = model_.becomes(index);
  std::vector<NamePiece> pieces;
  if (to) {
    pieces = nameDifference(entry.name, *to);
  } else {
    pieces = {{NamePiece::Sort::Kept, entry.name}};
  }
  for (const NamePiece& piece : pieces) {
    const bool kept = piece.sort == NamePiece::Sort::Kept;
    QFont font = textFont(bold || piece.sort == NamePiece::Sort::Fresh);
    font.setStrikeOut(piece.sort == NamePiece::Sort::Gone);
    painter.setFont(font);
    painter.setPen(kept                                  ? theme().text
                   : piece.sort == NamePiece::Sort::Gone ? theme().error
                                                         : theme().shapes[2]);
    const QString text = QString::fromStdString(piece.text);
    const QString fitting =
        painter.fontMetrics().elidedText(text, Qt::ElideRight, std::max(0, room.width()));
    painter.drawText(room, Qt::AlignVCenter | Qt::AlignLeft, fitting);
    room.setLeft(room.left() + painter.fontMetrics().horizontalAdvance(fitting));
  }
  const QString note = model_.note(index);
  if (note.isEmpty()) return;
  painter.setFont(smallFont());
  painter.setPen(selected ? theme().text : theme().quiet);
  room.setLeft(room.left() + 10);
  const int side = shown.wrong ? Qt::AlignRight : Qt::AlignLeft;
  painter.drawText(
      room, Qt::AlignVCenter | side,
      painter.fontMetrics().elidedText(note, Qt::ElideRight, std::max(0, room.width())));
}

QWidget* FamilyDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem&,
                                      const QModelIndex&) const {
  auto* editor = new QLineEdit(parent);
  editor->setObjectName("nameEditor");
  return editor;
}

void FamilyDelegate::updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                                          const QModelIndex& index) const {
  QRect room = option.rect.adjusted(nameLeft(index.row()) - 7, 4, 0, -5);
  room.setWidth(std::min(room.width(), 280));
  editor->setGeometry(room);
}

FamilyView::FamilyView(FamilyModel& model, Pictures& pictures, QWidget* parent)
    : QListView(parent), model_(model) {
  setObjectName("names");
  explain(
      *this,
      tr("All names of the project, each family under its asset. Red marks a name that breaks the "
         "convention, with the name that it becomes beside it. F2 or a double-click renames."),
      "names.md");
  setAccessibleName(tr("Names"));
  setModel(&model_);
  delegate_ = new FamilyDelegate(model_, pictures, this);
  setItemDelegate(delegate_);
  setUniformItemSizes(true);
  setSelectionMode(QAbstractItemView::ExtendedSelection);
  setEditTriggers(QAbstractItemView::EditKeyPressed | QAbstractItemView::DoubleClicked);
  setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
  setTabKeyNavigation(false);
}

std::vector<int> FamilyView::chosenRows() const {
  std::vector<int> rows;
  for (const QModelIndex& index : selectionModel()->selectedIndexes()) rows.push_back(index.row());
  std::sort(rows.begin(), rows.end());
  return rows;
}

void FamilyView::setOpen(int row, bool open) {
  const FamilyPlace place = model_.place(row);
  model_.setOpen(row, open);
  const int now = model_.rowOf(place);
  if (now >= 0) setCurrentIndex(model_.index(now));
}

void FamilyView::keyPressEvent(QKeyEvent* event) {
  const int row = currentIndex().row();
  if (row >= 0 && row < model_.rowCount() && state() != EditingState) {
    const FamilyRow& shown = model_.row(row);
    const bool enter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (enter && shown.sort == FamilyRow::Sort::Fault) {
      emit fixAsked(shown.fault);
      return;
    }
    if (shown.opens && ((event->key() == Qt::Key_Right && !shown.open) ||
                        (event->key() == Qt::Key_Left && shown.open))) {
      setOpen(row, !shown.open);
      return;
    }
  }
  QListView::keyPressEvent(event);
}

void FamilyView::mousePressEvent(QMouseEvent* event) {
  const QModelIndex index = indexAt(event->position().toPoint());
  if (index.isValid() && event->button() == Qt::LeftButton) {
    const QRect row = visualRect(index);
    const FamilyRow& shown = model_.row(index.row());
    const QPoint at = event->position().toPoint();
    if (shown.sort == FamilyRow::Sort::Fault && delegate_->fixRect(row, index.row()).contains(at)) {
      emit fixAsked(shown.fault);
      return;
    }
    if (shown.opens && delegate_->markRect(row, index.row()).contains(at)) {
      setOpen(index.row(), !shown.open);
      return;
    }
  }
  QListView::mousePressEvent(event);
}

// Taking a name may change the rows, so where Tab leads is settled before.
void FamilyView::commitData(QWidget* editor) {
  next_.reset();
  for (int row = currentIndex().row() + 1; row < model_.rowCount(); ++row) {
    if (model_.row(row).sort != FamilyRow::Sort::Name) continue;
    next_ = model_.place(row);
    break;
  }
  QListView::commitData(editor);
}

void FamilyView::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
  const bool next = hint == QAbstractItemDelegate::EditNextItem;
  if (next) editNext_ = next_;
  QListView::closeEditor(editor, next ? QAbstractItemDelegate::NoHint : hint);
  setFocus();
  // After the rename, which is asked for when the editor is gone.
  if (next) QTimer::singleShot(0, this, &FamilyView::resumeEditing);
}

void FamilyView::resumeEditing() {
  if (!editNext_) return;
  const int row = model_.rowOf(*editNext_);
  editNext_.reset();
  if (row < 0) return;
  setCurrentIndex(model_.index(row));
  edit(model_.index(row));
}

}  // namespace amber
