#include "desktop/parts/accessible.h"

#include <QAbstractButton>
#include <QAccessibleObject>
#include <QAccessibleWidget>
#include <QGuiApplication>
#include <QLineEdit>
#include <QSplitterHandle>
#include <QVariant>
#include <QWidget>

namespace amber {
namespace {

constexpr const char* kRole = "accessibleRole";

// The program, by the name that people know; Qt says that of its settings.
class AccessibleProgram : public QAccessibleApplication {
 public:
  QString text(QAccessible::Text text) const override {
    return text == QAccessible::Name ? QGuiApplication::applicationDisplayName()
                                     : QAccessibleApplication::text(text);
  }
};

// A widget that paints itself, with the role that it was given.
QAccessibleInterface* interfaceOf(const QString&, QObject* object) {
  if (object == QCoreApplication::instance()) return new AccessibleProgram;
  auto* widget = qobject_cast<QWidget*>(object);
  // Its own role, a grip, is unknown to the bus.
  if (qobject_cast<QSplitterHandle*>(widget) != nullptr) {
    return new QAccessibleWidget(widget, QAccessible::Separator);
  }
  if (widget == nullptr || !widget->property(kRole).isValid()) return nullptr;
  return new QAccessibleWidget(widget,
                               static_cast<QAccessible::Role>(widget->property(kRole).toInt()));
}

QString nameFor(const QWidget& widget) {
  if (const auto* edit = qobject_cast<const QLineEdit*>(&widget)) {
    if (!edit->placeholderText().isEmpty()) return edit->placeholderText();
  }
  return widget.toolTip().section('.', 0, 0);
}

}  // namespace

void describeTo(QWidget& widget, QAccessible::Role role, const QString& name) {
  widget.setProperty(kRole, static_cast<int>(role));
  widget.setAccessibleName(name);
}

void nameFields(QWidget& root) {
  for (QWidget* widget : root.findChildren<QWidget*>()) {
    if (widget->focusPolicy() == Qt::NoFocus || !widget->accessibleName().isEmpty()) continue;
    const auto* button = qobject_cast<QAbstractButton*>(widget);
    if (button != nullptr && !button->text().isEmpty()) continue;
    widget->setAccessibleName(nameFor(*widget));
  }
}

void installAccessibility() {
  QAccessible::installFactory(interfaceOf);
}

}  // namespace amber
