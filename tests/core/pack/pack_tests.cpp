#include <QTest>

#include "core/cut/cut_frames.h"
#include "core/cut/grid.h"
#include "core/fit/keys/fit_edits.h"
#include "core/pack/build_parcel.h"
#include "core/pack/page_layout.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class PageLayoutTest : public QObject {
  Q_OBJECT
 private slots:
  void picturesKeepTheirDistanceAndLieOnTheirPages() {
    AMBER_PROPERTY("placements are apart and inside", [] {
      const auto count = *rc::gen::inRange(1, 40);
      std::vector<PixelSize> sizes;
      for (int i = 0; i < count; ++i) {
        sizes.push_back({*rc::gen::inRange(1, 60), *rc::gen::inRange(1, 60)});
      }
      const PackProfile profile{*rc::gen::element(64, 100, 256), true, *rc::gen::inRange(0, 4),
                                *rc::gen::inRange(0, 3)};
      const auto layout = layOutPages(sizes, profile);
      RC_ASSERT(layout.has_value());
      const auto around = [&](std::size_t i, int by) {
        const Placement& p = layout->placements[i];
        return PixelRect{p.x - by, p.y - by, sizes[i].w + 2 * by, sizes[i].h + 2 * by};
      };
      for (std::size_t i = 0; i < sizes.size(); ++i) {
        const PixelSize page = layout->pages[static_cast<std::size_t>(layout->placements[i].page)];
        RC_ASSERT(page.w <= profile.pageSide && page.h <= profile.pageSide);
        RC_ASSERT(within(around(i, profile.extrusion), {0, 0, page.w, page.h}));
        for (std::size_t j = 0; j < i; ++j) {
          if (layout->placements[i].page != layout->placements[j].page) continue;
          // Grown by the padding to the right and down, neither reaches the other.
          PixelRect one = around(i, profile.extrusion);
          PixelRect other = around(j, profile.extrusion);
          one.w += profile.padding;
          one.h += profile.padding;
          other.w += profile.padding;
          other.h += profile.padding;
          RC_ASSERT(intersection(one, other).empty());
        }
      }
    });
  }

  void aPageIsNeverMuchLargerThanARow() {
    AMBER_PROPERTY("at most 2 % larger", [] {
      std::vector<PixelSize> sizes;
      const auto count = *rc::gen::inRange(1, 60);
      for (int i = 0; i < count; ++i) {
        sizes.push_back({*rc::gen::inRange(1, 60), *rc::gen::inRange(1, 60)});
      }
      const PackProfile profile{1024, true, 1, 0};
      const auto layout = layOutPages(sizes, profile);
      RC_ASSERT(layout->pages.size() == 1U);
      const long long ours = 1LL * layout->pages[0].w * layout->pages[0].h;
      // All in one row is a page like any other.
      long long row = 0;
      int highest = 0;
      for (const PixelSize& size : sizes) {
        row += size.w + 1;
        highest = std::max(highest, size.h);
      }
      if (row - 1 <= 1024) RC_ASSERT(ours * 100 <= 102 * highest * (row - 1));
    });
  }

  void aPictureLargerThanAPageIsNamed() {
    const auto layout = layOutPages({{10, 10}, {65, 10}}, PackProfile{64, true, 0, 0});
    QVERIFY(!layout);
    QCOMPARE(layout.error().place, std::string("1"));
  }
};
AMBER_TEST(PageLayoutTest);

class BuildParcelTest : public QObject {
  Q_OBJECT

  std::shared_ptr<const SheetArt> art_;
  Project project_;

  ArtSource art() const {
    return [this](SheetId) { return art_; };
  }

 private slots:
  void init() {
    art_ = std::make_shared<const SheetArt>(sheetArtOf({"......",  //
                                                        ".##o..",  //
                                                        ".##...",  //
                                                        ".....#"}));
    project_ = newProject("pack");
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "sheet.png";
    sheet.size = {6, 4};
    project_ = withEdits(project_, {PutSheet{sheet}})->project;
    const CutRequest request{
        {1},           {*gridByCell({6, 4}, {5, 4}, {}, {}), {}}, "a", "prop", "walk", 80, {},
        LoopMode::Once};
    project_ = withEdits(project_, *cutEdits(project_, request, *art_))->project;
    const FrameRef frame{project_.assets.front()->id, project_.assets.front()->frames[0].id};
    project_ =
        withEdits(project_, fittedShapes(project_, {frame}, "body", Recipe{}, art()))->project;
  }

  void framesAreTrimmedToFaintInkAndShapesFollowTheOrigin() {
    const auto built = buildParcel(project_, defaultProfile(project_), art(), {});
    const ParcelFrame& frame = built->parcel.assets.front().frames.front();
    QCOMPARE(frame.trim, (PixelSize{1, 1}));
    QCOMPARE(frame.rect.size(), (PixelSize{3, 2}));
    QCOMPARE(frame.size, (PixelSize{5, 4}));
    QCOMPARE(frame.origin, (FramePoint{2.5, 3}));
    QCOMPARE(frame.shapes.front().geometry, Shape(Box{-1.5, -2, 2, 2}));
    const Image& page = built->pages.pages.front();
    QCOMPARE(page.at(frame.rect.x, frame.rect.y), art_->image.at(1, 1));
    // The edge is extruded by one pixel.
    QCOMPARE(page.at(frame.rect.x - 1, frame.rect.y), art_->image.at(1, 1));
  }

  void shapesOfEveryKindArePackedRelativeToTheOrigin() {
    const FrameRef frame{project_.assets.front()->id, project_.assets.front()->frames[0].id};
    for (const ShapeKind kind : {ShapeKind::Circle, ShapeKind::Capsule, ShapeKind::Mask}) {
      Recipe recipe;
      recipe.kind = kind;
      project_ =
          withEdits(project_, fittedShapes(project_, {frame}, "body", recipe, art()))->project;
      const auto built = buildParcel(project_, defaultProfile(project_), art(), {});
      const Frame& from = project_.assets.front()->frames.front();
      const Shape& packed = built->parcel.assets.front().frames.front().shapes.front().geometry;
      QCOMPARE(packed, moved(from.shapes.front().geometry, -from.origin.x, -from.origin.y));
      QVERIFY(kindOf(packed) == kind);
      QVERIFY(
          differencesFrom(project_, defaultProfile(project_), art(), built->parcel, built->pages)
              .empty());
    }
  }

  void whatWasBuiltAgreesWithTheProject() {
    for (const PackProfile& profile :
         {PackProfile{}, PackProfile{64, false, 0, 0}, PackProfile{64, true, 5, 3}}) {
      project_ = withEdits(project_, {SetProfiles{{profile}}})->project;
      const auto built = buildParcel(project_, defaultProfile(project_), art(), {});
      QCOMPARE(
          differencesFrom(project_, defaultProfile(project_), art(), built->parcel, built->pages),
          std::vector<std::string>());
    }
  }

  void everyKindOfDifferenceIsFound() {
    const BuiltParcel right = *buildParcel(project_, defaultProfile(project_), art(), {});
    const auto differs = [&](auto change) {
      BuiltParcel changed = right;
      change(changed);
      return !differencesFrom(project_, defaultProfile(project_), art(), changed.parcel,
                              changed.pages)
                  .empty();
    };
    const auto frame = [](BuiltParcel& b) -> ParcelFrame& { return b.parcel.assets[0].frames[0]; };
    QVERIFY(differs(
        [&](BuiltParcel& b) { ++b.pages.pages[0].at(frame(b).rect.x, frame(b).rect.y).r; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).origin.x += 0.5; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).mounts.push_back({"spout", {1, 1}}); }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).trim.w = 0; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).name = "x"; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).page = 7; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).shapes[0].geometry = Box{0, 0, 1, 1}; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b).shapes.clear(); }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.assets[0].animations[0].durationsMs[0] = 81; }));
    QVERIFY(
        differs([&](BuiltParcel& b) { b.parcel.assets[0].animations[0].loop = LoopMode::Repeat; }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.assets[0].motion = Motion::Dynamic; }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.assets.clear(); }));
    QVERIFY(!differs([&](BuiltParcel&) {}));
  }

  void framesOfTheSamePlaceShareIt() {
    Asset asset = *project_.assets.front();
    Frame twin = asset.frames.front();
    twin.id = {900};
    twin.name = "twin";
    asset.frames.push_back(twin);
    project_ = withEdits(project_, {PutAsset{asset}})->project;
    const auto built = buildParcel(project_, defaultProfile(project_), art(), {});
    const auto& frames = built->parcel.assets.front().frames;
    QCOMPARE(frames[0].rect, frames[1].rect);
  }

  void missingArtAndCancelEndWithoutAParcel() {
    QVERIFY(!buildParcel(project_, defaultProfile(project_), [](SheetId) { return nullptr; }, {}));
    std::stop_source stop;
    stop.request_stop();
    const auto cancelled =
        buildParcel(project_, defaultProfile(project_), art(), {{}, stop.get_token()});
    QCOMPARE(cancelled.error().code, ErrorCode::Cancelled);
  }
};
AMBER_TEST(BuildParcelTest);

#include "pack_tests.moc"
