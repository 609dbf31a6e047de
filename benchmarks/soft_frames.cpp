#include "soft_frames.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <random>

namespace amber::bench {
namespace {

struct Hole {
  double x, y, r;
};

Image softFrame(int side, std::mt19937& random) {
  std::uniform_real_distribution<double> unit(0, 1);
  std::array<double, 7> height{};
  std::array<double, 7> turn{};
  for (std::size_t i = 0; i < height.size(); ++i) {
    height[i] = (unit(random) - 0.3) * 0.5 / static_cast<double>(i + 1);
    turn[i] = unit(random) * 2 * std::numbers::pi;
  }
  const double stretch = 0.6 + 0.8 * unit(random);
  const double cx = side * (0.45 + 0.1 * unit(random));
  const double cy = side * (0.45 + 0.1 * unit(random));
  std::vector<Hole> holes;
  for (int i = 0; i < 3; ++i) {
    holes.push_back({cx + (unit(random) - 0.5) * side * 0.3, cy + (unit(random) - 0.5) * side * 0.3,
                     side * 0.03 * unit(random)});
  }
  Image image(side, side);
  for (int y = 0; y < side; ++y) {
    for (int x = 0; x < side; ++x) {
      const double dx = (x + 0.5 - cx) * stretch;
      const double dy = (y + 0.5 - cy) / stretch;
      const double angle = std::atan2(dy, dx);
      double edge = 1;
      for (std::size_t i = 0; i < height.size(); ++i) {
        edge += height[i] * std::sin(static_cast<double>(i + 1) * angle + turn[i]);
      }
      double inside = 0.27 * side * std::max(0.15, edge) - std::hypot(dx, dy);
      for (const Hole& hole : holes) {
        inside = std::min(inside, std::hypot(x + 0.5 - hole.x, y + 0.5 - hole.y) - hole.r);
      }
      // An edge two pixels soft.
      const double alpha = std::clamp(inside / 2 + 0.5, 0.0, 1.0);
      image.at(x, y) = {90, 60, 30, static_cast<std::uint8_t>(std::lround(alpha * 255))};
    }
  }
  for (int i = 0; i < 6; ++i) {
    const auto at = [&] { return static_cast<int>(unit(random) * (side - 1)); };
    image.at(at(), at()) = {90, 60, 30, 255};
  }
  return image;
}

}  // namespace

std::vector<Image> softFrames(int count, int side) {
  std::mt19937 random(static_cast<unsigned>(side));
  std::vector<Image> frames;
  for (int i = 0; i < count; ++i) frames.push_back(softFrame(side, random));
  return frames;
}

std::vector<Image> manyPartFrames(int count, int side) {
  std::mt19937 random(static_cast<unsigned>(side + 1));
  std::vector<Image> frames;
  for (int i = 0; i < count; ++i) {
    Image frame(side, side);
    for (int part = 0; part < 4; ++part) {
      const Image figure = softFrame(side / 2, random);
      for (int y = 0; y < figure.height(); ++y) {
        for (int x = 0; x < figure.width(); ++x) {
          Rgba& here = frame.at(part % 2 * (side / 2) + x, part / 2 * (side / 2) + y);
          if (figure.at(x, y).a > here.a) here = figure.at(x, y);
        }
      }
    }
    frames.push_back(std::move(frame));
  }
  return frames;
}

}  // namespace amber::bench
