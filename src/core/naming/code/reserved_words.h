#pragma once

#include <string_view>

#include "core/project/values/naming_rule.h"

namespace amber {

/// Whether a word is a keyword of the language, or another word that its grammar keeps for itself.
/// Sources: ISO/IEC 9899:2018 6.4.1; ISO/IEC 14882:2020 5.11; ECMA-334 6.4.4; The Java Language
/// Specification 17, 3.9; ECMA-262 12.7.2; The Python Language Reference 3.11, 2.3.1; Lua 5.4
/// Reference Manual, 3.1; The Rust Reference, keywords.
bool isReserved(std::string_view word, Language language);

}  // namespace amber
