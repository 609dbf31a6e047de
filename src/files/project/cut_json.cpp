#include "files/project/cut_json.h"

#include <nlohmann/json.hpp>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/project/words.h"
#include "files/project/geometry_json.h"

namespace amber {

Json jsonOf(const CutWay& way) {
  Json json{{"way", kWayWords[way.index()]}};
  if (const auto* grid = std::get_if<Grid>(&way)) {
    json["cell"] = jsonOf(grid->cell);
    json["margin"] = jsonOf(grid->margin);
    json["gutter"] = jsonOf(grid->gutter);
    json["columns"] = grid->columns;
    json["rows"] = grid->rows;
  } else if (const auto* rule = std::get_if<IslandRule>(&way)) {
    json["join"] = rule->join;
    json["minInk"] = rule->minInk;
    json["part"] = rule->part;
    if (rule->boxes) json["boxes"] = true;
    if (rule->shadows) json["shadows"] = true;
    if (rule->tight) json["tight"] = true;
  } else {
    json["rects"] = Json::array();
    for (const PixelRect& rect : std::get<HandCut>(way).rects)
      json["rects"].push_back(jsonOf(rect));
  }
  return json;
}

// A cut without a way is one of cells, as files of before there were other ways hold it.
CutWay readWay(const JsonReader& from) {
  const auto way = from.optionalMember("way");
  switch (way ? way->choice(kWayWords) : 0) {
    case 1: {
      IslandRule rule{from.member("join").whole(kJoinRange),
                      from.member("minInk").whole(kLeastInkRange),
                      from.member("part").whole(kByteRange)};
      if (const auto boxes = from.optionalMember("boxes")) rule.boxes = boxes->truth();
      if (const auto shadows = from.optionalMember("shadows")) rule.shadows = shadows->truth();
      if (const auto tight = from.optionalMember("tight")) rule.tight = tight->truth();
      return rule;
    }
    case 2: {
      HandCut hand;
      for (const JsonReader& rect : from.member("rects").elements(kMostRects)) {
        hand.rects.push_back(readRect(rect));
      }
      return hand;
    }
    default:
      return Grid{readSize(from.member("cell")), readSize(from.member("margin")),
                  readSize(from.member("gutter")), from.member("columns").whole(1, kMostCells),
                  from.member("rows").whole(1, kMostCells)};
  }
}

}  // namespace amber
