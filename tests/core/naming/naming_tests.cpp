#include <QTest>
#include <set>

#include "core/base/snake_case.h"
#include "core/naming/name_table.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;

class SnakeCaseTest : public QObject {
  Q_OBJECT
 private slots:
  void wordsAreJoined_data() {
    QTest::addColumn<QString>("given");
    QTest::addColumn<QString>("wanted");
    QTest::newRow("words") << "Keeper Walk"
                           << "keeper_walk";
    QTest::newRow("capitals inside") << "keeperWalk"
                                     << "keeper_walk";
    QTest::newRow("hyphen") << "keeper-walk"
                            << "keeper_walk";
    QTest::newRow("many separators") << "__keeper -- walk!"
                                     << "keeper_walk";
    QTest::newRow("capitals") << "KEEPER"
                              << "keeper";
    QTest::newRow("digits") << "walk2Fast"
                            << "walk2_fast";
    QTest::newRow("other letters") << QString::fromUtf8("Gärtner") << QString::fromUtf8("gärtner");
    QTest::newRow("nothing") << ""
                             << "unnamed";
  }
  void wordsAreJoined() {
    QFETCH(QString, given);
    QTEST(QString::fromStdString(snakeCase(given.toStdString())), "wanted");
  }

  void doingItTwiceChangesNothing() {
    AMBER_PROPERTY("snakeCase is a projection", [](const std::string& text) {
      const std::string once = snakeCase(text);
      RC_ASSERT(snakeCase(once) == once);
      RC_ASSERT(isSnakeCase(once));
    });
  }
};
AMBER_TEST(SnakeCaseTest);

class NameTableTest : public QObject {
  Q_OBJECT

  static Project projectWith(const std::vector<std::pair<std::string, std::string>>& assets) {
    Sheet sheet;
    sheet.id = {1000};
    sheet.path = "sheet.png";
    sheet.size = {4, 4};
    Project project = withEdits(newProject("names"), {PutSheet{sheet}})->project;
    std::uint32_t id = 1;
    for (const auto& [name, kind] : assets) {
      Asset asset;
      asset.id = {id++};
      asset.name = name;
      asset.kind = kind;
      const FrameId first{id++};
      const FrameId second{id++};
      asset.frames = {Frame{first, "x", sheet.id, {0, 0, 4, 4}, {}, {}, {}},
                      Frame{second, "x", sheet.id, {0, 0, 4, 4}, {}, {}, {}}};
      // The first frame is shown twice; it keeps one number.
      asset.animations = {
          {{id++}, "walk", LoopMode::Repeat, {{first, 10}, {second, 10}, {first, 10}}}};
      project = withEdits(project, {PutAsset{asset}})->project;
    }
    return project;
  }
  static std::vector<std::string> proposals(const Project& project) {
    std::vector<std::string> names;
    for (const NameRow& row : nameTable(project)) names.push_back(row.proposed);
    return names;
  }

 private slots:
  void namesFollowPrefixAssetAnimationNumber() {
    QCOMPARE(proposals(projectWith({{"Keeper", "character"}})),
             (std::vector<std::string>{"chr_keeper", "walk", "chr_keeper_walk_01",
                                       "chr_keeper_walk_02"}));
  }

  void thePrefixOfAnotherKindIsReplaced() {
    QCOMPARE(proposals(projectWith({{"prop_keeper", "character"}}))[0], std::string("chr_keeper"));
    QCOMPARE(proposals(projectWith({{"chr_keeper", "character"}}))[0], std::string("chr_keeper"));
  }

  void aSecondAssetOfTheNameGetsANumber() {
    const auto names = proposals(projectWith({{"pot", "prop"}, {"Pot", "prop"}}));
    QCOMPARE(names[0], std::string("prop_pot"));
    QCOMPARE(names[4], std::string("prop_pot_2"));
  }

  void digitsAndFirstNumberAreTheProjects() {
    Project project = projectWith({{"a", "shot"}});
    project = withEdits(project, {SetNaming{{4, 0}}})->project;
    QCOMPARE(proposals(project)[2], std::string("shot_a_walk_0000"));
  }

  void renamingAllLeavesNothingWrongAndNothingShared() {
    AMBER_PROPERTY("after renaming, all is right", [] {
      const auto names = *rc::gen::container<std::vector<std::string>>(
          4, rc::gen::element<std::string>("pot", "Pot", "prop_pot", "prop_pot_2", "chr_pot", "",
                                           "pot 2", "keeper"));
      std::vector<std::pair<std::string, std::string>> assets;
      for (const auto& name : names) assets.emplace_back(name, "prop");
      const Project before = projectWith(assets);
      const Project after = withEdits(before, renamesFor(nameTable(before)))->project;
      for (const NameRow& row : nameTable(after)) RC_ASSERT(row.right());
      RC_ASSERT(sharedNames(after).empty());
    });
  }

  void sharedNamesAreFound() {
    const auto shared = sharedNames(projectWith({{"a", "prop"}, {"a", "prop"}}));
    QCOMPARE(shared.size(), std::size_t{2});  // the assets, and four frames named x
    QCOMPARE(shared[1].rows.size(), std::size_t{4});
  }
};
AMBER_TEST(NameTableTest);

#include "naming_tests.moc"
