#pragma once

#include <cstdio>
#include <cstdlib>
#include <string_view>

namespace amber {

/// What a fuzz target asserts: says what does not hold and aborts, so that the input is kept.
inline void must(bool holds, std::string_view what) {
  if (holds) return;
  std::fprintf(stderr, "%.*s\n", static_cast<int>(what.size()), what.data());
  std::abort();
}

}  // namespace amber
