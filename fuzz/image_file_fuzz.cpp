// Laws: whatever imageFrom accepts, it gives back after pngBytes unchanged, within our limits; the
// pictures of an animated image have room on their sheet and times in their range.
#include <cstdint>
#include <cstdlib>
#include <iterator>

#include "core/geometry/tolerances.h"
#include "files/image/image_file.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view bytes(reinterpret_cast<const char*>(data), size);
  const auto file = amber::imageFileFrom(bytes, "fuzz");
  if (file && file->pictures) {
    const amber::SheetPictures& pictures = *file->pictures;
    const long long room =
        1LL * (file->image.width() / pictures.size.w) * (file->image.height() / pictures.size.h);
    if (pictures.timesMs.size() < 2 || room < std::ssize(pictures.timesMs)) std::abort();
    for (const int time : pictures.timesMs) {
      if (time < 1 || time > 60000) std::abort();
    }
  }
  const auto image = amber::imageFrom(bytes, "fuzz");
  if (!image) return 0;
  if (image->width() < 1 || image->width() > amber::kLongestImageSide) std::abort();
  const auto again = amber::imageFrom(amber::pngBytes(*image), "again");
  if (!again || !(*again == *image)) std::abort();
  return 0;
}
