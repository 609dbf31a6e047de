#include "desktop/shell/window_memory.h"

#include <QDir>
#include <QFileInfo>
#include <QGuiApplication>
#include <QScreen>
#include <QSettings>
#include <QSplitter>
#include <QStandardPaths>
#include <algorithm>

namespace amber {
namespace {

constexpr QSize kUsualSize(1280, 800);

}  // namespace

void placeWindow(QWidget& window) {
  const bool restored = window.restoreGeometry(QSettings().value("window/geometry").toByteArray());
  const QPoint middle = window.geometry().center();
  if (restored && QGuiApplication::screenAt(middle) != nullptr) return;
  const QScreen* screen = QGuiApplication::primaryScreen();
  const QRect room = screen == nullptr ? QRect(QPoint(), kUsualSize) : screen->availableGeometry();
  QRect place(QPoint(), kUsualSize.boundedTo(room.size()));
  place.moveCenter(room.center());
  window.setGeometry(place);
}

void rememberWindow(const QWidget& window) {
  QSettings().setValue("window/geometry", window.saveGeometry());
}

void keepSplitters(QWidget& root) {
  for (QSplitter* split : root.findChildren<QSplitter*>()) {
    Q_ASSERT(!split->objectName().isEmpty());
    const QString key = "window/" + split->objectName();
    split->restoreState(QSettings().value(key).toByteArray());
    QObject::connect(split, &QSplitter::splitterMoved, split,
                     [split, key] { QSettings().setValue(key, split->saveState()); });
  }
}

bool hasMenuBar() {
  return QSettings().value("window/menuBar").toBool();
}

void rememberMenuBar(bool shown) {
  QSettings().setValue("window/menuBar", shown);
}

Bench lastBench() {
  const int kept = QSettings().value("window/bench", 0).toInt();
  return static_cast<Bench>(std::clamp(kept, 0, static_cast<int>(kBenchCount) - 1));
}

void rememberBench(Bench bench) {
  QSettings().setValue("window/bench", static_cast<int>(bench));
}

QString lastFolder(const QString& sort) {
  const QString last = QSettings().value("folders/" + sort).toString();
  if (QFileInfo(last).isDir()) return last;
  const QString documents = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
  return QFileInfo(documents).isDir() ? documents : QDir::homePath();
}

void rememberFolder(const QString& sort, const QString& file) {
  QSettings().setValue("folders/" + sort, QFileInfo(file).absolutePath());
}

}  // namespace amber
