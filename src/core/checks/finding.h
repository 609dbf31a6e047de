#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

enum class Severity { Error, Warning, Note };

/// What a finding is about. Ids that do not apply are 0, a role that does not is empty.
struct Where {
  SheetId sheet;
  AssetId asset;
  AnimationId animation;
  FrameId frame;
  std::string role;
};

/// The bench at which a finding is mended.
enum class Bench { Cut, Origin, Fit, Names, Pack };

/// Shapes to be fitted: of these frames in this role, by the recipe.
struct FitOrder {
  std::vector<FrameRef> frames;
  std::string role;
  Recipe recipe;
};

/// One problem found by a check.
struct Finding {
  std::string rule;  ///< Stable, such as "frame.noShape".
  Severity severity = Severity::Warning;
  Bench bench = Bench::Cut;
  Where where;
  std::string text;                 ///< What is wrong, in one sentence.
  std::string fix;                  ///< What to do about it.
  std::vector<Edit> remedy;         ///< The edits that do it; empty when only a person can.
  std::optional<Cut> recut = {};    ///< Or how to cut the sheet again, which does it.
  std::vector<FitOrder> fits = {};  ///< Or what to fit, which does it, and takes time.

  bool canBeMended() const { return !remedy.empty() || takesTime(); }
  /// Whether what mends it is still to be worked out (see mendingEdits).
  bool takesTime() const { return recut.has_value() || !fits.empty(); }
};

}  // namespace amber
