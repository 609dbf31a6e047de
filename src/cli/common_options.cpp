#include "cli/common_options.h"

#include <CLI/CLI.hpp>
#include <charconv>

namespace amber {
namespace {

std::optional<double> coordinateIn(std::string_view text) {
  double value = 0;
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
  const bool good =
      error == std::errc{} && end == text.data() + text.size() && kPlaceRange.holds(value);
  return good ? std::optional(value) : std::nullopt;
}

}  // namespace

void addProject(CLI::App& command, std::string& path) {
  command.add_option("PROJECT", path, "The project file, ending in .amber")->required();
}

void addTry(CLI::App& command, Saving& saving) {
  command.add_flag_callback(
      "--try", [&saving] { saving = Saving::Tried; },
      "Show what would change, without changing it");
}

void addProfile(CLI::App& command, std::string& name) {
  command.add_option("--profile", name, "The pack profile (default: the first one of the project)");
}

std::optional<FramePoint> pointIn(std::string_view text) {
  const auto comma = text.find(',');
  if (comma == std::string_view::npos) return std::nullopt;
  const auto x = coordinateIn(text.substr(0, comma));
  const auto y = coordinateIn(text.substr(comma + 1));
  return x && y ? std::optional(FramePoint{*x, *y}) : std::nullopt;
}

CLI::Validator pointForm() {
  return {[](std::string& text) {
            return pointIn(text) ? std::string()
                                 : "\"" + text + "\" is not a point; write X,Y in px";
          },
          "X,Y"};
}

}  // namespace amber
