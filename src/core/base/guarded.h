#pragma once

#include <exception>
#include <type_traits>

#include "core/base/result.h"

namespace amber {

/// The error for an exception: OutOfMemory for std::bad_alloc and std::length_error, otherwise
/// Unexpected. Our own code reports errors as Result; exceptions come from the standard library and
/// other libraries. Requires: `thrown` is not null.
Error errorFrom(const std::exception_ptr& thrown);

/// Calls work(), which gives a Result, and turns what it throws into an error. For the places where
/// an exception would otherwise end the program: the start of a thread or of a command.
template <class Work>
std::invoke_result_t<Work> guarded(Work&& work) {
  try {
    return work();
  } catch (...) {
    return tl::unexpected(errorFrom(std::current_exception()));
  }
}

}  // namespace amber
