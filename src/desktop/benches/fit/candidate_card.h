#pragma once

#include <QEnterEvent>
#include <QEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QPainter>
#include <QString>
#include <QWidget>
#include <optional>

#include "core/fit/measures/measures.h"
#include "desktop/stage/pictures.h"

namespace amber {

/// One fitted shape with its picture and measures. Hovering shows it on the stage; a click, or
/// Enter, uses it.
class CandidateCard : public QWidget {
  Q_OBJECT

 public:
  CandidateCard(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// What is offered for the current frame; nothing when it has no firm ink.
  void offer(const QString& title, const std::optional<Shape>& shape, const Measures& measures);
  /// Whether the frame has this very shape already.
  void setTaken(bool taken);

 signals:
  void pointedAt(bool pointed);
  void taken();

 protected:
  void paintEvent(QPaintEvent* event) override;
  void enterEvent(QEnterEvent* event) override;
  void leaveEvent(QEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void paintBar(QPainter& painter, int y, const QString& name, double share, bool air);

  ProjectSession& session_;
  Pictures& pictures_;
  QString title_;
  std::optional<Shape> shape_;
  Measures measures_;
  bool taken_ = false;
};

}  // namespace amber
