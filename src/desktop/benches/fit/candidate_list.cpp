#include "desktop/benches/fit/candidate_list.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

#include "core/fit/styles/recipe_fit.h"
#include "desktop/benches/fit/candidate_card.h"
#include "desktop/benches/fit/recipe_form.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
CandidateList::CandidateList(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent),
      session_(session),
      pictures_(pictures),
      latest_(session.background(), this, tr("Fitting"),
              [this](std::vector<Candidate> found) { show(std::move(found)); }) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(metrics::kSmallGap);
  auto* head = new QVBoxLayout;
  head->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  head->setSpacing(metrics::kSmallGap);
  column->addLayout(head);
  auto* row = new QHBoxLayout;
  head->addLayout(row);
  title_ = makeLabel({}, "title", this);
  row->addWidget(title_, 1);
  QPushButton* options = tight(makeChip(tr("Options"), this), "small");
  options->setObjectName("fitOptions");
  options->setToolTip(tr("Options for all candidates: region, inset, points, islands and holes."));
  row->addWidget(options);
  auto* kinds = new QHBoxLayout;
  kinds->setSpacing(4);
  for (std::size_t i = 0; i < kShapeKinds; ++i) {
    const std::string_view name = kindName(static_cast<ShapeKind>(i));
    QPushButton* chip = tight(makeChip(fromWord(name), this), "small");
    chip->setObjectName("kind:" + chip->text());
    chip->setToolTip(tr("Shows the candidates of this shape type."));
    chip->setChecked(true);
    kinds_.push_back(chip);
    kinds->addWidget(chip);
    connect(chip, &QPushButton::toggled, this, &CandidateList::showCards);
  }
  kinds->addStretch();
  head->addLayout(kinds);
  state_ = makeLabel({}, "quiet", this);
  state_->setObjectName("candidateState");
  state_->setWordWrap(true);
  head->addWidget(state_);
  wishes_ = new RecipeForm(this);
  wishes_->hide();
  head->addWidget(wishes_);
  connect(options, &QPushButton::toggled, wishes_, &QWidget::setVisible);
  cards_ = new QVBoxLayout;
  cards_->setSpacing(2);
  column->addLayout(cards_);
  connect(wishes_, &RecipeForm::changed, this, [this] { refresh(duty_); });
}

Recipe CandidateList::common() const {
  return wishes_->recipe();
}

void CandidateList::refresh(Duty duty) {
  duty_ = duty;
  const Frame* frame = session_.currentFrame();
  const auto art = frame == nullptr ? nullptr : session_.artOf(frame->sheet);
  if (art == nullptr) {
    latest_.forget();
    asked_.reset();
    show({});
    return;
  }
  const Asked asked{art, frame->rect, duty, common()};
  if (asked_ == asked) {
    // Only the shape of the frame is another, as while it is dragged.
    showCards();
    return;
  }
  // What was found for another frame, or other art of it, is not to be taken for this one.
  if (!asked_ || asked_->art != asked.art || asked_->rect != asked.rect) {
    candidates_.clear();
    showCards();
  }
  asked_ = asked;
  if (candidates_.empty()) tell(tr("Fitting..."));
  latest_.ask([art, rect = frame->rect, duty, recipes = everyRecipe(common())](const Progress&) {
    return candidatesFor(cropped(art->firm, rect), recipes, duty);
  });
}

void CandidateList::setTitle(const QString& title) {
  title_->setText(title);
}

// Why there is nothing to choose from; candidates speak for themselves.
void CandidateList::tell(const QString& sentence) {
  state_->setText(sentence);
  state_->setVisible(!sentence.isEmpty());
}

void CandidateList::show(std::vector<Candidate> candidates) {
  candidates_ = std::move(candidates);
  tell(candidates_.empty() ? tr("This frame has no solid ink to fit a shape to.") : QString());
  showCards();
}

void CandidateList::showCards() {
  const Frame* frame = session_.currentFrame();
  const ShapePlace* own = frame == nullptr ? nullptr : session_.shapeOn(frame->id);
  const std::optional<Shape> shown = own == nullptr ? std::nullopt : std::optional(own->shape());
  while (made_.size() < candidates_.size()) {
    auto* card = new CandidateCard(session_, pictures_, this);
    const std::size_t index = made_.size();
    connect(card, &CandidateCard::pointedAt, this, [this, index](bool pointed) {
      emit pointedAt(pointed && index < candidates_.size() ? std::optional(candidates_[index])
                                                           : std::nullopt);
    });
    connect(card, &CandidateCard::taken, this, [this, index] {
      if (index < candidates_.size()) emit taken(candidates_[index]);
    });
    cards_->addWidget(card);
    made_.push_back(card);
  }
  for (std::size_t i = 0; i < made_.size(); ++i) {
    const bool any = i < candidates_.size();
    made_[i]->setVisible(any && kinds_[candidates_[i].shape.index()]->isChecked());
    if (!any) continue;
    const Candidate& one = candidates_[i];
    made_[i]->setObjectName("candidate:" + QString::fromStdString(inWords(one.recipe)));
    made_[i]->offer(QString::fromStdString(inWords(one.recipe)), one.shape, one.measures);
    made_[i]->setTaken(shown == one.shape);
  }
}

}  // namespace amber
