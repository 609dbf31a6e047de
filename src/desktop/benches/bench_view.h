#pragma once

#include <QShowEvent>
#include <QWidget>

#include "desktop/parts/player.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// What the shell needs of a bench.
class BenchView : public QWidget {
  Q_OBJECT

 public:
  using QWidget::QWidget;

  /// The stage that zooming keys act on, and the player that P acts on; null where none is.
  virtual StageView* stage() { return nullptr; }
  virtual Player* player() { return nullptr; }

 protected:
  /// Shows the project as it is now.
  virtual void refresh() = 0;

  /// To be called when what is shown has changed: refreshes at once when the bench is in front,
  /// and otherwise when it comes there, so that an edit costs nothing at the other benches.
  void refreshSoon() {
    if (isVisible()) {
      refresh();
    } else {
      stale_ = true;
    }
  }

  void showEvent(QShowEvent* event) override {
    QWidget::showEvent(event);
    if (stale_) refresh();
    stale_ = false;
  }

 private:
  bool stale_ = true;
};

}  // namespace amber
