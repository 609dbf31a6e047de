#include "files/image/animated_png.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/tolerances.h"
#include "files/image/image_file.h"
#include "files/image/png_chunks.h"

namespace amber {
namespace {

constexpr std::size_t kMostPictures = 100000;

std::uint32_t wordAt(std::string_view bytes, std::size_t at) {
  std::uint32_t word = 0;
  for (std::size_t i = 0; i < 4; ++i) word = word << 8 | static_cast<unsigned char>(bytes[at + i]);
  return word;
}

int halfAt(std::string_view bytes, std::size_t at) {
  return static_cast<unsigned char>(bytes[at]) << 8 | static_cast<unsigned char>(bytes[at + 1]);
}

// Walks the chunks and gathers a PNG for every picture.
class TakingApart {
 public:
  TakingApart(std::string_view bytes, std::string name) : bytes_(bytes), name_(std::move(name)) {}

  Result<std::vector<AnimatedPngPicture>> run() {
    std::size_t at = kPngSignature.size();
    while (at + 12 <= bytes_.size()) {
      const std::size_t length = wordAt(bytes_, at);
      if (length > bytes_.size() - at - 12) return damaged("a part is cut off");
      const std::string_view name = bytes_.substr(at + 4, 4);
      if (auto taken = take(name, bytes_.substr(at + 8, length)); !taken) {
        return tl::unexpected(taken.error());
      }
      if (name == "IDAT" && !animated_) return std::vector<AnimatedPngPicture>();
      at += 12 + length;
      if (name == "IEND") break;
    }
    if (!animated_) return std::vector<AnimatedPngPicture>();
    if (auto closed = close(); !closed) return tl::unexpected(closed.error());
    if (pictures_.size() != count_)
      return damaged("it contains fewer pictures than its header states");
    return std::move(pictures_);
  }

 private:
  tl::unexpected<Error> damaged(const std::string& why) const {
    return failure(ErrorCode::NotAnImage,
                   "the animated image is damaged: " + why + "; save it again from its source",
                   name_);
  }

  Result<void> take(std::string_view name, std::string_view data) {
    if (name == "IHDR") {
      if (data.size() != 13) return damaged("its header is of another size");
      header_ = data;
      canvas_ = {0, 0, static_cast<int>(std::min<std::uint32_t>(wordAt(data, 0), kMostSide)),
                 static_cast<int>(std::min<std::uint32_t>(wordAt(data, 4), kMostSide))};
      return {};
    }
    if (name == "acTL") {
      if (data.size() != 8) return damaged("its count of pictures is unreadable");
      animated_ = !header_.empty();
      count_ = wordAt(data, 0);
      if (count_ == 0 || count_ > kMostPictures) return damaged("its count of pictures is wrong");
      return {};
    }
    if (name == "fcTL") return begin(data);
    if (name == "fdAT") {
      if (data.size() < 4 || !open_) return damaged("a picture's data comes before its place");
      if (auto next = inOrder(wordAt(data, 0)); !next) return next;
      current_ += pngChunk("IDAT", data.substr(4));
      return {};
    }
    if (name == "IDAT") {
      // The first picture, where the animation begins with it.
      if (open_) current_ += pngChunk(name, data);
      dataSeen_ = true;
      return {};
    }
    // Palette, transparency, colour: what stands before the pixels counts for all pictures.
    if (!dataSeen_ && name != "IEND") shared_ += pngChunk(name, data);
    return {};
  }

  Result<void> inOrder(std::uint32_t number) {
    if (number != sequence_++) return damaged("its parts are out of order");
    return {};
  }

  Result<void> begin(std::string_view data) {
    if (!animated_) return {};
    if (data.size() != 26) return damaged("a picture's place is unreadable");
    if (auto closed = close(); !closed) return closed;
    if (auto next = inOrder(wordAt(data, 0)); !next) return next;
    if (pictures_.size() >= count_)
      return damaged("it contains more pictures than its header states");
    AnimatedPngPicture picture;
    const auto side = [&](std::size_t at) {
      return static_cast<int>(std::min<std::uint32_t>(wordAt(data, at), kMostSide));
    };
    picture.place = {side(12), side(16), side(4), side(8)};
    if (picture.place.empty() || !within(picture.place, canvas_)) {
      return damaged("a picture leaves its canvas");
    }
    const int over = halfAt(data, 20);
    const int under = halfAt(data, 22) == 0 ? 100 : halfAt(data, 22);
    picture.timeMs = static_cast<int>(std::lround(over * 1000.0 / under));
    const auto dispose = static_cast<unsigned char>(data[24]);
    const auto blend = static_cast<unsigned char>(data[25]);
    if (dispose > 2 || blend > 1) return damaged("it uses an unknown drawing method");
    picture.dispose = static_cast<AnimatedPngPicture::Dispose>(dispose);
    picture.blend = static_cast<AnimatedPngPicture::Blend>(blend);
    std::string header(header_);
    header.replace(0, 8, std::string(data.substr(4, 8)));
    current_ = std::string(kPngSignature) + pngChunk("IHDR", header) + shared_;
    empty_ = current_.size();
    pictures_.push_back(std::move(picture));
    open_ = true;
    return {};
  }

  // Ends the picture that is gathered.
  Result<void> close() {
    if (!open_) return {};
    if (current_.size() == empty_) return damaged("a picture has no pixels");
    pictures_.back().png = std::move(current_) + pngChunk("IEND", {});
    open_ = false;
    return {};
  }

  static constexpr std::uint32_t kMostSide = 1U << 20;

  std::string_view bytes_;
  std::string name_;
  std::string_view header_;
  PixelRect canvas_;
  std::string shared_;
  std::string current_;
  std::size_t empty_ = 0;  // How long `current_` is without pixels.
  std::vector<AnimatedPngPicture> pictures_;
  std::uint32_t count_ = 0;
  std::uint32_t sequence_ = 0;
  bool animated_ = false;
  bool dataSeen_ = false;
  bool open_ = false;
};

// One pixel over another, straight alpha.
Rgba over(const Rgba& top, const Rgba& below) {
  if (top.a == 255 || below.a == 0) return top;
  if (top.a == 0) return below;
  const double seen = top.a / 255.0;
  const double left = below.a / 255.0 * (1 - seen);
  const double alpha = seen + left;
  const auto mixed = [&](std::uint8_t a, std::uint8_t b) {
    return static_cast<std::uint8_t>(std::lround((a * seen + b * left) / alpha));
  };
  return {mixed(top.r, below.r), mixed(top.g, below.g), mixed(top.b, below.b),
          static_cast<std::uint8_t>(std::lround(alpha * 255))};
}

}  // namespace

Result<std::vector<AnimatedPngPicture>> takenApart(std::string_view bytes,
                                                   const std::string& name) {
  if (!bytes.starts_with(kPngSignature)) return std::vector<AnimatedPngPicture>();
  return TakingApart(bytes, name).run();
}

std::string animatedPng(const std::vector<Image>& pictures, const std::vector<int>& timesMs,
                        int plays) {
  const auto word = [](int value) { return pngWord(static_cast<std::uint32_t>(value)); };
  std::string bytes;
  int sequence = 0;
  for (std::size_t i = 0; i < pictures.size(); ++i) {
    const std::string png = pngBytes(pictures[i]);
    std::string data;
    for (std::size_t at = kPngSignature.size(); at + 12 <= png.size();) {
      const std::size_t length = wordAt(png, at);
      const std::string_view name = std::string_view(png).substr(at + 4, 4);
      const std::string_view chunk = std::string_view(png).substr(at, length + 12);
      // All pictures are written alike, so that the first one's header counts for all.
      if (name == "IHDR" && i == 0) {
        bytes = std::string(kPngSignature) + std::string(chunk) +
                pngChunk("acTL", word(static_cast<int>(pictures.size())) + word(plays));
      }
      if (name == "IDAT") data += std::string_view(png).substr(at + 8, length);
      at += length + 12;
    }
    // Milliseconds, as parts of a thousand; drawn over nothing that was there before.
    const std::string time = word(timesMs[i]).substr(2) + word(1000).substr(2);
    bytes +=
        pngChunk("fcTL", word(sequence++) + word(pictures[i].width()) + word(pictures[i].height()) +
                             word(0) + word(0) + time + std::string(2, '\0'));
    bytes += i == 0 ? pngChunk("IDAT", data) : pngChunk("fdAT", word(sequence++) + data);
  }
  return bytes + pngChunk("IEND", {});
}

const Image& AnimationCanvas::show(const AnimatedPngPicture& picture, const Image& pixels) {
  using Dispose = AnimatedPngPicture::Dispose;
  if (dispose_ == Dispose::Previous) {
    shown_ = std::move(before_);
  } else if (dispose_ == Dispose::Clear) {
    for (int y = last_.y; y < last_.bottom(); ++y) {
      std::fill_n(shown_.row(y) + last_.x, last_.w, Rgba{});
    }
  }
  last_ = picture.place;
  dispose_ = picture.dispose;
  if (dispose_ == Dispose::Previous) before_ = shown_;
  for (int y = 0; y < last_.h; ++y) {
    Rgba* to = shown_.row(last_.y + y) + last_.x;
    for (int x = 0; x < last_.w; ++x) {
      const Rgba& pixel = pixels.at(x, y);
      to[x] = picture.blend == AnimatedPngPicture::Blend::Source ? pixel : over(pixel, to[x]);
    }
  }
  return shown_;
}

}  // namespace amber
