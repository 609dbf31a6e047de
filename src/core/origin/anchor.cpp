#include "core/origin/anchor.h"

#include "core/origin/ground.h"

#include <algorithm>
#include <array>
#include <charconv>

namespace amber {
namespace {

constexpr std::array<std::string_view, 9> kNames = {"TOP_LEFT",    "TOP",    "TOP_RIGHT",
                                                    "LEFT",        "CENTER", "RIGHT",
                                                    "BOTTOM_LEFT", "BOTTOM", "BOTTOM_RIGHT"};
// By basis.
constexpr std::array<std::string_view, 8> kBases = {"hand",     "cell",  "ink",    "feet",
                                                    "centroid", "frame", "feetOf", "ground"};
// By snap.
constexpr std::array<std::string_view, 3> kSnaps = {"/corner", "/centre", ""};

std::optional<FramePoint> asFarFromFeet(const std::optional<Landmarks>& marks,
                                        const std::optional<OriginModel>& model) {
  if (!marks || !model || !model->marks) return std::nullopt;
  const FramePoint& there = model->marks->feet;
  return FramePoint{marks->feet.x + (model->origin.x - there.x),
                    marks->feet.y + (model->origin.y - there.y)};
}

std::optional<FramePoint> pointBy(const OriginRule& rule, const PixelRect& cell,
                                  const std::optional<Landmarks>& marks,
                                  const std::optional<OriginModel>& model) {
  switch (rule.basis) {
    case OriginBasis::Hand:
      return std::nullopt;
    case OriginBasis::Cell:
      return anchorPoint(cell, rule.anchor);
    case OriginBasis::Ink:
      return anchorPoint(marks ? marks->ink : cell, rule.anchor);
    case OriginBasis::Feet:
      return marks ? marks->feet : anchorPoint(cell, Anchor::Bottom);
    case OriginBasis::Centroid:
      return marks ? marks->centroid : anchorPoint(cell, Anchor::Center);
    case OriginBasis::AsFrame:
      return model ? std::optional(model->origin) : std::nullopt;
    case OriginBasis::FeetOf:
      return asFarFromFeet(marks, model);
    case OriginBasis::Ground:
      if (model) return model->origin;
      return marks ? groundPoint(cell.size(), {*marks}) : anchorPoint(cell, Anchor::Bottom);
  }
  return std::nullopt;
}

bool readId(std::string_view text, FrameId& id) {
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), id.value);
  return error == std::errc{} && end == text.data() + text.size() && id;
}

bool readAnchor(std::string_view text, Anchor& anchor) {
  const auto* name = std::find(kNames.begin(), kNames.end(), text);
  if (name == kNames.end()) return false;
  anchor = kAnchors[static_cast<std::size_t>(name - kNames.begin())];
  return true;
}

// The rule of a text without what it snaps to; nothing where there is none.
std::optional<OriginRule> unsnappedRule(std::string_view text) {
  const auto colon = text.find(':');
  const auto* basis = std::find(kBases.begin(), kBases.end(), text.substr(0, colon));
  if (basis == kBases.end()) return std::nullopt;
  OriginRule rule;
  rule.basis = static_cast<OriginBasis>(basis - kBases.begin());
  const bool more = rule.hasAnchor() || rule.hasFrame();
  if (more != (colon != std::string_view::npos)) return std::nullopt;
  if (!more) return rule;
  const std::string_view rest = text.substr(colon + 1);
  const bool good = rule.hasAnchor() ? readAnchor(rest, rule.anchor) : readId(rest, rule.frame);
  return good ? std::optional(rule) : std::nullopt;
}

}  // namespace

FramePoint anchorPoint(const PixelRect& area, Anchor anchor) {
  const int column = static_cast<int>(anchor) % 3;
  const int row = static_cast<int>(anchor) / 3;
  return {area.x + area.w * column / 2.0, area.y + area.h * row / 2.0};
}

std::optional<FramePoint> originBy(const OriginRule& rule, PixelSize cell,
                                   const std::optional<Landmarks>& marks,
                                   const std::optional<OriginModel>& model) {
  const auto point = pointBy(rule, {0, 0, cell.w, cell.h}, marks, model);
  return point ? std::optional(snapped(*point, rule.snap)) : std::nullopt;
}

std::string textOf(const OriginRule& rule) {
  std::string text(kBases[static_cast<std::size_t>(rule.basis)]);
  if (rule.basis == OriginBasis::Hand) return text;
  if (rule.hasAnchor()) text += ":" + std::string(kNames[static_cast<std::size_t>(rule.anchor)]);
  if (rule.hasFrame()) text += ":" + std::to_string(rule.frame.value);
  return text + std::string(kSnaps[static_cast<std::size_t>(rule.snap)]);
}

std::string inWords(const OriginRule& rule) {
  static constexpr std::array<std::string_view, 8> kBasisWords = {"hand",
                                                                  "cell, ",
                                                                  "ink, ",
                                                                  "feet",
                                                                  "ink centroid",
                                                                  "another frame",
                                                                  "the feet of another frame",
                                                                  "ground line"};
  static constexpr std::array<std::string_view, 9> kAnchorWords = {
      "top left", "top",         "top right", "left",        "centre",
      "right",    "bottom left", "bottom",    "bottom right"};
  static constexpr std::array<std::string_view, 3> kSnapWords = {", to pixel corners",
                                                                 ", to pixel centres", ""};
  std::string text(kBasisWords[static_cast<std::size_t>(rule.basis)]);
  if (rule.basis == OriginBasis::Hand) return text;
  if (rule.hasAnchor()) text += kAnchorWords[static_cast<std::size_t>(rule.anchor)];
  return text + std::string(kSnapWords[static_cast<std::size_t>(rule.snap)]);
}

Result<OriginRule> originRuleFrom(std::string_view text) {
  const std::size_t slash = std::min(text.find('/'), text.size());
  const auto* snap = std::find(kSnaps.begin(), kSnaps.end(), text.substr(slash));
  auto rule = unsnappedRule(text.substr(0, slash));
  const bool snapsByHand = rule && rule->basis == OriginBasis::Hand && slash < text.size();
  if (!rule || snap == kSnaps.end() || snapsByHand) {
    return failure(ErrorCode::BadValue,
                   "\"" + std::string(text) +
                       "\" is not an origin rule. Use ground, feet, centroid, cell:ANCHOR or "
                       "ink:ANCHOR, with an anchor such as BOTTOM, CENTER or TOP_LEFT");
  }
  rule->snap = static_cast<PointSnap>(snap - kSnaps.begin());
  return *rule;
}

}  // namespace amber
