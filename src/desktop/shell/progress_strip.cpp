#include "desktop/shell/progress_strip.h"

#include <QHBoxLayout>
#include <QProgressBar>
#include <QPushButton>
#include <QSizePolicy>

#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kBarWidth = 170;

}  // namespace

ProgressStrip::ProgressStrip(QWidget* parent) : QWidget(parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(metrics::kSmallGap);
  bar_ = new QProgressBar(this);
  bar_->setObjectName("progressBar");
  bar_->setAlignment(Qt::AlignCenter);
  bar_->setFixedWidth(kBarWidth);
  auto* stop = tight(makeButton(
      tr("Stop"),
      tr("Stops this work. Images that have been read are added; nothing else changes."), this));
  stop->setObjectName("stopWork");
  row->addWidget(bar_);
  row->addWidget(stop);
  QSizePolicy policy = sizePolicy();
  policy.setRetainSizeWhenHidden(true);
  setSizePolicy(policy);
  connect(stop, &QPushButton::clicked, this, &ProgressStrip::stopAsked);
  hide();
}

void ProgressStrip::showProgress(const QString& label, int done, int total) {
  if (total > 0) {
    running_ = label;
    bar_->setAccessibleName(tr("Work in the background: %1").arg(label));
    const QString text = tr("%1: %2 of %3").arg(label).arg(done).arg(total);
    bar_->setToolTip(text);
    bar_->setFormat(bar_->fontMetrics().elidedText(text, Qt::ElideRight, kBarWidth - 8));
    bar_->setRange(0, total);
    bar_->setValue(done);
    show();
  } else if (label == running_) {
    running_.clear();
    hide();
  }
}

}  // namespace amber
