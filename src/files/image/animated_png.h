#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/image/image.h"

namespace amber {

/// One picture of an animated PNG, as a complete PNG, and how it changes the canvas.
struct AnimatedPngPicture {
  std::string png;
  PixelRect place;  ///< On the canvas.
  int timeMs = 0;   ///< Its duration; 0 if it is not set.
  enum class Blend { Source, Over } blend = Blend::Source;
  enum class Dispose { Keep, Clear, Previous } dispose = Dispose::Keep;
};

/// Splits an animated PNG into its pictures, to be read by any PNG reader. Empty for a PNG without
/// animation, or other data. A first picture that is not part of the animation is skipped. Errors
/// (NotAnImage): a broken or misplaced chunk, a picture outside the canvas, fewer pictures than
/// stated; other errors are found by the PNG reader. Cost: linear in the bytes. Reference: Portable
/// Network Graphics (PNG) Specification, third edition, W3C, 2025, sections 4.9 and 11.3.2 (acTL,
/// fcTL, fdAT).
Result<std::vector<AnimatedPngPicture>> takenApart(std::string_view bytes, const std::string& name);

/// Pictures of one size as an animated PNG; what reads no animations shows the first. `plays`: how
/// often it runs, 0 for ever. Requires: as many times (ms, 1 to 60,000) as pictures, at least one.
std::string animatedPng(const std::vector<Image>& pictures, const std::vector<int>& timesMs,
                        int plays);

/// The canvas of an animated image while its pictures come one after another.
class AnimationCanvas {
 public:
  explicit AnimationCanvas(PixelSize size) : shown_(size.w, size.h) {}

  /// What shows once this picture is drawn. Requires: `pixels` is as large as its place, which lies
  /// on the canvas.
  const Image& show(const AnimatedPngPicture& picture, const Image& pixels);

 private:
  Image shown_;
  Image before_;  // What was there before the last picture, where that is wanted back.
  PixelRect last_;
  AnimatedPngPicture::Dispose dispose_ = AnimatedPngPicture::Dispose::Keep;
};

}  // namespace amber
