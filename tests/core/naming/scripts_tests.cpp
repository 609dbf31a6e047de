#include <rapidcheck.h>

#include <QTest>

#include "core/base/letters.h"
#include "core/base/nearest_word.h"
#include "core/base/snake_case.h"
#include "core/base/utf8.h"
#include "core/naming/code/code_uses.h"
#include "core/naming/name_faults.h"
#include "core/naming/name_table.h"
#include "core/naming/name_words.h"
#include "core/naming/renames.h"
#include "core/project/edit.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// Letters of the scripts that artists write in: with case, with marks, without either.
constexpr std::pair<char32_t, char32_t> kScripts[] = {
    {U'a', U'z'},     {0x00E0, 0x00F6}, {0x0430, 0x044F}, {0x03B1, 0x03C1},   {0x0561, 0x0586},
    {0x4E00, 0x4F00}, {0xAC00, 0xAD00}, {0x3042, 0x3093}, {0x05D0, 0x05EA},   {0x0628, 0x063A},
    {0x0E01, 0x0E2E}, {0x0905, 0x0939}, {0x10D0, 0x10F0}, {0x20000, 0x20100}, {0x1E900, 0x1E943},
};

std::pair<char32_t, char32_t> anyScript() {
  return *rc::gen::elementOf(std::vector(std::begin(kScripts), std::end(kScripts)));
}

char32_t anyLetterOf(std::pair<char32_t, char32_t> script) {
  const auto last = static_cast<std::uint32_t>(script.second) + 1;
  return static_cast<char32_t>(*rc::gen::inRange(static_cast<std::uint32_t>(script.first), last));
}

char32_t anyLetter() {
  return anyLetterOf(anyScript());
}

// A word of one script, as snake case writes it: in small letters.
std::string wordOfAnyScript() {
  const auto script = anyScript();
  std::string word;
  for (int i = *rc::gen::inRange(1, 6); i > 0; --i) word += utf8Of(toSmall(anyLetterOf(script)));
  return word;
}

std::vector<std::string> wordsOfAnyScript() {
  std::vector<std::string> words;
  for (int i = *rc::gen::inRange(1, 5); i > 0; --i) words.push_back(wordOfAnyScript());
  return words;
}

// Two assets that walk.
Project walkers(const std::string& first, const std::string& second) {
  Project project = newProject("garden");
  std::uint32_t id = 1;
  Sheet sheet;
  sheet.id = SheetId{id++};
  sheet.path = "sheets/garden.png";
  sheet.hash = "sha256:" + std::string(64, '0');
  sheet.size = {64, 64};
  project.sheets.emplace_back(sheet);
  for (const std::string& name : {first, second}) {
    Asset asset;
    asset.id = AssetId{id++};
    asset.kind = "character";
    asset.name = name;
    Frame frame;
    frame.id = FrameId{id++};
    frame.name = frameNameFor(project.naming, name, "walk", 0);
    frame.sheet = sheet.id;
    frame.rect = {0, 0, 16, 16};
    asset.animations.push_back({AnimationId{id++}, "walk", LoopMode::Repeat, {{frame.id, 100}}});
    asset.frames.push_back(std::move(frame));
    project.assets.emplace_back(std::move(asset));
  }
  project.nextId = id;
  return project;
}

bool hasFault(const Project& project, NameFault fault) {
  const auto entries = nameEntries(project);
  return std::any_of(entries.begin(), entries.end(), [&](const NameEntry& one) {
    return std::find(one.faults.begin(), one.faults.end(), fault) != one.faults.end();
  });
}

std::vector<std::string> assetNames(const Project& project) {
  std::vector<std::string> names;
  for (const auto& asset : project.assets) names.push_back(asset->name);
  return names;
}

}  // namespace

// Names in any script, and names that go from one style to another.
class ScriptsTest : public QObject {
  Q_OBJECT
 private slots:
  void wordsOfAnyScriptComeBackFromEveryStyle() {
    AMBER_PROPERTY("words", [] {
      const auto words = wordsOfAnyScript();
      for (const NameStyle style : {NameStyle::Snake, NameStyle::Kebab, NameStyle::Camel,
                                    NameStyle::Pascal, NameStyle::Upper}) {
        const std::string name = styled(words, style);
        RC_ASSERT(isUtf8(name));
        RC_ASSERT(wordsOf(name) == words);
        // And so from style to style and back.
        for (const NameStyle other : {NameStyle::Camel, NameStyle::Pascal, NameStyle::Kebab}) {
          RC_ASSERT(styled(styled(name, other), style) == name);
        }
      }
    });
    AMBER_PROPERTY("no letter is lost", [] {
      std::string text;
      std::u32string kept;
      for (int i = *rc::gen::inRange(1, 12); i > 0; --i) {
        const char32_t code =
            *rc::gen::oneOf(rc::gen::just(U' '), rc::gen::just(U'-'), rc::gen::exec(anyLetter));
        text += utf8Of(code);
        if (isLetterOrDigit(code)) kept += toSmall(code);
      }
      const std::string snake = snakeCase(text);
      std::u32string left;
      for (const char32_t code : codesOf(snake)) {
        if (code != U'_') left += code;
      }
      RC_ASSERT(kept.empty() || left == kept);
      RC_ASSERT(snakeCase(snake) == snake);
    });
  }

  void stylesAreStableThereAndBack() {
    for (const char* name :
         {"prop_a_b", "prop_2d_sign", "chr_größe", "chr_蛾_二", "x_y_z", "hd_a_tv", "chr_μ_ω"}) {
      for (const NameStyle style :
           {NameStyle::Camel, NameStyle::Pascal, NameStyle::Kebab, NameStyle::Upper}) {
        const std::string there = styled(name, style);
        QVERIFY2(styled(there, style) == there, (there + ", " + styled(there, style)).c_str());
        QVERIFY2(styled(there, NameStyle::Snake) == name, there.c_str());
      }
    }
  }

  void theConventionKeepsLettersOfAnyScript() {
    for (const char* name : {"chr_蛾", "chr_größe", "chr_мотыль", "chr_σκόρος"}) {
      const Project project = walkers(name, "chr_snail");
      QCOMPARE(assetNameFor(project, *findKind(project, "character"), name), std::string(name));
      QVERIFY2(!hasFault(project, NameFault::Pattern), name);
    }
    // Two signs are two names, and not one in another case.
    QVERIFY(!hasFault(walkers("chr_蛾", "chr_蛇"), NameFault::Case));
    QVERIFY(hasFault(walkers("chr_größe", "chr_GRÖSSE_"), NameFault::Pattern));
    QVERIFY(hasFault(walkers("chr_мотыль", "chr_Мотыль"), NameFault::Case));
  }

  void distancesCountCharacters() {
    QCOMPARE(editDistance("蛾", "蛇"), 1);
    QCOMPARE(editDistance("größe", "grosse"), 3);
    QCOMPARE(editDistance("every", "еvery"), 1);
    const std::array<std::string_view, 2> words = {"every", "some"};
    QCOMPARE(nearestWord("еvery", words), std::string_view("every"));
    AMBER_PROPERTY("a character changed is one edit", [] {
      std::u32string letters;
      for (int i = *rc::gen::inRange(1, 8); i > 0; --i) letters += anyLetter();
      std::u32string other = letters;
      other[*rc::gen::inRange<std::size_t>(0, other.size())] = U'!';
      std::string a;
      std::string b;
      for (const char32_t code : letters) a += utf8Of(code);
      for (const char32_t code : other) b += utf8Of(code);
      RC_ASSERT(editDistance(a, b) == 1);
    });
  }

  void rightNamesStayWhereWrongOnesBecomeTheSame() {
    const Project project = walkers("keeper", "chr_keeper");
    const auto after = withEdits(project, renamesFor(nameTable(project)));
    QVERIFY(after.has_value());
    QCOMPARE(assetNames(after->project), (std::vector<std::string>{"chr_keeper_2", "chr_keeper"}));
  }

  void namesChangePlacesInOneCallAndNoTwoFramesShareOne() {
    const Project project = walkers("chr_a", "chr_b");
    const auto edits =
        renameEdits(project, std::vector<RenameRequest>{{std::nullopt, "chr_a", "chr_b"},
                                                        {std::nullopt, "chr_b", "chr_a"}});
    QVERIFY2(edits.has_value(), edits ? "" : edits.error().sentence.c_str());
    const auto after = withEdits(project, *edits);
    QVERIFY(after.has_value());
    QCOMPARE(assetNames(after->project), (std::vector<std::string>{"chr_b", "chr_a"}));
    QCOMPARE(after->project.assets[0]->frames[0].name, std::string("chr_b_walk_01"));
    // By the convention its frame would be called as that of the other.
    const auto shared =
        renameEdits(project, std::vector<RenameRequest>{{std::nullopt, "chr_a", "CHR_B"}});
    QVERIFY(!shared);
    QVERIFY2(shared.error().sentence.find("chr_b_walk_01") != std::string::npos,
             shared.error().sentence.c_str());
  }

  void codeSpeaksOfNamesInEveryWayThatPeopleWrite() {
    const Project project = walkers("chr_moth", "chr_snail");
    const CodeNames names(project, nameEntries(project));
    const std::string text =
        "load(\"chr_moth.png\"); load('art/chr_moth/walk'); load(\"chr_moth_walk_%02d\");\n"
        "use(names::ASSET_CHR_MOTH); say(\"a \\\"chr_snail\\\" \"); load(\"chr\u200b_moth\");\n";
    std::vector<std::string> found;
    for (const CodeUse& use : codeUses(text, names)) {
      found.push_back(std::to_string(use.line) + " " + use.text);
    }
    const auto has = [&](const char* one) {
      return std::find(found.begin(), found.end(), one) != found.end();
    };
    std::string all;
    for (const std::string& one : found) all += one + "; ";
    QVERIFY2(has("1 chr_moth") && has("1 chr_moth_walk"), all.c_str());
    QVERIFY2(has("2 ASSET_CHR_MOTH") && has("2 chr_snail"), all.c_str());
    const CodeReport report = codeReport(project, nameEntries(project), {{"a.cpp", text}});
    QVERIFY(std::find(report.unused.begin(), report.unused.end(), "chr_moth") ==
            report.unused.end());
    // A rename is written in every place.
    const Renames renames = {{"chr_moth", "chr_owl"}, {"chr_moth_walk_01", "chr_owl_walk_01"}};
    const std::string after = renamedIn(text, renames, project, nameEntries(project));
    for (const char* part :
         {"chr_owl.png", "art/chr_owl/walk", "chr_owl_walk_%02d", "ASSET_CHR_OWL"}) {
      QVERIFY2(after.find(part) != std::string::npos, after.c_str());
    }
  }
};
AMBER_TEST(ScriptsTest);

#include "scripts_tests.moc"
