#include <QTest>
#include <cmath>
#include <numbers>

#include "core/project/edit.h"
#include "support/registry.h"
#include "support/text_picture.h"
#include "work/art/stage_picture.h"

using namespace amber;
using namespace amber::test;

class StagePictureTest : public QObject {
  Q_OBJECT

  Project project_;
  std::shared_ptr<const SheetArt> art_;

  ArtSource art() const {
    return [this](SheetId) { return art_; };
  }
  StagedFrame frame() const {
    StagedFrame staged;
    staged.ref = {{2}, {3}};
    return staged;
  }
  // The colour that the frame shows at this point of the stage, found by going back through the
  // exact geometry; nothing outside the frame.
  Rgba expectedAt(const StagedFrame& staged, double x, double y) const {
    const Frame& frame = project_.assets.front()->frames.front();
    const double angle = -staged.angle;
    const double dx = (x - staged.at.x) / staged.scale;
    const double dy = (y - staged.at.y) / staged.scale;
    const double turnedX = dx * std::cos(angle) - dy * std::sin(angle);
    const double turnedY = dx * std::sin(angle) + dy * std::cos(angle);
    const int px =
        static_cast<int>(std::floor(frame.origin.x + (staged.mirrored ? -turnedX : turnedX)));
    const int py = static_cast<int>(std::floor(frame.origin.y + turnedY));
    if (px < 0 || py < 0 || px >= frame.rect.w || py >= frame.rect.h) return {};
    return art_->faint.test(px, py) ? art_->image.at(px, py) : Rgba{};
  }
  int wrongPixels(const StagedFrame& staged, double zoom) const {
    const auto picture = stagePicture(project_, {staged}, zoom, art());
    int wrong = 0;
    for (int y = 0; y < picture->image.height(); ++y) {
      for (int x = 0; x < picture->image.width(); ++x) {
        const Rgba want = expectedAt(staged, (x + 0.5 - picture->origin.x) / zoom,
                                     (y + 0.5 - picture->origin.y) / zoom);
        const Rgba got = picture->image.at(x, y);
        const bool same =
            want.a == 0 ? got.a == 0 : got.r == want.r && got.g == want.g && got.b == want.b;
        if (!same) ++wrong;
      }
    }
    return wrong;
  }

 private slots:
  void init() {
    art_ = std::make_shared<const SheetArt>(
        sheetArtOf({"..##....", ".####...", ".##.###.", "..##.##.", "..#...#."}));
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "sheet.png";
    sheet.size = art_->image.size();
    Asset asset;
    asset.id = {2};
    asset.kind = "character";
    asset.frames = {Frame{{3}, "a", {1}, {0, 0, 8, 5}, {3, 5}, {}, {}}};
    project_ = withEdits(newProject("look"), {PutSheet{sheet}, PutAsset{asset}})->project;
  }

  void quarterTurnsAndMirrorsAreExactToThePixel() {
    for (const double zoom : {1.0, 3.0}) {
      for (int quarter = 0; quarter < 4; ++quarter) {
        for (const bool mirrored : {false, true}) {
          StagedFrame staged = frame();
          staged.angle = quarter * std::numbers::pi / 2;
          staged.mirrored = mirrored;
          staged.scale = 2;
          QCOMPARE(wrongPixels(staged, zoom), 0);
        }
      }
    }
  }

  // At other angles the painter may round at the edges of pixels, never inside them.
  void otherAnglesDifferOnlyAtTheEdgesOfPixels() {
    for (const double degrees : {10.0, 30.0, 45.0, 123.0, 271.0}) {
      StagedFrame staged = frame();
      staged.angle = degrees * std::numbers::pi / 180;
      const auto picture = stagePicture(project_, {staged}, 16, art());
      const int all = picture->image.width() * picture->image.height();
      const int wrong = wrongPixels(staged, 16);
      QVERIFY2(wrong < all / 50,
               qPrintable(QString("%1 of %2 at %3").arg(wrong).arg(all).arg(degrees)));
    }
  }

  void thePaintersMapIsTheCores() {
    StagedFrame staged = frame();
    staged.at = {7, -2};
    staged.scale = 1.5;
    staged.angle = 1.1;
    staged.mirrored = true;
    for (const FramePoint point : {FramePoint{0, 0}, FramePoint{8, 5}, FramePoint{-3.5, 2.25}}) {
      const GamePoint wanted = onStage(staged, {3, 5}, point);
      const QPointF got = transformOf(staged, {3, 5}).map(QPointF(point.x, point.y));
      QVERIFY(std::abs(got.x() - wanted.x) < 1e-9 && std::abs(got.y() - wanted.y) < 1e-9);
    }
  }

  void whatWouldBeTooLargeIsRefused() {
    StagedFrame staged = frame();
    staged.scale = 1000;
    QVERIFY(!stagePicture(project_, {staged}, 64, art()));
    QCOMPARE(stagePicture(project_, {}, 1, art())->image.size(), (PixelSize{1, 1}));
  }
};
AMBER_TEST(StagePictureTest);

#include "stage_picture_tests.moc"
