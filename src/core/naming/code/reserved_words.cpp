#include "core/naming/code/reserved_words.h"

#include <array>

namespace amber {
namespace {

// Of each language its words, with a space around each.
constexpr std::array<std::string_view, 8> kReserved = {
    " auto break case char const continue default do double else enum extern float for goto if "
    "inline int long register restrict return short signed sizeof static struct switch typedef "
    "union unsigned void volatile while NULL ",
    " alignas alignof and and_eq asm auto bitand bitor bool break case catch char char16_t "
    "char32_t char8_t class co_await co_return co_yield compl concept const const_cast consteval "
    "constexpr constinit continue decltype default delete do double dynamic_cast else enum "
    "explicit export extern false float for friend goto if inline int long mutable namespace new "
    "noexcept not not_eq nullptr operator or or_eq private protected public register "
    "reinterpret_cast requires return short signed sizeof static static_assert static_cast struct "
    "switch template this thread_local throw true try typedef typeid typename union unsigned using "
    "virtual void volatile wchar_t while xor xor_eq NULL ",
    " abstract as base bool break byte case catch char checked class const continue decimal "
    "default delegate do double else enum event explicit extern false finally fixed float for "
    "foreach goto if implicit in int interface internal is lock long namespace new null object "
    "operator out override params private protected public readonly ref return sbyte sealed short "
    "sizeof stackalloc static string struct switch this throw true try typeof uint ulong unchecked "
    "unsafe ushort using virtual void volatile while ",
    " abstract assert boolean break byte case catch char class const continue default do double "
    "else enum extends false final finally float for goto if implements import instanceof int "
    "interface long native new null package private protected public return short static strictfp "
    "super switch synchronized this throw throws transient true try void volatile while ",
    " await break case catch class const continue debugger default delete do else enum export "
    "extends false finally for function if implements import in instanceof interface let new null "
    "package private protected public return static super switch this throw true try typeof var "
    "void while with yield ",
    " False None True and as assert async await break class continue def del elif else except "
    "finally for from global if import in is lambda nonlocal not or pass raise return try while "
    "with yield ",
    " and break do else elseif end false for function goto if in local nil not or repeat return "
    "then true until while ",
    " Self abstract as async await become box break const continue crate do dyn else enum extern "
    "false final fn for if impl in let loop macro match mod move mut override priv pub ref return "
    "self static struct super trait true try type typeof unsafe unsized use virtual where while "
    "yield ",
};

}  // namespace

bool isReserved(std::string_view word, Language language) {
  if (word.empty() || word.find(' ') != std::string_view::npos) return false;
  const std::string_view all = kReserved[static_cast<std::size_t>(language)];
  for (std::size_t at = all.find(word); at != std::string_view::npos; at = all.find(word, at + 1)) {
    if (all[at - 1] == ' ' && all[at + word.size()] == ' ') return true;
  }
  return false;
}

}  // namespace amber
