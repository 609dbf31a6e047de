#pragma once

#include <QWidget>

#include "desktop/parts/player.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// What the shell needs of a bench.
class BenchView : public QWidget {
  Q_OBJECT

 public:
  using QWidget::QWidget;

  /// The stage that zooming keys act on, and the player that Space acts on; null where none is.
  virtual StageView* stage() { return nullptr; }
  virtual Player* player() { return nullptr; }
  /// Called when the bench comes to the front.
  virtual void arrive() {}
};

}  // namespace amber
