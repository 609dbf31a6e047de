#pragma once

#include "core/layers/fixes/fixes.h"
#include "files/json/json_text.h"

namespace amber {

/// The results of the layer commands as JSON.

/// The layers with who is on each and seeks it, the rule, and all participants.
Json layersJson(const Project& project);

/// A pair of participants and what they do with each other, with the answer in words.
Json pairJson(const Project& project, const Participant& a, const Participant& b);

/// The expectations, with their fixes, and what meets unasked: at most so many of each list, beside
/// the totals.
Json expectationsJson(const Project& project, const Meetings& meetings, const FixSearch& search,
                      std::size_t most);

}  // namespace amber
