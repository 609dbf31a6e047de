#pragma once

#include <unordered_set>
#include <vector>

#include "core/base/shared_value.h"

namespace amber {

/// What one list of shared values holds and another does not.
template <class T>
struct ChangedParts {
  std::vector<const SharedValue<T>*> gone;  ///< Of the first list alone.
  std::vector<std::size_t> come;            ///< Places in the second list, of what it alone holds.
};

/// Compares by what is shared, not by contents. The result points into `before`.
/// Cost: linear, without a look at the values; what both lists begin and end with costs least.
template <class T>
ChangedParts<T> changedParts(const std::vector<SharedValue<T>>& before,
                             const std::vector<SharedValue<T>>& after) {
  std::size_t first = 0;
  while (first < before.size() && first < after.size() && before[first].sameAs(after[first])) {
    ++first;
  }
  std::size_t oldEnd = before.size();
  std::size_t newEnd = after.size();
  while (oldEnd > first && newEnd > first && before[oldEnd - 1].sameAs(after[newEnd - 1])) {
    --oldEnd;
    --newEnd;
  }
  ChangedParts<T> parts;
  std::unordered_set<const T*> old;
  for (std::size_t i = first; i < oldEnd; ++i) old.insert(&*before[i]);
  for (std::size_t i = first; i < newEnd; ++i) {
    if (old.erase(&*after[i]) == 0) parts.come.push_back(i);
  }
  for (std::size_t i = first; i < oldEnd; ++i) {
    if (old.count(&*before[i]) != 0) parts.gone.push_back(&before[i]);
  }
  return parts;
}

}  // namespace amber
