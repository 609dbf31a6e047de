#pragma once

#include <QString>
#include <QWidget>

class QProgressBar;

namespace amber {

/// Slow background work: its name, its progress, and Stop. The strip keeps its place in the line at
/// the bottom while nothing runs, so that nothing moves when work begins.
class ProgressStrip : public QWidget {
  Q_OBJECT

 public:
  explicit ProgressStrip(QWidget* parent);

  /// `done` of `total` are done; 0 of 0 when the work with that label has ended.
  void showProgress(const QString& label, int done, int total);

 signals:
  void stopAsked();

 private:
  QString running_;
  QProgressBar* bar_;
};

}  // namespace amber
