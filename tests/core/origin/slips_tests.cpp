#include <QTest>
#include <map>

#include "core/origin/drift.h"
#include "core/origin/slips.h"
#include "support/figure_generator.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr Movement kMovements[] = {Movement::Breathe, Movement::Wave,   Movement::Crouch,
                                   Movement::Lean,    Movement::Tap,    Movement::Drip,
                                   Movement::Walk,    Movement::Stride, Movement::Hop};

std::vector<Slip> slipsFoundIn(const MadeFigure& figure) {
  const auto art = std::make_shared<const SheetArt>(figure.art);
  return slipsOf(figure.asset, figure.asset.animations.front(), [&](SheetId) { return art; });
}

bool areTheSlipsOf(const MadeFigure& figure, const std::vector<Slip>& found) {
  if (found.size() != figure.slips.size()) return false;
  for (std::size_t i = 0; i < found.size(); ++i) {
    const MadeFigure::Shift& wanted = figure.slips[i];
    if (found[i].step != wanted.step ||
        found[i].by != OriginPoint{1.0 * wanted.dx, 1.0 * wanted.dy})
      return false;
  }
  return true;
}

QByteArray told(const MadeFigure& figure, std::uint32_t seed, const std::vector<Slip>& found) {
  QString text = QString("%1, seed %2, %3 steps; drawn off:")
                     .arg(QString::fromStdString(nameOf(figure.movement)))
                     .arg(seed)
                     .arg(figure.asset.frames.size());
  for (const auto& slip : figure.slips) {
    text += QString(" %1 (%2, %3)").arg(slip.step).arg(slip.dx).arg(slip.dy);
  }
  text += "; found:";
  for (const Slip& slip : found)
    text += QString(" %1 (%2, %3)").arg(slip.step).arg(slip.by.x).arg(slip.by.y);
  return text.toUtf8();
}

}  // namespace

class SlipsTest : public QObject {
  Q_OBJECT
 private slots:
  void everySlipOfPlantedFeetIsFoundAndNothingElse() {
    std::uint32_t seed = 1;
    std::size_t slips = 0;
    for (int round = 0; round < 50; ++round) {
      for (const Movement movement : kMovements) {
        if (!feetArePlanted(movement)) continue;
        const MadeFigure figure = madeFigure(++seed, movement, true);
        const std::vector<Slip> found = slipsFoundIn(figure);
        QVERIFY2(areTheSlipsOf(figure, found), told(figure, seed, found));
        slips += figure.slips.size();
      }
    }
    qInfo("%zu slips in 300 animations, all found, nothing else", slips);
  }

  void noSlipIsFoundWhereNoneWasDrawn() {
    std::uint32_t seed = 70000;
    for (int round = 0; round < 30; ++round) {
      for (const Movement movement : kMovements) {
        const MadeFigure figure = madeFigure(++seed, movement, false);
        const std::vector<Slip> found = slipsFoundIn(figure);
        QVERIFY2(found.empty(), told(figure, seed, found));
      }
    }
    qInfo("no alarm in 270 animations without slips");
  }

  // Moving the origin by the reported amount leaves no slip.
  void movingTheOriginsMendsTheSlips() {
    MadeFigure figure = madeFigure(4711, Movement::Wave, true);
    QVERIFY(!figure.slips.empty());
    for (const Slip& slip : slipsFoundIn(figure)) {
      Frame& frame = figure.asset.frames[slip.step];
      frame.origin = {frame.origin.x + slip.by.x, frame.origin.y + slip.by.y};
    }
    QVERIFY(slipsFoundIn(figure).empty());
  }

  void anOriginThatIsOffIsASlipTheOtherWay() {
    MadeFigure figure = madeFigure(5, Movement::Breathe, false);
    figure.asset.frames[2].origin.x += 3;
    const std::vector<Slip> found = slipsFoundIn(figure);
    QCOMPARE(found.size(), std::size_t{1});
    QCOMPARE(found.front().step, std::size_t{2});
    QCOMPARE(found.front().by, (OriginPoint{-3, 0}));
    figure.asset.frames[2].origin.x -= 2.5;
    QVERIFY(slipsFoundIn(figure).empty());  // half a px is no slip
  }
};
AMBER_TEST(SlipsTest);

#include "slips_tests.moc"
