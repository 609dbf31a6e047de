#pragma once

#include <string>
#include <tl/expected.hpp>
#include <type_traits>
#include <utility>

namespace amber {

/// What went wrong with the user's data. A programmer's mistake asserts instead.
enum class ErrorCode {
  FileMissing,
  FileUnreadable,
  FileUnwritable,
  NotAnImage,
  ImageTooLarge,
  NotJson,
  WrongFormat,
  NewerVersion,
  WrongType,
  MissingKey,
  BadValue,
  PathLeavesFolder,
  UnknownTarget,
  HasErrors,
  Cancelled,
  Locked,         ///< Another program holds the project.
  ChangedOnDisk,  ///< The file is not what it was when it was read.
  OutOfMemory,
  Unexpected,  ///< An exception of a library that has no more specific code.
};

/// An error a user can act on.
struct Error {
  ErrorCode code = ErrorCode::BadValue;
  std::string file;      ///< The file concerned; empty when there is none.
  std::string place;     ///< Where in the file, for example `assets[2].name`; empty for all of it.
  std::string sentence;  ///< What is wrong and what to do, in one sentence.

  bool operator==(const Error&) const = default;
};

/// A value, or an error instead of it. Callers must check it.
template <class T>
class [[nodiscard]] Result : public tl::expected<T, Error> {
 public:
  using Base = tl::expected<T, Error>;
  using Base::Base;

  Result() = default;
  Result(const Base& base) : Base(base) {}        // NOLINT(google-explicit-constructor)
  Result(Base&& base) : Base(std::move(base)) {}  // NOLINT(google-explicit-constructor)
};

}  // namespace amber

// So that and_then takes functions that give a Result.
template <class T>
struct tl::detail::is_expected_impl<amber::Result<T>> : std::true_type {};

namespace amber {

/// The refusal as one line: the file, the place, the sentence.
std::string describe(const Error& error);

/// Shorthand for returning an Error from a function that gives a Result.
inline tl::unexpected<Error> failure(ErrorCode code, std::string sentence, std::string file = {},
                                     std::string place = {}) {
  return tl::unexpected<Error>(Error{code, std::move(file), std::move(place), std::move(sentence)});
}

}  // namespace amber
