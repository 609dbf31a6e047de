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
// A longer literal is not a name.
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

// Whether a text is completed by what follows it in a literal: %02d, {}, ${number}.
bool isFormat(char c) {
  return c == '%' || c == '{' || c == '$' || c == '#';
}

std::string sortConstant(NameSort sort, const std::string& name) {
  return constantOf(kNameSortWords[static_cast<std::size_t>(sort)]) + "_" + constantOf(name);
}

// A frame's name without its number and the separator before it; empty where there is none.
std::string stemOf(std::string_view name) {
  std::size_t end = name.size();
  while (end > 0 && isDigit(name[end - 1])) --end;
  if (end == name.size()) return {};
  while (end > 0 && (name[end - 1] == '_' || name[end - 1] == '-')) --end;
  return std::string(name.substr(0, end));
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
  // A byte order mark is not part of the text.
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
    // As our own files of constants spell it.
    forms_.emplace(sortConstant(entry.sort, entry.name), entry.name);
    if (entry.sort == NameSort::Frame) stems_.insert(stemOf(entry.name));
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

bool CodeNames::isStem(std::string_view text) const {
  return !text.empty() && (stems_.count(std::string(text)) != 0 || find(text) != nullptr);
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
  // Words that differ in more than a third of their letters are not similar.
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

namespace {

// Finds the uses of names in one text.
class UseSearch {
 public:
  UseSearch(std::string_view text, const CodeNames& names)
      : text_(text), names_(names), position_(text) {}

  std::vector<CodeUse> run() {
    for (std::size_t at = 0; at < text_.size();) {
      // An escaped quote begins and ends nothing.
      if (text_[at] == '\\') {
        at += 2;
      } else if (isQuote(text_[at])) {
        at = literal(at);
      } else if (isWordByte(text_[at])) {
        at = word(at);
      } else {
        ++at;
      }
    }
    return std::move(uses_);
  }

 private:
  void add(std::size_t from, std::size_t to, bool literal) {
    position_.moveTo(from);
    uses_.push_back({position_.line(), position_.column(), from,
                     std::string(text_.substr(from, to - from)), literal});
  }

  // A literal whose whole text is a name or begins with a prefix, or that holds names among other
  // things: a path, a file name, a format. Gives where to go on: within it where it holds none.
  std::size_t literal(std::size_t at) {
    const std::size_t end = literalEnd(text_, at);
    if (end == std::string_view::npos) return at + 1;
    const std::string_view whole = text_.substr(at + 1, end - at - 1);
    if (whole.empty()) return end + 1;
    if (names_.find(whole) != nullptr) {
      add(at + 1, end, true);
      return end + 1;
    }
    const bool plain = std::all_of(whole.begin(), whole.end(),
                                   [](char c) { return isWordByte(c) || c == '-' || c == '.'; });
    const std::size_t before = uses_.size();
    for (std::size_t from = at + 1; from < end;) {
      if (!isWordByte(text_[from])) {
        ++from;
        continue;
      }
      std::size_t to = from;
      while (to < end && (isWordByte(text_[to]) || text_[to] == '-')) ++to;
      part(from, to, end);
      from = to;
    }
    if (uses_.size() > before) return end + 1;
    if (plain && names_.hasPrefix(whole, true)) {
      add(at + 1, end, true);
      return end + 1;
    }
    return at + 1;
  }

  // A word within a literal.
  void part(std::size_t from, std::size_t to, std::size_t end) {
    const std::string_view word = text_.substr(from, to - from);
    const bool known = names_.find(word) != nullptr;
    // A plain word such as "walk" may be anybody's in a longer text.
    if (known && names_.countsAsWord(word)) return add(from, to, true);
    if (to == end || !isFormat(text_[to])) return;
    std::size_t stem = to;
    while (stem > from && (text_[stem - 1] == '_' || text_[stem - 1] == '-')) --stem;
    if (names_.isStem(text_.substr(from, stem - from))) add(from, stem, true);
  }

  std::size_t word(std::size_t at) {
    std::size_t end = at;
    while (end < text_.size() && isWordByte(text_[end])) ++end;
    // By kebab the words of a name are joined by what is a minus elsewhere: only what is a name is
    // taken so.
    std::size_t longest = end;
    while (longest + 1 < text_.size() && text_[longest] == '-' &&
           (isSmall(text_[longest + 1]) || isDigit(text_[longest + 1]))) {
      ++longest;
      while (longest < text_.size() && isWordByte(text_[longest])) ++longest;
    }
    if (longest > end && names_.find(text_.substr(at, longest - at)) != nullptr) end = longest;
    if (names_.countsAsWord(text_.substr(at, end - at))) add(at, end, false);
    return end;
  }

  std::string_view text_;
  const CodeNames& names_;
  Position position_;
  std::vector<CodeUse> uses_;
};

// The use after the rename of its name.
std::string renamedUse(const CodeUse& use, const std::string& from, const std::string& to,
                       NameStyle style) {
  if (use.text == from) return to;
  for (const std::string_view sort : kNameSortWords) {
    const std::string prefix = constantOf(sort) + "_";
    if (use.text == prefix + constantOf(from)) return prefix + constantOf(to);
  }
  return use.text == constantOf(from) ? constantOf(to) : styled(to, style);
}

}  // namespace

std::vector<CodeUse> codeUses(std::string_view text, const CodeNames& names) {
  return UseSearch(text, names).run();
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
      } else if (!names.isStem(use.text)) {
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
  std::map<std::string, std::string> stems;
  for (const auto& [old, fresh] : renames) {
    const std::string stem = stemOf(old);
    if (!stem.empty() && old.substr(stem.size()) == fresh.substr(stemOf(fresh).size())) {
      stems.emplace(stem, stemOf(fresh));
    }
  }
  std::string result;
  std::size_t from = 0;
  for (const CodeUse& use : codeUses(text, names)) {
    // A use that is not a name may be corrected as written.
    const std::string* known = names.find(use.text);
    const std::string& name = known == nullptr ? use.text : *known;
    const auto renamed = std::find_if(renames.begin(), renames.end(),
                                      [&](const auto& one) { return one.first == name; });
    const auto stem = known == nullptr ? stems.find(use.text) : stems.end();
    if (renamed == renames.end() && stem == stems.end()) continue;
    std::string to = stem != stems.end() ? stem->second : renamed->second;
    if (known != nullptr) {
      to = renamedUse(use, name, to, style);
    } else if (stem == stems.end() && isAllCapitals(name)) {
      to = constantOf(to);
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
