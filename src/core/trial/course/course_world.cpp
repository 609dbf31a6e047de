#include "core/trial/course/course_world.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>
#include <utility>

#include "core/fit/keys/held_shapes.h"
#include "core/fit/tiles/tile_edges.h"
#include "core/geometry/contact/parting.h"
#include "core/geometry/convex_hull.h"
#include "core/origin/riders.h"
#include "core/trial/course/actor_place.h"

namespace amber {
namespace {

// More pieces than that make every tick slow and fill memory with obstacles.
constexpr std::size_t kMostPieces = 2048;

// Two tiles are convex together if their hull has no more than this on top of twice their area,
// px^2.
constexpr double kMergedArea = 1e-6;

// Merges runs of equal columns on consecutive rows into boxes: a mask has far fewer of these. Stops
// once there are more than kMostPieces, which the caller refuses. Cost: n log n.
std::vector<ConvexPiece> blocksOf(const std::vector<ConvexPiece>& rows) {
  std::vector<ConvexPiece> blocks;
  // The lowest block of each pair of columns.
  std::map<std::pair<double, double>, std::size_t> lowest;
  for (const ConvexPiece& row : rows) {
    const double left = std::min(row.points[0].x, row.points[1].x);
    const double right = std::max(row.points[0].x, row.points[1].x);
    const double top = std::min(row.points[0].y, row.points[2].y);
    const double bottom = std::max(row.points[0].y, row.points[2].y);
    const auto [above, fresh] = lowest.try_emplace({left, right}, blocks.size());
    if (!fresh && blocks[above->second].points[2].y == top) {
      blocks[above->second].points[2].y = blocks[above->second].points[3].y = bottom;
      continue;
    }
    above->second = blocks.size();
    blocks.push_back({{{left, top}, {right, top}, {right, bottom}, {left, bottom}}, 0});
    if (blocks.size() > kMostPieces) break;
  }
  return blocks;
}

// The error with its place on the course.
tl::unexpected<Error> at(const char* list, std::size_t index, Error error) {
  error.place = std::string(list) + "[" + std::to_string(index) + "]";
  return tl::unexpected(std::move(error));
}

std::vector<ConvexPiece> piecesOnCourse(const Shape& shape, const Pose& pose) {
  std::vector<ConvexPiece> pieces = piecesOf(shape, pose);
  return kindOf(shape) == ShapeKind::Mask ? blocksOf(pieces) : pieces;
}

}  // namespace

double endOf(const Course& course) {
  double end = course.start.x;
  for (const CourseSolid& solid : course.solids) {
    if (const auto* shape = std::get_if<Shape>(&solid)) {
      const Box box = bounds(*shape);
      end = std::max(end, box.x + box.w);
    } else {
      end = std::max(end, std::get<StandingAsset>(solid).at.x);
    }
  }
  return end;
}

Result<std::shared_ptr<CourseWorld>> CourseWorld::make(const Project& project, const Asset& asset,
                                                       const Course& course,
                                                       std::string_view role) {
  std::shared_ptr<CourseWorld> world(new CourseWorld(project, course));
  const auto mover = world->figureOf(asset);
  if (!mover) return tl::unexpected(mover.error());
  world->mover_ = *mover;
  for (const FigurePart& part : (*mover)->parts) {
    const bool chosen = part.asset == &asset && part.role->name == role;
    world->stopping_.push_back(role.empty() ? part.settings.duty == Duty::Stops : chosen);
  }
  for (std::size_t i = 0; i < course.solids.size(); ++i) {
    auto placed = world->place(course.solids[i], i);
    if (!placed) return at("solids", i, std::move(placed.error()));
  }
  if (project.mergedTiles) world->mergeTiles();
  world->solids_ = world->standing_.size();
  const auto placed = world->placeActors();
  if (!placed) return tl::unexpected(placed.error());
  return world;
}

Result<const Figure*> CourseWorld::figureOf(const std::string& name) {
  const Asset* asset = findAsset(*project_, name);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget, "no asset has the name \"" + name + "\"");
  }
  return figureOf(*asset);
}

Result<const Figure*> CourseWorld::figureOf(const Asset& asset) {
  for (const auto& known : figures_) {
    if (known->asset == &asset) return known.get();
  }
  if (asset.frames.empty()) {
    return failure(ErrorCode::BadValue, "\"" + asset.name + "\" has no frames yet");
  }
  auto figure = std::make_unique<Figure>();
  figure->asset = &asset;
  const auto firstPartOf = [&](const Asset& one) {
    const auto known = std::find_if(figure->parts.begin(), figure->parts.end(),
                                    [&](const FigurePart& part) { return part.asset == &one; });
    const auto first = static_cast<std::size_t>(known - figure->parts.begin());
    if (known != figure->parts.end()) return first;
    for (const Role& role : project_->roles) {
      figure->parts.push_back({&one, &role, participantOf(*project_, one, role).settings});
    }
    return first;
  };
  firstPartOf(asset);
  for (const Frame& frame : asset.frames) {
    std::array<FigureLook, 2>& looks = figure->looks.emplace_back();
    const std::vector<RiddenFrame> riders = ridersOn(*project_, asset, frame.id);
    for (const bool mirrored : {false, true}) {
      const Pose own{{}, asset.scale, 0, mirrored};
      auto added = addShapes(asset, frame, own, 0, looks[mirrored]);
      if (!added) return tl::unexpected(added.error());
      for (const RiddenFrame& rider : riders) {
        const std::size_t first = firstPartOf(*rider.asset);
        const Pose pose{posed({rider.at.x, rider.at.y}, own), asset.scale * rider.scale, 0,
                        mirrored};
        added = addShapes(*rider.asset, *rider.frame, pose, first, looks[mirrored]);
        if (!added) return tl::unexpected(added.error());
      }
    }
  }
  figures_.push_back(std::move(figure));
  return figures_.back().get();
}

Result<void> CourseWorld::addShapes(const Asset& asset, const Frame& frame, const Pose& pose,
                                    std::size_t firstPart, FigureLook& look) {
  const HeldShapes held(asset);
  for (std::size_t i = 0; i < project_->roles.size(); ++i) {
    const ShapePlace* place = held.find(frame.id, project_->roles[i].name);
    if (place == nullptr) continue;
    const Shape shape = moved(place->shape(), -frame.origin.x, -frame.origin.y);
    std::vector<ConvexPiece> pieces = piecesOnCourse(shape, pose);
    if (pieces.size() > kMostPieces) {
      return failure(ErrorCode::BadValue,
                     "the shape of \"" + frame.name +
                         "\" has too many parts for a course; fit another type of shape");
    }
    if (!pieces.empty()) look.shapes.push_back({firstPart + i, store_.add(std::move(pieces))});
  }
  return {};
}

namespace {

// A convex shape on a course that may be joined with others.
struct Joined {
  Standing standing;
  ConvexPiece piece;  // In game px.
};

// The two as one, where they lie side by side along a whole side of both and are convex together;
// else nothing. Two that share no area and are convex together fill their hull.
std::optional<ConvexPiece> asOne(const ConvexPiece& a, const ConvexPiece& b) {
  std::vector<Vertex> points = a.points;
  points.insert(points.end(), b.points.begin(), b.points.end());
  std::vector<Vertex> hull = convexHull(std::move(points));
  const double own = std::abs(twiceArea(a.points)) + std::abs(twiceArea(b.points));
  if (std::abs(std::abs(twiceArea(hull)) - own) > kMergedArea || meet(a, b)) return std::nullopt;
  return ConvexPiece{std::move(hull), 0};
}

// Whether anything tells the two apart for whoever meets them.
bool isSameToAll(const Standing& a, const Standing& b) {
  const FigurePart& p = a.figure->parts[a.part];
  const FigurePart& q = b.figure->parts[b.part];
  return p.role == q.role && p.settings == q.settings;
}

}  // namespace

// Tiles whose shapes fit along a whole side become one shape: the inner sides that bodies would
// snag on are gone. Only those of the same role and settings, so that nothing else changes.
void CourseWorld::mergeTiles() {
  std::vector<Joined> tiles;
  std::vector<Standing> rest;
  for (const Standing& one : standing_) {
    const std::vector<ConvexPiece>& pieces = store_.pieces(one.pieces);
    const bool joins = one.figure != nullptr && isTile(*project_, *one.figure->asset) &&
                       pieces.size() == 1 && pieces.front().radius == 0 &&
                       pieces.front().points.size() > 2;
    if (joins) {
      tiles.push_back({one, moved(pieces, one.at.x, one.at.y).front()});
    } else {
      rest.push_back(one);
    }
  }
  for (bool joined = true; joined;) {
    joined = false;
    for (std::size_t i = 0; i < tiles.size(); ++i) {
      for (std::size_t k = i + 1; k < tiles.size();) {
        std::optional<ConvexPiece> both;
        if (isSameToAll(tiles[i].standing, tiles[k].standing)) {
          both = asOne(tiles[i].piece, tiles[k].piece);
        }
        if (!both) {
          ++k;
          continue;
        }
        tiles[i].piece = std::move(*both);
        tiles.erase(tiles.begin() + static_cast<std::ptrdiff_t>(k));
        joined = true;
      }
    }
  }
  for (Joined& tile : tiles) {
    tile.standing.pieces = store_.add({std::move(tile.piece)});
    tile.standing.at = {};
    rest.push_back(tile.standing);
  }
  std::sort(rest.begin(), rest.end(),
            [](const Standing& a, const Standing& b) { return a.thing < b.thing; });
  standing_ = std::move(rest);
}

void CourseWorld::stand(const Figure& figure, const FigureLook& look, Vertex at,
                        std::size_t thing) {
  for (const FigureShape& shape : look.shapes) {
    standing_.push_back({shape.pieces, at, thing, &figure, shape.part});
  }
}

Result<void> CourseWorld::place(const CourseSolid& solid, std::size_t thing) {
  if (const auto* asset = std::get_if<StandingAsset>(&solid)) {
    const auto figure = figureOf(asset->asset);
    if (!figure) return tl::unexpected(figure.error());
    if (asset->frame < 1 || asset->frame > static_cast<int>((*figure)->looks.size())) {
      return failure(ErrorCode::UnknownTarget,
                     "\"" + asset->asset + "\" has no frame " + std::to_string(asset->frame));
    }
    const auto& looks = (*figure)->looks[static_cast<std::size_t>(asset->frame - 1)];
    stand(**figure, looks[asset->mirrored], {asset->at.x, asset->at.y}, thing);
    return {};
  }
  const auto& shape = std::get<Shape>(solid);
  const std::string name = "solid " + std::to_string(thing + 1);
  std::vector<ConvexPiece> pieces = piecesOnCourse(shape, {});
  if (pieces.empty()) {
    return failure(ErrorCode::BadValue, name + " is a polygon that crosses itself or has no area");
  }
  if (pieces.size() > kMostPieces) {
    return failure(ErrorCode::BadValue,
                   name + " has too many parts for a course; use another type of shape");
  }
  standing_.push_back({store_.add(std::move(pieces)), {}, thing, nullptr, 0});
  return {};
}

Result<void> CourseWorld::placeActors() {
  std::size_t thing = course_.solids.size();
  for (const CourseActor& actor : course_.actors) {
    auto figure = figureOf(actor.asset);
    if (!figure) return at("actors", actors_.size(), std::move(figure.error()));
    actors_.push_back({*figure, actor, thing++});
  }
  return {};
}

const std::vector<Standing>& CourseWorld::standing(double seconds) {
  standing_.resize(solids_);
  for (const Actor& actor : actors_) {
    const ActorPlace place = placeOf(actor.course, seconds);
    const std::size_t frame = frameShown(*actor.figure->asset, seconds);
    stand(*actor.figure, actor.figure->looks[frame][place.mirrored], {place.at.x, place.at.y},
          actor.thing);
  }
  return standing_;
}

std::string CourseWorld::nameOf(const Standing& standing) const {
  if (standing.figure == nullptr) return "solid " + std::to_string(standing.thing + 1);
  const FigurePart& part = standing.figure->parts[standing.part];
  return part.asset->name + ":" + part.role->name;
}

std::string CourseWorld::nameOf(std::size_t part) const {
  const FigurePart& own = mover_->parts[part];
  return own.asset == mover_->asset ? own.role->name : own.asset->name + ":" + own.role->name;
}

Answer CourseWorld::answerOf(std::size_t part, const Standing& standing) const {
  if (standing.figure == nullptr) return {Outcome::Stops, {true, false}, {}, {}};
  return answerFor(mover_->parts[part].settings, standing.figure->parts[standing.part].settings,
                   ruleOf(*project_));
}

bool CourseWorld::stops(std::size_t part, const Standing& standing) const {
  if (!stopping_[part]) return false;
  if (standing.thing < course_.solids.size()) {
    return standing.figure == nullptr ||
           standing.figure->parts[standing.part].settings.duty == Duty::Stops;
  }
  return answerOf(part, standing).stopped.a;
}

Surroundings CourseWorld::around(const FigureLook& look, const Obstacle::Bounds& area) {
  Surroundings near;
  for (std::size_t i = 0; i < standing_.size(); ++i) {
    const Obstacle::Bounds& solid = store_.bounds(standing_[i].pieces);
    const Vertex at = standing_[i].at;
    for (const FigureShape& shape : look.shapes) {
      // Most are far away and need no obstacle.
      const Obstacle::Bounds& own = store_.bounds(shape.pieces);
      if (at.x + solid.left > area.right + own.right || at.x + solid.right < area.left + own.left ||
          at.y + solid.top > area.bottom + own.bottom || at.y + solid.bottom < area.top + own.top) {
        continue;
      }
      if (!stops(shape.part, standing_[i])) continue;
      near.gather(store_.between(standing_[i].pieces, shape.pieces), at, area, i, shape.part);
    }
  }
  return near;
}

CourseWorld::PartContact CourseWorld::parting(const FigureLook& look, Vertex place,
                                              const Standing& standing) {
  PartContact deepest;
  const Vertex seen{place.x - standing.at.x, place.y - standing.at.y};
  const Obstacle::Bounds& solid = store_.bounds(standing.pieces);
  for (const FigureShape& shape : look.shapes) {
    const Obstacle::Bounds& own = store_.bounds(shape.pieces);
    if (seen.x + own.left > solid.right || seen.x + own.right < solid.left ||
        seen.y + own.top > solid.bottom || seen.y + own.bottom < solid.top ||
        !stops(shape.part, standing)) {
      continue;
    }
    const ObstacleSet& set = store_.between(standing.pieces, shape.pieces);
    if (!holds(set, seen)) continue;
    Contact contact;
    if (set.obstacles.size() == 1) {
      const Obstacle::Surface surface = set.obstacles.front().surfaceAt(seen);
      contact = {-surface.distance, surface.normal, place, 0};
    } else {
      contact = partingOf(store_.pieces(standing.pieces),
                          moved(store_.pieces(shape.pieces), seen.x, seen.y));
    }
    if (contact.depth > deepest.contact.depth) deepest = {contact, shape.part};
  }
  return deepest;
}

}  // namespace amber
