#include <rapidcheck.h>

#include <QTest>

#include "core/naming/code/code_uses.h"
#include "core/naming/code/reserved_words.h"
#include "core/naming/name_faults.h"
#include "core/naming/name_words.h"
#include "core/naming/renames.h"
#include "support/registry.h"

using namespace amber;

namespace {

// A project of assets that walk, each of two frames, called as the convention has it.
Project garden(const std::vector<std::string>& names, NamingRule rule = {}) {
  Project project = newProject("garden");
  project.naming = rule;
  std::uint32_t id = 1;
  Sheet sheet;
  sheet.id = SheetId{id++};
  sheet.path = "sheets/garden.png";
  sheet.hash = "sha256:" + std::string(64, '0');
  sheet.size = {64, 64};
  project.sheets.emplace_back(sheet);
  for (const std::string& name : names) {
    Asset asset;
    asset.id = AssetId{id++};
    asset.kind = "character";
    asset.name = name;
    Animation walk{AnimationId{id++}, "walk", LoopMode::Repeat, {}};
    for (int i = 0; i < 2; ++i) {
      Frame frame;
      frame.id = FrameId{id++};
      frame.name = frameNameFor(rule, name, "walk", i);
      frame.sheet = sheet.id;
      frame.rect = {0, 0, 16, 16};
      walk.steps.push_back({frame.id, 100});
      asset.frames.push_back(std::move(frame));
    }
    asset.animations.push_back(std::move(walk));
    project.assets.emplace_back(std::move(asset));
  }
  project.nextId = id;
  return project;
}

// "NAME rule" of every fault.
std::vector<std::string> faultsOf(const Project& project) {
  std::vector<std::string> faults;
  for (const NameEntry& entry : nameEntries(project)) {
    for (const NameFault fault : entry.faults) {
      faults.push_back(entry.name + " " +
                       std::string(kNameFaultIds[static_cast<std::size_t>(fault)]));
    }
  }
  return faults;
}

bool tells(const Project& project, const std::string& fault) {
  const std::vector<std::string> faults = faultsOf(project);
  return std::find(faults.begin(), faults.end(), fault) != faults.end();
}

}  // namespace

class NameFaultsTest : public QObject {
  Q_OBJECT
 private slots:
  void wordsAreJoinedInEveryStyle() {
    const std::vector<std::string> words = {"chr", "keeper", "walk", "01"};
    QCOMPARE(styled(words, NameStyle::Snake), std::string("chr_keeper_walk_01"));
    QCOMPARE(styled(words, NameStyle::Kebab), std::string("chr-keeper-walk-01"));
    QCOMPARE(styled(words, NameStyle::Camel), std::string("chrKeeperWalk01"));
    QCOMPARE(styled(words, NameStyle::Pascal), std::string("ChrKeeperWalk01"));
    QCOMPARE(styled(words, NameStyle::Upper), std::string("CHR_KEEPER_WALK_01"));
    QCOMPARE(constantOf("chrKeeper"), std::string("CHR_KEEPER"));
    rc::check("what is styled is styled already", [] {
      std::vector<std::string> some;
      for (int i = *rc::gen::inRange(1, 5); i > 0; --i) {
        some.push_back(
            *rc::gen::nonEmpty(rc::gen::container<std::string>(rc::gen::inRange('a', 'z'))));
      }
      for (const NameStyle style : {NameStyle::Snake, NameStyle::Kebab, NameStyle::Camel,
                                    NameStyle::Pascal, NameStyle::Upper}) {
        // A word of one letter has no end that a capital would show.
        if (std::any_of(some.begin(), some.end(), [](const auto& w) { return w.size() < 2; }))
          return;
        const std::string name = styled(some, style);
        if (style != NameStyle::Upper) RC_ASSERT(styled(name, style) == name);
      }
    });
  }

  void aConventionOfItsOwnMakesAndChecksNames() {
    NamingRule rule;
    rule.style = NameStyle::Camel;
    rule.asset = {{NamePartKind::Word, "art"}, {NamePartKind::Name}, {NamePartKind::Prefix}};
    rule.frame = {{NamePartKind::Animation},
                  {NamePartKind::Word, "of"},
                  {NamePartKind::Asset},
                  {NamePartKind::Number}};
    const Project project = garden({"artKeeperChr"}, rule);
    QCOMPARE(project.assets[0]->frames[1].name, std::string("walkOfArtKeeperChr02"));
    QCOMPARE(faultsOf(project), std::vector<std::string>{});
    const Kind* kind = findKind(project, "character");
    for (const char* base : {"keeper", "Keeper", "chr_keeper", "artKeeperChr", "art-keeper-chr"}) {
      QCOMPARE(assetNameFor(project, *kind, base), std::string("artKeeperChr"));
    }
    Project renamed = project;
    renamed.naming = {};
    QVERIFY(tells(renamed, "artKeeperChr name.pattern"));
  }

  void everyRuleIsToldAndOnlyWhereItIsBroken() {
    QCOMPARE(faultsOf(garden({"chr_keeper", "chr_snail"})), std::vector<std::string>{});
    QVERIFY(tells(garden({"chr_keeper", "chr_keeper"}), "chr_keeper name.shared"));
    QVERIFY(tells(garden({"chr_keeper", "chrKeeper"}), "chrKeeper name.case"));
    QVERIFY(tells(garden({"chr_keeper", "chrKeeper"}), "chr_keeper name.case"));
    QVERIFY(tells(garden({"con"}), "con name.file"));
    QVERIFY(tells(garden({"chr_k\xD0\xB5"
                          "eper"}),
                  "chr_k\xD0\xB5"
                  "eper name.lookalike"));
    Project project = garden({"chr_keeper"});
    project.naming.longest = 12;
    QVERIFY(tells(project, "chr_keeper_walk_01 name.long"));
    QVERIFY(!tells(project, "chr_keeper name.long"));
    project = garden({"class"});
    QVERIFY(!tells(project, "class name.reserved"));
    project.naming.languages = {Language::C, Language::Cpp};
    QVERIFY(tells(project, "class name.reserved"));
    project = garden({"chr_keeper"});
    project.layers.emplace_back("body");
    QVERIFY(tells(project, "body name.clash"));
  }

  void nearNamesAreToldOnceAndNoFalseAlarmIsRaised() {
    QVERIFY(tells(garden({"chr_keeper", "chr_kepper"}), "chr_kepper name.near"));
    QVERIFY(!tells(garden({"chr_keeper", "chr_kepper"}), "chr_keeper name.near"));
    QVERIFY(tells(garden({"chr_firelfy", "chr_firefly"}), "chr_firefly name.near"));
    for (const auto& [a, b] : {std::pair("door_left", "door_lift"),
                               {"pot", "pod"},
                               {"crate", "crates"},
                               {"seed01", "seed02"},
                               {"arm_l", "arm_r"},
                               {"tree_north", "tree_south"},
                               {"moth", "mouse"}}) {
      const Project project = garden({std::string("chr_") + a, std::string("chr_") + b});
      QVERIFY2(!tells(project, std::string("chr_") + b + " name.near"), b);
    }
    // Two words that the project knows well are both meant.
    const Project known = garden({"chr_bear_red", "chr_bear_old", "chr_bear_wet", "chr_pear_red",
                                  "chr_pear_old", "chr_pear_wet"});
    QVERIFY(!tells(known, "chr_pear_red name.near"));
    // An animation that one asset has otherwise than all others.
    Project project = garden({"chr_keeper", "chr_snail", "chr_moth"});
    Asset odd = *project.assets[0];
    odd.animations[0].name = "wakl";
    project.assets[0] = SharedValue<Asset>(odd);
    QVERIFY(tells(project, "wakl name.near"));
  }

  void reservedWordsAreThoseOfTheLanguage() {
    QVERIFY(isReserved("elseif", Language::Lua) && !isReserved("elseif", Language::C));
    QVERIFY(isReserved("None", Language::Python) && !isReserved("none", Language::Python));
    QVERIFY(isReserved("dyn", Language::Rust) && isReserved("yield", Language::JavaScript));
    QVERIFY(!isReserved("", Language::C) && !isReserved("int long", Language::C));
    QVERIFY(isReserved("while", Language::Java) && isReserved("ref", Language::CSharp));
  }

  void aRenameTakesWithItWhatFollowedTheConvention() {
    Project project = garden({"chr_keeper", "chr_snail"});
    Asset keeper = *project.assets[0];
    keeper.frames[1].name = "by_hand";
    project.assets[0] = SharedValue<Asset>(keeper);
    const auto renamed = [&](const char* text) {
      const auto wish = renameRequestFrom(text);
      if (!wish) return tl::expected<Project, Error>(tl::unexpected(wish.error()));
      const auto edits = renameEdits(project, {*wish});
      if (!edits) return tl::expected<Project, Error>(tl::unexpected(edits.error()));
      return tl::expected<Project, Error>(withEdits(project, *edits)->project);
    };
    const auto asset = renamed("chr_keeper=chr_gardener");
    QCOMPARE(asset->assets[0]->frames[0].name, std::string("chr_gardener_walk_01"));
    QCOMPARE(asset->assets[0]->frames[1].name, std::string("by_hand"));
    const auto animation = renamed("walk=stroll");
    QCOMPARE(animation->assets[1]->animations[0].name, std::string("stroll"));
    QCOMPARE(animation->assets[1]->frames[1].name, std::string("chr_snail_stroll_02"));
    const auto role = renamed("role:body=trunk");
    QVERIFY(findRole(*role, "trunk") != nullptr);
    QVERIFY(!renamed("chr_nobody=x") && !renamed("chr_keeper") && !renamed("thing:a=b"));
    QVERIFY(!renamed("chr_keeper=chr_snail"));
    project.layers.emplace_back("body");
    QVERIFY(!renamed("body=trunk"));
    QVERIFY(renamed("layer:body=ground2"));
  }

  void codeIsReadByLiteralsAndWords() {
    const Project project = garden({"chr_keeper", "chr_snail"});
    const auto entries = nameEntries(project);
    const CodeNames names(project, entries);
    const std::string text =
        "\xEF\xBB\xBF"
        "load('chr_keeper'); // it's CHR_SNAIL\r\n"
        "\"walk\" walk \"chr_keper\" chr_kepeer chr_settings `chr_ghost`\r\n"
        "\xC3\xA4\xC3\xB6 \"chr_keeper_walk_01\"";
    std::vector<std::string> found;
    for (const CodeUse& use : codeUses(text, names)) {
      found.push_back(std::to_string(use.line) + ":" + std::to_string(use.column) + " " + use.text);
      QCOMPARE(text.substr(use.at, use.text.size()), use.text);
    }
    QCOMPARE(found,
             (std::vector<std::string>{"1:7 chr_keeper", "1:29 CHR_SNAIL", "2:2 walk",
                                       "2:14 chr_keper", "2:25 chr_kepeer", "2:36 chr_settings",
                                       "2:50 chr_ghost", "3:5 chr_keeper_walk_01"}));
    const CodeReport report = codeReport(project, entries, {{"a.cpp", text}});
    std::vector<std::string> unknown;
    for (const auto& one : report.unknown) {
      unknown.push_back(one.use.use.text + " " + one.use.nearest);
    }
    // A word far from every name is ignored; a literal with a prefix is always reported.
    QCOMPARE(unknown, (std::vector<std::string>{"chr_keper chr_keeper", "chr_kepeer chr_keeper",
                                                "chr_ghost "}));
    QCOMPARE(report.unused, std::vector<std::string>{});
  }

  void renamesAreWrittenOutAsADiff() {
    const Project project = garden({"chr_keeper"});
    const auto entries = nameEntries(project);
    std::string text;
    for (int i = 0; i < 20; ++i) text += "line " + std::to_string(i) + "\n";
    text += "say(\"chr_keeper\", CHR_KEEPER, chr_keeper_walk_01)";
    const Renames renames = {{"chr_keeper", "chr_gardener"}};
    const std::string after = renamedIn(text, renames, project, entries);
    QVERIFY(after.ends_with("say(\"chr_gardener\", CHR_GARDENER, chr_keeper_walk_01)"));
    const std::string diff = unifiedDiff({{"src/a b.cpp", text}, {"same.cpp", "x"}}, {after, "x"});
    QCOMPARE(diff, std::string("--- a/src/a b.cpp\t\n+++ b/src/a b.cpp\t\n@@ -18,4 +18,4 @@\n"
                               " line 17\n line 18\n line 19\n"
                               "-say(\"chr_keeper\", CHR_KEEPER, chr_keeper_walk_01)\n"
                               "\\ No newline at end of file\n"
                               "+say(\"chr_gardener\", CHR_GARDENER, chr_keeper_walk_01)\n"
                               "\\ No newline at end of file\n"));
  }
};
AMBER_TEST(NameFaultsTest);

#include "name_faults_tests.moc"
