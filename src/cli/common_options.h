#pragma once

#include <CLI/App.hpp>
#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/geometry/point.h"
#include "core/project/values/ranges.h"
#include "work/project/project_change.h"

namespace amber {

/// Options that mean one thing in every command that has them.

/// PROJECT, the project file.
void addProject(CLI::App& command, std::string& path);

/// --try: show what would change, without changing it.
void addTry(CLI::App& command, Saving& saving);

/// --profile NAME: the pack profile; empty for the first.
void addProfile(CLI::App& command, std::string& name);

/// One of these words.
template <std::size_t N>
CLI::Validator oneOf(const std::array<std::string_view, N>& words) {
  return CLI::IsMember(std::vector<std::string>(words.begin(), words.end()));
}

/// A number in the range.
template <class Number>
CLI::Validator inRange(const Range<Number>& range) {
  return CLI::Range(range.least, range.most);
}

/// "X,Y" as a point; nothing for any other text, or coordinates that no project may hold.
std::optional<FramePoint> pointIn(std::string_view text);
CLI::Validator pointForm();

}  // namespace amber
