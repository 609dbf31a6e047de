#pragma once

#include <string>
#include <vector>

namespace amber {

/// The words of a call with the options of earlier versions replaced by those of today, so that
/// scripts keep working. `words` begin with the command; words that need no change stay.
std::vector<std::string> withCurrentOptions(std::vector<std::string> words);

}  // namespace amber
