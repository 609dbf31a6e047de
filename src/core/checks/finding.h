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

/// How a finding is mended: the edits are worked out when they are asked for, from the project as
/// it is then, so that a check costs nothing for what nobody mends.
class Remedy {
 public:
  using Work =
      std::function<Result<std::vector<Edit>>(const Project& project, const ArtSource& art)>;
  enum class Takes {
    Moments,  ///< May be worked out on the interface thread.
    Time,     ///< Fits or cuts: to be worked out beside it.
  };

  /// Only a person can mend it.
  Remedy() = default;
  Remedy(Takes takes, Work work) : work_(std::move(work)), takes_(takes) {}
  /// Edits that are known already.
  explicit Remedy(std::vector<Edit> edits)
      : work_([edits = std::move(edits)](const Project&, const ArtSource&) { return edits; }) {}

  explicit operator bool() const { return static_cast<bool>(work_); }
  bool takesTime() const { return takes_ == Takes::Time; }

  /// The edits that mend it in that project. Requires: there is a remedy. Errors (BadValue): it can
  /// no longer be mended so, and why.
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
  /// What it is about, where the place does not say it: a layer, a cut line, a sentence, a partner.
  /// With the rule and the place it identifies the finding.
  std::string subject = {};
  std::string text;  ///< What is wrong, in one sentence.
  std::string fix;   ///< What to do about it.
  Remedy remedy;     ///< What does it, where the program can.

  /// Found by looking at its sheet or asset alone: a fix of another one leaves it as it is.
  bool alone = false;

  bool canBeMended() const { return static_cast<bool>(remedy); }
  /// Whether both report the same problem, perhaps with other numbers. Law: a check gives no two
  /// findings that are the same.
  bool sameAs(const Finding& other) const {
    return rule == other.rule && where == other.where && subject == other.subject;
  }
};

/// A finding of the rule, as grave as the rule says, about that place.
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

/// The remedy that fits all of these. Its error: no order makes a shape.
Remedy fittingRemedy(std::vector<FitOrder> orders);

}  // namespace amber
