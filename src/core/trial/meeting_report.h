#pragma once

#include <string>
#include <vector>

#include "core/geometry/contact/convex_contact.h"
#include "core/layers/participants.h"
#include "core/trial/ink_meeting.h"

namespace amber {

/// What a role of one asset and a role of another do with each other where they stand.
struct RoleMeeting {
  std::string a;  ///< "body", or of a rider "prop_lantern:glass".
  std::string b;
  Contact contact;  ///< In game px; with a mask, parted by whole px.
  Answer answer;    ///< By the layers: what comes of it where they meet.
};

/// All results for two frames at an offset.
struct MeetingReport {
  bool boxes = false;  ///< Whether the bounds of the inks overlap.
  InkMeeting pixels;
  std::vector<RoleMeeting> roles;  ///< In the roles' order, those of the first outside.
  std::string text;                ///< What a player would see and the game would do.
};

/// The report of two frames in these poses, without rotation. Cost: see partingOf; with a mask, see
/// meetingOffsets.
MeetingReport meetingReport(const Project& project, const TrialFrame& a, const Pose& poseA,
                            const TrialFrame& b, const Pose& poseB);

/// Overlap or distance of two shapes: as partingOf; if one is a mask and they meet, the minimum
/// whole translation that separates them.
Contact contactOf(const Shape& a, const Pose& poseA, const Shape& b, const Pose& poseB);

}  // namespace amber
