#pragma once

#include <string>
#include <vector>

namespace amber {

/// The version of the program, such as "1.0.0".
std::string version();

/// One line for people who report something: the version, the commit where the build knew one, and
/// the Qt it runs with, such as "1.0.0 (commit 1a2b3c4d, Qt 6.4.2)".
std::string versionLine();

/// A library that the program was built with.
struct UsedLibrary {
  std::string name;
  std::string version;  ///< Empty where the library has none.
  std::string licence;  ///< An SPDX expression, such as "MIT".
};

/// All of them, but not what they use themselves.
std::vector<UsedLibrary> usedLibraries();

}  // namespace amber
