#include "core/naming/name_difference.h"

#include <algorithm>
#include <cstdint>

namespace amber {
namespace {

constexpr std::size_t kMostCompared = 256;

// Characters, each as its bytes.
std::vector<std::string_view> charactersOf(std::string_view text) {
  std::vector<std::string_view> characters;
  std::size_t from = 0;
  for (std::size_t at = 1; at <= text.size(); ++at) {
    const bool inside = at < text.size() && (static_cast<unsigned char>(text[at]) & 0xC0) == 0x80;
    if (inside) continue;
    characters.push_back(text.substr(from, at - from));
    from = at;
  }
  return characters;
}

class Pieces {
 public:
  void add(NamePiece::Sort sort, std::string_view text) {
    if (all_.empty() || all_.back().sort != sort) all_.push_back({sort, {}});
    all_.back().text += text;
  }
  // Of pieces between two kept ones, what goes comes first.
  std::vector<NamePiece> take() && {
    std::vector<NamePiece> ordered;
    for (std::size_t i = 0; i < all_.size();) {
      if (all_[i].sort == NamePiece::Sort::Kept) {
        ordered.push_back(std::move(all_[i++]));
        continue;
      }
      NamePiece gone{NamePiece::Sort::Gone, {}};
      NamePiece fresh{NamePiece::Sort::Fresh, {}};
      for (; i < all_.size() && all_[i].sort != NamePiece::Sort::Kept; ++i) {
        (all_[i].sort == NamePiece::Sort::Gone ? gone : fresh).text += all_[i].text;
      }
      if (!gone.text.empty()) ordered.push_back(std::move(gone));
      if (!fresh.text.empty()) ordered.push_back(std::move(fresh));
    }
    return ordered;
  }

 private:
  std::vector<NamePiece> all_;
};

}  // namespace

std::vector<NamePiece> nameDifference(std::string_view from, std::string_view to) {
  const std::vector<std::string_view> a = charactersOf(from);
  const std::vector<std::string_view> b = charactersOf(to);
  std::size_t start = 0;
  while (start < a.size() && start < b.size() && a[start] == b[start]) ++start;
  std::size_t endA = a.size();
  std::size_t endB = b.size();
  while (endA > start && endB > start && a[endA - 1] == b[endB - 1]) {
    --endA;
    --endB;
  }
  Pieces pieces;
  for (std::size_t i = 0; i < start; ++i) pieces.add(NamePiece::Sort::Kept, a[i]);
  const std::size_t n = endA - start;
  const std::size_t m = endB - start;
  if (n > kMostCompared || m > kMostCompared) {
    for (std::size_t i = start; i < endA; ++i) pieces.add(NamePiece::Sort::Gone, a[i]);
    for (std::size_t k = start; k < endB; ++k) pieces.add(NamePiece::Sort::Fresh, b[k]);
  } else {
    // shared[i][k]: the most that what follows a's i-th and b's k-th character has in common.
    std::vector<std::uint16_t> shared((n + 1) * (m + 1));
    const auto at = [&](std::size_t i, std::size_t k) -> std::uint16_t& {
      return shared[i * (m + 1) + k];
    };
    for (std::size_t i = n; i-- > 0;) {
      for (std::size_t k = m; k-- > 0;) {
        at(i, k) = a[start + i] == b[start + k] ? static_cast<std::uint16_t>(at(i + 1, k + 1) + 1)
                                                : std::max(at(i + 1, k), at(i, k + 1));
      }
    }
    for (std::size_t i = 0, k = 0; i < n || k < m;) {
      if (i < n && k < m && a[start + i] == b[start + k]) {
        pieces.add(NamePiece::Sort::Kept, a[start + i]);
        ++i;
        ++k;
      } else if (i < n && (k == m || at(i + 1, k) >= at(i, k + 1))) {
        pieces.add(NamePiece::Sort::Gone, a[start + i++]);
      } else {
        pieces.add(NamePiece::Sort::Fresh, b[start + k++]);
      }
    }
  }
  for (std::size_t i = endA; i < a.size(); ++i) pieces.add(NamePiece::Sort::Kept, a[i]);
  return std::move(pieces).take();
}

}  // namespace amber
