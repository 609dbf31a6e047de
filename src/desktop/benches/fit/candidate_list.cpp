#include "desktop/benches/fit/candidate_list.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStyle>
#include <QVBoxLayout>
#include <algorithm>

#include "core/fit/recipe_fit.h"
#include "core/fit/region.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/fit/candidate_card.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kMostInset = 256;
constexpr double kMostLossPercent = 99;

void markWrong(QLineEdit* field, bool wrong) {
  field->setProperty("wrong", wrong);
  field->style()->unpolish(field);
  field->style()->polish(field);
}

}  // namespace

CandidateList::CandidateList(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent),
      session_(session),
      pictures_(pictures),
      latest_(this, [this](std::vector<Candidate> found) { show(std::move(found)); }) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(metrics::kSmallGap);
  auto* head = new QVBoxLayout;
  head->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  head->setSpacing(metrics::kSmallGap);
  column->addLayout(head);
  auto* kinds = new QHBoxLayout;
  kinds->setSpacing(4);
  for (std::size_t i = 0; i < kShapeKinds; ++i) {
    const std::string_view name = kindName(static_cast<ShapeKind>(i));
    QPushButton* chip =
        makeChip(QString::fromUtf8(name.data(), static_cast<int>(name.size())), this);
    chip->setProperty("small", true);
    chip->setObjectName("kind:" + chip->text());
    chip->setToolTip(tr("Show candidates of this kind"));
    chip->setChecked(true);
    kinds_.push_back(chip);
    kinds->addWidget(chip);
    connect(chip, &QPushButton::toggled, this, &CandidateList::showCards);
  }
  kinds->addStretch();
  head->addLayout(kinds);
  region_ = new QLineEdit("all", this);
  region_->setObjectName("fitRegion");
  region_->setToolTip(
      tr("all, or a band of the ink such as bottom:25%, top:6px, left:, right:, or "
         "rect:x,y,w,h"));
  inset_ = new NumberField(-kMostInset, kMostInset, 2, this);
  inset_->setObjectName("fitInset");
  inset_->setValue(0);
  inset_->setToolTip(tr("Moves every side of the fitted shape inward; negative: outward"));
  loss_ = new NumberField(0, kMostLossPercent, 1, this);
  loss_->setObjectName("fitLoss");
  loss_->setValue(Recipe{}.loss * 100);
  loss_->setToolTip(tr("How much of the ink the style trimmed may leave bare, per cent"));
  lie_ = new QComboBox(this);
  lie_->setObjectName("capsuleLie");
  lie_->addItems({tr("any way"), tr("upright"), tr("lying")});
  auto* row = new QHBoxLayout;
  head->addLayout(row);
  state_ = makeLabel({}, "quiet", this);
  state_->setObjectName("candidateState");
  state_->setWordWrap(true);
  row->addWidget(state_, 1);
  QPushButton* options = tight(makeChip(tr("options"), this), "small");
  options->setObjectName("fitOptions");
  options->setToolTip(tr("What all candidates keep to: region, inset, points"));
  row->addWidget(options, 0, Qt::AlignTop);
  auto* wishes = new QWidget(this);
  auto* rows = new QVBoxLayout(wishes);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(metrics::kSmallGap);
  wishes->hide();
  head->addWidget(wishes);
  connect(options, &QPushButton::toggled, wishes, &QWidget::setVisible);
  addRow(rows, tr("region"), {region_});
  addRow(rows, tr("inset px, trim %"), {inset_, loss_});
  points_ = new NumberField(3, kMostPolygonPoints, 0, this);
  points_->setObjectName("polygonPoints");
  points_->setValue(PolygonWish{}.points);
  points_->setToolTip(tr("At most so many points in a polygon"));
  convex_ = tight(makeChip(tr("convex"), this));
  convex_->setObjectName("polygonConvex");
  convex_->setToolTip(tr("No corner of a polygon turns inward"));
  addRow(rows, tr("capsules lie"), {lie_});
  addRow(rows, tr("polygon points"), {points_, convex_});
  cards_ = new QVBoxLayout;
  cards_->setSpacing(2);
  column->addLayout(cards_);
  connect(region_, &QLineEdit::editingFinished, this, &CandidateList::wishChanged);
  connect(inset_, &NumberField::committed, this, &CandidateList::wishChanged);
  connect(loss_, &NumberField::committed, this, &CandidateList::wishChanged);
  connect(lie_, &QComboBox::activated, this, &CandidateList::wishChanged);
  connect(points_, &NumberField::committed, this, &CandidateList::wishChanged);
  connect(convex_, &QPushButton::toggled, this, &CandidateList::wishChanged);
}

Recipe CandidateList::common() const {
  Recipe recipe;
  recipe.region = regionFrom(region_->text().trimmed().toStdString()).value_or(Region{});
  const double inset = inset_->value();
  recipe.inset = {inset, inset, inset, inset, false};
  recipe.loss = loss_->value() / 100;
  recipe.lie = static_cast<CapsuleLie>(lie_->currentIndex());
  recipe.polygon.points = static_cast<int>(points_->value());
  recipe.polygon.convex = convex_->isChecked();
  return recipe;
}

void CandidateList::wishChanged() {
  const auto region = regionFrom(region_->text().trimmed().toStdString());
  markWrong(region_, !region.has_value());
  region_->setToolTip(region ? tr("all, or a band of the ink such as bottom:25%, top:6px")
                             : QString::fromStdString(region.error().sentence));
  refresh(duty_);
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
  asked_ = asked;
  if (candidates_.empty()) state_->setText(tr("fitting ..."));
  latest_.ask([art, rect = frame->rect, duty, recipes = everyRecipe(common())] {
    return candidatesFor(cropped(art->firm, rect), recipes, duty);
  });
}

void CandidateList::show(std::vector<Candidate> candidates) {
  candidates_ = std::move(candidates);
  state_->setText(candidates_.empty() ? tr("No firm ink to fit to.")
                                      : tr("Point to see one on the stage, click to take it."));
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
