#include "core/naming/code/code_uses.h"

#include <algorithm>
#include <bit>
#include <map>
#include <set>

#include "core/base/letters.h"
#include "core/base/nearest_word.h"
#include "core/base/parallel.h"
#include "core/naming/name_words.h"

namespace amber {
namespace {

constexpr int kNearWord = 2;
// A literal longer than that is no name.
constexpr std::size_t kLongestLiteral = 255;

bool isWordByte(char c) {
  return isSmall(c) || isCapital(c) || isDigit(c) || c == '_' ||
         (static_cast<unsigned char>(c) & 0x80) != 0;
}

bool isQuote(char c) {
  return c == '"' || c == '\'' || c == '`';
}

// The end of a literal that begins at a quote: the next one of its kind on its line; npos where
// there is none, as with an apostrophe.
std::size_t literalEnd(std::string_view text, std::size_t at) {
  for (std::size_t i = at + 1; i < text.size() && i - at <= kLongestLiteral + 1; ++i) {
    if (text[i] == '\n' || text[i] == '\r') return std::string_view::npos;
    if (text[i] == '\\') {
      ++i;
      continue;
    }
    if (text[i] == text[at]) return i;
  }
  return std::string_view::npos;
}

bool isAllCapitals(std::string_view word) {
  return std::none_of(word.begin(), word.end(), isSmall);
}

std::uint64_t lettersIn(std::string_view word) {
  std::uint64_t letters = 0;
  for (const char c : word) letters |= std::uint64_t{1} << (static_cast<unsigned char>(c) & 63U);
  return letters;
}

// Counts lines and characters up to places that are asked for in rising order.
class Position {
 public:
  // A byte order mark is no character of the text.
  explicit Position(std::string_view text)
      : text_(text), at_(text.starts_with("\xEF\xBB\xBF") ? 3 : 0) {}

  void moveTo(std::size_t at) {
    for (; at_ < at; ++at_) {
      const char c = text_[at_];
      const bool lineEnd =
          c == '\n' || (c == '\r' && (at_ + 1 == text_.size() || text_[at_ + 1] != '\n'));
      if (lineEnd) {
        ++line_;
        column_ = 1;
      } else if ((static_cast<unsigned char>(c) & 0xC0) != 0x80 && c != '\r') {
        ++column_;
      }
    }
  }
  int line() const { return line_; }
  int column() const { return column_; }

 private:
  std::string_view text_;
  std::size_t at_ = 0;
  int line_ = 1;
  int column_ = 1;
};

}  // namespace

CodeNames::CodeNames(const Project& project, const std::vector<NameEntry>& entries)
    : style_(project.naming.style) {
  std::set<std::string> forms;
  for (const NameEntry& entry : entries) {
    if (entry.sort == NameSort::Kind || entry.name.empty()) continue;
    const std::string own = styled(entry.name, style_);
    const std::string constant = constantOf(entry.name);
    forms_.emplace(entry.name, entry.name);
    forms_.emplace(own, entry.name);
    forms_.emplace(constant, entry.name);
    forms.insert({entry.name, own, constant});
  }
  for (const std::string& form : forms) {
    near_.push_back({form, lettersIn(form), isAllCapitals(form)});
  }
  for (const Kind& kind : project.kinds) {
    if (kind.prefix.empty()) continue;
    const std::string own = styled(kind.prefix, style_);
    prefixes_.push_back(constantOf(kind.prefix) + "_");
    const char* separator = style_ == NameStyle::Kebab                                  ? "-"
                            : style_ == NameStyle::Camel || style_ == NameStyle::Pascal ? ""
                                                                                        : "_";
    prefixes_.push_back(own + separator);
    for (const char* any : {"_", "-", "."}) literalPrefixes_.push_back(own + any);
  }
}

const std::string* CodeNames::find(std::string_view word) const {
  const auto found = forms_.find(std::string(word));
  return found == forms_.end() ? nullptr : &found->second;
}

bool CodeNames::hasPrefix(std::string_view word, bool literal) const {
  const auto begins = [&](const std::string& prefix) {
    if (word.size() <= prefix.size() || word.substr(0, prefix.size()) != prefix) return false;
    // Without a separator a new word begins with a capital or a digit.
    const char last = prefix.back();
    return last == '_' || last == '-' || last == '.' || !isSmall(word[prefix.size()]);
  };
  return std::any_of(prefixes_.begin(), prefixes_.end(), begins) ||
         (literal && std::any_of(literalPrefixes_.begin(), literalPrefixes_.end(), begins));
}

// A plain word such as "walk" is in every text: only a prefix or several words make it a name's.
bool CodeNames::countsAsWord(std::string_view word) const {
  if (hasPrefix(word, false)) return true;
  return find(word) != nullptr && wordsOf(word).size() > 1;
}

CodeNames::Nearest CodeNames::nearest(std::string_view word) const {
  if (word.size() > kLongestLiteral) return {};
  const bool capitals = isAllCapitals(word);
  const std::uint64_t letters = lettersIn(word);
  const Form* nearest = nullptr;
  // Farther than a third of it is no likeness.
  int least = std::max(kNearWord, static_cast<int>(word.size()) / 3) + 1;
  for (const Form& form : near_) {
    if (form.capitals != capitals) continue;
    const auto apart =
        static_cast<int>(form.text.size() > word.size() ? form.text.size() - word.size()
                                                        : word.size() - form.text.size());
    // An edit takes one letter and brings another at most.
    if (apart >= least || std::popcount(form.letters ^ letters) > 2 * (least - 1)) continue;
    const int distance = editDistance(word, form.text);
    if (distance >= least) continue;
    least = distance;
    nearest = &form;
  }
  return nearest == nullptr ? Nearest{} : Nearest{forms_.at(nearest->text), least};
}

std::vector<CodeUse> codeUses(std::string_view text, const CodeNames& names) {
  std::vector<CodeUse> uses;
  Position position(text);
  const auto take = [&](std::size_t from, std::size_t to, bool literal) {
    const std::string_view word = text.substr(from, to - from);
    if (word.empty() || (names.find(word) == nullptr && !names.hasPrefix(word, literal))) {
      return false;
    }
    position.moveTo(from);
    uses.push_back({position.line(), position.column(), from, std::string(word), literal});
    return true;
  };
  for (std::size_t at = 0; at < text.size();) {
    if (isQuote(text[at])) {
      const std::size_t end = literalEnd(text, at);
      if (end != std::string_view::npos && take(at + 1, end, true)) {
        at = end + 1;
      } else {
        ++at;
      }
      continue;
    }
    if (!isWordByte(text[at])) {
      ++at;
      continue;
    }
    std::size_t end = at;
    while (end < text.size() && isWordByte(text[end])) ++end;
    // By kebab the words of a name are joined by what is a minus elsewhere: only what is a name is
    // taken so.
    std::size_t longest = end;
    while (longest + 1 < text.size() && text[longest] == '-' &&
           (isSmall(text[longest + 1]) || isDigit(text[longest + 1]))) {
      ++longest;
      while (longest < text.size() && isWordByte(text[longest])) ++longest;
    }
    if (longest > end && names.find(text.substr(at, longest - at)) != nullptr) end = longest;
    if (names.countsAsWord(text.substr(at, end - at))) take(at, end, false);
    at = end;
  }
  return uses;
}

CodeReport codeReport(const Project& project, const std::vector<NameEntry>& entries,
                      const std::vector<CodeFile>& files) {
  const CodeNames names(project, entries);
  struct Found {
    std::set<const std::string*> known;
    std::vector<CodeUse> unknown;
  };
  std::vector<Found> found(files.size());
  forEachIndex(files.size(), [&](std::size_t i) {
    for (CodeUse& use : codeUses(files[i].text, names)) {
      if (const std::string* name = names.find(use.text)) {
        found[i].known.insert(name);
      } else {
        found[i].unknown.push_back(std::move(use));
      }
    }
  });
  CodeReport report;
  report.files = static_cast<int>(files.size());
  std::set<std::string> used;
  // What is mistyped is mistyped more than once.
  std::map<std::string, CodeNames::Nearest> nearest;
  for (std::size_t i = 0; i < files.size(); ++i) {
    for (const std::string* name : found[i].known) used.insert(*name);
    for (CodeUse& use : found[i].unknown) {
      auto known = nearest.find(use.text);
      if (known == nearest.end()) {
        known = nearest.emplace(use.text, names.nearest(use.text)).first;
      }
      const bool close = !known->second.name.empty() && known->second.distance <= kNearWord;
      if (use.literal || close) {
        report.unknown.push_back({files[i].path, {std::move(use), known->second.name}});
      }
    }
  }
  for (const auto& asset : project.assets) {
    if (used.count(asset->name) == 0) report.unused.push_back(asset->name);
  }
  return report;
}

std::string renamedIn(const std::string& text, const Renames& renames, const Project& project,
                      const std::vector<NameEntry>& entries) {
  const CodeNames names(project, entries);
  const NameStyle style = project.naming.style;
  std::string result;
  std::size_t from = 0;
  for (const CodeUse& use : codeUses(text, names)) {
    // What is no name may be corrected, as it stands there.
    const std::string* known = names.find(use.text);
    const std::string& name = known == nullptr ? use.text : *known;
    const auto renamed = std::find_if(renames.begin(), renames.end(),
                                      [&](const auto& one) { return one.first == name; });
    if (renamed == renames.end()) continue;
    std::string to = renamed->second;
    if (use.text != name || (known == nullptr && isAllCapitals(name))) {
      to = use.text == constantOf(name) ? constantOf(to) : styled(to, style);
    }
    result.append(text, from, use.at - from).append(to);
    from = use.at + use.text.size();
  }
  return result.append(text, from, std::string::npos);
}

namespace {

// Lines with their ends.
std::vector<std::string_view> linesOf(std::string_view text) {
  std::vector<std::string_view> lines;
  while (!text.empty()) {
    const std::size_t end = text.find('\n');
    const std::size_t length = end == std::string_view::npos ? text.size() : end + 1;
    lines.push_back(text.substr(0, length));
    text.remove_prefix(length);
  }
  return lines;
}

void putLine(std::string& diff, char mark, std::string_view line) {
  diff += mark;
  diff += line;
  if (line.empty() || line.back() != '\n') diff += "\n\\ No newline at end of file\n";
}

// Renaming changes lines in place, so line i of one is line i of the other.
void putHunks(std::string& diff, const std::vector<std::string_view>& before,
              const std::vector<std::string_view>& after) {
  constexpr std::size_t kContext = 3;
  const std::size_t count = before.size();
  for (std::size_t i = 0; i < count; ++i) {
    if (before[i] == after[i]) continue;
    const std::size_t from = i < kContext ? 0 : i - kContext;
    std::size_t last = i;
    for (std::size_t k = i; k < count && k <= last + 2 * kContext; ++k) {
      if (before[k] != after[k]) last = k;
    }
    const std::size_t to = std::min(count, last + kContext + 1);
    const std::string range = std::to_string(from + 1) + "," + std::to_string(to - from);
    diff += "@@ -" + range + " +" + range + " @@\n";
    for (std::size_t k = from; k < to;) {
      if (before[k] == after[k]) {
        putLine(diff, ' ', before[k++]);
        continue;
      }
      std::size_t end = k;
      while (end < to && before[end] != after[end]) ++end;
      for (std::size_t n = k; n < end; ++n) putLine(diff, '-', before[n]);
      for (std::size_t n = k; n < end; ++n) putLine(diff, '+', after[n]);
      k = end;
    }
    i = to - 1;
  }
}

}  // namespace

std::string unifiedDiff(const std::vector<CodeFile>& before,
                        const std::vector<std::string>& after) {
  std::string diff;
  for (std::size_t i = 0; i < before.size(); ++i) {
    if (before[i].text == after[i]) continue;
    // A tab ends a name that holds a space.
    const char* end = before[i].path.find(' ') == std::string::npos ? "\n" : "\t\n";
    diff += "--- a/" + before[i].path + end + "+++ b/" + before[i].path + end;
    putHunks(diff, linesOf(before[i].text), linesOf(after[i]));
  }
  return diff;
}

}  // namespace amber
