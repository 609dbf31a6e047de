// Law: whatever imageFrom accepts, it gives back after pngBytes unchanged, within our limits.
#include <cstdint>
#include <cstdlib>

#include "core/geometry/tolerances.h"
#include "files/image_file.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view bytes(reinterpret_cast<const char*>(data), size);
  const auto image = amber::imageFrom(bytes, "fuzz");
  if (!image) return 0;
  if (image->width() < 1 || image->width() > amber::kLongestImageSide) std::abort();
  const auto again = amber::imageFrom(amber::pngBytes(*image), "again");
  if (!again || !(*again == *image)) std::abort();
  return 0;
}
