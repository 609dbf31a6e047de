#pragma once

#include <QStackedWidget>
#include <array>

#include "core/checks/docket.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"

namespace amber {

/// The benches, one in front; each is made when it is first needed.
class BenchStack : public QStackedWidget {
  Q_OBJECT

 public:
  BenchStack(ProjectSession& session, Pictures& pictures, QWidget* parent);

  Bench current() const { return current_; }
  void goTo(Bench bench);
  BenchView& get(Bench bench);
  /// Null while it was not needed.
  BenchView* made(Bench bench) const { return made_[static_cast<std::size_t>(bench)]; }
  BenchView* inFront() const { return made(current_); }
  BenchAccess access(Bench bench);

 signals:
  /// A bench was made; its stage and player are there now.
  void benchMade(amber::BenchView* view);

 private:
  ProjectSession& session_;
  Pictures& pictures_;
  Bench current_ = Bench::Cut;
  std::array<BenchView*, kBenchCount> made_{};
};

}  // namespace amber
