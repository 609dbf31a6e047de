#include <rapidcheck.h>

#include <QTest>

#include "core/layers/random_layers.h"
#include "core/layers/sentences/sentence.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// Names that resemble reserved words of the grammar, and odd ones.
Vocabulary oddNames() {
  return {{"chr_keeper", "chr_snail", "every", "only", "two words", "a\"b", "back\\slash", "größe"},
          {"tile", "character", "on", "stops at"},
          {"pests", "ground", "every layer", "\"", "notices"},
          {"body", "feet", "reach", "only", "at"}};
}

}  // namespace

class SentenceTest : public QObject {
  Q_OBJECT

 private slots:
  void whatIsPrintedIsReadAgain() {
    const Vocabulary names = oddNames();
    const auto pick = [](const std::vector<std::string_view>& list, std::uint64_t n) {
      return std::string(list[n % list.size()]);
    };
    std::mt19937_64 random(7);
    for (int i = 0; i < 20000; ++i) {
      Expectation wanted;
      for (Phrase* phrase : {&wanted.who, &wanted.whom}) {
        phrase->of = static_cast<PhraseOf>(random() % 4);
        if (phrase->of == PhraseOf::Asset) phrase->name = pick(names.assets, random());
        if (phrase->of == PhraseOf::Kind) phrase->name = pick(names.kinds, random());
        if (phrase->of == PhraseOf::Layer) phrase->name = pick(names.layers, random());
        if (random() % 2 == 0) phrase->role = pick(names.roles, random());
      }
      wanted.verb = static_cast<Verb>(random() % 3);
      wanted.only = random() % 3 == 0;
      const std::string text = sentenceOf(wanted);
      const auto read = expectationFrom(text, names);
      QVERIFY2(read.has_value(), (text + ": " + (read ? "" : describe(read.error()))).c_str());
      QVERIFY2(*read == wanted, text.c_str());
    }
  }

  void badSentencesAreRefusedAtTheirPlace_data() {
    QTest::addColumn<QString>("sentence");
    QTest::addColumn<QString>("answer");
    const QString verbs = R"("stops at", "notices" or "passes")";
    const auto row = [](const char* sentence, const QString& answer) {
      QTest::newRow(sentence) << QString(sentence) << answer;
    };
    row("", R"(column 1: expected an asset, "every" or "everything", but the sentence ends)");
    row("   ", R"(column 4: expected an asset, "every" or "everything", but the sentence ends)");
    row("chr_keper body stops at every tile",
        R"(column 1: expected an asset, "every" or "everything", not chr_keper; did you mean chr_keeper?)");
    row("evry tile passes chr_keeper",
        R"(column 1: expected an asset, "every" or "everything", not evry; did you mean every?)");
    row("every", "column 6: expected a kind, but the sentence ends");
    row("every tiel stops at chr_keeper",
        "column 7: expected a kind, not tiel; did you mean tile?");
    row("everything on", "column 14: expected a layer, but the sentence ends");
    row("everything on pest passes chr_keeper",
        "column 15: expected a layer, not pest; did you mean pests?");
    row("everything at pests passes chr_keeper",
        R"(column 12: expected a role, "on", "stops at", "notices" or "passes", not at; did you mean "at"?)");
    row("chr_keeper bdy stops at every tile",
        "column 12: expected a role, " + verbs + ", not bdy; did you mean body?");
    row("chr_keeper", "column 11: expected a role, " + verbs + ", but the sentence ends");
    row("chr_keeper body", "column 16: expected " + verbs + ", but the sentence ends");
    row("chr_keeper body stop at every tile",
        "column 17: expected " + verbs + ", not stop; did you mean stops at?");
    row("chr_keeper body stops every tile", R"(column 23: expected "at", not every)");
    row("chr_keeper body stops", R"(column 22: expected "at", but the sentence ends)");
    row("chr_keeper notices",
        R"(column 19: expected an asset, "every" or "everything", but the sentence ends)");
    row("chr_keeper notices chr_snail onl",
        R"(column 30: expected a role, "only" or the end, not onl; did you mean only?)");
    row("chr_keeper notices chr_snail body bodies",
        R"(column 35: expected "only" or the end, not bodies)");
    row("chr_keeper notices chr_snail only please", "column 35: expected the end, not please");
    row("\"chr_keeper notices chr_snail",
        "column 1: expected a closing quote after the name, not \"chr_keeper notices chr_snail");
    row("\"every\" passes größe body x", R"(column 27: expected "only" or the end, not x)");
    row("every character stops at stops",
        R"(column 26: expected an asset, "every" or "everything", not stops)");
  }

  void badSentencesAreRefusedAtTheirPlace() {
    QFETCH(QString, sentence);
    QFETCH(QString, answer);
    const Vocabulary names = oddNames();
    const auto read = expectationFrom(sentence.toStdString(), names);
    QVERIFY(!read.has_value());
    QCOMPARE(QString::fromStdString(describe(read.error())), answer);
  }

  void wordsThatMayComeNextAreOffered_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QStringList>("offered");
    QTest::newRow("start") << "e" << QStringList{"every", "everything", "\"every\""}.mid(0, 2);
    QTest::newRow("asset") << "chr_k" << QStringList{"chr_keeper"};
    QTest::newRow("role") << "chr_keeper b" << QStringList{"body"};
    QTest::newRow("verb") << "chr_keeper body " << QStringList{"stops at", "notices", "passes"};
    QTest::newRow("at") << "chr_keeper body stops " << QStringList{"at"};
    QTest::newRow("kind") << "every t" << QStringList{"tile"};
    QTest::newRow("layer") << "everything on p" << QStringList{"pests"};
    QTest::newRow("whom's end") << "chr_keeper passes chr_snail o" << QStringList{"only"};
    QTest::newRow("after only") << "chr_keeper passes chr_snail only " << QStringList{};
    QTest::newRow("broken before") << "nobody stops " << QStringList{};
    QTest::newRow("any case") << "CHR_S" << QStringList{"chr_snail"};
  }

  void wordsThatMayComeNextAreOffered() {
    QFETCH(QString, typed);
    QFETCH(QStringList, offered);
    const std::string text = typed.toStdString();
    const Vocabulary names = oddNames();
    const Completion completion = completionOf(text, text.size(), names);
    QStringList words;
    for (const std::string& word : completion.words) words << QString::fromStdString(word);
    QCOMPARE(words, offered);
    QVERIFY(completion.begin <= text.size());
  }

  void everyOfferLeadsOn() {
    // Taking any offered word again and again, a sentence ends within a dozen words.
    const Vocabulary names = oddNames();
    std::mt19937_64 random(3);
    for (int i = 0; i < 2000; ++i) {
      std::string text;
      bool whole = false;
      for (int word = 0; word < 14 && !whole; ++word) {
        const Completion next = completionOf(text, text.size(), names);
        if (next.words.empty()) break;
        text += next.words[random() % next.words.size()] + " ";
        whole = expectationFrom(text, names).has_value();
      }
      QVERIFY2(whole, text.c_str());
    }
  }

  void anyBytesAreReadOrRefused() {
    const Vocabulary names = oddNames();
    rc::check([&](const std::string& bytes) {
      const auto read = expectationFrom(bytes, names);
      if (read) RC_ASSERT(expectationFrom(sentenceOf(*read), names) == *read);
      completionOf(bytes, bytes.size() / 2, names);
    });
  }
};
AMBER_TEST(SentenceTest);

#include "sentence_tests.moc"
