#pragma once

#include <QFrame>
#include <QString>
#include <QTimer>
#include <deque>

class QLabel;
class QProgressBar;
class QPushButton;

namespace amber {

/// What has to be told, one line over the work: errors stay until they are closed, one after the
/// other, and can be copied; what is only worth knowing goes by itself. Beside it, what runs and
/// takes long, with its Stop.
class NoticeBar : public QFrame {
  Q_OBJECT

 public:
  explicit NoticeBar(QWidget* parent);

  void tell(const QString& text);
  void warn(const QString& text);
  /// What runs, so many of so many; 0 of 0 when it has ended.
  void showProgress(const QString& label, int done, int total);
  /// All errors that were told and not closed, the one that shows first.
  QStringList openErrors() const;

 signals:
  void stopAsked();

 private:
  struct Notice {
    QString text;
    bool bad = false;
  };
  void closeFirst();
  void showFirst();

  std::deque<Notice> notices_;
  QString running_;
  QLabel* text_;
  QLabel* more_;
  QPushButton* copy_;
  QPushButton* close_;
  QWidget* progress_;
  QLabel* progressText_;
  QProgressBar* progressBar_;
  QTimer goes_;
};

}  // namespace amber
