#pragma once

#include <QApplication>
#include <QString>

namespace amber {

/// The application. An exception in an event handler, such as std::bad_alloc, ends that handler and
/// is reported by `failed`; the window and the project are kept.
class Program : public QApplication {
  Q_OBJECT

 public:
  using QApplication::QApplication;

  bool notify(QObject* receiver, QEvent* event) override;

 signals:
  void failed(const QString& sentence);
};

}  // namespace amber
