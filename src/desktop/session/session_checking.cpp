// How a session keeps its findings current, of session.h: checks in the background after every
// change, then slower checks, then the source code.
#include <utility>

#include "core/checks/check_project.h"
#include "core/checks/naming/code_checks.h"
#include "core/checks/trial/trial_checks.h"
#include "desktop/session.h"
#include "desktop/session/code_watch.h"

namespace amber {

void ProjectSession::checkSoon() {
  if (!checkTimer_.isActive()) checkTimer_.start();
}

void ProjectSession::runChecks() {
  code_->follow();
  if (checking_) {
    checkAgain_ = true;
    return;
  }
  checking_ = true;
  background_.run(
      this, {},
      [this, store = store_, project = committed_](const Progress&) -> Background::Finish {
        auto findings = std::make_shared<std::vector<Finding>>(store->fileFindings(project));
        for (Finding& finding : checkProject(project, ArtStore::cachedOnly(store, project))) {
          findings->push_back(std::move(finding));
        }
        sortFindings(*findings);
        return [this, store, project, findings] {
          checking_ = false;
          if (store == store_) {
            found_ = std::move(*findings);
            tellFindings();
            checkFairness(project);
          }
          if (std::exchange(checkAgain_, false)) checkSoon();
        };
      },
      Background::Lane::Readers, [this](const Error&) { checking_ = checkAgain_ = false; });
}

// Fairness takes longer than the other checks, so it comes after them; while it is worked out the
// last ones of pairs that are still there stand.
void ProjectSession::checkFairness(const Project& project) {
  if (!project.trial.any()) {
    fairness_.forget();
    if (!std::exchange(unfair_, {}).empty()) tellFindings();
    return;
  }
  fairness_.ask([project, before = fairnessMemo_, store = store_](const Progress& progress) {
    FairnessMemo memo{project, {}};
    memo.rows = fairnessTable(project, ArtStore::loading(store, project), progress, before);
    return memo;
  });
}

void ProjectSession::takeFairness(FairnessMemo memo) {
  unfair_ = fairnessFindings(committed_, memo.rows);
  fairnessMemo_ = std::move(memo);
  tellFindings();
}

void ProjectSession::takeCode() {
  const std::shared_ptr<const CodeState> state = code_->state();
  if (code_->reading() || (state == nullptr && uncalled_.empty())) return;
  uncalled_.clear();
  if (state != nullptr) {
    uncalled_ = codeFindings(committed_, state->report, state->sources->missing.empty());
  }
  tellFindings();
}

void ProjectSession::tellFindings() {
  findings_ = found_;
  findings_.insert(findings_.end(), uncalled_.begin(), uncalled_.end());
  findings_.insert(findings_.end(), unfair_.begin(), unfair_.end());
  sortFindings(findings_);
  emit findingsChanged();
}

}  // namespace amber
