#pragma once

#include <algorithm>
#include <array>
#include <initializer_list>
#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/base/result.h"
#include "core/project/values/ranges.h"
#include "files/json/json_text.h"

namespace amber {

/// A place in a JSON document being read. Members are taken by type; the first thing that is not as
/// it must be is kept as the document's error, with its place, and reading goes on with defaults.
/// So a reader is written straight down and asks once, at the end, whether all was well.
class JsonReader {
 public:
  /// Requires: `value` outlives the reader and everything that is taken from it.
  JsonReader(const Json& value, const std::string& file)
      : value_(&value), report_(std::make_shared<Report>(Report{file, &value, {}})) {}

  /// The member; a missing one is an error (MissingKey). Requires: `key` outlives the reading, as a
  /// literal does.
  JsonReader member(std::string_view key) const;
  /// The member, or nothing where it is absent or null.
  std::optional<JsonReader> optionalMember(std::string_view key) const;
  /// The same, but null counts as a value.
  std::optional<JsonReader> presentMember(std::string_view key) const;
  /// Fails, naming the nearest known one, where an object holds a key that is none of these.
  void knows(std::initializer_list<std::string_view> keys) const;
  /// The list's elements. Errors: not a list, or more than `most` elements.
  std::vector<JsonReader> elements(std::size_t most = kMostThings) const;
  /// An object's members by name, in order. Errors: not an object, or more than `most` members.
  std::vector<std::pair<std::string, JsonReader>> members(std::size_t most) const;
  /// The elements of a list of exactly `count`, none when it is another.
  std::vector<JsonReader> exactly(std::size_t count, std::string_view what) const;

  bool isObject() const;
  std::string text(std::size_t longest = kLongestText) const;
  int whole(int least, int most) const;  ///< A whole number in the range.
  int whole(const Range<int>& range) const { return whole(range.least, range.most); }
  std::uint32_t bits() const;                      ///< A whole number 0 to 2^32 - 1.
  double number() const;                           ///< A finite number.
  double within(double least, double most) const;  ///< A number in the range.
  double within(const Range<double>& range) const { return within(range.least, range.most); }
  bool truth() const;

  /// One of the given texts, as its index.
  template <std::size_t N>
  std::size_t choice(const std::array<std::string_view, N>& names) const {
    const std::string given = text();
    const auto* found = std::find(names.begin(), names.end(), given);
    if (found != names.end()) return static_cast<std::size_t>(found - names.begin());
    std::string list;
    for (const std::string_view name : names)
      list += (list.empty() ? "" : ", ") + std::string(name);
    fail(ErrorCode::BadValue, "\"" + given + "\" is not one of " + list);
    return 0;
  }

  /// Keeps this error at this place, unless an earlier one is kept already.
  void fail(ErrorCode code, const std::string& sentence) const;

  bool failed() const { return report_->error.has_value(); }
  /// Nothing, or the first error.
  Result<void> outcome() const;

 private:
  struct Report {
    std::string file;
    const Json* root;
    std::optional<Error> error;
  };

  JsonReader(const Json& value, std::shared_ptr<Report> report)
      : value_(&value), report_(std::move(report)) {}
  void wrongType(std::string_view expected) const;
  // Its place in the document. Computed only for an error: storing it in each reader would be most
  // of the cost of reading.
  std::string place() const;

  const Json* value_;
  const Json* owner_ = nullptr;  // Of a member that is missing: the object without it.
  std::string_view key_;         // And the key that it lacks.
  std::shared_ptr<Report> report_;
};

}  // namespace amber
