#pragma once

#include <array>
#include <cstddef>
#include <string_view>

namespace amber {

enum class Severity { Error, Warning, Note };

/// The benches, in the order of the work; a rule's is the one at which its findings are mended.
enum class Bench { Cut, Origin, Fit, Names, Layers, Trial, Pack };
inline constexpr std::size_t kBenchCount = static_cast<std::size_t>(Bench::Pack) + 1;

/// What a check looks for.
struct Rule {
  std::string_view id;  ///< Stable, such as "frame.noShape".
  Severity severity;    ///< The gravest that a finding of it has; some are told as less.
  Bench bench;
  std::string_view meaning;  ///< In one sentence without its full stop, for lists and help.
};

/// Every rule, once. A check names its rule by the constant.
namespace rules {

inline constexpr Rule kSheetMissing{"sheet.missing", Severity::Error, Bench::Cut,
                                    "the image of a sheet cannot be read"};
inline constexpr Rule kSheetChanged{"sheet.changed", Severity::Error, Bench::Cut,
                                    "an image has changed since it was imported; an error where "
                                    "it cannot be cut as before"};
inline constexpr Rule kSheetKey{"sheet.key", Severity::Note, Bench::Cut,
                                "nothing is transparent, and one colour looks like the background"};
inline constexpr Rule kCutCrossing{"cut.crossing", Severity::Warning, Bench::Cut,
                                   "ink of one island lies on both sides of a cut line"};
inline constexpr Rule kCutEdge{"cut.edge", Severity::Note, Bench::Cut,
                               "ink touches the edges of some cells, and of most it does not"};
inline constexpr Rule kCutPartialCell{"cut.partialCell", Severity::Warning, Bench::Cut,
                                      "a strip of the sheet is left over; a note where it is "
                                      "empty"};
inline constexpr Rule kCutSpecks{"cut.specks", Severity::Note, Bench::Cut,
                                 "specks of ink belong to no frame"};
inline constexpr Rule kFrameLost{"frame.lost", Severity::Error, Bench::Cut,
                                 "a frame was not found on its repainted sheet"};
inline constexpr Rule kFrameEmpty{"frame.empty", Severity::Warning, Bench::Cut,
                                  "frames hold no ink"};
inline constexpr Rule kNumberingGap{"numbering.gap", Severity::Warning, Bench::Cut,
                                    "of numbered images, a number is missing"};
inline constexpr Rule kOriginSlip{"origin.slip", Severity::Warning, Bench::Origin,
                                  "frames stand off from the rest of their animation"};
inline constexpr Rule kOriginDrift{"origin.drift", Severity::Warning, Bench::Origin,
                                   "feet move farther through an animation than the project "
                                   "wants; not told of static assets"};
inline constexpr Rule kOriginHalf{"origin.half", Severity::Warning, Bench::Origin,
                                  "origins lie between pixels where the project wants whole ones"};
inline constexpr Rule kOriginOutside{"origin.outside", Severity::Note, Bench::Origin,
                                     "origins lie outside the bounds of the ink"};
inline constexpr Rule kOriginMixed{"origin.mixed", Severity::Note, Bench::Origin,
                                   "an asset, or some of its frames, stands by another rule than "
                                   "most of its kind"};
inline constexpr Rule kOriginMirror{"origin.mirror", Severity::Warning, Bench::Origin,
                                    "origins of a mirrored pair are not mirrored"};
inline constexpr Rule kMountMissing{"mount.missing", Severity::Warning, Bench::Origin,
                                    "a mount of the asset is missing on frames of an animation"};
inline constexpr Rule kMountFar{"mount.far", Severity::Warning, Bench::Origin,
                                "a mount lies far from any ink"};
inline constexpr Rule kFrameNoShape{"frame.noShape", Severity::Warning, Bench::Fit,
                                    "frames have no shape"};
inline constexpr Rule kShapeOffInk{"shape.offInk", Severity::Error, Bench::Fit,
                                   "a shape holds no ink at all"};
inline constexpr Rule kShapeFault{"shape.fault", Severity::Error, Bench::Fit,
                                  "a polygon crosses itself, repeats a point, or has no area"};
inline constexpr Rule kShapePoints{"shape.points", Severity::Warning, Bench::Fit,
                                   "a polygon has more points than the pack profile allows"};
inline constexpr Rule kShapeAir{"shape.air", Severity::Warning, Bench::Fit,
                                "a shape that stops holds more air than its role allows"};
inline constexpr Rule kShapeBareInk{"shape.bareInk", Severity::Warning, Bench::Fit,
                                    "a shape leaves more ink bare than its role allows"};
inline constexpr Rule kShapeStale{"shape.stale", Severity::Warning, Bench::Fit,
                                  "a shape was fitted to other ink than its frame has now"};
inline constexpr Rule kShapeJumps{"shape.jumps", Severity::Warning, Bench::Fit,
                                  "a shape moves between two steps while the origin stays; not "
                                  "told of static assets"};
inline constexpr Rule kShapeFlush{"shape.flush", Severity::Warning, Bench::Fit,
                                  "what notices does not reach past what stops on any side"};
inline constexpr Rule kShapeFilled{"shape.filled", Severity::Warning, Bench::Fit,
                                   "what stops fills what notices above it"};
inline constexpr Rule kShapeMirror{"shape.mirror", Severity::Warning, Bench::Fit,
                                   "shapes of a mirrored pair are not mirrored"};
inline constexpr Rule kShapeDiffers{"shape.differs", Severity::Note, Bench::Fit,
                                    "most assets of a kind have one recipe in a role, and this one "
                                    "another"};
inline constexpr Rule kVariantBehind{"variant.behind", Severity::Note, Bench::Fit,
                                     "a variant is not as the rules of its first one are now"};
inline constexpr Rule kNamePattern{"name.pattern", Severity::Warning, Bench::Names,
                                   "a name is not as the convention makes it"};
inline constexpr Rule kNameShared{"name.shared", Severity::Error, Bench::Names,
                                  "two things of one sort share a name"};
inline constexpr Rule kNameCase{"name.case", Severity::Warning, Bench::Names,
                                "two names of one sort differ only by case or separators"};
inline constexpr Rule kNameReserved{"name.reserved", Severity::Warning, Bench::Names,
                                    "a name, or its form as a constant, is a reserved word of a "
                                    "chosen language"};
inline constexpr Rule kNameClash{
    "name.clash", Severity::Note, Bench::Names,
    "an asset, kind, role, layer or mount has the name of something of "
    "another sort"};
inline constexpr Rule kNameLong{"name.long", Severity::Warning, Bench::Names,
                                "a name is longer than wanted"};
inline constexpr Rule kNameFile{"name.file", Severity::Warning, Bench::Names,
                                "a name cannot be a file name on the common systems"};
inline constexpr Rule kNameLookalike{"name.lookalike", Severity::Warning, Bench::Names,
                                     "a name holds letters of another script that look like ours, "
                                     "or invisible ones"};
inline constexpr Rule kNameNear{"name.near", Severity::Warning, Bench::Names,
                                "a name is one edit away from another of its sort"};
inline constexpr Rule kNameUnknown{"name.unknown", Severity::Warning, Bench::Names,
                                   "source code uses a name that nothing has; told where code is "
                                   "looked at"};
inline constexpr Rule kNameUnused{"name.unused", Severity::Note, Bench::Names,
                                  "no source file names an asset; told where code is looked at"};

inline constexpr Rule kLayersBroken{"layers.broken", Severity::Error, Bench::Layers,
                                    "an expectation is not so"};
inline constexpr Rule kLayersEmpty{"layers.empty", Severity::Warning, Bench::Layers,
                                   "an expectation applies to no pair of shapes"};
inline constexpr Rule kLayersTwice{"layers.twice", Severity::Note, Bench::Layers,
                                   "two expectations say the same"};
inline constexpr Rule kLayersUnasked{"layers.unasked", Severity::Warning, Bench::Layers,
                                     "parties meet, and no expectation speaks of them; not told "
                                     "where there are no expectations"};
inline constexpr Rule kLayersStill{"layers.still", Severity::Warning, Bench::Layers,
                                   "a pair is expected to stop, and neither of it moves"};
inline constexpr Rule kLayersUnmet{"layers.unmet", Severity::Warning, Bench::Layers,
                                   "nobody can meet the shapes of a role of an asset; not told "
                                   "where there are no expectations"};
inline constexpr Rule kLayersBlind{"layers.blind", Severity::Warning, Bench::Layers,
                                   "a role that notices seeks layers that nobody is on; not told "
                                   "where there are no expectations"};
inline constexpr Rule kLayersBoth{"layers.both", Severity::Note, Bench::Layers,
                                  "both sides are told of one meeting; not told where there are "
                                  "no expectations"};
inline constexpr Rule kLayersCovered{"layers.covered", Severity::Warning, Bench::Layers,
                                     "what notices lies within what stops at the same, and is "
                                     "never told"};
inline constexpr Rule kLayersMany{"layers.many", Severity::Warning, Bench::Layers,
                                  "there are too many different participants for the layer checks"};
inline constexpr Rule kLayersUnused{"layers.unused", Severity::Note, Bench::Layers,
                                    "nobody is on a layer, or nobody seeks it; not told where "
                                    "there is one layer"};
inline constexpr Rule kLayersSame{"layers.same", Severity::Note, Bench::Layers,
                                  "two layers have the same users"};
inline constexpr Rule kLayersAlike{"layers.alike", Severity::Note, Bench::Layers,
                                   "the names of two layers are one letter apart"};

inline constexpr Rule kTrialPhantom{"trial.phantom", Severity::Warning, Bench::Trial,
                                    "two assets hit each other before anything touches, more often "
                                    "or farther off than the project wants"};
inline constexpr Rule kTrialMissed{"trial.missed", Severity::Warning, Bench::Trial,
                                   "two assets overlap without a hit more often than the project "
                                   "wants"};
inline constexpr Rule kTrialGap{"trial.gap", Severity::Error, Bench::Trial,
                                "an asset stops short of what blocks it on a course that it must "
                                "pass"};
inline constexpr Rule kTrialTunnel{"trial.tunnel", Severity::Error, Bench::Trial,
                                   "an asset passes through a solid of such a course"};
inline constexpr Rule kTrialCatch{"trial.catch", Severity::Error, Bench::Trial,
                                  "an asset catches on a low edge of such a course"};
inline constexpr Rule kTrialFlicker{"trial.flicker", Severity::Error, Bench::Trial,
                                    "the ground under an asset comes and goes on such a course"};
inline constexpr Rule kTrialPop{"trial.pop", Severity::Error, Bench::Trial,
                                "a new shape of an asset lies in a solid of such a course"};
inline constexpr Rule kTrialStuck{"trial.stuck", Severity::Error, Bench::Trial,
                                  "an asset cannot move any more on such a course, or not be run"};
inline constexpr Rule kTrialDeaf{"trial.deaf", Severity::Error, Bench::Trial,
                                 "a role was told of nothing on such a course, though an "
                                 "expectation wants it to be"};
inline constexpr Rule kMergeConflict{"merge.conflict", Severity::Error, Bench::Pack,
                                     "two people changed a thing in different ways; one is to be "
                                     "chosen"};

}  // namespace rules

/// All of them, in the order of the benches.
inline constexpr std::array kRules = {
    &rules::kSheetMissing, &rules::kSheetChanged,   &rules::kSheetKey,      &rules::kCutCrossing,
    &rules::kCutEdge,      &rules::kCutPartialCell, &rules::kCutSpecks,     &rules::kFrameLost,
    &rules::kFrameEmpty,   &rules::kNumberingGap,   &rules::kOriginSlip,    &rules::kOriginDrift,
    &rules::kOriginHalf,   &rules::kOriginOutside,  &rules::kOriginMixed,   &rules::kOriginMirror,
    &rules::kMountMissing, &rules::kMountFar,       &rules::kFrameNoShape,  &rules::kShapeOffInk,
    &rules::kShapeFault,   &rules::kShapePoints,    &rules::kShapeAir,      &rules::kShapeBareInk,
    &rules::kShapeStale,   &rules::kShapeJumps,     &rules::kShapeFlush,    &rules::kShapeFilled,
    &rules::kShapeMirror,  &rules::kShapeDiffers,   &rules::kVariantBehind, &rules::kNamePattern,
    &rules::kNameShared,   &rules::kNameCase,       &rules::kNameReserved,  &rules::kNameClash,
    &rules::kNameLong,     &rules::kNameFile,       &rules::kNameLookalike, &rules::kNameNear,
    &rules::kNameUnknown,  &rules::kNameUnused,     &rules::kLayersBroken,  &rules::kLayersEmpty,
    &rules::kLayersTwice,  &rules::kLayersUnasked,  &rules::kLayersStill,   &rules::kLayersUnmet,
    &rules::kLayersBlind,  &rules::kLayersBoth,     &rules::kLayersCovered, &rules::kLayersUnused,
    &rules::kLayersSame,   &rules::kLayersAlike,    &rules::kTrialPhantom,  &rules::kTrialMissed,
    &rules::kTrialGap,     &rules::kTrialTunnel,    &rules::kTrialCatch,    &rules::kTrialFlicker,
    &rules::kTrialPop,     &rules::kTrialStuck,     &rules::kTrialDeaf,     &rules::kMergeConflict,
};

}  // namespace amber
