#include "desktop/benches/fit/candidate_card.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"

#include <QKeyEvent>
#include <QPainter>
#include <QRect>
#include <QRectF>

#include "desktop/stage/shape_painting.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kHeight = 62;
constexpr int kCardPicture = 52;
constexpr int kTextLeft = 76;

}  // namespace

CandidateCard::CandidateCard(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent), session_(session), pictures_(pictures) {
  setFixedHeight(kHeight);
  setFocusPolicy(Qt::StrongFocus);
  describeTo(*this, QAccessible::Button, tr("Candidate shape"));
  explain(*this,
          tr("A shape that fits the frame, with its air (the part of the shape without ink) and "
             "its bare ink (the part of the art outside the shape). Point at it to see it on the "
             "stage; click it to use it."),
          "fitting.md");
  describeParts(*this,
                {QAccessible::Button, [] { return 1; },
                 [this](int) {
                   return PaintedPart{accessibleName(), rect(), taken_, [this] { emit taken(); }};
                 }});
  setToolTip(tr("Hover to see this shape on the stage. Click or press Enter to use it."));
}

void CandidateCard::offer(const QString& title, const std::optional<Shape>& shape,
                          const Measures& measures) {
  title_ = title;
  shape_ = shape;
  measures_ = measures;
  setAccessibleName(shape ? tr("%1: air %2 %, bare ink %3 %")
                                .arg(title)
                                .arg(qRound(measures.air * 100))
                                .arg(qRound(measures.bareInk * 100))
                          : tr("%1: no solid ink to fit to").arg(title));
  update();
}

void CandidateCard::setTaken(bool taken) {
  taken_ = taken;
  update();
}

void CandidateCard::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  if (taken_) painter.fillRect(rect(), theme().amberSoft);
  if (hasFocus() || underMouse()) {
    painter.setPen(theme().amber);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
  }
  const Frame* frame = session_.currentFrame();
  const QRect picture(metrics::kGap, (kHeight - kCardPicture) / 2, kCardPicture, kCardPicture);
  painter.setPen(theme().text);
  painter.setFont(textFont(true));
  painter.drawText(kTextLeft, 15, title_);
  if (frame == nullptr || !shape_) {
    painter.setFont(smallFont());
    painter.drawText(kTextLeft, 34, tr("No solid ink to fit to"));
    return;
  }
  paintBackdrop(painter, picture, Backdrop::Kraft);
  const ViewTransform view = fitted(QRectF(0, 0, frame->rect.w, frame->rect.h), picture.size());
  painter.save();
  painter.setClipRect(picture);
  painter.translate(picture.topLeft());
  pictures_.drawFrame(painter, *frame, view.toStage(QRectF(0, 0, frame->rect.w, frame->rect.h)));
  const Role* role = session_.currentRole();
  if (role != nullptr) paintShapeOutline(painter, *shape_, view, 1, lookOf(*role));
  painter.restore();
  paintBar(painter, 27, tr("air"), measures_.air, true);
  paintBar(painter, 40, tr("bare"), measures_.bareInk, false);
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  painter.drawText(kTextLeft, 57,
                   tr("%1 points, cost %2, overhang %3 px")
                       .arg(measures_.points)
                       .arg(measures_.cost)
                       .arg(measures_.overhang, 0, 'f', 1));
}

void CandidateCard::paintBar(QPainter& painter, int y, const QString& name, double share,
                             bool air) {
  painter.setFont(smallFont());
  painter.setPen(theme().text);
  painter.drawText(kTextLeft, y + 4, name);
  const QRectF bar(kTextLeft + 34, y - 3, width() - kTextLeft - 34 - 52, 5);
  painter.fillRect(bar, theme().line);
  painter.fillRect(QRectF(bar.left(), bar.top(), bar.width() * share, bar.height()),
                   air ? theme().error : theme().text);
  painter.drawText(QRectF(bar.right() + 6, y - 8, 40, 16), Qt::AlignRight | Qt::AlignVCenter,
                   tr("%1 %").arg(qRound(share * 100)));
}

void CandidateCard::enterEvent(QEnterEvent*) {
  emit pointedAt(true);
  update();
}

void CandidateCard::leaveEvent(QEvent*) {
  emit pointedAt(false);
  update();
}

void CandidateCard::mousePressEvent(QMouseEvent*) {
  if (shape_) emit taken();
}

void CandidateCard::keyPressEvent(QKeyEvent* event) {
  const bool enter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
  if (enter && shape_) {
    emit taken();
    return;
  }
  QWidget::keyPressEvent(event);
}

}  // namespace amber
