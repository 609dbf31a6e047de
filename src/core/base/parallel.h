#pragma once

#include <algorithm>
#include <atomic>
#include <cstddef>
#include <exception>
#include <mutex>
#include <system_error>
#include <thread>
#include <vector>

namespace amber {

/// Calls work(i) for every i below `count`, on as many threads as the machine has cores, at most 8;
/// the caller's is one of them. In no order: work on one index must not look at another's.
/// Throws what the first failing work(i) threw, after all threads have ended; the remaining indices
/// are then skipped.
template <class Work>
void forEachIndex(std::size_t count, const Work& work) {
  std::atomic<std::size_t> next{0};
  std::mutex mutex;
  std::exception_ptr thrown;  // Guarded by the mutex while threads run.
  const auto run = [&] {
    try {
      for (std::size_t i = next++; i < count; i = next++) work(i);
    } catch (...) {
      const std::lock_guard lock(mutex);
      if (thrown == nullptr) thrown = std::current_exception();
      next = count;
    }
  };
  {
    const std::size_t cores = std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1, 8);
    std::vector<std::jthread> others;
    try {
      for (std::size_t i = 1; i < std::min(cores, count); ++i) others.emplace_back(run);
    } catch (const std::system_error&) {
      // The system gives no more threads; those that there are do the work.
    }
    run();
  }
  if (thrown != nullptr) std::rethrow_exception(thrown);
}

}  // namespace amber
