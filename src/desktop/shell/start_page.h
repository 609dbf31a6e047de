#pragma once

#include <QScrollArea>
#include <QShowEvent>
#include <QString>

class QVBoxLayout;

namespace amber {

/// What an empty window shows: what the program does, how to begin, and recent projects.
class StartPage : public QScrollArea {
  Q_OBJECT

 public:
  explicit StartPage(QWidget* parent);

  /// Shows the current list of recent projects.
  void refresh();

 signals:
  void exampleAsked();
  void openAsked();
  void newAsked();
  void imagesAsked();
  void projectChosen(const QString& path);

 protected:
  void showEvent(QShowEvent* event) override;

 private:
  void addRecent(const QString& path);

  QWidget* recent_ = nullptr;
  QVBoxLayout* rows_ = nullptr;
};

}  // namespace amber
