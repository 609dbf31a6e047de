#include "desktop/benches/names/convention_ribbon.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"

#include <QApplication>
#include <QPainter>
#include <algorithm>

#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kHeight = 42;
constexpr int kBetween = 16;
constexpr int kPadding = 10;

}  // namespace

ConventionRibbon::ConventionRibbon(QWidget* parent) : QWidget(parent) {
  setObjectName("convention");
  explain(*this,
          tr("The parts of a name in their order, on an example. Drag a part to another place, or "
             "move it with Ctrl and the arrow keys; Delete removes it."),
          "names.md");
  setFocusPolicy(Qt::StrongFocus);
  describeTo(*this, QAccessible::List, tr("Parts of the convention"));
  describeParts(*this, {QAccessible::ListItem, [this] { return static_cast<int>(parts_.size()); },
                        [this](int part) {
                          const Part& shown = parts_[static_cast<std::size_t>(part)];
                          return PaintedPart{shown.text + ", " + shown.meaning, rectOf(part),
                                             part == chosen_, [this, part] {
                                               choose(part);
                                               emit choiceChanged(part);
                                             }};
                        }});
  setToolTip(tr("Drag a part to move it, or hold Ctrl and press an arrow key. Delete removes it."));
}

void ConventionRibbon::show(std::vector<Part> parts, const QString& between) {
  parts_ = std::move(parts);
  between_ = between;
  chosen_ = std::clamp(chosen_, 0, std::max(0, static_cast<int>(parts_.size()) - 1));
  layOut();
  updateGeometry();
  update();
}

void ConventionRibbon::choose(int part) {
  if (part < 0 || part >= static_cast<int>(parts_.size()) || part == chosen_) return;
  chosen_ = part;
  update();
  emit choiceChanged(chosen_);
}

void ConventionRibbon::layOut() {
  rects_.clear();
  int x = 0;
  const QFontMetrics bold(textFont(true));
  const QFontMetrics small(smallFont());
  for (const Part& part : parts_) {
    const int width = 2 * kPadding + std::max(bold.horizontalAdvance(part.text),
                                              small.horizontalAdvance(part.meaning));
    rects_.emplace_back(x, 0, width, kHeight);
    x += width + kBetween;
  }
}

QRect ConventionRibbon::rectOf(int part) const {
  return rects_[static_cast<std::size_t>(part)];
}

QPoint ConventionRibbon::centreOf(int part) const {
  return rectOf(part).center();
}

QSize ConventionRibbon::sizeHint() const {
  return {rects_.empty() ? 0 : rects_.back().right() + 2, kHeight + 6};
}

QSize ConventionRibbon::minimumSizeHint() const {
  return sizeHint();
}

int ConventionRibbon::partAt(QPoint at) const {
  for (int i = 0; i < static_cast<int>(rects_.size()); ++i) {
    if (rectOf(i).contains(at)) return i;
  }
  return -1;
}

// The place between parts that is nearest: before the part of that number.
int ConventionRibbon::gapAt(QPoint at) const {
  int gap = 0;
  for (const QRect& rect : rects_) {
    if (at.x() > rect.center().x()) ++gap;
  }
  return gap;
}

void ConventionRibbon::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  for (int i = 0; i < static_cast<int>(parts_.size()); ++i) {
    const Part& part = parts_[static_cast<std::size_t>(i)];
    const QRectF rect = QRectF(rectOf(i)).adjusted(0.5, 0.5, -0.5, -0.5);
    const bool chosen = i == chosen_;
    painter.setPen(QPen(chosen ? theme().amber : theme().line, chosen && hasFocus() ? 2 : 1));
    painter.setBrush(chosen ? theme().amberSoft : theme().card);
    painter.drawRoundedRect(rect, metrics::kRadius, metrics::kRadius);
    painter.setFont(textFont(true));
    painter.setPen(theme().text);
    painter.drawText(rect.adjusted(kPadding, 4, 0, 0), Qt::AlignLeft | Qt::AlignTop, part.text);
    painter.setFont(smallFont());
    painter.setPen(chosen ? theme().text : theme().quiet);
    painter.drawText(rect.adjusted(kPadding, 0, 0, -4), Qt::AlignLeft | Qt::AlignBottom,
                     part.meaning);
    if (i + 1 < static_cast<int>(parts_.size())) {
      painter.setFont(textFont(true));
      painter.setPen(theme().quiet);
      painter.drawText(QRectF(rect.right(), rect.top(), kBetween, rect.height()), Qt::AlignCenter,
                       between_);
    }
    // What is of the asset's name hangs together.
    if (part.ofAsset) {
      const bool more = i + 1 < static_cast<int>(parts_.size()) &&
                        parts_[static_cast<std::size_t>(i) + 1].ofAsset;
      painter.setPen(QPen(theme().quiet, 1));
      const double y = rect.bottom() + 3.5;
      painter.drawLine(QPointF(rect.left(), y), QPointF(rect.right() + (more ? kBetween : 0), y));
    }
  }
  if (gap_ < 0 || rects_.empty()) return;
  const int last = static_cast<int>(rects_.size());
  const int x = gap_ < last ? rectOf(gap_).left() - kBetween / 2 : rectOf(last - 1).right() + 2;
  painter.fillRect(QRect(std::max(0, x - 1), 0, 2, kHeight), theme().amber);
}

void ConventionRibbon::mousePressEvent(QMouseEvent* event) {
  if (event->button() != Qt::LeftButton) return;
  pressed_ = event->position().toPoint();
  dragged_ = partAt(pressed_);
  choose(dragged_);
}

void ConventionRibbon::mouseMoveEvent(QMouseEvent* event) {
  const QPoint at = event->position().toPoint();
  if (dragged_ < 0 || (at - pressed_).manhattanLength() < QApplication::startDragDistance()) return;
  gap_ = gapAt(at);
  setCursor(Qt::ClosedHandCursor);
  update();
}

void ConventionRibbon::mouseReleaseEvent(QMouseEvent*) {
  const int from = std::exchange(dragged_, -1);
  const int to = std::exchange(gap_, -1);
  unsetCursor();
  update();
  if (from >= 0 && to >= 0 && to != from && to != from + 1) emit moveAsked(from, to);
}

// The keys that step frames elsewhere move parts here.
bool ConventionRibbon::event(QEvent* event) {
  if (event->type() == QEvent::ShortcutOverride) {
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Left || key == Qt::Key_Right || key == Qt::Key_Delete) {
      event->accept();
      return true;
    }
  }
  return QWidget::event(event);
}

void ConventionRibbon::keyPressEvent(QKeyEvent* event) {
  const int last = static_cast<int>(parts_.size()) - 1;
  const bool moves = (event->modifiers() & Qt::ControlModifier) != 0;
  switch (event->key()) {
    case Qt::Key_Left:
      if (!moves) {
        choose(chosen_ - 1);
      } else if (chosen_ > 0) {
        emit moveAsked(chosen_, chosen_ - 1);
      }
      return;
    case Qt::Key_Right:
      if (!moves) {
        choose(chosen_ + 1);
      } else if (chosen_ < last) {
        emit moveAsked(chosen_, chosen_ + 2);
      }
      return;
    case Qt::Key_Delete:
    case Qt::Key_Backspace:
      if (last >= 0) emit removeAsked(chosen_);
      return;
    default:
      QWidget::keyPressEvent(event);
  }
}

void ConventionRibbon::focusInEvent(QFocusEvent* event) {
  QWidget::focusInEvent(event);
  update();
}

void ConventionRibbon::focusOutEvent(QFocusEvent* event) {
  QWidget::focusOutEvent(event);
  update();
}

}  // namespace amber
