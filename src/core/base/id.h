#pragma once

#include <compare>
#include <cstdint>
#include <functional>

namespace amber {

/// A stable name for a thing in a project. 0 names nothing. Ids are never used again in a project.
template <class Tag>
struct Id {
  std::uint32_t value = 0;

  explicit operator bool() const { return value != 0; }
  auto operator<=>(const Id&) const = default;
};

using SheetId = Id<struct SheetTag>;
using AssetId = Id<struct AssetTag>;
using FrameId = Id<struct FrameTag>;
using AnimationId = Id<struct AnimationTag>;

}  // namespace amber

template <class Tag>
struct std::hash<amber::Id<Tag>> {
  std::size_t operator()(amber::Id<Tag> id) const noexcept { return id.value; }
};
