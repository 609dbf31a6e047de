#include "core/project/validation/valid_rides.h"

#include <algorithm>
#include <unordered_map>

#include "core/project/validation/validation.h"

namespace amber {

using namespace validation;

namespace {

class Rides {
 public:
  explicit Rides(const Project& project) {
    for (const auto& asset : project.assets) assets_.emplace(asset->id, &*asset);
  }

  // Follows the riders of an asset to the end, each asset once.
  Validity follow(const Asset& asset) {
    const auto [known, isNew] = carried_.try_emplace(asset.id, 0);
    if (!isNew) return {};
    way_.push_back(&asset);
    std::size_t carried = 0;
    for (const Rider& rider : asset.riders) {
      const auto found = assets_.find(rider.asset);
      if (found == assets_.end()) continue;
      const Asset& other = *found->second;
      if (std::find(way_.begin(), way_.end(), &other) != way_.end()) return circle(other);
      if (way_.size() > kMostRidden) return tooMany(asset);
      if (auto valid = follow(other); !valid) return valid;
      carried += 1 + carried_.at(other.id);
      if (carried > kMostRidden) return tooMany(asset);
    }
    carried_[asset.id] = carried;
    way_.pop_back();
    return {};
  }

 private:
  Validity circle(const Asset& other) const {
    std::string text = other.name;
    for (auto one = way_.rbegin(); one != way_.rend(); ++one) {
      text += " rides on " + (*one)->name;
      if (*one == &other) break;
      text += ", which";
    }
    return of(other.name, wrong("riders", text + "; take one of these riders away"));
  }

  static Validity tooMany(const Asset& asset) {
    return of(asset.name,
              wrong("riders", "more than " + std::to_string(kMostRidden) + " assets ride on " +
                                  asset.name + ", directly or on each other; take some away"));
  }

  std::unordered_map<AssetId, const Asset*> assets_;
  std::unordered_map<AssetId, std::size_t> carried_;
  std::vector<const Asset*> way_;
};

}  // namespace

Result<void> validRides(const Project& project) {
  const auto carries = [](const SharedValue<Asset>& asset) { return !asset->riders.empty(); };
  if (std::none_of(project.assets.begin(), project.assets.end(), carries)) return {};
  Rides rides(project);
  for (const auto& asset : project.assets) {
    if (auto valid = rides.follow(*asset); !valid) return valid;
  }
  return {};
}

}  // namespace amber
