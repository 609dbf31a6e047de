#include "desktop/benches/cut/cut_bench.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/sheet_edits.h"
#include "core/fit/keys/kind_shapes.h"
#include "desktop/benches/cut/animation_panel.h"
#include "desktop/benches/cut/background_panel.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/benches/cut/proposal_list.h"
#include "desktop/parts/number_field.h"
#include "desktop/session/sheet_guesses.h"
#include "desktop/theme.h"
#include "work/art/sure_cuts.h"

namespace amber {
namespace {

// Sheets of up to this many px are cut immediately; larger ones in the background.
constexpr long long kLookedAtOnce = 1024LL * 1024;

QString fileName(const std::string& path) {
  return QString::fromStdString(path).section('/', -1);
}

}  // namespace

CutBench::CutBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent), session_(session) {
  stage_ = new CutStage(session, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  auto* upper = new QHBoxLayout;
  upper->setSpacing(0);
  upper->addLayout(middle, 1);
  upper->addWidget(makeSideColumn(pictures));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(upper, 1);
  all->addWidget(makeFoot(pictures));
  connectStage();
  connect(&session_, &ProjectSession::changed, this, &CutBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &CutBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &CutBench::refreshSoon);
  connect(&session_.guesses(), &SheetGuesses::changed, this, &CutBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    drafts_.clear();
    declined_.clear();
    sequences_.clear();
    namedFor_ = {};
    part_ = -1;
    refreshSoon();
  });
}

Canvas* CutBench::stage() {
  return stage_;
}

const Sheet* CutBench::sheet() const {
  return findSheet(session_.project(), session_.selection().sheet);
}

bool CutBench::isCut() const {
  return sheet() != nullptr && sheet()->cut.has_value();
}

bool CutBench::hasDraft() const {
  return sheet() != nullptr && drafts_.contains(sheet()->id.value);
}

Cut CutBench::shownCut() const {
  const auto draft = drafts_.constFind(sheet()->id.value);
  if (draft != drafts_.constEnd() && checkedCut(*draft, sheet()->size)) return *draft;
  if (isCut()) return *sheet()->cut;
  if (sheet()->pictures && sheet()->orientation == Orientation{}) {
    return pictureCut(*sheet()->pictures, sheet()->size);
  }
  if (const auto run = numberedRun(); run && isLikely(*run)) return {wholeGrid(sheet()->size), {}};
  if (!guess().proposals.empty() && !asksForKey()) {
    Cut first{guess().proposals.front().way, {}};
    if (checkedCut(first, sheet()->size)) return first;
  }
  return {wholeGrid(sheet()->size), {}};
}

// What the pixels of the shown sheet suggest; empty while they are looked at.
const SheetGuess& CutBench::guess() const {
  static const SheetGuess none;
  const SheetGuesses::Found* found = session_.guesses().of(sheet()->id);
  return found == nullptr ? none : found->guess;
}

// Whether a background is to be asked about before a cut can be proposed.
bool CutBench::asksForKey() const {
  return guess().key && !isCut() && !declined_.contains(sheet()->id.value);
}

PixelRect CutBench::partArea(const Cut& cut) const {
  if (part_ >= 0 && part_ < static_cast<int>(cut.regions.size())) {
    return cut.regions[static_cast<std::size_t>(part_)].area;
  }
  return {0, 0, sheet()->size.w, sheet()->size.h};
}

const CutWay& CutBench::partWay(const Cut& cut) const {
  if (part_ >= 0 && part_ < static_cast<int>(cut.regions.size())) {
    return cut.regions[static_cast<std::size_t>(part_)].way;
  }
  return cut.way;
}

void CutBench::setPartWay(const CutWay& way) {
  Cut cut = shownCut();
  if (part_ >= 0 && part_ < static_cast<int>(cut.regions.size())) {
    cut.regions[static_cast<std::size_t>(part_)].way = way;
  } else {
    cut.way = way;
  }
  take(cut);
}

QString CutBench::cutRefusal() const {
  if (sheet() == nullptr) return tr("Add a sheet first");
  if (session_.artOf(sheet()->id) == nullptr) return tr("The sheet cannot be read");
  if (isCut() && !hasDraft()) {
    return tr("This sheet is already cut. Change a number or drag a line to cut it again.");
  }
  return {};
}

void CutBench::refuse(const QString& sentence) {
  problem_->setVisible(!sentence.isEmpty());
  problem_->setText(sentence);
}

// Shows why a grid is invalid, or uses it.
void CutBench::propose(const Result<Grid>& grid) {
  refuse(grid ? QString() : QString::fromStdString(grid.error().sentence));
  if (grid) setPartWay(*grid);
}

// A sheet that is cut is cut again at once; what is not cut yet only shows how it would be.
void CutBench::take(const Cut& cut) {
  if (sheet() == nullptr) return;
  const std::uint32_t id = sheet()->id.value;
  const auto valid = checkedCut(cut, sheet()->size);
  refuse(valid ? QString() : QString::fromStdString(valid.error().sentence));
  sequences_.remove(id);
  if (valid && isCut()) {
    if (cut != *sheet()->cut) {
      applyCut(cut);
    } else {
      drafts_.remove(id);
    }
  } else if (valid) {
    drafts_[id] = cut;
  }
  refresh();
}

// Shows a cut that is being set up, as while a slider is moved.
void CutBench::showTrial(const Cut& cut) {
  if (checkedCut(cut, sheet()->size)) stage_->setCut(cut, part_);
}

void CutBench::cut() {
  if (!cutRefusal().isEmpty()) return;
  const auto run = numberedRun();
  if (takesRun(run)) {
    applySequence(*run);
  } else {
    applyCut(shownCut());
  }
}

CutRequest CutBench::requestFor(const Cut& cut) const {
  CutRequest request;
  request.sheet = sheet()->id;
  request.cut = cut;
  request.asset = assetName_->text().toStdString();
  request.kind = kind_->currentText().toStdString();
  request.animation = animationName_->text().toStdString();
  request.durationMs = durationAt(fields_.rate->value());
  request.loop = static_cast<LoopMode>(loop_->currentIndex());
  request.rows = static_cast<RowsAre>(rows_->currentIndex());
  if (sheet()->pictures && cut == pictureCut(*sheet()->pictures, sheet()->size)) {
    request.timesMs = sheet()->pictures->timesMs;
  }
  return request;
}

void CutBench::applyCut(const Cut& cut) {
  const auto art = session_.artOf(sheet()->id);
  if (art == nullptr) return;
  const SheetId id = sheet()->id;
  const CutRequest request = requestFor(cut);
  const QString label = isCut() ? tr("Cut again") : tr("Cut %1").arg(fileName(sheet()->path));
  const bool again = isCut();
  if (takesLong(cut) || 1LL * sheet()->size.w * sheet()->size.h > kLookedAtOnce) {
    // Until it is done the stage shows the cut as it will be.
    drafts_[id.value] = cut;
    session_.performBeside(
        label,
        [request, art](const Project& project, ArtStore&,
                       const Progress&) -> Result<std::vector<Edit>> {
          auto edits = cutEdits(project, request, *art);
          if (!edits) return edits;
          return withNewFramesFitted(project, std::move(*edits), [art](SheetId) { return art; });
        },
        this,
        [this, id, again](bool performed) {
          drafts_.remove(id.value);
          if (performed && !again) session_.selectSheet(id);
          refreshSoon();
        });
    return;
  }
  auto edits = cutEdits(session_.project(), request, *art);
  if (!edits) return refuse(QString::fromStdString(edits.error().sentence));
  drafts_.remove(id.value);
  const auto all = withNewFramesFitted(session_.project(), std::move(*edits), session_.art());
  if (session_.perform(label, all) && !again) session_.selectSheet(id);
}

void CutBench::applySequence(const NumberedRun& run) {
  std::vector<SheetId> sheets;
  std::vector<std::shared_ptr<const SheetArt>> arts;
  for (const std::string& path : run.paths) {
    const Sheet* one = findSheet(session_.project(), path);
    const auto art = one == nullptr ? nullptr : session_.artOf(one->id);
    if (art == nullptr) {
      return refuse(tr("%1 is still being read. Try again in a moment.").arg(fileName(path)));
    }
    sheets.push_back(one->id);
    arts.push_back(art);
  }
  const SheetId id = sheet()->id;
  auto edits = sequenceEdits(session_.project(), requestFor({}), sheets, arts);
  if (!edits) return refuse(QString::fromStdString(edits.error().sentence));
  for (const SheetId one : sheets) {
    drafts_.remove(one.value);
    sequences_.remove(one.value);
  }
  const QString label = tr("Make one animation of %1 images").arg(sheets.size());
  if (session_.perform(label, *edits)) session_.selectSheet(id);
}

QString CutBench::sureRefusal() const {
  const SheetGuesses::Waiting waiting = session_.guesses().waiting();
  if (waiting.all == 0) return tr("All sheets are cut");
  if (waiting.sure == 0) return tr("Every sheet that is not cut needs review");
  return {};
}

void CutBench::cutSure() {
  if (!sureRefusal().isEmpty()) return;
  const std::string kind = kind_->currentText().toStdString();
  session_.performBeside(
      tr("Cut all clear sheets"),
      [kind](const Project& project, ArtStore& store,
             const Progress& progress) -> Result<std::vector<Edit>> {
        auto sure = sureCuts(project, kind, store, progress);
        if (!sure) return tl::unexpected(sure.error());
        return std::move(sure->edits);
      },
      this,
      [this](bool performed) {
        if (!performed) return;
        // Sheets that need review come next.
        for (const auto& one : session_.project().sheets) {
          if (one->cut) drafts_.remove(one->id.value);
        }
        for (const auto& one : session_.project().sheets) {
          if (!one->cut) return session_.selectSheet(one->id);
        }
        if (sheet() != nullptr) session_.selectSheet(sheet()->id);
      });
}

QString CutBench::turnRefusal() const {
  return sheet() == nullptr ? tr("Add a sheet first") : QString();
}

void CutBench::turn(SheetTurn turn) {
  if (sheet() == nullptr) return;
  auto edits = turnEdits(session_.project(), sheet()->id, turn);
  if (!edits) return;
  drafts_.remove(sheet()->id.value);
  const QString what = fileName(sheet()->path);
  const bool mirrors = turn == SheetTurn::MirrorX || turn == SheetTurn::MirrorY;
  session_.perform(mirrors ? tr("Mirror %1").arg(what) : tr("Turn %1").arg(what), *edits);
}

// A sheet that is cut by islands is cut again when its ink is another.
void CutBench::changeInk(const InkRule& rule) {
  if (sheet() == nullptr || rule == sheet()->ink) return;
  Sheet changed = *sheet();
  changed.ink = rule;
  const bool again = isCut() && !std::holds_alternative<HandCut>(changed.cut->way);
  session_.performBeside(
      tr("Set the ink thresholds of %1").arg(fileName(changed.path)),
      [changed, again](const Project& project, ArtStore& store,
                       const Progress&) -> Result<std::vector<Edit>> {
        const std::vector<Edit> put{PutSheet{changed}};
        const auto art = store.load(changed);
        auto next = withEdits(project, put);
        if (!art || !again || !next) return put;
        auto edits = recutEdits(next->project, changed.id, *changed.cut, **art);
        if (!edits) return put;
        return edits;
      },
      this, [this](bool) { refreshSoon(); });
}

void CutBench::changeAsset() {
  const Asset* asset = session_.currentAsset();
  const Kind* kind = findKind(session_.project(), kind_->currentText().toStdString());
  if (!isCut() || asset == nullptr || kind == nullptr) return;
  const std::string name = assetName_->text().trimmed().toStdString();
  if (name == asset->name && kind->name == asset->kind) return;
  Asset changed = *asset;
  if (!name.empty()) changed.name = name;
  if (kind->name != asset->kind) {
    changed.motion = kind->motion;
    changed.copies = kind->copies;
  }
  changed.kind = kind->name;
  session_.perform(tr("Change %1").arg(QString::fromStdString(asset->name)), {PutAsset{changed}});
}

void CutBench::changeAnimation() {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (!isCut() || asset == nullptr || animation == nullptr) return;
  Asset changed = *asset;
  for (Animation& one : changed.animations) {
    if (one.id != animation->id) continue;
    const std::string name = animationName_->text().trimmed().toStdString();
    if (!name.empty()) one.name = name;
    one.loop = static_cast<LoopMode>(loop_->currentIndex());
    if (sender() == fields_.rate) {
      for (Step& step : one.steps) step.durationMs = durationAt(fields_.rate->value());
    }
  }
  if (changed == *asset) return;
  session_.perform(tr("Change %1").arg(QString::fromStdString(animation->name)),
                   {PutAsset{changed}});
}

// The frames that were cut along these rectangles, the last of them as the current one.
void CutBench::selectFrames(const std::vector<PixelRect>& rects, bool adding) {
  Selection next = session_.selection();
  if (!adding) next.frames.clear();
  for (const auto& asset : session_.project().assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet != next.sheet || frame.lost ||
          std::find(rects.begin(), rects.end(), frame.rect) == rects.end()) {
        continue;
      }
      const auto among = std::find(next.frames.begin(), next.frames.end(), frame.id);
      if (among == next.frames.end()) next.frames.push_back(frame.id);
      next.asset = asset->id;
      next.frame = frame.id;
      for (const Animation& animation : asset->animations) {
        const bool shows = std::any_of(animation.steps.begin(), animation.steps.end(),
                                       [&](const Step& step) { return step.frame == frame.id; });
        if (shows) {
          next.animation = animation.id;
          break;
        }
      }
    }
  }
  if (next.frames.empty()) return;
  if (std::find(next.assets.begin(), next.assets.end(), next.asset) == next.assets.end()) {
    next.assets = {next.asset};
  }
  session_.select(next);
}

}  // namespace amber
