#include "core/checks/origin/rider_checks.h"

#include <algorithm>
#include <cmath>

#include "core/checks/wording.h"
#include "core/origin/mounts.h"
#include "core/origin/riders.h"

namespace amber {
namespace {

Finding riderFinding(const Rule& rule, const Asset& bearer, AnimationId animation,
                     const Rider& rider, const std::string& riderName) {
  Finding finding = findingOf(rule, {{}, bearer.id, animation, {}, {}});
  finding.subject = rider.mount + " " + riderName;
  return finding;
}

Finding goneFinding(const Asset& bearer, const Rider& rider) {
  Finding finding =
      riderFinding(rules::kRiderGone, bearer, {}, rider, std::to_string(rider.asset.value));
  finding.text = "what rides on the mount " + rider.mount + " of " + bearer.name +
                 " is no longer in the project";
  finding.fix = "End the ride.";
  finding.remedy = Remedy(
      Remedy::Takes::Moments,
      [id = bearer.id, mount = rider.mount, gone = rider.asset](
          const Project& project, const ArtSource&) -> Result<std::vector<Edit>> {
        const Asset* asset = findAsset(project, id);
        if (asset == nullptr || findAsset(project, gone) != nullptr) {
          return failure(ErrorCode::BadValue, "the asset or its rider has changed; check again");
        }
        auto edit = withoutRider(*asset, mount, gone);
        if (!edit) return tl::unexpected(edit.error());
        return std::vector<Edit>{std::move(*edit)};
      });
  return finding;
}

// How many steps of an animation lack the mount.
std::size_t stepsWithout(const Animation& animation, const Mounts& mounts,
                         const std::string& mount) {
  return static_cast<std::size_t>(
      std::count_if(animation.steps.begin(), animation.steps.end(),
                    [&](const Step& step) { return mounts.find(step.frame, mount) == nullptr; }));
}

void checkAbsent(const Asset& bearer, const Mounts& mounts, const Rider& rider, const Asset& other,
                 std::vector<Finding>& findings) {
  for (const Animation& animation : bearer.animations) {
    const std::size_t without = stepsWithout(animation, mounts, rider.mount);
    if (without == 0) continue;
    Finding finding = riderFinding(rules::kRiderAbsent, bearer, animation.id, rider, other.name);
    finding.text = other.name + " is not shown on " + std::to_string(without) + " of " +
                   framesText(animation.steps.size()) + " of " + animation.name + ": the mount " +
                   rider.mount + " is not placed there";
    finding.fix = "Place the mount on these frames if the rider should be seen.";
    findings.push_back(std::move(finding));
  }
}

// The share of a frame's ink that lies under a rider's ink; 0 without art.
double hiddenShare(const Frame& frame, const RiddenFrame& rider, const ArtSource& art) {
  const auto own = art(frame.sheet);
  const auto its = art(rider.frame->sheet);
  if (own == nullptr || its == nullptr || frame.lost || rider.frame->lost) return 0;
  const PixelMask under = cropped(own->firm, frame.rect);
  const PixelMask over = cropped(its->firm, rider.frame->rect);
  long long all = 0;
  long long hidden = 0;
  for (int y = 0; y < under.height(); ++y) {
    const double down = (y + 0.5 - frame.origin.y - rider.at.y) / rider.scale;
    const double row = std::floor(down + rider.frame->origin.y);
    for (int x = 0; x < under.width(); ++x) {
      if (!under.test(x, y)) continue;
      ++all;
      const double across = (x + 0.5 - frame.origin.x - rider.at.x) / rider.scale;
      const double column = std::floor(across + rider.frame->origin.x);
      if (row < 0 || row >= over.height() || column < 0 || column >= over.width()) continue;
      if (over.test(static_cast<int>(column), static_cast<int>(row))) ++hidden;
    }
  }
  return all == 0 ? 0 : static_cast<double>(hidden) / static_cast<double>(all);
}

// Whether the rider hides too much of its bearer on every step.
bool hidesThroughout(const Project& project, const Asset& bearer, const Animation& animation,
                     const Asset& other, const ArtSource& art) {
  long long elapsed = 0;
  return std::all_of(animation.steps.begin(), animation.steps.end(), [&](const Step& step) {
    const std::vector<RiddenFrame> riders =
        ridersOn(project, bearer, step.frame, {&animation, elapsed});
    elapsed += step.durationMs;
    const Frame& frame = *findFrame(bearer, step.frame);
    return std::any_of(riders.begin(), riders.end(), [&](const RiddenFrame& one) {
      return one.asset == &other && !one.behind && hiddenShare(frame, one, art) > kMostHidden;
    });
  });
}

void checkHides(const Project& project, const Asset& bearer, const Rider& rider, const Asset& other,
                const ArtSource& art, std::vector<Finding>& findings) {
  for (const Animation& animation : bearer.animations) {
    if (rider.behind || !hidesThroughout(project, bearer, animation, other, art)) continue;
    Finding finding = riderFinding(rules::kRiderHides, bearer, animation.id, rider, other.name);
    finding.text = other.name + " hides more than half of " + bearer.name + " through all of " +
                   animation.name;
    finding.fix = "Draw it behind.";
    finding.remedy =
        Remedy(Remedy::Takes::Moments,
               [bearerId = bearer.id, riderId = other.id, mount = rider.mount](
                   const Project& now, const ArtSource&) -> Result<std::vector<Edit>> {
                 const Asset* asset = findAsset(now, bearerId);
                 const Asset* carried = findAsset(now, riderId);
                 if (asset == nullptr || carried == nullptr) {
                   return failure(ErrorCode::BadValue, "one of the two assets is gone");
                 }
                 Asset changed = *asset;
                 for (Rider& one : changed.riders) {
                   if (one.mount == mount && one.asset == riderId) one.behind = true;
                 }
                 return std::vector<Edit>{PutAsset{std::move(changed)}};
               });
    findings.push_back(std::move(finding));
  }
}

}  // namespace

std::vector<Finding> checkRiders(const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  for (const auto& bearer : project.assets) {
    if (bearer->riders.empty()) continue;
    const Mounts mounts(*bearer);
    for (const Rider& rider : bearer->riders) {
      const Asset* other = findAsset(project, rider.asset);
      if (other == nullptr) {
        findings.push_back(goneFinding(*bearer, rider));
        continue;
      }
      checkAbsent(*bearer, mounts, rider, *other, findings);
      checkHides(project, *bearer, rider, *other, art, findings);
    }
  }
  return findings;
}

}  // namespace amber
