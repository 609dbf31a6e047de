#pragma once

#include <array>
#include <string_view>

#include "core/base/words.h"
#include "core/geometry/shape_words.h"
#include "core/project/project.h"

namespace amber {

/// The words for our enumerations in files, on the command line and in expectations, indexed by the
/// enumerator. Words of shapes and findings are defined beside them.
inline constexpr std::array<std::string_view, 3> kMotionWords = {"static", "kinematic", "dynamic"};
inline constexpr std::array<std::string_view, 2> kDutyWords = {"stops", "notices"};
inline constexpr std::array<std::string_view, 2> kCopiesWords = {"one", "many"};
inline constexpr std::array<std::string_view, 2> kPairingWords = {"either", "both"};
inline constexpr std::array<std::string_view, 3> kWakesWords = {"any", "mover", "dynamic"};
inline constexpr std::array<std::string_view, 4> kPhraseOfWords = {"asset", "kind", "layer", "all"};
inline constexpr std::array<std::string_view, 2> kTileSideWords = {"right", "below"};
inline constexpr std::array<std::string_view, 3> kVerbWords = {"stopsAt", "notices", "passes"};
inline constexpr std::array<std::string_view, 3> kLoopWords = {"once", "repeat", "backAndForth"};
inline constexpr std::array<std::string_view, 4> kStyleWords = {"snug", "trimmed", "balanced",
                                                                "inner"};
inline constexpr std::array<std::string_view, 3> kAxisWords = {"any", "vertical", "horizontal"};
inline constexpr std::array<std::string_view, 3> kAroundWords = {"all", "largest", "hull"};
inline constexpr std::array<std::string_view, 2> kHolesWords = {"kept", "filled"};
inline constexpr std::array<std::string_view, 2> kReachWords = {"everywhere", "edge"};
inline constexpr std::array<std::string_view, 3> kWayWords = {"cells", "islands", "hand"};
inline constexpr std::array<std::string_view, 3> kMirrorWords = {"none", "x", "y"};
inline constexpr std::array<std::string_view, 4> kTurnWords = {"right", "left", "mirrorX",
                                                               "mirrorY"};
inline constexpr std::array<std::string_view, 3> kSnapWords = {"corner", "centre", "free"};

}  // namespace amber
