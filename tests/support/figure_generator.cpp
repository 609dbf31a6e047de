#include "figure_generator.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <random>

namespace amber::test {
namespace {

class Drawing {
 public:
  Drawing(std::uint32_t seed, Movement movement) : random_(seed), movement_(movement) {
    height_ = any(20, 130);
    legs_ = std::max(5, height_ * any(25, 45) / 100);
    torso_ = std::max(5, (height_ - legs_) * any(50, 65) / 100);
    head_ = std::max(4, height_ - legs_ - torso_);
    halfWidth_ = std::max(4, height_ * any(12, 24) / 100);
    foot_ = std::max(3, halfWidth_ * any(50, 90) / 100);
    legWidth_ = std::max(2, foot_ / 2);
    toe_ = any(0, 2);
    arm_ = std::max(4, height_ * any(20, 40) / 100);
    // A hop takes its time: three steps in the air at the least.
    steps_ = any(movement == Movement::Hop ? 8 : 4, 14);
    margin_ = arm_ + foot_ + 14;
    cell_ = {2 * (halfWidth_ + margin_), height_ + 24};
    leftFootHigher_ = any(0, 1);
  }

  MadeFigure drawn(bool slips) {
    MadeFigure figure;
    figure.movement = movement_;
    if (slips) figure.slips = chosenSlips();
    image_ = Image(cell_.w * steps_, cell_.h);
    for (int step = 0; step < steps_; ++step) {
      MadeFigure::Shift off{0, 0, 0};
      for (const auto& slip : figure.slips) {
        if (slip.step == static_cast<std::size_t>(step)) off = slip;
      }
      drawStep(step, off);
    }
    figure.asset = assetOf();
    figure.art = artOf(std::move(image_), {});
    return figure;
  }

 private:
  int any(int least, int most) { return std::uniform_int_distribution<>(least, most)(random_); }

  std::vector<MadeFigure::Shift> chosenSlips() {
    std::vector<std::size_t> steps;
    for (int i = 0; i < steps_; ++i) steps.push_back(static_cast<std::size_t>(i));
    std::shuffle(steps.begin(), steps.end(), random_);
    steps.resize(static_cast<std::size_t>(any(1, std::max(1, steps_ / 3))));
    std::sort(steps.begin(), steps.end());
    std::vector<MadeFigure::Shift> slips;
    for (const std::size_t step : steps) {
      const std::size_t count = slips.size();
      const bool third =
          count >= 2 && slips[count - 1].step + 1 == step && slips[count - 2].step + 2 == step;
      if (third) continue;
      const int far = any(0, 1) == 0 ? 1 : any(1, 5);
      const bool across = any(0, 3) != 0;
      const int sign = any(0, 1) == 0 ? -1 : 1;
      slips.push_back({step, across ? sign * far : 0, across ? 0 : sign * far});
    }
    return slips;
  }

  void fill(int x, int y, int w, int h) {
    for (int py = y; py < y + h; ++py) {
      for (int px = x; px < x + w; ++px) {
        if (px > cellLeft_ && px < cellLeft_ + cell_.w - 1 && py >= 0 && py < cell_.h) {
          image_.at(px, py) = {90, 120, 60, 255};
        }
      }
    }
  }

  // A glow that is not solid ink, as in soft art.
  void glow(int x, int y) {
    if (image_.rect().contains(x, y) && image_.at(x, y).a == 0)
      image_.at(x, y) = {250, 240, 160, 60};
  }

  void drawFoot(int centre, int ground, int lift, bool left) {
    const int width = foot_;
    const int x = centre - width / 2;
    const int high = std::max(2, height_ / 20) + (left ? leftFootHigher_ : 0);
    fill(x, ground - lift - high, width, high);
    fill(left ? x - toe_ : x + width, ground - lift - 1, toe_, 1);
  }

  void drawStep(int step, const MadeFigure::Shift& off) {
    cellLeft_ = step * cell_.w;
    const double phase = 2 * std::numbers::pi * step / steps_;
    const auto swing = [&](double size) {
      return static_cast<int>(std::lround(size * std::sin(phase)));
    };
    int middle = cellLeft_ + cell_.w / 2 + off.dx;
    int ground = cell_.h - 8 + off.dy;
    int stance = std::max(foot_ / 2 + 1, halfWidth_ * 2 / 3);
    int leftLift = 0;
    int rightLift = 0;
    int shorter = 0;
    int lean = 0;
    int armRise = arm_ / 4;
    int leftAt = -stance;
    int rightAt = stance;
    switch (movement_) {
      case Movement::Breathe:
        shorter = swing(1.4);
        break;
      case Movement::Wave:
        armRise = swing(arm_ * 0.9);
        break;
      case Movement::Crouch:
        shorter = std::abs(swing(legs_ * 0.4));
        break;
      case Movement::Lean:
        lean = swing(halfWidth_ * 0.8);
        break;
      case Movement::Tap:
        if (step % 4 == 1) leftLift = std::max(2, legs_ / 4);
        break;
      case Movement::Drip:
        armRise = swing(arm_ * 0.3);
        break;
      case Movement::Walk:  // in place: each foot lifts in turn
        (step % 2 == 0 ? leftLift : rightLift) = std::max(2, legs_ / 4);
        shorter = step % 2;
        break;
      case Movement::Stride:  // feet pass under the body
        leftAt = swing(stance * 1.5);
        rightAt = -leftAt;
        leftLift = std::cos(phase) > 0.3 ? 2 : 0;
        rightLift = std::cos(phase) < -0.3 ? 2 : 0;
        break;
      case Movement::Hop:
        ground -= static_cast<int>(std::lround(6 * std::max(0.0, std::sin(phase))));
        break;
    }
    const int hips = ground - legs_ + shorter;
    for (const bool left : {true, false}) {
      const int at = middle + (left ? leftAt : rightAt);
      const int lift = left ? leftLift : rightLift;
      fill(at - legWidth_ / 2, hips, legWidth_, ground - lift - hips - 1);
      drawFoot(at, ground, lift, left);
    }
    fill(middle - halfWidth_ + lean / 2, hips - torso_, 2 * halfWidth_, torso_);
    fill(middle - halfWidth_ * 2 / 3 + lean, hips - torso_ - head_, halfWidth_ * 4 / 3, head_);
    const int hand = hips - torso_ * 3 / 4 - armRise;
    fill(middle + halfWidth_ + lean / 2, std::min(hand, hips - torso_ / 2), 3,
         std::abs(hips - torso_ / 2 - hand) + 2);
    fill(middle + halfWidth_ + lean / 2, hand, arm_ * 2 / 3, 3);
    if (movement_ == Movement::Drip) {
      const int drop = hand + 4 + step % 3 * 4;
      if (drop + 3 < ground - legs_ / 3) fill(middle + halfWidth_ + arm_ / 2, drop, 2, 3);
    }
    glow(middle - halfWidth_ - 4, hips - torso_ / 2);
    glow(middle, ground + 3);
  }

  Asset assetOf() const {
    Asset asset;
    asset.id = {1};
    asset.name = "figure";
    Animation animation{{2}, "move", LoopMode::Repeat, {}};
    const double half = movement_ == Movement::Wave ? 0.5 : 0;
    for (int step = 0; step < steps_; ++step) {
      Frame frame;
      frame.id = {static_cast<std::uint32_t>(step) + 10};
      frame.name = "figure_move_" + std::to_string(step + 1);
      frame.sheet = {3};
      frame.rect = {step * cell_.w, 0, cell_.w, cell_.h};
      frame.origin = {cell_.w / 2.0 + half, static_cast<double>(cell_.h - 8)};
      frame.originRule = kByHand;
      animation.steps.push_back({frame.id, 100});
      asset.frames.push_back(std::move(frame));
    }
    asset.animations = {animation};
    return asset;
  }

  std::mt19937 random_;
  Movement movement_;
  int height_, legs_, torso_, head_, halfWidth_, foot_, legWidth_, toe_, arm_, steps_, margin_;
  int leftFootHigher_;
  PixelSize cell_;
  int cellLeft_ = 0;
  Image image_;
};

}  // namespace

std::string nameOf(Movement movement) {
  static constexpr std::array<const char*, 9> kNames = {"breathe", "wave", "crouch", "lean", "tap",
                                                        "drip",    "walk", "stride", "hop"};
  return kNames[static_cast<std::size_t>(movement)];
}

MadeFigure madeFigure(std::uint32_t seed, Movement movement, bool slips) {
  return Drawing(seed, movement).drawn(slips);
}

}  // namespace amber::test
