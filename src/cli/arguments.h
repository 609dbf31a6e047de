#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/base/result.h"
#include "core/project/project.h"
#include "work/new_project.h"

namespace amber {

/// How an image's ink is told, before its pixels are known.
struct InkChoice {
  enum class Key { None, Auto, Given };
  Key key = Key::None;
  KeyColour colour;  ///< With Key::Given.
  int faint = 1;
  int firm = 128;

  InkRule ruleFor(const Image& image) const;
};

struct CuttingArguments {
  bool named = false;  ///< Whether the call says how to cut.
  CutChoice cut;
  InkChoice ink;
};

struct CutArguments {
  std::string image;
  CuttingArguments cutting;
};

struct FitArguments {
  std::string image;
  CuttingArguments cutting;
  std::vector<PixelRect> rects;
};

struct SheetArguments {
  bool newProject = false;  ///< Make the project, or add to one that exists.
  std::string project;
  std::string image;
  CuttingArguments cutting;
  AssetChoice asset;
};

struct CheckArguments {
  std::string project;
};

struct PackArguments {
  std::string project;
  std::string folder;
};

struct VerifyArguments {
  std::string folder;
  std::string project;  ///< Empty: the parcel alone.
};

/// One call of the program, understood.
struct Invocation {
  std::variant<std::monostate, CutArguments, FitArguments, SheetArguments, CheckArguments,
               PackArguments, VerifyArguments>
      command;  ///< Nothing: help was asked for and printed.
  bool json = false;
};

/// Understands the call. A wrong one is an error (BadValue) that names what is wrong with it.
Result<Invocation> invocationFrom(int argc, const char* const* argv);

}  // namespace amber
