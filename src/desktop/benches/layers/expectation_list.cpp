#include "desktop/benches/layers/expectation_list.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QVBoxLayout>

#include "desktop/benches/layers/sentence_edit.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// Draws the mark of a row: a tick, a cross, a ring if nothing is meant, a question mark if no
// expectation covers the meeting.
class MarkDelegate : public QStyledItemDelegate {
 public:
  using QStyledItemDelegate::QStyledItemDelegate;

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override {
    QStyledItemDelegate::paint(painter, option, index);
    if (index.column() != ExpectationModel::Mark) return;
    using State = ExpectationModel::State;
    const auto state = static_cast<State>(index.data(ExpectationModel::kStateRole).toInt());
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    const QPointF c = QRectF(option.rect).center();
    const bool bad = state == State::Broken;
    painter->setPen(QPen(bad                       ? theme().error
                         : state == State::Unasked ? theme().amber
                                                   : theme().text,
                         bad ? 2.2 : 1.8));
    painter->setBrush(Qt::NoBrush);
    switch (state) {
      case State::Holds:
        painter->drawPolyline(
            QPolygonF{c + QPointF(-5, 0), c + QPointF(-1, 4), c + QPointF(5, -4)});
        break;
      case State::Broken:
        painter->drawLine(c + QPointF(-4, -4), c + QPointF(4, 4));
        painter->drawLine(c + QPointF(-4, 4), c + QPointF(4, -4));
        break;
      case State::Empty:
        painter->drawEllipse(c, 4, 4);
        break;
      case State::Unasked:
        painter->setFont(textFont(true));
        painter->drawText(option.rect, Qt::AlignCenter, "?");
        break;
      case State::Waiting:
        painter->drawPoint(c);
        break;
    }
    painter->restore();
  }

  void initStyleOption(QStyleOptionViewItem* option, const QModelIndex& index) const override {
    QStyledItemDelegate::initStyleOption(option, index);
    using State = ExpectationModel::State;
    const auto state = static_cast<State>(index.data(ExpectationModel::kStateRole).toInt());
    // The row is what is chosen; no cell of it is more than another.
    option->state &= ~QStyle::State_HasFocus;
    if (index.column() == ExpectationModel::Sentence && state != State::Unasked) {
      option->font = textFont(true);
    }
    if (index.column() == ExpectationModel::Why || index.column() == ExpectationModel::Pairs) {
      option->palette.setColor(QPalette::Text,
                               state == State::Broken ? theme().error : theme().quiet);
    }
  }
};

}  // namespace

ExpectationList::ExpectationList(ProjectSession& session, QWidget* parent)
    : QFrame(parent), model_(new ExpectationModel(this)) {
  setProperty("role", "card");
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  auto* head = new QHBoxLayout;
  head->setContentsMargins(metrics::kGap, 6, metrics::kGap, 6);
  head->addWidget(makeLabel(tr("Expectations"), "title", this));
  summary_ = makeLabel({}, "quiet", this);
  summary_->setObjectName("expectationSummary");
  head->addSpacing(metrics::kSmallGap);
  head->addWidget(summary_);
  head->addSpacing(metrics::kGap);
  edit_ = new SentenceEdit(session, this);
  head->addWidget(edit_, 1);
  column->addLayout(head);
  trouble_ = makeLabel({}, "error", this);
  trouble_->setObjectName("sentenceTrouble");
  trouble_->setContentsMargins(metrics::kGap, 0, metrics::kGap, 4);
  trouble_->setWordWrap(true);
  trouble_->hide();
  column->addWidget(trouble_);
  table_ = new QTableView(this);
  table_->setTabKeyNavigation(false);
  table_->setObjectName("expectations");
  table_->setAccessibleName(tr("Expectations of the game"));
  table_->setModel(model_);
  table_->setItemDelegate(new MarkDelegate(table_));
  table_->setFrameShape(QFrame::NoFrame);
  table_->setShowGrid(false);
  table_->setSelectionBehavior(QAbstractItemView::SelectRows);
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  table_->setWordWrap(false);
  table_->verticalHeader()->hide();
  table_->verticalHeader()->setDefaultSectionSize(25);
  table_->horizontalHeader()->hide();
  table_->horizontalHeader()->setSectionResizeMode(ExpectationModel::Sentence,
                                                   QHeaderView::Stretch);
  table_->horizontalHeader()->setSectionResizeMode(ExpectationModel::Why, QHeaderView::Stretch);
  table_->setColumnWidth(ExpectationModel::Mark, 34);
  table_->setColumnWidth(ExpectationModel::Pairs, 100);
  table_->installEventFilter(this);
  column->addWidget(table_, 1);
  connect(edit_, &SentenceEdit::entered, this, &ExpectationList::entered);
  connect(edit_, &SentenceEdit::troubled, this, [this](const QString& trouble) {
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
  });
  connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this,
          &ExpectationList::chosenChanged);
}

void ExpectationList::show(const std::vector<Expectation>& sentences, LayerFacts facts) {
  const int before = row();
  std::size_t broken = 0;
  for (const SentenceFacts& one : facts.sentences) broken += one.verdict == Verdict::Broken ? 1 : 0;
  QString text = counted(sentences.size(), tr("expectation"), tr("expectations"));
  if (broken > 0) text += tr(", %1 broken").arg(broken);
  if (!sentences.empty() && !facts.unasked.empty()) {
    text += "; " + counted(facts.unasked.size(), tr("meeting without an expectation"),
                           tr("meetings without an expectation"));
  }
  if (!facts.trouble.empty()) text = QString::fromStdString(facts.trouble);
  summary_->setText(text);
  // Without expectations every meeting is uncovered, so none is listed.
  if (sentences.empty()) facts.unasked.clear();
  model_->show(sentences, std::move(facts));
  if (before >= 0 && before < model_->rowCount()) table_->selectRow(before);
}

int ExpectationList::row() const {
  const auto rows = table_->selectionModel()->selectedRows();
  return rows.isEmpty() ? -1 : rows.front().row();
}

void ExpectationList::choose(int row) {
  if (row < 0) {
    table_->clearSelection();
  } else {
    table_->selectRow(row);
  }
}

void ExpectationList::typeSentence() {
  edit_->setFocus();
}

bool ExpectationList::eventFilter(QObject* watched, QEvent* event) {
  if (watched == table_ && event->type() == QEvent::KeyPress) {
    const auto* key = static_cast<QKeyEvent*>(event);
    if (key->key() == Qt::Key_Delete && model_->isSentence(row())) {
      emit dropAsked(row());
      return true;
    }
    if (key->key() == Qt::Key_Escape) {
      choose(-1);
      return true;
    }
  }
  return QFrame::eventFilter(watched, event);
}

}  // namespace amber
