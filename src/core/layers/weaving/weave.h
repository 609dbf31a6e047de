#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/layers/weaving/settings_edits.h"
#include "core/layers/weaving/sight_demands.h"

namespace amber {

/// Layers worked out from the sentences.
struct Woven {
  Layering layering;
  std::vector<Edit> edits;         ///< That make it so.
  std::vector<std::string> notes;  ///< Why the layers are like this, as text for the user.
};

/// Why there are none.
struct WeaveRefusal {
  Contradiction sentences;  ///< Those that cannot hold together, or need the layers, by number.
  std::string text;         ///< What is wrong and what to do.
};

/// Computes layers, and who is on them and seeks them, from the expectations of the project only.
/// Duties and motions do not change.
/// 1. Every expectation that applies to something holds afterwards, and every meeting is covered.
/// 2. There are as few layers as the search of layersFor finds, and never more than participants
///    with different demands.
/// 3. A layer that an expectation names is kept with its members, and so keeps its meaning.
/// Errors: a refusal, if expectations contradict each other or the duties, or need more than 32
/// layers.
tl::expected<Woven, WeaveRefusal> woven(const Project& project);

}  // namespace amber
