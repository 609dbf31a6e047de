#pragma once

#include <memory>
#include <utility>

namespace amber {

/// An immutable value held by shared pointer: copying costs a pointer, and two copies of one value
/// are recognised as the same at once. Changing means making a new value (`with`).
template <class T>
class SharedValue {
 public:
  SharedValue(T value) : value_(std::make_shared<const T>(std::move(value))) {}

  const T& operator*() const { return *value_; }
  const T* operator->() const { return value_.get(); }

  /// True when both hold the very same value, without comparing contents.
  bool sameAs(const SharedValue& other) const { return value_ == other.value_; }

  /// The owner, for caches that must not outlive the value they describe.
  std::shared_ptr<const T> pointer() const { return value_; }

  bool operator==(const SharedValue& other) const { return sameAs(other) || **this == *other; }

 private:
  std::shared_ptr<const T> value_;
};

}  // namespace amber
