#include "core/base/guarded.h"

#include <new>
#include <stdexcept>

namespace amber {

Error errorFrom(const std::exception_ptr& thrown) {
  const Error memory{ErrorCode::OutOfMemory,
                     {},
                     {},
                     "there is not enough memory for this, so nothing was changed. Close other "
                     "programs, or work on fewer or smaller sheets at a time"};
  try {
    std::rethrow_exception(thrown);
  } catch (const std::bad_alloc&) {
    return memory;
  } catch (const std::length_error&) {
    return memory;
  } catch (const std::exception& other) {
    return {ErrorCode::Unexpected,
            {},
            {},
            std::string("an unexpected error, nothing was changed: ") + other.what()};
  } catch (...) {
    return {ErrorCode::Unexpected, {}, {}, "an unexpected error; nothing was changed"};
  }
}

}  // namespace amber
