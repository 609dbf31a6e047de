// Islands of a 4096 x 4096 sheet beside the connected components of a general image library, in
// alternating turns on one thread, and the memory that ours take.
#include <cstdio>
#include <cstdlib>
#include <new>
#include <opencv2/imgproc.hpp>
#include <random>

#include "core/cut/islands/islands.h"
#include "core/image/ink/ink.h"
#include "turns.h"

namespace {

// What this program holds from new, now and at most, bytes.
std::size_t held = 0;
std::size_t heldAtMost = 0;
constexpr std::size_t kHeader = alignof(std::max_align_t);

}  // namespace

void* operator new(std::size_t size) {
  auto* block = static_cast<char*>(std::malloc(size + kHeader));
  if (block == nullptr) throw std::bad_alloc();
  *reinterpret_cast<std::size_t*>(block) = size;
  held += size;
  heldAtMost = std::max(heldAtMost, held);
  return block + kHeader;
}
void operator delete(void* pointer) noexcept {
  if (pointer == nullptr) return;
  char* block = static_cast<char*>(pointer) - kHeader;
  held -= *reinterpret_cast<std::size_t*>(block);
  std::free(block);
}
void operator delete(void* pointer, std::size_t) noexcept {
  operator delete(pointer);
}

namespace {

using namespace amber;

constexpr int kSide = 4096;

// Figures of several soft-edged parts, scattered, with loose specks between them.
Image scatteredSheet(int pitch, int specks) {
  Image image(kSide, kSide);
  std::mt19937 random(7);
  const auto between = [&](int low, int high) {
    return low + static_cast<int>(random() % static_cast<unsigned>(high - low + 1));
  };
  for (int top = pitch / 2; top < kSide; top += pitch) {
    for (int left = pitch / 2; left < kSide; left += pitch) {
      for (int part = 0; part < 4; ++part) {
        const double cx = left + between(-pitch / 5, pitch / 5);
        const double cy = top + between(-pitch / 5, pitch / 5);
        const double radius = between(pitch / 12, pitch / 5);
        for (int y = static_cast<int>(cy - radius) - 2; y <= cy + radius + 2; ++y) {
          for (int x = static_cast<int>(cx - radius) - 2; x <= cx + radius + 2; ++x) {
            if (!image.rect().contains(x, y)) continue;
            const double past = std::hypot(x + 0.5 - cx, y + 0.5 - cy) - radius;
            if (past > 2) continue;
            const double alpha = past < 0 ? 255 : 255 * (1 - past / 2);
            image.at(x, y) = {90, 120, 60, static_cast<std::uint8_t>(alpha)};
          }
        }
      }
    }
  }
  for (int i = 0; i < specks; ++i) {
    image.at(between(0, kSide - 1), between(0, kSide - 1)) = {200, 200, 90, 255};
  }
  return image;
}

void report(const char* sheet, const char* what, const bench::Comparison& times) {
  std::printf("| %s | %s | %.2f (%.2f to %.2f) | %.2f (%.2f to %.2f) | %.3f (%.3f to %.3f) |\n",
              sheet, what, times.ours.median, times.ours.low, times.ours.high, times.theirs.median,
              times.theirs.low, times.theirs.high, times.ratio.median, times.ratio.low,
              times.ratio.high);
}

void compare(const char* name, const Image& image) {
  constexpr int kTurns = 41;
  const PixelMask ink = inkOf(image, 1, {});
  const cv::Mat rgba(kSide, kSide, CV_8UC4, const_cast<Rgba*>(image.row(0)));
  cv::Mat alpha;
  cv::Mat theirInk;
  cv::extractChannel(rgba, alpha, 3);
  cv::threshold(alpha, theirInk, 0, 255, cv::THRESH_BINARY);
  cv::Mat labels;
  cv::Mat stats;
  cv::Mat centres;
  int theirCount = 0;
  const auto theirs = [&] {
    theirCount = cv::connectedComponentsWithStats(theirInk, labels, stats, centres, 8, CV_32S);
  };
  Islands islands;
  const auto plain = bench::inTurns(
      kTurns,
      [&] {
        islands = islandsOf(ink, {1, 1, 0});
      },
      theirs);
  // What islandsOf gathers by its bounds is several to the library: the count before that is equal
  // work.
  const std::size_t plainCount = islandCount(ink, 1);
  const bool agree = static_cast<int>(plainCount) == theirCount - 1;
  const std::size_t gatheredCount = islands.all.size();
  report(name, "boxes, counts, gathered by their bounds", plain);
  std::size_t counted = 0;
  report(name, "counts alone",
         bench::inTurns(
             kTurns, [&] { counted = islandCount(ink, 1); }, theirs));
  if (counted != plainCount) std::printf("  the count is not steady\n");
  report(name, "gathered, join 3",
         bench::inTurns(
             kTurns,
             [&] {
               islands = islandsOf(ink, {3, 1, 0});
             },
             theirs));
  report(name, "gathered, join 8, specks under 12 px given away",
         bench::inTurns(
             kTurns,
             [&] {
               islands = islandsOf(ink, {8, 12, 0});
             },
             theirs));
  report(name, "from RGBA: ink, boxes, counts, gathered, join 3",
         bench::inTurns(
             kTurns,
             [&] {
               islands = islandsOf(inkOf(image, 1, {}), {3, 1, 0});
             },
             [&] {
               cv::extractChannel(rgba, alpha, 3);
               cv::threshold(alpha, theirInk, 0, 255, cv::THRESH_BINARY);
               theirs();
             }));
  islands = {};
  heldAtMost = held;
  const std::size_t before = held;
  islands = islandsOf(inkOf(image, 1, {}), {8, 12, 0});
  const double decoded = static_cast<double>(kSide) * kSide * sizeof(Rgba);
  std::printf(
      "  %zu islands, the same number as theirs: %s (gathered: %zu); peak memory %.3f of the "
      "decoded "
      "image\n",
      plainCount, agree ? "yes" : "NO", gatheredCount,
      1 + static_cast<double>(heldAtMost - before) / decoded);
}

}  // namespace

int main() {
  cv::setNumThreads(1);
  std::printf("ms: median (quartiles) of 41 alternating turns, one thread\n");
  std::printf("| sheet | work | ours | connectedComponentsWithStats | ours / theirs |\n");
  std::printf("| --- | --- | --- | --- | --- |\n");
  compare("figures of 128 px, 2,000 specks", scatteredSheet(128, 2000));
  compare("figures of 48 px, 20,000 specks", scatteredSheet(48, 20000));
  return 0;
}
