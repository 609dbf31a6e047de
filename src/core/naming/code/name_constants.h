#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/naming/name_faults.h"

namespace amber {

/// A name as source code has it.
struct NameConstant {
  NameSort sort = NameSort::Asset;
  std::string identifier;  ///< The sort and the name as a constant: ASSET_CHR_KEEPER.
  std::string name;        ///< As the game loads it.
  std::string note;        ///< What it names, in one line of plain letters.
};

/// Every name once for each sort: assets, animations, frames, mounts, roles, layers, each in the
/// project's order. 1. Identifiers are made of capitals, digits and underscores, begin with the
/// sort, and are never equal: of names that would make the same, the later ones end in a number.
/// 2. Letters that are not ours stand as their code's hexadecimal digits after a U.
/// Cost: linear in the names.
std::vector<NameConstant> nameConstants(const Project& project);

/// The constants as source code of the language, in plain ASCII: strings, each with a comment that
/// describes what it names. `file` is the name of the target file: it gives the Java class and the
/// guard of a C header their names. Deterministic.
std::string constantsText(const std::vector<NameConstant>& constants, Language language,
                          std::string_view file);

/// What the file beside a parcel is called, such as "names.hpp".
std::string_view constantsFileName(Language language);

}  // namespace amber
