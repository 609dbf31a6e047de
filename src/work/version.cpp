#include "work/version.h"

#include <QtGlobal>
#include <string_view>

namespace amber {

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

}  // namespace amber
