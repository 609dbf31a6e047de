#include "cli/option_values.h"

#include <charconv>
#include <regex>

namespace amber {
namespace {

// Whole numbers of at most five digits, separated by anything else.
std::vector<int> numbersIn(const std::string& text) {
  std::vector<int> numbers;
  const char* at = text.data();
  const char* end = at + text.size();
  while (at < end) {
    int number = 0;
    const auto [next, error] = std::from_chars(at, end, number);
    if (error == std::errc{}) numbers.push_back(number);
    at = error == std::errc{} ? next : at + 1;
  }
  return numbers;
}

CLI::Validator form(const std::string& pattern, const std::string& shown) {
  return CLI::Validator(
      [pattern = std::regex(pattern), shown](const std::string& text) {
        return std::regex_match(text, pattern) ? std::string()
                                               : "\"" + text + "\" does not have the form " + shown;
      },
      shown);
}

PixelSize pairFrom(const std::string& text) {
  if (text.empty()) return {};
  const std::vector<int> numbers = numbersIn(text);
  return {numbers[0], numbers[1]};
}

KeyColour keyFrom(const std::string& text) {
  KeyColour key;
  unsigned rgb = 0;
  std::from_chars(text.data(), text.data() + 6, rgb, 16);
  key.r = static_cast<std::uint8_t>(rgb >> 16);
  key.g = static_cast<std::uint8_t>(rgb >> 8 & 255);
  key.b = static_cast<std::uint8_t>(rgb & 255);
  const std::string rest = text.substr(6);
  if (const auto numbers = numbersIn(rest); !numbers.empty()) key.tolerance = numbers[0];
  if (rest.ends_with(":edge")) key.reach = KeyReach::JoinedToEdge;
  return key;
}

}  // namespace

const CLI::Validator rectForm = form("\\d{1,5},\\d{1,5},\\d{1,5},\\d{1,5}", "x,y,w,h");

void addCuttingOptions(CLI::App& command, CuttingOptions& options) {
  auto* cells = command.add_option("--cells", options.cells, "Cells of this many pixels")
                    ->check(form("\\d{1,5}x\\d{1,5}", "WxH"));
  auto* count = command.add_option("--count", options.count, "This many columns and rows")
                    ->check(form("\\d{1,5}x\\d{1,5}", "CxR"));
  auto* whole = command.add_flag("--whole", options.whole, "The whole image is one frame");
  cells->excludes(count)->excludes(whole);
  count->excludes(whole);
  command.add_option("--margin", options.margin, "Pixels before the first column and row")
      ->check(form("\\d{1,5},\\d{1,5}", "L,T"));
  command.add_option("--gutter", options.gutter, "Pixels between columns and between rows")
      ->check(form("\\d{1,5},\\d{1,5}", "X,Y"));
  command.add_option("--key", options.key, "The colour that stands for no ink")
      ->check(form("none|auto|[0-9a-fA-F]{6}(:(25[0-5]|2[0-4]\\d|1?\\d?\\d))?(:edge)?",
                   "RRGGBB[:TOL][:edge]|none|auto"));
  command.add_option("--faint", options.faint, "Least alpha of faint ink")
      ->check(CLI::Range(1, 255));
  command.add_option("--firm", options.firm, "Least alpha of firm ink")
      ->check(CLI::Range(1, 255));
}

CutChoice cutChoice(const CuttingOptions& options) {
  CutChoice choice;
  if (!options.cells.empty()) {
    choice.way = CutChoice::Way::Cells;
    choice.amount = pairFrom(options.cells);
  } else if (!options.count.empty()) {
    choice.way = CutChoice::Way::Count;
    choice.amount = pairFrom(options.count);
  }
  choice.margin = pairFrom(options.margin);
  choice.gutter = pairFrom(options.gutter);
  return choice;
}

InkRule inkRule(const CuttingOptions& options, const Image& image) {
  InkRule rule{options.faint, options.firm, {}};
  if (options.key == "auto") {
    rule.key = likelyKey(image);
  } else if (options.key != "none") {
    rule.key = keyFrom(options.key);
  }
  return rule;
}

PixelRect rectFrom(const std::string& text) {
  const std::vector<int> numbers = numbersIn(text);
  return {numbers[0], numbers[1], numbers[2], numbers[3]};
}

}  // namespace amber
