#include "desktop/benches/fit/fit_bench.h"

#include <QFrame>
#include <QHBoxLayout>
#include <QPushButton>
#include <QString>
#include <QVBoxLayout>
#include <cmath>

#include "core/fit/fit_edits.h"
#include "core/fit/recipe_fit.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/fit/candidate_list.h"
#include "desktop/benches/fit/fit_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr std::size_t kMostAtOnce = 1000;

QString percent(double share) {
  return QString::number(qRound(share * 100)) + " %";
}

}  // namespace

FitBench::FitBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent), session_(session) {
  stage_ = new FitStage(session, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  middle->addWidget(makeMeasures());
  auto* upper = new QHBoxLayout;
  upper->setSpacing(0);
  upper->addLayout(middle, 1);
  upper->addWidget(makeSideColumn(pictures));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(upper, 1);
  QFrame* foot = makeFrame("foot", this);
  auto* footRow = new QVBoxLayout(foot);
  footRow->setContentsMargins(0, 1, 0, 0);
  footRow->addWidget(new Ribbon(session, pictures, RibbonFigures::Air, foot));
  all->addWidget(foot);

  connect(stage_, &FitStage::shapeDragged, this,
          [this](const Shape& shape) { session_.preview(shapeOnThisFrame(shape)); });
  connect(stage_, &FitStage::shapeDropped, this, &FitBench::setByHand);
  connect(stage_, &FitStage::dragCancelled, &session_, &ProjectSession::endPreview);
  connect(&session_, &ProjectSession::changed, this, &FitBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &FitBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &FitBench::refreshSoon);
}

StageView* FitBench::stage() {
  return stage_;
}

std::string FitBench::role() const {
  return session_.project().roles.empty() ? std::string() : session_.project().roles.front().name;
}

QWidget* FitBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->addWidget(makeLabel(tr("body"), "title", strip));
  kind_ = makeLabel({}, "quiet", strip);
  kind_->setObjectName("shapeKind");
  row->addWidget(kind_);
  row->addStretch();
  row->addWidget(makeLabel(tr("Show"), "", strip));
  const auto toggle = [&](const QString& name, void (FitStage::*set)(bool)) {
    QPushButton* chip = makeChip(name, strip);
    chip->setChecked(true);
    connect(chip, &QPushButton::toggled, stage_, set);
    row->addWidget(chip);
  };
  toggle(tr("air"), &FitStage::setShowAir);
  toggle(tr("bare ink"), &FitStage::setShowBareInk);
  toggle(tr("origin"), &FitStage::setShowOrigin);
  return strip;
}

QWidget* FitBench::makeMeasures() {
  QFrame* bar = makeFrame("bar", this);
  auto* rows = new QVBoxLayout(bar);
  rows->setContentsMargins(metrics::kGap, 6, metrics::kGap, 6);
  rows->setSpacing(3);
  figures_ = makeLabel({}, "", bar);
  figures_->setObjectName("figures");
  rows->addWidget(figures_);
  auto* row = new QHBoxLayout;
  rows->addLayout(row);
  const char* names[] = {"x", "y", "w", "h"};
  for (std::size_t i = 0; i < 4; ++i) {
    row->addWidget(makeLabel(names[i], "quiet", bar));
    box_[i] = new NumberField(i < 2 ? -kFarthestReach : kLeastBoxSide, kLongestImageSide, 2, bar);
    box_[i]->setObjectName(QString("box_") + names[i]);
    box_[i]->setFixedWidth(48);
    connect(box_[i], &NumberField::committed, this, &FitBench::typeBox);
    row->addWidget(box_[i]);
  }
  row->addSpacing(metrics::kGap);
  game_ = makeLabel({}, "quiet", bar);
  row->addWidget(game_);
  row->addStretch();
  return bar;
}

QWidget* FitBench::makeSideColumn(Pictures& pictures) {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  form->setContentsMargins(0, 10, 0, 10);
  const auto inset = [&](QWidget* widget) {
    auto* row = new QHBoxLayout;
    row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
    row->addWidget(widget);
    form->addLayout(row);
  };
  inset(makeLabel(tr("Take for"), "title", side));
  scope_ = new ScopeChooser(session_, Scope::Asset, side);
  inset(scope_);
  auto* buttons = new QWidget(side);
  auto* row = new QHBoxLayout(buttons);
  row->setContentsMargins(0, 0, 0, 0);
  auto* fit = makeButton(tr("Snug boxes"),
                         tr("Each frame gets the least box that holds all of its firm ink"), side);
  fit->setObjectName("fitButton");
  markNext(fit, true);
  row->addWidget(fit);
  sameForScope_ =
      makeButton(tr("This frame's shape"),
                 tr("The same shape, at the same place relative to each frame's origin"), side);
  sameForScope_->setObjectName("sameButton");
  row->addWidget(sameForScope_);
  inset(buttons);
  addRule(form, side);
  inset(makeLabel(tr("Candidates for body"), "title", side));
  candidates_ = new CandidateList(session_, pictures, side);
  form->addWidget(candidates_);
  auto* keys =
      makeLabel(tr("Drag a shape, or a box's handles; arrow keys nudge by 1 px, with Shift "
                   "by 8, with Alt by a half. A shape set by hand says so below its "
                   "frame."),
                "quiet", side);
  keys->setWordWrap(true);
  inset(keys);
  form->addStretch();
  connect(fit, &QPushButton::clicked, this, &FitBench::fitSnugBoxes);
  connect(sameForScope_, &QPushButton::clicked, this, &FitBench::giveToScope);
  connect(candidates_, &CandidateList::taken, this,
          [this](const Candidate& candidate) { take(candidate.recipe); });
  connect(candidates_, &CandidateList::pointedAt, this,
          [this](const std::optional<Candidate>& candidate) {
            stage_->setTrial(candidate ? std::optional(candidate->shape) : std::nullopt);
          });
  return side;
}

Duty FitBench::duty() const {
  return session_.project().roles.empty() ? Duty::Stops : session_.project().roles.front().duty;
}

void FitBench::fitSnugBoxes() {
  Recipe recipe = candidates_->common();
  recipe.kind = ShapeKind::Box;
  recipe.style = FitStyle::Snug;
  take(recipe);
}

// Boxes and masks of some frames are fitted in no time; what may take longer is found beside the
// window.
void FitBench::take(const Recipe& recipe) {
  stage_->setTrial(std::nullopt);
  const auto frames = scope_->frames();
  const QString label = tr("Fit a shape (%1) to %2")
                            .arg(QString::fromStdString(inWords(recipe)), scope_->countText());
  const bool quick = frames.size() <= kMostAtOnce &&
                     (recipe.kind == ShapeKind::Mask ||
                      (recipe.kind == ShapeKind::Box && recipe.style == FitStyle::Snug));
  if (quick) {
    session_.perform(label,
                     fittedShapes(session_.project(), frames, role(), recipe, session_.art()));
    return;
  }
  session_.performBeside(label,
                         [frames, recipe, name = role(), store = session_.artStore()](
                             const Project& project, ArtStore&) -> Result<std::vector<Edit>> {
                           return fittedShapes(project, frames, name, recipe,
                                               ArtStore::loading(store, project));
                         });
}

std::vector<Edit> FitBench::shapeOnThisFrame(const Shape& shape) const {
  const Selection& at = session_.selection();
  const FrameRef here{at.asset, at.frame};
  return shapeByHand(session_.project(), {here}, role(), shape, here);
}

void FitBench::setByHand(const Shape& shape) {
  session_.perform(tr("Set a shape by hand"), shapeOnThisFrame(shape));
}

void FitBench::giveToScope() {
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr || frame->shapes.empty()) return;
  const Selection& at = session_.selection();
  session_.perform(tr("Give one shape to %1").arg(scope_->countText()),
                   shapeByHand(session_.project(), scope_->frames(), role(),
                               frame->shapes.front().geometry, {at.asset, at.frame}));
}

void FitBench::typeBox() {
  setByHand(Box{box_[0]->value(), box_[1]->value(), box_[2]->value(), box_[3]->value()});
}

void FitBench::refresh() {
  const Frame* frame = session_.currentFrame();
  const Asset* asset = session_.currentAsset();
  const auto art = frame == nullptr ? nullptr : session_.artOf(frame->sheet);
  const bool shaped = frame != nullptr && !frame->shapes.empty();
  sameForScope_->setEnabled(shaped);
  candidates_->refresh(duty());
  const bool isBox = shaped && kindOf(frame->shapes.front().geometry) == ShapeKind::Box;
  for (NumberField* field : box_) field->setEnabled(isBox);
  if (!shaped) {
    figures_->setText(frame == nullptr ? QString() : tr("no shape yet: fit one, or draw it"));
    game_->clear();
    kind_->setText(tr("stops what it meets"));
    return;
  }
  const Box box = bounds(frame->shapes.front().geometry);
  const double numbers[] = {box.x, box.y, box.w, box.h};
  for (std::size_t i = 0; i < 4; ++i) box_[i]->setValue(numbers[i]);
  const auto inGame = [&](double length) {
    return QString::number(std::round(length * asset->scale * 100) / 100);
  };
  game_->setText(tr("in game %1 x %2 px").arg(inGame(box.w), inGame(box.h)));
  const FrameShape& shape = frame->shapes.front();
  const std::string kind =
      shape.recipe ? inWords(*shape.recipe) : std::string(kindName(shape.geometry)) + ", by hand";
  kind_->setText(QString::fromStdString(kind));
  if (art == nullptr) return;
  const Measures m = measured(shape.geometry, cropped(art->firm, frame->rect),
                              shape.recipe ? shape.recipe->region : Region{});
  figures_->setText(tr("air <b>%1</b> &nbsp; bare ink <b>%2</b> &nbsp; agreement "
                       "<b>%3</b> &nbsp; "
                       "reach-out <b>%4 px</b> &nbsp; shortfall <b>%5 px</b>")
                        .arg(percent(m.air), percent(m.bareInk), percent(m.agreement),
                             QString::number(m.reachOut, 'f', 1),
                             QString::number(m.shortfall, 'f', 1)));
}

}  // namespace amber
