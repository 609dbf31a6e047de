#pragma once

#include <QWidget>
#include <functional>

#include "desktop/session.h"

class QLabel;
class QListWidget;
class QListWidgetItem;
class QPushButton;

namespace amber {

class NumberField;
class Ribbon;

/// The animations of the asset, the default first. They are created from selected frames, renamed
/// in place, duplicated, made the default and removed; steps selected on the ribbon are changed.
class AnimationPanel : public QWidget {
  Q_OBJECT

 public:
  AnimationPanel(ProjectSession& session, Ribbon& ribbon, QWidget* parent);

  QString refusal() const;
  void makeFromSelected();
  void duplicate();
  void makeDefault();
  void remove();
  void rename();
  /// Of the steps chosen on the ribbon.
  QString stepRefusal() const;
  void repeatSteps();
  void removeSteps();
  void moveSteps(int by);

 private:
  void refresh();
  void choose(int row);
  void renamed(QListWidgetItem* item);
  void put(const QString& label, const std::function<Asset(const Asset&, AnimationId)>& change);
  void moveTo(std::size_t before);
  void setTime(double shown);

  ProjectSession& session_;
  Ribbon& ribbon_;
  QListWidget* list_ = nullptr;
  NumberField* time_ = nullptr;
  QLabel* timeLabel_ = nullptr;
};

}  // namespace amber
