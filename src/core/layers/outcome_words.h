#pragma once

#include <array>
#include <string_view>

#include "core/base/words.h"
#include "core/layers/meeting.h"

namespace amber {

/// The words of what comes of two participants, in files, on the command line and in sentences.
inline constexpr std::array<std::string_view, 3> kOutcomeWords = {"stops", "notices", "passes"};
inline constexpr std::array<std::string_view, 3> kPassReasonWords = {"asleep", "unseen",
                                                                     "oneSided"};
inline constexpr std::array<std::string_view, 3> kVerdictWords = {"holds", "broken", "empty"};
inline constexpr std::array<std::string_view, 3> kSettingFromWords = {"role", "kind", "asset"};

}  // namespace amber
