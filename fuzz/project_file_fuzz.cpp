// Law: whatever projectFrom accepts, it gives back after projectText unchanged.
#include <cstdint>
#include <cstdlib>

#include "files/project/project_file.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  const auto project = amber::projectFrom(text, "fuzz");
  if (!project) return 0;
  const auto again = amber::projectFrom(amber::projectText(*project), "again");
  if (!again || !(*again == *project)) std::abort();
  return 0;
}
