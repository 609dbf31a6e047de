#include "work/report/report_words.h"

#include "core/base/words.h"
#include "core/checks/severity_words.h"

namespace amber {

std::string escapedMarkup(std::string_view text) {
  std::string safe;
  for (const char c : text) {
    switch (c) {
      case '&':
        safe += "&amp;";
        break;
      case '<':
        safe += "&lt;";
        break;
      case '>':
        safe += "&gt;";
        break;
      case '"':
        safe += "&quot;";
        break;
      default:
        if (static_cast<unsigned char>(c) >= 0x20 || c == '\n' || c == '\t') safe += c;
    }
  }
  return safe;
}

std::string severityOf(const Finding& finding) {
  return std::string(wordOf(kSeverityWords, finding.severity));
}

}  // namespace amber
