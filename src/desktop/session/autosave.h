#pragma once

#include <QObject>
#include <QTimer>

namespace amber {

class ProjectKeeper;

/// Saves the project some minutes after its first unsaved change, if the user prefers that.
class Autosave : public QObject {
  Q_OBJECT

 public:
  static constexpr int kMsPerMinute = 60'000;

  /// `msPerMinute`: shorter in tests.
  Autosave(ProjectKeeper& keeper, int msPerMinute, QObject* parent);

 private:
  void follow();

  ProjectKeeper& keeper_;
  int msPerMinute_;
  QTimer timer_;
};

}  // namespace amber
