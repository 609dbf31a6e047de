#include "core/pack/picture_pages.h"

#include <algorithm>
#include <cstring>
#include <functional>
#include <map>
#include <string_view>
#include <tuple>
#include <unordered_map>

#include "core/base/parallel.h"
#include "core/pack/resample.h"

namespace amber {
namespace {

using Drawn = PictureMemo::Drawn;
using Pictures = std::vector<std::shared_ptr<const Image>>;

// Only faint ink is drawn.
Image drawn(const SheetArt& art, const PixelRect& rect) {
  Image picture(rect.w, rect.h);
  for (int y = 0; y < rect.h; ++y) {
    const Rgba* from = art.image.row(rect.y + y) + rect.x;
    Rgba* to = picture.row(y);
    for (int x = 0; x < rect.w; ++x) {
      if (art.faint.test(rect.x + x, rect.y + y)) to[x] = from[x];
    }
  }
  return picture;
}

// What can be seen of a picture. Faint ink of alpha 0 cannot be.
std::optional<PixelRect> seenPart(const Image& picture) {
  PixelRect seen;
  for (int y = 0; y < picture.height(); ++y) {
    const Rgba* row = picture.row(y);
    const auto visible = [](const Rgba& pixel) { return pixel.a != 0; };
    const Rgba* const end = row + picture.width();
    const Rgba* first = std::find_if(row, end, visible);
    if (first == end) continue;
    const Rgba* last = end;
    while (!visible(last[-1])) --last;
    const int left = static_cast<int>(first - row);
    seen = united(seen, {left, y, static_cast<int>(last - first), 1});
  }
  if (seen.empty()) return std::nullopt;
  return seen;
}

Image croppedTo(const Image& picture, const PixelRect& part) {
  Image out(part.w, part.h);
  for (int y = 0; y < part.h; ++y) {
    std::copy_n(picture.row(part.y + y) + part.x, part.w, out.row(y));
  }
  return out;
}

// What of the sheet is drawn: at scale 1 what is trimmed away need not be drawn first.
PixelRect sourceOf(const FramePicture& frame, double scale, bool trim) {
  if (scale != 1 || !trim) return frame.rect;
  const auto ink = boundsOf(cropped(frame.art->faint, frame.rect));
  // A frame without ink keeps one pixel, so that it has a place like any other.
  if (!ink) return {frame.rect.x, frame.rect.y, 1, 1};
  return {frame.rect.x + ink->x, frame.rect.y + ink->y, ink->w, ink->h};
}

// The picture without its empty borders.
Drawn trimmed(const std::shared_ptr<const SheetArt>& art, const PixelRect& source, double scale,
              const PackProfile& profile) {
  Image picture = drawn(*art, source);
  PixelSize trim;
  if (scale != 1) picture = resampled(picture, scale, profile.resampling);
  if (scale != 1 && profile.trim) {
    const PixelRect seen = seenPart(picture).value_or(PixelRect{0, 0, 1, 1});
    picture = croppedTo(picture, seen);
    trim = {seen.x, seen.y};
  }
  return {art, std::make_shared<const Image>(std::move(picture)), trim};
}

std::size_t hashOf(const Image& picture) {
  const std::string_view bytes(reinterpret_cast<const char*>(picture.row(0)),
                               sizeof(Rgba) * static_cast<std::size_t>(picture.width()) *
                                   static_cast<std::size_t>(picture.height()));
  return std::hash<std::string_view>{}(bytes) ^
         std::hash<int>{}(picture.width() * 31 + picture.height());
}

// Which frames show a picture that another has, and which that is.
class Sharing {
 public:
  struct Share {
    std::size_t picture = 0;
    bool mirrored = false;
  };

  explicit Sharing(SamePictures same) : same_(same) {}

  // The share of the next frame. A picture that is new is kept at the end of `pictures`.
  Share of(const std::shared_ptr<const Image>& picture, Pictures& pictures) {
    if (same_ == SamePictures::Place) {
      pictures.push_back(picture);
      return {pictures.size() - 1, false};
    }
    const std::size_t hash = hashOf(*picture);
    if (const auto known = find(*picture, hash, pictures)) return {*known, false};
    if (same_ == SamePictures::Mirrored) {
      const Image other = flipped(*picture);
      if (const auto known = find(other, hashOf(other), pictures)) return {*known, true};
    }
    pictures.push_back(picture);
    known_.emplace(hash, pictures.size() - 1);
    return {pictures.size() - 1, false};
  }

 private:
  std::optional<std::size_t> find(const Image& picture, std::size_t hash,
                                  const Pictures& pictures) const {
    // The first of several, whatever order the table has them in.
    std::optional<std::size_t> first;
    const auto [begin, end] = known_.equal_range(hash);
    for (auto one = begin; one != end; ++one) {
      if ((!first || one->second < *first) && *pictures[one->second] == picture) {
        first = one->second;
      }
    }
    return first;
  }

  SamePictures same_;
  std::unordered_multimap<std::size_t, std::size_t> known_;
};

// Puts the picture there with its edge repeated outward.
void place(const Image& picture, const Placement& at, int extrusion, Image& page) {
  for (int y = -extrusion; y < picture.height() + extrusion; ++y) {
    const Rgba* from = picture.row(std::clamp(y, 0, picture.height() - 1));
    Rgba* to = page.row(at.y + y) + at.x;
    std::fill_n(to - extrusion, extrusion, from[0]);
    std::copy_n(from, picture.width(), to);
    std::fill_n(to + picture.width(), extrusion, from[picture.width() - 1]);
  }
}

class Drawing {
 public:
  Drawing(const std::vector<FramePicture>& frames, double scale, const PackProfile& profile,
          PictureMemo& memo)
      : frames_(frames), scale_(scale), profile_(profile), memo_(memo), sharing_(profile.same) {
    // By another profile all may be otherwise.
    if (memo.profile != profile) memo = {{}, profile, {}, {}};
  }

  Result<PicturePages> run(const Progress& progress) {
    findPlaces();
    drawWhatIsNew(progress);
    if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
    std::vector<Sharing::Share> shares;
    for (const Drawn& one : drawn_) shares.push_back(sharing_.of(one.picture, pictures_));
    if (profile_.unseen == Unseen::Bled) {
      forEachIndex(pictures_.size(), [&](std::size_t i) {
        Image bled = *pictures_[i];
        bleedColours(bled);
        pictures_[i] = std::make_shared<const Image>(std::move(bled));
      });
    }
    if (auto done = layOut(); !done) return tl::unexpected(done.error());
    if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
    PicturePages pages = placed();
    for (std::size_t i = 0; i < frames_.size(); ++i) {
      const Sharing::Share& share = shares[once_[i]];
      const Placement& at = memo_.layout.placements[share.picture];
      const PixelSize size = pictures_[share.picture]->size();
      const PixelSize before{sources_[i].x - frames_[i].rect.x, sources_[i].y - frames_[i].rect.y};
      const PixelSize trim = drawn_[once_[i]].trim;
      pages.places.push_back({at.page,
                              {at.x, at.y, size.w, size.h},
                              {before.w + trim.w, before.h + trim.h},
                              share.mirrored});
    }
    return pages;
  }

 private:
  using Key = std::tuple<const SheetArt*, int, int, int, int>;

  Key keyOf(std::size_t frame) const {
    const PixelRect& rect = sources_[frame];
    return {frames_[frame].art.get(), rect.x, rect.y, rect.w, rect.h};
  }

  // What is known from before is taken from there; what is not needed any more is forgotten.
  void drawWhatIsNew(const Progress& progress) {
    drawn_.resize(first_.size());
    forEachIndex(first_.size(), [&](std::size_t i) {
      if (progress.cancelled()) return;
      const std::size_t frame = first_[i];
      const auto known = memo_.drawn.find(keyOf(frame));
      drawn_[i] = known != memo_.drawn.end()
                      ? known->second
                      : trimmed(frames_[frame].art, sources_[frame], scale_, profile_);
    });
    if (progress.cancelled()) return;
    memo_.drawn.clear();
    for (std::size_t i = 0; i < first_.size(); ++i) {
      memo_.drawn.emplace(keyOf(first_[i]), drawn_[i]);
    }
  }

  Result<void> layOut() {
    std::vector<PixelSize> sizes;
    for (const auto& picture : pictures_) sizes.push_back(picture->size());
    if (!memo_.sizes.empty() && sizes == memo_.sizes) return {};
    auto layout = layOutPages(sizes, profile_);
    if (!layout) return tl::unexpected(layout.error());
    memo_.layout = std::move(*layout);
    memo_.sizes = std::move(sizes);
    return {};
  }

  PicturePages placed() const {
    PicturePages pages;
    for (const PixelSize& size : memo_.layout.pages) pages.pages.emplace_back(size.w, size.h);
    // Pictures lie apart, so that no two are drawn at one place.
    forEachIndex(pictures_.size(), [&](std::size_t i) {
      const Placement& at = memo_.layout.placements[i];
      place(*pictures_[i], at, profile_.extrusion, pages.pages[static_cast<std::size_t>(at.page)]);
    });
    return pages;
  }

  // Frames that show one rectangle of one sheet are drawn once.
  void findPlaces() {
    sources_.resize(frames_.size());
    forEachIndex(frames_.size(),
                 [&](std::size_t i) { sources_[i] = sourceOf(frames_[i], scale_, profile_.trim); });
    std::map<Key, std::size_t> known;
    for (std::size_t i = 0; i < frames_.size(); ++i) {
      const auto [entry, isNew] = known.try_emplace(keyOf(i), first_.size());
      if (isNew) first_.push_back(i);
      once_.push_back(entry->second);
    }
  }

  const std::vector<FramePicture>& frames_;
  double scale_;
  const PackProfile& profile_;
  PictureMemo& memo_;
  Sharing sharing_;
  std::vector<PixelRect> sources_;  // Of each frame, on its sheet.
  std::vector<std::size_t> first_;  // The first frame of each place.
  std::vector<std::size_t> once_;   // Of each frame, its place among those.
  std::vector<Drawn> drawn_;        // Of each place.
  Pictures pictures_;
};

}  // namespace

Result<PicturePages> drawPages(const std::vector<FramePicture>& frames, double scale,
                               const PackProfile& profile, PictureMemo& memo,
                               const Progress& progress) {
  return Drawing(frames, scale, profile, memo).run(progress);
}

}  // namespace amber
