#include "core/origin/origin_edits.h"

#include <cassert>

#include "core/origin/anchor.h"

namespace amber {

std::vector<Edit> originsByRule(const Project& project, const std::vector<FrameRef>& frames,
                                const OriginRule& rule, const ArtSource& art) {
  assert(rule.basis != OriginBasis::Hand);
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Asset* asset = findAsset(project, ref.asset);
    const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, ref.frame);
    if (frame == nullptr) continue;
    std::optional<PixelRect> ink;
    if (rule.basis == OriginBasis::Ink) {
      const auto sheet = art(frame->sheet);
      if (sheet == nullptr) continue;
      ink = boundsOf(cropped(sheet->firm, frame->rect));
    }
    edits.emplace_back(
        SetOrigin{ref.asset, ref.frame, *originBy(rule, frame->rect.size(), ink), rule});
  }
  return edits;
}

std::vector<Edit> originsByHand(const Project& project, const std::vector<FrameRef>& frames,
                                FramePoint point) {
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Asset* asset = findAsset(project, ref.asset);
    if (asset == nullptr || findFrame(*asset, ref.frame) == nullptr) continue;
    edits.emplace_back(SetOrigin{ref.asset, ref.frame, point, {OriginBasis::Hand, Anchor::Center}});
  }
  return edits;
}

}  // namespace amber
