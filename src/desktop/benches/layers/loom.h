#pragma once

#include <QAbstractScrollArea>
#include <QFocusEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QPainterPath>
#include <QResizeEvent>
#include <optional>
#include <set>
#include <vector>

#include "core/project/project.h"
#include "desktop/benches/layers/layer_facts.h"
#include "desktop/benches/layers/loom_rows.h"
#include "desktop/parts/accessible.h"

namespace amber {

/// Participants on the left, layers on the right, and threads between: to the layers that each is
/// on (a band that ends in a square) and to those that it seeks (a line that ends in an arrow;
/// broken, where the participant only notices). A thread is made by dragging from one of a row's
/// two grips to a layer and cut by clicking it; by keys, O and S make or cut the one to the chosen
/// layer.
class Loom : public QAbstractScrollArea {
  Q_OBJECT

 public:
  explicit Loom(QWidget* parent);

  /// Shows a project. With `before`, threads that exist only before or only now are marked.
  void show(Project project, std::optional<Project> before = std::nullopt);
  void setFilter(LoomFilter filter);
  /// Threads that are missing, drawn where they should be, and the participants that they are
  /// about; all else fades.
  void setMissing(std::vector<LoomThread> missing, std::set<std::string> concerned);

  const std::vector<LoomRow>& rows() const { return rows_; }
  const std::vector<Participant>& participants() const { return participants_; }
  /// The rows that were chosen last, the last first: none, one or two.
  const std::vector<std::string>& chosen() const { return chosen_; }
  std::optional<std::size_t> layer() const { return layer_; }
  /// The participants of a chosen row; empty where it is no longer there.
  std::vector<std::size_t> participantsOfChosen(std::size_t place) const;
  void choose(const std::vector<std::string>& keys);
  void chooseLayer(std::optional<std::size_t> layer);

  /// Where things are, in the viewport, for whoever points at them.
  QRectF rowRect(std::size_t row) const;
  QRectF layerRect(std::size_t layer) const;
  QPointF gripOf(std::size_t row, bool seeks) const;

 signals:
  void chosenChanged();
  /// A thread from these participants to that layer is wanted, or no longer.
  void threadAsked(std::vector<std::size_t> participants, std::size_t layer, bool seeks, bool put);
  void layerRenamed(std::size_t layer, const QString& name);
  void layerMoved(std::size_t layer, int by);
  void layerRemoved(std::size_t layer);
  void layerAdded();
  void dutyAsked();

 protected:
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void focusInEvent(QFocusEvent*) override { viewport()->update(); }
  void focusOutEvent(QFocusEvent*) override { viewport()->update(); }
  bool event(QEvent* event) override;

 private:
  /// A thread with its position.
  struct Thread {
    std::size_t row = 0;
    std::size_t layer = 0;
    bool seeks = false;
    auto operator<=>(const Thread&) const = default;
  };

  PaintedPart partAt(std::size_t index);
  void rebuild();
  void cancelDragOfAnotherRow();
  std::optional<std::size_t> chosenRow() const;
  void stepRow(int by, bool add);
  void stepLayer(int by);
  void openOrClose(std::size_t row);
  void layOut();
  double rowHeight() const;
  std::optional<std::size_t> rowAt(QPointF at) const;
  std::optional<std::size_t> layerAt(QPointF at) const;
  std::optional<Thread> threadAt(QPointF at) const;
  QPainterPath pathOf(const Thread& thread) const;
  std::vector<Thread> threads() const;
  bool fades(const LoomRow& row) const;
  std::optional<std::size_t> placeOf(const std::string& key) const;
  void chooseRow(std::size_t row, bool add);
  void toggleThread(bool seeks);
  void editLayer(std::size_t layer);
  void paintRow(QPainter& painter, std::size_t row) const;
  void paintLayer(QPainter& painter, std::size_t layer) const;
  void paintThread(QPainter& painter, const Thread& thread) const;
  void paintMissing(QPainter& painter) const;
  QColor layerColour(std::size_t layer) const;
  QString layersText(LayerSet set, SettingFrom from) const;

  Project project_;
  std::optional<Project> before_;
  std::set<LoomThread> fresh_;             // Threads that `before_` had not.
  std::vector<Participant> participants_;  // Of project_.
  LoomFilter filter_;
  std::vector<LoomRow> rows_;
  std::set<std::string> open_;
  std::vector<std::string> chosen_;
  std::optional<std::size_t> layer_;
  std::vector<LoomThread> missing_;
  std::set<std::string> concerned_;
  std::optional<Thread> pointed_;  // The thread under the pointer.
  std::optional<Thread> pulled_;   // The one that is being dragged.
  std::string pulledKey_;          // Of its row.
  QPointF pulledTo_;
};

}  // namespace amber
