#include "files/image/page_encoder.h"

#include <zlib.h>

#include <algorithm>
#include <array>
#include <cstdlib>
#include <cstring>

#include "core/base/parallel.h"
#include "files/image/image_file.h"
#include "files/image/png_chunks.h"

namespace amber {
namespace {

constexpr int kBandRows = 16;
constexpr std::size_t kPixel = sizeof(Rgba);
constexpr int kLevel = 6;
// An empty last block of the format "deflate": what ends the bands joined.
constexpr std::string_view kEnd{"\x03\x00", 2};
constexpr std::string_view kStart{"\x78\x9c", 2};

std::uint8_t paeth(int left, int above, int corner) {
  const int a = std::abs(above - corner);
  const int b = std::abs(left - corner);
  const int c = std::abs(left + above - 2 * corner);
  if (a <= b && a <= c) return static_cast<std::uint8_t>(left);
  return static_cast<std::uint8_t>(b <= c ? above : corner);
}

// How much a filtered row is expected to take: its bytes as differences of either sign.
long weightOf(const std::vector<std::uint8_t>& row) {
  long sum = 0;
  for (const std::uint8_t byte : row) sum += byte < 128 ? byte : 256 - byte;
  return sum;
}

// One row after another, each by the filter that suits it.
class Filtering {
 public:
  explicit Filtering(std::size_t bytes) {
    for (auto& row : rows_) row.resize(bytes);
  }

  void add(const std::uint8_t* row, const std::uint8_t* above, std::string& out) {
    const std::size_t bytes = rows_[0].size();
    std::memcpy(rows_[kNone].data(), row, bytes);
    sub(row);
    int best = weightOf(rows_[kSub]) < weightOf(rows_[kNone]) ? kSub : kNone;
    if (above != nullptr) {
      for (std::size_t i = 0; i < bytes; ++i) {
        rows_[kUp][i] = static_cast<std::uint8_t>(row[i] - above[i]);
      }
      fillPaeth(row, above);
      for (const int filter : {kUp, kPaeth}) {
        if (weightOf(rows_[static_cast<std::size_t>(filter)]) <
            weightOf(rows_[static_cast<std::size_t>(best)])) {
          best = filter;
        }
      }
    }
    out += static_cast<char>(best == kPaeth ? 4 : best);
    const auto& chosen = rows_[static_cast<std::size_t>(best)];
    out.append(reinterpret_cast<const char*>(chosen.data()), bytes);
  }

 private:
  enum Filter { kNone, kSub, kUp, kPaeth };

  void sub(const std::uint8_t* row) {
    std::memcpy(rows_[kSub].data(), row, kPixel);
    for (std::size_t i = kPixel; i < rows_[kSub].size(); ++i) {
      rows_[kSub][i] = static_cast<std::uint8_t>(row[i] - row[i - kPixel]);
    }
  }

  void fillPaeth(const std::uint8_t* row, const std::uint8_t* above) {
    for (std::size_t i = 0; i < kPixel; ++i) {
      rows_[kPaeth][i] = static_cast<std::uint8_t>(row[i] - above[i]);
    }
    for (std::size_t i = kPixel; i < rows_[kPaeth].size(); ++i) {
      const std::uint8_t guess = paeth(row[i - kPixel], above[i], above[i - kPixel]);
      rows_[kPaeth][i] = static_cast<std::uint8_t>(row[i] - guess);
    }
  }

  std::array<std::vector<std::uint8_t>, 4> rows_;
};

std::string filtered(const Image& image, const PageEncoder::Rows& rows) {
  const std::size_t bytes = static_cast<std::size_t>(image.width()) * kPixel;
  std::string out;
  out.reserve((bytes + 1) * static_cast<std::size_t>(rows.last - rows.first));
  Filtering filtering(bytes);
  for (int y = rows.first; y < rows.last; ++y) {
    const auto at = [&](int row) { return reinterpret_cast<const std::uint8_t*>(image.row(row)); };
    filtering.add(at(y), y == rows.first ? nullptr : at(y - 1), out);
  }
  return out;
}

// Deflated without an end, so that more can follow.
std::string deflated(const std::string& bytes) {
  z_stream stream{};
  // The numbers are parameters of zlib: raw deflate (-15), default memory (8). With constant
  // parameters it can fail only for lack of memory.
  if (deflateInit2(&stream, kLevel, Z_DEFLATED, -15, 8, Z_FILTERED) != Z_OK) throw std::bad_alloc();
  std::string out(deflateBound(&stream, static_cast<uLong>(bytes.size())) + 64, '\0');
  stream.next_in = reinterpret_cast<Bytef*>(const_cast<char*>(bytes.data()));
  stream.avail_in = static_cast<uInt>(bytes.size());
  stream.next_out = reinterpret_cast<Bytef*>(out.data());
  stream.avail_out = static_cast<uInt>(out.size());
  deflate(&stream, Z_FULL_FLUSH);
  out.erase(stream.total_out);
  deflateEnd(&stream);
  return out;
}

std::string headerOf(PixelSize size) {
  const auto word = [](int value) { return pngWord(static_cast<std::uint32_t>(value)); };
  // 8 bits a channel, RGBA, deflate, adaptive filters, not interlaced.
  return std::string(kPngSignature) +
         pngChunk("IHDR", word(size.w) + word(size.h) + std::string("\x08\x06\x00\x00\x00", 5));
}

bool sameRows(const Image& a, const Image& b, const PageEncoder::Rows& rows) {
  const std::size_t bytes = static_cast<std::size_t>(rows.last - rows.first) *
                            static_cast<std::size_t>(a.width()) * kPixel;
  return std::memcmp(a.row(rows.first), b.row(rows.first), bytes) == 0;
}

}  // namespace

PageEncoder::Band PageEncoder::bandOf(const Image& image, const Rows& rows) {
  const std::string raw = filtered(image, rows);
  Band band;
  band.data = deflated(raw);
  band.sum = static_cast<std::uint32_t>(
      adler32(1, reinterpret_cast<const Bytef*>(raw.data()), static_cast<uInt>(raw.size())));
  band.length = static_cast<long>(raw.size());
  return band;
}

std::string PageEncoder::encode(std::size_t place, const Image& image, PageColours colours) {
  if (pages_.size() <= place) pages_.resize(place + 1);
  Page& page = pages_[place];
  page.fresh.clear();
  if (colours == PageColours::Palette) {
    page = {};
    page.fresh = {{0, image.height()}};
    return pngBytes(image, colours);
  }
  std::vector<Rows> bands;
  for (int y = 0; y < image.height(); y += kBandRows) {
    bands.push_back({y, std::min(image.height(), y + kBandRows)});
  }
  const bool known = page.image.size() == image.size() && page.bands.size() == bands.size();
  std::vector<std::size_t> changed;
  for (std::size_t i = 0; i < bands.size(); ++i) {
    if (!known || !sameRows(page.image, image, bands[i])) changed.push_back(i);
  }
  page.bands.resize(bands.size());
  forEachIndex(changed.size(),
               [&](std::size_t i) { page.bands[changed[i]] = bandOf(image, bands[changed[i]]); });
  for (const std::size_t i : changed) page.fresh.push_back(bands[i]);
  page.image = image;
  std::string bytes = headerOf(image.size()) + pngChunk("IDAT", kStart);
  uLong sum = 1;
  for (const Band& band : page.bands) {
    bytes += pngChunk("IDAT", band.data);
    sum = adler32_combine(sum, band.sum, band.length);
  }
  return bytes + pngChunk("IDAT", std::string(kEnd) + pngWord(static_cast<std::uint32_t>(sum))) +
         pngChunk("IEND", {});
}

std::string PageEncoder::rowsAlone(std::size_t place, const Rows& rows) const {
  const Page& page = pages_[place];
  const Band& band = page.bands[static_cast<std::size_t>(rows.first / kBandRows)];
  return headerOf({page.image.width(), rows.last - rows.first}) +
         pngChunk("IDAT", std::string(kStart) + band.data + std::string(kEnd) + pngWord(band.sum)) +
         pngChunk("IEND", {});
}

}  // namespace amber
