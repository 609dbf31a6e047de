#pragma once

#include <algorithm>
#include <atomic>
#include <cstddef>
#include <thread>
#include <vector>

namespace amber {

/// Calls work(i) for every i below `count`, on as many threads as the machine has cores, at most 8;
/// the caller's is one of them. In no order: work on one index must not look at another's.
template <class Work>
void forEachIndex(std::size_t count, const Work& work) {
  std::atomic<std::size_t> next{0};
  const auto run = [&] {
    for (std::size_t i = next++; i < count; i = next++) work(i);
  };
  const std::size_t cores = std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1, 8);
  std::vector<std::jthread> others;
  for (std::size_t i = 1; i < std::min(cores, count); ++i) others.emplace_back(run);
  run();
}

}  // namespace amber
