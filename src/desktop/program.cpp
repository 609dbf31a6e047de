#include "desktop/program.h"

#include "core/base/guarded.h"

namespace amber {

bool Program::notify(QObject* receiver, QEvent* event) {
  try {
    return QApplication::notify(receiver, event);
  } catch (...) {
    const Error error = errorFrom(std::current_exception());
    // Reported after this event, because showing a message needs memory too.
    QMetaObject::invokeMethod(
        this, [this, error] { emit failed(QString::fromStdString(describe(error))); },
        Qt::QueuedConnection);
    return true;
  }
}

}  // namespace amber
