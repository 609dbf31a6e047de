#include "core/fit/keys/steadiness.h"

#include "core/image/bit_count.h"
#include "core/image/shape_pixels.h"

namespace amber {

double likeness(const Shape& shape, FramePoint origin, const Shape& other, FramePoint otherOrigin) {
  const Carry carry = carryBetween(other, otherOrigin, origin);
  const Shape laid = moved(other, carry.dx, carry.dy);
  const PixelRect window = united(pixelBounds(shape), pixelBounds(laid));
  if (window.empty()) return 1;
  const PixelMask a = pixelsOf(shape, window);
  const PixelMask b = pixelsOf(laid, window);
  long long both = 0;
  long long either = 0;
  for (int y = 0; y < window.h; ++y) {
    for (int i = 0; i < a.wordsPerRow(); ++i) {
      both += bitsIn(a.row(y)[i] & b.row(y)[i]);
      either += bitsIn(a.row(y)[i] | b.row(y)[i]);
    }
  }
  return static_cast<double>(both) / static_cast<double>(either);
}

std::optional<double> steadinessAt(const Asset& asset, const Animation& animation,
                                   const HeldShapes& shapes, std::string_view role,
                                   std::size_t step) {
  const std::size_t count = animation.steps.size();
  if (count < 2 || (step == 0 && animation.loop == LoopMode::Once)) return std::nullopt;
  // Back at the first step one comes from the last, or on the way back from the second.
  const std::size_t beforeFirst = animation.loop == LoopMode::BackAndForth ? 1 : count - 1;
  const FrameId here = animation.steps[step].frame;
  const FrameId before = animation.steps[step == 0 ? beforeFirst : step - 1].frame;
  const Frame* frame = findFrame(asset, here);
  const Frame* last = findFrame(asset, before);
  const ShapePlace* place = shapes.find(here, role);
  const ShapePlace* other = shapes.find(before, role);
  if (frame == nullptr || last == nullptr || place == nullptr || other == nullptr) {
    return std::nullopt;
  }
  return likeness(place->shape(), frame->origin, other->shape(), last->origin);
}

}  // namespace amber
