#pragma once

#include <QString>

#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/parts/action_table.h"
#include "desktop/session.h"

namespace amber {

/// Adds the actions of one bench to the table. Running an action creates the bench if necessary;
/// before that, the action is enabled whenever there is a project, and the bench decides when it
/// runs.
template <class View>
class BenchActions {
 public:
  BenchActions(ActionTable& table, ProjectSession& session, BenchAccess access)
      : table_(table), session_(session), access_(std::move(access)) {}

  using Run = std::function<void(View& view)>;
  using Refusal = std::function<QString(const View& view)>;

  void add(const QString& id, const QString& text, const QString& key, Run run, Refusal refusal,
           ActionPlace place = ActionPlace::Window) {
    table_.add({id, text, QKeySequence(key),
                [get = access_.get, run = std::move(run)] { run(static_cast<View&>(get())); },
                [this_ = *this, refusal = std::move(refusal)] { return this_.refused(refusal); },
                place});
  }

 private:
  QString refused(const Refusal& refusal) const {
    if (!session_.hasProject()) return QObject::tr("Open a project first");
    const BenchView* view = access_.made();
    return view == nullptr || !refusal ? QString() : refusal(static_cast<const View&>(*view));
  }

  ActionTable& table_;
  ProjectSession& session_;
  BenchAccess access_;
};

}  // namespace amber
