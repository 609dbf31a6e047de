#include <QTest>

#include "desktop/benches/fit/shape_numbers.h"
#include "support/registry.h"

using namespace amber;

// What can be typed of a shape.
class ShapeNumbersTest : public QObject {
  Q_OBJECT

  static ShapeNumbers valuesOf(const Shape& shape) {
    ShapeNumbers values{};
    std::size_t i = 0;
    for (const ShapeNumber& one : numbersOf(shape, std::nullopt)) values[i++] = one.value;
    return values;
  }

 private slots:
  void aShapeIsMadeAgainOfItsNumbers() {
    const Shape shapes[] = {Box{1, 2, 3.5, 4}, Circle{5, 6, 7.25}, Capsule{1, 2, 3, 9, 4.5}};
    for (const Shape& shape : shapes) QVERIFY(withNumbers(shape, valuesOf(shape)) == shape);
  }

  void theOrderIsThatOfTheNames() {
    const auto numbers = numbersOf(Capsule{1, 2, 3, 4, 5}, std::nullopt);
    const std::vector<std::string> names{"ax", "ay", "bx", "by", "r"};
    QCOMPARE(numbers.size(), names.size());
    for (std::size_t i = 0; i < names.size(); ++i) {
      QCOMPARE(numbers[i].name, names[i]);
      QCOMPARE(numbers[i].value, static_cast<double>(i + 1));
    }
  }

  void aPolygonHasThoseOfOneCornerAndNoneWithout() {
    const Polygon polygon{{{0, 0}, {8, 1}, {4, 9}}};
    QVERIFY(numbersOf(polygon, std::nullopt).empty());
    const auto corner = numbersOf(polygon, 2);
    QCOMPARE(corner.size(), 2U);
    QCOMPARE(corner[0].value, 4.0);
    QCOMPARE(corner[1].value, 9.0);
    QVERIFY(withNumbers(polygon, {7, 7}) == Shape(polygon));
  }

  void aMaskComesToLieOnWholePixels() {
    MaskShape mask;
    mask.x = 3;
    mask.y = 4;
    const Shape moved = withNumbers(mask, {6.6, -1.4});
    QCOMPARE(std::get<MaskShape>(moved).x, 7.0);
    QCOMPARE(std::get<MaskShape>(moved).y, -1.0);
  }
};
AMBER_TEST(ShapeNumbersTest);

#include "shape_numbers_tests.moc"
