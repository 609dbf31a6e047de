#include "desktop/shell/notice_bar.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStyle>
#include <algorithm>

#include "desktop/parts/accessible.h"
#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kShownMs = 8000;
// Nobody reads a line for each of a thousand broken images.
constexpr std::size_t kMostNotices = 50;
// How far the bar lies within the stage, and its greatest width, px.
constexpr int kInset = 8;
constexpr int kWidest = 760;

}  // namespace

NoticeBar::NoticeBar(QWidget* parent) : QFrame(parent) {
  setProperty("role", "notice");
  setObjectName("noticeBar");
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(metrics::kGap, 4, metrics::kGap, 4);
  text_ = makeLabel({}, "", this);
  announce(*text_, {});
  text_->setObjectName("notice");
  text_->setWordWrap(true);
  text_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
  more_ = makeLabel({}, "quiet", this);
  copy_ = tight(makeButton(tr("Copy"), tr("Copies the text"), this));
  copy_->setObjectName("noticeCopy");
  close_ = tight(makeButton(tr("Close"), {}, this));
  close_->setObjectName("noticeClose");
  row->addWidget(text_, 1);
  row->addWidget(more_);
  row->addWidget(copy_);
  row->addWidget(close_);
  goes_.setSingleShot(true);
  connect(&goes_, &QTimer::timeout, this, &NoticeBar::closeFirst);
  connect(close_, &QPushButton::clicked, this, &NoticeBar::closeFirst);
  connect(copy_, &QPushButton::clicked, this,
          [this] { QGuiApplication::clipboard()->setText(text_->text()); });
  hide();
}

void NoticeBar::tell(const QString& text) {
  // News replaces news, but waits for an error that is not read yet.
  if (!notices_.empty() && !notices_.back().bad) notices_.pop_back();
  notices_.push_back({text, false});
  showFirst();
}

void NoticeBar::warn(const QString& text) {
  const bool known = std::any_of(notices_.begin(), notices_.end(),
                                 [&](const Notice& one) { return one.bad && one.text == text; });
  if (!known && notices_.size() < kMostNotices) {
    // Errors come before news, in the order in which they happened.
    const auto news =
        std::find_if(notices_.begin(), notices_.end(), [](const Notice& one) { return !one.bad; });
    notices_.insert(news, {text, true});
  }
  showFirst();
}

QStringList NoticeBar::openErrors() const {
  QStringList errors;
  for (const Notice& notice : notices_) {
    if (notice.bad) errors << notice.text;
  }
  return errors;
}

void NoticeBar::closeFirst() {
  if (!notices_.empty()) notices_.pop_front();
  showFirst();
}

void NoticeBar::showFirst() {
  goes_.stop();
  const bool any = !notices_.empty();
  const bool bad = any && notices_.front().bad;
  for (QWidget* part : std::initializer_list<QWidget*>{text_, close_}) part->setVisible(any);
  copy_->setVisible(bad);
  more_->setVisible(notices_.size() > 1);
  more_->setText(tr("and %1 more").arg(notices_.size() - 1));
  text_->setText(any ? notices_.front().text : QString());
  text_->setProperty("rank", bad ? "error" : "");
  text_->style()->unpolish(text_);
  text_->style()->polish(text_);
  if (any && !bad) goes_.start(kShownMs);
  setVisible(any);
  place();
  announce(*text_, text_->text());
}

void NoticeBar::floatOver(QWidget* stage) {
  if (stage_ == stage) return;
  if (stage_ != nullptr) stage_->removeEventFilter(this);
  stage_ = stage;
  if (stage_ != nullptr) stage_->installEventFilter(this);
  place();
}

bool NoticeBar::eventFilter(QObject* watched, QEvent* event) {
  const bool moved = event->type() == QEvent::Resize || event->type() == QEvent::Move ||
                     event->type() == QEvent::Show;
  if (watched == stage_ && moved) place();
  return QFrame::eventFilter(watched, event);
}

void NoticeBar::place() {
  if (stage_ == nullptr || !isVisibleTo(parentWidget())) return;
  const QPoint corner = stage_->mapTo(parentWidget(), QPoint(kInset, kInset));
  const int width = std::min(kWidest, stage_->width() - 2 * kInset);
  setGeometry(QRect(corner, QSize(width, std::max(heightForWidth(width), sizeHint().height()))));
  raise();
}

}  // namespace amber
