#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/checks/rules.h"
#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// What a finding is about. Ids that do not apply are 0, a role that does not is empty.
struct Where {
  SheetId sheet;
  AssetId asset;
  AnimationId animation;
  FrameId frame;
  std::string role;

  bool operator==(const Where&) const = default;
};

/// How a finding is fixed. The edits are computed on request, from the project at that time, so
/// that a check costs nothing for fixes that are not used.
class Remedy {
 public:
  using Work =
      std::function<Result<std::vector<Edit>>(const Project& project, const ArtSource& art)>;
  enum class Takes {
    Moments,  ///< Computed without a noticeable delay.
    Time,     ///< Fits or cuts: to be worked out beside it.
  };

  /// There is no automatic fix.
  Remedy() = default;
  Remedy(Takes takes, Work work) : work_(std::move(work)), takes_(takes) {}
  /// Edits that are known already.
  explicit Remedy(std::vector<Edit> edits)
      : work_([edits = std::move(edits)](const Project&, const ArtSource&) { return edits; }) {}

  explicit operator bool() const { return static_cast<bool>(work_); }
  bool takesTime() const { return takes_ == Takes::Time; }

  /// The edits that fix the finding in that project. Requires: there is a fix. Errors (BadValue):
  /// this fix is no longer possible, with the reason.
  Result<std::vector<Edit>> edits(const Project& project, const ArtSource& art) const {
    return work_(project, art);
  }

 private:
  Work work_;
  Takes takes_ = Takes::Moments;
};

/// One problem found by a check.
struct Finding {
  std::string rule;  ///< A Rule's id.
  Severity severity = Severity::Warning;
  Bench bench = Bench::Cut;
  Where where;
  /// What the finding is about, if the place does not identify it: a layer, a cut line, an
  /// expectation, a partner. Rule, place and subject together identify a finding.
  std::string subject = {};
  std::string text;  ///< What is wrong, in one sentence.
  std::string fix;   ///< What to do about it.
  Remedy remedy;     ///< What does it, where the program can.

  /// The finding depends on its sheet or asset only, so that fixes elsewhere do not change it.
  bool alone = false;

  bool canBeMended() const { return static_cast<bool>(remedy); }
  /// Whether both report the same problem, perhaps with other numbers. Law: a check gives no two
  /// findings that are the same.
  bool sameAs(const Finding& other) const {
    return rule == other.rule && where == other.where && subject == other.subject;
  }
};

/// A finding of the rule about that place, with the severity of the rule.
inline Finding findingOf(const Rule& rule, Where where) {
  Finding finding;
  finding.rule = rule.id;
  finding.severity = rule.severity;
  finding.bench = rule.bench;
  finding.where = std::move(where);
  return finding;
}

/// Shapes to be fitted: of these frames in this role, by the recipe.
struct FitOrder {
  std::vector<FrameRef> frames;
  std::string role;
  Recipe recipe;
};

/// The fix that fits all of these. Its error: no order makes a shape.
Remedy fittingRemedy(std::vector<FitOrder> orders);

}  // namespace amber
