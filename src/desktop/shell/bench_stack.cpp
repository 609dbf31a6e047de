#include "desktop/shell/bench_stack.h"

namespace amber {

BenchStack::BenchStack(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QStackedWidget(parent), session_(session), pictures_(pictures) {}

BenchView& BenchStack::get(Bench bench) {
  BenchView*& view = made_[static_cast<std::size_t>(bench)];
  if (view == nullptr) {
    view = benchTable()[static_cast<std::size_t>(bench)].make(session_, pictures_, this);
    addWidget(view);
    emit benchMade(view);
  }
  return *view;
}

void BenchStack::goTo(Bench bench) {
  current_ = bench;
  setCurrentWidget(&get(bench));
}

BenchAccess BenchStack::access(Bench bench) {
  return {[this, bench]() -> BenchView& { return get(bench); },
          [this, bench] { return made(bench); }};
}

}  // namespace amber
