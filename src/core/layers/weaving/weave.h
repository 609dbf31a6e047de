#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/layers/fixes/settings_edits.h"
#include "core/layers/weaving/sight_demands.h"

namespace amber {

/// Layers worked out from the sentences.
struct Woven {
  Layering layering;
  std::vector<Edit> edits;         ///< That make it so.
  std::vector<std::string> notes;  ///< Why layers are as they are, in words.
};

/// Why there are none.
struct WeaveRefusal {
  Contradiction sentences;  ///< Those that cannot hold together, or need the layers, by number.
  std::string text;  ///< What is wrong and what to do.
};

/// Works out layers, and who is on them and seeks them, from the project's expectations alone;
/// duties and motions stay as they are.
/// 1. Every expectation that means somebody holds afterwards, and no meeting is unasked.
/// 2. There are as few layers as the search of layersFor finds, and never more than parties of
///    different demands.
/// 3. A layer that an expectation names stays, with those on it; so its meaning stays.
/// Errors: a refusal, where expectations contradict each other or the duties, or need more than 32
/// layers.
tl::expected<Woven, WeaveRefusal> woven(const Project& project);

}  // namespace amber
