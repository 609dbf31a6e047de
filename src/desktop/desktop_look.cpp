#include "desktop/desktop_look.h"

#include <QDBusArgument>
#include <QDBusMessage>
#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>
#include <QMap>
#include <QMetaObject>
#include <QStringList>

namespace amber {
namespace {

constexpr const char* kService = "org.freedesktop.portal.Desktop";
constexpr const char* kPath = "/org/freedesktop/portal/desktop";
constexpr const char* kInterface = "org.freedesktop.portal.Settings";
constexpr const char* kAppearance = "org.freedesktop.appearance";

// Values of the key "color-scheme"; 0 is no preference.
constexpr uint kPrefersDark = 1;
constexpr uint kPrefersLight = 2;

DesktopColours heard;

}  // namespace

DesktopLook::DesktopLook(QDBusConnection bus, QObject* parent)
    : QObject(parent), bus_(std::move(bus)) {
  if (!bus_.isConnected()) return;
  // Qt finds the slot only where this type is known, and by its signature without spaces.
  qRegisterMetaType<QDBusVariant>("QDBusVariant");
  const QByteArray slot =
      QMetaObject::normalizedSignature(SLOT(hear(QString, QString, QDBusVariant)));
  bus_.connect(kService, kPath, kInterface, "SettingChanged", this, slot.constData());
  ask();
}

DesktopColours DesktopLook::current() {
  return heard;
}

void DesktopLook::ask() {
  QDBusMessage call = QDBusMessage::createMethodCall(kService, kPath, kInterface, "ReadAll");
  call << QStringList{kAppearance};
  auto* answer = new QDBusPendingCallWatcher(bus_.asyncCall(call), this);
  connect(answer, &QDBusPendingCallWatcher::finished, this, [this, answer] {
    answer->deleteLater();
    if (answer->isError()) return;
    const auto groups =
        qdbus_cast<QMap<QString, QVariantMap>>(answer->reply().arguments().value(0));
    const QVariantMap appearance = groups.value(kAppearance);
    for (auto one = appearance.begin(); one != appearance.end(); ++one) {
      take(one.key(), one.value());
    }
  });
}

void DesktopLook::hear(const QString& group, const QString& key, const QDBusVariant& value) {
  if (group == kAppearance) take(key, value.variant());
}

void DesktopLook::take(const QString& key, const QVariant& value) {
  DesktopColours now = heard;
  if (key == "color-scheme") {
    now.dark.reset();
    if (value.toUInt() == kPrefersDark) now.dark = true;
    if (value.toUInt() == kPrefersLight) now.dark = false;
  } else if (key == "contrast") {
    now.highContrast = value.toUInt() == 1;
  }
  if (now == heard) return;
  heard = now;
  emit changed();
}

}  // namespace amber
