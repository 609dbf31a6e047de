// Law: whatever parcelFrom accepts, it gives back after parcelText unchanged.
#include <cstdint>
#include <cstdlib>

#include "files/parcel/parcel_file.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  const auto parcel = amber::parcelFrom(text, "fuzz");
  if (!parcel) return 0;
  const auto again = amber::parcelFrom(amber::parcelText(*parcel), "again");
  if (!again || !(*again == *parcel)) std::abort();
  return 0;
}
