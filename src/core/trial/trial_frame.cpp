#include "core/trial/trial_frame.h"

#include <algorithm>

#include "core/image/ink/ink_runs.h"

namespace amber {

const Shape* TrialFrame::shapeOf(std::string_view role) const {
  const auto found = std::find_if(shapes.begin(), shapes.end(),
                                  [&](const RoleShape& one) { return one.role->name == role; });
  return found == shapes.end() ? nullptr : &found->shape;
}

std::optional<TrialFrame> trialFrame(const Project& project, const Asset& asset,
                                     const HeldShapes& held, const Frame& frame,
                                     const ArtSource& art) {
  const auto sheet = art(frame.sheet);
  if (!sheet) return std::nullopt;
  TrialFrame trial{&asset, &frame, cropped(sheet->firm, frame.rect), {}};
  for (const Role& role : project.roles) {
    const ShapePlace* place = held.find(frame.id, role.name);
    if (place == nullptr) continue;
    Shape shape = moved(place->shape(), -frame.origin.x, -frame.origin.y);
    std::vector<ConvexPiece> pieces = piecesOf(shape, {});
    trial.shapes.push_back({&role, std::move(shape), std::move(pieces)});
  }
  return trial;
}

std::vector<InkBox> inkBoxes(const TrialFrame& frame, const Pose& pose) {
  std::vector<InkBox> boxes;
  const InkRuns runs(frame.ink);
  boxes.reserve(runs.count());
  const FramePoint origin = frame.frame->origin;
  for (std::size_t i = 0; i < runs.count(); ++i) {
    const InkRun& run = runs[i];
    const double left = (pose.mirrored ? origin.x - run.x1 : run.x0 - origin.x) * pose.scale;
    const double right = (pose.mirrored ? origin.x - run.x0 : run.x1 - origin.x) * pose.scale;
    const double top = (run.y - origin.y) * pose.scale;
    boxes.push_back({pose.at.x + left, pose.at.y + top, pose.at.x + right,
                     pose.at.y + top + pose.scale, run.y, run.x0, run.x1});
  }
  return boxes;
}

}  // namespace amber
