#include <rapidcheck.h>

#include <QTest>
#include <algorithm>
#include <nlohmann/json.hpp>
#include <random>

#include "files/json/json_merge.h"
#include "support/registry.h"

using namespace amber;

namespace {

// Small objects in which things of one place meet again and again.
class RandomJson {
 public:
  explicit RandomJson(std::uint64_t seed) : random_(seed) {}

  int below(int count) { return static_cast<int>(random_() % static_cast<unsigned>(count)); }

  Json object(int depth) {
    Json json = Json::object();
    for (const char* key : {"name", "size", "more", "list"}) {
      if (below(4) == 0) continue;
      json[key] = value(key, depth);
    }
    return json;
  }

  // The object with some of it changed, added or gone.
  Json changed(Json json, int depth) {
    for (const char* key : {"name", "size", "more", "list"}) {
      if (below(3) != 0) continue;
      if (below(4) == 0) {
        json.erase(key);
      } else if (std::string(key) == "more" && json.contains(key) && depth > 0) {
        json[key] = changed(json[key], depth - 1);
      } else if (std::string(key) == "list" && json.contains(key) && !json[key].empty()) {
        Json& one = json[key][static_cast<std::size_t>(below(static_cast<int>(json[key].size())))];
        one["size"] = below(1000);
      } else {
        json[key] = value(key, depth);
      }
    }
    return json;
  }

 private:
  Json value(const std::string& key, int depth) {
    if (key == "more" && depth > 0) return object(depth - 1);
    if (key != "list") return below(1000);
    Json list = Json::array();
    for (int id = 1; id < 5; ++id) {
      if (below(2) == 0) list.push_back({{"id", id}, {"size", below(9)}});
    }
    return list;
  }

  std::mt19937_64 random_;
};

// Regardless of the order of their members.
bool same(const Json& a, const Json& b) {
  return nlohmann::json::parse(a.dump()) == nlohmann::json::parse(b.dump());
}

}  // namespace

class JsonMergeTest : public QObject {
  Q_OBJECT
 private slots:
  void whatOneSideAloneChangedIsTaken() {
    QVERIFY(rc::check("one side", [](std::uint64_t seed) {
      RandomJson random(seed);
      const Json base = random.object(2);
      const Json other = random.changed(base, 2);
      const MergedJson first = mergedJson(base, other, base);
      RC_ASSERT(same(first.json, other));
      RC_ASSERT(first.conflicts.empty());
      const MergedJson second = mergedJson(base, base, other);
      RC_ASSERT(same(second.json, other));
      RC_ASSERT(second.conflicts.empty());
    }));
  }

  void whatBothChangedAlikeIsNoConflict() {
    QVERIFY(rc::check("both alike", [](std::uint64_t seed) {
      RandomJson random(seed);
      const Json base = random.object(2);
      const Json other = random.changed(base, 2);
      const MergedJson both = mergedJson(base, other, other);
      RC_ASSERT(same(both.json, other));
      RC_ASSERT(both.conflicts.empty());
    }));
  }

  void theOrderOfTheSidesOnlyTurnsTheConflicts() {
    int conflicts = 0;
    QVERIFY(rc::check("both ways", [&](std::uint64_t seed) {
      RandomJson random(seed);
      const Json base = random.object(2);
      const Json a = random.changed(base, 2);
      const Json b = random.changed(base, 2);
      MergedJson one = mergedJson(base, a, b);
      MergedJson other = mergedJson(base, b, a);
      // They are in the order of the first side.
      for (MergedJson* merged : {&one, &other}) {
        std::sort(merged->conflicts.begin(), merged->conflicts.end(),
                  [](const MergeConflict& x, const MergeConflict& y) { return x.place < y.place; });
      }
      RC_ASSERT(one.conflicts.size() == other.conflicts.size());
      conflicts += static_cast<int>(one.conflicts.size());
      for (std::size_t i = 0; i < one.conflicts.size(); ++i) {
        RC_ASSERT(one.conflicts[i].place == other.conflicts[i].place);
        RC_ASSERT(one.conflicts[i].ours == other.conflicts[i].theirs);
        RC_ASSERT(one.conflicts[i].theirs == other.conflicts[i].ours);
      }
    }));
    QVERIFY(conflicts > 10);
  }
};
AMBER_TEST(JsonMergeTest);

#include "json_merge_tests.moc"
