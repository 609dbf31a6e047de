#pragma once

#include <array>
#include <cstddef>
#include <string_view>

namespace amber {

enum class Severity { Error, Warning, Note };

/// The benches, in the order of the work. Findings of a rule are fixed at its bench.
enum class Bench { Cut, Origin, Fit, Names, Layers, Trial, Pack };
inline constexpr std::size_t kBenchCount = static_cast<std::size_t>(Bench::Pack) + 1;

/// What a check looks for.
struct Rule {
  std::string_view id;  ///< Stable, such as "frame.noShape".
  Severity severity;    ///< The highest severity of its findings; some findings are less severe.
  Bench bench;
  std::string_view meaning;  ///< In one sentence without its full stop, for lists and help.
};

/// Every rule, once. A check names its rule by the constant.
namespace rules {

inline constexpr Rule kSheetMissing{"sheet.missing", Severity::Error, Bench::Cut,
                                    "the image of a sheet cannot be read"};
inline constexpr Rule kSheetChanged{"sheet.changed", Severity::Error, Bench::Cut,
                                    "an image has changed since it was imported; an error if it "
                                    "cannot be cut with the same method"};
inline constexpr Rule kSheetKey{"sheet.key", Severity::Note, Bench::Cut,
                                "nothing is transparent, and one colour looks like the background"};
inline constexpr Rule kCutCrossing{"cut.crossing", Severity::Warning, Bench::Cut,
                                   "a cut line divides connected ink"};
inline constexpr Rule kCutEdge{"cut.edge", Severity::Note, Bench::Cut,
                               "ink touches the edges of a few cells"};
inline constexpr Rule kCutPartialCell{"cut.partialCell", Severity::Warning, Bench::Cut,
                                      "a strip of the sheet is left over; a note where it is "
                                      "empty"};
inline constexpr Rule kCutSpecks{"cut.specks", Severity::Note, Bench::Cut,
                                 "specks of ink belong to no frame"};
inline constexpr Rule kFrameLost{"frame.lost", Severity::Error, Bench::Cut,
                                 "a frame was not found on its repainted sheet"};
inline constexpr Rule kFrameEmpty{"frame.empty", Severity::Warning, Bench::Cut,
                                  "frames contain no ink"};
inline constexpr Rule kNumberingGap{"numbering.gap", Severity::Warning, Bench::Cut,
                                    "a number is missing in a series of images"};
inline constexpr Rule kOriginSlip{
    "origin.slip", Severity::Warning, Bench::Origin,
    "the position of a frame does not match the rest of its animation"};
inline constexpr Rule kOriginDrift{
    "origin.drift", Severity::Warning, Bench::Origin,
    "feet drift farther in an animation than the project allows (not checked for static assets)"};
inline constexpr Rule kOriginHalf{
    "origin.half", Severity::Warning, Bench::Origin,
    "origins lie between pixels, but the project requires whole pixels"};
inline constexpr Rule kOriginOutside{"origin.outside", Severity::Note, Bench::Origin,
                                     "origins lie outside the bounds of the ink"};
inline constexpr Rule kOriginMixed{
    "origin.mixed", Severity::Note, Bench::Origin,
    "an asset, or some of its frames, uses a different origin rule from most assets of its kind"};
inline constexpr Rule kOriginMirror{"origin.mirror", Severity::Warning, Bench::Origin,
                                    "origins of a mirrored pair are not mirrored"};
inline constexpr Rule kMountMissing{"mount.missing", Severity::Warning, Bench::Origin,
                                    "a mount of the asset is missing on frames of an animation"};
inline constexpr Rule kMountFar{"mount.far", Severity::Warning, Bench::Origin,
                                "a mount lies far from any ink"};
inline constexpr Rule kRiderGone{"rider.gone", Severity::Error, Bench::Origin,
                                 "an asset that rides on another one is no longer in the project"};
inline constexpr Rule kRiderAbsent{
    "rider.absent", Severity::Note, Bench::Origin,
    "a rider is not shown on some frames of an animation, because its mount is not placed there"};
inline constexpr Rule kRiderHides{
    "rider.hides", Severity::Warning, Bench::Origin,
    "a rider hides more than half of the asset that carries it, for a "
    "whole animation"};
inline constexpr Rule kFrameNoShape{"frame.noShape", Severity::Warning, Bench::Fit,
                                    "frames have no shape"};
inline constexpr Rule kShapeOffInk{"shape.offInk", Severity::Error, Bench::Fit,
                                   "a shape contains no ink"};
inline constexpr Rule kShapeFault{"shape.fault", Severity::Error, Bench::Fit,
                                  "a polygon crosses itself, repeats a point, or has no area"};
inline constexpr Rule kShapePoints{"shape.points", Severity::Warning, Bench::Fit,
                                   "a polygon has more points than the pack profile allows"};
inline constexpr Rule kShapeAir{"shape.air", Severity::Warning, Bench::Fit,
                                "a shape that stops contains more air than its role allows"};
inline constexpr Rule kShapeBareInk{"shape.bareInk", Severity::Warning, Bench::Fit,
                                    "a shape leaves more ink uncovered than its role allows"};
inline constexpr Rule kShapeStale{"shape.stale", Severity::Warning, Bench::Fit,
                                  "the ink of a frame has changed since its shape was fitted"};
inline constexpr Rule kShapeJumps{
    "shape.jumps", Severity::Warning, Bench::Fit,
    "a shape moves between two steps although the origin does not (not checked for static assets)"};
inline constexpr Rule kShapeFlush{
    "shape.flush", Severity::Warning, Bench::Fit,
    "a shape that notices does not extend beyond the shape that stops, on any side"};
inline constexpr Rule kShapeFilled{"shape.filled", Severity::Warning, Bench::Fit,
                                   "a shape that stops covers the shape that notices above it"};
inline constexpr Rule kShapeMirror{"shape.mirror", Severity::Warning, Bench::Fit,
                                   "shapes of a mirrored pair are not mirrored"};
inline constexpr Rule kShapeDiffers{"shape.differs", Severity::Note, Bench::Fit,
                                    "a shape uses a different recipe from most assets of its kind"};
inline constexpr Rule kTileStep{"tile.step", Severity::Warning, Bench::Fit,
                                "the shapes of two tiles that belong side by side end at different "
                                "heights"};
inline constexpr Rule kTileGap{"tile.gap", Severity::Warning, Bench::Fit,
                               "a shape of a tile ends just before the side where its pixels go on "
                               "in the next tile"};
inline constexpr Rule kTileOverhang{
    "tile.overhang", Severity::Warning, Bench::Fit,
    "a shape of a tile extends past the side where the next tile begins"};
inline constexpr Rule kTileOpen{"tile.open", Severity::Warning, Bench::Fit,
                                "of two tiles that belong side by side, only one has a shape where "
                                "they meet"};
inline constexpr Rule kVariantBehind{
    "variant.behind", Severity::Note, Bench::Fit,
    "the settings of a variant differ from the current settings of its first asset"};
inline constexpr Rule kNamePattern{"name.pattern", Severity::Warning, Bench::Names,
                                   "a name does not follow the convention"};
inline constexpr Rule kNameShared{"name.shared", Severity::Error, Bench::Names,
                                  "two things of one type have the same name"};
inline constexpr Rule kNameCase{"name.case", Severity::Warning, Bench::Names,
                                "two names of one type differ only by case or separators"};
inline constexpr Rule kNameReserved{"name.reserved", Severity::Warning, Bench::Names,
                                    "a name, or its form as a constant, is a reserved word of a "
                                    "chosen language"};
inline constexpr Rule kNameClash{
    "name.clash", Severity::Note, Bench::Names,
    "an asset, kind, role, layer or mount has the same name as something of another type"};
inline constexpr Rule kNameLong{"name.long", Severity::Warning, Bench::Names,
                                "a name is longer than the convention allows"};
inline constexpr Rule kNameFile{"name.file", Severity::Warning, Bench::Names,
                                "a name cannot be a file name on the common systems"};
inline constexpr Rule kNameLookalike{
    "name.lookalike", Severity::Warning, Bench::Names,
    "a name contains invisible letters, or letters of another script that look like Latin ones"};
inline constexpr Rule kNameNear{"name.near", Severity::Warning, Bench::Names,
                                "a name differs by one letter from another of its type"};
inline constexpr Rule kNameUnknown{
    "name.unknown", Severity::Warning, Bench::Names,
    "source code uses a name that is not in the project (checked if folders of code are set)"};
inline constexpr Rule kNameUnused{
    "name.unused", Severity::Note, Bench::Names,
    "no source file uses the name of an asset (checked if folders of code are set)"};

inline constexpr Rule kLayersBroken{"layers.broken", Severity::Error, Bench::Layers,
                                    "an expectation does not hold"};
inline constexpr Rule kLayersEmpty{"layers.empty", Severity::Warning, Bench::Layers,
                                   "an expectation applies to no pair of shapes"};
inline constexpr Rule kLayersTwice{"layers.twice", Severity::Note, Bench::Layers,
                                   "two expectations are equal"};
inline constexpr Rule kLayersUnasked{
    "layers.unasked", Severity::Warning, Bench::Layers,
    "two shapes meet and no expectation covers this (checked if there are expectations)"};
inline constexpr Rule kLayersStill{"layers.still", Severity::Warning, Bench::Layers,
                                   "two assets are expected to stop each other, but neither moves"};
inline constexpr Rule kLayersUnmet{
    "layers.unmet", Severity::Warning, Bench::Layers,
    "a shape can meet no other shape (checked if there are expectations)"};
inline constexpr Rule kLayersBlind{
    "layers.blind", Severity::Warning, Bench::Layers,
    "a shape that notices seeks only empty layers (checked if there are expectations)"};
inline constexpr Rule kLayersBoth{
    "layers.both", Severity::Note, Bench::Layers,
    "both sides notice the same meeting (checked if there are expectations)"};
inline constexpr Rule kLayersCovered{"layers.covered", Severity::Warning, Bench::Layers,
                                     "a shape that notices lies inside a shape that stops at the "
                                     "same things, so it never notices them"};
inline constexpr Rule kLayersMany{"layers.many", Severity::Warning, Bench::Layers,
                                  "there are too many different participants for the layer checks"};
inline constexpr Rule kLayersUnused{
    "layers.unused", Severity::Note, Bench::Layers,
    "a layer has no shape on it, or no shape seeks it (not checked if there is only one layer)"};
inline constexpr Rule kLayersSame{"layers.same", Severity::Note, Bench::Layers,
                                  "two layers are used by the same shapes"};
inline constexpr Rule kLayersAlike{"layers.alike", Severity::Note, Bench::Layers,
                                   "the names of two layers are one letter apart"};

inline constexpr Rule kTrialPhantom{"trial.phantom", Severity::Warning, Bench::Trial,
                                    "two assets hit each other before their pixels touch, more "
                                    "often or from farther away than the project allows"};
inline constexpr Rule kTrialMissed{
    "trial.missed", Severity::Warning, Bench::Trial,
    "the pixels of two assets overlap without a hit more often than the project allows"};
inline constexpr Rule kTrialGap{
    "trial.gap", Severity::Error, Bench::Trial,
    "on a course that an asset must pass, it stops before it touches an obstacle"};
inline constexpr Rule kTrialTunnel{
    "trial.tunnel", Severity::Error, Bench::Trial,
    "on a course that an asset must pass, it passes through an obstacle"};
inline constexpr Rule kTrialCatch{"trial.catch", Severity::Error, Bench::Trial,
                                  "on a course that an asset must pass, it snags on a low edge"};
inline constexpr Rule kTrialFlicker{
    "trial.flicker", Severity::Error, Bench::Trial,
    "on a course that an asset must pass, contact with the ground flickers"};
inline constexpr Rule kTrialPop{
    "trial.pop", Severity::Error, Bench::Trial,
    "on a course that an asset must pass, a new shape of it appears inside an obstacle"};
inline constexpr Rule kTrialStuck{
    "trial.stuck", Severity::Error, Bench::Trial,
    "on a course that an asset must pass, it gets stuck, or the course cannot be run"};
inline constexpr Rule kTrialDeaf{"trial.deaf", Severity::Error, Bench::Trial,
                                 "on a course that an asset must pass, a role noticed nothing "
                                 "although an expectation requires it"};
inline constexpr Rule kZoneIdle{"zone.idle", Severity::Warning, Bench::Layers,
                                "a zone meets nothing: all of its shapes pass everything"};
inline constexpr Rule kBlockPlaceholder{
    "block.placeholder", Severity::Warning, Bench::Pack,
    "a block has not been replaced by art, but a pack profile reports blocks"};
inline constexpr Rule kMergeConflict{
    "merge.conflict", Severity::Error, Bench::Pack,
    "two people changed the same thing in different ways and one version must be chosen"};

}  // namespace rules

/// All of them, in the order of the benches.
inline constexpr std::array kRules = {
    &rules::kSheetMissing,     &rules::kSheetChanged,  &rules::kSheetKey,
    &rules::kCutCrossing,      &rules::kCutEdge,       &rules::kCutPartialCell,
    &rules::kCutSpecks,        &rules::kFrameLost,     &rules::kFrameEmpty,
    &rules::kNumberingGap,     &rules::kOriginSlip,    &rules::kOriginDrift,
    &rules::kOriginHalf,       &rules::kOriginOutside, &rules::kOriginMixed,
    &rules::kOriginMirror,     &rules::kMountMissing,  &rules::kMountFar,
    &rules::kRiderGone,        &rules::kRiderAbsent,   &rules::kRiderHides,
    &rules::kFrameNoShape,     &rules::kShapeOffInk,   &rules::kShapeFault,
    &rules::kShapePoints,      &rules::kShapeAir,      &rules::kShapeBareInk,
    &rules::kShapeStale,       &rules::kShapeJumps,    &rules::kShapeFlush,
    &rules::kShapeFilled,      &rules::kShapeMirror,   &rules::kShapeDiffers,
    &rules::kTileStep,         &rules::kTileGap,       &rules::kTileOverhang,
    &rules::kTileOpen,         &rules::kVariantBehind, &rules::kNamePattern,
    &rules::kNameShared,       &rules::kNameCase,      &rules::kNameReserved,
    &rules::kNameClash,        &rules::kNameLong,      &rules::kNameFile,
    &rules::kNameLookalike,    &rules::kNameNear,      &rules::kNameUnknown,
    &rules::kNameUnused,       &rules::kLayersBroken,  &rules::kLayersEmpty,
    &rules::kLayersTwice,      &rules::kLayersUnasked, &rules::kLayersStill,
    &rules::kLayersUnmet,      &rules::kLayersBlind,   &rules::kLayersBoth,
    &rules::kLayersCovered,    &rules::kLayersUnused,  &rules::kLayersSame,
    &rules::kLayersAlike,      &rules::kZoneIdle,      &rules::kTrialPhantom,
    &rules::kTrialMissed,      &rules::kTrialGap,      &rules::kTrialTunnel,
    &rules::kTrialCatch,       &rules::kTrialFlicker,  &rules::kTrialPop,
    &rules::kTrialStuck,       &rules::kTrialDeaf,     &rules::kMergeConflict,
    &rules::kBlockPlaceholder,
};

}  // namespace amber
