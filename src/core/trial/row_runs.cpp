#include "core/trial/row_runs.h"

#include "core/image/ink/ink_runs.h"

namespace amber {

RowRuns::RowRuns(const PixelMask& mask) {
  const InkRuns runs(mask);
  runs_.reserve(runs.count());
  const auto height = static_cast<std::size_t>(mask.height());
  first_.reserve(height + 1);
  begins_.reserve(height);
  ends_.reserve(height);
  for (int y = 0; y < mask.height(); ++y) {
    first_.push_back(runs_.size());
    while (runs_.size() < runs.count() && runs[runs_.size()].y == y) {
      const InkRun& run = runs[runs_.size()];
      runs_.push_back({run.x0, run.x1});
    }
    const bool none = runs_.size() == first_.back();
    begins_.push_back(none ? kNowhere : runs_[first_.back()].x0);
    ends_.push_back(none ? -kNowhere : runs_.back().x1);
  }
  first_.push_back(runs_.size());
}

}  // namespace amber
