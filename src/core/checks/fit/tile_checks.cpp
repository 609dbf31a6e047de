#include "core/checks/fit/tile_checks.h"

#include <array>
#include <cmath>
#include <map>
#include <tuple>

#include "core/base/exact_number.h"
#include "core/fit/tiles/seam_fixes.h"

namespace amber {
namespace {

const Rule& ruleOf(SeamFault fault) {
  switch (fault) {
    case SeamFault::Step:
      return rules::kTileStep;
    case SeamFault::Gap:
      return rules::kTileGap;
    case SeamFault::Overhang:
      return rules::kTileOverhang;
    case SeamFault::Open:
      break;
  }
  return rules::kTileOpen;
}

std::string_view sideName(CellSide side) {
  constexpr std::array<std::string_view, 4> names = {"left", "top", "right", "bottom"};
  return names[static_cast<std::size_t>(side)];
}

std::string px(double length) {
  return exactNumber(std::round(length * 100) / 100) + " px";
}

// One tile's fault at a side, with every seam that shows it.
struct Fault {
  std::vector<const TileSeam*> seams;
};
using Key = std::tuple<std::size_t, CellSide, SeamFault>;

class SeamFindings {
 public:
  SeamFindings(const Project& project, const ArtSource& art, const std::vector<Tile>& tiles,
               const std::vector<TileSeam>& seams)
      : project_(project), art_(art), tiles_(tiles), seams_(seams) {}

  std::vector<Finding> run() {
    for (const TileSeam& seam : seams_) {
      if (seam.fault != SeamFault::Step) continue;
      ++steps_[{seam.a, facing(seam.side)}];
      ++steps_[{seam.b, facedBy(seam.side)}];
    }
    for (const TileSeam& seam : seams_) {
      if (!seam.fault) continue;
      const bool atB = seam.fault == SeamFault::Step ? stepIsAtB(seam) : seam.atB;
      const std::size_t tile = atB ? seam.b : seam.a;
      const CellSide side = atB ? facedBy(seam.side) : facing(seam.side);
      faults_[{tile, side, *seam.fault}].seams.push_back(&seam);
    }
    std::vector<Finding> findings;
    for (const auto& [key, fault] : faults_) findings.push_back(findingFor(key, fault));
    return findings;
  }

 private:
  bool stepIsAtB(const TileSeam& seam) const {
    const int a = steps_.at({seam.a, facing(seam.side)});
    const int b = steps_.at({seam.b, facedBy(seam.side)});
    if (a != b) return b > a;
    return shapesEndingAt(project_, tiles_[seam.a], facing(seam.side), seam.endA) >=
           shapesEndingAt(project_, tiles_[seam.b], facedBy(seam.side), seam.endB);
  }

  Finding findingFor(const Key& key, const Fault& fault) const {
    const auto& [at, side, what] = key;
    const TileSeam& seam = *fault.seams.front();
    const bool isB = at == seam.b && side == facedBy(seam.side);
    const Tile& tile = tiles_[at];
    const Tile& other = tiles_[isB ? seam.a : seam.b];
    Finding finding =
        findingOf(ruleOf(what), {tile.frame->sheet, tile.asset->id, {}, tile.frame->id, {}});
    finding.subject = std::string(sideName(side));
    finding.text = textOf(what, seam, tile, other, side, fault.seams.size() - 1);
    finding.fix = fixOf(what, tile);
    const SeamPlace place{refOf(seam.a), refOf(seam.b), seam.side, isB};
    // A round shape has nothing to move. A missing one is fitted, which takes too long to try here.
    const bool possible =
        what == SeamFault::Open ? !tile.shaped : seamFix(project_, place, art_).has_value();
    if (!possible) return finding;
    finding.remedy = Remedy(Remedy::Takes::Time, [place](const Project& now, const ArtSource& art) {
      return seamFix(now, place, art);
    });
    return finding;
  }

  FrameRef refOf(std::size_t tile) const {
    return {tiles_[tile].asset->id, tiles_[tile].frame->id};
  }

  static std::string textOf(SeamFault fault, const TileSeam& seam, const Tile& tile,
                            const Tile& other, CellSide side, std::size_t more) {
    const std::string name = tile.frame->name;
    const std::string at = "the " + std::string(sideName(side)) + " side";
    const std::string others = more == 0 ? "" : " and " + std::to_string(more) + " more";
    switch (fault) {
      case SeamFault::Step:
        return "step of " + px(seam.px) + " between the shapes at " + at + " of " + name +
               ", beside " + other.frame->name + others;
      case SeamFault::Gap:
        return "the shape of " + name + " ends " + px(seam.px) + " before " + at +
               ", where the pixels go on in " + other.frame->name + others;
      case SeamFault::Overhang:
        return "the shape of " + name + " extends " + px(seam.px) + " past " + at + ", into " +
               other.frame->name + others;
      case SeamFault::Open:
        break;
    }
    return name + " has no shape at " + at + ", but " + other.frame->name + others +
           " has one of " + px(seam.px) + " there";
  }

  static std::string fixOf(SeamFault fault, const Tile& tile) {
    switch (fault) {
      case SeamFault::Step:
        return "Give the shape of " + tile.frame->name + " the same height.";
      case SeamFault::Gap:
      case SeamFault::Overhang:
        return "Move the end of the shape onto the side.";
      case SeamFault::Open:
        break;
    }
    if (!tile.shaped) return "Fit a shape to " + tile.frame->name + ".";
    return "Extend the shape of " + tile.frame->name +
           " to the side, or decide that the two tiles do not belong together.";
  }

  const Project& project_;
  const ArtSource& art_;
  const std::vector<Tile>& tiles_;
  const std::vector<TileSeam>& seams_;
  std::map<std::pair<std::size_t, CellSide>, int> steps_;
  std::map<Key, Fault> faults_;
};

}  // namespace

std::vector<Finding> checkTileSeams(const Project& project, const ArtSource& art) {
  const std::vector<Tile> tiles = tilesOf(project, art);
  if (tiles.empty()) return {};
  const std::vector<TileSeam> seams = tileSeams(project, tiles);
  return SeamFindings(project, art, tiles, seams).run();
}

}  // namespace amber
