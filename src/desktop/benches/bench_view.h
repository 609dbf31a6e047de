#pragma once

#include <QShowEvent>
#include <QWidget>

#include "desktop/parts/action_table.h"
#include "desktop/parts/player.h"
#include "desktop/stage/canvas.h"

namespace amber {

/// What the shell needs of a bench.
class BenchView : public QWidget {
  Q_OBJECT

 public:
  using QWidget::QWidget;

  /// The stage that zooming keys act on, and the player that P acts on; null where none is.
  virtual Canvas* stage() { return nullptr; }
  virtual Player* player() { return nullptr; }
  /// Gives the bench's widgets the shortcuts that count in them. Called once, when it is made.
  virtual void placeActions(ActionTable&) {}

 protected:
  /// Buttons of the bench, by object name, with the action that each does.
  void bindButtons(ActionTable& actions,
                   std::initializer_list<std::pair<const char*, const char*>> buttons) {
    for (const auto& [name, id] : buttons) actions.bind(findChild<QAbstractButton*>(name), id);
  }

 signals:
  /// What can be done has changed, though neither the project nor the selection has.
  void choiceChanged();
  /// What was asked for is shown here: the bench is to come to the front.
  void wanted();

 protected:
  /// Shows the current project.
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
