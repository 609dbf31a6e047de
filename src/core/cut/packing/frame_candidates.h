#pragma once

#include <cstdint>
#include <vector>

#include "core/cut/packing/packing_ink.h"

namespace amber {

/// A frame that may start at some corner, and what speaks against it, less what each frame earns:
/// the logarithm of how unlikely it is, 0 for one as likely as none.
struct FrameCandidate {
  std::int16_t w = 0;
  std::int16_t h = 0;
  float cost = 0;

  bool operator==(const FrameCandidate&) const = default;
};

/// The likeliest frames of a sheet, by the corner of the sheet where their top and left sides meet,
/// where the sheet is taken to hold so many frames. A frame has ink along all four of its sides.
/// Likely is one across whose sides little touches, of about the area and the ink that a frame of
/// so many has, and with as much shadow by figure as the whole sheet.
class FrameCandidates {
 public:
  /// Requires: more than 0 frames, ink that outlives this.
  FrameCandidates(const PackingInk& ink, double frames);

  /// The area of a frame if there are that many frames, px.
  double area() const { return area_; }

  /// Up to 60 of them, the likeliest first; of equal ones the narrower, then the lower. Found when
  /// first asked for. The reference holds until the next corner is asked for. Nothing once more
  /// than kMostCorners corners were asked for. Cost: up to 12 times the area of a frame, in the
  /// beginning.
  const std::vector<FrameCandidate>& at(int x, int y);

  static constexpr std::size_t kMostCorners = 60000;
  /// What every frame earns.
  static constexpr float kEarned = 5;

 private:
  std::vector<FrameCandidate> found(int x, int y) const;
  float sizeCost(int x, int y, int w, int h) const;

  const PackingInk& ink_;
  double area_;
  double inkEach_;
  float logArea_;
  float logInk_;
  float logShadow_ = 0;
  bool shaded_;
  int mostW_;
  int mostH_;
  std::vector<std::int32_t> listAt_;  // By corner; -1 where none was made yet.
  std::vector<std::vector<FrameCandidate>> lists_;
  std::vector<FrameCandidate> none_;
};

}  // namespace amber
