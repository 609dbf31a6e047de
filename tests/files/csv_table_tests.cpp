#include <rapidcheck.h>

#include <QTest>
#include <random>

#include "files/csv_table.h"
#include "support/registry.h"

using namespace amber;

namespace {

// Fields of the parts that a reader treats in a way of its own.
std::vector<CsvRow> randomRows(std::mt19937_64& random) {
  static const std::vector<std::string> kParts = {"a", " ",  "\t",   ",",           "\"",
                                                  ";", "\r", "\r\n", "\xEF\xBB\xBF"};
  const auto below = [&](std::size_t count) { return random() % count; };
  std::vector<CsvRow> rows(below(4));
  for (CsvRow& row : rows) {
    row.resize(1 + below(3));
    for (std::string& field : row) {
      for (std::size_t parts = below(4); parts > 0; --parts) field += kParts[below(kParts.size())];
    }
  }
  return rows;
}

}  // namespace

class CsvTableTest : public QObject {
  Q_OBJECT
 private slots:
  void anyFieldsThatAreWrittenAreReadAgain() {
    QVERIFY(rc::check("written and read", [](std::uint64_t seed) {
      std::mt19937_64 random(seed);
      const auto rows = randomRows(random);
      const auto read = csvFrom(csvText(rows), "t.csv");
      RC_ASSERT(read.has_value());
      RC_ASSERT(*read == rows);
    }));
  }

  void ofSeveralByteOrderMarksOneIsNotText() {
    const auto read = csvFrom("\xEF\xBB\xBF\xEF\xBB\xBFname,kind\n", "t.csv");
    QVERIFY(read.has_value());
    QCOMPARE(read->front(), (CsvRow{"\xEF\xBB\xBFname", "kind"}));
    QCOMPARE(csvFrom(csvText(*read), "t.csv").value(), *read);
  }
};

AMBER_TEST(CsvTableTest);

#include "csv_table_tests.moc"
