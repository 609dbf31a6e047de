#pragma once

#include <functional>
#include <stop_token>

namespace amber {

/// How long work tells how far it is and hears that it should end. Both parts may be left empty.
///
/// `report` must be safe to call from several threads at once: work that uses all cores calls it
/// from each of them, so `done` may also arrive out of order.
struct Progress {
  std::function<void(int done, int total)> report;
  std::stop_token stop;

  void at(int done, int total) const {
    if (report) report(done, total);
  }
  bool cancelled() const { return stop.stop_requested(); }
};

}  // namespace amber
