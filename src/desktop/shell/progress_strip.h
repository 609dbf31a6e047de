#pragma once

#include <QString>
#include <QWidget>

class QProgressBar;

namespace amber {

/// What runs beside the window and takes long: its name, how much of it is done, and Stop. It keeps
/// its place in the line at the bottom while nothing runs, so that nothing moves when work begins.
class ProgressStrip : public QWidget {
  Q_OBJECT

 public:
  explicit ProgressStrip(QWidget* parent);

  /// So many of so many are done; 0 of 0 when the work of that name has ended.
  void showProgress(const QString& label, int done, int total);

 signals:
  void stopAsked();

 private:
  QString running_;
  QProgressBar* bar_;
};

}  // namespace amber
