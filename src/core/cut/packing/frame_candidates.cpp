#include "core/cut/packing/frame_candidates.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace amber {
namespace {

// All found on sheets of finished games. What each contact costs, and how much of it a frame may
// have at all.
constexpr float kContact = 0.7F;
constexpr float kMostContact = 10;
// How far the logarithms of a frame's area, ink and shadow by figure lie from the usual (standard
// deviations), and how much each may cost: now and then a frame is like no other.
constexpr float kAreaVaries = 0.8F;
constexpr float kInkVaries = 0.45F;
constexpr float kShadowVaries = 0.6F;
constexpr float kMostOdd = 6;
constexpr float kMostOddShadow = 4;
// A frame's sides, by the root of the usual area; its ink, by the usual.
constexpr double kLongest = 3.5;
constexpr double kLeastInk = 0.3;
constexpr double kMostInk = 3;
// The mean of what varies so lies above the middle.
constexpr double kMiddle = 0.96;
constexpr double kMiddleInk = 0.9;
// A sheet has shadows, or figures, if a frame contains at least this many px of them.
constexpr double kTellingInk = 2;
constexpr std::size_t kKept = 60;
constexpr float kWorst = 12;

float oddity(float difference, float varies, float most) {
  return std::min(most, difference * difference / (2 * varies * varies));
}

}  // namespace

FrameCandidates::FrameCandidates(const PackingInk& ink, double frames) : ink_(ink) {
  const PixelSize size = ink.size();
  area_ = kMiddle * size.w * size.h / frames;
  inkEach_ = ink.ink(0, 0, size.w, size.h) / frames;
  const double figure = ink.figures(0, 0, size.w, size.h) / frames;
  const double shadow = inkEach_ - figure;
  logArea_ = static_cast<float>(std::log(area_));
  logInk_ = static_cast<float>(std::log(kMiddleInk * inkEach_ + 1));
  shaded_ = figure > kTellingInk && shadow > kTellingInk;
  if (shaded_) logShadow_ = static_cast<float>(std::log((shadow + 1) / (figure + 1)));
  const double longest = std::max(1.0, kLongest * std::sqrt(area_));
  mostW_ = static_cast<int>(std::min<double>(size.w, longest));
  mostH_ = static_cast<int>(std::min<double>(size.h, longest));
  listAt_.assign(static_cast<std::size_t>(size.w) * static_cast<std::size_t>(size.h), -1);
}

const std::vector<FrameCandidate>& FrameCandidates::at(int x, int y) {
  std::int32_t& list =
      listAt_[static_cast<std::size_t>(y) * static_cast<std::size_t>(ink_.size().w) +
              static_cast<std::size_t>(x)];
  if (list < 0) {
    if (lists_.size() >= kMostCorners) return none_;
    list = static_cast<std::int32_t>(lists_.size());
    lists_.push_back(found(x, y));
  }
  return lists_[static_cast<std::size_t>(list)];
}

float FrameCandidates::sizeCost(int x, int y, int w, int h) const {
  const int all = ink_.ink(x, y, w, h);
  float cost = oddity(ink_.logOf(w * h) - logArea_, kAreaVaries, kMostOdd) +
               oddity(ink_.logOf(all + 1) - logInk_, kInkVaries, kMostOdd);
  if (shaded_) {
    const int figure = ink_.figures(x, y, w, h);
    const float ratio = ink_.logOf(all - figure + 1) - ink_.logOf(figure + 1);
    cost += oddity(ratio - logShadow_, kShadowVaries, kMostOddShadow);
  }
  return cost;
}

std::vector<FrameCandidate> FrameCandidates::found(int x, int y) const {
  std::vector<FrameCandidate> all;
  const int mostW = std::min(mostW_, ink_.size().w - x);
  const int mostH = std::min(mostH_, ink_.size().h - y);
  const int leastInk = static_cast<int>(kLeastInk * inkEach_);
  const int mostInk = static_cast<int>(kMostInk * inkEach_);
  // Its first row and its first column hold ink.
  int leastW = 1;
  while (leastW <= mostW && ink_.ink(x, y, leastW, 1) == 0) ++leastW;
  int leastH = 1;
  while (leastH <= mostH && ink_.ink(x, y, 1, leastH) == 0) ++leastH;
  for (int h = leastH; h <= mostH; ++h) {
    if (ink_.ink(x, y, mostW, h) < leastInk) continue;
    int before = ink_.ink(x, y, leastW - 1, h);
    for (int w = leastW; w <= mostW; ++w) {
      const int inked = ink_.ink(x, y, w, h);
      if (inked > mostInk) break;
      const bool right = inked > before;  // Its last column holds ink too,
      before = inked;
      if (!right || inked < leastInk) continue;
      const float below = ink_.acrossRow(y + h, x, w);
      if (kContact * below > 2 * kMostContact) break;
      if (ink_.ink(x, y + h - 1, w, 1) == 0) continue;  // and its last row.
      // Each contact is the neighbour's too.
      const float contact = below + ink_.acrossRow(y, x, w) + ink_.acrossColumn(x, y, h) +
                            ink_.acrossColumn(x + w, y, h);
      const float touching = kContact * contact / 2;
      if (touching > kMostContact) continue;
      const float cost = touching + sizeCost(x, y, w, h);
      if (cost > kWorst) continue;
      all.push_back({static_cast<std::int16_t>(w), static_cast<std::int16_t>(h), cost - kEarned});
    }
  }
  const auto likelier = [](const FrameCandidate& a, const FrameCandidate& b) {
    return std::tie(a.cost, a.w, a.h) < std::tie(b.cost, b.w, b.h);
  };
  if (all.size() > kKept) {
    std::nth_element(all.begin(), all.begin() + kKept, all.end(), likelier);
    all.resize(kKept);
  }
  std::sort(all.begin(), all.end(), likelier);
  all.shrink_to_fit();
  return all;
}

}  // namespace amber
