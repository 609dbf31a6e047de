#include "desktop/parts/explaining.h"

#include <QBuffer>
#include <QByteArray>
#include <QCoreApplication>
#include <QImage>
#include <QVariant>
#include <QWhatsThis>
#include <QWidget>

#include "desktop/theme.h"

namespace amber {
namespace {

constexpr const char* kPage = "manualPage";

// The widget or the nearest one above it that was explained; null for none.
template <class Widget>
Widget* explained(Widget* widget) {
  while (widget != nullptr && !widget->property(kPage).isValid()) {
    widget = widget->parentWidget();
  }
  return widget;
}

}  // namespace

void explain(QWidget& widget, const QString& text, const char* page) {
  widget.setProperty(kPage, page);
  const QString more = QCoreApplication::translate("Explanations", "More in the manual");
  widget.setWhatsThis("<qt>" + text + " <a href=\"" + page + "\">" + more + "</a></qt>");
}

QString figure(QSize size, const std::function<void(QPainter&)>& paint) {
  QImage image(size, QImage::Format_ARGB32_Premultiplied);
  image.fill(theme().paper);
  QPainter painter(&image);
  painter.setRenderHint(QPainter::Antialiasing);
  paint(painter);
  painter.end();
  QByteArray png;
  QBuffer buffer(&png);
  buffer.open(QIODevice::WriteOnly);
  image.save(&buffer, "png");
  return "<p><img src=\"data:image/png;base64," + QString::fromLatin1(png.toBase64()) + "\"></p>";
}

QString manualPageOf(const QWidget* widget) {
  const QWidget* found = explained(widget);
  return found == nullptr ? QString() : found->property(kPage).toString();
}

void showExplanation(QWidget* widget) {
  QWidget* found = explained(widget);
  if (found == nullptr) {
    QWhatsThis::enterWhatsThisMode();
  } else {
    QWhatsThis::showText(found->mapToGlobal(found->rect().center()), found->whatsThis(), found);
  }
}

}  // namespace amber
