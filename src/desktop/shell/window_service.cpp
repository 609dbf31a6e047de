#include "desktop/shell/window_service.h"

#include <QCryptographicHash>
#include <QDBusMessage>
#include <QFileInfo>

namespace amber {
namespace {

constexpr const char* kInterface = "org.freedesktop.Application";
constexpr const char* kPath = "/org/amberparcel/AmberParcel";
constexpr int kPatienceMs = 500;

// A name on the bus takes only some characters of a path, and not all of its length.
QString nameOf(const QString& projectPath) {
  const QFileInfo file(projectPath);
  const QString whole = QFileInfo(file.absolutePath()).canonicalFilePath() + '/' + file.fileName();
  const QByteArray hash = QCryptographicHash::hash(whole.toUtf8(), QCryptographicHash::Sha256);
  return "org.amberparcel.AmberParcel.Project_" + QString::fromLatin1(hash.toHex().left(32));
}

}  // namespace

WindowService::WindowService(QDBusConnection bus, QObject* parent)
    : QObject(parent), bus_(std::move(bus)) {
  bus_.registerObject(kPath, this, QDBusConnection::ExportScriptableSlots);
}

void WindowService::show(const QString& projectPath) {
  const QString name = nameOf(projectPath);
  if (name == name_ || !bus_.isConnected()) return;
  if (!name_.isEmpty()) bus_.unregisterService(name_);
  name_ = name;
  bus_.registerService(name_);
}

bool WindowService::bringForward(const QDBusConnection& bus, const QString& projectPath) {
  if (!bus.isConnected()) return false;
  QDBusMessage call =
      QDBusMessage::createMethodCall(nameOf(projectPath), kPath, kInterface, "Activate");
  call.setAutoStartService(false);
  QVariantMap platformData;
  const QString token = qEnvironmentVariable("XDG_ACTIVATION_TOKEN");
  if (!token.isEmpty()) platformData["activation-token"] = token;
  call << platformData;
  return bus.call(call, QDBus::Block, kPatienceMs).type() == QDBusMessage::ReplyMessage;
}

void WindowService::Activate(const QVariantMap& platformData) {
  emit activated(platformData.value("activation-token").toString());
}

}  // namespace amber
