#include "core/project/playback.h"

#include <cassert>

namespace amber {
namespace {

// The order in which steps show in one run.
std::vector<std::size_t> orderOf(const Animation& animation) {
  std::vector<std::size_t> order;
  const std::size_t count = animation.steps.size();
  for (std::size_t i = 0; i < count; ++i) order.push_back(i);
  if (animation.loop == LoopMode::BackAndForth) {
    for (std::size_t i = count; i > 2; --i) order.push_back(i - 2);
  }
  return order;
}

}  // namespace

long long runLength(const Animation& animation) {
  long long length = 0;
  for (const std::size_t i : orderOf(animation)) length += animation.steps[i].durationMs;
  return length;
}

std::size_t stepAt(const Animation& animation, long long elapsedMs) {
  assert(!animation.steps.empty());
  const long long length = runLength(animation);
  if (animation.loop == LoopMode::Once && elapsedMs >= length) return animation.steps.size() - 1;
  long long left = elapsedMs % length;
  for (const std::size_t i : orderOf(animation)) {
    if (left < animation.steps[i].durationMs) return i;
    left -= animation.steps[i].durationMs;
  }
  return 0;
}

}  // namespace amber
