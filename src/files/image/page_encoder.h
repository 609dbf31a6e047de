#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/image/image.h"
#include "core/project/values/pack_profile.h"

namespace amber {

/// Writes pages as PNG in bands of rows, each compressed by itself: so all cores work on one page,
/// and of a page that was written before only the bands that changed are compressed again. The same
/// image gives the same bytes, on any number of threads and whatever was written before.
/// The pixels of a row are filtered by whichever of the filters None, Sub, Up and Paeth leaves the
/// least sum of absolute differences, and the first row of a band by none that looks above it.
/// Reference: Portable Network Graphics (PNG) Specification, third edition, W3C, 2025, sections 9
/// and 12.7; how compressed bands are joined, P. Deutsch, RFC 1951, 3.2.
class PageEncoder {
 public:
  /// The bytes of page number `place`. Cost: linear in its pixels; of a page that is as large as
  /// the one of this number before, in those of the bands that changed. A palette is written where
  /// that is asked for and 256 colours suffice; such a page is encoded whole.
  std::string encode(std::size_t place, const Image& image, PageColours colours);

  /// Rows [first, last) of page `place` that were compressed again in the last encoding, ascending.
  struct Rows {
    int first = 0;
    int last = 0;
  };
  const std::vector<Rows>& fresh(std::size_t place) const { return pages_[place].fresh; }

  /// The rows as a separate PNG, made of the same compressed bytes as the page, so that any PNG
  /// reader can decode them. Requires: `rows` is one of fresh(place).
  std::string rowsAlone(std::size_t place, const Rows& rows) const;

 private:
  struct Band {
    std::string data;       // Deflated, to a full flush.
    std::uint32_t sum = 1;  // Adler-32 of what was deflated,
    long length = 0;        // which was so long, bytes.
  };
  struct Page {
    Image image;
    std::vector<Band> bands;
    std::vector<Rows> fresh;
  };

  static Band bandOf(const Image& image, const Rows& rows);

  std::vector<Page> pages_;
};

}  // namespace amber
