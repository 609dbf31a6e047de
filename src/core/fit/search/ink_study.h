#pragma once

#include <array>
#include <memory>
#include <optional>
#include <vector>

#include "core/fit/search/ink_counts.h"
#include "core/geometry/shape.h"

namespace amber {

struct CoarseInk;

/// A frame's ink, and what its fits have found out about it: many ask for the same hull, circle or
/// capsule, which is worked out once. Whoever fits more than one shape keeps one of these. To be
/// asked by one thread at a time.
class InkStudy {
 public:
  // Whoever has counts may ask for a fit of them.
  InkStudy(InkCounts counts);  // NOLINT(google-explicit-constructor)
  ~InkStudy();
  InkStudy(InkStudy&&) noexcept;
  InkStudy& operator=(InkStudy&&) noexcept;

  const InkCounts& counts() const { return counts_; }

  /// The convex hull of the ink's pixels, squares and all.
  const std::vector<Vertex>& hull() const;
  /// The ink in squares; null where it is small, see coarseInk().
  const CoarseInk* coarse() const;

  /// Finds that are asked for again; each is filled by the fit that it is named after.
  struct Finds {
    std::optional<std::optional<Box>> innerBox;
    std::optional<std::optional<Circle>> snugCircle;
    std::optional<std::optional<Circle>> innerCircle;
    std::optional<std::optional<Circle>> balancedCircle;
    std::optional<std::optional<Circle>> roughCircle;
    std::array<std::optional<std::optional<Capsule>>, 3> snugCapsules;  ///< By how they lie.
  };
  Finds& finds() const { return finds_; }

 private:
  InkCounts counts_;
  mutable std::optional<std::vector<Vertex>> hull_;
  mutable std::optional<std::unique_ptr<CoarseInk>> coarse_;
  mutable Finds finds_;
};

/// What `slot` holds, made first where it holds nothing.
template <class T, class Make>
const T& foundOnce(std::optional<T>& slot, const Make& make) {
  if (!slot) slot = make();
  return *slot;
}

}  // namespace amber
