#include "desktop/benches/cut/proposal_list.h"

#include <QPainter>
#include <QStyledItemDelegate>
#include <QTextLayout>
#include <algorithm>

#include "desktop/stage/pictures.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr QSize kPicture(74, 46);
constexpr int kRow = 58;
// Of a strip that would be a thread, the first part is shown this high, px.
constexpr double kLeastExtent = 18;

// The first part of a text, and the rest.
std::pair<QString, QString> parted(const QString& text) {
  const auto comma = text.indexOf(", ");
  if (comma < 0) return {text, {}};
  return {text.left(comma), text.mid(comma + 2)};
}

// As many whole lines as fit; the last one ends in an ellipsis if there is more text.
void paintLines(QPainter& painter, const QRect& room, const QString& text) {
  const QFontMetrics metrics = painter.fontMetrics();
  const int lines = std::max(1, room.height() / metrics.lineSpacing());
  QTextLayout layout(text, painter.font());
  layout.beginLayout();
  for (int i = 0; i < lines; ++i) {
    QTextLine line = layout.createLine();
    if (!line.isValid()) break;
    line.setLineWidth(room.width());
    const QString rest = text.mid(line.textStart());
    const QString shown = i + 1 == lines ? metrics.elidedText(rest, Qt::ElideRight, room.width())
                                         : text.mid(line.textStart(), line.textLength());
    painter.drawText(QPoint(room.left(), room.top() + i * metrics.lineSpacing() + metrics.ascent()),
                     shown);
  }
  layout.endLayout();
}

}  // namespace

class ProposalDelegate : public QStyledItemDelegate {
 public:
  explicit ProposalDelegate(ProposalList& list) : QStyledItemDelegate(&list), list_(list) {}

  QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
    return {100, kRow};
  }

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override {
    painter->save();
    const QRect row = option.rect;
    if (option.state & QStyle::State_Selected) {
      painter->fillRect(row, theme().amberSoft);
      painter->fillRect(row.left(), row.top(), 3, row.height(), theme().amber);
    }
    painter->setPen(theme().line);
    painter->drawLine(row.bottomLeft(), row.bottomRight());
    const auto& frames = list_.frames_[static_cast<std::size_t>(index.row())];
    int left = row.left() + 10;
    if (!frames.empty()) {
      const QRect picture(QPoint(left, row.top() + (kRow - kPicture.height()) / 2), kPicture);
      paintPicture(*painter, picture, frames);
      left = picture.right() + 10;
    }
    const auto [title, reason] = parted(index.data(Qt::DisplayRole).toString());
    const QRect words(left, row.top() + 6, row.right() - left - 6, row.height() - 12);
    painter->setPen(theme().text);
    painter->setFont(textFont(true));
    const int high = painter->fontMetrics().height();
    if (painter->fontMetrics().horizontalAdvance(title) > words.width()) {
      QFont small = smallFont();
      small.setBold(true);
      painter->setFont(small);
    }
    painter->drawText(words, Qt::AlignLeft | Qt::AlignTop,
                      painter->fontMetrics().elidedText(title, Qt::ElideRight, words.width()));
    painter->setPen(theme().quiet);
    painter->setFont(smallFont());
    paintLines(*painter, words.adjusted(0, high + 1, 0, 4), reason);
    painter->restore();
  }

 private:
  void paintPicture(QPainter& painter, const QRect& room,
                    const std::vector<PixelRect>& frames) const {
    const PixelSize size = list_.size_;
    const double fit = std::min({static_cast<double>(room.width()) / size.w,
                                 static_cast<double>(room.height()) / size.h, 4.0});
    const double scale = std::max(fit, std::min(1.0, kLeastExtent / std::min(size.w, size.h)));
    const double w = std::min(size.w * scale, static_cast<double>(room.width()));
    const double h = std::min(size.h * scale, static_cast<double>(room.height()));
    const QRectF shown(room.x() + (room.width() - w) / 2, room.y() + (room.height() - h) / 2, w, h);
    painter.save();
    painter.fillRect(shown, theme().kraft);
    painter.setClipRect(shown);
    list_.pictures_.drawSheet(painter, list_.sheet_,
                              QRectF(shown.topLeft(), QSizeF(size.w * scale, size.h * scale)));
    painter.setPen(QPen(theme().cut, 1));
    painter.setBrush(Qt::NoBrush);
    for (const PixelRect& frame : frames) {
      painter.drawRect(QRectF(shown.x() + frame.x * scale, shown.y() + frame.y * scale,
                              frame.w * scale, frame.h * scale)
                           .adjusted(0.5, 0.5, -0.5, -0.5));
    }
    painter.restore();
  }

  ProposalList& list_;
};

ProposalList::ProposalList(Pictures& pictures, QWidget* parent)
    : QListWidget(parent), pictures_(pictures) {
  setItemDelegate(new ProposalDelegate(*this));
  setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
}

void ProposalList::begin(SheetId sheet, PixelSize size) {
  clear();
  frames_.clear();
  sheet_ = sheet;
  size_ = size;
}

void ProposalList::add(const QString& text, int which, const std::vector<PixelRect>& frames,
                       bool current) {
  frames_.push_back(frames);
  auto* item = new QListWidgetItem(text, this);
  item->setData(Qt::UserRole, which);
  item->setToolTip(text);
  if (current) setCurrentItem(item);
}

int ProposalList::whichAt(int row) const {
  return item(row)->data(Qt::UserRole).toInt();
}

void ProposalList::fitRows(int most) {
  setFixedHeight(std::clamp(count(), 1, most) * kRow + 2 * frameWidth());
}

}  // namespace amber
