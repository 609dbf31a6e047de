#include "core/checks/wording.h"

#include <cmath>

#include "core/base/exact_number.h"

namespace amber {
namespace {

std::string toHundredths(double value) {
  // Adding 0 makes a negative zero a plain one.
  return exactNumber(std::round(value * 100) / 100 + 0.0);
}

}  // namespace

std::string framesText(std::size_t count) {
  return std::to_string(count) + (count == 1 ? " frame" : " frames");
}

std::string px(double length) {
  return toHundredths(length) + " px";
}

std::string signedNumber(double value) {
  return (value > 0 ? "+" : "") + toHundredths(value);
}

}  // namespace amber
