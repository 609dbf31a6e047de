#include "core/image/ink/background_alpha.h"

#include <array>

namespace amber {
namespace {

constexpr double kLeastBackground = 0.5;
// Below the level, and for each alpha just above it that still belongs to it.
constexpr double kFew = 0.01;

}  // namespace

int visibleInkThreshold(const Image& image) {
  const long long pixels = 1LL * image.width() * image.height();
  if (pixels == 0) return 1;
  std::array<long long, 256> counts{};
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) ++counts[image.at(x, y).a];
  }
  const auto share = [&](int alpha) {
    return static_cast<double>(counts[static_cast<std::size_t>(alpha)]) /
           static_cast<double>(pixels);
  };
  double below = 0;
  for (int level = 0; level <= kFaintestArt; ++level) {
    if (share(level) < kLeastBackground) {
      below += share(level);
      if (below > kFew) return 1;
      continue;
    }
    if (level == 0) return 1;
    int threshold = level + 1;
    while (threshold <= kFaintestArt && share(threshold) > kFew) ++threshold;
    return threshold;
  }
  return 1;
}

}  // namespace amber
