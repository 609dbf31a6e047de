#pragma once

#include <string>

#include "core/project/project.h"

namespace amber::test {

/// Four frames of 4 x 3 in a row; "walk" shows the first three, "idle" the fourth.
inline Asset fourFrames() {
  Asset asset;
  asset.id = {2};
  asset.name = "chr_keeper";
  asset.kind = "character";
  asset.motion = Motion::Kinematic;
  for (std::uint32_t i = 0; i < 4; ++i) {
    asset.frames.push_back(Frame{{10 + i},
                                 "f" + std::to_string(i + 1),
                                 {1},
                                 {static_cast<int>(i) * 4, 0, 4, 3},
                                 {2, 3},
                                 {OriginBasis::Cell, Anchor::Bottom},
                                 {}});
  }
  asset.animations = {{{5}, "walk", {}, {{{10}, 1}, {{11}, 1}, {{12}, 1}}},
                      {{6}, "idle", {}, {{{13}, 1}}}};
  return asset;
}

}  // namespace amber::test
