#include <algorithm>
#include <array>
#include <map>

#include "core/base/exact_number.h"
#include "core/base/words.h"
#include "core/checks/trial/trial_checks.h"
#include "core/trial/course/course_candidates.h"

namespace amber {
namespace {

// By the type of event. A notice and a halt are not faults.
constexpr std::array<const Rule*, kCourseEventKinds> kCourseRules = {&rules::kTrialGap,
                                                                     &rules::kTrialTunnel,
                                                                     &rules::kTrialCatch,
                                                                     &rules::kTrialFlicker,
                                                                     &rules::kTrialPop,
                                                                     &rules::kTrialStuck,
                                                                     nullptr,
                                                                     nullptr,
                                                                     &rules::kTrialDeaf};

CourseChoice choiceOf(const Course& course, const CourseDemand& demand) {
  CourseChoice choice;
  choice.course = course.name;
  choice.script = demand.script;
  choice.moves = demand.moves;
  choice.numbers = demand.numbers;
  return choice;
}

// A shape of the role by which the run has no event of that kind, and fewer faults than now.
Result<std::vector<Edit>> betterShape(const Project& project, const ArtSource& art, AssetId assetId,
                                      const CourseChoice& choice, const std::string& roleName,
                                      CourseEventKind kind) {
  const Asset* asset = findAsset(project, assetId);
  const Role* role = findRole(project, roleName);
  if (asset == nullptr || role == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the asset or its role is no longer there");
  }
  const auto setup = courseSetup(project, *asset, choice);
  if (!setup) return tl::unexpected(setup.error());
  const auto now = courseRun(project, *asset, *setup);
  if (!now) return tl::unexpected(now.error());
  for (CourseCandidate& one :
       courseCandidates(project, *asset, *setup, *role, everyMovingRecipe(role->recipe), art)) {
    if (one.run.count(kind) == 0 && faultsOf(one.run) < faultsOf(*now)) {
      return std::move(one.edits);
    }
  }
  return failure(ErrorCode::BadValue,
                 "no other shape avoids this; change the course or the movement settings");
}

// The worst of each kind in each role.
std::map<std::pair<std::size_t, std::string>, CourseEvent> worstOf(const CourseRun& run) {
  std::map<std::pair<std::size_t, std::string>, CourseEvent> worst;
  for (const CourseEvent& event : run.events) {
    if (!isFault(event.kind)) continue;
    const std::pair key(static_cast<std::size_t>(event.kind), event.role);
    const auto [known, first] = worst.emplace(key, event);
    if (!first && event.px > known->second.px) known->second = event;
  }
  return worst;
}

// A course may demand runs of one asset by several ways of moving and scripts.
std::string demandSubject(const Course& course, const CourseDemand& demand) {
  const auto same = std::find(course.mustPass.begin(), course.mustPass.end(), demand);
  return course.name + "/" + demand.asset + "/" + std::to_string(same - course.mustPass.begin());
}

void checkDemand(const Project& project, const Course& course, const CourseDemand& demand,
                 std::vector<Finding>& findings) {
  const Asset* asset = findAsset(project, std::string_view(demand.asset));
  const CourseChoice choice = choiceOf(course, demand);
  const std::string subject = demandSubject(course, demand);
  const auto cannot = [&](const std::string& why) {
    Finding finding =
        findingOf(rules::kTrialStuck, {{}, asset == nullptr ? AssetId{} : asset->id, {}, {}, {}});
    finding.subject = subject;
    finding.text = demand.asset + " must pass " + course.name + " and cannot be run: " + why;
    finding.fix = "Fix that, or no longer require the course.";
    findings.push_back(std::move(finding));
  };
  if (asset == nullptr) return cannot("there is no such asset");
  const auto setup = courseSetup(project, *asset, choice);
  const auto run = setup ? courseRun(project, *asset, *setup) : tl::unexpected(setup.error());
  if (!run) return cannot(run.error().sentence);
  for (const auto& [key, event] : worstOf(*run)) {
    Finding finding = findingOf(*kCourseRules[key.first], {{}, asset->id, {}, {}, event.role});
    finding.subject = subject;
    finding.text = "on " + course.name + " by " + std::string(wordOf(kMovesWords, demand.moves)) +
                   ", tick " + std::to_string(event.tick) + ": " + event.text;
    if (event.kind != CourseEventKind::Deaf) {
      finding.fix = "Use a shape that avoids this.";
      finding.remedy = {Remedy::Takes::Time,
                        [id = asset->id, choice, role = event.role, kind = event.kind](
                            const Project& now, const ArtSource& art) {
                          return betterShape(now, art, id, choice, role, kind);
                        }};
    } else {
      finding.fix = "Make its shape larger, or change its layers.";
    }
    findings.push_back(std::move(finding));
  }
}

}  // namespace

std::vector<Finding> checkCourses(const Project& project) {
  std::vector<Finding> findings;
  for (const Course& course : project.courses) {
    for (const CourseDemand& demand : course.mustPass) {
      checkDemand(project, course, demand, findings);
    }
  }
  return findings;
}

}  // namespace amber
