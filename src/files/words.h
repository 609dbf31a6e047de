#pragma once

#include <array>
#include <optional>
#include <string_view>

#include "core/checks/finding.h"
#include "core/project/project.h"

namespace amber {

/// The words that stand for our enumerations in every file, indexed by the enumerator.
inline constexpr std::array<std::string_view, 3> kMotionWords = {"static", "kinematic", "dynamic"};
inline constexpr std::array<std::string_view, 2> kDutyWords = {"stops", "notices"};
inline constexpr std::array<std::string_view, 3> kLoopWords = {"once", "repeat", "backAndForth"};
inline constexpr std::array<std::string_view, kShapeKinds> kKindWords = {"box", "circle", "capsule",
                                                                         "polygon", "mask"};
inline constexpr std::array<std::string_view, 4> kStyleWords = {"snug", "trimmed", "balanced",
                                                                "inner"};
inline constexpr std::array<std::string_view, 3> kLieWords = {"any", "upright", "lying"};
inline constexpr std::array<std::string_view, 2> kAroundWords = {"largest", "all"};
inline constexpr std::array<std::string_view, 2> kHolesWords = {"kept", "filled"};
inline constexpr std::array<std::string_view, 2> kReachWords = {"everywhere", "edge"};
inline constexpr std::array<std::string_view, 3> kWayWords = {"cells", "islands", "hand"};
inline constexpr std::array<std::string_view, 3> kMirrorWords = {"none", "x", "y"};
inline constexpr std::array<std::string_view, 4> kTurnWords = {"right", "left", "mirrorX",
                                                               "mirrorY"};
inline constexpr std::array<std::string_view, 3> kSnapWords = {"corner", "centre", "free"};
inline constexpr std::array<std::string_view, 3> kSeverityWords = {"error", "warning", "note"};

/// The word of an enumerator.
template <class Enum, std::size_t N>
constexpr std::string_view wordOf(const std::array<std::string_view, N>& words, Enum value) {
  return words[static_cast<std::size_t>(value)];
}

/// The enumerator of a word; nothing where the word is none of these.
template <class Enum, std::size_t N>
constexpr std::optional<Enum> enumFrom(const std::array<std::string_view, N>& words,
                                       std::string_view word) {
  for (std::size_t i = 0; i < N; ++i) {
    if (words[i] == word) return static_cast<Enum>(i);
  }
  return std::nullopt;
}

}  // namespace amber
