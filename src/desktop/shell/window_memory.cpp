#include "desktop/shell/window_memory.h"

#include <QFileInfo>
#include <QGuiApplication>
#include <QScreen>
#include <QSettings>
#include <algorithm>

namespace amber {
namespace {

constexpr QSize kUsualSize(1280, 800);

// The screen on which most of the place lies; the first where none is left of it.
QRect screenFor(const QRect& place) {
  const QScreen* screen = QGuiApplication::screenAt(place.center());
  if (screen == nullptr) screen = QGuiApplication::primaryScreen();
  return screen == nullptr ? QRect(QPoint(0, 0), kUsualSize) : screen->availableGeometry();
}

QRect within(QRect place, const QRect& screen) {
  place.setSize(place.size().boundedTo(screen.size()));
  place.moveLeft(std::clamp(place.left(), screen.left(), screen.right() - place.width() + 1));
  place.moveTop(std::clamp(place.top(), screen.top(), screen.bottom() - place.height() + 1));
  return place;
}

}  // namespace

void placeWindow(QWidget& window) {
  const QRect kept = QSettings().value("window/place").toRect();
  if (!kept.isValid()) {
    const QRect screen = screenFor(QRect(QPoint(0, 0), kUsualSize));
    QRect place(QPoint(0, 0), kUsualSize.boundedTo(screen.size()));
    place.moveCenter(screen.center());
    window.setGeometry(within(place, screen));
    return;
  }
  window.setGeometry(within(kept, screenFor(kept)));
  if (QSettings().value("window/maximized").toBool()) {
    window.setWindowState(window.windowState() | Qt::WindowMaximized);
  }
}

void rememberWindow(const QWidget& window) {
  QSettings().setValue("window/place", window.normalGeometry());
  QSettings().setValue("window/maximized", window.isMaximized());
}

Bench lastBench() {
  const int kept = QSettings().value("window/bench", 0).toInt();
  return static_cast<Bench>(std::clamp(kept, 0, static_cast<int>(kBenchCount) - 1));
}

void rememberBench(Bench bench) {
  QSettings().setValue("window/bench", static_cast<int>(bench));
}

QString lastFolder(const QString& sort) {
  return QSettings().value("folders/" + sort).toString();
}

void rememberFolder(const QString& sort, const QString& file) {
  QSettings().setValue("folders/" + sort, QFileInfo(file).absolutePath());
}

}  // namespace amber
