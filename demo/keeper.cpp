#include <array>
#include <cmath>

#include "canvas.h"
#include "sheets.h"

namespace glasshouse {
namespace {

constexpr int kCell = 48;

/// The pose of the keeper in one frame, in px from the resting pose.
struct Pose {
  int bob = 0;          // whole body down
  double nearFoot = 2;  // ahead of the hip
  double nearLift = 0;
  double farFoot = -3;
  double farLift = 0;
  double tilt = 0;  // of the can: its spout goes down
  int jet = 0;      // length of the water
};

void drawLeg(Canvas& canvas, double hipX, double hipY, double foot, double lift, bool near) {
  const double footY = 43 - lift;
  const double kneeX = hipX + foot * 0.5 + 1.2;
  const double kneeY = (hipY + footY) / 2;
  canvas.limb(hipX, hipY, kneeX, kneeY, 2.2, Material::Cloth);
  canvas.limb(kneeX, kneeY, hipX + foot, footY - 2, 1.9, Material::Cloth);
  canvas.limb(hipX + foot - 0.5, footY, hipX + foot + 2.5, footY + 0.6, 1.6, Material::Boot);
  // The far leg is parted from the near one by a dark line.
  if (near) canvas.limb(hipX + 2.6, hipY + 3, kneeX + 2.4, kneeY, 0.4, Material::Ink);
}

void drawCan(Canvas& canvas, double x, double y, double tilt) {
  const double drop = tilt * 4;
  canvas.limb(x - 1, y - 4, x + 4, y - 4 + tilt, 0.7, Material::Metal);  // handle
  canvas.rect(static_cast<int>(x) - 2, static_cast<int>(y) - 2, 7, 7, Material::Metal);
  canvas.limb(x + 5, y + 2, x + 10, y - 3 + drop, 0.8, Material::Metal);  // spout
  canvas.limb(x + 10, y - 4 + drop, x + 11, y - 2 + drop, 1.1, Material::Metal);
}

void drawHead(Canvas& canvas, int bob) {
  canvas.ellipse(21.5, 15 + bob, 5.4, 5.2, Material::Skin);
  canvas.rect(26, 16 + bob, 2, 2, Material::Skin);        // nose
  canvas.rect(16, 13 + bob, 3, 5, Material::Felt);        // hair at the nape
  canvas.ellipse(21, 9 + bob, 5.6, 4.6, Material::Felt);  // hat
  canvas.rect(14, 11 + bob, 15, 2, Material::Felt);
  canvas.rect(16, 9 + bob, 11, 2, Material::Lamp);  // band
  canvas.rect(27, 8 + bob, 2, 3, Material::Lamp);   // the lamp on it
  canvas.put(24, 15 + bob, Material::Ink);
  canvas.put(24, 16 + bob, Material::Ink);
}

void drawBody(Canvas& canvas, int bob) {
  canvas.limb(21.5, 22 + bob, 21.5, 30 + bob, 5.4, Material::Coat);
  canvas.rect(16, 29 + bob, 12, 4, Material::Coat);
  canvas.rect(16, 28 + bob, 12, 1, Material::Felt);  // belt
  canvas.rect(22, 21 + bob, 1, 7, Material::Ink);    // the coat's seam
  canvas.rect(18, 20 + bob, 7, 2, Material::Lamp);   // scarf
}

Canvas keeper(const Pose& pose) {
  Canvas canvas(kCell + 12, kCell);
  canvas.limb(25, 23 + pose.bob, 31, 27 + pose.bob, 1.8, Material::Coat);  // far arm
  drawLeg(canvas, 23, 33 + pose.bob, pose.farFoot, pose.farLift, false);
  drawLeg(canvas, 20, 33 + pose.bob, pose.nearFoot, pose.nearLift, true);
  drawBody(canvas, pose.bob);
  drawCan(canvas, 34, 28 + pose.bob, pose.tilt);
  canvas.limb(18, 23 + pose.bob, 20, 28 + pose.bob, 2.2, Material::Coat);  // near arm
  canvas.limb(20, 28 + pose.bob, 30, 27 + pose.bob + pose.tilt, 1.9, Material::Coat);
  canvas.ellipse(32, 26 + pose.bob + pose.tilt, 1.8, 1.8, Material::Skin);
  drawHead(canvas, pose.bob);
  for (int i = 0; i < pose.jet; ++i) {
    const int y = 31 + i + i * i / 9;
    canvas.rect(45 + i * 2 / 5, y, 1, 2, Material::Water);
  }
  return canvas;
}

DrawnSheet strip(const std::string& name, const std::vector<Pose>& poses) {
  amber::Image sheet(kCell * static_cast<int>(poses.size()), kCell);
  for (std::size_t i = 0; i < poses.size(); ++i) {
    paste(keeper(poses[i]).lit(true), kCell * static_cast<int>(i), 0, sheet);
  }
  return {name, std::move(sheet)};
}

std::vector<Pose> walkPoses() {
  // One stride of the near foot: reach, take the weight, push off, swing through.
  constexpr std::array<double, 8> kFoot = {6, 4, 1, -2, -5, -4, 0, 4};
  constexpr std::array<double, 8> kLift = {1, 0, 0, 0, 1, 3, 4, 3};
  constexpr std::array<int, 8> kBob = {1, 2, 1, 0, 1, 2, 1, 0};
  std::vector<Pose> poses;
  for (std::size_t i = 0; i < 8; ++i) {
    const std::size_t other = (i + 4) % 8;
    poses.push_back({kBob[i] - 1, kFoot[i], kLift[i], kFoot[other] - 1, kLift[other],
                     i % 4 < 2 ? 0.0 : 0.4, 0});
  }
  return poses;
}

}  // namespace

std::vector<DrawnSheet> keeperSheets() {
  const std::vector<Pose> idle = {{0, 2, 0, -3, 0, 0, 0},
                                  {1, 2, 0, -3, 0, 0, 0},
                                  {1, 2, 0, -3, 0, 0.3, 0},
                                  {0, 2, 0, -3, 0, 0.3, 0}};
  const std::vector<Pose> water = {{0, 2, 0, -3, 0, 0, 0},    {0, 3, 0, -3, 0, 0.6, 0},
                                   {1, 3, 0, -3, 0, 1.2, 4},  {1, 3, 0, -3, 0, 1.4, 9},
                                   {1, 3, 0, -3, 0, 1.4, 10}, {0, 2, 0, -3, 0, 0.6, 0}};
  return {strip("keeper_idle.png", idle), strip("keeper_walk.png", walkPoses()),
          strip("keeper_water.png", water)};
}

}  // namespace glasshouse
