#include "core/trial/meeting_report.h"

#include <algorithm>
#include <cmath>

#include "core/base/exact_number.h"
#include "core/geometry/contact/parting.h"
#include "core/trial/offset_map.h"

namespace amber {
namespace {

// The deepest of the role meetings that the layers let come about, and the nearest of those.
struct Told {
  const RoleMeeting* deepest = nullptr;
  const RoleMeeting* nearest = nullptr;
  bool anyPassing = false;
};

Told toldOf(const std::vector<RoleMeeting>& roles) {
  Told told;
  for (const RoleMeeting& one : roles) {
    if (one.answer.outcome == Outcome::Passes) {
      told.anyPassing = told.anyPassing || one.contact.meet();
    } else if (one.contact.meet()) {
      const bool deeper =
          told.deepest == nullptr || one.contact.depth > told.deepest->contact.depth;
      if (deeper) told.deepest = &one;
    } else if (told.nearest == nullptr || one.contact.gap < told.nearest->contact.gap) {
      told.nearest = &one;
    }
  }
  return told;
}

// To a tenth of a px.
std::string px(double length) {
  return exactNumber(std::round(length * 10) / 10) + " px";
}

std::string pixelsText(long long count) {
  return count == 1 ? "1 px" : std::to_string(count) + " px";
}

std::string verdictOf(const MeetingReport& report) {
  const Told told = toldOf(report.roles);
  const InkMeeting& ink = report.pixels;
  if (told.deepest != nullptr) {
    const std::string what = told.deepest->answer.outcome == Outcome::Stops ? "Hit" : "Noticed";
    if (ink.meet) return what + ", and it shows";
    if (std::isinf(ink.gap)) return what + ", although no pixels overlap";
    if (ink.gap == 0) return what + ", just as they touch";
    return what + ", " + px(ink.gap) + " before anything touches";
  }
  if (ink.meet) {
    const std::string much =
        ink.count ? pixelsText(*ink.count) + " of them overlap" : "they overlap";
    if (told.anyPassing) return "No hit, by the layers, though " + much;
    return "No hit, though " + much;
  }
  if (told.anyPassing)
    return "Apart: the shapes overlap, but by their layers they ignore each other";
  if (told.nearest == nullptr) return "Apart: by their layers, none of their shapes meet";
  return "Apart: " + px(told.nearest->contact.gap) + " between their shapes";
}

}  // namespace

Contact contactOf(const Shape& a, const Pose& poseA, const Shape& b, const Pose& poseB) {
  const std::vector<ConvexPiece> piecesA = piecesOf(a, poseA);
  const std::vector<ConvexPiece> piecesB = piecesOf(b, poseB);
  const bool mask = kindOf(a) == ShapeKind::Mask || kindOf(b) == ShapeKind::Mask;
  Contact contact = mask ? deepestOf(piecesA, piecesB) : partingOf(piecesA, piecesB);
  if (!mask || !contact.meet()) return contact;
  const WholeOffset way = shortestParting(meetingOffsets(piecesA, piecesB));
  contact.depth = std::hypot(way.x, way.y);
  contact.normal = {way.x / contact.depth, way.y / contact.depth};
  return contact;
}

MeetingReport meetingReport(const Project& project, const TrialFrame& a, const Pose& poseA,
                            const TrialFrame& b, const Pose& poseB) {
  MeetingReport report;
  report.boxes = inkBoundsMeet(inkBoxes(a, poseA), inkBoxes(b, poseB));
  report.pixels = inkMeeting(a, poseA, b, poseB);
  const MeetingRule rule = ruleOf(project);
  for (const RoleShape& p : a.shapes) {
    const ParticipantSettings settings = participantOf(project, *p.asset, *p.role).settings;
    for (const RoleShape& q : b.shapes) {
      report.roles.push_back(
          {p.nameIn(a), q.nameIn(b), contactOf(p.shape, p.pose(poseA), q.shape, q.pose(poseB)),
           answerFor(settings, participantOf(project, *q.asset, *q.role).settings, rule)});
    }
  }
  report.text = verdictOf(report);
  return report;
}

}  // namespace amber
