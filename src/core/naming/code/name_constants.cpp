#include "core/naming/code/name_constants.h"

#include <algorithm>
#include <array>
#include <cstdio>
#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/base/exact_number.h"
#include "core/base/letters.h"
#include "core/base/utf8.h"
#include "core/base/words.h"
#include "core/naming/code/reserved_words.h"
#include "core/naming/name_words.h"
#include "core/project/words.h"

namespace amber {
namespace {

std::string hexOf(char32_t code, int digits) {
  std::array<char, 16> text{};
  const int length =
      std::snprintf(text.data(), text.size(), "%0*x", digits, static_cast<unsigned>(code));
  return {text.data(), static_cast<std::size_t>(length)};
}

std::string capitals(std::string text) {
  for (char& c : text) {
    c = toCapital(c);
  }
  return text;
}

// The words of the name in capitals; other letters as their code points.
std::string capitalForm(std::string_view name) {
  std::string plain;
  for (const char32_t code : codesOf(name)) {
    if (code < 0x80) {
      plain += static_cast<char>(code);
    } else {
      plain += "_u" + hexOf(code, 4) + "_";
    }
  }
  return constantOf(plain);
}

// A note appears in comments of any language, so only characters that neither end nor nest a
// comment are kept.
std::string plainNote(std::string_view text) {
  std::string plain;
  for (const char32_t code : codesOf(text)) {
    const bool kept =
        (code >= 'a' && code <= 'z') || (code >= 'A' && code <= 'Z') ||
        (code >= '0' && code <= '9') ||
        (code < 0x80 && code >= ' ' &&
         std::string_view(" _-.,;:()").find(static_cast<char>(code)) != std::string_view::npos);
    plain += kept ? static_cast<char>(code) : '?';
  }
  return plain;
}

// Collects constants; a name counts once for its sort.
class Constants {
 public:
  void add(NameSort sort, const std::string& name, const std::string& note) {
    if (!known_[sort].insert(name).second) return;
    const std::string base =
        capitals(std::string(wordOf(kNameSortWords, sort))) + "_" + capitalForm(name);
    std::string identifier = base;
    for (int number = 2; !taken_.insert(identifier).second; ++number) {
      identifier = base + "_" + std::to_string(number);
    }
    all_.push_back({sort, identifier, name, plainNote(note)});
  }
  std::vector<NameConstant> take() { return std::move(all_); }

 private:
  std::map<NameSort, std::unordered_set<std::string>> known_;
  std::unordered_set<std::string> taken_;
  std::vector<NameConstant> all_;
};

std::string counted(std::size_t count, const std::string& one) {
  return std::to_string(count) + " " + one + (count == 1 ? "" : "s");
}

std::string sizeNote(const Frame& frame) {
  return std::to_string(frame.rect.w) + " x " + std::to_string(frame.rect.h) + " px, origin (" +
         exactNumber(frame.origin.x) + ", " + exactNumber(frame.origin.y) + ")";
}

// The assets that have something of a name, in their order.
using Owners = std::unordered_map<std::string, std::vector<std::string>>;

std::string ofOwners(const std::vector<std::string>& owners) {
  constexpr std::size_t kTold = 3;
  std::string text = "of ";
  for (std::size_t i = 0; i < owners.size() && i < kTold; ++i) {
    text += (i == 0 ? "" : ", ") + owners[i];
  }
  if (owners.size() > kTold) text += " and " + std::to_string(owners.size() - kTold) + " more";
  return text;
}

// A literal in double quotes, in plain ASCII. How what is not plain is written differs.
std::string literalOf(std::string_view given, Language language) {
  std::string text = "\"";
  const bool bytes =
      language == Language::C || language == Language::Cpp || language == Language::Lua;
  const auto escapeByte = [&](unsigned char byte) {
    std::array<char, 8> digits{};
    // Three digits always, so that one that follows is not taken for part of it.
    const int length = std::snprintf(digits.data(), digits.size(),
                                     language == Language::Lua ? "\\%03u" : "\\%03o", byte);
    text.append(digits.data(), static_cast<std::size_t>(length));
  };
  const auto escapeCode = [&](char32_t code) {
    if (language == Language::Rust) {
      text += "\\u{" + hexOf(code, 1) + "}";
    } else if (code <= 0xFFFF) {
      text += "\\u" + hexOf(code, 4);
    } else if (language == Language::Python || language == Language::CSharp) {
      text += "\\U" + hexOf(code, 8);
    } else {
      text += "\\u" + hexOf(0xD800 + ((code - 0x10000) >> 10), 4) + "\\u" +
              hexOf(0xDC00 + ((code - 0x10000) & 0x3FF), 4);
    }
  };
  // Java takes \u for the letter itself before it looks for literals.
  const auto escapeControl = [&](unsigned char byte) {
    if (language == Language::Java) {
      escapeByte(byte);
    } else {
      escapeCode(byte);
    }
  };
  const std::string valid = escapedUtf8(given);
  const std::string_view name = bytes ? given : valid;
  for (std::size_t at = 0; at < name.size();) {
    const auto byte = static_cast<unsigned char>(name[at]);
    if (byte == '"' || byte == '\\') {
      text += '\\';
      text += name[at++];
    } else if (byte == '?' && (language == Language::C || language == Language::Cpp)) {
      // Two of them would begin a trigraph.
      text += "\\?";
      ++at;
    } else if (byte >= ' ' && byte < 0x7F) {
      text += name[at++];
    } else if (bytes) {
      escapeByte(byte);
      ++at;
    } else if (byte < 0x80) {
      escapeControl(byte);
      ++at;
    } else {
      escapeCode(nextCode(name, at));
    }
  }
  return text + "\"";
}

// The file's name without its ending, as a name of our own in a style.
std::string stemOf(std::string_view file, NameStyle style) {
  file = file.substr(file.find_last_of('/') + 1);
  std::string stem = styled(file.substr(0, file.find('.')), style);
  if (stem.empty() || isDigit(stem.front())) stem.insert(0, "N");
  return stem;
}

// How a language writes them.
struct Dialect {
  std::string head;
  std::string comment;  // Before the note,
  std::string commentEnd;
  std::string before;  // and before the identifier.
  std::string between;
  std::string after;
  std::string foot;
};

Dialect dialectOf(Language language, std::string_view file) {
  const std::string made = "Names of what the game loads; written by Amber Parcel.";
  switch (language) {
    case Language::C: {
      const std::string guard = "AMBER_" + stemOf(file, NameStyle::Upper) + "_H";
      return {"/* " + made + " */\n#ifndef " + guard + "\n#define " + guard + "\n",
              "\n/** ",
              " */\n",
              "#define ",
              " ",
              "\n",
              "\n#endif\n"};
    }
    case Language::Cpp:
      return {"// " + made + "\n#pragma once\n\n#include <string_view>\n\nnamespace names {\n",
              "\n/// ",
              "\n",
              "inline constexpr std::string_view ",
              " = ",
              ";\n",
              "\n}  // namespace names\n"};
    case Language::CSharp:
      return {"// " + made + "\npublic static class " + stemOf(file, NameStyle::Pascal) + "\n{\n",
              "\n    /// <summary>",
              "</summary>\n",
              "    public const string ",
              " = ",
              ";\n",
              "}\n"};
    case Language::Java: {
      const std::string name = stemOf(file, NameStyle::Pascal);
      return {"// " + made + "\npublic final class " + name + " {\n    private " + name + "() {}\n",
              "\n    /** ",
              " */\n",
              "    public static final java.lang.String ",
              " = ",
              ";\n",
              "}\n"};
    }
    case Language::JavaScript:
      return {"// " + made + "\n", "\n/** ", " */\n", "export const ", " = ", ";\n", ""};
    case Language::Python:
      return {"\"\"\"" + made + "\"\"\"\n", "\n#: ", "\n", "", " = ", "\n", ""};
    case Language::Lua:
      return {"-- " + made + "\nlocal names = {}\n",
              "\n--- ",
              "\n",
              "names.",
              " = ",
              "\n",
              "\nreturn names\n"};
    case Language::Rust:
      return {"//! " + made + "\n", "\n/// ", "\n", "pub const ", ": &str = ", ";\n", ""};
  }
  return {};
}

}  // namespace

std::vector<NameConstant> nameConstants(const Project& project) {
  Constants all;
  Owners animations;
  Owners mounts;
  for (const auto& asset : project.assets) {
    for (const Animation& one : asset->animations) animations[one.name].push_back(asset->name);
    std::unordered_set<std::string_view> own;
    for (const Frame& frame : asset->frames) {
      for (const Mount& mount : frame.mounts) {
        if (own.insert(mount.name).second) mounts[mount.name].push_back(asset->name);
      }
    }
  }
  for (const auto& asset : project.assets) {
    const std::string first =
        asset->frames.empty() ? "" : "; the first " + sizeNote(asset->frames.front());
    all.add(NameSort::Asset, asset->name,
            asset->kind + ", " + counted(asset->frames.size(), "frame") + ", " +
                counted(asset->animations.size(), "animation") + first);
  }
  for (const auto& asset : project.assets) {
    for (const Animation& one : asset->animations) {
      all.add(NameSort::Animation, one.name,
              ofOwners(animations[one.name]) + "; " + counted(one.steps.size(), "step"));
    }
  }
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      all.add(NameSort::Frame, frame.name, "of " + asset->name + "; " + sizeNote(frame));
    }
  }
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      for (const Mount& mount : frame.mounts) {
        all.add(NameSort::Mount, mount.name, ofOwners(mounts[mount.name]));
      }
    }
  }
  for (const Role& role : project.roles) {
    all.add(NameSort::Role, role.name, std::string(wordOf(kDutyWords, role.duty)));
  }
  for (std::size_t i = 0; i < project.layers.size(); ++i) {
    all.add(NameSort::Layer, project.layers[i], "bit " + std::to_string(i));
  }
  return all.take();
}

std::string constantsText(const std::vector<NameConstant>& constants, Language language,
                          std::string_view file) {
  const Dialect dialect = dialectOf(language, file);
  std::string text = dialect.head;
  for (const NameConstant& one : constants) {
    text += dialect.comment + one.note + dialect.commentEnd + dialect.before + one.identifier +
            dialect.between + literalOf(one.name, language) + dialect.after;
  }
  return text + dialect.foot;
}

std::string_view constantsFileName(Language language) {
  static constexpr std::array<std::string_view, 8> kNames = {"names.h",    "names.hpp", "Names.cs",
                                                             "Names.java", "names.js",  "names.py",
                                                             "names.lua",  "names.rs"};
  return kNames[static_cast<std::size_t>(language)];
}

}  // namespace amber
