#include "core/cut/grids/axis_analysis.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstdlib>

#include "core/cut/grids/gutter_search.h"
#include "core/image/bit_count.h"

namespace amber {
namespace {

// What one undivided side scores: any valid division is better, any poor one worse.
constexpr double kUndivided = 0.35;
// The best that a cut can score for which no gutter speaks.
constexpr double kWithoutGutter = 0.95;
// If more of the sheet than this is ink, gaps give no information and colours are compared.
constexpr double kSolid = 0.97;
// Of a cell and its multiples that score within this share of the best, the smallest is meant.
constexpr double kAboutAsWell = 0.7;
// What a multiple of such a cell keeps of its score.
constexpr double kMultiple = 0.7;
// What a cell keeps that does not divide the side, for most sheets are made to fit: more where the
// strip that is left over is blank than where it holds ink.
constexpr double kLeavesBlank = 0.9;
constexpr double kLeavesInk = 0.65;
constexpr double kLeavesMuch = 0.45;  // More than a quarter of a cell, with ink in it.
// What two cells and three keep: so few can be alike by accident.
constexpr double kTwoCells = 0.8;
constexpr double kThreeCells = 0.92;
// One line at which colours break may be a horizon.
constexpr double kTwoSolid = 0.6;
// Similarity is compared with the next cell and up to this many cells farther. The farther, the
// more exact the cell size.
constexpr int kMostSteps = 8;
// How much of a score is likeness; the rest is cuts that meet no ink.
constexpr double kLikenessWeight = 0.6;
// Of the mean ink of a cell, the least that neighbours must be able to share to give information.
constexpr double kLeastShared = 0.15;
// Rows that are looked at for likeness at most; more would not change the answer.
constexpr int kMostRows = 320;

// For each column, the rows in which ink runs from the column before into it.
std::vector<int> joinsOf(const PixelMask& ink) {
  PixelMask both(ink.width(), ink.height());
  for (int y = 0; y < ink.height(); ++y) {
    const std::uint64_t* row = ink.row(y);
    for (int i = 0; i < ink.wordsPerRow(); ++i) {
      const std::uint64_t carried = i > 0 ? row[i - 1] >> 63 : 0;
      both.row(y)[i] = row[i] & (row[i] << 1 | carried);
    }
  }
  return columnCounts(both);
}

// For each column, how much its colours differ from those of the column before.
std::vector<double> breaksOf(const Image& image) {
  std::vector<double> breaks(static_cast<std::size_t>(image.width()));
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* row = image.row(y);
    for (int x = 1; x < image.width(); ++x) {
      breaks[static_cast<std::size_t>(x)] += std::abs(row[x].r - row[x - 1].r) +
                                             std::abs(row[x].g - row[x - 1].g) +
                                             std::abs(row[x].b - row[x - 1].b);
    }
  }
  return breaks;
}

// At most kMostRows rows of a mask, evenly taken.
PixelMask sampledRows(const PixelMask& ink) {
  if (ink.height() <= kMostRows) return ink;
  PixelMask sample(ink.width(), kMostRows);
  for (int y = 0; y < kMostRows; ++y) {
    const auto from = static_cast<int>(static_cast<long long>(y) * ink.height() / kMostRows);
    std::copy_n(ink.row(from), ink.wordsPerRow(), sample.row(y));
  }
  return sample;
}

// How many ink pixels have ink `lag` columns further on.
long long pairsAt(const PixelMask& ink, int lag) {
  const int whole = lag >> 6;
  const int bits = lag & 63;
  const int words = ink.wordsPerRow();
  // A byte of a sum holds the bits of 31 words.
  constexpr int kMostSummed = 31;
  long long pairs = 0;
  for (int y = 0; y < ink.height(); ++y) {
    const std::uint64_t* row = ink.row(y);
    for (int first = 0; first + whole < words; first += kMostSummed) {
      std::uint64_t sum = 0;
      const int end = std::min(first + kMostSummed, words - whole);
      for (int i = first; i < end; ++i) {
        std::uint64_t further = row[i + whole] >> bits;
        if (bits != 0 && i + whole + 1 < words) further |= row[i + whole + 1] << (64 - bits);
        sum += bitsByByte(row[i] & further);
      }
      const std::uint64_t pairwise = (sum & 0x00ff00ff00ff00ffU) + (sum >> 8 & 0x00ff00ff00ff00ffU);
      pairs += static_cast<long long>(pairwise * 0x0001000100010001U >> 48);
    }
  }
  return pairs;
}

// All that is asked of one side, gathered once.
class Side {
 public:
  Side(const Image& image, const PixelMask& ink) : length_(ink.width()) {
    const auto bounds = boundsOf(ink);
    if (!bounds) return;
    inked_ = bounds->right();
    const double area = static_cast<double>(bounds->w) * bounds->h;
    solid_ = bounds->x == 0 && static_cast<double>(countOf(ink)) > kSolid * area;
    if (solid_) {
      breaks_ = breaksOf(image);
      breaks_.resize(static_cast<std::size_t>(inked_));
      for (const double one : breaks_) allBreaks_ += one;
      return;
    }
    joins_ = joinsOf(ink);
    double all = 0;
    int clean = 0;
    for (const int join : joins_) {
      all += join;
      clean += join == 0;
    }
    meanJoin_ = all / length_;
    cleanShare_ = static_cast<double>(clean) / length_;
    measureLikeness(sampledRows(ink));
  }

  AxisCut cutInto(int cell) const {
    AxisCut cut{cell, 0, 0, length_ / cell, 0, 0};
    if (inked_ == 0) return cut;
    if (solid_) {
      cut.score = breakScore(cell);
    } else {
      cut.crossed = crossedShare(cell, cut.count);
      // If most lines are clean, clean cuts are weak evidence.
      const double evidence = 1 - std::pow(cleanShare_, cut.count - 1);
      const double clean = (1 - cut.crossed) * (1 - cut.crossed);
      cut.score = clean * ((1 - kLikenessWeight) * evidence + kLikenessWeight * alike(cell));
    }
    if (length_ % cell != 0) {
      const int inkOver = inked_ - cut.count * cell;
      cut.score *= inkOver > cell / 4 ? kLeavesMuch : inkOver > 0 ? kLeavesInk : kLeavesBlank;
    }
    if (cut.count == 2) cut.score *= solid_ ? kTwoSolid : kTwoCells;
    if (cut.count == 3) cut.score *= kThreeCells;
    cut.score *= kWithoutGutter;
    return cut;
  }

 private:
  void measureLikeness(const PixelMask& sample) {
    sums_.assign(1, 0);
    for (const int count : columnCounts(sample)) sums_.push_back(sums_.back() + count);
    const int longest = length_ - std::max(kLeastCell, length_ / 8);
    likeness_.assign(static_cast<std::size_t>(std::max(length_ / 2, longest)) + 1, -1);
    std::vector<double> known;
    for (int lag = kLeastCell; lag < static_cast<int>(likeness_.size()); ++lag) {
      likeness_[static_cast<std::size_t>(lag)] = likenessAt(sample, lag);
      if (lag <= length_ / 2) known.push_back(likeness_[static_cast<std::size_t>(lag)]);
    }
    if (known.empty()) return;
    std::nth_element(known.begin(), known.begin() + static_cast<std::ptrdiff_t>(known.size() / 2),
                     known.end());
    chance_ = std::min(0.95, known[known.size() / 2]);
  }

  // Likeness beyond chance, 0 to 1, over the next few cells.
  double alike(int cell) const {
    double sum = 0;
    int steps = 0;
    const int most = std::min(kMostSteps, length_ / cell - 1);
    for (int lag = cell; steps < most && lag < static_cast<int>(likeness_.size()); lag += cell) {
      sum += likeness_[static_cast<std::size_t>(lag)];
      ++steps;
    }
    // A cell's size stands out among sizes near it; parts of one thing are as alike at any.
    const double chance =
        std::min(0.95, std::max(chance_, (at(cell * 3 / 4) + at(cell * 5 / 4)) / 2));
    return std::max(0.0, (sum / steps - chance) / (1 - chance));
  }

  double at(int lag) const {
    const int last = static_cast<int>(likeness_.size()) - 1;
    return likeness_[static_cast<std::size_t>(std::clamp(lag, kLeastCell, last))];
  }

  long long inkBetween(int from, int to) const {
    return sums_[static_cast<std::size_t>(std::min(length_, to))] -
           sums_[static_cast<std::size_t>(from)];
  }

  // Of the ink that strips of `lag` columns could share with the next, how much they do; 1 where
  // the smaller lies within the larger. Strips beside nothing count as sharing little.
  double likenessAt(const PixelMask& sample, int lag) const {
    long long possible = 0;
    for (int x = 0; x + lag < length_; x += lag) {
      possible += std::min(inkBetween(x, x + lag), inkBetween(x + lag, x + 2 * lag));
    }
    const double all = static_cast<double>(sums_.back()) * (length_ - lag) / length_;
    const double base = std::max(static_cast<double>(possible), kLeastShared * all);
    return base == 0 ? 0 : std::min(1.0, static_cast<double>(pairsAt(sample, lag)) / base);
  }

  double crossedShare(int cell, int count) const {
    if (meanJoin_ == 0) return 0;
    double cut = 0;
    int lines = 0;
    for (int x = cell; x < length_ && lines < count; x += cell, ++lines) {
      cut += joins_[static_cast<std::size_t>(x)];
    }
    return lines == 0 ? 0 : std::min(1.0, cut / lines / meanJoin_);
  }

  // How far the cuts stand out among all lines by where colours break, 0 to 1. The weakest quarter
  // of the cuts speaks for all: every second line of a grid too fine lies inside a tile.
  double breakScore(int cell) const {
    std::vector<double> cuts;
    double others = allBreaks_;
    for (int x = cell; x < inked_; x += cell) {
      cuts.push_back(breaks_[static_cast<std::size_t>(x)]);
      others -= cuts.back();
    }
    if (cuts.empty()) return 0;
    const auto rest = static_cast<double>(breaks_.size() - cuts.size());
    std::sort(cuts.begin(), cuts.end());
    const double weak = cuts[cuts.size() / 4];
    return weak == 0 ? 0 : std::max(0.0, 1 - others / rest / weak);
  }

  int length_;
  int inked_ = 0;  // Where the ink ends.
  bool solid_ = false;
  std::vector<double> breaks_;
  double allBreaks_ = 0;
  std::vector<int> joins_;
  double meanJoin_ = 0;
  double cleanShare_ = 0;
  std::vector<long long> sums_;
  std::vector<double> likeness_;
  double chance_ = 0;
};

// Takes from multiples of a cell that does about as well.
void preferSmallest(std::vector<AxisCut>& cuts, int length) {
  std::vector<double> scores(static_cast<std::size_t>(length) + 1, 0);
  for (const AxisCut& cut : cuts) scores[static_cast<std::size_t>(cut.cell)] = cut.score;
  for (AxisCut& cut : cuts) {
    for (int parts = 2; cut.cell / parts >= kLeastCell; ++parts) {
      if (cut.cell % parts != 0) continue;
      if (scores[static_cast<std::size_t>(cut.cell / parts)] >= kAboutAsWell * cut.score) {
        cut.score *= kMultiple;
        break;
      }
    }
  }
}

}  // namespace

std::vector<AxisCut> columnCuts(const Image& image, const PixelMask& ink, std::size_t most) {
  const Side side(image, ink);
  std::vector<AxisCut> cuts;
  for (int cell = kLeastCell; cell <= ink.width() / 2; ++cell) cuts.push_back(side.cutInto(cell));
  preferSmallest(cuts, ink.width());
  for (const AxisCut& cut : gutterCuts(image, ink)) cuts.push_back(cut);
  std::stable_sort(cuts.begin(), cuts.end(),
                   [](const AxisCut& a, const AxisCut& b) { return a.score > b.score; });
  if (cuts.size() > most) cuts.resize(most);
  const AxisCut whole{ink.width(), 0, 0, 1, kUndivided, 0};
  cuts.insert(std::find_if(cuts.begin(), cuts.end(),
                           [&](const AxisCut& cut) { return cut.score < whole.score; }),
              whole);
  return cuts;
}

Image turned(const Image& image) {
  Image result(image.height(), image.width());
  // Square by square, so that neither side leaves the cache.
  constexpr int kBlock = 16;
  for (int top = 0; top < image.height(); top += kBlock) {
    const int bottom = std::min(image.height(), top + kBlock);
    for (int left = 0; left < image.width(); left += kBlock) {
      const int right = std::min(image.width(), left + kBlock);
      for (int x = left; x < right; ++x) {
        Rgba* row = result.row(x);
        for (int y = top; y < bottom; ++y) row[y] = image.at(x, y);
      }
    }
  }
  return result;
}

PixelMask turned(const PixelMask& mask) {
  PixelMask result(mask.height(), mask.width());
  for (int y = 0; y < mask.height(); ++y) {
    for (int i = 0; i < mask.wordsPerRow(); ++i) {
      for (std::uint64_t word = mask.row(y)[i]; word != 0; word &= word - 1) {
        result.set(y, i * 64 + std::countr_zero(word));
      }
    }
  }
  return result;
}

}  // namespace amber
