#include <QElapsedTimer>
#include <QTest>
#include <cmath>
#include <random>

#include "core/checks/fit/tile_checks.h"
#include "core/fit/tiles/seam_fixes.h"
#include "core/fit/tiles/tile_decisions.h"
#include "core/geometry/contact/pose.h"
#include "support/registry.h"

using namespace amber;

namespace {

constexpr int kCell = 16;

// A set of square tiles on one sheet, one asset of one frame each.
struct TileSet {
  Project project = newProject("tiles");
  std::shared_ptr<SheetArt> art;

  // `top`: the first row with ink of each tile, all in one colour.
  explicit TileSet(const std::vector<int>& tops, Rgba colour = {60, 90, 40, 255}) {
    const int count = static_cast<int>(tops.size());
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "tiles.png";
    sheet.size = {kCell * count, kCell};
    Image image(sheet.size.w, kCell);
    project.sheets.emplace_back(sheet);
    for (int i = 0; i < count; ++i) {
      for (int y = tops[static_cast<std::size_t>(i)]; y < kCell; ++y) {
        for (int x = 0; x < kCell; ++x) image.at(i * kCell + x, y) = colour;
      }
      const auto id = static_cast<std::uint32_t>(10 + 2 * i);
      Asset asset;
      asset.id = {id};
      asset.name = "tile_" + std::to_string(i + 1);
      asset.kind = "tile";
      asset.frames = {Frame{{id + 1}, asset.name, {1}, {i * kCell, 0, kCell, kCell}, {}, {}, {}}};
      project.assets.emplace_back(std::move(asset));
    }
    project.nextId = static_cast<std::uint32_t>(10 + 2 * count);
    art = std::make_shared<SheetArt>(artOf(std::move(image), {}));
  }

  void shape(std::size_t tile, const Shape& shape) {
    const Asset& asset = *project.assets[tile];
    const auto applied = withEdits(
        project, {SetShape{asset.id, asset.frames.front().id, FrameShape{"body", shape}}});
    QVERIFY2(applied, applied ? "" : applied.error().sentence.c_str());
    project = applied->project;
  }
  const Shape& shapeOf(std::size_t tile) const {
    return project.assets[tile]->frames.front().shapes.front().geometry;
  }
  ArtSource source() const {
    return [this](SheetId) { return art; };
  }
  std::vector<TileSeam> seams() const { return tileSeams(project, tilesOf(project, source())); }
  // Of two tiles, the second to the right.
  std::optional<TileSeam> seam(std::size_t a, std::size_t b,
                               TileSide side = TileSide::Right) const {
    for (const TileSeam& one : seams()) {
      if (one.a == a && one.b == b && one.side == side) return one;
    }
    return std::nullopt;
  }
};

// The slow twin of coveredBy: the side looked at every 1/16 px.
std::vector<bool> sampled(const Shape& shape, CellSide side, double across) {
  const bool upright = side == CellSide::Left || side == CellSide::Right;
  const double in = side == CellSide::Right || side == CellSide::Bottom ? -1e-5 : 1e-5;
  std::vector<bool> hit;
  for (int i = -8 * 16; i < (kCell + 8) * 16; ++i) {
    const double along = (i + 0.5) / 16;
    const auto [px, py] = upright ? std::pair(across + in, along) : std::pair(along, across + in);
    const Vertex point{px, py};
    const std::vector<ConvexPiece> pieces = piecesOf(shape, {});
    hit.push_back(std::any_of(pieces.begin(), pieces.end(),
                              [&](const ConvexPiece& piece) { return depthAt(piece, point) > 0; }));
  }
  return hit;
}

}  // namespace

// Where tiles meet: which belong side by side, and what is wrong there.
class TileSeamsTest : public QObject {
  Q_OBJECT

  std::mt19937 random_{11};
  double below(int end) { return static_cast<double>(random_() % static_cast<unsigned>(end)); }

  Shape someShape() {
    const double x = below(24) - 6;
    const double y = below(24) / 2 - 2;
    switch (random_() % 4) {
      case 0:
        return Box{x, y, 1 + below(16), 1 + below(10)};
      case 1:
        return Capsule{x, y, x + below(12), y + below(8), 1 + below(5) / 2};
      case 2:
        return Polygon{
            {{x, y}, {x + 3 + below(14), y + below(6)}, {x + below(9), y + 7 + below(9)}}};
      default:
        return Circle{x, y, 1 + below(9) / 2};
    }
  }

 private slots:
  void whatAShapeCoversOfASideIsWhatLiesThere() {
    for (int round = 0; round < 2000; ++round) {
      const Shape shape = someShape();
      const CellSide side = kCellSides[random_() % 4];
      const double across = placeOf(side, {kCell, kCell});
      const std::vector<EdgeSpan> spans = coveredBy(shape, side, across);
      const std::vector<bool> hit = sampled(shape, side, across);
      for (std::size_t i = 0; i < hit.size(); ++i) {
        const double along = (static_cast<double>(i) - 8 * 16 + 0.5) / 16;
        double nearest = 1;
        bool covered = false;
        for (const EdgeSpan& span : spans) {
          covered = covered || (along > span.from && along < span.to);
          nearest = std::min({nearest, std::abs(along - span.from), std::abs(along - span.to)});
        }
        if (nearest > 0.01) QCOMPARE(covered, static_cast<bool>(hit[i]));
      }
    }
  }

  // Against every pair of tiles looked at pixel by pixel.
  void pairsAreThoseThatBruteForceFinds() {
    for (int round = 0; round < 60; ++round) {
      std::vector<int> tops;
      for (int i = 0; i < 6; ++i) tops.push_back(static_cast<int>(below(12)));
      TileSet set(tops);
      for (std::size_t i = 0; i < tops.size(); ++i) set.shape(i, Box{0, below(16), 16, 5});
      const std::vector<TileSeam> seams = set.seams();
      std::size_t expected = 0;
      for (std::size_t a = 0; a < tops.size(); ++a) {
        for (std::size_t b = 0; b < tops.size(); ++b) {
          const int both = kCell - std::max(tops[a], tops[b]);
          const int either = kCell - std::min(tops[a], tops[b]);
          const bool together = both >= 8 && both >= 0.8 * either;
          const auto found = set.seam(a, b);
          QCOMPARE(found.has_value(), together);
          if (!together) continue;
          ++expected;
          const Box p = std::get<Box>(set.shapeOf(a));
          const Box q = std::get<Box>(set.shapeOf(b));
          const double by = std::abs(p.y - q.y);
          const bool step =
              by >= 1 && by <= kSeamStep;  // Farther apart they still face: 5 px high.
          QCOMPARE(found->fault == SeamFault::Step, step);
          if (step) QCOMPARE(found->px, by);
        }
      }
      const auto right = std::count_if(seams.begin(), seams.end(), [](const TileSeam& one) {
        return one.side == TileSide::Right;
      });
      QCOMPARE(static_cast<std::size_t>(right), expected);
    }
  }

  void colourEdgesThatDifferDoNotBelongTogether() {
    const std::vector<Rgba> green(16, {60, 90, 40, 255});
    std::vector<Rgba> other(16, {60, 90, 64, 255});
    QVERIFY(continues(green, other));
    for (Rgba& pixel : other) pixel.b = 65;
    QVERIFY(!continues(green, other));
    std::vector<Rgba> some = green;
    for (std::size_t i = 0; i < 3; ++i) some[i] = {200, 90, 40, 255};
    QVERIFY(continues(green, some));
    some[3] = {200, 90, 40, 255};
    QVERIFY(!continues(green, some));
    // Ink that one side has alone counts against them: 13 of 16 px go on, 12 do not.
    std::vector<Rgba> shorter = green;
    for (std::size_t i = 0; i < 3; ++i) shorter[i] = {};
    QVERIFY(continues(green, shorter));
    shorter[3] = {};
    QVERIFY(!continues(green, shorter));
    // Ink on half of a short side is enough.
    QVERIFY(continues(std::vector<Rgba>(6, green[0]), std::vector<Rgba>(6, green[0])));
    QVERIFY(!continues(std::vector<Rgba>(16), std::vector<Rgba>(16)));
  }

  void eachFaultIsFoundAndItsFixEndsIt() {
    struct Case {
      Shape wrong;
      SeamFault fault;
      double px;
      const char* rule;
    };
    const Case cases[] = {
        {Box{0, 6, 16, 10}, SeamFault::Step, 2, "tile.step"},
        {Polygon{{{0, 5}, {16, 5}, {16, 16}, {0, 16}}}, SeamFault::Step, 1, "tile.step"},
        {Box{0, 4, 14, 12}, SeamFault::Gap, 2, "tile.gap"},
        {Polygon{{{0, 4}, {15, 4}, {15, 16}, {0, 16}}}, SeamFault::Gap, 1, "tile.gap"},
        {Box{0, 4, 18, 12}, SeamFault::Overhang, 2, "tile.overhang"},
    };
    for (const Case& one : cases) {
      TileSet set({4, 4, 4});
      for (const std::size_t tile : {0U, 1U, 2U}) set.shape(tile, Box{0, 4, 16, 12});
      QVERIFY(checkTileSeams(set.project, set.source()).empty());
      set.shape(1, one.wrong);
      const auto seam = set.seam(1, 2);
      QVERIFY(seam.has_value());
      QCOMPARE(seam->fault, std::optional(one.fault));
      QCOMPARE(seam->px, one.px);
      // The tile that differs from two others is the one to change.
      for (int i = 0; i < 4; ++i) {
        const std::vector<Finding> findings = checkTileSeams(set.project, set.source());
        if (findings.empty()) break;
        QCOMPARE(findings.front().rule, std::string(one.rule));
        QCOMPARE(findings.front().where.asset, set.project.assets[1]->id);
        const auto edits = findings.front().remedy.edits(set.project, set.source());
        QVERIFY2(edits, edits ? "" : edits.error().sentence.c_str());
        set.project = withEdits(set.project, *edits)->project;
      }
      QVERIFY(checkTileSeams(set.project, set.source()).empty());
    }
  }

  void aTileWithoutAShapeIsOpenAndIsFitted() {
    TileSet set({4, 4});
    set.shape(0, Box{0, 4, 16, 12});
    const auto seam = set.seam(0, 1);
    QCOMPARE(seam->fault, std::optional(SeamFault::Open));
    QVERIFY(seam->atB);
    QCOMPARE(seam->px, 12.0);
    const std::vector<Finding> findings = checkTileSeams(set.project, set.source());
    QCOMPARE(findings.front().rule, std::string("tile.open"));
    const auto edits = findings.front().remedy.edits(set.project, set.source());
    set.project = withEdits(set.project, *edits)->project;
    QVERIFY(!set.project.assets[1]->frames.front().shapes.empty());
    // What it was no longer holds: the fix says so instead of changing anything.
    QVERIFY(!findings.front().remedy.edits(set.project, set.source()));
  }

  void aLedgeIsNoMistake() {
    TileSet set({4, 4});
    set.shape(0, Box{0, 4, 16, 12});
    set.shape(1, Box{0, 9, 16, 7});
    QVERIFY(!set.seam(0, 1)->fault);
  }

  void whatSomebodyDecidedCounts() {
    TileSet set({4, 4});
    set.shape(0, Box{0, 4, 16, 12});
    const FrameRef a{set.project.assets[0]->id, set.project.assets[0]->frames[0].id};
    const FrameRef b{set.project.assets[1]->id, set.project.assets[1]->frames[0].id};
    const auto decide = [&](std::optional<bool> together) {
      const auto edit = decideTiles(set.project, a, b, TileSide::Right, together);
      set.project = withEdits(set.project, {*edit})->project;
    };
    QVERIFY(set.seam(0, 1).has_value());
    decide(false);
    QVERIFY(!set.seam(0, 1).has_value());
    QVERIFY(set.seam(1, 0).has_value());
    decide(std::nullopt);
    QVERIFY(set.seam(0, 1).has_value());
    QVERIFY(set.project.assets[0]->tileDecisions.empty());
    const auto off = markTiles(set.project, "tile", false);
    set.project = withEdits(set.project, {*off})->project;
    QVERIFY(set.seams().empty());
    QVERIFY(!markTiles(set.project, "no_such", true));
  }

  void fiveHundredTilesTakeATenthOfASecond() {
    std::vector<int> tops;
    for (int i = 0; i < 500; ++i) tops.push_back(i % 3);
    TileSet set(tops);
    const std::vector<Tile> tiles = tilesOf(set.project, set.source());
    QElapsedTimer timer;
    timer.start();
    const std::vector<TileSeam> seams = tileSeams(set.project, tiles);
    [[maybe_unused]] const qint64 took = timer.elapsed();
    QVERIFY(seams.size() > 100000);
    qInfo("500 tiles, %zu pairs that belong together: %lld ms", seams.size(),
          static_cast<long long>(took));
#ifndef AMBER_SANITIZED
    QVERIFY2(took < 400, qPrintable(QString::number(took)));  // Room for a busy machine.
#endif
  }
};
AMBER_TEST(TileSeamsTest);

#include "tile_seams_tests.moc"
