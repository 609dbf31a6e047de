#include <rapidcheck.h>

#include <QTest>
#include <map>
#include <random>

#include "core/project/held.h"
#include "support/registry.h"

using namespace amber;

namespace {

// Up to six frames with keys of three names, shown by up to three animations in any order.
Asset randomAsset(std::uint64_t seed) {
  std::mt19937_64 random(seed);
  const auto below = [&](int count) {
    return static_cast<int>(random() % static_cast<unsigned>(count));
  };
  Asset asset;
  const int frames = 1 + below(6);
  for (int i = 0; i < frames; ++i) {
    Frame frame;
    frame.id = {static_cast<std::uint32_t>(i + 1)};
    for (const char* name : {"a", "b", "c"}) {
      if (below(3) == 0) frame.mounts.push_back({name, {static_cast<double>(below(9)), 0}});
    }
    asset.frames.push_back(frame);
  }
  for (int n = below(4); n > 0; --n) {
    Animation animation;
    for (int steps = 1 + below(7); steps > 0; --steps) {
      animation.steps.push_back({{static_cast<std::uint32_t>(1 + below(frames))}, 100});
    }
    asset.animations.push_back(animation);
  }
  return asset;
}

// By the rules alone: the frame on which the key that counts here lies, for each name.
std::map<std::string, FrameId> slowly(const Asset& asset, const Frame& frame) {
  std::map<std::string, FrameId> found;
  for (const Mount& own : frame.mounts) found[own.name] = frame.id;
  for (const Animation& animation : asset.animations) {
    for (std::size_t shown = 0; shown < animation.steps.size(); ++shown) {
      if (animation.steps[shown].frame != frame.id) continue;
      std::map<std::string, FrameId> here;
      for (std::size_t i = 0; i <= shown; ++i) {
        const Frame& earlier = *findFrame(asset, animation.steps[i].frame);
        for (const Mount& key : earlier.mounts) here[key.name] = earlier.id;
      }
      found.insert(here.begin(), here.end());
    }
  }
  return found;
}

}  // namespace

class HeldTest : public QObject {
  Q_OBJECT
 private slots:
  void whatIsHeldWhereIsAsItsRulesSay() {
    QVERIFY(rc::check("held", [](std::uint64_t seed) {
      const Asset asset = randomAsset(seed);
      const Held<Mount> held(asset);
      for (const Frame& frame : asset.frames) {
        std::map<std::string, FrameId> got;
        for (const auto& [key, on] : held.on(frame.id)) {
          RC_ASSERT(findMount(*on, key->name) == key);
          RC_ASSERT(got.emplace(key->name, on->id).second);
        }
        RC_ASSERT(got == slowly(asset, frame));
      }
    }));
  }

  void ownKeysComeFirstAndOthersAsTheyCome() {
    Asset asset;
    asset.frames = {Frame{{1}, "", {}, {}, {}, {}, {}, {{"z", {}}, {"b", {}}}},
                    Frame{{2}, "", {}, {}, {}, {}, {}, {{"c", {}}}}};
    asset.animations = {{{}, "", LoopMode::Once, {{{1}, 1}, {{2}, 1}}}};
    const Held<Mount> held(asset);
    std::string order;
    for (const auto& one : held.on({2})) order += one.key->name;
    QCOMPARE(order, std::string("czb"));
    QVERIFY(held.on({9}).empty());
  }
};
AMBER_TEST(HeldTest);

#include "held_tests.moc"
