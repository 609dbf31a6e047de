#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/pack/parcel.h"
#include "core/pack/parcel_pages.h"

namespace amber {

/// What became of something from one parcel to the next.
enum class ParcelChangeKind {
  Added,      ///< An asset or a frame that was not there.
  Gone,       ///< One that is not there any more.
  Repainted,  ///< A frame looks otherwise.
  Moved,      ///< A frame looks the same and lies elsewhere on the pages.
  Numbers,    ///< Origin, mounts, shapes, animations or what an asset is.
};
inline constexpr std::array<std::string_view, 5> kParcelChangeWords = {"added", "gone", "repainted",
                                                                       "moved", "numbers"};

struct ParcelChange {
  ParcelChangeKind kind = ParcelChangeKind::Added;
  std::string asset;
  std::string frame = {};  ///< Empty where it is of the asset as a whole.
  std::string text = {};   ///< Which numbers: "origin, shapes".

  bool operator==(const ParcelChange&) const = default;
};

/// What changed from one parcel to another, by name: assets in the order of the later one, removed
/// ones last. A repainted frame may have moved as well; it is listed once. Empty for two parcels
/// with equal assets. Requires: the images are those of the parcels' pages. Cost: linear in frames
/// and their pixels.
std::vector<ParcelChange> parcelChanges(const Parcel& before, const PageImages& beforeImages,
                                        const Parcel& after, const PageImages& afterImages);

}  // namespace amber
