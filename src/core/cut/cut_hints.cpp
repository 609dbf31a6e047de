#include "core/cut/cut_hints.h"

#include <algorithm>
#include <array>
#include <cctype>

#include "core/cut/grid.h"

namespace amber {
namespace {

constexpr std::size_t kMostNamed = 8;
constexpr std::size_t kMostDigits = 5;
constexpr int kLeastNamedCell = 4;
constexpr std::array<std::string_view, 4> kStripWords = {"strip", "frames", "frame", "sheet"};

std::string_view folderOf(std::string_view path) {
  const auto slash = path.rfind('/');
  return slash == std::string_view::npos ? std::string_view() : path.substr(0, slash);
}

// A name in pieces: numbers, and what stands between them in small letters.
struct Piece {
  int number = -1;
  std::string text;
};

std::vector<Piece> piecesOf(std::string_view name) {
  std::vector<Piece> pieces;
  for (std::size_t i = 0; i < name.size();) {
    const bool digits = std::isdigit(static_cast<unsigned char>(name[i])) != 0;
    std::size_t end = i;
    Piece piece;
    while (end < name.size() &&
           (std::isdigit(static_cast<unsigned char>(name[end])) != 0) == digits) {
      piece.text += static_cast<char>(std::tolower(static_cast<unsigned char>(name[end++])));
    }
    if (digits && end - i <= kMostDigits) piece.number = std::stoi(piece.text);
    pieces.push_back(std::move(piece));
    i = end;
  }
  return pieces;
}

// Whether a word for a row of frames ends (or begins) this text, but for separators.
bool saysStrip(std::string text, bool atEnd) {
  const auto isLetter = [](char c) { return std::isalpha(static_cast<unsigned char>(c)) != 0; };
  if (atEnd) {
    while (!text.empty() && !isLetter(text.back())) text.pop_back();
  } else {
    text.erase(text.begin(), std::find_if(text.begin(), text.end(), isLetter));
  }
  return std::any_of(kStripWords.begin(), kStripWords.end(), [&](std::string_view word) {
    return atEnd ? text.ends_with(word) : text.starts_with(word);
  });
}

}  // namespace

std::string bareName(std::string_view path) {
  path.remove_prefix(path.rfind('/') + 1);
  return std::string(path.substr(0, path.rfind('.')));
}

CutHints hintsFor(const Project& project, const Sheet& sheet) {
  CutHints hints{bareName(sheet.path), {}};
  for (const auto& other : project.sheets) {
    if (other->id == sheet.id || !other->cut || folderOf(other->path) != folderOf(sheet.path)) {
      continue;
    }
    const auto* grid = std::get_if<Grid>(&other->cut->way);
    if (grid == nullptr || *grid == wholeGrid(other->size)) continue;
    if (std::find(hints.cells.begin(), hints.cells.end(), grid->cell) == hints.cells.end()) {
      hints.cells.push_back(grid->cell);
    }
  }
  return hints;
}

std::vector<NamedGrid> gridsNamed(std::string_view name, PixelSize sheet) {
  std::vector<NamedGrid> named;
  const auto add = [&](int columns, int rows, std::string said) {
    if (columns < 1 || rows < 1 || columns * 1LL * rows < 2 || sheet.w % columns != 0 ||
        sheet.h % rows != 0 || sheet.w / columns < kLeastNamedCell ||
        sheet.h / rows < kLeastNamedCell) {
      return;
    }
    const Grid grid{{sheet.w / columns, sheet.h / rows}, {}, {}, columns, rows};
    const bool known = std::any_of(named.begin(), named.end(),
                                   [&](const NamedGrid& one) { return one.grid == grid; });
    if (!known && named.size() < kMostNamed) named.push_back({grid, std::move(said)});
  };
  const std::vector<Piece> pieces = piecesOf(name);
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    const int number = pieces[i].number;
    if (number < 1) continue;
    const bool isPair = i + 2 < pieces.size() && pieces[i + 1].text == "x";
    if (isPair && pieces[i + 2].number >= 1) {
      const int other = pieces[i + 2].number;
      const std::string said = std::to_string(number) + " x " + std::to_string(other);
      add(number, other, said);
      if (sheet.w % number == 0 && sheet.h % other == 0) {
        add(sheet.w / number, sheet.h / other, said);
      }
      continue;
    }
    const bool before = i > 0 && saysStrip(pieces[i - 1].text, true);
    const bool after = i + 1 < pieces.size() && saysStrip(pieces[i + 1].text, false);
    if (!before && !after) continue;
    const bool wide = sheet.w >= sheet.h;
    add(wide ? number : 1, wide ? 1 : number, std::to_string(number));
  }
  return named;
}

}  // namespace amber
