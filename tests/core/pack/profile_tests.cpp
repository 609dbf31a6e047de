#include <rapidcheck.h>

#include <QTest>
#include <set>

#include "core/fit/keys/fit_edits.h"
#include "core/pack/build_parcel.h"
#include "core/pack/parcel_changes.h"
#include "core/pack/resample.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// A sheet of 4 x 2 cells of 12 x 10 px with blobs of few colours; the second row mirrors the first,
// and its last cell is the first one again.
Image blobs(std::uint32_t seed) {
  Image sheet(48, 20);
  const auto cell = [&](int column, int row, auto colourAt) {
    for (int y = 0; y < 10; ++y) {
      for (int x = 0; x < 12; ++x) sheet.at(column * 12 + x, row * 10 + y) = colourAt(x, y);
    }
  };
  for (int column = 0; column < 4; ++column) {
    const auto colour = [&](int x, int y) -> Rgba {
      const std::uint32_t noise =
          (static_cast<std::uint32_t>(x * 7 + y * 13 + column * 29) + seed) * 2654435761U;
      const bool inside = x >= 2 && x < 10 - column && y >= 1 && y < 9;
      if (!inside || noise >> 30 == 0) return {};
      const auto shade = static_cast<std::uint8_t>(40 + (noise >> 28) * 12);
      return {shade, static_cast<std::uint8_t>(column * 60), 80,
              static_cast<std::uint8_t>(noise >> 29 == 1 ? 90 : 255)};
    };
    cell(column, 0, colour);
    if (column < 3) {
      cell(column, 1, [&](int x, int y) { return colour(11 - x, y); });
    }
  }
  cell(3, 1, [&](int x, int y) { return sheet.at(x, y); });
  return sheet;
}

}  // namespace

// The parcel by a profile: every field is checked by the comparison that shares no code with
// building, and by hand where that is simple.
class ProfileTest : public QObject {
  Q_OBJECT

  std::shared_ptr<const SheetArt> art_;
  Project project_;

  ArtSource art() const {
    return [this](SheetId) { return art_; };
  }

  void make(std::uint32_t seed) {
    art_ = std::make_shared<const SheetArt>(artOf(blobs(seed), InkRule{}));
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "sheet.png";
    sheet.size = {48, 20};
    Asset asset;
    asset.id = {2};
    asset.name = "chr_blob";
    asset.kind = "character";
    asset.scale = 2;
    for (std::uint32_t i = 0; i < 8; ++i) {
      const auto place = static_cast<int>(i);
      Frame frame;
      frame.id = {10 + i};
      frame.name = "chr_blob_" + std::to_string(i);
      frame.sheet = {1};
      frame.rect = {place % 4 * 12, place / 4 * 10, 12, 10};
      frame.origin = {6.5, 9};
      frame.mounts = {{"hand", {8, 3.5}}};
      asset.frames.push_back(std::move(frame));
    }
    project_ = withEdits(newProject("p"), {PutSheet{sheet}, PutAsset{asset}})->project;
    const ShapeKind kinds[] = {ShapeKind::Box,    ShapeKind::Circle,  ShapeKind::Capsule,
                               ShapeKind::Mask,   ShapeKind::Polygon, ShapeKind::Mask,
                               ShapeKind::Polygon};
    std::uint32_t id = 10;
    for (const ShapeKind kind : kinds) {
      Recipe recipe;
      recipe.kind = kind;
      if (kind == ShapeKind::Polygon) recipe.style = FitStyle::Balanced;
      project_ = withEdits(project_, fittedShapes(project_, {{{2}, {id++}}}, "body", recipe, art()))
                     ->project;
    }
  }

  BuiltParcel built(const PackProfile& profile) const {
    return *buildParcel(project_, profile, art(), {});
  }
  std::vector<std::string> differences(const PackProfile& profile,
                                       const BuiltParcel& parcel) const {
    return differencesFrom(project_, profile, art(), parcel.parcel, parcel.pages);
  }

 private slots:
  void init() { make(1); }

  void whateverTheProfileSaysTheParcelAgreesWithTheProject() {
    const bool holds = rc::check("any profile", [this] {
      make(*rc::gen::arbitrary<std::uint32_t>());
      PackProfile profile;
      profile.pageSide = *rc::gen::element(64, 100, 256);
      profile.trim = *rc::gen::arbitrary<bool>();
      profile.padding = *rc::gen::inRange(0, 4);
      profile.extrusion = *rc::gen::inRange(0, 4);
      profile.pxPerUnit = *rc::gen::element(1.0, 16.0, 0.3);
      profile.yAxis = *rc::gen::element(YAxis::Down, YAxis::Up);
      profile.scales =
          *rc::gen::element(std::vector<double>{}, std::vector<double>{2},
                            std::vector<double>{0.5, 1.5, 3}, std::vector<double>{0.3, 0.75});
      profile.resampling = *rc::gen::element(Resampling::Nearest, Resampling::Area);
      profile.polygons = *rc::gen::element(PolygonForm::Whole, PolygonForm::Parts);
      profile.partPoints = *rc::gen::inRange(3, 9);
      profile.masks = *rc::gen::element(MaskForm::Runs, MaskForm::Picture);
      profile.pageShape = *rc::gen::element(PageShape::Tight, PageShape::PowerOfTwo,
                                            PageShape::Square, PageShape::SquarePowerOfTwo);
      profile.same =
          *rc::gen::element(SamePictures::Place, SamePictures::Look, SamePictures::Mirrored);
      profile.unseen = *rc::gen::element(Unseen::Black, Unseen::Bled);
      profile.filter = *rc::gen::element(TextureFilter::Nearest, TextureFilter::Linear);
      const BuiltParcel parcel = built(profile);
      const auto told = differences(profile, parcel);
      if (!told.empty()) RC_FAIL(told.front());
    });
    QVERIFY(holds);
  }

  void picturesThatLookTheSameLieOnThePagesOnce() {
    const auto placesBy = [&](SamePictures same) {
      PackProfile profile;
      profile.same = same;
      std::set<std::pair<int, int>> places;
      int mirrored = 0;
      const BuiltParcel parcel = built(profile);
      for (const ParcelFrame& frame : parcel.parcel.assets.front().frames) {
        places.insert({frame.rect.x, frame.rect.y});
        mirrored += frame.mirrored ? 1 : 0;
      }
      return std::pair(places.size(), mirrored);
    };
    QCOMPARE(placesBy(SamePictures::Place), std::pair(std::size_t{8}, 0));
    QCOMPARE(placesBy(SamePictures::Look), std::pair(std::size_t{7}, 0));
    QCOMPARE(placesBy(SamePictures::Mirrored), std::pair(std::size_t{4}, 3));
  }

  void everyDifferenceFromWhatTheProfileAsksForIsFound() {
    PackProfile profile;
    profile.scales = {2};
    profile.masks = MaskForm::Picture;
    profile.polygons = PolygonForm::Parts;
    profile.same = SamePictures::Mirrored;
    profile.unseen = Unseen::Bled;
    profile.pxPerUnit = 8;
    const BuiltParcel right = built(profile);
    const auto differs = [&](auto change) {
      BuiltParcel changed = right;
      change(changed);
      return !differences(profile, changed).empty();
    };
    const auto frame = [](BuiltParcel& b, std::size_t i) -> ParcelFrame& {
      return b.parcel.assets[0].frames[i];
    };
    QVERIFY(!differs([](BuiltParcel&) {}));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b, 4).mirrored = false; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b, 1).scaled[0].trim.w += 1; }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b, 1).scaled.clear(); }));
    QVERIFY(differs([&](BuiltParcel& b) {
      const PixelRect rect = frame(b, 0).scaled[0].rect;
      ++b.pages.scaled[0][0].at(rect.x + rect.w / 2, rect.y + rect.h / 2).g;
    }));
    QVERIFY(differs([&](BuiltParcel& b) {
      const PixelRect rect = frame(b, 3).shapes[0].picture->rect;
      Rgba& pixel = b.pages.masks[0].at(rect.x, rect.y);
      pixel = pixel.a == 0 ? Rgba{255, 255, 255, 255} : Rgba{};
    }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b, 3).shapes[0].picture.reset(); }));
    QVERIFY(differs([&](BuiltParcel& b) { frame(b, 4).shapes[0].parts.pop_back(); }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.units->pxPerUnit = 9; }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.units.reset(); }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.filter = TextureFilter::Linear; }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.scales[0].scale = 3; }));
    QVERIFY(differs([&](BuiltParcel& b) { b.parcel.profile = "other"; }));
    // The colour of something unseen.
    QVERIFY(differs([&](BuiltParcel& b) {
      const PixelRect rect = frame(b, 0).rect;
      for (int y = rect.y; y < rect.bottom(); ++y) {
        for (int x = rect.x; x < rect.right(); ++x) {
          Rgba& pixel = b.pages.pages[0].at(x, y);
          if (pixel.a == 0) pixel = {1, 2, 3, 0};
        }
      }
    }));
  }

  void pagesHaveTheShapeThatIsAskedFor() {
    for (const PageShape shape :
         {PageShape::PowerOfTwo, PageShape::Square, PageShape::SquarePowerOfTwo}) {
      PackProfile profile;
      profile.pageShape = shape;
      profile.pageSide = 100;
      const BuiltParcel parcel = built(profile);
      const PixelSize size = parcel.parcel.pages.front().size;
      const auto power = [](int side) { return (side & (side - 1)) == 0; };
      if (shape != PageShape::PowerOfTwo) QCOMPARE(size.w, size.h);
      if (shape != PageShape::Square) QVERIFY(power(size.w) && power(size.h));
      QVERIFY(size.w <= 100 && size.h <= 100);
    }
  }

  void whatChangedFromOneParcelToTheNextIsTold() {
    const BuiltParcel before = built({});
    const auto kinds = [&](const BuiltParcel& after) {
      std::set<ParcelChangeKind> seen;
      for (const auto& change :
           parcelChanges(before.parcel, before.pages, after.parcel, after.pages)) {
        seen.insert(change.kind);
      }
      return seen;
    };
    using Kind = ParcelChangeKind;
    QVERIFY(kinds(before).empty());
    PackProfile wide;
    wide.padding = 7;
    QCOMPARE(kinds(built(wide)), std::set{Kind::Moved});
    // Where its picture lies mirrored a frame looks as before.
    PackProfile mirrored;
    mirrored.same = SamePictures::Mirrored;
    mirrored.unseen = Unseen::Bled;
    QCOMPARE(kinds(built(mirrored)), std::set{Kind::Moved});
    Project was = project_;
    Asset asset = *project_.assets.front();
    asset.frames[2].origin.x += 1;
    asset.motion = Motion::Kinematic;
    project_ = withEdits(project_, {PutAsset{asset}})->project;
    QCOMPARE(kinds(built({})), std::set{Kind::Numbers});
    project_ = withEdits(was, {RemoveFrames{{2}, {{17}}}})->project;
    QVERIFY(kinds(built({})).count(Kind::Gone) == 1);
    project_ = withEdits(was, {Rename{{2}, {}, {}, "chr_other"}})->project;
    QCOMPARE(kinds(built({})), (std::set{Kind::Added, Kind::Gone}));
    make(77);
    QVERIFY(kinds(built({})).count(Kind::Repainted) == 1);
  }

  void aSmallerPictureIsTheMeanOfWhatCanBeSeen() {
    Image four(2, 2);
    four.at(0, 0) = {200, 0, 0, 255};
    four.at(1, 1) = {100, 0, 0, 255};
    const Image half = resampled(four, 0.5, Resampling::Area);
    QCOMPARE(half.size(), (PixelSize{1, 1}));
    QCOMPARE(half.at(0, 0), (Rgba{150, 0, 0, 128}));
    const Image twice = resampled(four, 2, Resampling::Nearest);
    QCOMPARE(twice.size(), (PixelSize{4, 4}));
    QCOMPARE(twice.at(1, 1), four.at(0, 0));
    QCOMPARE(twice.at(2, 1), Rgba{});
    // Larger by whole steps, both ways are the same.
    QVERIFY(resampled(four, 3, Resampling::Area) == resampled(four, 3, Resampling::Nearest));
    QCOMPARE(flipped(four).at(1, 0), four.at(0, 0));
  }

  void unseenPixelsTakeTheColourOfTheNearestThatAreSeen() {
    Image row(7, 1);
    row.at(0, 0) = {9, 8, 7, 255};
    row.at(6, 0) = {1, 2, 3, 200};
    bleedColours(row);
    QCOMPARE(row.at(2, 0), (Rgba{9, 8, 7, 0}));
    QCOMPARE(row.at(5, 0), (Rgba{1, 2, 3, 0}));
    QCOMPARE(row.at(6, 0), (Rgba{1, 2, 3, 200}));
    Image none(3, 3);
    bleedColours(none);
    QVERIFY(none == Image(3, 3));
  }
};
AMBER_TEST(ProfileTest);

#include "profile_tests.moc"
