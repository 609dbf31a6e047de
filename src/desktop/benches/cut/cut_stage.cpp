#include "desktop/benches/cut/cut_stage.h"

#include <QColor>
#include <algorithm>
#include <cmath>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// How near a cut line or an edge a press takes hold of it, stage px.
constexpr double kGrabReach = 6;
// A drag shorter than this is a click, stage px.
constexpr double kLeastDrag = 5;
// Sheets of up to this many px are analysed immediately; larger ones in the background.
constexpr long long kSmallSheet = 512LL * 512;

QImage overlayOf(const SheetArt& art, const InkRule& rule, const QColor& cover,
                 const QColor& tint) {
  const PixelMask faint = inkOf(art.image, rule.faint, rule.key);
  const PixelMask firm = inkOf(art.image, rule.firm, rule.key);
  QImage overlay(art.image.width(), art.image.height(), QImage::Format_ARGB32_Premultiplied);
  const QRgb none = qPremultiply(cover.rgba());
  const QRgb soft = qPremultiply(tint.rgba());
  for (int y = 0; y < overlay.height(); ++y) {
    auto* row = reinterpret_cast<QRgb*>(overlay.scanLine(y));
    for (int x = 0; x < overlay.width(); ++x) {
      row[x] = firm.test(x, y) ? 0 : faint.test(x, y) ? soft : none;
    }
  }
  return overlay;
}

}  // namespace

CutStage::CutStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : StageView(session, pictures, parent),
      looking_(session.background(), this, tr("Checking the cut"),
               [this](CutEvidence evidence) {
                 evidence_ = std::move(evidence);
                 emit evidenceChanged();
                 update();
               }),
      inking_(session.background(), this, {}, [this](QImage picture) {
        inkPicture_ = std::move(picture);
        update();
      }) {
  setObjectName("cutStage");
  explain(
      *this,
      tr("The sheet with the frames that the cut makes. Lines cut the sheet into cells and can be "
         "dragged; hatched cells are empty and become no frames. Bars along the top and left edge "
         "show how much ink each column and row holds; red marks show where a line crosses ink."),
      "cut.md");
  describeParts(*this, {QAccessible::Graphic,
                        [this] { return static_cast<int>(evidence_.found.frames.size()); },
                        [this](int index) {
                          const auto& frames = evidence_.found.frames;
                          const PixelRect frame = frames[static_cast<std::size_t>(index)];
                          const Frame* current = session_.currentFrame();
                          return PaintedPart{tr("frame %1 of %2, x %3, y %4, %5 × %6 px")
                                                 .arg(index + 1)
                                                 .arg(frames.size())
                                                 .arg(frame.x)
                                                 .arg(frame.y)
                                                 .arg(frame.w)
                                                 .arg(frame.h),
                                             onStage(frame),
                                             current != nullptr && current->rect == frame,
                                             [this, frame] { emit framesChosen({frame}, false); }};
                        }});
  setAccessibleName(tr("Sheet with its cuts"));
  connect(&session_, &ProjectSession::artArrived, this, [this] { contentChanged(); });
}

const Sheet* CutStage::sheet() const {
  return findSheet(session_.project(), session_.selection().sheet);
}

QRectF CutStage::content() const {
  const Sheet* shown = sheet();
  return shown == nullptr ? QRectF() : QRectF(0, 0, shown->size.w, shown->size.h);
}

QString CutStage::emptyText() const {
  return tr("Drop sprite sheets or a folder here, or press Ctrl+I to choose files.");
}

void CutStage::setCut(const std::optional<Cut>& cut, int part) {
  if (part != part_) rects_.choose({});
  cut_ = cut;
  part_ = part;
  rects_.keepWithin(handRects().size());
  refreshEvidence();
  contentChanged();
}

void CutStage::setTool(CutTool tool) {
  mode_ = tool;
  bandFrom_.reset();
  showCursor(pointer_);
  update();
}

void CutStage::choose(std::vector<std::size_t> chosen) {
  rects_.choose(std::move(chosen));
  rects_.keepWithin(handRects().size());
  emit chosenChanged();
  update();
}

void CutStage::showInk(const std::optional<InkRule>& rule) {
  const auto art = session_.artOf(session_.selection().sheet);
  inkRule_ = rule;
  if (!rule || art == nullptr) {
    inking_.forget();
    inkPicture_ = {};
    update();
    return;
  }
  QColor cover = theme().card;
  cover.setAlpha(215);
  QColor tint = theme().amber;
  tint.setAlpha(150);
  inking_.ask([art, rule = *rule, cover, tint](const Progress&) {
    return overlayOf(*art, rule, cover, tint);
  });
}

PixelRect CutStage::partArea() const {
  if (cut_ && part_ >= 0 && part_ < static_cast<int>(cut_->regions.size())) {
    return cut_->regions[static_cast<std::size_t>(part_)].area;
  }
  const Sheet* shown = sheet();
  return shown == nullptr ? PixelRect{} : PixelRect{0, 0, shown->size.w, shown->size.h};
}

const CutWay* CutStage::partWay() const {
  if (!cut_) return nullptr;
  if (part_ >= 0 && part_ < static_cast<int>(cut_->regions.size())) {
    return &cut_->regions[static_cast<std::size_t>(part_)].way;
  }
  return &cut_->way;
}

const Grid* CutStage::partGrid() const {
  const CutWay* way = partWay();
  return way == nullptr ? nullptr : std::get_if<Grid>(way);
}

std::vector<PixelRect> CutStage::handRects() const {
  const CutWay* way = partWay();
  const auto* hand = way == nullptr ? nullptr : std::get_if<HandCut>(way);
  return hand == nullptr ? std::vector<PixelRect>() : hand->rects;
}

SheetPoint CutStage::inPart(QPointF at) const {
  const PixelRect area = partArea();
  return {at.x() - area.x, at.y() - area.y};
}

// Looks again only when art or cut is another.
void CutStage::refreshEvidence() {
  const auto art = session_.artOf(session_.selection().sheet);
  if (art != art_) {
    art_ = art;
    columns_ = art == nullptr ? std::vector<int>() : columnCounts(art->faint);
    rows_ = art == nullptr ? std::vector<int>() : rowCounts(art->faint);
    evidenceCut_.reset();
    evidence_ = {};
  }
  if (art_ == nullptr || !cut_ || !checkedCut(*cut_, art_->image.size())) {
    evidence_ = {};
    evidenceCut_.reset();
    looking_.forget();
    return;
  }
  if (evidenceCut_ == cut_) return;
  evidenceCut_ = cut_;
  const Orientation orientation = sheet()->orientation;
  if (!takesLong(*cut_) && 1LL * art_->image.width() * art_->image.height() <= kSmallSheet) {
    looking_.forget();
    evidence_ = evidenceOf(*cut_, *art_, orientation);
    emit evidenceChanged();
    return;
  }
  looking_.ask([cut = *cut_, art = art_, orientation](const Progress&) {
    return evidenceOf(cut, *art, orientation);
  });
}

// The line that would cut the frame under the pointer: across its longer side, where the pointer
// is.
std::optional<CutStage::SplitLine> CutStage::splitLineAt(QPointF at) const {
  const auto index = rectAt(evidence_.found.frames, at.x(), at.y());
  if (!index) return std::nullopt;
  const PixelRect frame = evidence_.found.frames[*index];
  // The nearer edge, as a share of the side, decides the direction of the line.
  const double x = (at.x() - frame.x) / frame.w;
  const double y = (at.y() - frame.y) / frame.h;
  const bool columns = std::min(y, 1 - y) <= std::min(x, 1 - x);
  return SplitLine{frame, columns ? GridLine::Across::Columns : GridLine::Across::Rows,
                   static_cast<int>(std::lround(columns ? at.x() : at.y()))};
}

void CutStage::artPress(QPointF at, Qt::KeyboardModifiers modifiers) {
  pointer_ = at;
  if (sheet() == nullptr) return;
  const double reach = kGrabReach / view().scale;
  switch (mode_) {
    case CutTool::Pick: {
      const auto art = session_.artOf(sheet()->id);
      const int x = static_cast<int>(std::floor(at.x()));
      const int y = static_cast<int>(std::floor(at.y()));
      if (art != nullptr && art->image.rect().contains(x, y)) {
        emit colourPicked(art->image.at(x, y));
      }
      return;
    }
    case CutTool::Split:
      if (const auto line = splitLineAt(at)) {
        emit splitAsked(line->frame, line->across, line->position);
      }
      return;
    case CutTool::Region:
      bandFrom_ = at;
      return;
    case CutTool::Arrange:
      break;
  }
  if (!cut_) return;
  if (std::holds_alternative<HandCut>(*partWay())) {
    const bool adding = modifiers & (Qt::ShiftModifier | Qt::ControlModifier);
    rects_.press(handRects(), inPart(at), reach,
                 adding ? RectsTool::Adding::Yes : RectsTool::Adding::No, partArea().size());
    emit chosenChanged();
    update();
    return;
  }
  if (partGrid() != nullptr && lines_.press(*partGrid(), inPart(at), reach)) return;
  bandFrom_ = at;
}

void CutStage::artMove(QPointF at, Qt::KeyboardModifiers) {
  pointer_ = at;
  if (lines_.dragging()) {
    emit gridDragged(lines_.move(inPart(at), partArea().size()));
  } else if (rects_.dragging()) {
    emit rectsDragged(rects_.move(inPart(at)));
  } else if (bandFrom_ || mode_ == CutTool::Split) {
    update();
  }
  showCursor(at);
}

void CutStage::showCursor(QPointF at) {
  if (mode_ == CutTool::Pick || mode_ == CutTool::Region) return setCursor(Qt::CrossCursor);
  if (mode_ == CutTool::Split || !cut_) return setCursor(Qt::ArrowCursor);
  const double reach = kGrabReach / view().scale;
  if (std::holds_alternative<HandCut>(*partWay())) {
    const auto grip = rects_.gripAt(handRects(), inPart(at), reach);
    if (!grip) return setCursor(Qt::CrossCursor);
    if (grip->whole) return setCursor(Qt::SizeAllCursor);
    return setCursor(grip->x == 0           ? Qt::SizeVerCursor
                     : grip->y == 0         ? Qt::SizeHorCursor
                     : (grip->x == grip->y) ? Qt::SizeFDiagCursor
                                            : Qt::SizeBDiagCursor);
  }
  const auto line =
      partGrid() == nullptr ? std::nullopt : LineTool::lineAt(*partGrid(), inPart(at), reach);
  setCursor(!line                                       ? Qt::ArrowCursor
            : line->across == GridLine::Across::Columns ? Qt::SplitHCursor
                                                        : Qt::SplitVCursor);
}

// A click chooses the frame under it, a drag all that it touches; or a region is drawn.
void CutStage::releaseBand(QPointF at, bool adding) {
  const QPointF from = *bandFrom_;
  bandFrom_.reset();
  const bool dragged =
      std::max(std::abs(at.x() - from.x()), std::abs(at.y() - from.y())) * view().scale >=
      kLeastDrag;
  if (mode_ == CutTool::Region) {
    if (dragged) {
      emit regionDrawn(rectBetween(from.x(), from.y(), at.x(), at.y(), sheet()->size));
    }
    emit toolEnded();
    return;
  }
  std::vector<PixelRect> touched;
  if (dragged) {
    const PixelRect band = rectBetween(from.x(), from.y(), at.x(), at.y(), sheet()->size);
    for (const PixelRect& frame : evidence_.found.frames) {
      if (!intersection(frame, band).empty()) touched.push_back(frame);
    }
  } else if (const auto index = rectAt(evidence_.found.frames, at.x(), at.y())) {
    touched = {evidence_.found.frames[*index]};
  }
  if (!touched.empty()) emit framesChosen(touched, adding);
  update();
}

void CutStage::artRelease(QPointF at, Qt::KeyboardModifiers modifiers) {
  if (sheet() == nullptr) return;
  if (bandFrom_) {
    releaseBand(at, modifiers & (Qt::ShiftModifier | Qt::ControlModifier));
  } else if (rects_.dragging()) {
    if (const auto rects = rects_.release(inPart(at))) {
      emit rectsDropped(*rects);
      emit chosenChanged();
    } else {
      emit dragCancelled();
    }
  } else if (lines_.dragging()) {
    if (const auto grid = lines_.release(inPart(at), partArea().size())) {
      emit gridDropped(*grid);
    } else {
      emit dragCancelled();
    }
  }
}

void CutStage::artCancel() {
  const bool dragging = lines_.dragging() || rects_.dragging();
  lines_.cancel();
  rects_.cancel();
  bandFrom_.reset();
  update();
  if (dragging) emit dragCancelled();
}

// Arrow keys move what is chosen by hand.
void CutStage::artNudge(double dx, double dy) {
  std::vector<PixelRect> rects = handRects();
  if (rects_.chosen().empty() || rects.empty()) return;
  const PixelSize area = partArea().size();
  for (const std::size_t index : rects_.chosen()) {
    PixelRect& rect = rects[index];
    rect.x = std::clamp(rect.x + static_cast<int>(dx), 0, area.w - rect.w);
    rect.y = std::clamp(rect.y + static_cast<int>(dy), 0, area.h - rect.h);
  }
  emit rectsDropped(rects);
}

}  // namespace amber
