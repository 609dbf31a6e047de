#include <rapidcheck.h>

#include <QTest>

#include "core/base/nearest_word.h"
#include "core/base/utf8.h"
#include "support/registry.h"

using namespace amber;

class WordsTest : public QObject {
  Q_OBJECT
 private slots:
  void textIsToldFromBytesThatAreNone_data() {
    QTest::addColumn<QByteArray>("bytes");
    QTest::addColumn<bool>("text");
    QTest::newRow("empty") << QByteArray() << true;
    QTest::newRow("ascii") << QByteArray("spout") << true;
    QTest::newRow("two, three and four bytes")
        << QByteArray("\xc3\xb6\xe2\x82\xac\xf0\x9f\x8c\xb1") << true;
    QTest::newRow("lone continuation") << QByteArray("\x80") << false;
    QTest::newRow("cut off") << QByteArray("\xe2\x82") << false;
    QTest::newRow("overlong") << QByteArray("\xc0\xaf") << false;
    QTest::newRow("overlong of three") << QByteArray("\xe0\x80\xaf") << false;
    QTest::newRow("surrogate") << QByteArray("\xed\xa0\x80") << false;
    QTest::newRow("past the last") << QByteArray("\xf4\x90\x80\x80") << false;
    QTest::newRow("latin 1") << QByteArray("Gr\xf6\xdf") << false;
  }
  void textIsToldFromBytesThatAreNone() {
    QFETCH(QByteArray, bytes);
    QTEST(isUtf8(bytes.toStdString()), "text");
  }

  void bytesThatAreNoTextAreEscapedSoThatNoTwoAreAlike() {
    QCOMPARE(escapedUtf8("50% grün.png"), std::string("50% grün.png"));
    QCOMPARE(escapedUtf8("gr\xfcn 50%.png"), std::string("gr%FCn 50%25.png"));
    QVERIFY(rc::check("escaped", [](const std::string& a, const std::string& b) {
      RC_ASSERT(isUtf8(escapedUtf8(a)));
      if (!isUtf8(a) && !isUtf8(b) && a != b) RC_ASSERT(escapedUtf8(a) != escapedUtf8(b));
    }));
  }

  void theNearestWordIsFoundOrNone() {
    const std::string_view words[] = {"durationsMs", "frames", "loop"};
    QCOMPARE(nearestWord("durationMs", words), std::string_view("durationsMs"));
    QCOMPARE(nearestWord("FRAMES", words), std::string_view("frames"));
    QCOMPARE(nearestWord("lopo", words), std::string_view("loop"));
    QCOMPARE(nearestWord("colour", words), std::string_view());
  }

  void distanceIsSymmetricAndCountsSwapsAsOne() {
    QCOMPARE(editDistance("walk", "wlak"), 1);
    QCOMPARE(editDistance("", "abc"), 3);
    QVERIFY(rc::check("symmetric", [](const std::string& a, const std::string& b) {
      RC_ASSERT(editDistance(a, b) == editDistance(b, a));
      RC_ASSERT((editDistance(a, b) == 0) == (a == b));
    }));
  }
};
AMBER_TEST(WordsTest);

#include "words_tests.moc"
