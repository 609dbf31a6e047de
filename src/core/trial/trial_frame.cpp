#include "core/trial/trial_frame.h"

#include <algorithm>
#include <cmath>
#include <tuple>
#include <utility>

#include "core/image/ink/ink_runs.h"
#include "core/origin/riders.h"

namespace amber {

namespace {

void addShapes(const Project& project, const Asset& asset, const HeldShapes& held,
               const Frame& frame, const Pose& carried, std::vector<RoleShape>& shapes) {
  for (const Role& role : project.roles) {
    const ShapePlace* place = held.find(frame.id, role.name);
    if (place == nullptr) continue;
    Shape shape = moved(place->shape(), -frame.origin.x, -frame.origin.y);
    std::vector<ConvexPiece> pieces = piecesOf(shape, carried);
    shapes.push_back({&role, std::move(shape), std::move(pieces), &asset, carried});
  }
}

// Inks of frames that stand to each other, on one mask.
class CommonInk {
 public:
  CommonInk(const PixelMask& first, FramePoint origin) { add(first, origin, {}, 1); }

  // A frame's ink whose origin lies there, from the origin of the first, at a scale.
  void add(PixelMask ink, FramePoint origin, GamePoint at, double scale) {
    inks_.push_back({std::move(ink), origin, at, scale});
  }

  // The mask of all, and where the origin of the first lies on it.
  std::pair<PixelMask, FramePoint> take() {
    const Placed& first = inks_.front();
    // On the px of the first, whole px around all of them, as far as images may reach.
    double left = 0;
    double top = 0;
    double right = first.ink.width();
    double bottom = first.ink.height();
    for (const Placed& one : inks_) {
      const double x = first.origin.x + one.at.x - one.origin.x * one.scale;
      const double y = first.origin.y + one.at.y - one.origin.y * one.scale;
      left = std::min(left, std::floor(x));
      top = std::min(top, std::floor(y));
      right = std::max(right, std::ceil(x + one.ink.width() * one.scale));
      bottom = std::max(bottom, std::ceil(y + one.ink.height() * one.scale));
    }
    left = std::max(left, -1.0 * kLongestImageSide);
    top = std::max(top, -1.0 * kLongestImageSide);
    const int w = static_cast<int>(std::min(right, left + kLongestImageSide) - left);
    const int h = static_cast<int>(std::min(bottom, top + kLongestImageSide) - top);
    PixelMask all(w, h);
    for (const Placed& one : inks_) {
      const FramePoint corner{first.origin.x + one.at.x - one.origin.x * one.scale - left,
                              first.origin.y + one.at.y - one.origin.y * one.scale - top};
      draw(one, corner, all);
    }
    return {std::move(all), {first.origin.x - left, first.origin.y - top}};
  }

 private:
  struct Placed {
    PixelMask ink;
    FramePoint origin;
    GamePoint at;
    double scale;
  };

  // Every px of the target whose centre the ink covers.
  static void draw(const Placed& one, FramePoint corner, PixelMask& target) {
    const auto first = [](double from) { return std::max(0, static_cast<int>(std::floor(from))); };
    const auto past = [&](double from, int size, int most) {
      return static_cast<int>(std::min<double>(most, std::ceil(from + size * one.scale)));
    };
    for (int y = first(corner.y); y < past(corner.y, one.ink.height(), target.height()); ++y) {
      const int row = static_cast<int>(std::floor((y + 0.5 - corner.y) / one.scale));
      if (row < 0 || row >= one.ink.height()) continue;
      for (int x = first(corner.x); x < past(corner.x, one.ink.width(), target.width()); ++x) {
        const int column = static_cast<int>(std::floor((x + 0.5 - corner.x) / one.scale));
        if (column < 0 || column >= one.ink.width()) continue;
        if (one.ink.test(column, row)) target.set(x, y);
      }
    }
  }

  std::vector<Placed> inks_;
};

}  // namespace

Pose RoleShape::pose(const Pose& bearer) const {
  return {posed({carried.at.x, carried.at.y}, bearer), bearer.scale * carried.scale, bearer.turn,
          bearer.mirrored};
}

std::string RoleShape::nameIn(const TrialFrame& trial) const {
  return asset == trial.asset ? role->name : asset->name + ":" + role->name;
}

const Shape* TrialFrame::shapeOf(std::string_view role) const {
  const auto found = std::find_if(shapes.begin(), shapes.end(), [&](const RoleShape& one) {
    return one.asset == asset && one.role->name == role;
  });
  return found == shapes.end() ? nullptr : &found->shape;
}

std::optional<TrialFrame> trialFrame(const Project& project, const Asset& asset,
                                     const HeldShapes& held, const Frame& frame,
                                     const ArtSource& art) {
  const auto sheet = art(frame.sheet);
  if (!sheet) return std::nullopt;
  TrialFrame trial{&asset, &frame, cropped(sheet->firm, frame.rect), frame.origin, {}};
  addShapes(project, asset, held, frame, {}, trial.shapes);
  const std::vector<RiddenFrame> riders = ridersOn(project, asset, frame.id);
  if (riders.empty()) return trial;
  CommonInk ink(trial.ink, frame.origin);
  for (const RiddenFrame& rider : riders) {
    const auto its = art(rider.frame->sheet);
    if (!its) return std::nullopt;
    ink.add(cropped(its->firm, rider.frame->rect), rider.frame->origin, rider.at, rider.scale);
    addShapes(project, *rider.asset, HeldShapes(*rider.asset), *rider.frame,
              {rider.at, rider.scale}, trial.shapes);
  }
  trial.without = std::move(trial.ink);
  std::tie(trial.ink, trial.origin) = ink.take();
  return trial;
}

std::vector<InkBox> inkBoxes(const TrialFrame& frame, const Pose& pose) {
  std::vector<InkBox> boxes;
  const InkRuns runs(frame.ink);
  boxes.reserve(runs.count());
  const FramePoint origin = frame.origin;
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
