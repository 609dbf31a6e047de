#include <QApplication>
#include <QComboBox>
#include <QEnterEvent>
#include <QFileDialog>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTest>
#include <QTextCursor>
#include <QTimer>
#include <QTreeWidget>
#include <fstream>
#include <nlohmann/json.hpp>

#include "core/pack/build_parcel.h"
#include "desktop/benches/pack/change_list.h"
#include "desktop/benches/pack/frame_json.h"
#include "desktop/benches/pack/loaded_frame_view.h"
#include "desktop/benches/pack/page_view.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "files/project/project_merge.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

// The Pack bench by mouse and keys: profiles and what they do, a frame as loaders draw it, what
// changed, variants, and another's work.
class PackBenchTest : public QObject {
  Q_OBJECT

  static void settle(MainWindow& window) {
    window.session().settle();
    QCoreApplication::processEvents();
    window.session().settle();
    QCoreApplication::processEvents();
  }

  static void choose(MainWindow& window, const char* name, int index) {
    test::choose(window, name, index);
    settle(window);
  }

  static void type(MainWindow& window, const char* name, const QString& text) {
    test::type(window, name, text);
    settle(window);
  }

 private slots:
  void aProfileIsMadeAndItsEffectIsSeen() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    settle(window);
    auto* effect = find<QLabel>(window, "profileEffect");
    QVERIFY(effect->text().startsWith("1 page, "));
    click(window, "addProfile");
    settle(window);
    type(window, "profileName", "pocket");
    type(window, "scales", "2, 0.5, nonsense");
    const PackProfile* pocket = findProfile(window.session().project(), "pocket");
    QVERIFY(pocket != nullptr);
    QCOMPARE(pocket->scales, (std::vector<double>{0.5, 2}));
    QCOMPARE(find<QLineEdit>(window, "scales")->text(), QString("0.5, 1, 2"));
    QVERIFY2(effect->text().contains("3 pages") && effect->text().contains("before: 1 page") &&
                 effect->text().contains("more"),
             qPrintable(effect->text()));
    choose(window, "pageShape", 1);
    QCOMPARE(findProfile(window.session().project(), "pocket")->pageShape, PageShape::PowerOfTwo);
    // The first is as it was, one step of history each is undone.
    QCOMPARE(defaultProfile(window.session().project()), PackProfile{});
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    settle(window);
    QCOMPARE(findProfile(window.session().project(), "pocket")->pageShape, PageShape::Tight);
    // The tree has the pages of every scale.
    auto* tree = find<QTreeWidget>(window, "parcelTree");
    int pages = 0;
    for (int i = 0; i < tree->topLevelItem(0)->childCount(); ++i) {
      pages += tree->topLevelItem(0)->child(i)->text(0).startsWith("page_") ? 1 : 0;
    }
    QCOMPARE(pages, 3);
    // Another profile packs beside the first one's parcel.
    click(window, "packButton");
    settle(window);
    QTRY_VERIFY(!open.scratch.read("demo/parcel_pocket/parcel.json").empty());
    QVERIFY(open.scratch.read("demo/parcel/parcel.json").empty());
    click(window, "removeProfile");
    settle(window);
    QCOMPARE(window.session().project().profiles.size(), std::size_t{1});
  }

  void everySettingIsExplainedWhereItIsPointedAt() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    settle(window);
    auto* about = find<QLabel>(window, "aboutSetting");
    for (const char* name :
         {"pageSide", "pageShape", "padding", "extrusion", "trim", "samePictures", "scales",
          "resampling", "filter", "colours", "unseen", "pxPerUnit", "yAxis", "polygonForm",
          "partPoints", "polygonPoints", "maskForm", "constants", "profileName"}) {
      auto* field = window.findChild<QWidget*>(name);
      QVERIFY2(field != nullptr, name);
      QEnterEvent enter(QPointF(2, 2), QPointF(2, 2), QPointF(2, 2));
      QApplication::sendEvent(field, &enter);
      QVERIFY2(about->text() == field->toolTip() && about->text().size() > 20, name);
    }
  }

  void aFrameIsShownAsALoaderDrawsIt() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    settle(window);
    click(window, "toFrame");
    settle(window);
    auto* json = find<QPlainTextEdit>(window, "frameJson");
    const auto shown = [&] { return nlohmann::json::parse(json->toPlainText().toStdString()); };
    QVERIFY(shown()["name"] == "chr_keeper_idle_01");
    QVERIFY(find<QLabel>(window, "loadedFacts")->text().contains("Size 35 x 43 px"));
    // The next frame by its key; units by the profile.
    QTest::keyClick(find<LoadedFrameView>(window, "loadedFrame"), Qt::Key_Right,
                    Qt::ControlModifier);
    QTRY_VERIFY(shown()["name"] == "chr_keeper_idle_02");
    type(window, "pxPerUnit", "10");
    choose(window, "yAxis", 1);
    QVERIFY2(find<QLabel>(window, "loadedFacts")->text().contains("units. The lower left corner"),
             qPrintable(find<QLabel>(window, "loadedFacts")->text()));
    QVERIFY(shown().contains("inUnits"));
    // The meaning of a number is shown when the pointer is over it.
    auto* frameJson = find<FrameJson>(window, "frameJson");
    const auto place = static_cast<int>(json->toPlainText().indexOf("\"trim\"")) + 9;
    QCOMPARE(frameJson->keyAt(place), QString("trim"));
    QTextCursor cursor = frameJson->textCursor();
    cursor.setPosition(place);
    frameJson->setTextCursor(cursor);
    QVERIFY(find<QLabel>(window, "keyMeaning")->text().startsWith("trim: what was cut away"));
    // Without a known key there is no text.
    QVERIFY(meaningOfKey("nonsense").isEmpty());
  }

  // Every key that a frame of any profile has is explained.
  void everyKeyOfAFrameHasItsMeaning() {
    std::ifstream file(std::string(AMBER_SOURCE_DIR) + "/docs/schema/amber-parcel-1.schema.json");
    const auto schema = nlohmann::json::parse(file);
    const auto& frames = schema["properties"]["assets"]["items"]["properties"]["frames"]["items"];
    for (const auto& [key, value] : frames["properties"].items()) {
      QVERIFY2(!meaningOfKey(QString::fromStdString(key)).isEmpty(), key.c_str());
    }
    for (const auto& shape : schema["definitions"]["shape"]["oneOf"]) {
      if (!shape.contains("properties")) continue;
      for (const auto& [key, value] : shape["properties"].items()) {
        QVERIFY2(!meaningOfKey(QString::fromStdString(key)).isEmpty(), key.c_str());
      }
    }
  }

  void pagesSayWhatLiesOnThemAndAClickChoosesIt() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    settle(window);
    auto* page = find<PageView>(window, "packedPage");
    // The place of a frame of the moth, by the parcel that would be written.
    const auto built =
        buildParcel(window.session().project(), PackProfile{}, window.session().art(), {});
    for (const ParcelAsset& asset : built->parcel.assets) {
      if (asset.name != "chr_moth") continue;
      const PixelRect& rect = asset.frames[3].rect;
      const QPointF middle =
          page->view().toStage(QPointF(rect.x + rect.w / 2, rect.y + rect.h / 2));
      QTest::mouseClick(page, Qt::LeftButton, {}, middle.toPoint());
    }
    settle(window);
    QCOMPARE(window.session().currentAsset()->name, std::string("chr_moth"));
    QCOMPARE(window.session().currentFrame()->name, std::string("chr_moth_flutter_04"));
    // Shares of a page add up to no more than all of it, the largest first.
    auto* tree = find<QTreeWidget>(window, "parcelTree");
    const QTreeWidgetItem* first = tree->topLevelItem(0)->child(0);
    double sum = 0;
    double last = 100;
    for (int i = 0; i < first->childCount(); ++i) {
      const double share = first->child(i)->text(1).section(' ', 0, 0).toDouble();
      QVERIFY(share <= last);
      last = share;
      sum += share;
    }
    QVERIFY(sum > 50 && sum <= 100);
  }

  void whatChangedSinceTheLastPackIsListed() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    settle(window);
    click(window, "toChanges");
    QVERIFY(find<QLabel>(window, "changesTitle")->text().contains("Nothing has been packed"));
    click(window, "packButton");
    settle(window);
    QTRY_VERIFY(find<QLabel>(window, "changesTitle")->text().contains("is up to date"));
    const auto& assets = window.session().project().assets;
    const Frame& frame = assets[0]->frames[1];
    window.session().perform("x", {SetOrigin{assets[0]->id, frame.id, {1, 2}, kByHand},
                                   RemoveFrames{assets[1]->id, {assets[1]->frames[0].id}}});
    settle(window);
    auto* list = find<QTreeWidget>(window, "changes");
    QStringList groups;
    for (int i = 0; i < list->topLevelItemCount(); ++i) groups << list->topLevelItem(i)->text(0);
    QVERIFY2(groups.contains("Removed") && groups.contains("Numbers changed"),
             qPrintable(groups.join(", ")));
    QVERIFY(find<QPushButton>(window, "toChanges")->text() != "Changes");
    // A click goes to the frame.
    const QTreeWidgetItem* numbers =
        list->topLevelItem(static_cast<int>(groups.indexOf("Numbers changed")));
    for (int i = 0; i < numbers->childCount(); ++i) {
      if (numbers->child(i)->text(0).toStdString() == frame.name) {
        list->setCurrentItem(numbers->child(i));
        QCOMPARE(numbers->child(i)->text(1), QString("origin, mounts, shapes"));
      }
    }
    QCOMPARE(window.session().currentFrame()->name, frame.name);
  }

  void anErrorLeadsToWhereItIsMended() {
    OpenWindow open;
    MainWindow& window = open.window;
    const auto& assets = window.session().project().assets;
    window.session().perform("twin", {Rename{assets[1]->id, {}, {}, assets[0]->name}});
    settle(window);
    goTo(window, Bench::Pack);
    settle(window);
    auto* error = find<QPushButton>(window, "packError1");
    QVERIFY(error->accessibleName().contains("share the name"));
    QTest::mouseClick(error, Qt::LeftButton);
    QCOMPARE(window.bench(), Bench::Names);
  }

  void aVariantIsMadeFromTheShelf() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Fit);
    const Asset* pot = findAsset(window.session().project(), std::string_view("prop_clay_pot"));
    window.session().selectFrame(pot->id, {}, {});
    settle(window);
    QImage other(open.scratch.qpath("demo/sheets/clay_pot.png"));
    for (int y = 0; y < other.height(); ++y) {
      for (int x = 0; x < other.width(); ++x) {
        const QColor colour = other.pixelColor(x, y);
        other.setPixelColor(x, y,
                            QColor(colour.green(), colour.red(), colour.blue(), colour.alpha()));
      }
    }
    QVERIFY(other.save(open.scratch.qpath("mossy_pot.png")));
    FileDialogAnswers answers({open.scratch.qpath("mossy_pot.png")});
    QTest::mouseClick(find<QPushButton>(window, "makeVariant"), Qt::LeftButton);
    settle(window);
    QTRY_VERIFY(findAsset(window.session().project(), std::string_view("prop_mossy_pot")) !=
                nullptr);
    const Asset* variant = window.session().currentAsset();
    QCOMPARE(variant->name, std::string("prop_mossy_pot"));
    QCOMPARE(variant->variantOf,
             findAsset(window.session().project(), std::string_view("prop_clay_pot"))->id);
    QCOMPARE(variant->frames.size(), std::size_t{3});
    QVERIFY(!variant->frames[0].shapes.empty());
    // A later change of the first one's rules is offered, and taken by the finding's key.
    window.session().perform("scale", {SetScale{variant->variantOf, 5}});
    settle(window);
    const auto& findings = window.session().findings();
    const auto behind = std::find_if(findings.begin(), findings.end(), [](const Finding& one) {
      return one.rule == rules::kVariantBehind.id;
    });
    QVERIFY(behind != findings.end());
    window.session().mend(*behind);
    settle(window);
    QCOMPARE(findAsset(window.session().project(), std::string_view("prop_mossy_pot"))->scale, 5.0);
    // All of it is undone step by step.
    for (int i = 0; i < 3; ++i) window.session().history().undo();
    QVERIFY(findAsset(window.session().project(), std::string_view("prop_mossy_pot")) == nullptr);
  }

  void anothersWorkIsBroughtInAndWhatBothChangedIsChosen() {
    OpenWindow open;
    MainWindow& window = open.window;
    const Project base = *readProject(open.scratch.path("demo/glasshouse_night.amber"));
    const Asset& keeper = *base.assets[0];
    const Project theirs =
        withEdits(base, {SetOrigin{keeper.id, keeper.frames[0].id, {1, 1}, kByHand},
                         SetScale{base.assets[2]->id, 7}})
            ->project;
    QVERIFY(writeProject(open.scratch.path("demo/base.amber"), base).has_value());
    QVERIFY(writeProject(open.scratch.path("demo/theirs.amber"), theirs).has_value());
    window.session().perform("mine", {SetOrigin{keeper.id, keeper.frames[0].id, {2, 2}, kByHand}});
    goTo(window, Bench::Pack);
    settle(window);
    click(window, "toChanges");
    // What differs from a file, as a list.
    FileDialogAnswers answers({open.scratch.qpath("demo/theirs.amber"),
                               open.scratch.qpath("demo/base.amber"),
                               open.scratch.qpath("demo/theirs.amber")});
    click(window, "compareProject");
    settle(window);
    QVERIFY(find<QLabel>(window, "changesTitle")->text().contains("theirs.amber"));
    QVERIFY(find<QTreeWidget>(window, "changes")->topLevelItemCount() > 0);
    click(window, "backToParcel");
    click(window, "mergeProject");
    settle(window);
    const Project& merged = window.session().project();
    QCOMPARE(merged.conflicts.size(), std::size_t{1});
    QCOMPARE(merged.assets[2]->scale, 7.0);
    // Until one is chosen nothing is packed.
    QVERIFY(!find<QPushButton>(window, "packButton")->isEnabled());
    click(window, "theirs1");
    settle(window);
    QVERIFY(window.session().project().conflicts.empty());
    QCOMPARE(window.session().project().assets[0]->frames[0].origin, (FramePoint{1, 1}));
    window.session().history().undo();
    settle(window);
    click(window, "ours1");
    settle(window);
    QCOMPARE(window.session().project().assets[0]->frames[0].origin, (FramePoint{2, 2}));
  }
};
AMBER_TEST(PackBenchTest);

#include "pack_bench_tests.moc"
