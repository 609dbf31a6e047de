#include <QImage>
#include <QPainter>
#include <QTest>
#include <random>

#include "core/fit/styles/mask_fit.h"
#include "core/image/shape_pixels.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/theme.h"
#include "support/registry.h"

using namespace amber;

namespace {

PixelMask someMask(std::mt19937& random, int w, int h) {
  PixelMask mask(w, h);
  for (int y = 0; y < h; ++y) {
    for (int x = 0; x < w; ++x) {
      if (random() % 3 != 0) mask.set(x, y);
    }
  }
  return mask;
}

bool isSet(const PixelMask& mask, int x, int y) {
  return mask.rect().contains(x, y) && mask.test(x, y);
}

}  // namespace

class ShapePaintingTest : public QObject {
  Q_OBJECT
 private slots:
  // Every side between a pixel and none is drawn once, in as few lines as there can be.
  void theOutlineOfAMaskIsAllItsSides() {
    std::mt19937 random(3);
    for (const auto& [w, h] : {std::pair(1, 1), std::pair(9, 7), std::pair(70, 20)}) {
      const PixelMask mask = someMask(random, w, h);
      if (countOf(mask) == 0) continue;
      const Shape shape = *maskOf(mask, {});
      const QPainterPath path = outlineOf(shape, ViewTransform{2, {10, 4}});
      QCOMPARE(path.elementCount() % 2, 0);
      QSet<QString> drawn;
      for (int i = 0; i < path.elementCount(); i += 2) {
        const QPointF from = path.elementAt(i);
        const QPointF to = path.elementAt(i + 1);
        const QPointF step = to.x() > from.x() ? QPointF(2, 0) : QPointF(0, 2);
        for (QPointF at = from; at != to; at += step) {
          const QString side = QString("%1 %2 %3").arg(at.x()).arg(at.y()).arg(step.x());
          QVERIFY(!drawn.contains(side));
          drawn << side;
        }
      }
      qsizetype sides = 0;
      int lines = 0;
      for (int y = 0; y <= h; ++y) {
        for (int x = 0; x <= w; ++x) {
          const auto over = [&](int u, int v) {
            return isSet(mask, u, v) != isSet(mask, u, v - 1);
          };
          const auto left = [&](int u, int v) {
            return isSet(mask, u, v) != isSet(mask, u - 1, v);
          };
          if (over(x, y)) {
            ++sides;
            lines += over(x - 1, y) ? 0 : 1;
            QVERIFY(drawn.contains(QString("%1 %2 2").arg(10 + 2 * x).arg(4 + 2 * y)));
          }
          if (left(x, y)) {
            ++sides;
            lines += left(x, y - 1) ? 0 : 1;
            QVERIFY(drawn.contains(QString("%1 %2 0").arg(10 + 2 * x).arg(4 + 2 * y)));
          }
        }
      }
      QCOMPARE(drawn.size(), sides);
      QCOMPARE(path.elementCount() / 2, lines);
    }
  }

  void airAndBareInkAreMarkedPixelByPixel() {
    std::mt19937 random(5);
    const PixelMask ink = someMask(random, 75, 30);
    const Shape shape = Circle{60, 14, 22};
    for (const bool air : {true, false}) {
      for (const bool bare : {true, false}) {
        QImage image(100, 50, QImage::Format_ARGB32);
        image.fill(Qt::transparent);
        QPainter painter(&image);
        paintAirAndBareInk(painter, shape, ink, ViewTransform{1, {5, 10}}, air, bare);
        painter.end();
        const PixelMask held = pixelsOf(shape, {0, 0, 90, 40});
        for (int y = 0; y < 40; ++y) {
          for (int x = 0; x < 90; ++x) {
            const QColor colour = image.pixelColor(x + 5, y + 10);
            const bool isAir = isSet(held, x, y) && !isSet(ink, x, y);
            const bool isBare = isSet(ink, x, y) && !isSet(held, x, y);
            QCOMPARE(colour.alpha() > 0, (air && isAir) || (bare && isBare));
            // Air differs from bare ink.
            if (colour.alpha() > 0) QCOMPARE(colour.alpha() > 128, isBare);
          }
        }
      }
    }
  }
};
AMBER_TEST(ShapePaintingTest);

#include "shape_painting_tests.moc"
