#include "desktop/parts/accessible.h"

#include <QAbstractButton>
#include <QAccessibleWidget>
#include <QLineEdit>
#include <QVariant>
#include <QWidget>

namespace amber {
namespace {

constexpr const char* kRole = "accessibleRole";

// A widget that paints itself, with the role that it was given.
QAccessibleInterface* interfaceOf(const QString&, QObject* object) {
  auto* widget = qobject_cast<QWidget*>(object);
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
