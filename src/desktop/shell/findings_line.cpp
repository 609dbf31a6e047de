#include "desktop/shell/findings_line.h"

#include <QColor>
#include <QFrame>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QListWidgetItem>
#include <QPainter>
#include <QPushButton>
#include <QSizePolicy>
#include <QStyle>
#include <QVBoxLayout>
#include <algorithm>
#include <tuple>

#include "core/checks/docket.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/session.h"
#include "desktop/shell/progress_strip.h"
#include "desktop/shell/route_line.h"
#include "desktop/theme.h"
#include "work/report/report.h"

namespace amber {
namespace {

QString severityWord(Severity severity) {
  switch (severity) {
    case Severity::Error:
      return FindingsLine::tr("error");
    case Severity::Warning:
      return FindingsLine::tr("warning");
    case Severity::Note:
      break;
  }
  return FindingsLine::tr("note");
}

}  // namespace

// A finding in one line: where it is, and what; what has no room ends in an ellipsis.
class FindingText : public QLabel {
 public:
  using QLabel::QLabel;

  void showFinding(const QString& place, const QString& sentence) {
    place_ = place;
    setText(place.isEmpty() ? sentence : place + ": " + sentence);
  }

 protected:
  void paintEvent(QPaintEvent*) override {
    QPainter painter(this);
    painter.setPen(theme().text);
    painter.setFont(textFont(true));
    const int bold = painter.fontMetrics().horizontalAdvance(place_);
    const int flags = Qt::AlignVCenter | Qt::AlignLeading | Qt::TextSingleLine;
    painter.drawText(rect(), flags, place_);
    painter.setFont(textFont());
    const int room = width() - bold;
    const QString rest =
        painter.fontMetrics().elidedText(text().mid(place_.size()), Qt::ElideRight, room);
    const QRect place = QStyle::visualRect(layoutDirection(), rect(), {bold, 0, room, height()});
    painter.drawText(place, flags, rest);
  }

 private:
  QString place_;
};

FindingsLine::FindingsLine(ProjectSession& session, QWidget* parent)
    : QWidget(parent), session_(session) {
  list_ = new QListWidget(this);
  list_->setObjectName("findingsList");
  list_->setFixedHeight(190);
  list_->setAlternatingRowColors(true);
  list_->hide();
  QFrame* line = makeFrame("foot", this);
  line->setFixedHeight(metrics::kFindingsLine);
  auto* row = new QHBoxLayout(line);
  row->setContentsMargins(metrics::kGap, 2, metrics::kGap, 2);
  row->setSpacing(8);
  mark_ = makeLabel("◆", "", line);
  text_ = new FindingText(line);
  announce(*text_, {});
  text_->setObjectName("findingText");
  text_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  fix_ = makeButton(tr("Fix  Ctrl ↵"), {}, line);
  fix_->setObjectName("findingFix");
  next_ = makeButton(tr("Next  Ctrl ."), tr("Show the next finding"), line);
  next_->setObjectName("findingNext");
  count_ = makeButton({}, tr("Open or close the list of all findings (Ctrl+L)"), line);
  count_->setObjectName("findingCount");
  for (QPushButton* button : {fix_, next_, count_}) {
    button->setStyleSheet("padding: 1px 8px; font-size: 11px");
  }
  row->addWidget(mark_);
  row->addWidget(text_, 1);
  row->addWidget(fix_);
  row->addWidget(next_);
  progress_ = new ProgressStrip(line);
  row->addWidget(progress_);
  row->addWidget(count_);
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addWidget(list_);
  all->addWidget(line);
  connect(&session_.background(), &Background::progressed, progress_, &ProgressStrip::showProgress);
  connect(progress_, &ProgressStrip::stopAsked, &session_.background(), &Background::stopTold);
  connect(fix_, &QPushButton::clicked, this, &FindingsLine::fix);
  connect(next_, &QPushButton::clicked, this, &FindingsLine::next);
  connect(count_, &QPushButton::clicked, this, &FindingsLine::toggleList);
  connect(list_, &QListWidget::itemActivated, this, &FindingsLine::bringUpCurrent);
  connect(&session_, &ProjectSession::findingsChanged, this, [this] {
    rank();
    if (list_->isVisible()) fillList();
  });
  connect(&session_, &ProjectSession::selectionChanged, this, &FindingsLine::rank);
  connect(&session_, &ProjectSession::projectReplaced, this, &FindingsLine::rank);
  rank();
}

void FindingsLine::setBench(Bench bench) {
  bench_ = bench;
  rank();
}

// Orders the findings: what concerns the selected asset or sheet at this bench comes first.
void FindingsLine::rank() {
  const auto& findings = session_.findings();
  const Asset* asset = session_.currentAsset();
  const auto key = [&](std::size_t i) {
    const Finding& finding = findings[i];
    const bool own = finding.where.sheet && !finding.where.asset
                         ? finding.where.sheet == session_.selection().sheet
                         : asset != nullptr && concerns(finding, *asset);
    return std::tuple(!own, finding.bench != bench_, finding.severity, i);
  };
  order_.clear();
  for (std::size_t i = 0; i < findings.size(); ++i) order_.push_back(i);
  std::sort(order_.begin(), order_.end(),
            [&](std::size_t a, std::size_t b) { return key(a) < key(b); });
  at_ = 0;
  refresh();
}

const Finding* FindingsLine::shown() const {
  if (at_ >= order_.size() || order_[at_] >= session_.findings().size()) return nullptr;
  return &session_.findings()[order_[at_]];
}

QString FindingsLine::fixRefusal() const {
  const Finding* finding = shown();
  if (finding == nullptr) return tr("Nothing to fix");
  if (!finding->canBeMended()) return QString::fromStdString(finding->fix);
  return {};
}

void FindingsLine::fix() {
  const Finding* finding = shown();
  if (finding == nullptr || !finding->canBeMended()) return;
  // A copy, because the findings change during the fix.
  const Finding mended = *finding;
  session_.mend(mended);
}

void FindingsLine::next() {
  if (order_.empty()) return;
  bringUp((at_ + 1) % order_.size());
}

void FindingsLine::bringUpCurrent() {
  const QListWidgetItem* item = list_->currentItem();
  if (item == nullptr) return;
  const auto index = static_cast<std::size_t>(item->data(Qt::UserRole).toInt());
  const auto place = std::find(order_.begin(), order_.end(), index);
  if (place != order_.end()) bringUp(static_cast<std::size_t>(place - order_.begin()));
}

void FindingsLine::bringUp(std::size_t place) {
  const std::vector<std::size_t> order = order_;
  emit goTo(session_.findings()[order_[place]]);
  // Going there ranks the findings again; the round through all findings continues where it was.
  order_ = order;
  at_ = place;
  refresh();
}

void FindingsLine::toggleList() {
  list_->setVisible(!list_->isVisible());
  if (!list_->isVisible()) return;
  fillList();
  list_->setFocus();
}

void FindingsLine::fillList() {
  list_->clear();
  const auto& findings = session_.findings();
  for (std::size_t i = 0; i < findings.size(); ++i) {
    const Finding& finding = findings[i];
    const QString place = QString::fromStdString(placeOf(finding.where, session_.project()));
    auto* item = new QListWidgetItem(
        tr("%1   %2   %3: %4. %5")
            .arg(severityWord(finding.severity), benchName(finding.bench), place,
                 QString::fromStdString(finding.text), QString::fromStdString(finding.fix)),
        list_);
    item->setData(Qt::UserRole, static_cast<int>(i));
    if (finding.severity == Severity::Error) item->setForeground(theme().error);
  }
}

void FindingsLine::refresh() {
  const Finding* finding = shown();
  const int total = static_cast<int>(session_.findings().size());
  count_->setText(counted(total, tr("finding"), tr("findings")));
  count_->setEnabled(total > 0);
  next_->setVisible(total > 1);
  fix_->setVisible(finding != nullptr && finding->canBeMended());
  mark_->setVisible(finding != nullptr);
  if (finding == nullptr) {
    text_->showFinding({}, session_.hasProject() ? tr("No findings.") : QString());
    return;
  }
  const QColor colour = finding->severity == Severity::Error ? theme().error : theme().amber;
  mark_->setStyleSheet("color: " + colour.name());
  const QString place = QString::fromStdString(placeOf(finding->where, session_.project()));
  text_->showFinding(
      place, QString::fromStdString(finding->text) + ". " + QString::fromStdString(finding->fix));
  // Rich text is broken into lines.
  text_->setToolTip("<qt>" + text_->text().toHtmlEscaped() + "</qt>");
  const QString words = count_->text() + ". " + text_->text();
  if (words != text_->accessibleName()) announce(*text_, words);
}

}  // namespace amber
