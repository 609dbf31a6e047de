#pragma once

#include <cstddef>
#include <cstdint>

namespace amber::fuzz {

/// The input byte by byte; zeros when there are no more.
class Bytes {
 public:
  Bytes(const std::uint8_t* data, std::size_t size) : data_(data), size_(size) {}

  int next() { return at_ < size_ ? data_[at_++] : 0; }
  /// From -32 to 31.75, in quarters.
  double length() { return (next() - 128) / 4.0; }
  /// From 0.25 to 32.125, in eighths.
  double size() { return 0.25 + next() / 8.0; }

 private:
  const std::uint8_t* data_;
  std::size_t size_;
  std::size_t at_ = 0;
};

}  // namespace amber::fuzz
