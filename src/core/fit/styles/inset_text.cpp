#include "core/fit/styles/inset_text.h"

#include <algorithm>
#include <charconv>
#include <vector>

#include "core/base/exact_number.h"

namespace amber {
namespace {

std::optional<double> numberIn(std::string_view text) {
  double value = 0;
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
  const bool good = error == std::errc{} && end == text.data() + text.size() &&
                    value >= -kFarthestInset && value <= kFarthestInset;
  return good ? std::optional(value) : std::nullopt;
}

}  // namespace

std::optional<Inset> insetFrom(std::string_view given) {
  std::string kept(given);
  std::erase(kept, ' ');
  std::string_view text = kept;
  const bool percent = text.ends_with('%');
  if (percent) text.remove_suffix(1);
  std::vector<double> numbers;
  while (true) {
    const std::size_t comma = text.find(',');
    const auto number = numberIn(text.substr(0, comma));
    if (!number) return std::nullopt;
    numbers.push_back(*number);
    if (comma == std::string_view::npos) break;
    text.remove_prefix(comma + 1);
  }
  if (numbers.size() == 1) numbers.resize(4, numbers.front());
  if (numbers.size() != 4) return std::nullopt;
  return Inset{numbers[0], numbers[1], numbers[2], numbers[3], percent};
}

std::string textOf(const Inset& inset) {
  const bool one =
      inset.left == inset.top && inset.left == inset.right && inset.left == inset.bottom;
  std::string text = exactNumber(inset.left);
  if (!one) {
    for (const double side : {inset.top, inset.right, inset.bottom}) {
      text += "," + exactNumber(side);
    }
  }
  return inset.percent ? text + "%" : text;
}

}  // namespace amber
