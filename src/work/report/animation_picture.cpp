// An animation as a picture that moves, of project_report.h.
#include <algorithm>
#include <cmath>

#include "core/geometry/tolerances.h"
#include "files/image/animated_png.h"
#include "work/report/project_report.h"

namespace amber {
namespace {

// The room that all frames take around their origins, px.
PixelRect roomOf(const Asset& asset, const Animation& animation) {
  PixelRect room;
  for (const Step& step : animation.steps) {
    const Frame& frame = *findFrame(asset, step.frame);
    room =
        united(room, {static_cast<int>(std::lround(-frame.origin.x)),
                      static_cast<int>(std::lround(-frame.origin.y)), frame.rect.w, frame.rect.h});
  }
  return room;
}

Image drawnIn(const PixelRect& room, const Frame& frame, const ArtSource& art) {
  Image picture(room.w, room.h);
  const auto pixels = art(frame.sheet);
  if (pixels == nullptr || !within(frame.rect, pixels->image.rect())) return picture;
  const int left = static_cast<int>(std::lround(-frame.origin.x)) - room.x;
  const int top = static_cast<int>(std::lround(-frame.origin.y)) - room.y;
  for (int y = 0; y < frame.rect.h; ++y) {
    for (int x = 0; x < frame.rect.w; ++x) {
      if (!pixels->faint.test(frame.rect.x + x, frame.rect.y + y)) continue;
      picture.at(left + x, top + y) = pixels->image.at(frame.rect.x + x, frame.rect.y + y);
    }
  }
  return picture;
}

}  // namespace

Result<std::string> animationPng(const Asset& asset, const Animation& animation,
                                 const ArtSource& art) {
  std::vector<Step> steps = animation.steps;
  if (animation.loop == LoopMode::BackAndForth) {
    for (std::size_t i = animation.steps.size(); i-- > 2;) steps.push_back(animation.steps[i - 1]);
  }
  const PixelRect room = roomOf(asset, animation);
  if (static_cast<long long>(room.w) * room.h * static_cast<long long>(steps.size()) >
      kMostImagePixels) {
    return failure(ErrorCode::ImageTooLarge,
                   animation.name + " has more than 256 megapixels in all; show fewer frames");
  }
  std::vector<Image> pictures;
  std::vector<int> times;
  for (const Step& step : steps) {
    pictures.push_back(drawnIn(room, *findFrame(asset, step.frame), art));
    times.push_back(step.durationMs);
  }
  return animatedPng(pictures, times, animation.loop == LoopMode::Once ? 1 : 0);
}

}  // namespace amber
