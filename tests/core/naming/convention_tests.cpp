#include <rapidcheck.h>

#include <QTest>
#include <set>

#include "core/naming/convention_parts.h"
#include "core/naming/learn_convention.h"
#include "core/naming/name_difference.h"
#include "core/naming/name_family.h"
#include "core/naming/name_fixes.h"
#include "core/naming/name_words.h"
#include "core/naming/sides.h"
#include "core/project/validation/valid_project.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;

namespace {

// A project whose assets have one animation each of some frames, named by a rule.
class Garden {
 public:
  explicit Garden(NamingRule rule = {}) : project_(newProject("garden")) {
    project_.naming = std::move(rule);
    Sheet sheet;
    sheet.id = SheetId{id_++};
    sheet.path = "sheets/garden.png";
    sheet.hash = "sha256:" + std::string(64, '0');
    sheet.size = {64, 64};
    project_.sheets.emplace_back(sheet);
  }
  Garden& add(const std::string& name, const std::vector<std::string>& animations, int frames = 2) {
    Asset asset;
    asset.id = AssetId{id_++};
    asset.kind = "character";
    asset.name = name;
    for (const std::string& animation : animations) {
      Animation shown{AnimationId{id_++}, animation, LoopMode::Repeat, {}};
      for (int i = 0; i < frames; ++i) {
        Frame frame;
        frame.id = FrameId{id_++};
        frame.name = frameNameFor(project_.naming, name, animation, i);
        frame.sheet = project_.sheets.front()->id;
        frame.rect = {0, 0, 16, 16};
        shown.steps.push_back({frame.id, 100});
        asset.frames.push_back(std::move(frame));
      }
      asset.animations.push_back(std::move(shown));
    }
    project_.assets.emplace_back(std::move(asset));
    project_.nextId = id_;
    return *this;
  }
  Project project() const { return project_; }

 private:
  Project project_;
  std::uint32_t id_ = 1;
};

NamePart part(NamePartKind kind) {
  return {kind, {}};
}
NamePart word(const std::string& text) {
  return {NamePartKind::Word, text};
}

// The line of parts in short: p n a # and words.
std::string lineOf(const NamingRule& rule) {
  std::string text;
  for (const ConventionPart& one : conventionParts(rule)) {
    const std::map<NamePartKind, std::string> shorts = {{NamePartKind::Prefix, "p"},
                                                        {NamePartKind::Name, "n"},
                                                        {NamePartKind::Animation, "a"},
                                                        {NamePartKind::Number, "#"},
                                                        {NamePartKind::Word, one.part.word}};
    text += (text.empty() ? "" : " ") + shorts.at(one.part.kind) + (one.ofAsset ? "'" : "");
  }
  return text;
}

std::vector<std::string> namesOf(const Project& project) {
  std::vector<std::string> names;
  for (const NameEntry& entry : namesBy(project)) names.push_back(entry.name);
  return names;
}

Project renamed(const Project& project, const std::vector<ThingRename>& renames) {
  const auto edits = renameEdits(project, renames);
  if (!edits) qFatal("%s", edits.error().sentence.c_str());
  const auto applied = withEdits(project, *edits);
  if (!applied) qFatal("%s", applied.error().sentence.c_str());
  return applied->project;
}

NameEntry entryOf(const Project& project, NameSort sort, const std::string& name) {
  for (const NameEntry& entry : nameEntries(project)) {
    if (entry.sort == sort && entry.name == name) return entry;
  }
  qFatal("no name %s", name.c_str());
}

}  // namespace

class ConventionTest : public QObject {
  Q_OBJECT

 private slots:
  void aDifferenceTellsWhatStaysGoesAndComes() {
    using Sort = NamePiece::Sort;
    QVERIFY(nameDifference("chr_Moth", "chr_moth") ==
            (std::vector<NamePiece>{
                {Sort::Kept, "chr_"}, {Sort::Gone, "M"}, {Sort::Fresh, "m"}, {Sort::Kept, "oth"}}));
    QVERIFY(nameDifference("walk", "walk") == (std::vector<NamePiece>{{Sort::Kept, "walk"}}));
    QVERIFY(nameDifference("", "a") == (std::vector<NamePiece>{{Sort::Fresh, "a"}}));
    // Whole characters.
    QVERIFY(nameDifference("g\xC3\xA4rtner", "g\xC3\xA5rtner")[1].text == "\xC3\xA4");
  }

  void aDifferenceIsBothNames() {
    AMBER_PROPERTY("pieces", [](const std::string& from, const std::string& to) {
      std::string kept;
      std::string fresh;
      for (const NamePiece& piece : nameDifference(from, to)) {
        RC_ASSERT(!piece.text.empty());
        if (piece.sort != NamePiece::Sort::Fresh) kept += piece.text;
        if (piece.sort != NamePiece::Sort::Gone) fresh += piece.text;
      }
      RC_ASSERT(kept == from);
      RC_ASSERT(fresh == to);
    });
  }

  void partsAreMovedAddedAndTakenOut() {
    const NamingRule usual;
    QCOMPARE(lineOf(usual), std::string("p' n' a #"));
    // Within the asset's name, out of it (all of it goes), into it (at the end it comes from).
    QCOMPARE(lineOf(withPartMoved(usual, 0, 2)), std::string("n' p' a #"));
    QCOMPARE(lineOf(withPartMoved(usual, 0, 4)), std::string("a # p' n'"));
    QCOMPARE(lineOf(withPartMoved(usual, 1, 3)), std::string("a p' n' #"));
    QCOMPARE(lineOf(withPartMoved(usual, 3, 1)), std::string("p' n' # a"));
    QCOMPARE(lineOf(withPartMoved(usual, 3, 0)), std::string("# p' n' a"));
    const NamingRule own = *withPartAdded(usual, 1, word("night"));
    QCOMPARE(lineOf(own), std::string("p' night' n' a #"));
    const NamingRule framed = *withPartAdded(usual, 3, word("f"));
    QCOMPARE(lineOf(framed), std::string("p' n' a f #"));
    QCOMPARE(lineOf(*withWord(framed, 3, "pic")), std::string("p' n' a pic #"));
    QVERIFY(!withWord(framed, 3, "Not Snake") && !withWord(framed, 2, "x"));
    QVERIFY(!withPartAdded(usual, 0, part(NamePartKind::Animation)));
    // The parts that make names unique are kept.
    QVERIFY(!withoutPart(usual, 1) && !withoutPart(usual, 3));
    const NamingRule bare = *withoutPart(*withoutPart(usual, 2), 0);
    QCOMPARE(lineOf(bare), std::string("n' #"));
    QVERIFY(missingParts(bare) ==
            (std::vector<NamePart>{part(NamePartKind::Prefix), part(NamePartKind::Animation)}));
    QCOMPARE(lineOf(*withPartAdded(bare, 0, part(NamePartKind::Prefix))), std::string("p' n' #"));
  }

  void everyMoveLeavesASoundRuleOfTheSameParts() {
    AMBER_PROPERTY("moves", [] {
      NamingRule rule;
      for (int i = *rc::gen::inRange(0, 4); i > 0; --i) {
        const auto at = *rc::gen::inRange<std::size_t>(0, conventionParts(rule).size());
        if (const auto added = withPartAdded(rule, at, word("w" + std::to_string(i)))) {
          rule = *added;
        }
      }
      const std::size_t count = conventionParts(rule).size();
      const NamingRule moved = withPartMoved(rule, *rc::gen::inRange<std::size_t>(0, count),
                                             *rc::gen::inRange<std::size_t>(0, count + 1));
      RC_ASSERT(conventionParts(moved).size() == count);
      Project project = newProject("p");
      project.naming = moved;
      RC_ASSERT(validated(project).has_value());
    });
  }

  void aConventionIsLearnedFromWhatIsThere() {
    NamingRule rule;
    rule.style = NameStyle::Camel;
    rule.digits = 3;
    rule.firstNumber = 0;
    rule.frame = {part(NamePartKind::Animation), word("of"), part(NamePartKind::Asset),
                  part(NamePartKind::Number)};
    Garden garden(rule);
    for (const char* name : {"chrKeeperTall", "chrSnail", "chrMoth"}) {
      garden.add(name, {"walkSlow", "waterPlants"}, 4);
    }
    Project project = garden.project();
    // Of this the project knows nothing yet.
    project.naming = NamingRule{};
    const LearnedConvention learned = learnedConvention(project);
    QVERIFY(learned.rule == rule);
    // Only the names of roles and layers might differ.
    QVERIFY(learned.of - learned.follow <= 1);
    QVERIFY(following(project, NamingRule{}).follow < learned.follow / 2);
    // What the project has already stays where nothing is better.
    project.naming = rule;
    QVERIFY(learnedConvention(project).rule == rule);
  }

  void aConventionOfMostIsLearnedDespiteOthers() {
    Garden garden;
    for (int i = 0; i < 8; ++i) garden.add("chr_thing_" + std::string(1, char('a' + i)), {"walk"});
    Project project = garden.project();
    project.naming.style = NameStyle::Kebab;
    project = renamed(project, {{entryOf(project, NameSort::Asset, "chr_thing_a"), "ODDLY-NAMED"}});
    const LearnedConvention learned = learnedConvention(project);
    QVERIFY(learned.rule.style == NameStyle::Snake);
    QVERIFY(learned.follow < learned.of);
  }

  void sidesAreKnownInEveryStyleAndSpelledOneWay() {
    QCOMPARE(*otherSide("walk_left"), std::string("walk_right"));
    QCOMPARE(*otherSide("walkLeft"), std::string("walkRight"));
    QCOMPARE(*otherSide("WALK_L"), std::string("WALK_R"));
    QCOMPARE(*otherSide("walk-west-02"), std::string("walk-east-02"));
    QVERIFY(!otherSide("leftover") && !sideOf("bright"));
    QCOMPARE(*withoutSide("walk_left"), std::string("walk"));
    QCOMPARE(*withoutSide("leftArm"), std::string("Arm"));
    QVERIFY(!withoutSide("left"));
    NamingRule rule;
    rule.sides = SideSpelling::LR;
    QCOMPARE(plainNameFor(rule, "arm_left"), std::string("arm_l"));
    QCOMPARE(plainNameFor(rule, "walk_east"), std::string("walk_r"));
    // Of a mirrored pair one may go without saying; of no pair, none.
    rule = {};
    rule.sidesSaid = SidesSaid::Left;
    Project project =
        Garden(rule).add("chr_keeper", {"walk_left", "walk_right", "turn_right"}).project();
    std::map<std::string, std::string> proposed;
    for (const NameEntry& entry : namesBy(project)) proposed[entry.name] = entry.proposed;
    QCOMPARE(proposed["walk_right"], std::string("walk"));
    QCOMPARE(proposed["walk_left"], std::string("walk_left"));
    QCOMPARE(proposed["turn_right"], std::string("turn_right"));
  }

  void thingsAreRenamedTogetherAndWhatFollowedFollows() {
    const Project project =
        Garden().add("chr_keeper", {"walk", "run"}).add("chr_moth", {"walk"}).project();
    // Two change places; their frames go along.
    const Project swapped =
        renamed(project, {{entryOf(project, NameSort::Asset, "chr_keeper"), "chr_moth"},
                          {entryOf(project, NameSort::Asset, "chr_moth"), "chr_keeper"}});
    QCOMPARE(swapped.assets[0]->name, std::string("chr_moth"));
    QCOMPARE(swapped.assets[0]->frames[0].name, std::string("chr_moth_walk_01"));
    QCOMPARE(swapped.assets[1]->frames[1].name, std::string("chr_keeper_walk_02"));
    // One animation of one asset, not those of that name elsewhere.
    const Project walked =
        renamed(project, {{entryOf(project, NameSort::Animation, "walk"), "stroll"}});
    QCOMPARE(walked.assets[0]->frames[0].name, std::string("chr_keeper_stroll_01"));
    QCOMPARE(walked.assets[1]->animations[0].name, std::string("walk"));
    // A frame renamed by hand keeps its name.
    const Project odd =
        renamed(project, {{entryOf(project, NameSort::Frame, "chr_keeper_walk_01"), "first"},
                          {entryOf(project, NameSort::Asset, "chr_keeper"), "chr_warden"}});
    QCOMPARE(odd.assets[0]->frames[0].name, std::string("first"));
    QCOMPARE(odd.assets[0]->frames[1].name, std::string("chr_warden_walk_02"));
    const auto taken = renameEdits(
        project,
        std::vector<ThingRename>{{entryOf(project, NameSort::Asset, "chr_moth"), "chr_keeper"}});
    QVERIFY(!taken && taken.error().code == ErrorCode::BadValue);
    const auto names = renamesBetween(namesBy(project), namesBy(walked));
    QVERIFY(names == (std::vector<std::pair<std::string, std::string>>{
                         {"walk", "stroll"},
                         {"chr_keeper_walk_01", "chr_keeper_stroll_01"},
                         {"chr_keeper_walk_02", "chr_keeper_stroll_02"}}));
  }

  void everyFaultHasAFixThatRemovesIt_data() {
    QTest::addColumn<int>("fault");
    QTest::addColumn<QString>("name");
    QTest::addColumn<QString>("better");
    const auto row = [](NameFault fault, const char* name, const char* better) {
      QTest::newRow(kNameFaultIds[static_cast<std::size_t>(fault)].data())
          << static_cast<int>(fault) << QString::fromUtf8(name) << better;
    };
    row(NameFault::Pattern, "Night Moth", "chr_night_moth");
    row(NameFault::Shared, "chr_keeper", "chr_keeper_2");
    row(NameFault::Case, "chr_Keeper", "chr_keeper_2");
    row(NameFault::Reserved, "default", "default_asset");
    row(NameFault::Clash, "body", "body_asset");
    row(NameFault::Long, "chr_a_very_long_name_indeed", "chr_a_ver_long_name_inde");
    row(NameFault::File, "nul", "chr_nul");
    row(NameFault::Lookalike, "chr_m\xD0\xBEth", "chr_moth");
    row(NameFault::Near, "chr_keeber", "chr_keeper_2");
  }

  void everyFaultHasAFixThatRemovesIt() {
    QFETCH(int, fault);
    QFETCH(QString, name);
    const auto kind = static_cast<NameFault>(fault);
    NamingRule rule;
    rule.longest = 24;
    rule.languages = {Language::Cpp};
    Project project =
        Garden(rule).add("chr_keeper", {"walk"}).add(name.toStdString(), {"walk"}).project();
    const std::vector<NameEntry> entries = nameEntries(project);
    const NameEntry* wrong = nullptr;
    for (const NameEntry& entry : entries) {
      if (entry.sort == NameSort::Asset && entry.asset == project.assets[1]->id) wrong = &entry;
    }
    QVERIFY2(wrong != nullptr && wrong->has(kind), qPrintable(name));
    const std::string better = betterName(project, entries, *wrong, kind);
    QTEST(QString::fromStdString(better), "better");
    const Project after = renamed(project, {{*wrong, better}});
    for (const NameEntry& entry : nameEntries(after)) {
      if (entry.sort == NameSort::Asset) QVERIFY(!entry.has(kind));
    }
  }

  void ofNamesThatAreTooAlikeTheFirstStays() {
    const Project project = Garden()
                                .add("chr_moth", {"walk"})
                                .add("chr_Moth", {"run"})
                                .add("chrMoth", {"fly"})
                                .project();
    const std::vector<NameEntry> entries = nameEntries(project);
    std::vector<NameEntry> wrong;
    for (const NameEntry& entry : entries) {
      if (entry.has(NameFault::Case)) wrong.push_back(entry);
    }
    QCOMPARE(wrong.size(), std::size_t{3});
    std::vector<std::string> to;
    for (const ThingRename& fix : fixesOf(project, entries, wrong, NameFault::Case)) {
      to.push_back(fix.to);
    }
    QVERIFY(to == (std::vector<std::string>{"chr_moth_2", "chr_moth_3"}));
  }

  void theFamilyShowsWhatIsWrongFirstAndOpens() {
    Project project = Garden().add("chr_keeper", {"walk", "run"}).add("Moth", {"walk"}).project();
    const std::vector<NameEntry> entries = nameEntries(project);
    const auto shown = [&](const FamilyChoice& choice) {
      std::vector<std::string> lines;
      for (const FamilyRow& row : familyRows(project, entries, choice)) {
        lines.push_back(std::string(static_cast<std::size_t>(row.depth), ' ') +
                        (row.sort == FamilyRow::Sort::Name
                             ? entries[row.entry].name
                             : "[" + row.title + " " + std::to_string(row.count) + "]"));
      }
      return lines;
    };
    const std::vector<std::string> closed = shown({});
    QVERIFY(closed[0].starts_with("[Does not follow the convention"));
    QCOMPARE(closed[1], std::string(" Moth"));
    QVERIFY(std::find(closed.begin(), closed.end(), "[character 2]") != closed.end());
    QVERIFY(std::find(closed.begin(), closed.end(), "  walk") == closed.end());
    QVERIFY(std::find(closed.begin(), closed.end(), "[roles 1]") != closed.end());
    FamilyChoice open;
    open.assets = {project.assets[0]->id};
    open.animations = {project.assets[0]->animations[1].id};
    const std::vector<std::string> opened = shown(open);
    const auto keeper = std::find(opened.begin(), opened.end(), " chr_keeper");
    QVERIFY(std::vector<std::string>(keeper, keeper + 5) ==
            (std::vector<std::string>{" chr_keeper", "  walk", "  run", "   chr_keeper_run_01",
                                      "   chr_keeper_run_02"}));
    FamilyChoice filtered;
    filtered.filter = "RUN_02";
    QVERIFY(shown(filtered) == (std::vector<std::string>{"[character 2]", " chr_keeper", "  run",
                                                         "   chr_keeper_run_02"}));
    QCOMPARE(framesShowing(project, entryOf(project, NameSort::Animation, "run"), 6).size(),
             std::size_t{2});
  }

  // No false alarm: whatever the style, names as the convention makes them are right.
  void cleanNamesRaiseNoAlarm_data() {
    QTest::addColumn<int>("style");
    for (std::size_t i = 0; i < kNameStyleWords.size(); ++i) {
      QTest::newRow(kNameStyleWords[i].data()) << static_cast<int>(i);
    }
  }
  void cleanNamesRaiseNoAlarm() {
    QFETCH(int, style);
    static const std::vector<std::string> first = {"keeper", "snail", "moth",  "fern", "lantern",
                                                   "pot",    "seed",  "drop",  "tile", "mouse",
                                                   "beetle", "vine",  "glass", "pump", "kettle"};
    static const std::vector<std::string> second = {"old", "tall", "blue",  "night", "wet",
                                                    "dry", "left", "right", "small", "big"};
    static const std::vector<std::string> moves = {"walk", "run",  "idle_left", "idle_right",
                                                   "turn", "hurt", "open",      "close"};
    NamingRule rule;
    rule.style = static_cast<NameStyle>(style);
    rule.languages = {Language::Cpp, Language::CSharp, Language::Python, Language::Rust};
    Garden garden(rule);
    for (const std::string& a : second) {
      for (const std::string& b : first) {
        std::vector<std::string> animations;
        for (std::size_t i = 0; i < 4; ++i) {
          animations.push_back(styled(moves[(i + a.size() * b.size()) % moves.size()], rule.style));
        }
        garden.add(styled("chr_" + a + "_" + b, rule.style), animations, 3);
      }
    }
    Project project = garden.project();
    for (Role& role : project.roles) role.name = styled(role.name, rule.style);
    for (std::string& layer : project.layers) layer = styled(layer, rule.style);
    const std::vector<NameEntry> entries = nameEntries(project);
    QVERIFY(entries.size() > 2000);
    std::set<std::string> proposed;
    for (const NameEntry& entry : entries) {
      for (const NameFault fault : entry.faults) {
        QFAIL(qPrintable(QString::fromStdString(entry.name) + " " +
                         kNameFaultIds[static_cast<std::size_t>(fault)].data()));
      }
      if (entry.sort == NameSort::Frame) QVERIFY(proposed.insert(entry.proposed).second);
    }
  }

  void styleToStyleAndBackGivesTheNamesBack() {
    NamingRule rule;
    const Project project = Garden(rule)
                                .add("chr_old_keeper", {"walk", "idle_left"}, 3)
                                .add("chr_moth", {"fly_up"})
                                .project();
    const std::vector<std::string> before = namesOf(project);
    for (std::size_t i = 0; i < kNameStyleWords.size(); ++i) {
      for (std::size_t k = 0; k < kNameStyleWords.size(); ++k) {
        Project now = project;
        for (const std::size_t style : {i, k, std::size_t{0}}) {
          now.naming.style = static_cast<NameStyle>(style);
          std::vector<ThingRename> all;
          for (const NameEntry& entry : nameEntries(now)) {
            if (entry.has(NameFault::Pattern)) all.push_back({entry, entry.proposed});
          }
          now = renamed(now, all);
        }
        QVERIFY(namesOf(now) == before);
      }
    }
  }
};
AMBER_TEST(ConventionTest);

#include "convention_tests.moc"
