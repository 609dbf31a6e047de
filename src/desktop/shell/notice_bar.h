#pragma once

#include <QEvent>
#include <QFrame>
#include <QPointer>
#include <QString>
#include <QStringList>
#include <QTimer>
#include <deque>

class QLabel;
class QPushButton;

namespace amber {

/// Messages, one at a time: errors stay until they are closed and can be copied; other messages go
/// by themselves. The bar floats over the top of the stage and takes no room in the layout, so that
/// no control moves when it comes or goes.
class NoticeBar : public QFrame {
  Q_OBJECT

 public:
  explicit NoticeBar(QWidget* parent);

  void tell(const QString& text);
  void warn(const QString& text);
  /// The widget over whose top edge the bar floats from now on. Requires: it is below the bar's
  /// parent.
  void floatOver(QWidget* stage);
  /// All errors that were shown and not closed, the visible one first.
  QStringList openErrors() const;

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  struct Notice {
    QString text;
    bool bad = false;
  };
  void closeFirst();
  void showFirst();
  void place();

  std::deque<Notice> notices_;
  QPointer<QWidget> stage_;
  QLabel* text_;
  QLabel* more_;
  QPushButton* copy_;
  QPushButton* close_;
  QTimer goes_;
};

}  // namespace amber
