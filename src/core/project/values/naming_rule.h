#pragma once

#include <array>
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace amber {

/// How the words of a name are joined.
enum class NameStyle {
  Snake,   ///< chr_keeper_walk_01
  Kebab,   ///< chr-keeper-walk-01
  Camel,   ///< chrKeeperWalk01: digits follow without a separator.
  Pascal,  ///< ChrKeeperWalk01
  Upper,   ///< CHR_KEEPER_WALK_01
};
inline constexpr std::array<std::string_view, 5> kNameStyleWords = {"snake", "kebab", "camel",
                                                                    "pascal", "upper"};

/// A part of a name by the convention: something of the project, or a plain word.
enum class NamePartKind { Prefix, Name, Asset, Animation, Number, Word };
/// The parts that refer to something; a plain word has its text instead.
inline constexpr std::array<std::string_view, 5> kNamePartWords = {"prefix", "name", "asset",
                                                                   "animation", "number"};
struct NamePart {
  NamePartKind kind = NamePartKind::Word;
  std::string word = {};  ///< Of a plain word.

  bool operator==(const NamePart&) const = default;
};

/// How sides are spelled in the names of animations, mounts and roles that speak of one.
enum class SideSpelling {
  Any,        ///< Unchanged.
  LeftRight,  ///< left, right
  LR,         ///< l, r
  WestEast,   ///< west, east
};
inline constexpr std::array<std::string_view, 4> kSideSpellingWords = {"any", "left_right", "l_r",
                                                                       "west_east"};

/// Which animation of a mirrored pair has its side in its name: the other one is then named without
/// a side.
enum class SidesSaid { Both, Left, Right };
inline constexpr std::array<std::string_view, 3> kSidesSaidWords = {"both", "left", "right"};

/// Languages whose reserved words no name may be.
enum class Language { C, Cpp, CSharp, Java, JavaScript, Python, Lua, Rust };
inline constexpr std::array<std::string_view, 8> kLanguageWords = {
    "c", "cpp", "csharp", "java", "javascript", "python", "lua", "rust"};

/// The project's naming convention, for example chr_keeper_walk_01.
struct NamingRule {
  int digits = 2;       ///< Least digits of a frame's number, 1 to 6, padded with zeros.
  int firstNumber = 1;  ///< The number of an animation's first frame, 0 or 1.
  NameStyle style = NameStyle::Snake;
  int longest = 64;  ///< Most letters of a name, 8 to 255.
  /// Of an asset's name: prefix, name and words, the name once. Of a frame's: asset, animation,
  /// number and words, the number once.
  std::vector<NamePart> asset = {{NamePartKind::Prefix}, {NamePartKind::Name}};
  std::vector<NamePart> frame = {
      {NamePartKind::Asset}, {NamePartKind::Animation}, {NamePartKind::Number}};
  std::vector<Language> languages = {};  ///< In their order, each once.
  SideSpelling sides = SideSpelling::Any;
  SidesSaid sidesSaid = SidesSaid::Both;

  bool operator==(const NamingRule&) const = default;
};

}  // namespace amber
