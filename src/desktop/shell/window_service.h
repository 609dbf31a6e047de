#pragma once

#include <QDBusConnection>
#include <QObject>
#include <QString>
#include <QVariantMap>

namespace amber {

/// Makes the window of a project known on the session bus, so that a program that is asked to open
/// the same project can bring this window forward. Speaks the interface that desktops use to
/// activate programs, org.freedesktop.Application.
class WindowService : public QObject {
  Q_OBJECT
  Q_CLASSINFO("D-Bus Interface", "org.freedesktop.Application")

 public:
  WindowService(QDBusConnection bus, QObject* parent);

  /// From now on the window is that of this project; without a bus, nothing happens.
  void show(const QString& projectPath);
  /// Asks the window that has this project open, in another process, to come forward. Waits for at
  /// most half a second.
  static bool bringForward(const QDBusConnection& bus, const QString& projectPath);

 public slots:
  Q_SCRIPTABLE void Activate(const QVariantMap& platformData);

 signals:
  /// The window is to come forward; `token`: the desktop's permission to do so, may be empty.
  void activated(const QString& token);

 private:
  QDBusConnection bus_;
  QString name_;
};

}  // namespace amber
