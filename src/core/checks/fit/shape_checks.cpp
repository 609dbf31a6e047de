#include "core/checks/fit/shape_checks.h"

#include "core/checks/fit/role_shapes.h"

namespace amber {

std::vector<Finding> checkShapes(const Asset& asset, const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  const HeldShapes held(asset);
  std::vector<RoleShapes> roles;
  for (const Role& role : project.roles) {
    RoleShapes shapes{asset, role, {}};
    for (const Frame& frame : asset.frames) {
      const ShapePlace* place = held.find(frame.id, role.name);
      const auto sheet = place == nullptr || frame.lost ? nullptr : art(frame.sheet);
      if (sheet == nullptr) continue;
      PixelMask ink = cropped(sheet->firm, frame.rect);
      // A frame without ink has a separate finding.
      if (countOf(ink) == 0) continue;
      shapes.all.push_back({&frame, place, place->shape(), std::move(ink)});
    }
    if (!shapes.all.empty()) roles.push_back(std::move(shapes));
  }
  for (const RoleShapes& shapes : roles) {
    checkOffInk(shapes, findings);
    checkPolygons(shapes, defaultProfile(project).polygonPoints, findings);
    std::vector<Measures> measures;
    for (const Seen& seen : shapes.all) {
      measures.push_back(sharesOf(seen.shape, seen.ink, recipeOf(shapes, seen).region));
    }
    checkAir(shapes, measures, findings);
    checkBareInk(shapes, measures, findings);
    checkStale(shapes, findings);
    checkJumps(shapes, findings);
  }
  for (const RoleShapes& sensor : roles) {
    if (sensor.role.duty != Duty::Notices) continue;
    for (const RoleShapes& body : roles) {
      if (body.role.duty == Duty::Stops) checkSensor(sensor, body, findings);
    }
  }
  return findings;
}

}  // namespace amber
