#include "core/pack/parcel_changes.h"

#include <algorithm>
#include <unordered_map>

namespace amber {
namespace {

template <class Thing>
const Thing* namedIn(const std::vector<Thing>& things, const std::string& name) {
  const auto found = std::find_if(things.begin(), things.end(),
                                  [&](const Thing& thing) { return thing.name == name; });
  return found == things.end() ? nullptr : &*found;
}

// One frame with the pages that it lies on.
struct Shown {
  const ParcelFrame& frame;
  const PageImages& images;

  Rgba at(int x, int y) const {
    const PixelRect& rect = frame.rect;
    const int left = frame.trim.w;
    if (x < left || x >= left + rect.w || y < frame.trim.h || y >= frame.trim.h + rect.h) return {};
    const int across = frame.mirrored ? left + rect.w - 1 - x : x - left;
    return images.pages[static_cast<std::size_t>(frame.page)].at(rect.x + across,
                                                                 rect.y + y - frame.trim.h);
  }
};

// What cannot be seen makes no difference.
bool looksSame(const Shown& a, const Shown& b) {
  if (a.frame.size != b.frame.size) return false;
  for (int y = 0; y < a.frame.size.h; ++y) {
    for (int x = 0; x < a.frame.size.w; ++x) {
      const Rgba one = a.at(x, y);
      const Rgba other = b.at(x, y);
      if (one != other && (one.a != 0 || other.a != 0)) return false;
    }
  }
  return true;
}

bool liesSame(const ParcelFrame& a, const ParcelFrame& b) {
  return a.page == b.page && a.rect == b.rect && a.trim == b.trim && a.mirrored == b.mirrored &&
         a.scaled == b.scaled;
}

class Words {
 public:
  template <class Value>
  void mark(const char* what, const Value& a, const Value& b) {
    if (!(a == b)) text_ += (text_.empty() ? "" : ", ") + std::string(what);
  }
  const std::string& text() const { return text_; }

 private:
  std::string text_;
};

std::string numbersOf(const ParcelFrame& a, const ParcelFrame& b) {
  Words words;
  words.mark("origin", a.origin, b.origin);
  words.mark("mounts", a.mounts, b.mounts);
  words.mark("shapes", a.shapes, b.shapes);
  return words.text();
}

std::string numbersOf(const ParcelAsset& a, const ParcelAsset& b) {
  Words words;
  words.mark("kind", a.kind, b.kind);
  words.mark("motion", a.motion, b.motion);
  words.mark("scale", a.scale, b.scale);
  words.mark("copies", a.copies, b.copies);
  words.mark("animations", a.animations, b.animations);
  return words.text();
}

}  // namespace

std::vector<ParcelChange> parcelChanges(const Parcel& before, const PageImages& beforeImages,
                                        const Parcel& after, const PageImages& afterImages) {
  std::vector<ParcelChange> changes;
  for (const ParcelAsset& asset : after.assets) {
    const ParcelAsset* old = namedIn(before.assets, asset.name);
    if (old == nullptr) {
      changes.push_back({ParcelChangeKind::Added, asset.name});
      continue;
    }
    if (std::string text = numbersOf(*old, asset); !text.empty()) {
      changes.push_back({ParcelChangeKind::Numbers, asset.name, {}, std::move(text)});
    }
    std::unordered_map<std::string, const ParcelFrame*> frames;
    for (const ParcelFrame& frame : old->frames) frames.emplace(frame.name, &frame);
    for (const ParcelFrame& frame : asset.frames) {
      const auto found = frames.find(frame.name);
      if (found == frames.end()) {
        changes.push_back({ParcelChangeKind::Added, asset.name, frame.name});
        continue;
      }
      const ParcelFrame& was = *found->second;
      frames.erase(found);
      if (std::string text = numbersOf(was, frame); !text.empty()) {
        changes.push_back({ParcelChangeKind::Numbers, asset.name, frame.name, std::move(text)});
      }
      if (!looksSame({was, beforeImages}, {frame, afterImages})) {
        changes.push_back({ParcelChangeKind::Repainted, asset.name, frame.name});
      } else if (!liesSame(was, frame)) {
        changes.push_back({ParcelChangeKind::Moved, asset.name, frame.name});
      }
    }
    for (const ParcelFrame& frame : old->frames) {
      if (frames.count(frame.name) != 0) {
        changes.push_back({ParcelChangeKind::Gone, asset.name, frame.name});
      }
    }
  }
  for (const ParcelAsset& asset : before.assets) {
    if (namedIn(after.assets, asset.name) == nullptr)
      changes.push_back({ParcelChangeKind::Gone, asset.name});
  }
  return changes;
}

}  // namespace amber
