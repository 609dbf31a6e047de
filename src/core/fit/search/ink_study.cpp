#include "core/fit/search/ink_study.h"

#include "core/fit/search/coarse_ink.h"

namespace amber {

InkStudy::InkStudy(InkCounts counts) : counts_(std::move(counts)) {}
InkStudy::~InkStudy() = default;
InkStudy::InkStudy(InkStudy&&) noexcept = default;
InkStudy& InkStudy::operator=(InkStudy&&) noexcept = default;

const std::vector<Vertex>& InkStudy::hull() const {
  return foundOnce(hull_, [&] { return counts_.hull(); });
}

const CoarseInk* InkStudy::coarse() const {
  return foundOnce(coarse_, [&] { return coarseInk(counts_); }).get();
}

}  // namespace amber
