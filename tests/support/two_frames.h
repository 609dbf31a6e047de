#pragma once

#include "core/project/edit.h"

namespace amber::test {

/// A project of one sheet (id 1) of 8 x 3 px and one asset (id 2) of two frames side by side, "a"
/// (id 3) and "b" (id 4), 4 x 3 px each, with nothing set.
inline Project twoFrames() {
  Sheet sheet;
  sheet.id = {1};
  sheet.path = "sheet.png";
  sheet.size = {8, 3};
  Asset asset;
  asset.id = {2};
  asset.kind = "character";
  asset.frames = {Frame{{3}, "a", {1}, {0, 0, 4, 3}, {}, {}, {}},
                  Frame{{4}, "b", {1}, {4, 0, 4, 3}, {}, {}, {}}};
  return withEdits(newProject("test"), {PutSheet{sheet}, PutAsset{asset}})->project;
}

}  // namespace amber::test
