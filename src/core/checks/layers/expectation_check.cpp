// Expectations that are broken, empty or repeated, of layer_checks.h.
#include <algorithm>

#include "core/checks/layers/layer_checks.h"
#include "core/layers/reasons.h"
#include "core/layers/sentences/sentence.h"

namespace amber {
namespace {

// Fixes are computed for at most this many broken expectations, the first ones first.
constexpr std::size_t kMostFixed = 40;

std::string quoted(const Expectation& one) {
  return "\u201c" + sentenceOf(one) + "\u201d";
}

// Finds the first fix of the sentence as it then is.
Remedy fixing(const Expectation& sentence) {
  return {Remedy::Takes::Moments,
          [sentence](const Project& project, const ArtSource&) -> Result<std::vector<Edit>> {
            const auto& all = project.expectations;
            const auto at = std::find(all.begin(), all.end(), sentence);
            const auto alike = ParticipantClasses::of(project);
            if (!alike) return tl::unexpected(alike.error());
            if (at == all.end()) {
              return failure(ErrorCode::BadValue, "the expectation is no longer in the project");
            }
            const Meetings meetings(*alike);
            const Fixes fixes =
                FixSearch(meetings).fixesFor(static_cast<std::size_t>(at - all.begin()));
            if (fixes.list.empty()) {
              return failure(ErrorCode::BadValue,
                             "no change of settings can satisfy the expectation");
            }
            return fixes.list.front().edits;
          }};
}

Remedy dropping(const Expectation& sentence, bool last) {
  return {Remedy::Takes::Moments,
          [sentence, last](const Project& project, const ArtSource&) -> Result<std::vector<Edit>> {
            std::vector<Expectation> left = project.expectations;
            const auto first = std::find(left.begin(), left.end(), sentence);
            const auto behind = std::find(left.rbegin(), left.rend(), sentence);
            if (first == left.end()) {
              return failure(ErrorCode::BadValue, "the expectation is no longer in the project");
            }
            left.erase(last ? behind.base() - 1 : first);
            return std::vector<Edit>{SetExpectations{std::move(left)}};
          }};
}

void tellBroken(const LayerView& view, const FixSearch& search, std::size_t k, bool lookForFix,
                std::vector<Finding>& findings) {
  const Expectation& sentence = view.project.expectations[k];
  const Judgement& judgement = view.judgements[k];
  const auto [a, b] = judgement.broken.front();
  Finding finding = findingOf(rules::kLayersBroken, whereOf(view, a));
  finding.subject = quoted(sentence);
  finding.text = "expected " + quoted(sentence) + ", but " + shortAnswer(view.meetings, a, b);
  if (judgement.brokenPairs > 1) {
    finding.text += " (" + std::to_string(judgement.brokenPairs) + " pairs)";
  }
  finding.fix = "Change the layers or the expectation.";
  if (lookForFix) {
    const Fixes fixes = search.fixesFor(k);
    if (!fixes.list.empty()) {
      std::string fix = fixes.list.front().text;
      if (!fix.empty()) fix.front() = static_cast<char>(fix.front() - 'a' + 'A');
      finding.fix = fix + ".";
      finding.remedy = fixing(sentence);
    }
    for (const std::size_t other : fixes.contradicts) {
      if (other == k) {
        finding.text += "; no settings can satisfy it";
      } else {
        finding.text += "; it contradicts " + quoted(view.project.expectations[other]);
      }
    }
  }
  findings.push_back(std::move(finding));
}

void tellStill(const LayerView& view, std::size_t k, std::vector<Finding>& findings) {
  const Expectation& sentence = view.project.expectations[k];
  if (sentence.verb != Verb::StopsAt) return;
  const ParticipantSet who = view.meetings.meant(sentence.who);
  const ParticipantSet whom = view.meetings.meant(sentence.whom);
  for (std::size_t i = who.find_first(); i != ParticipantSet::npos; i = who.find_next(i)) {
    const ParticipantSet stopped = view.meetings.stopped(i) & whom;
    for (std::size_t j = stopped.find_first(); j != ParticipantSet::npos;
         j = stopped.find_next(j)) {
      if (view.meetings.settings(i).motion != Motion::Static ||
          view.meetings.settings(j).motion != Motion::Static) {
        continue;
      }
      Finding finding = findingOf(rules::kLayersStill, whereOf(view, i));
      finding.subject = quoted(sentence);
      finding.text = "expected " + quoted(sentence) + ", but neither " + participantText(view, i) +
                     " nor " + participantText(view, j) + " moves, so nothing is stopped";
      finding.fix = "Set the motion of one of them.";
      findings.push_back(std::move(finding));
      return;
    }
  }
}

}  // namespace

void checkExpectations(const LayerView& view, const FixSearch& search,
                       std::vector<Finding>& findings) {
  const std::vector<Expectation>& all = view.project.expectations;
  std::size_t fixed = 0;
  for (std::size_t k = 0; k < all.size(); ++k) {
    if (std::find(all.begin(), all.begin() + static_cast<std::ptrdiff_t>(k), all[k]) !=
        all.begin() + static_cast<std::ptrdiff_t>(k)) {
      Finding finding = findingOf(rules::kLayersTwice, {});
      const auto copies =
          std::count(all.begin(), all.begin() + static_cast<std::ptrdiff_t>(k), all[k]);
      finding.subject = quoted(all[k]) + "/" + std::to_string(copies);
      finding.text = quoted(all[k]) + " appears twice";
      finding.fix = "Remove the second one.";
      finding.remedy = dropping(all[k], true);
      findings.push_back(std::move(finding));
      continue;
    }
    switch (view.judgements[k].verdict) {
      case Verdict::Broken:
        tellBroken(view, search, k, fixed++ < kMostFixed, findings);
        break;
      case Verdict::Empty: {
        Finding finding = findingOf(rules::kLayersEmpty, {});
        finding.subject = quoted(all[k]);
        finding.text =
            quoted(all[k]) + " applies to nothing: " + emptyReason(view.meetings, all[k]);
        finding.fix = "Remove it, or change its names.";
        finding.remedy = dropping(all[k], false);
        findings.push_back(std::move(finding));
        break;
      }
      case Verdict::Holds:
        tellStill(view, k, findings);
        break;
    }
  }
}

}  // namespace amber
