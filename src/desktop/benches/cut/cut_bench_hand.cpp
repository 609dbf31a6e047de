// What is done to frames by hand, and to regions, of cut_bench.h.
#include <algorithm>

#include "core/cut/hand_cut.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/cut/cut_stage.h"

namespace amber {

QString CutBench::handRefusal() const {
  if (sheet() == nullptr || !std::holds_alternative<HandCut>(partWay(shownCut()))) {
    return tr("Only frames cut by hand can be changed this way. Switch to By hand first.");
  }
  return stage_->chosen().empty() ? tr("Select frames on the sheet first") : QString();
}

std::vector<PixelRect> CutBench::chosenRects() const {
  const Cut cut = shownCut();
  const auto* hand = std::get_if<HandCut>(&partWay(cut));
  return hand == nullptr ? std::vector<PixelRect>() : hand->rects;
}

void CutBench::changeHand(Result<std::vector<PixelRect>> rects) {
  if (!rects) return refuse(QString::fromStdString(rects.error().sentence));
  if (rects->empty())
    return refuse(tr("A sheet needs at least one frame. Use another method to cut it."));
  setPartWay(HandCut{std::move(*rects)});
}

void CutBench::deleteChosen() {
  if (!handRefusal().isEmpty()) return;
  const auto rects = withoutRects(chosenRects(), stage_->chosen());
  stage_->choose({});
  changeHand(rects);
}

void CutBench::mergeChosen() {
  if (!handRefusal().isEmpty()) return;
  auto chosen = stage_->chosen();
  std::sort(chosen.begin(), chosen.end());
  auto rects = mergedRects(chosenRects(), chosen);
  if (rects) stage_->choose({chosen.front()});
  changeHand(std::move(rects));
}

void CutBench::snapChosen() {
  const auto art = sheet() == nullptr ? nullptr : session_.artOf(sheet()->id);
  if (!handRefusal().isEmpty() || art == nullptr) return;
  std::vector<PixelRect> rects = chosenRects();
  const PixelRect area = partArea(shownCut());
  for (const std::size_t index : stage_->chosen()) {
    PixelRect& rect = rects[index];
    rect.x += area.x;
    rect.y += area.y;
    rect = snappedToInk(rect, art->faint);
    rect.x -= area.x;
    rect.y -= area.y;
  }
  changeHand(std::move(rects));
}

// Whatever way the part was cut, from now on it is by hand.
void CutBench::splitFrame(const PixelRect& frame, GridLine::Across across, int position) {
  const Cut cut = shownCut();
  const PixelRect area = partArea(cut);
  std::vector<PixelRect> rects = chosenRects();
  if (!std::holds_alternative<HandCut>(partWay(cut))) {
    for (const PixelRect& one : stage_->evidence().found.frames) {
      if (within(one, area)) rects.push_back({one.x - area.x, one.y - area.y, one.w, one.h});
    }
  }
  const PixelRect inPart{frame.x - area.x, frame.y - area.y, frame.w, frame.h};
  const auto place = std::find(rects.begin(), rects.end(), inPart);
  if (place == rects.end()) return;
  const auto index = static_cast<std::size_t>(place - rects.begin());
  const bool columns = across == GridLine::Across::Columns;
  changeHand(splitRect(std::move(rects), index, across, position - (columns ? area.x : area.y)));
}

void CutBench::addRegion(const PixelRect& area) {
  Cut cut = shownCut();
  cut.regions.push_back({area, IslandRule{}});
  part_ = static_cast<int>(cut.regions.size()) - 1;
  take(cut);
}

void CutBench::removeRegion() {
  Cut cut = shownCut();
  if (part_ < 0 || part_ >= static_cast<int>(cut.regions.size())) return;
  cut.regions.erase(cut.regions.begin() + part_);
  part_ = -1;
  take(cut);
}

}  // namespace amber
