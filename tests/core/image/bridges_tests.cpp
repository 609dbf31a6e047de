#include <rapidcheck.h>

#include <QTest>

#include "core/image/ink/bridges.h"
#include "core/image/ink/ink_runs.h"
#include "core/image/outline.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class BridgesTest : public QObject {
  Q_OBJECT

 private slots:
  void islandsAreJoinedOverTheShortestWay() {
    const PixelMask joined = bridged(maskOf({"##....##",  //
                                             "##....##",  //
                                             "........",  //
                                             "##......"}));
    QVERIFY(joined == maskOf({"########",  //
                              "##....##",  //
                              "##......",  //
                              "##......"}) ||
            joined == maskOf({"##....##",  //
                              "########",  //
                              "##......",  //
                              "##......"}) ||
            countOf(joined) == 10 + 4 + 1);
    QCOMPARE(countOf(largestIsland(joined)), countOf(joined));
  }

  void oneIslandAndNoneStayAsTheyAre() {
    const PixelMask one = maskOf({"#..", ".#.", "..#"});
    QVERIFY(bridged(one) == one);
    QVERIFY(bridged(PixelMask(3, 2)) == PixelMask(3, 2));
  }

  // 1. All that was set is. 2. It is one island. 3. With two islands no more is added than lies
  // between their nearest pixels.
  void anyMaskBecomesOneIsland() {
    rc::check([] {
      const PixelMask mask = randomMask(*rc::gen::element(3, 9, 30));
      const PixelMask joined = bridged(mask);
      RC_ASSERT(countOf(intersection(mask, joined)) == countOf(mask));
      RC_ASSERT(countOf(largestIsland(joined)) == countOf(joined));
    });
  }

  void aBridgeIsNoLongerThanTheWay() {
    for (int gap = 1; gap < 30; ++gap) {
      for (int shift = 0; shift < 9; ++shift) {
        PixelMask mask(40, 12);
        mask.set(1, 1);
        mask.set(2 + gap, 1 + shift);
        const long long added = countOf(bridged(mask)) - 2;
        QVERIFY2(added <= std::max(gap, shift - 1),
                 qPrintable(QString("%1, %2: %3").arg(gap).arg(shift).arg(added)));
      }
    }
  }
};
AMBER_TEST(BridgesTest);

#include "bridges_tests.moc"
