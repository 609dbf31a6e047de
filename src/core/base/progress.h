#pragma once

#include <functional>
#include <stop_token>

namespace amber {

/// How long-running work reports its progress and learns that it was cancelled. Both members may be
/// empty.
/// `report` must be safe to call from several threads at once, because parallel work calls it from
/// each thread. So values of `done` may arrive out of order.
struct Progress {
  std::function<void(int done, int total)> report;
  std::stop_token stop;

  void at(int done, int total) const {
    if (report) report(done, total);
  }
  bool cancelled() const { return stop.stop_requested(); }
};

}  // namespace amber
