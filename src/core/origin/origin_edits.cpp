#include "core/origin/origin_edits.h"

#include <algorithm>
#include <cassert>
#include <cmath>

#include "core/origin/anchor.h"
#include "core/origin/ground.h"
#include "core/project/frame_index.h"

namespace amber {
namespace {

// Finds frames of an asset in constant time when they are asked for in order.
class FrameFinder {
 public:
  explicit FrameFinder(const Project& project) : project_(project) {}

  const Asset* asset() const { return asset_; }

  const Frame* operator()(const FrameRef& ref) {
    if (asset_ == nullptr || asset_->id != ref.asset) open(ref.asset);
    if (asset_ == nullptr) return nullptr;
    return index_->find(ref.frame);
  }

 private:
  void open(AssetId id) {
    asset_ = findAsset(project_, id);
    index_.reset();
    if (asset_ != nullptr) index_.emplace(asset_->frames);
  }

  const Project& project_;
  const Asset* asset_ = nullptr;
  std::optional<FrameIndex> index_;  // Of its frames.
};

bool looksAtArt(const OriginRule& rule) {
  return rule.basis != OriginBasis::Cell && rule.basis != OriginBasis::AsFrame;
}

// The number that the rule's frame has in its asset; nothing where no asset holds it.
std::optional<std::size_t> numberOf(const Project& project, FrameId id) {
  for (const auto& asset : project.assets) {
    for (std::size_t i = 0; i < asset->frames.size(); ++i) {
      if (asset->frames[i].id == id) return i;
    }
  }
  return std::nullopt;
}

class Ruling {
 public:
  Ruling(const Project& project, const ArtSource& art)
      : project_(project), art_(art), find_(project) {}

  const Frame* frame(const FrameRef& ref) { return find_(ref); }

  // The rule for the current asset; nothing if the asset has no frame of that number.
  std::optional<OriginRule> ruleHere(OriginRule rule) {
    if (!rule.hasFrame() || findFrame(*find_.asset(), rule.frame) != nullptr) return rule;
    if (numbered_ != rule.frame) {
      number_ = numberOf(project_, rule.frame);
      numbered_ = rule.frame;
    }
    if (!number_ || *number_ >= find_.asset()->frames.size()) return std::nullopt;
    rule.frame = find_.asset()->frames[*number_].id;
    return rule;
  }

  std::optional<SetOrigin> set(const FrameRef& ref, const Frame& frame, const OriginRule& rule) {
    std::optional<Landmarks> marks;
    if (looksAtArt(rule)) {
      const SheetArt* sheet = artOf(frame.sheet);
      if (sheet == nullptr) return std::nullopt;
      marks = landmarksOf(sheet->firm, frame.rect);
    }
    const auto point = originBy(rule, frame.rect.size(), marks, modelFor(rule, frame));
    if (!point || (*point == frame.origin && rule == frame.originRule)) return std::nullopt;
    return SetOrigin{ref.asset, ref.frame, *point, rule};
  }

 private:
  const SheetArt* artOf(SheetId sheet) {
    if (sheet != sheet_) {
      sheet_ = sheet;
      sheetArt_ = art_(sheet);
    }
    return sheetArt_.get();
  }

  const std::optional<OriginModel>& modelFor(const OriginRule& rule, const Frame& frame) {
    if (rule.basis == OriginBasis::Ground) return groundFor(frame);
    return otherFrameOf(rule);
  }

  const std::optional<OriginModel>& groundFor(const Frame& frame) {
    if (groundOf_ != find_.asset()->id) {
      groundOf_ = find_.asset()->id;
      ground_ = groundPoints(project_, *find_.asset(), art_);
    }
    const auto found = ground_.find(stripOf(project_, frame));
    modelOf_ = {};
    model_.reset();
    if (found != ground_.end()) model_ = OriginModel{found->second, std::nullopt};
    return model_;
  }

  const std::optional<OriginModel>& otherFrameOf(const OriginRule& rule) {
    if (!rule.hasFrame()) {
      model_.reset();
      modelOf_ = {};
    } else if (modelOf_ != rule.frame) {
      modelOf_ = rule.frame;
      const Frame* frame = findFrame(*find_.asset(), rule.frame);
      model_ = OriginModel{frame->origin, std::nullopt};
      const auto art = art_(frame->sheet);
      if (art != nullptr) model_->marks = landmarksOf(art->firm, frame->rect);
    }
    return model_;
  }

  const Project& project_;
  const ArtSource& art_;
  FrameFinder find_;
  FrameId numbered_;
  std::optional<std::size_t> number_;
  SheetId sheet_;
  std::shared_ptr<const SheetArt> sheetArt_;
  FrameId modelOf_;
  std::optional<OriginModel> model_;
  AssetId groundOf_;
  std::map<Strip, FramePoint> ground_;
};

}  // namespace

std::vector<Edit> originsByRule(const Project& project, const std::vector<FrameRef>& frames,
                                const OriginRule& rule, const ArtSource& art, HandSet handSet) {
  assert(rule.basis != OriginBasis::Hand);
  Ruling ruling(project, art);
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = ruling.frame(ref);
    if (frame == nullptr) continue;
    const auto here = ruling.ruleHere(rule);
    if (!here || (here->hasFrame() && here->frame == ref.frame)) continue;
    if (handSet == HandSet::Kept && frame->originRule.basis == OriginBasis::Hand) continue;
    if (auto edit = ruling.set(ref, *frame, *here)) edits.emplace_back(*edit);
  }
  return edits;
}

std::vector<Edit> originsByHand(const Project& project, const std::vector<FrameRef>& frames,
                                FramePoint point) {
  FrameFinder find(project);
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    if (find(ref) != nullptr) edits.emplace_back(SetOrigin{ref.asset, ref.frame, point, kByHand});
  }
  return edits;
}

std::vector<Edit> originsMoved(const Project& project, const std::vector<FrameRef>& frames,
                               double dx, double dy) {
  FrameFinder find(project);
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = find(ref);
    if (frame == nullptr) continue;
    edits.emplace_back(
        SetOrigin{ref.asset, ref.frame, {frame->origin.x + dx, frame->origin.y + dy}, kByHand});
  }
  return edits;
}

std::vector<Edit> originsAgain(const Project& project, const std::vector<FrameRef>& frames,
                               const ArtSource& art) {
  Ruling ruling(project, art);
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = ruling.frame(ref);
    if (frame == nullptr || frame->originRule.basis == OriginBasis::Hand) continue;
    if (auto edit = ruling.set(ref, *frame, frame->originRule)) {
      edits.emplace_back(*edit);
    }
  }
  return edits;
}

OriginChange changeBy(const Project& project, const std::vector<Edit>& edits) {
  FrameFinder find(project);
  OriginChange change;
  for (const Edit& edit : edits) {
    const auto* set = std::get_if<SetOrigin>(&edit);
    const Frame* frame = set == nullptr ? nullptr : find({set->asset, set->frame});
    if (frame == nullptr || frame->origin == set->origin) continue;
    ++change.moved;
    change.farthest = std::max(change.farthest, std::hypot(set->origin.x - frame->origin.x,
                                                           set->origin.y - frame->origin.y));
  }
  return change;
}

}  // namespace amber
