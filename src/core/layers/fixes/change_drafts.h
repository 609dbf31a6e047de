#pragma once

#include <vector>

#include "core/layers/fixes/change_draft.h"
#include "core/layers/sentences/judging.h"

namespace amber {

/// Changes that may make a broken sentence true, in no order: whether each does, and what else it
/// does, is for the caller to judge. There are some dozens at most.
/// Requires: the judgement is the sentence's, and Broken.
std::vector<ChangeDraft> draftsFor(const Expectation& sentence, const Judgement& judgement,
                                   const Meetings& meetings);

}  // namespace amber
