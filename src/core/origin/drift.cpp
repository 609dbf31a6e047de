#include "core/origin/drift.h"
#include "core/project/frame_index.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// Less than this is the same place: what is left of adding and taking away fractions.
constexpr double kSamePlace = 1e-6;

double median(std::vector<double> values) {
  const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
  std::nth_element(values.begin(), middle, values.end());
  return *middle;
}

double spread(const std::vector<double>& values) {
  const auto [least, most] = std::minmax_element(values.begin(), values.end());
  return *most - *least;
}

Drift driftOf(const std::vector<OriginPoint>& places) {
  std::vector<double> xs;
  std::vector<double> ys;
  for (const OriginPoint& place : places) {
    xs.push_back(place.x);
    ys.push_back(place.y);
  }
  return {spread(xs), spread(ys)};
}

void summarise(DriftTable& table) {
  std::vector<OriginPoint> feet;
  std::vector<OriginPoint> centroids;
  std::vector<double> xs;
  std::vector<double> ys;
  for (const DriftRow& row : table.rows) {
    if (!row.marks) continue;
    feet.push_back(row.marks->feet);
    centroids.push_back(row.marks->centroid);
    xs.push_back(row.marks->feet.x);
    ys.push_back(row.marks->feet.y);
  }
  if (feet.empty()) return;
  table.feet = driftOf(feet);
  table.centroid = driftOf(centroids);
  table.usualFeet = {median(xs), median(ys)};
  for (std::size_t step = 0; step < table.rows.size(); ++step) {
    if (!table.rows[step].marks) continue;
    const double off = table.offUsual(step);
    if (!table.steadiest || off < table.offUsual(*table.steadiest)) table.steadiest = step;
    if (off > (table.worst ? table.offUsual(*table.worst) : kSamePlace)) table.worst = step;
  }
}

}  // namespace

MarksFromOrigin marksFromOrigin(const Landmarks& marks, FramePoint origin) {
  const PixelRect& ink = marks.ink;
  return {relativeTo(marks.feet, origin),
          relativeTo(marks.centroid, origin),
          ink.x - origin.x,
          ink.y - origin.y,
          ink.right() - origin.x,
          ink.bottom() - origin.y};
}

double DriftTable::offUsual(std::size_t step) const {
  const auto& marks = rows[step].marks;
  return marks ? std::hypot(marks->feet.x - usualFeet.x, marks->feet.y - usualFeet.y) : 0;
}

DriftTable driftOf(const Asset& asset, const Animation& animation, const ArtSource& art) {
  FrameIndex frames(asset.frames);
  DriftTable table;
  for (const Step& step : animation.steps) {
    DriftRow row{step.frame, std::nullopt};
    const Frame& frame = frames[step.frame];
    const auto sheet = frame.lost ? nullptr : art(frame.sheet);
    if (sheet != nullptr) {
      if (const auto marks = landmarksOf(sheet->firm, frame.rect)) {
        row.marks = marksFromOrigin(*marks, frame.origin);
      }
    }
    table.rows.push_back(row);
  }
  summarise(table);
  return table;
}

}  // namespace amber
