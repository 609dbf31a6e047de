#pragma once

#include <cstddef>
#include <optional>
#include <unordered_map>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// Finds frames of one asset by id, many times. (For one frame, `findFrame` does.)
/// Refers to the frames, which must outlive it and stay where they are.
/// Cost: constant where they are asked for in their order; else the first call is linear in the
/// frames and the others constant.
class FrameIndex {
 public:
  explicit FrameIndex(const std::vector<Frame>& frames) : frames_(&frames) {}

  /// The place in the list; nothing where it does not hold the frame.
  std::optional<std::size_t> place(FrameId id) {
    if (next_ < frames_->size() && (*frames_)[next_].id == id) return next_++;
    if (places_.empty()) {
      for (std::size_t i = 0; i < frames_->size(); ++i) places_[(*frames_)[i].id] = i;
    }
    const auto found = places_.find(id);
    if (found == places_.end()) return std::nullopt;
    next_ = found->second + 1;
    return found->second;
  }

  /// Null where the list does not hold the frame.
  const Frame* find(FrameId id) {
    const auto at = place(id);
    return at ? &(*frames_)[*at] : nullptr;
  }

  /// Requires: the list holds the frame.
  const Frame& operator[](FrameId id) { return *find(id); }

 private:
  const std::vector<Frame>* frames_;
  std::size_t next_ = 0;  // Most callers ask in order: the one after the last found.
  std::unordered_map<FrameId, std::size_t> places_;
};

}  // namespace amber
