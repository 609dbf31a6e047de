#include "desktop/benches/fit/fit_bench.h"
#include "core/fit/tiles/tile_decisions.h"

#include <QComboBox>
#include <QHash>
#include <QLabel>
#include <QPushButton>
#include <QString>
#include <algorithm>
#include <cmath>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/kind_shapes.h"
#include "core/fit/keys/shape_edits.h"
#include "core/fit/keys/steadiness.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/tolerances.h"
#include "core/image/ink/ink_sign.h"
#include "core/project/frame_ref.h"
#include "desktop/benches/fit/candidate_list.h"
#include "desktop/benches/fit/fit_stage.h"
#include "desktop/benches/fit/refit_report.h"
#include "desktop/benches/fit/roles_dialog.h"
#include "desktop/benches/fit/shape_numbers.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/scope_chooser.h"

namespace amber {
namespace {

constexpr std::size_t kMostAtOnce = 1000;
// A candidate that is pointed at is tried on so many frames.
constexpr std::size_t kMostTried = 96;

QString percent(double share) {
  return QString::number(qRound(share * 100)) + " %";
}

// What edits change of an asset's shapes in a role, by frame.
QHash<std::uint32_t, Shape> trialsOf(const Project& project, AssetId id, const std::string& role,
                                     const std::vector<Edit>& edits) {
  QHash<std::uint32_t, Shape> trials;
  const auto after = withEdits(project, edits);
  const Asset* asset = after ? findAsset(after->project, id) : nullptr;
  if (asset == nullptr) return trials;
  const HeldShapes before(*findAsset(project, id));
  const HeldShapes shapes(*asset);
  for (const Frame& frame : asset->frames) {
    const ShapePlace* place = shapes.find(frame.id, role);
    const ShapePlace* old = before.find(frame.id, role);
    if (place != nullptr && (old == nullptr || !(old->shape() == place->shape()))) {
      trials.insert(frame.id.value, place->shape());
    }
  }
  return trials;
}

}  // namespace

FitBench::FitBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent),
      session_(session),
      trials_(session.background(), this, tr("Previewing a fit"),
              [this](Trials trials) { ribbon_->setTrials(std::move(trials)); }) {
  build(pictures);
  connectAll();
}

void FitBench::connectAll() {
  connect(stage_, &FitStage::shapeDragged, this,
          [this](const Shape& shape) { session_.preview(shapeOnThisFrame(shape)); });
  connect(stage_, &FitStage::shapeDropped, this, &FitBench::setByHand);
  connect(stage_, &FitStage::dragCancelled, &session_, &ProjectSession::endPreview);
  connect(stage_, &FitStage::cornerChosen, this, &FitBench::refreshSoon);
  connect(candidates_, &CandidateList::taken, this,
          [this](const Candidate& candidate) { take(candidate.recipe); });
  connect(candidates_, &CandidateList::pointedAt, this, &FitBench::point);
  connect(roles_, &QComboBox::activated, this,
          [this](int at) { session_.selectRole(roles_->itemText(at).toStdString()); });
  connect(&session_, &ProjectSession::shown, this, &FitBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &FitBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &FitBench::refreshSoon);
}

Canvas* FitBench::stage() {
  return stage_;
}

const ShapePlace* FitBench::place() const {
  const Frame* frame = session_.currentFrame();
  return frame == nullptr ? nullptr : session_.shapeOn(frame->id);
}

QString FitBench::shapeRefusal() const {
  return place() == nullptr ? tr("This frame has no shape for this role") : QString();
}

// Shows a candidate on this frame, and on the other frames of the asset as they would be if it were
// used. It is computed in the background; for many frames, only for those near this one.
void FitBench::point(const std::optional<Candidate>& candidate) {
  stage_->setTrial(candidate ? std::optional(candidate->shape) : std::nullopt);
  trials_.forget();
  const Asset* asset = session_.currentAsset();
  if (!candidate || asset == nullptr) {
    ribbon_->setTrials({});
    return;
  }
  Recipe recipe = candidate->recipe;
  recipe.together = way_ == Way::Together;
  const auto fit = way_ == Way::Held ? fittedAndHeld : fittedShapes;
  trials_.ask([frames = framesToTry(), recipe, fit, name = role(), id = asset->id,
               project = session_.project(),
               store = session_.artStore()](const Progress& progress) {
    return trialsOf(
        project, id, name,
        fit(project, frames, name, recipe, ArtStore::loading(store, project), progress));
  });
}

std::vector<FrameRef> FitBench::framesToTry() const {
  std::vector<FrameRef> frames;
  std::size_t here = 0;
  for (const FrameRef& ref : scope_->frames()) {
    if (ref.asset != session_.selection().asset) continue;
    if (ref.frame == session_.selection().frame) here = frames.size();
    frames.push_back(ref);
  }
  if (frames.size() <= kMostTried) return frames;
  const std::size_t first =
      std::min(here > kMostTried / 2 ? here - kMostTried / 2 : 0, frames.size() - kMostTried);
  const auto begin = frames.begin() + static_cast<std::ptrdiff_t>(first);
  return {begin, begin + static_cast<std::ptrdiff_t>(kMostTried)};
}

void FitBench::fitSnugBoxes() {
  Recipe recipe = candidates_->common();
  recipe.kind = ShapeKind::Box;
  recipe.style = FitStyle::Snug;
  take(recipe);
}

// Boxes and masks of some frames are fitted in no time; what may take longer is found beside the
// window.
void FitBench::take(const Recipe& wanted) {
  point(std::nullopt);
  Recipe recipe = wanted;
  recipe.together = way_ == Way::Together;
  const auto frames = scope_->frames();
  const QString label = tr("Fit a shape (%1) to %2")
                            .arg(QString::fromStdString(inWords(recipe)), scope_->countText());
  const bool quick = frames.size() <= kMostAtOnce &&
                     (recipe.kind == ShapeKind::Mask ||
                      (recipe.kind == ShapeKind::Box && recipe.style == FitStyle::Snug));
  const auto fit = way_ == Way::Held ? fittedAndHeld : fittedShapes;
  if (quick) {
    session_.perform(label, fit(session_.project(), frames, role(), recipe, session_.art(), {}));
    return;
  }
  session_.performBeside(label,
                         [frames, recipe, fit, name = role(), store = session_.artStore()](
                             const Project& project, ArtStore&,
                             const Progress& progress) -> Result<std::vector<Edit>> {
                           return fit(project, frames, name, recipe,
                                      ArtStore::loading(store, project), progress);
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
  if (place() == nullptr) return;
  const Selection& at = session_.selection();
  session_.perform(tr("Use one shape for %1").arg(scope_->countText()),
                   shapeByHand(session_.project(), scope_->frames(), role(), place()->shape(),
                               {at.asset, at.frame}));
}

void FitBench::keyShapes() {
  session_.perform(tr("Set keyframes on %1").arg(scope_->countText()),
                   shapesKeyed(session_.project(), scope_->frames(), role()));
}

void FitBench::unkeyShapes() {
  session_.perform(tr("Remove keyframes on %1").arg(scope_->countText()),
                   shapeKeysDropped(session_.project(), scope_->frames(), role()));
}

void FitBench::holdShape() {
  if (place() == nullptr) return;
  FrameShape shape = *place()->key;
  shape.geometry = place()->shape();
  const Selection& at = session_.selection();
  session_.perform(
      tr("Hold the shape through the animation"),
      shapeHeld(session_.project(), at.asset, at.animation, shape, {at.asset, at.frame}));
}

void FitBench::mirrorShapes() {
  session_.perform(tr("Mirror shapes on %1").arg(scope_->countText()),
                   shapesMirrored(session_.project(), scope_->frames(), role()));
}

void FitBench::copyShape() {
  if (place() == nullptr) return;
  copied_ = Copied{place()->shape(), session_.currentFrame()->origin};
}

void FitBench::pasteShape() {
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr) return;
  if (!copied_) {
    emit session_.told(tr("Copy a shape first."));
    return;
  }
  const Selection& at = session_.selection();
  const Carry carry = carryBetween(copied_->shape, copied_->origin, frame->origin);
  session_.perform(tr("Paste a shape on %1").arg(scope_->countText()),
                   shapeByHand(session_.project(), scope_->frames(), role(),
                               moved(copied_->shape, carry.dx, carry.dy), {at.asset, at.frame}));
}

void FitBench::fitAgain() {
  const auto frames = scope_->frames();
  auto refit = std::make_shared<Refit>();
  session_.performBeside(
      tr("Fit %1 again").arg(scope_->countText()),
      [frames, refit, store = session_.artStore()](
          const Project& project, ArtStore&,
          const Progress& progress) -> Result<std::vector<Edit>> {
        const ArtSource art = ArtStore::loading(store, project);
        *refit = refitted(project, frames, RefitWhat::Stale, HandSet::Kept, art, progress);
        if (refit->edits.empty()) {
          *refit = refitted(project, frames, RefitWhat::All, HandSet::Kept, art, progress);
        }
        return refit->edits;
      },
      this, [this, refit](bool) { tellRefit(*refit); });
}

void FitBench::tellRefit(const Refit& refit) {
  if (refit.changes.empty()) {
    emit session_.told(tr("Fitted again. No shape changed."));
    return;
  }
  auto* report = new RefitReport(session_.project(), refit.changes, this);
  report->setAttribute(Qt::WA_DeleteOnClose);
  connect(report, &RefitReport::frameChosen, &session_, [this](const FrameRef& ref) {
    session_.selectFrame(ref.asset, session_.selection().animation, ref.frame);
  });
  report->show();
}

void FitBench::applyKindRules() {
  const auto frames = scope_->frames();
  session_.performBeside(
      tr("Apply the rules of the kind to %1").arg(scope_->countText()),
      [frames, store = session_.artStore()](const Project& project, ArtStore&,
                                            const Progress& progress) -> Result<std::vector<Edit>> {
        return byKindRules(project, frames, HandSet::Kept, ArtStore::loading(store, project),
                           progress);
      });
}

void FitBench::toggleTiles() {
  const std::string kind = session_.currentAsset()->kind;
  const bool tiles = !isTile(session_.committed(), *session_.currentAsset());
  const auto edit = markTiles(session_.committed(), kind, tiles);
  if (!edit) return;
  const QString name = QString::fromStdString(kind);
  session_.perform(
      tiles ? tr("Check the kind %1 as tiles").arg(name) : tr("No tiles of the kind %1").arg(name),
      {*edit});
  emit session_.told(tiles ? tr("Assets of the kind %1 are checked as tiles").arg(name)
                           : tr("Assets of the kind %1 are not checked as tiles").arg(name));
}

void FitBench::toggleMergedTiles() {
  const bool merged = !session_.committed().mergedTiles;
  session_.perform(merged ? tr("Merge fitting tiles") : tr("Keep tiles apart"),
                   {SetMergedTiles{merged}});
  emit session_.told(merged ? tr("On courses, fitting tiles are one floor")
                            : tr("On courses, every tile is an obstacle of its own"));
}

void FitBench::decideTilesApart() {
  const std::vector<TileSurroundings::Fault> faults = stage_->around().faults();
  for (const TileSurroundings::Fault& fault : faults) {
    const auto edit = decideTiles(session_.committed(), fault.a, fault.b, fault.side, false);
    if (edit) session_.perform(tr("Do not compare two tiles"), {*edit});
  }
}

QString FitBench::tilesRefusal() const {
  return stage_->around().faults().empty() ? tr("Nothing is marked at the sides of this tile")
                                           : QString();
}

void FitBench::showRoles() {
  RolesDialog dialog(session_, this);
  dialog.exec();
}

void FitBench::typeNumber() {
  if (place() == nullptr) return;
  const Shape shape = place()->shape();
  if (kindOf(shape) == ShapeKind::Polygon) {
    stage_->putCorner({numbers_[0]->value(), numbers_[1]->value()});
    return;
  }
  ShapeNumbers values{};
  for (std::size_t i = 0; i < values.size(); ++i) values[i] = numbers_[i]->value();
  setByHand(withNumbers(shape, values));
}

void FitBench::showRoleChoice() {
  const auto& roles = session_.project().roles;
  bool same = roles_->count() == static_cast<int>(roles.size());
  for (int i = 0; same && i < roles_->count(); ++i) {
    same = roles_->itemText(i).toStdString() == roles[static_cast<std::size_t>(i)].name;
  }
  if (!same) {
    roles_->clear();
    for (const Role& one : roles) roles_->addItem(QString::fromStdString(one.name));
  }
  roles_->setCurrentText(QString::fromStdString(role()));
}

void FitBench::showNumbers(const Shape& shape) {
  const std::vector<ShapeNumber> numbers = numbersOf(shape, stage_->corner());
  for (std::size_t i = 0; i < numbers_.size(); ++i) {
    const bool used = i < numbers.size();
    numberNames_[i]->setVisible(used);
    numbers_[i]->setVisible(used);
    if (!used) continue;
    numberNames_[i]->setText(numbers[i].name);
    numbers_[i]->setAccessibleName(numbers[i].name);
    numbers_[i]->setValue(numbers[i].value);
  }
}

void FitBench::showFigures(const ShapePlace& place, const Frame& frame) {
  const auto art = session_.artOf(frame.sheet);
  if (art == nullptr) return;
  const std::optional<Recipe>& recipe = place.key->recipe;
  const Measures m =
      measured(place.shape(), cropped(art->firm, frame.rect), recipe ? recipe->region : Region{});
  QString text =
      tr("air <b>%1</b> &nbsp;bare ink <b>%2</b> &nbsp;overlap <b>%3</b> &nbsp;overhang <b>%4</b>, "
         "shortfall <b>%5 px</b>")
          .arg(percent(m.air), percent(m.bareInk), percent(m.overlap),
               QString::number(m.overhang, 'f', 1), QString::number(m.shortfall, 'f', 1));
  if (const auto steady = steadiness()) {
    text += tr(" &nbsp;steadiness <b>%1</b>").arg(percent(*steady));
  }
  figures_->setText(text);
}

// Of the first step of the animation that shows the frame. Tiles are different things, of which
// none follows another.
std::optional<double> FitBench::steadiness() const {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (animation == nullptr || asset->motion == Motion::Static) return std::nullopt;
  const auto step =
      std::find_if(animation->steps.begin(), animation->steps.end(),
                   [&](const Step& one) { return one.frame == session_.selection().frame; });
  if (step == animation->steps.end()) return std::nullopt;
  return steadinessAt(*asset, *animation, session_.shapes(), role(),
                      static_cast<std::size_t>(step - animation->steps.begin()));
}

void FitBench::refresh() {
  const Frame* frame = session_.currentFrame();
  const Asset* asset = session_.currentAsset();
  const ShapePlace* shape = place();
  const Role* current = session_.currentRole();
  showRoleChoice();
  candidates_->setTitle(tr("Candidates for %1").arg(QString::fromStdString(role())));
  candidates_->refresh(current == nullptr ? Duty::Stops : current->duty);
  sameForScope_->setEnabled(shape != nullptr);
  const bool isMask = shape != nullptr && kindOf(shape->key->geometry) == ShapeKind::Mask;
  maskTools_->setVisible(isMask);
  snapTools_->setVisible(!isMask);
  if (shape == nullptr) {
    figures_->setText(frame == nullptr ? QString()
                                       : tr("no shape yet: use a candidate, or draw one"));
    for (std::size_t i = 0; i < numbers_.size(); ++i) {
      numberNames_[i]->setVisible(false);
      numbers_[i]->setVisible(false);
    }
    game_->clear();
    kind_->setText(current != nullptr && current->duty == Duty::Notices
                       ? tr("notices what it meets")
                       : tr("stops what it meets"));
    return;
  }
  const Shape geometry = shape->shape();
  showNumbers(geometry);
  const Box box = bounds(geometry);
  const auto inGame = [&](double length) {
    return QString::number(std::round(length * asset->scale * 100) / 100);
  };
  game_->setText(tr("%1 x %2 px in the game").arg(inGame(box.w), inGame(box.h)));
  const std::string kind = shape->key->recipe ? inWords(*shape->key->recipe)
                                              : std::string(kindName(geometry)) + ", by hand";
  const Frame* source = shape->heldOn(frame->id) ? findFrame(*asset, shape->keyedOn) : nullptr;
  kind_->setText(source == nullptr ? QString::fromStdString(kind)
                                   : tr("%1, held from %2")
                                         .arg(QString::fromStdString(kind),
                                              QString::fromStdString(source->name)));
  showFigures(*shape, *frame);
}

}  // namespace amber
