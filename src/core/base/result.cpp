#include "core/base/result.h"

namespace amber {

std::string describe(const Error& error) {
  std::string line;
  if (!error.file.empty()) line += error.file + ": ";
  if (!error.place.empty()) line += error.place + ": ";
  line += error.sentence;
  // A file name may hold a line break; a refusal stays one line.
  for (char& c : line) {
    if (c == '\n' || c == '\r') c = ' ';
  }
  return line;
}

}  // namespace amber
