#pragma once

#include <algorithm>
#include <array>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/geometry/contact/pose.h"
#include "core/layers/participants.h"
#include "core/project/values/course.h"
#include "core/trial/course/moving/surroundings.h"

namespace amber {

/// A role of an asset on a course, or of an asset that rides on it.
struct FigurePart {
  const Asset* asset = nullptr;
  const Role* role = nullptr;
  ParticipantSettings settings;
};

/// A part's shape as it stands, in game px about the origin of the figure.
struct FigureShape {
  std::size_t part = 0;  ///< Of the figure's.
  PieceStore::Id pieces = 0;
};

/// One frame of an asset as it stands: what of it there is to meet.
struct FigureLook {
  std::vector<FigureShape> shapes;  ///< Its own in the roles' order, then those of its riders.

  bool operator==(const FigureLook& other) const {
    return std::equal(shapes.begin(), shapes.end(), other.shapes.begin(), other.shapes.end(),
                      [](const FigureShape& a, const FigureShape& b) {
                        return a.part == b.part && a.pieces == b.pieces;
                      });
  }
};

/// The end of a course: the largest x of the things on it, game px.
double endOf(const Course& course);

/// An asset on a course with its riders: every frame, as drawn and mirrored, with what rides on it
/// when an animation first shows the frame. Refers to the project.
struct Figure {
  const Asset* asset = nullptr;
  std::vector<FigurePart> parts;                 ///< Its own, by the project's roles, come first.
  std::vector<std::array<FigureLook, 2>> looks;  ///< By frame; as drawn, mirrored.
};

/// A shape on a course at a tick.
struct Standing {
  PieceStore::Id pieces = 0;
  Vertex at;
  /// Which thing on the course it belongs to: solids in their order, then actors.
  std::size_t thing = 0;
  const Figure* figure = nullptr;  ///< Null for a plain shape.
  std::size_t part = 0;            ///< Of the figure.
};

/// A course prepared for an asset: who is on it, what stops what, and what is in reach. Where the
/// project merges tiles, those that fit along a whole side are one shape. It caches
/// results, so it is not thread-safe; alternating runs on one world give the same results as
/// separate ones.
class CourseWorld {
 public:
  /// Refers to the project, which must outlive it. `role`: the only one that is stopped; empty for
  /// all whose duty is to stop. Errors (UnknownTarget, BadValue): an asset or frame of the course
  /// that there is not, an asset without frames, a shape of too many pieces.
  static Result<std::shared_ptr<CourseWorld>> make(const Project& project, const Asset& asset,
                                                   const Course& course, std::string_view role);

  const Project& project() const { return *project_; }
  const Course& course() const { return course_; }
  const Figure& figure() const { return *mover_; }
  /// By the figure's parts: whether shapes of it are stopped.
  const std::vector<bool>& stopping() const { return stopping_; }
  PieceStore& store() { return store_; }

  /// All shapes on the course at a time, in order; actors at their position at that time.
  const std::vector<Standing>& standing(double seconds);
  /// The same as when it was last asked for.
  const std::vector<Standing>& standingNow() const { return standing_; }
  /// "solid 3", or "tile_floor:body".
  std::string nameOf(const Standing& standing) const;
  /// "body", or of a rider "prop_lantern:glass".
  std::string nameOf(std::size_t part) const;
  /// What comes of a part of what moves and what stands; a plain shape stops.
  Answer answerOf(std::size_t part, const Standing& standing) const;
  bool stops(std::size_t part, const Standing& standing) const;

  /// What stops the look within an area of places, in the order of what stands.
  Surroundings around(const FigureLook& look, const Obstacle::Bounds& area);
  /// The least translation that parts the look, at a place, from what stands; depth 0 where it does
  /// not overlap.
  struct PartContact {
    Contact contact;
    std::size_t part = 0;
  };
  PartContact parting(const FigureLook& look, Vertex place, const Standing& standing);

 private:
  CourseWorld(const Project& project, const Course& course) : project_(&project), course_(course) {}
  Result<const Figure*> figureOf(const std::string& name);
  Result<const Figure*> figureOf(const Asset& asset);
  Result<void> addShapes(const Asset& asset, const Frame& frame, const Pose& pose,
                         std::size_t firstPart, FigureLook& look);
  Result<void> place(const CourseSolid& solid, std::size_t thing);
  Result<void> placeActors();
  void mergeTiles();
  void stand(const Figure& figure, const FigureLook& look, Vertex at, std::size_t thing);

  struct Actor {
    const Figure* figure = nullptr;
    CourseActor course;
    std::size_t thing = 0;
  };

  const Project* project_;
  Course course_;
  PieceStore store_;
  std::vector<std::unique_ptr<Figure>> figures_;
  const Figure* mover_ = nullptr;
  std::vector<bool> stopping_;
  std::vector<Standing> standing_;  // Solids first, which stay.
  std::size_t solids_ = 0;          // Of these.
  std::vector<Actor> actors_;
};

}  // namespace amber
