#include "core/trial/ink_meeting.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>
#include <vector>

#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// How far two stretches overlap; below 0: how far apart they lie.
double overlapOf(double from, double to, double otherFrom, double otherTo) {
  return std::min(to, otherTo) - std::max(from, otherFrom);
}

bool isWhole(double value) {
  return value == std::floor(value);
}

// The columns of a run as they are drawn: the leftmost pixel that extends past `left`.
FramePixel leftmostPast(const InkBox& run, double left, const Pose& pose) {
  const double into = std::max(0.0, left - run.left) / pose.scale;
  const int skipped = static_cast<int>(std::floor(into + kTouching));
  return {pose.mirrored ? run.x1 - 1 - skipped : run.x0 + skipped, run.y};
}

// Where two stretches lie apart, the ends that face each other; else the middle of what they share.
std::pair<double, double> facing(double from, double to, double otherFrom, double otherTo) {
  if (to <= otherFrom) return {to, otherFrom};
  if (otherTo <= from) return {from, otherTo};
  const double middle = (std::max(from, otherFrom) + std::min(to, otherTo)) / 2;
  return {middle, middle};
}

// The boxes of one row of pixels: places [first, last) of the list.
struct InkRow {
  std::size_t first = 0;
  std::size_t last = 0;
  double top = 0;
  double bottom = 0;
};

// Rows from top to bottom, with the boxes of each from left to right.
class InkRows {
 public:
  InkRows(std::vector<InkBox> boxes, const Pose& pose) : boxes_(std::move(boxes)) {
    for (std::size_t i = 0; i < boxes_.size(); ++i) {
      if (i == 0 || boxes_[i].y != boxes_[i - 1].y) {
        rows_.push_back({i, i, boxes_[i].top, boxes_[i].bottom});
      }
      rows_.back().last = i + 1;
    }
    if (!pose.mirrored) return;
    for (const InkRow& row : rows_) {
      std::reverse(boxes_.begin() + static_cast<std::ptrdiff_t>(row.first),
                   boxes_.begin() + static_cast<std::ptrdiff_t>(row.last));
    }
  }

  const std::vector<InkBox>& boxes() const { return boxes_; }
  const std::vector<InkRow>& rows() const { return rows_; }
  bool empty() const { return boxes_.empty(); }

 private:
  std::vector<InkBox> boxes_;
  std::vector<InkRow> rows_;
};

// Calls meet(p, q, across) for every two boxes of the rows that overlap.
template <class Meet>
void sweepRow(const InkRows& a, const InkRow& rowA, const InkRows& b, const InkRow& rowB,
              const Meet& meet) {
  std::size_t i = rowA.first;
  std::size_t k = rowB.first;
  while (i < rowA.last && k < rowB.last) {
    const InkBox& p = a.boxes()[i];
    const InkBox& q = b.boxes()[k];
    const double across = overlapOf(p.left, p.right, q.left, q.right);
    if (across > kTouching) meet(p, q, across);
    p.right < q.right ? ++i : ++k;
  }
}

// The same for every two boxes that overlap, by rows of the first.
template <class Meet>
void sweep(const InkRows& a, const InkRows& b, const Meet& meet) {
  std::size_t begin = 0;
  for (const InkRow& rowA : a.rows()) {
    const auto down = [&](std::size_t row) {
      return overlapOf(rowA.top, rowA.bottom, b.rows()[row].top, b.rows()[row].bottom);
    };
    while (begin < b.rows().size() && b.rows()[begin].bottom <= rowA.top) ++begin;
    for (std::size_t row = begin; row < b.rows().size(); ++row) {
      if (b.rows()[row].top >= rowA.bottom) break;
      if (down(row) > kTouching) sweepRow(a, rowA, b, b.rows()[row], meet);
    }
  }
}

// Finds the nearest boxes of two inks that do not meet; of equally near ones the first in order of
// the first ink, then of the second.
class NearestBoxes {
 public:
  NearestBoxes(const InkRows& a, const InkRows& b) : a_(a), b_(b) {
    for (const InkBox& box : b.boxes()) {
      left_ = std::min(left_, box.left);
      right_ = std::max(right_, box.right);
    }
    std::vector<std::pair<double, std::size_t>> order;
    for (std::size_t i = 0; i < a.boxes().size(); ++i) order.emplace_back(least(i), i);
    std::sort(order.begin(), order.end());
    for (const auto& [gap, i] : order) {
      if (gap > gap_) break;
      search(i);
    }
  }

  double gap() const { return gap_; }
  const InkBox& first() const { return a_.boxes()[first_]; }
  const InkBox& second() const { return b_.boxes()[second_]; }

 private:
  static double apart(double from, double to, double otherFrom, double otherTo) {
    return std::max(0.0, -overlapOf(from, to, otherFrom, otherTo));
  }

  // What the box is apart from the bounds of the second ink, at least.
  double least(std::size_t i) const {
    const InkBox& p = a_.boxes()[i];
    return std::hypot(apart(p.left, p.right, left_, right_),
                      apart(p.top, p.bottom, b_.rows().front().top, b_.rows().back().bottom));
  }

  // Rows of the second ink from the height of the box outward, until they are too far.
  void search(std::size_t i) {
    const InkBox& p = a_.boxes()[i];
    const auto& rows = b_.rows();
    const auto middle = static_cast<std::size_t>(
        std::partition_point(rows.begin(), rows.end(),
                             [&](const InkRow& row) { return row.bottom < p.top; }) -
        rows.begin());
    for (std::size_t row = middle; row < rows.size() && nearEnough(p, rows[row]); ++row) {
      searchRow(i, rows[row]);
    }
    for (std::size_t row = middle; row-- > 0 && nearEnough(p, rows[row]);) searchRow(i, rows[row]);
  }

  bool nearEnough(const InkBox& p, const InkRow& row) const {
    return apart(p.top, p.bottom, row.top, row.bottom) <= gap_;
  }

  // The boxes of a row on both sides of where the given one would stand.
  void searchRow(std::size_t i, const InkRow& row) {
    const InkBox& p = a_.boxes()[i];
    const auto begin = b_.boxes().begin() + static_cast<std::ptrdiff_t>(row.first);
    const auto end = b_.boxes().begin() + static_cast<std::ptrdiff_t>(row.last);
    const auto after =
        std::partition_point(begin, end, [&](const InkBox& q) { return q.right < p.left; });
    if (after != begin) consider(i, static_cast<std::size_t>(after - 1 - b_.boxes().begin()));
    for (auto q = after; q != end; ++q) {
      if (q != after && q->left > p.right) break;
      consider(i, static_cast<std::size_t>(q - b_.boxes().begin()));
    }
  }

  void consider(std::size_t i, std::size_t k) {
    const InkBox& p = a_.boxes()[i];
    const InkBox& q = b_.boxes()[k];
    const double gap = std::hypot(apart(p.left, p.right, q.left, q.right),
                                  apart(p.top, p.bottom, q.top, q.bottom));
    if (gap > gap_ || (gap == gap_ && std::pair(first_, second_) <= std::pair(i, k))) return;
    gap_ = gap;
    first_ = i;
    second_ = k;
  }

  const InkRows& a_;
  const InkRows& b_;
  double left_ = std::numeric_limits<double>::infinity();
  double right_ = -std::numeric_limits<double>::infinity();
  double gap_ = std::numeric_limits<double>::infinity();
  std::size_t first_ = 0;
  std::size_t second_ = 0;
};

}  // namespace

InkMeeting inkMeeting(const TrialFrame& a, const Pose& poseA, const TrialFrame& b,
                      const Pose& poseB) {
  const InkRows rowsA(inkBoxes(a, poseA), poseA);
  const InkRows rowsB(inkBoxes(b, poseB), poseB);
  InkMeeting meeting;
  meeting.gap = std::numeric_limits<double>::infinity();
  if (rowsA.empty() || rowsB.empty()) return meeting;
  double common = 0;
  double firstLeft = 0;
  sweep(rowsA, rowsB, [&](const InkBox& p, const InkBox& q, double across) {
    const double left = std::max(p.left, q.left);
    // Runs come from top to bottom: a later row is never higher.
    if (!meeting.first || (meeting.first->y == p.y && left < firstLeft)) {
      meeting.first = leftmostPast(p, q.left, poseA);
      firstLeft = left;
    }
    meeting.meet = true;
    common += across;
  });
  const InkBox& p = rowsA.boxes().front();
  const InkBox& q = rowsB.boxes().front();
  const bool grid =
      poseA.scale == 1 && poseB.scale == 1 && isWhole(p.left - q.left) && isWhole(p.top - q.top);
  if (grid) meeting.count = std::llround(common);
  if (meeting.meet) {
    meeting.gap = 0;
    return meeting;
  }
  const NearestBoxes nearest(rowsA, rowsB);
  const InkBox& from = nearest.first();
  const InkBox& to = nearest.second();
  const auto [ax, bx] = facing(from.left, from.right, to.left, to.right);
  const auto [ay, by] = facing(from.top, from.bottom, to.top, to.bottom);
  meeting.gap = nearest.gap();
  meeting.gapFrom = {ax, ay};
  meeting.gapTo = {bx, by};
  return meeting;
}

bool inkBoundsMeet(const std::vector<InkBox>& a, const std::vector<InkBox>& b) {
  if (a.empty() || b.empty()) return false;
  const auto around = [](const std::vector<InkBox>& boxes) {
    InkBox all = boxes.front();
    for (const InkBox& box : boxes) {
      all.left = std::min(all.left, box.left);
      all.right = std::max(all.right, box.right);
      all.top = std::min(all.top, box.top);
      all.bottom = std::max(all.bottom, box.bottom);
    }
    return all;
  };
  const InkBox p = around(a);
  const InkBox q = around(b);
  return overlapOf(p.left, p.right, q.left, q.right) > kTouching &&
         overlapOf(p.top, p.bottom, q.top, q.bottom) > kTouching;
}

}  // namespace amber
