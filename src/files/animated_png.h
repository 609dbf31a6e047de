#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/image/image.h"

namespace amber {

/// One picture of an animated PNG, as a PNG of its own, and how it changes what is shown.
struct AnimatedPngPicture {
  std::string png;
  PixelRect place;  ///< On the canvas.
  int timeMs = 0;   ///< How long it shows; 0 where it does not say.
  enum class Blend { Source, Over } blend = Blend::Source;
  enum class Dispose { Keep, Clear, Previous } dispose = Dispose::Keep;
};

/// The pictures of an animated PNG taken apart, to be read by whatever reads PNG; empty for a PNG
/// that is none, or no PNG at all. A first picture that is no part of the animation is left out.
/// Errors (NotAnImage): a chunk that is broken or out of its order, a picture that leaves the
/// canvas, fewer pictures than it says it has; what a reader of PNG finds wrong is for that to say.
/// Cost: linear in the bytes.
/// Reference: Portable Network Graphics (PNG) Specification, third edition, W3C, 2025, sections 4.9
/// and 11.3.2 (acTL, fcTL, fdAT).
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
