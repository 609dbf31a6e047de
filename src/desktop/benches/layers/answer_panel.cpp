#include "desktop/benches/layers/answer_panel.h"

#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QStyle>
#include <QVBoxLayout>

#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {

AnswerPanel::AnswerPanel(QWidget* parent) : QFrame(parent) {
  setProperty("role", "card");
  setFixedWidth(metrics::kSide + 20);
  auto* scroll = new QScrollArea(this);
  scroll->setObjectName("answers");
  scroll->setAccessibleName(tr("Answers"));
  scroll->setWidgetResizable(true);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  auto* outer = new QVBoxLayout(this);
  outer->setContentsMargins(1, 0, 0, 0);
  outer->addWidget(scroll);
  QFrame* inner = makeFrame("column", scroll);
  scroll->setWidget(inner);
  auto* form = new QVBoxLayout(inner);
  form->setContentsMargins(metrics::kGap, 10, metrics::kGap, 10);
  form->setSpacing(metrics::kSmallGap);
  title_ = makeLabel({}, "title", inner);
  title_->setObjectName("answerTitle");
  title_->setWordWrap(true);
  facts_ = makeLabel({}, "quiet", inner);
  facts_->setWordWrap(true);
  form->addWidget(title_);
  form->addWidget(facts_);
  controls_ = new QVBoxLayout;
  form->addLayout(controls_);
  reasons_ = makeLabel({}, "", inner);
  reasons_->setObjectName("answerReasons");
  reasons_->setWordWrap(true);
  reasons_->setTextFormat(Qt::RichText);
  form->addWidget(reasons_);
  verdict_ = makeLabel({}, "", inner);
  verdict_->setObjectName("answerVerdict");
  verdict_->setWordWrap(true);
  form->addWidget(verdict_);
  holder_ = new QWidget(inner);
  choices_ = new QVBoxLayout(holder_);
  choices_->setContentsMargins(0, 0, 0, 0);
  choices_->setSpacing(4);
  form->addWidget(holder_);
  form->addStretch();
}

void AnswerPanel::show(const Content& content) {
  title_->setText(content.title);
  facts_->setText(content.facts);
  facts_->setVisible(!content.facts.isEmpty());
  QString reasons;
  for (std::size_t i = 0; i < content.reasons.size(); ++i) {
    reasons += QString(
                   "<tr><td style='padding:2px 8px 4px 0'><b>%1</b></td>"
                   "<td style='padding:2px 0 4px 0'>%2</td></tr>")
                   .arg(i + 1)
                   .arg(content.reasons[i].toHtmlEscaped());
  }
  reasons_->setText(reasons.isEmpty() ? QString() : "<table>" + reasons + "</table>");
  reasons_->setVisible(!reasons.isEmpty());
  verdict_->setText(content.verdict);
  verdict_->setVisible(!content.verdict.isEmpty());
  verdict_->setProperty("rank", content.bad ? "error" : "title");
  verdict_->style()->unpolish(verdict_);
  verdict_->style()->polish(verdict_);
  while (QLayoutItem* item = choices_->takeAt(0)) {
    // A button that was just pressed is still on the stack.
    if (item->widget() != nullptr) {
      item->widget()->hide();
      item->widget()->deleteLater();
    }
    delete item;
  }
  int number = 0;
  for (const Choice& choice : content.choices) {
    auto* button = makeButton(choice.text, choice.text, holder_);
    button->setObjectName("choice" + QString::number(number++));
    // Long text is shortened instead of widening the column; the full text is below.
    const QString shown =
        button->fontMetrics().elidedText(choice.text, Qt::ElideRight, metrics::kSide - 40);
    button->setText(shown);
    markNext(button, choice.next);
    connect(button, &QPushButton::clicked, this, choice.run);
    choices_->addWidget(button);
    // At once, not when the event loop comes to it: the next key may already mean it.
    button->show();
    QString words = choice.effect;
    if (shown != choice.text) words = choice.text + (words.isEmpty() ? "" : ": " + words);
    if (words.isEmpty()) continue;
    auto* effect = makeLabel(words, "quiet", holder_);
    effect->setWordWrap(true);
    choices_->addWidget(effect);
  }
}

}  // namespace amber
