#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <unordered_map>
#include <unordered_set>
#include <vector>

#include "core/naming/name_faults.h"

namespace amber {

/// A place in a text that speaks of a name.
struct CodeUse {
  int line = 1;        ///< From 1.
  int column = 1;      ///< From 1, in characters: of the name's first.
  std::size_t at = 0;  ///< In bytes from the start of the text.
  std::string text;    ///< The use as written.
  bool literal = false;
};

/// The names that code may use, in every form: unchanged, in the style of the convention, as
/// constants. Built once for all texts.
class CodeNames {
 public:
  explicit CodeNames(const Project& project, const std::vector<NameEntry>& entries);

  /// The name that a word of code refers to; null if there is none. A literal may be the unchanged
  /// name, its styled form or its constant; any other word the styled form or the constant.
  const std::string* find(std::string_view word) const;
  /// Whether it is a name, or the name of frames without their number: what a format completes.
  bool isStem(std::string_view text) const;
  /// Whether it begins with one of the prefixes and a separator, in the style or as a constant; a
  /// literal with any separator.
  bool hasPrefix(std::string_view word, bool literal) const;
  /// Whether a word outside literals is checked: one with a prefix, or a name of several words.
  bool countsAsWord(std::string_view word) const;
  /// The nearest name, in the form that the word has, with its distance; empty where none is near,
  /// and for what is longer than any name. Cost: linear in the names; edits are counted only of
  /// those whose letters are alike.
  struct Nearest {
    std::string name;
    int distance = 0;
  };
  Nearest nearest(std::string_view word) const;

 private:
  std::unordered_map<std::string, std::string> forms_;  // Every form, and the name it is of.
  // A form for nearness, and which bytes it has, each for one of 64 bits.
  struct Form {
    std::string text;
    std::uint64_t letters = 0;
    bool capitals = false;
  };
  std::vector<Form> near_;
  std::unordered_set<std::string> stems_;
  std::vector<std::string> prefixes_;  // With the separator, in the style.
  std::vector<std::string> literalPrefixes_;
  NameStyle style_ = NameStyle::Snake;
};

/// Every use in a text: string literals (in ", ' or `) whose whole text is a name or begins with a
/// prefix and a separator, and words that do so in the convention's style or as a constant (of
/// names, those of several words). Comments count like code. Line ends may be any. Cost: linear in
/// the text.
std::vector<CodeUse> codeUses(std::string_view text, const CodeNames& names);

/// A use without a name that is reported: a literal always, any other word if a name is within an
/// edit distance of two.
struct UnknownUse {
  CodeUse use;
  std::string nearest;  ///< Empty for none.
};

/// The text of one file.
struct CodeFile {
  std::string path;  ///< The path as it is displayed.
  std::string text;
};

/// What source code knows of the project's names.
struct CodeReport {
  int files = 0;
  struct Unknown {
    std::string file;
    UnknownUse use;
  };
  std::vector<Unknown> unknown;     ///< By file and place.
  std::vector<std::string> unused;  ///< Assets that no file names, in their order.
};
/// Cost: linear in the texts, on all cores; and the names for each different word that is unknown.
CodeReport codeReport(const Project& project, const std::vector<NameEntry>& entries,
                      const std::vector<CodeFile>& files);

/// Names that are to be others, from and to.
using Renames = std::vector<std::pair<std::string, std::string>>;

/// The text with all uses of renamed names in their form. Uses that are not names and are in the
/// renames are corrected too; a constant becomes a constant. Cost: as codeUses.
std::string renamedIn(const std::string& text, const Renames& renames, const Project& project,
                      const std::vector<NameEntry>& entries);

/// One unified diff of the files, with a/ and b/ before the paths. Unchanged files are not
/// included. Reference: POSIX.1-2017, diff, "Diff -u Output Format".
std::string unifiedDiff(const std::vector<CodeFile>& before, const std::vector<std::string>& after);

}  // namespace amber
