#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace amber {

/// A stretch of two names that are laid over each other.
struct NamePiece {
  enum class Sort { Kept, Gone, Fresh };
  Sort sort = Sort::Kept;
  std::string text;

  bool operator==(const NamePiece&) const = default;
};

/// How one name becomes another: what stays, what goes and what comes, from left to right, what
/// goes before what comes. Law: the kept and the gone pieces are the first name, the kept and the
/// fresh ones the second. Whole characters only. Names of more than 256 characters share only how
/// they begin and end.
/// Cost: the product of the lengths. Reference: the longest common subsequence, R. A. Wagner, M. J.
/// Fischer, "The String-to-String Correction Problem", Journal of the ACM 21, 1974.
std::vector<NamePiece> nameDifference(std::string_view from, std::string_view to);

}  // namespace amber
