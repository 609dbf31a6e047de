#include "desktop/parts/accessible.h"

#include <QAbstractButton>
#include <QAccessibleWidget>
#include <QComboBox>
#include <QLabel>
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

// The label to the left of a field in its row, or above it.
QString labelOf(const QWidget& field) {
  const QWidget* parent = field.parentWidget();
  if (parent == nullptr) return {};
  const QLabel* nearest = nullptr;
  int least = field.width() + 400;
  for (const QLabel* label : parent->findChildren<QLabel*>(QString(), Qt::FindDirectChildrenOnly)) {
    if (label->buddy() == &field) return label->text();
    const bool sameRow = std::abs(label->geometry().center().y() - field.geometry().center().y()) <
                         std::max(4, field.height() / 2);
    const int away = field.x() - label->geometry().right();
    if (!sameRow || away < 0 || away >= least || label->text().trimmed().size() < 3) continue;
    nearest = label;
    least = away;
  }
  return nearest == nullptr ? QString() : nearest->text();
}

QString nameFor(const QWidget& widget) {
  if (const auto* edit = qobject_cast<const QLineEdit*>(&widget)) {
    if (!edit->placeholderText().isEmpty()) return edit->placeholderText();
  }
  const QString label = labelOf(widget);
  if (!label.isEmpty()) return label;
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
