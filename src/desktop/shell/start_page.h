#pragma once

#include <QString>
#include <QStringList>
#include <QWidget>

class QVBoxLayout;

namespace amber {

/// The projects opened last, the latest first; kept in the user's settings.
QStringList recentProjects();
void rememberProject(const QString& path);

/// What an empty window shows: how to begin, and recent projects.
class StartPage : public QWidget {
  Q_OBJECT

 public:
  explicit StartPage(QWidget* parent);

  void refresh();

 signals:
  void openAsked();
  void newAsked();
  void imagesAsked();
  void projectChosen(const QString& path);

 private:
  QVBoxLayout* recent_ = nullptr;
};

}  // namespace amber
