#pragma once

#include <QApplication>
#include <QString>

namespace amber {

/// The application. What a handler of an event throws, such as std::bad_alloc, ends that handler
/// and is told by `failed`; the window and the project stay.
class Program : public QApplication {
  Q_OBJECT

 public:
  using QApplication::QApplication;

  bool notify(QObject* receiver, QEvent* event) override;

 signals:
  void failed(const QString& sentence);
};

}  // namespace amber
