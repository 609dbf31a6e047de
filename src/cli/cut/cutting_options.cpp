#include "cli/cut/cutting_options.h"

#include <CLI/CLI.hpp>
#include <charconv>

#include "cli/common_options.h"
#include "core/project/words.h"

namespace amber {
namespace {

PixelSize pairFrom(const std::string& text, char separator) {
  if (text.empty()) return {};
  const std::vector<int> numbers = numbersIn(text, 2, separator);
  return {numbers[0], numbers[1]};
}

// RRGGBB[:TOL][:edge], or nothing for any other text.
std::optional<KeyColour> keyFrom(std::string_view text) {
  KeyColour key;
  unsigned rgb = 0;
  const auto colour = text.substr(0, 6);
  const auto [next, error] = std::from_chars(colour.data(), colour.data() + colour.size(), rgb, 16);
  if (colour.size() != 6 || error != std::errc{} || next != colour.data() + 6) return {};
  key.r = static_cast<std::uint8_t>(rgb >> 16);
  key.g = static_cast<std::uint8_t>(rgb >> 8 & 255);
  key.b = static_cast<std::uint8_t>(rgb & 255);
  text.remove_prefix(6);
  if (text.ends_with(":edge")) {
    key.reach = KeyReach::JoinedToEdge;
    text.remove_suffix(5);
  }
  if (text.empty()) return key;
  if (text.front() != ':') return {};
  const std::vector<int> tolerance = numbersIn(text.substr(1), 1, ',');
  if (tolerance.empty() || tolerance[0] > 255) return {};
  key.tolerance = tolerance[0];
  return key;
}

// x,y,w,h:WxH or x,y,w,h:islands or x,y,w,h:whole, or nothing for any other text.
std::optional<CutRegion> regionFrom(std::string_view text, const IslandRule& rule) {
  const auto colon = text.find(':');
  if (colon == std::string_view::npos) return std::nullopt;
  const std::vector<int> n = numbersIn(text.substr(0, colon), 4, ',');
  const std::string_view way = text.substr(colon + 1);
  if (n.empty()) return std::nullopt;
  CutRegion region{{n[0], n[1], n[2], n[3]}, {}};
  if (way == "islands") {
    region.way = rule;
    return region;
  }
  if (way == "whole") {
    region.way = Grid{{n[2], n[3]}, {}, {}, 1, 1};
    return region;
  }
  const std::vector<int> cell = numbersIn(way, 2, 'x');
  if (cell.empty()) return std::nullopt;
  region.way = Grid{{cell[0], cell[1]}, {}, {}, 1, 1};
  return region;
}

}  // namespace

std::vector<int> numbersIn(std::string_view text, std::size_t count, char separator) {
  std::vector<int> numbers;
  while (numbers.size() < count) {
    int number = 0;
    const auto* end = text.data() + text.size();
    const auto [next, error] = std::from_chars(text.data(), end, number);
    if (error != std::errc{} || number < 0 || number > 99999) return {};
    numbers.push_back(number);
    text.remove_prefix(static_cast<std::size_t>(next - text.data()));
    if (numbers.size() == count) break;
    if (text.empty() || text.front() != separator) return {};
    text.remove_prefix(1);
  }
  return text.empty() ? numbers : std::vector<int>{};
}

CLI::Validator numbersForm(std::size_t count, char separator, const std::string& shown) {
  return CLI::Validator(
      [=](const std::string& text) {
        return numbersIn(text, count, separator).empty()
                   ? "\"" + text + "\" does not have the form " + shown
                   : std::string();
      },
      shown);
}

void addCutting(CLI::App& command, CuttingText& text) {
  auto* cells = command.add_option("--cells", text.cells, "Cut into cells of this size, in px")
                    ->check(numbersForm(2, 'x', "WxH"));
  auto* count = command.add_option("--count", text.count, "Cut into this many columns and rows")
                    ->check(numbersForm(2, 'x', "CxR"));
  auto* whole = command.add_flag("--whole", text.whole, "Make the whole image one frame");
  auto* islands = command.add_flag("--islands", text.islands,
                                   "Cut each island (a group of connected pixels) into a frame");
  auto* hand =
      command.add_option("--by-hand", text.hand, "The rectangle of a frame; may be repeated")
          ->check(numbersForm(4, ',', "x,y,w,h"));
  cells->excludes(count)->excludes(whole)->excludes(islands)->excludes(hand);
  count->excludes(whole)->excludes(islands)->excludes(hand);
  whole->excludes(islands)->excludes(hand);
  islands->excludes(hand);
  auto* boxes =
      command.add_flag("--boxes", text.rule.boxes, "Cut islands; each frame has a drawn outline");
  boxes->excludes(cells)->excludes(count)->excludes(whole)->excludes(hand);
  auto* shadows = command.add_flag("--shadows", text.rule.shadows,
                                   "Cut islands; keep each soft shadow with its figure");
  shadows->excludes(cells)->excludes(count)->excludes(whole)->excludes(hand)->excludes(boxes);
  auto* tight = command.add_flag("--tight", text.rule.tight,
                                 "Cut frames that were trimmed and packed without gaps");
  tight->excludes(cells)->excludes(count)->excludes(whole)->excludes(hand);
  tight->excludes(boxes)->excludes(shadows);
  command.add_option("--join", text.rule.join, "Join parts that are closer than this, in px")
      ->check(inRange(kJoinRange));
  command
      .add_option("--min-ink", text.rule.minInk,
                  "Join islands with fewer pixels to a nearby island")
      ->check(inRange(kLeastInkRange));
  command
      .add_option("--part", text.rule.part,
                  "Separate figures that touch only through pixels below this alpha (0: off)")
      ->check(inRange(kByteRange));
  command.add_option("--turn", text.turns, "Quarter turns to the right, applied first")
      ->check(inRange(kTurnsRange));
  command
      .add_option("--mirror", text.mirror,
                  "Mirror horizontally (x) or vertically (y), applied after the turns")
      ->check(oneOf(kMirrorWords));
  command.add_option("--margin", text.margin, "Margin before the first column and row, in px")
      ->check(numbersForm(2, ',', "L,T"));
  command.add_option("--gutter", text.gutter, "Gutter between columns and between rows, in px")
      ->check(numbersForm(2, ',', "X,Y"));
  command.add_option("--key", text.key, "The background colour")
      ->check(CLI::Validator(
          [](const std::string& key) {
            return key == "none" || key == "auto" || keyFrom(key)
                       ? std::string()
                       : "\"" + key + "\" does not have the form RRGGBB[:TOL][:edge]|none|auto";
          },
          "RRGGBB[:TOL][:edge]|none|auto"));
  command
      .add_option("--faint", text.faint,
                  "The alpha threshold of visible ink (default: from the pixels)")
      ->check(inRange(kAlphaRange));
  command.add_option("--firm", text.firm, "The alpha threshold of solid ink")
      ->check(inRange(kAlphaRange));
}

CLI::Validator cutRegionForm() {
  return CLI::Validator(
      [](const std::string& region) {
        return regionFrom(region, {}) ? std::string()
                                      : "\"" + region +
                                            "\" does not have the form "
                                            "x,y,w,h:WxH|islands|whole";
      },
      "x,y,w,h:WxH|islands|whole");
}

void addCutRegions(CLI::App& command, CuttingText& text) {
  command
      .add_option("--cut-region,--region", text.regions,
                  "A region of the sheet that is cut by another method; may be repeated")
      ->check(cutRegionForm());
}

CuttingArguments cuttingFrom(const CuttingText& text) {
  CuttingArguments arguments;
  arguments.named = !text.cells.empty() || !text.count.empty() || text.whole || text.islands ||
                    text.rule.boxes || text.rule.shadows || text.rule.tight || !text.hand.empty();
  if (!arguments.named) arguments.cut.way = CutChoice::Way::Best;
  if (text.islands || text.rule.boxes || text.rule.shadows || text.rule.tight)
    arguments.cut.way = CutChoice::Way::Islands;
  if (!text.hand.empty()) arguments.cut.way = CutChoice::Way::Hand;
  for (const std::string& rect : text.hand) {
    const std::vector<int> n = numbersIn(rect, 4, ',');
    arguments.cut.hand.rects.push_back({n[0], n[1], n[2], n[3]});
  }
  arguments.cut.islands = text.rule;
  arguments.cut.likeliestIslands = text.islands && text.rule == IslandRule{};
  for (const std::string& region : text.regions) {
    arguments.cut.regions.push_back(*regionFrom(region, text.rule));
  }
  arguments.orientation = {text.turns, text.mirror == "x", text.mirror == "y"};
  if (!text.cells.empty()) {
    arguments.cut.way = CutChoice::Way::Cells;
    arguments.cut.amount = pairFrom(text.cells, 'x');
  } else if (!text.count.empty()) {
    arguments.cut.way = CutChoice::Way::Count;
    arguments.cut.amount = pairFrom(text.count, 'x');
  }
  arguments.cut.margin = pairFrom(text.margin, ',');
  arguments.cut.gutter = pairFrom(text.gutter, ',');
  arguments.ink.faint = text.faint;
  arguments.ink.firm = text.firm;
  // If the pixels decide the cut, they also decide the background.
  if (text.key == "auto" || (text.key.empty() && !arguments.named)) {
    arguments.ink.key = InkChoice::Key::Auto;
  }
  if (const auto key = keyFrom(text.key)) {
    arguments.ink.key = InkChoice::Key::Given;
    arguments.ink.colour = *key;
  }
  return arguments;
}

}  // namespace amber
