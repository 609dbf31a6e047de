#include "work/version.h"

#include <csv.h>
#include <zlib.h>

#include <CLI/Version.hpp>
#include <QtGlobal>
#include <boost/version.hpp>
#include <nlohmann/json.hpp>
#include <string_view>
#include <tl/expected.hpp>

namespace amber {
namespace {

std::string dotted(int major, int minor, int patch) {
  return std::to_string(major) + '.' + std::to_string(minor) + '.' + std::to_string(patch);
}

}  // namespace

std::string version() {
  return AMBER_VERSION;
}

std::string versionLine() {
  std::string line = version();
  line += " (";
  const std::string_view commit = AMBER_COMMIT;
  if (!commit.empty()) line.append("commit ").append(commit).append(", ");
  return line.append("Qt ").append(qVersion()).append(")");
}

std::vector<UsedLibrary> usedLibraries() {
  return {
      {"Qt", qVersion(), "LGPL-3.0-only"},
      // The one library that the licence of Qt gives out under other terms.
      {"Qt Charts", QT_VERSION_STR, "GPL-3.0-only"},
      {"Boost", dotted(BOOST_VERSION / 100000, BOOST_VERSION / 100 % 1000, BOOST_VERSION % 100),
       "BSL-1.0"},
      {"CLI11", CLI11_VERSION, "BSD-3-Clause"},
      {"JSON for Modern C++",
       dotted(NLOHMANN_JSON_VERSION_MAJOR, NLOHMANN_JSON_VERSION_MINOR,
              NLOHMANN_JSON_VERSION_PATCH),
       "MIT"},
      {"libcsv", dotted(CSV_MAJOR, CSV_MINOR, CSV_RELEASE), "LGPL-2.1-or-later"},
      {"stb", {}, "MIT"},
      {"tl::expected",
       dotted(TL_EXPECTED_VERSION_MAJOR, TL_EXPECTED_VERSION_MINOR, TL_EXPECTED_VERSION_PATCH),
       "CC0-1.0"},
      {"zlib", zlibVersion(), "Zlib"},
  };
}

}  // namespace amber
