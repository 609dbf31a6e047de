#pragma once

#include "cli/command.h"

namespace amber {

/// Makes each command; what it takes is in its own file.
std::unique_ptr<Command> makeCutCommand();
std::unique_ptr<Command> makeFitCommand();
std::unique_ptr<Command> makeNewCommand();
std::unique_ptr<Command> makeAddCommand();
std::unique_ptr<Command> makeRecutCommand();
std::unique_ptr<Command> makeTurnCommand();
std::unique_ptr<Command> makeRefreshCommand();
std::unique_ptr<Command> makeAnimationCommand();
std::unique_ptr<Command> makeOriginCommand();
std::unique_ptr<Command> makeDriftCommand();
std::unique_ptr<Command> makeMountCommand();
std::unique_ptr<Command> makeLookCommand();
std::unique_ptr<Command> makeRideCommand();
std::unique_ptr<Command> makeSeamsCommand();
std::unique_ptr<Command> makeRoleCommand();
std::unique_ptr<Command> makeShapeCommand();
std::unique_ptr<Command> makeRefitCommand();
std::unique_ptr<Command> makeAssetCommand();
std::unique_ptr<Command> makeLayersCommand();
std::unique_ptr<Command> makeMeetsCommand();
std::unique_ptr<Command> makeExpectCommand();
std::unique_ptr<Command> makeWeaveCommand();
std::unique_ptr<Command> makeMeetCommand();
std::unique_ptr<Command> makeFairnessCommand();
std::unique_ptr<Command> makeCourseCommand();
std::unique_ptr<Command> makeNamesCommand();
std::unique_ptr<Command> makeConstantsCommand();
std::unique_ptr<Command> makeCheckCommand();
std::unique_ptr<Command> makeProfilesCommand();
std::unique_ptr<Command> makePackCommand();
std::unique_ptr<Command> makeVerifyCommand();
std::unique_ptr<Command> makeWatchCommand();
std::unique_ptr<Command> makeReportCommand();
std::unique_ptr<Command> makeDiffCommand();
std::unique_ptr<Command> makeMergeCommand();
std::unique_ptr<Command> makeVariantCommand();
std::unique_ptr<Command> makeBlockCommand();
std::unique_ptr<Command> makeZoneCommand();
std::unique_ptr<Command> makeReplaceCommand();
std::unique_ptr<Command> makeFormatsCommand();
std::unique_ptr<Command> makeThumbnailCommand();

}  // namespace amber
