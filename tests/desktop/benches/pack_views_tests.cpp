// What the Pack bench shows of masks, parts, mirrored pictures and units, and what it refuses.
#include <QComboBox>
#include <QLabel>
#include <QTest>
#include <QTreeWidget>

#include "core/fit/keys/fit_edits.h"
#include "desktop/benches/pack/loaded_frame_view.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class PackViewsTest : public QObject {
  Q_OBJECT

  // The demo at the Pack bench; settled twice, for the preview comes after the checks.
  struct Packing : OpenWindow {
    Packing() {
      goTo(window, Bench::Pack);
      rest();
    }
    void rest() {
      settle();
      settle();
    }
    void setProfile(const std::function<void(PackProfile&)>& change) {
      std::vector<PackProfile> profiles = project().profiles;
      change(profiles.front());
      window.session().perform("profile", {SetProfiles{profiles}});
      rest();
    }
    QImage seen() { return find<LoadedFrameView>("loadedFrame")->grab().toImage(); }
    QString facts() { return find<QLabel>("loadedFacts")->text(); }
    QString result() { return find<QLabel>("packResult")->text(); }
    QStringList errors() { return window.findChild<NoticeBar*>()->openErrors(); }
  };

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void aFrameIsShownInTheGamesUnits() {
    Packing open;
    click(open.window, "toFrame");
    open.rest();
    QVERIFY2(open.facts().contains("upper left"), qPrintable(open.facts()));
    const QImage plain = open.seen();
    open.setProfile([](PackProfile& profile) {
      profile.pxPerUnit = 16;
      profile.yAxis = YAxis::Up;
    });
    QVERIFY2(open.facts().contains("units") && open.facts().contains("lower left"),
             qPrintable(open.facts()));
    QVERIFY2(open.seen() != plain, "the rulers count in units");
    open.history().undo();
    open.rest();
    QVERIFY(open.seen() == plain);
  }

  void masksAreShownFromTheirPage() {
    Packing open;
    const Asset& keeper = *findAsset(open.project(), std::string("chr_keeper"));
    Recipe recipe;
    recipe.kind = ShapeKind::Mask;
    std::vector<FrameRef> frames{{keeper.id, keeper.frames.front().id}};
    open.window.session().selectFrame(keeper.id, keeper.animations.front().id,
                                      keeper.frames.front().id);
    const auto edits =
        fittedShapes(open.project(), frames, "body", recipe, open.window.session().art());
    open.window.session().perform("mask", edits);
    click(open.window, "toFrame");
    open.rest();
    const QImage runs = open.seen();
    open.setProfile([](PackProfile& profile) { profile.masks = MaskForm::Picture; });
    QVERIFY2(open.seen() != runs, "a mask of a page is shown as px, not as an outline");
  }

  void aParcelThatIsNoneIsSaidSoByVerify() {
    Packing open;
    auto* verify = open.find<QPushButton>("verifyButton");
    QVERIFY2(!verify->isEnabled() && verify->toolTip().contains("there is no parcel in parcel"),
             qPrintable(verify->toolTip()));
    click(open.window, "packButton");
    open.rest();
    QVERIFY2(open.result().contains("and verified"), qPrintable(open.result()));
    click(open.window, "verifyButton");
    open.rest();
    QVERIFY2(open.result().contains("matches the project"), qPrintable(open.result()));
    const Frame& frame = open.project().assets[0]->frames[1];
    open.window.session().perform(
        "moved", {SetOrigin{open.project().assets[0]->id, frame.id, {1, 2}, kByHand}});
    open.rest();
    click(open.window, "verifyButton");
    open.rest();
    QVERIFY2(open.result().startsWith("The parcel differs from the project"),
             qPrintable(open.result()));
  }

  void whatCannotBeComparedOrMergedIsSaidAndChangesNothing() {
    Packing open;
    open.scratch.write("demo/broken.amber", "{ not a project");
    const QString broken = open.scratch.qpath("demo/broken.amber");
    const QString own = open.scratch.qpath("demo/glasshouse_night.amber");
    FileDialogAnswers answers({"", broken, "", own, "", own, broken});
    click(open.window, "toChanges");
    const Project before = open.project();
    click(open.window, "compareProject");
    QVERIFY(open.errors().isEmpty());
    click(open.window, "compareProject");
    QCOMPARE(open.errors().size(), 1);
    QVERIFY2(open.errors()[0].contains("broken.amber"), qPrintable(open.errors()[0]));
    click(open.window, "mergeProject");
    click(open.window, "mergeProject");
    QCOMPARE(open.errors().size(), 1);
    click(open.window, "noticeClose");
    click(open.window, "mergeProject");
    QCOMPARE(open.errors().size(), 1);
    QVERIFY(answers.allUsed());
    QVERIFY(open.project() == before);
  }

  void aReportIsOfTheSortThatItsEndingAsksFor() {
    Packing open;
    FileDialogAnswers answers({"", open.scratch.qpath("report.csv")});
    click(open.window, "writeReport");
    open.rest();
    QVERIFY(!QFile::exists(open.scratch.qpath("report.csv")));
    click(open.window, "writeReport");
    open.rest();
    QVERIFY(answers.allUsed());
    QVERIFY(open.scratch.read("report.csv").starts_with("rule,"));
    QVERIFY(open.find<QLabel>("notice")->text().contains("report.csv"));
  }

  void constantsAreWrittenBesideTheParcelWhereWanted() {
    Packing open;
    auto* languages = open.window.findChild<LanguageChooser*>("constants");
    const auto actions = languages->menu()->actions();
    const auto lua = std::find_if(actions.begin(), actions.end(), [](const QAction* action) {
      return action->text().contains("ua") && action->text().size() == 3;
    });
    QVERIFY(lua != actions.end());
    (*lua)->trigger();
    open.rest();
    QCOMPARE(open.project().profiles.front().constants, std::vector<Language>{Language::Lua});
    click(open.window, "packButton");
    open.rest();
    QVERIFY2(open.result().contains("and verified"), qPrintable(open.result()));
    const QStringList written = QDir(open.scratch.qpath("demo/parcel")).entryList({"*.lua"});
    QCOMPARE(written.size(), 1);
  }

  void anotherProfileIsUsedFirst() {
    Packing open;
    click(open.window, "addProfile");
    open.rest();
    QCOMPARE(open.project().profiles.size(), std::size_t{2});
    const std::string added = open.project().profiles[1].name;
    type(open.window, "profileName", "handheld");
    open.rest();
    QCOMPARE(open.project().profiles[1].name, std::string("handheld"));
    click(open.window, "firstProfile");
    open.rest();
    QCOMPARE(open.project().profiles[0].name, std::string("handheld"));
    click(open.window, "removeProfile");
    open.rest();
    QCOMPARE(open.project().profiles.size(), std::size_t{1});
    QVERIFY(open.project().profiles[0].name != "handheld" &&
            open.project().profiles[0].name != added);
  }
};
AMBER_TEST(PackViewsTest);

#include "pack_views_tests.moc"
