#pragma once

#include <string>
#include <vector>

#include "core/geometry/contact/convex_contact.h"
#include "core/layers/parties.h"
#include "core/trial/ink_meeting.h"

namespace amber {

/// What a role of one asset and a role of another do with each other where they stand.
struct RoleMeeting {
  const Role* a = nullptr;
  const Role* b = nullptr;
  Contact contact;  ///< In game px; with a mask, parted by whole px.
  Answer answer;    ///< By the layers: what comes of it where they meet.
};

/// All that can be said of two frames where they stand.
struct MeetingReport {
  bool boxes = false;  ///< Whether the bounds of the inks overlap.
  InkMeeting pixels;
  std::vector<RoleMeeting> roles;  ///< In the roles' order, those of the first outside.
  std::string text;                ///< What a player would see and the game would do.
};

/// The report of two frames that stand in these poses, neither turned.
/// Cost: see partingOf; with a mask, see meetingOffsets.
MeetingReport meetingReport(const Project& project, const TrialFrame& a, const Pose& poseA,
                            const TrialFrame& b, const Pose& poseB);

/// How two shapes lie to each other: as partingOf says, and where one is a mask that they meet
/// with, the least whole translation that parts them.
Contact contactOf(const Shape& a, const Pose& poseA, const Shape& b, const Pose& poseB);

}  // namespace amber
