#pragma once

#include <algorithm>
#include <chrono>
#include <functional>
#include <vector>

namespace amber::bench {

/// Times of one contender, ms.
struct Quartiles {
  double low;
  double median;
  double high;
};

inline Quartiles quartilesOf(std::vector<double> times) {
  std::sort(times.begin(), times.end());
  const auto at = [&](double share) {
    return times[static_cast<std::size_t>(share * static_cast<double>(times.size() - 1))];
  };
  return {at(0.25), at(0.5), at(0.75)};
}

struct Comparison {
  Quartiles ours;
  Quartiles theirs;
  Quartiles ratio;  ///< Ours by theirs, turn by turn.
};

/// Runs the two in alternating turns, so that a machine that slows down slows both.
inline Comparison inTurns(int turns, const std::function<void()>& ours,
                          const std::function<void()>& theirs) {
  const auto timed = [](const std::function<void()>& work) {
    const auto start = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start)
        .count();
  };
  std::vector<double> a;
  std::vector<double> b;
  std::vector<double> ratio;
  for (int i = 0; i < turns; ++i) {
    a.push_back(timed(ours));
    b.push_back(timed(theirs));
    ratio.push_back(a.back() / b.back());
  }
  return {quartilesOf(a), quartilesOf(b), quartilesOf(ratio)};
}

}  // namespace amber::bench
