#include <QElapsedTimer>
#include <QTest>
#include <nlohmann/json.hpp>

#include "files/json/json_text.h"
#include "files/project/project_file.h"
#include "support/registry.h"

using namespace amber;

// 3 s are wanted; a machine with other work is given twice that, and sanitizers a minute.
#ifdef AMBER_SANITIZED
constexpr qint64 kMostMs = 600'000;
#else
constexpr qint64 kMostMs = 6'000;
#endif

// Whatever a text of 64 MB holds, it is answered in moments.
class HostileJsonTest : public QObject {
  Q_OBJECT

  static std::string repeated(const std::string& head, const std::string& part,
                              const std::string& tail) {
    constexpr std::size_t kSize = 64 << 20;
    std::string text = head;
    text.reserve(kSize + part.size() + tail.size());
    while (text.size() + tail.size() < kSize) text += part;
    return text + tail;
  }

 private slots:
  void anyTextIsAnsweredInMoments_data() {
    QTest::addColumn<QByteArray>("head");
    QTest::addColumn<QByteArray>("part");
    QTest::addColumn<QByteArray>("tail");
    const QByteArray head =
        "{\"format\":\"amber-project\",\"version\":1,\"name\":\"x\",\"nextId\":9,";
    QTest::newRow("numbers") << head + "\"assets\":[" << QByteArray("0,") << QByteArray("0]}");
    QTest::newRow("texts") << head + "\"layers\":[" << QByteArray("\"\",") << QByteArray("\"\"]}");
    QTest::newRow("objects") << head + "\"assets\":[" << QByteArray("{\"a\":1},")
                             << QByteArray("{}]}");
    QTest::newRow("lists") << head + "\"assets\":[" << QByteArray("[],") << QByteArray("[]]}");
    QTest::newRow("depth") << QByteArray() << QByteArray("[") << QByteArray();
    QTest::newRow("one text") << head + "\"naming\":\"" << QByteArray("aaaa") << QByteArray("\"}");
    QTest::newRow("escapes") << head + "\"naming\":\"" << QByteArray("\\u00e9")
                             << QByteArray("\"}");
    QTest::newRow("spaces") << head << QByteArray("    ") << QByteArray("\"layers\":[]}");
  }
  void anyTextIsAnsweredInMoments() {
    QFETCH(QByteArray, head);
    QFETCH(QByteArray, part);
    QFETCH(QByteArray, tail);
    const std::string text = repeated(head.toStdString(), part.toStdString(), tail.toStdString());
    QElapsedTimer timer;
    timer.start();
    const auto project = projectFrom(text, "hostile");
    const qint64 took = timer.elapsed();
    QVERIFY(!project);
    QVERIFY(project.error().sentence.size() < 5000);
    QVERIFY2(took < kMostMs, qPrintable(QString("%1 ms").arg(took)));
  }

  void aGreatManyKeysAreRefusedAtOnce() {
    std::string text = "{";
    for (int i = 0; i < 60000; ++i) text += "\"key" + std::to_string(i) + "\":0,";
    text += "\"end\":0}";
    QElapsedTimer timer;
    timer.start();
    const auto json = jsonFrom(text, "keys");
    QCOMPARE(json.error().code, ErrorCode::NotJson);
    QVERIFY(json.error().sentence.find("10000 keys") != std::string::npos);
    QVERIFY(timer.elapsed() < 1000);
  }

  void aKeyThatComesTwiceIsRefusedHoweverManyThereAre() {
    for (const int count : {1, 20, 200}) {
      std::string text = "{\"a\":{";
      for (int i = 0; i < count; ++i) text += "\"k" + std::to_string(i) + "\":0,";
      QVERIFY(jsonFrom(text + "\"other\":1}}", "once"));
      const auto twice = jsonFrom(text + "\"k0\":1}}", "twice");
      QVERIFY(!twice);
      QVERIFY(twice.error().sentence.find("\"k0\" twice") != std::string::npos);
    }
  }

  void whatIsReadIsWhatWasWritten() {
    const std::string text = "{\"b\": [1, 2.5, \"x\", null, true, {}], \"a\": {\"c\": []}}";
    const auto json = jsonFrom(text, "x");
    QCOMPARE(json->dump(), nlohmann::ordered_json::parse(text).dump());
    QCOMPARE(jsonFrom("7", "x")->dump(), std::string("7"));
    for (const char* broken : {"", "{", "[1,]", "{\"a\":1}}", "nul", "1 2", "{\"a\" 1}"}) {
      QVERIFY2(!jsonFrom(broken, "x"), broken);
    }
  }
};
AMBER_TEST(HostileJsonTest);

#include "hostile_json_tests.moc"
