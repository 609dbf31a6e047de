#pragma once

#include <cstdio>
#include <cstdlib>
#include <string_view>

namespace amber {

/// The assertion of a fuzz target: prints what does not hold and aborts, so that the fuzzer keeps
/// the input.
inline void must(bool holds, std::string_view what) {
  if (holds) return;
  std::fprintf(stderr, "%.*s\n", static_cast<int>(what.size()), what.data());
  std::abort();
}

}  // namespace amber
