#pragma once

#include <QUndoCommand>
#include <functional>
#include <optional>

#include "core/project/project.h"
#include "core/project/selection.h"

namespace amber {

/// One step of history: the project and the selection before and after. Steps that come in quick
/// succession and continue one another, as while an arrow key is held down, are one.
class HistoryStep : public QUndoCommand {
 public:
  using Show = std::function<void(const Project& project, const Selection& selection)>;
  struct State {
    Project project;
    Selection selection;
  };

  /// `run`: 0, or the number of the run that the step belongs to; steps of one run are merged.
  HistoryStep(const QString& label, State before, State after, int run, Show show)
      : QUndoCommand(label),
        before_(std::move(before)),
        after_(std::move(after)),
        run_(run),
        show_(std::move(show)) {}

  void undo() override { show_(before_.project, before_.selection); }
  void redo() override { show_(after_.project, after_.selection); }
  int id() const override { return run_ == 0 ? -1 : run_; }
  bool mergeWith(const QUndoCommand* later) override {
    after_ = static_cast<const HistoryStep*>(later)->after_;
    return true;
  }

 private:
  State before_;
  State after_;
  int run_;
  Show show_;
};

}  // namespace amber
