#include <QTest>
#include <algorithm>

#include "core/base/letters.h"
#include "core/base/nearest_word.h"
#include "core/base/snake_case.h"
#include "core/base/utf8.h"
#include "core/cut/numbered_files.h"
#include "core/naming/name_words.h"
#include "core/naming/sides.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;

namespace {

// A few words of few letters, so that they meet again and again.
std::vector<std::string> anyWords() {
  return *rc::gen::nonEmpty(rc::gen::container<std::vector<std::string>>(
      rc::gen::element<std::string>("walk", "left", "r", "01", "keeper", "west", "a", "12")));
}

NameStyle anyStyle() {
  return static_cast<NameStyle>(*rc::gen::inRange(0, 5));
}

std::string anyFileName() {
  return *rc::gen::container<std::string>(rc::gen::element('a', 'B', 'b', '0', '1', '9', '_', '.'));
}

// One letter more, less, other, or two neighbours swapped, in every way: the plain meaning of one
// edit.
bool isOneEdit(const std::string& a, const std::string& b) {
  for (std::size_t i = 0; i < a.size(); ++i) {
    std::string less = a;
    less.erase(i, 1);
    if (less == b) return true;
    if (i + 1 < a.size()) {
      std::string turned = a;
      std::swap(turned[i], turned[i + 1]);
      if (turned == b) return true;
    }
    if (a.size() == b.size()) {
      std::string other = a;
      other[i] = b[i];
      if (other == b) return true;
    }
  }
  for (std::size_t i = 0; i < b.size(); ++i) {
    std::string less = b;
    less.erase(i, 1);
    if (less == a) return true;
  }
  return false;
}

}  // namespace

class SpellingTest : public QObject {
  Q_OBJECT
 private slots:
  void lettersAreThoseOfAsciiAlone() {
    for (int code = 0; code < 256; ++code) {
      const char c = static_cast<char>(code);
      QCOMPARE(isDigit(c), code >= 48 && code <= 57);
      QCOMPARE(isCapital(c), code >= 65 && code <= 90);
      QCOMPARE(isSmall(c), code >= 97 && code <= 122);
      QCOMPARE(toSmall(toCapital(c)), isSmall(c) || isCapital(c) ? toSmall(c) : c);
      if (!isSmall(c) && !isCapital(c)) QVERIFY(toSmall(c) == c && toCapital(c) == c);
    }
  }

  void aStyledNameHasTheWordsItWasMadeOf() {
    AMBER_PROPERTY("words that begin with letters, in any style and back", [] {
      std::vector<std::string> words = anyWords();
      // Digits join the word before them where words are not parted; begin with a word.
      words.insert(words.begin(), "chr");
      const NameStyle style = anyStyle();
      const std::string name = styled(words, style);
      std::string all;
      for (const std::string& word : words) all += word;
      RC_ASSERT(unstyled(name) == all);
      // Words of one letter run together where capitals alone part them.
      const bool parted = style != NameStyle::Camel && style != NameStyle::Pascal;
      if (parted) RC_ASSERT(styled(name, style) == name);
      if (style == NameStyle::Snake) RC_ASSERT(wordsOf(name) == words);
      // As a constant it is capitals, digits and single separators.
      const std::string constant = constantOf(name);
      RC_ASSERT(std::none_of(constant.begin(), constant.end(), isSmall));
      RC_ASSERT(unstyled(constant) == all);
      RC_ASSERT(constant.find("__") == std::string::npos);
    });
  }

  void aNameTurnedTwiceIsItself() {
    AMBER_PROPERTY("sides", [] {
      const std::string name = styled(anyWords(), anyStyle());
      const auto side = sideOf(name);
      const auto other = otherSide(name);
      RC_ASSERT(side.has_value() == other.has_value());
      if (!other) {
        RC_ASSERT(!withoutSide(name));
        return;
      }
      RC_ASSERT(sideOf(*other) != side);
      RC_ASSERT(*otherSide(*other) == name);
      // Left and right are one thing without their side.
      RC_ASSERT(withoutSide(*other) == withoutSide(name));
    });
  }

  void namesAreOrderedAsAPersonCounts() {
    AMBER_PROPERTY("a strict order", [] {
      const std::string a = anyFileName();
      const std::string b = anyFileName();
      const std::string c = anyFileName();
      RC_ASSERT(!naturallyBefore(a, a));
      RC_ASSERT(!(naturallyBefore(a, b) && naturallyBefore(b, a)));
      RC_ASSERT(a == b || naturallyBefore(a, b) || naturallyBefore(b, a));
      if (naturallyBefore(a, b) && naturallyBefore(b, c)) RC_ASSERT(naturallyBefore(a, c));
    });
    AMBER_PROPERTY("numbers by their value", [] {
      const int a = *rc::gen::inRange(0, 3000);
      const int b = *rc::gen::inRange(0, 3000);
      const std::string stem = "walk_";
      const bool before =
          naturallyBefore(stem + std::to_string(a) + ".png", stem + std::to_string(b) + ".png");
      RC_ASSERT(before == (a < b));
    });
  }

  void oneEditIsOneEdit() {
    AMBER_PROPERTY("short words", [] {
      const auto word = [] {
        return *rc::gen::container<std::string>(rc::gen::element('a', 'b', 'c'));
      };
      const std::string a = word();
      const std::string b = *rc::gen::inRange(0, 2) == 0 ? word() : [&] {
        std::string changed = a;
        if (!changed.empty()) changed[changed.size() / 2] = 'c';
        if (*rc::gen::inRange(0, 2) == 0) changed += 'a';
        return changed;
      }();
      const int distance = editDistance(a, b);
      RC_ASSERT((distance == 0) == (a == b));
      RC_ASSERT(distance == editDistance(b, a));
      if (a != b) RC_ASSERT((distance == 1) == isOneEdit(a, b));
      RC_ASSERT(distance >= std::abs(static_cast<int>(a.size()) - static_cast<int>(b.size())));
      RC_ASSERT(distance <= static_cast<int>(std::max(a.size(), b.size())));
    });
  }

  void charactersComeBackFromTheirBytes() {
    AMBER_PROPERTY("any text of any characters", [] {
      const auto codes = *rc::gen::container<std::vector<std::uint32_t>>(rc::gen::oneOf(
          rc::gen::inRange<std::uint32_t>(1, 0x80), rc::gen::inRange<std::uint32_t>(0x80, 0x800),
          rc::gen::inRange<std::uint32_t>(0x800, 0xD800),
          rc::gen::inRange<std::uint32_t>(0xE000, 0x10000),
          rc::gen::inRange<std::uint32_t>(0x10000, 0x110000)));
      std::string text;
      for (const std::uint32_t code : codes) text += utf8Of(static_cast<char32_t>(code));
      RC_ASSERT(isUtf8(text));
      RC_ASSERT(escapedUtf8(text) == text);
      std::size_t at = 0;
      for (const std::uint32_t code : codes) {
        RC_ASSERT(nextCode(text, at) == static_cast<char32_t>(code));
      }
      RC_ASSERT(at == text.size());
      // With the last byte of a multi-byte character removed, it is no longer valid text.
      if (codes.empty() || codes.back() < 0x80) return;
      text.pop_back();
      RC_ASSERT(!isUtf8(text));
    });
  }

  void runsHoldEveryNumberedFileOnce() {
    AMBER_PROPERTY("any folder", [] {
      const auto numbers = *rc::gen::unique<std::vector<int>>(rc::gen::inRange(0, 40));
      std::vector<std::string> paths;
      for (const int number : numbers) {
        const std::string stem = number % 3 == 0 ? "art/fern_" : "art/moth_";
        paths.push_back(stem + std::to_string(number) + ".png");
      }
      paths.emplace_back("art/alone.png");
      std::size_t held = 0;
      for (const NumberedRun& run : numberedRuns(paths)) {
        RC_ASSERT(run.paths.size() >= 2);
        held += run.paths.size();
        RC_ASSERT(std::is_sorted(run.paths.begin(), run.paths.end(), naturallyBefore));
        RC_ASSERT(run.first < run.last);
        // What is there and what is missing are all numbers from the first to the last.
        RC_ASSERT(static_cast<long long>(run.paths.size() + run.missing.size()) ==
                  run.last - run.first + 1);
        RC_ASSERT(run.missing.empty() || !missingText(run).empty());
      }
      const auto ferns = static_cast<std::size_t>(
          std::count_if(numbers.begin(), numbers.end(), [](int one) { return one % 3 == 0; }));
      const std::size_t moths = numbers.size() - ferns;
      RC_ASSERT(held == (ferns > 1 ? ferns : 0) + (moths > 1 ? moths : 0));
    });
  }
};
AMBER_TEST(SpellingTest);

#include "spelling_tests.moc"
