// Exceptions of the standard library become errors with a sentence, wherever they are thrown.
#include <QTest>
#include <atomic>
#include <new>
#include <stdexcept>

#include "core/base/guarded.h"
#include "core/base/parallel.h"
#include "core/base/words.h"
#include "support/registry.h"

using namespace amber;

namespace {

enum class Season { Spring, Autumn };
constexpr std::array<std::string_view, 2> kSeasonWords = {"spring", "autumn"};
static_assert(isEnumerator<Season::Autumn>() && !isEnumerator<static_cast<Season>(2)>());
static_assert(wordOf(kSeasonWords, Season::Autumn) == "autumn");

}  // namespace

class GuardedTest : public QObject {
  Q_OBJECT
 private slots:
  void whatIsThrownBecomesAnError() {
    QCOMPARE(*guarded([]() -> Result<int> { return 5; }), 5);
    const auto memory = guarded([]() -> Result<int> { throw std::bad_alloc(); });
    QVERIFY(memory.error().code == ErrorCode::OutOfMemory);
    QVERIFY(memory.error().sentence.find("not enough memory") != std::string::npos);
    const auto length = guarded([]() -> Result<void> { throw std::length_error("vector"); });
    QVERIFY(length.error().code == ErrorCode::OutOfMemory);
    const auto other = guarded([]() -> Result<int> { throw std::runtime_error("the cat sat"); });
    QVERIFY(other.error().code == ErrorCode::Unexpected);
    QVERIFY(other.error().sentence.find("the cat sat") != std::string::npos);
    const auto odd = guarded([]() -> Result<int> { throw 7; });
    QVERIFY(odd.error().code == ErrorCode::Unexpected);
  }

  void allIndicesAreVisitedOnce() {
    std::vector<std::atomic<int>> visits(1000);
    forEachIndex(visits.size(), [&](std::size_t i) { ++visits[i]; });
    for (const auto& count : visits) QCOMPARE(count.load(), 1);
    forEachIndex(0, [&](std::size_t) { QFAIL("there is no index"); });
  }

  void whatOneThreadThrowsTheCallerCatches() {
    for (const std::size_t bad : {0UL, 1UL, 500UL, 999UL}) {
      std::atomic<int> ran = 0;
      QVERIFY_EXCEPTION_THROWN(forEachIndex(1000,
                                            [&](std::size_t i) {
                                              ++ran;
                                              if (i == bad) throw std::bad_alloc();
                                            }),
                               std::bad_alloc);
      QVERIFY(ran > 0);
    }
    // All of them at once: one is reported.
    QVERIFY_EXCEPTION_THROWN(forEachIndex(64, [](std::size_t) { throw std::bad_alloc(); }),
                             std::bad_alloc);
  }
};
AMBER_TEST(GuardedTest);

#include "guarded_tests.moc"
