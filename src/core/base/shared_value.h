#pragma once

#include <array>
#include <atomic>
#include <cstdint>
#include <memory>
#include <utility>

namespace amber {

/// An immutable value held by shared pointer: copying costs a pointer, and two copies of one value
/// are recognised as the same at once. Changing means making a new value (`with`).
template <class T>
class SharedValue {
 public:
  /// Two numbers that follow from a value.
  using Numbers = std::array<std::uint64_t, 2>;

  SharedValue(T value) : held_(std::make_shared<const Held>(std::move(value))) {}

  const T& operator*() const { return held_->value; }
  const T* operator->() const { return &held_->value; }

  /// True when both hold the very same value, without comparing contents.
  bool sameAs(const SharedValue& other) const { return held_ == other.held_; }

  /// The owner, for caches that must not outlive the value they describe.
  std::shared_ptr<const T> pointer() const { return {held_, &held_->value}; }

  /// The numbers that `find` gives for the value; it is asked once for all copies. May be called on
  /// any thread. Requires: whoever asks for a T asks with the same function, and no number is 0.
  template <class Find>
  Numbers remembered(const Find& find) const {
    Numbers numbers{held_->numbers[0].load(), held_->numbers[1].load()};
    if (numbers[0] != 0 && numbers[1] != 0) return numbers;
    numbers = find(held_->value);
    for (std::size_t i = 0; i < numbers.size(); ++i) held_->numbers[i].store(numbers[i]);
    return numbers;
  }

  bool operator==(const SharedValue& other) const { return sameAs(other) || **this == *other; }

 private:
  struct Held {
    explicit Held(T from) : value(std::move(from)) {}

    T value;
    mutable std::array<std::atomic<std::uint64_t>, 2> numbers{};
  };

  std::shared_ptr<const Held> held_;
};

}  // namespace amber
