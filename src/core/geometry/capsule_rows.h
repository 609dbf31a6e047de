#pragma once

#include "core/geometry/shape.h"

namespace amber {

/// The rows of one capsule, with what they share worked out once: for those who ask for many.
class CapsuleRows {
 public:
  /// Requires: a valid capsule.
  explicit CapsuleRows(const Capsule& capsule);

  /// As rowOf.
  PixelSpan row(int y) const;

 private:
  Capsule c_;
  double squaredRadius_;
  double length_;
  // The direction from a to b, and what divides by it; 0 where there is nothing to divide by.
  double dx_ = 0;
  double dy_ = 0;
  double overDx_ = 0;
  double overDy_ = 0;
};

}  // namespace amber
