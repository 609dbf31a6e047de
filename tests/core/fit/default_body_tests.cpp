#include <QTest>

#include "core/cut/cut_frames.h"
#include "core/cut/grid.h"
#include "core/fit/keys/kind_shapes.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

// A sheet of cells of this size, all frames of one character, with the shapes of a new character.
Project characterOf(const SheetArt& sheet, PixelSize cell) {
  Project project = newProject("bodies");
  Sheet entry;
  entry.id = {project.nextId++};
  entry.path = "frog.png";
  entry.size = sheet.image.size();
  project.sheets.emplace_back(entry);
  CutRequest request;
  request.sheet = entry.id;
  request.cut.way = *gridByCell(sheet.image.size(), cell, {}, {});
  request.asset = "frog";
  request.kind = "character";
  request.animation = "idle";
  const auto shared = std::make_shared<const SheetArt>(sheet);
  const auto edits = withNewFramesFitted(project, *cutEdits(project, request, sheet),
                                         [&](SheetId) { return shared; });
  return withEdits(project, edits)->project;
}

const FrameShape& bodyOf(const Project& project) {
  return project.assets.front()->frames.front().shapes.front();
}

}  // namespace

class DefaultBodyTest : public QObject {
  Q_OBJECT

 private slots:
  void aThinArmIsOutsideAndTheFeetAreInside() {
    const Project project =
        characterOf(sheetArtOf({"..............................", "..............................",
                                "..######.........######.......", "..######.........######.......",
                                "..###########....######.......", "..######.........######.......",
                                "..######.........######.......", "...#..#...........#..#........",
                                ".............................."}),
                    {15, 9});
    QCOMPARE(bodyOf(project).geometry, Shape(Box{2, 2, 6, 6}));
    QCOMPARE(bodyOf(project).recipe->region.part, Region::Part::Core);
  }

  void cellsAsLargeAsTheInkAreTheSizeOfTheBody() {
    const Project project = characterOf(
        sheetArtOf({"######.....######.....", "######.....######.....", "#################.....",
                    "######.....######.....", ".#..#.......#..#......"}),
        {11, 5});
    QCOMPARE(bodyOf(project).geometry, Shape(Box{0, 0, 11, 5}));
    QCOMPARE(bodyOf(project).recipe->region.part, Region::Part::All);
  }

  // A program that exports one image for each frame may have trimmed it.
  void anImageOfOneFrameSaysNothingOfTheBody() {
    const Project project = characterOf(
        sheetArtOf({"######.....", "######.....", "###########", "######.....", ".#..#......"}),
        {11, 5});
    QCOMPARE(bodyOf(project).geometry, Shape(Box{0, 0, 6, 5}));
    QCOMPARE(bodyOf(project).recipe->region.part, Region::Part::Core);
  }
};
AMBER_TEST(DefaultBodyTest);

#include "default_body_tests.moc"
