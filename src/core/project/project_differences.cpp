#include "core/project/project_differences.h"

#include <algorithm>
#include <map>

#include "core/base/exact_number.h"
#include "core/base/words.h"
#include "core/project/words.h"

namespace amber {
namespace {

std::string pointText(FramePoint at) {
  return exactNumber(at.x) + ", " + exactNumber(at.y);
}

std::string rectText(const PixelRect& rect) {
  return std::to_string(rect.x) + ", " + std::to_string(rect.y) + ", " + std::to_string(rect.w) +
         " x " + std::to_string(rect.h);
}

std::string quoted(const std::string& name) {
  return "\"" + name + "\"";
}

// What changed of one thing, a part after the other.
class Words {
 public:
  void add(const std::string& part) { text_ += (text_.empty() ? "" : "; ") + part; }
  template <class Value>
  void addIf(const char* what, const Value& from, const Value& to, const std::string& fromText,
             const std::string& toText) {
    if (!(from == to)) add(std::string(what) + " " + fromText + " -> " + toText);
  }
  template <class Value>
  void mark(const char* what, const Value& from, const Value& to) {
    if (!(from == to)) add(what);
  }
  bool empty() const { return text_.empty(); }
  std::string take() { return std::exchange(text_, {}); }

 private:
  std::string text_;
};

class Comparison {
 public:
  std::vector<ProjectDifference> of(const Project& before, const Project& after) {
    settings(before, after);
    things(
        before.sheets, after.sheets, "sheet", "",
        [](const SharedValue<Sheet>& one) { return std::pair(one->id.value, one->path); },
        [&](const SharedValue<Sheet>& a, const SharedValue<Sheet>& b) {
          if (&*a != &*b && !(*a == *b)) changed("sheet", a->path, "", sheetText(*a, *b));
        });
    things(
        before.assets, after.assets, "asset", "",
        [](const SharedValue<Asset>& one) { return std::pair(one->id.value, one->name); },
        [&](const SharedValue<Asset>& a, const SharedValue<Asset>& b) {
          if (&*a != &*b && !(*a == *b)) asset(*a, *b);
        });
    return std::move(changes_);
  }

 private:
  void changed(const std::string& what, const std::string& name, const std::string& within,
               const std::string& text) {
    if (!text.empty()) changes_.push_back({ChangeKind::Changed, what, name, within, text});
  }

  // Things of two lists, identified by `keyOf`: a stable key and a name. Those in both lists are
  // passed to `compare`; a changed order is reported for the whole list.
  template <class List, class Key, class Compare>
  void things(const List& before, const List& after, const std::string& what,
              const std::string& within, const Key& keyOf, const Compare& compare) {
    std::map<decltype(keyOf(before.front()).first), const typename List::value_type*> old;
    for (const auto& one : before) old.emplace(keyOf(one).first, &one);
    std::map<decltype(keyOf(before.front()).first), bool> stays;
    for (const auto& one : after) {
      const auto [key, name] = keyOf(one);
      const auto known = old.find(key);
      if (known == old.end()) {
        changes_.push_back({ChangeKind::Added, what, name, within, {}});
        continue;
      }
      stays[key] = true;
      const std::string was = keyOf(*known->second).second;
      if (was != name) changes_.push_back({ChangeKind::Renamed, what, was, within, name});
      compare(*known->second, one);
    }
    for (const auto& one : before) {
      const auto [key, name] = keyOf(one);
      if (stays.count(key) == 0) changes_.push_back({ChangeKind::Gone, what, name, within, {}});
    }
    const auto order = [&](const List& list) {
      std::vector<decltype(keyOf(before.front()).first)> keys;
      for (const auto& one : list) {
        if (stays.count(keyOf(one).first) != 0) keys.push_back(keyOf(one).first);
      }
      return keys;
    };
    if (order(before) != order(after)) changed(what + "s", "", within, "in another order");
  }

  static std::string sheetText(const Sheet& a, const Sheet& b) {
    Words words;
    words.mark("repainted", a.hash, b.hash);
    words.mark("another size", a.size, b.size);
    words.mark("turned or mirrored", a.orientation, b.orientation);
    words.mark("other pictures", a.pictures, b.pictures);
    words.mark("another colour", a.rectangle, b.rectangle);
    words.mark("ink thresholds", a.ink, b.ink);
    words.mark("cut by another method", a.cut, b.cut);
    return words.take();
  }

  void asset(const Asset& a, const Asset& b) {
    Words words;
    words.addIf("kind", a.kind, b.kind, a.kind, b.kind);
    words.addIf("motion", a.motion, b.motion, std::string(wordOf(kMotionWords, a.motion)),
                std::string(wordOf(kMotionWords, b.motion)));
    words.addIf("scale", a.scale, b.scale, exactNumber(a.scale), exactNumber(b.scale));
    words.addIf("copies", a.copies, b.copies, std::string(wordOf(kCopiesWords, a.copies)),
                std::string(wordOf(kCopiesWords, b.copies)));
    words.mark("settings of roles", a.settings, b.settings);
    words.mark("variant of another asset", a.variantOf, b.variantOf);
    words.mark("riders", a.riders, b.riders);
    words.mark("decisions about tiles", a.tileDecisions, b.tileDecisions);
    changed("asset", a.name, "", words.take());
    things(
        a.animations, b.animations, "animation", a.name,
        [](const Animation& one) { return std::pair(one.id.value, one.name); },
        [&](const Animation& from, const Animation& to) {
          Words parts;
          parts.addIf("loop", from.loop, to.loop, std::string(wordOf(kLoopWords, from.loop)),
                      std::string(wordOf(kLoopWords, to.loop)));
          parts.mark("other steps", from.steps, to.steps);
          changed("animation", from.name, a.name, parts.take());
        });
    things(
        a.frames, b.frames, "frame", a.name,
        [](const Frame& one) { return std::pair(one.id.value, one.name); },
        [&](const Frame& from, const Frame& to) {
          if (!(from == to)) frame(from, to, a.name);
        });
  }

  void frame(const Frame& a, const Frame& b, const std::string& asset) {
    Words words;
    words.mark("of another sheet", a.sheet, b.sheet);
    words.addIf("place", a.rect, b.rect, rectText(a.rect), rectText(b.rect));
    words.addIf("origin", a.origin, b.origin, pointText(a.origin), pointText(b.origin));
    words.mark("origin rule", a.originRule, b.originRule);
    words.mark("its art", a.look, b.look);
    words.mark(b.lost ? "lost" : "found again", a.lost, b.lost);
    parts(
        a.shapes, b.shapes, "shape",
        [](const FrameShape& one) -> const std::string& { return one.role; }, words);
    parts(
        a.mounts, b.mounts, "mount",
        [](const Mount& one) -> const std::string& { return one.name; }, words);
    changed("frame", a.name, asset, words.take());
  }

  // Parts of a frame, by their names.
  template <class List, class Name>
  static void parts(const List& before, const List& after, const std::string& what,
                    const Name& nameOf, Words& words) {
    if (before == after) return;
    std::map<std::string, const typename List::value_type*> old;
    for (const auto& one : before) old.emplace(nameOf(one), &one);
    bool any = false;
    const auto tell = [&](const std::string& text) {
      any = true;
      words.add(text);
    };
    for (const auto& one : after) {
      const auto known = old.find(nameOf(one));
      if (known == old.end()) {
        tell(what + " " + quoted(nameOf(one)) + " added");
        continue;
      }
      if (!(*known->second == one)) tell(what + " " + quoted(nameOf(one)) + " changed");
      old.erase(known);
    }
    for (const auto& [name, one] : old) tell(what + " " + quoted(name) + " gone");
    if (!any) words.add(what + "s in another order");
  }

  void settings(const Project& a, const Project& b) {
    if (a.name != b.name) changes_.push_back({ChangeKind::Renamed, "project", a.name, "", b.name});
    const auto mark = [&](const char* what, bool same) {
      if (!same) changed(what, "", "", "set differently");
    };
    mark("naming", a.naming == b.naming);
    mark("origins", a.origins == b.origins);
    mark("meeting rule", a.pairing == b.pairing && a.wakes == b.wakes);
    mark("trial", a.trial == b.trial);
    mark("code", a.code == b.code);
    mark("merged tiles", a.mergedTiles == b.mergedTiles);
    named(a.layers, b.layers, "layer", [](const std::string& one) { return one; });
    named(a.roles, b.roles, "role", [](const Role& one) { return one.name; });
    named(a.kinds, b.kinds, "kind", [](const Kind& one) { return one.name; });
    named(a.profiles, b.profiles, "profile", [](const PackProfile& one) { return one.name; });
    mark("conflicts of a merge", a.conflicts == b.conflicts);
    named(a.courses, b.courses, "course", [](const Course& one) { return one.name; });
    if (!(a.expectations == b.expectations)) {
      changed("expectations", "", "",
              std::to_string(a.expectations.size()) + " -> " +
                  std::to_string(b.expectations.size()) + " sentences");
    }
  }

  // Settings that are identified by name only.
  template <class List, class Name>
  void named(const List& before, const List& after, const std::string& what, const Name& nameOf) {
    if (before == after) return;
    things(
        before, after, what, "",
        [&](const auto& one) {
          return std::pair(std::string(nameOf(one)), std::string(nameOf(one)));
        },
        [&](const auto& from, const auto& to) {
          if (!(from == to)) changed(what, nameOf(from), "", "set differently");
        });
  }

  std::vector<ProjectDifference> changes_;
};

}  // namespace

std::vector<ProjectDifference> differencesBetween(const Project& before, const Project& after) {
  return Comparison().of(before, after);
}

std::string lineOf(const ProjectDifference& change) {
  std::string line = change.what;
  if (!change.name.empty()) line += " " + change.name;
  if (!change.within.empty()) line += " of " + change.within;
  switch (change.kind) {
    case ChangeKind::Added:
      return line + " added";
    case ChangeKind::Gone:
      return line + " gone";
    case ChangeKind::Renamed:
      return line + " is called " + change.text;
    case ChangeKind::Changed:
      break;
  }
  return line + ": " + change.text;
}

}  // namespace amber
