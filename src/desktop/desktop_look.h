#pragma once

#include <QDBusConnection>
#include <QDBusVariant>
#include <QObject>
#include <QString>
#include <QVariantMap>
#include <optional>

namespace amber {

/// What the desktop asks of the colours of every program.
struct DesktopColours {
  std::optional<bool> dark;  ///< Nothing where the desktop does not say.
  bool highContrast = false;

  bool operator==(const DesktopColours&) const = default;
};

/// Asks the desktop's settings portal (org.freedesktop.portal.Settings) for its colours and follows
/// them while the program runs. Without a portal they stay unknown.
class DesktopLook : public QObject {
  Q_OBJECT

 public:
  /// Asks at once and does not wait; `changed` follows.
  DesktopLook(QDBusConnection bus, QObject* parent);

  /// The colours last heard of.
  static DesktopColours current();

 signals:
  void changed();

 private slots:
  void hear(const QString& group, const QString& key, const QDBusVariant& value);

 private:
  void take(const QString& key, const QVariant& value);
  void ask();

  QDBusConnection bus_;
};

}  // namespace amber
