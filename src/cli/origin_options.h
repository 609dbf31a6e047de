#pragma once

#include <CLI/App.hpp>
#include <optional>
#include <string>
#include <variant>

#include "cli/arguments.h"

namespace amber {

/// The commands origin, drift, mount and look, with their options as typed.
class OriginOptions {
 public:
  void add(CLI::App& program);
  /// The call, when it was of one of these.
  std::optional<std::variant<OriginArguments, DriftArguments, MountArguments, LookArguments>>
  command() const;

 private:
  void addOrigin(CLI::App& program);
  void addDrift(CLI::App& program);
  void addMount(CLI::App& program);
  void addLook(CLI::App& program);
  CLI::App* addAbout(CLI::App& program, const std::string& name, const std::string& about);

  CLI::App* originCommand_ = nullptr;
  CLI::App* driftCommand_ = nullptr;
  CLI::App* mountCommand_ = nullptr;
  CLI::App* lookCommand_ = nullptr;
  std::string project_;
  FrameChoice frames_;
  OriginArguments origin_;
  DriftArguments drift_;
  MountArguments mount_;
  LookArguments look_;
  std::string snap_ = "free";
  std::string nudge_;
  double wantedDrift_ = -1;
  double scale_ = 0;
  std::string whole_;
  std::string at_;
  std::string offset_;
};

}  // namespace amber
