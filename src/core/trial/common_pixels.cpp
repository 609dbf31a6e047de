#include "core/trial/common_pixels.h"

#include <algorithm>
#include <array>
#include <cstddef>
#include <cstdint>
#include <cstring>

#include "core/image/bit_count.h"

namespace amber {
namespace {

// The number of words processed at once: in one register if the processor has such registers,
// otherwise in several.
constexpr std::size_t kLanes = 8;
using Word = std::uint64_t;
using Words = Word __attribute__((vector_size(sizeof(Word) * kLanes)));

// Rows of two masks, each as one row of words, the second moved under the first. Bits that the move
// takes over a row's end are masked out.
struct Laid {
  const Word* a;
  std::ptrdiff_t countA;
  const Word* b;
  std::ptrdiff_t countB;
  std::ptrdiff_t skip;  // The second is moved right by so many words
  int bits;             // and so many bits more, 0 to 63,
  int back;             // which leaves the word before by so many to the left, mod 64.
  // For each word of a row and the words processed together with it: all bits set where the second
  // mask has a word, and where it has the previous word.
  const Word* own;
  const Word* carried;
  std::size_t perRow;  // So many places a row.
};

// Only known once the processor is, so what counts is inlined into a function for each sort.
#define AMBER_INLINE inline __attribute__((always_inline))

AMBER_INLINE void load(Words& to, const Word* from) {
  std::memcpy(&to, from, sizeof to);
}

// Bits of bytes, added up for a while.
class ByByte {
 public:
  AMBER_INLINE void add(const Words& words) {
    Words w = words - (words >> 1 & 0x5555555555555555U);
    w = (w & 0x3333333333333333U) + (w >> 2 & 0x3333333333333333U);
    bytes_ += (w + (w >> 4)) & 0x0f0f0f0f0f0f0f0fU;
    if (++added_ == kMost) flush();
  }
  AMBER_INLINE long long sum() {
    flush();
    long long all = 0;
    for (std::size_t i = 0; i < kLanes; ++i) all += static_cast<long long>(sum_[i]);
    return all;
  }

 private:
  static constexpr int kMost = 31;  // Of 8 bits a byte each.

  AMBER_INLINE void flush() {
    const Words pairs = (bytes_ & 0x00ff00ff00ff00ffU) + (bytes_ >> 8 & 0x00ff00ff00ff00ffU);
    sum_ += pairs * 0x0001000100010001U >> 48;
    bytes_ = Words{};
    added_ = 0;
  }

  Words bytes_ = {};
  Words sum_ = {};
  int added_ = 0;
};

// Bits of words, where the processor counts them itself.
class ByWord {
 public:
  AMBER_INLINE void add(const Words& words) {
    for (std::size_t i = 0; i < kLanes; ++i) {
      sum_[i] += static_cast<Word>(__builtin_popcountll(words[i]));
    }
  }
  AMBER_INLINE long long sum() const {
    long long all = 0;
    for (const Word some : sum_) all += static_cast<long long>(some);
    return all;
  }

 private:
  Word sum_[kLanes] = {};
};

AMBER_INLINE Word movedWord(const Laid& laid, std::ptrdiff_t i, std::size_t place) {
  const std::ptrdiff_t at = i - laid.skip;
  Word word = 0;
  if (at >= 0 && at < laid.countB) word |= laid.b[at] << laid.bits & laid.own[place];
  if (at >= 1 && at <= laid.countB) word |= laid.b[at - 1] >> laid.back & laid.carried[place];
  return word;
}

template <class Count>
AMBER_INLINE long long sumOf(const Laid& laid) {
  Count count;
  long long ends = 0;
  std::size_t place = 0;
  std::ptrdiff_t i = 0;
  const auto one = [&](std::ptrdiff_t at) {
    ends += bitsIn(laid.a[at] & movedWord(laid, at, place));
    if (++place == laid.perRow) place = 0;
  };
  // Elsewhere words of the second would be read that it has not.
  const std::ptrdiff_t lanes = kLanes;
  const std::ptrdiff_t begin = std::clamp<std::ptrdiff_t>(laid.skip + 1, 0, laid.countA);
  const std::ptrdiff_t end = std::min(laid.countA, laid.countB + laid.skip) - lanes;
  for (; i < begin; ++i) one(i);
  const std::size_t step = kLanes % laid.perRow;
  Words own;
  Words carried;
  load(own, laid.own + place);
  load(carried, laid.carried + place);
  Words last{};
  if (i <= end) last[kLanes - 1] = laid.b[i - laid.skip - 1];
  for (; i <= end; i += lanes) {
    Words a;
    Words b;
    load(a, laid.a + i);
    load(b, laid.b + (i - laid.skip));
    const Words before = __builtin_shufflevector(last, b, 7, 8, 9, 10, 11, 12, 13, 14);
    last = b;
    count.add(a & ((b << laid.bits & own) | (before >> laid.back & carried)));
    // Of rows of 1, 2, 4 or 8 words the next have the same places.
    if (step == 0) continue;
    place += step;
    if (place >= laid.perRow) place -= laid.perRow;
    load(own, laid.own + place);
    load(carried, laid.carried + place);
  }
  for (; i < laid.countA; ++i) one(i);
  return ends + count.sum();
}

using Sum = long long (*)(const Laid&);

long long plainSum(const Laid& laid) {
  return sumOf<ByByte>(laid);
}

#if defined(__x86_64__)

__attribute__((target("avx2"))) long long wideSum(const Laid& laid) {
  return sumOf<ByByte>(laid);
}

__attribute__((target("avx512vl,avx512vpopcntdq"))) long long widestSum(const Laid& laid) {
  return sumOf<ByWord>(laid);
}

Sum sumBy(BitCounting counting) {
  if (counting == BitCounting::Avx512) return widestSum;
  return counting == BitCounting::Avx2 ? wideSum : plainSum;
}

#else

Sum sumBy(BitCounting) {
  return plainSum;
}

#endif

// Rows of at most this many words are stored one after another; longer rows are processed one by
// one.
constexpr int kShortRow = 16;

// All bits at the places of a row at which a row that is moved by `skip` words has some, if any.
class Places {
 public:
  Places(int skip, int perRow, bool any = true) {
    int place = 0;
    for (int i = 0; i < perRow + static_cast<int>(kLanes); ++i) {
      const int at = place - skip;
      words_[static_cast<std::size_t>(i)] = any && at >= 0 && at < perRow ? ~Word{0} : 0;
      if (++place == perRow) place = 0;
    }
  }
  const Word* words() const { return words_.data(); }

 private:
  std::array<Word, kShortRow + kLanes> words_;  // As many are set as are asked for.
};

}  // namespace

std::vector<BitCounting> bitCountings() {
  std::vector<BitCounting> all{BitCounting::Plain};
#if defined(__x86_64__)
  if (__builtin_cpu_supports("avx2")) all.push_back(BitCounting::Avx2);
  if (__builtin_cpu_supports("avx512vl") && __builtin_cpu_supports("avx512vpopcntdq")) {
    all.push_back(BitCounting::Avx512);
  }
#endif
  return all;
}

long long commonPixels(const PixelMask& a, const PixelMask& b, int x, int y) {
  static const BitCounting best = bitCountings().back();
  return commonPixels(a, b, x, y, best);
}

long long commonPixels(const PixelMask& a, const PixelMask& b, int x, int y, BitCounting counting) {
  const int top = std::max(0, y);
  const int bottom = std::min(a.height(), y + b.height());
  if (top >= bottom || x >= a.width() || x + b.width() <= 0) return 0;
  const Sum sum = sumBy(counting);
  const int perRow = a.wordsPerRow();
  const int skip = x >= 0 ? x / 64 : -((63 - x) / 64);
  const int bits = x - 64 * skip;
  const int back = (64 - bits) % 64;
  if (perRow == b.wordsPerRow() && perRow <= kShortRow) {
    const Places own(skip, perRow);
    const Places carried(skip + 1, perRow, bits > 0);
    const std::ptrdiff_t count = static_cast<std::ptrdiff_t>(bottom - top) * perRow;
    return sum({a.row(top), count, b.row(top - y), count, skip, bits, back, own.words(),
                carried.words(), static_cast<std::size_t>(perRow)});
  }
  const Places own(0, 1);
  const Places carried(0, 1, bits > 0);
  long long shared = 0;
  for (int row = top; row < bottom; ++row) {
    shared += sum({a.row(row), perRow, b.row(row - y), b.wordsPerRow(), skip, bits, back,
                   own.words(), carried.words(), 1});
  }
  return shared;
}

CommonPixelRows::CommonPixelRows(const PixelMask& a, const PixelMask& b)
    : maskA_(a),
      maskB_(b),
      ownA_(a),
      ownB_(b),
      a_(*ownA_),
      b_(*ownB_),
      first_(1 - b.width()),
      counts_(static_cast<std::size_t>(std::max(0, a.width() + b.width() - 1))) {
  prepare();
}

CommonPixelRows::CommonPixelRows(const PixelMask& a, const RowRuns& runsA, const PixelMask& b,
                                 const RowRuns& runsB)
    : maskA_(a),
      maskB_(b),
      a_(runsA),
      b_(runsB),
      first_(1 - b.width()),
      counts_(static_cast<std::size_t>(std::max(0, a.width() + b.width() - 1))) {
  prepare();
}

void CommonPixelRows::prepare() {
  const PixelMask& a = maskA_;
  const PixelMask& b = maskB_;
  if (!MaskCorrelation::fits(a.size(), b.size())) return;
  // Over all rows of shifts, each run of the one is paired with each of the other once.
  const double pairs = static_cast<double>(a_.count()) * static_cast<double>(b_.count());
  if (pairs > MaskCorrelation::cost(a.size(), b.size())) all_.emplace(a, b);
}

const std::vector<int>& CommonPixelRows::row(int y) {
  if (all_) {
    const PixelRect& shifts = all_->shifts();
    if (y < shifts.y || y >= shifts.bottom()) {
      std::fill(counts_.begin(), counts_.end(), 0);
    } else {
      std::copy_n(all_->row(y), counts_.size(), counts_.begin());
    }
    return counts_;
  }
  const int top = std::max(0, y);
  const int bottom = std::min(a_.rows(), y + b_.rows());
  std::size_t pairs = 0;
  for (int row = top; row < bottom; ++row) pairs += a_[row].size() * b_[row - y].size();
  // So many of their words cost as much as two runs, and an offset as much as so many runs.
  constexpr std::size_t kWords = 10;
  constexpr std::size_t kOffset = 20;
  const auto words = static_cast<std::size_t>(std::max(0, bottom - top) * maskA_.wordsPerRow());
  if (pairs > counts_.size() * (words / kWords + kOffset)) {
    for (std::size_t i = 0; i < counts_.size(); ++i) {
      counts_[i] = static_cast<int>(commonPixels(maskA_, maskB_, first_ + static_cast<int>(i), y));
    }
    return counts_;
  }
  std::fill(counts_.begin(), counts_.end(), 0);
  int* changes = counts_.data() - first_;
  const int end = static_cast<int>(counts_.size()) + first_;
  for (int row = top; row < bottom; ++row) {
    for (const PixelSpan& p : a_[row]) {
      for (const PixelSpan& q : b_[row - y]) {
        ++changes[p.x0 - q.x1 + 1];
        // What changes past the last offset is not asked for.
        if (p.x0 - q.x0 + 1 < end) --changes[p.x0 - q.x0 + 1];
        if (p.x1 - q.x1 + 1 < end) --changes[p.x1 - q.x1 + 1];
        if (p.x1 - q.x0 + 1 < end) ++changes[p.x1 - q.x0 + 1];
      }
    }
  }
  int rise = 0;
  int count = 0;
  for (int& at : counts_) {
    rise += at;
    count += rise;
    at = count;
  }
  return counts_;
}

}  // namespace amber
