#include "desktop/benches/bench_table.h"

#include <QCoreApplication>

#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/fit/fit_bench.h"
#include "desktop/benches/layers/layers_bench.h"
#include "desktop/benches/names/names_bench.h"
#include "desktop/benches/origin/origin_bench.h"
#include "desktop/benches/pack/pack_bench.h"
#include "desktop/benches/trial/trial_bench.h"

namespace amber {
namespace {

template <class View>
BenchEntry entryOf(Bench bench, const QString& name, ShelfContent shelf) {
  return {bench, name, shelf,
          [](ProjectSession& session, Pictures& pictures, QWidget* parent) -> BenchView* {
            return new View(session, pictures, parent);
          },
          &View::addActions};
}

QString tr(const char* text) {
  return QCoreApplication::translate("Benches", text);
}

}  // namespace

const std::vector<BenchEntry>& benchTable() {
  static const std::vector<BenchEntry> table = {
      entryOf<CutBench>(Bench::Cut, tr("Cut"), ShelfContent::Sheets),
      entryOf<OriginBench>(Bench::Origin, tr("Origin"), ShelfContent::Assets),
      entryOf<FitBench>(Bench::Fit, tr("Fit"), ShelfContent::Assets),
      entryOf<NamesBench>(Bench::Names, tr("Names"), ShelfContent::Assets),
      entryOf<LayersBench>(Bench::Layers, tr("Layers"), ShelfContent::Assets),
      entryOf<TrialBench>(Bench::Trial, tr("Trial"), ShelfContent::Assets),
      entryOf<PackBench>(Bench::Pack, tr("Pack"), ShelfContent::Assets),
  };
  return table;
}

QString benchName(Bench bench) {
  return benchTable()[static_cast<std::size_t>(bench)].name;
}

}  // namespace amber
