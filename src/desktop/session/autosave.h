#pragma once

#include <QObject>
#include <QTimer>

namespace amber {

class ProjectKeeper;

/// Saves the project some minutes after its first unsaved change, if the user prefers that. After
/// a save that was refused it waits until the user has saved, so that nobody is asked again and
/// again.
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
  bool refused_ = false;
  QTimer timer_;
};

}  // namespace amber
