#include "desktop/parts/accessible.h"

#include <QAbstractButton>
#include <QAbstractScrollArea>
#include <QAccessibleObject>
#include <QAccessibleWidget>
#include <QGuiApplication>
#include <QLineEdit>
#include <QPointer>
#include <QSplitterHandle>
#include <QVariant>
#include <QWidget>
#include <QWindow>
#include <algorithm>
#include <utility>
#include <vector>

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

// What describeParts and describeValue said of a widget; it lives as long as that.
class Description : public QObject {
 public:
  using QObject::QObject;
  static Description* find(const QWidget& widget) {
    for (QObject* child : widget.children()) {
      if (auto* found = dynamic_cast<Description*>(child)) return found;
    }
    return nullptr;
  }
  static Description& of(QWidget& widget) {
    Description* found = find(widget);
    return found != nullptr ? *found : *new Description(&widget);
  }

  PaintedParts parts;
  PaintedValue value;
};

// One part, as an object without a widget of its own.
class AccessiblePart : public QAccessibleInterface, public QAccessibleActionInterface {
 public:
  AccessiblePart(QWidget& widget, int index) : widget_(&widget), index_(index) {}

  bool isValid() const override {
    const Description* all = description();
    return all != nullptr && index_ < all->parts.count();
  }
  QObject* object() const override { return nullptr; }
  QWindow* window() const override {
    return widget_.isNull() ? nullptr : widget_->window()->windowHandle();
  }
  QAccessibleInterface* parent() const override {
    return widget_.isNull() ? nullptr : QAccessible::queryAccessibleInterface(widget_);
  }
  QAccessibleInterface* child(int) const override { return nullptr; }
  QAccessibleInterface* childAt(int, int) const override { return nullptr; }
  int childCount() const override { return 0; }
  int indexOfChild(const QAccessibleInterface*) const override { return -1; }
  QAccessible::Role role() const override {
    return isValid() ? description()->parts.role : QAccessible::NoRole;
  }
  QString text(QAccessible::Text text) const override {
    return text == QAccessible::Name && isValid() ? part().name : QString();
  }
  void setText(QAccessible::Text, const QString&) override {}
  QRect rect() const override {
    if (!isValid()) return {};
    const auto* scrolled = qobject_cast<const QAbstractScrollArea*>(widget_.data());
    const QWidget* shown = scrolled != nullptr ? scrolled->viewport() : widget_.data();
    const QRect own = part().rect;
    return {shown->mapToGlobal(own.topLeft()), own.size()};
  }
  QAccessible::State state() const override {
    QAccessible::State state;
    if (!isValid()) {
      state.invalid = true;
      return state;
    }
    const PaintedPart shown = part();
    state.selectable = true;
    state.selected = shown.selected;
    state.offscreen = !widget_->rect().intersects(shown.rect);
    state.invisible = !widget_->isVisible();
    return state;
  }
  void* interface_cast(QAccessible::InterfaceType type) override {
    return type == QAccessible::ActionInterface ? static_cast<QAccessibleActionInterface*>(this)
                                                : nullptr;
  }
  QStringList actionNames() const override {
    return isValid() && part().press ? QStringList{pressAction()} : QStringList();
  }
  void doAction(const QString& name) override {
    if (!isValid() || name != pressAction()) return;
    if (const auto press = part().press) press();
  }
  QStringList keyBindingsForAction(const QString&) const override { return {}; }

  int index() const { return index_; }

 private:
  const Description* description() const {
    const Description* all = widget_.isNull() ? nullptr : Description::find(*widget_);
    return all != nullptr && all->parts.count ? all : nullptr;
  }
  PaintedPart part() const { return description()->parts.at(index_); }

  QPointer<QWidget> widget_;
  int index_;
};

// A widget that paints itself, with the role that it was given, its parts and its value.
class AccessiblePainted : public QAccessibleWidget, public QAccessibleValueInterface {
 public:
  AccessiblePainted(QWidget* widget, QAccessible::Role role) : QAccessibleWidget(widget, role) {}
  ~AccessiblePainted() override {
    for (const QAccessible::Id id : ids_) QAccessible::deleteAccessibleInterface(id);
  }

  int childCount() const override { return QAccessibleWidget::childCount() + partCount(); }
  QAccessibleInterface* child(int index) const override {
    const int first = QAccessibleWidget::childCount();
    if (index < first) return QAccessibleWidget::child(index);
    const int part = index - first;
    if (part >= partCount()) return nullptr;
    while (part >= static_cast<int>(ids_.size())) {
      const int next = static_cast<int>(ids_.size());
      ids_.push_back(QAccessible::registerAccessibleInterface(new AccessiblePart(*widget(), next)));
    }
    return QAccessible::accessibleInterface(ids_[static_cast<std::size_t>(part)]);
  }
  int indexOfChild(const QAccessibleInterface* child) const override {
    const auto* part = dynamic_cast<const AccessiblePart*>(child);
    return part == nullptr ? QAccessibleWidget::indexOfChild(child)
                           : QAccessibleWidget::childCount() + part->index();
  }
  QAccessibleInterface* childAt(int x, int y) const override {
    // Parts first: the viewport that they are painted on lies under them.
    for (int i = childCount() - 1; i >= 0; --i) {
      QAccessibleInterface* one = child(i);
      if (one != nullptr && one->rect().contains(x, y)) return one;
    }
    return nullptr;
  }
  void* interface_cast(QAccessible::InterfaceType type) override {
    if (type == QAccessible::ValueInterface && value() != nullptr) {
      return static_cast<QAccessibleValueInterface*>(this);
    }
    return QAccessibleWidget::interface_cast(type);
  }

  QVariant currentValue() const override { return value()->now(); }
  void setCurrentValue(const QVariant& wanted) override {
    value()->set(std::clamp(wanted.toInt(), 0, value()->largest()));
  }
  QVariant maximumValue() const override { return value()->largest(); }
  QVariant minimumValue() const override { return 0; }
  QVariant minimumStepSize() const override { return 1; }

 private:
  int partCount() const {
    const Description* all = Description::find(*widget());
    return all != nullptr && all->parts.count ? all->parts.count() : 0;
  }
  const PaintedValue* value() const {
    const Description* all = Description::find(*widget());
    return all != nullptr && all->value.now ? &all->value : nullptr;
  }

  mutable std::vector<QAccessible::Id> ids_;  // Of the parts that were asked for.
};

QAccessibleInterface* interfaceOf(const QString&, QObject* object) {
  if (object == QCoreApplication::instance()) return new AccessibleProgram;
  auto* widget = qobject_cast<QWidget*>(object);
  // Its own role, a grip, is unknown to the bus.
  if (qobject_cast<QSplitterHandle*>(widget) != nullptr) {
    return new QAccessibleWidget(widget, QAccessible::Separator);
  }
  if (widget == nullptr || !widget->property(kRole).isValid()) return nullptr;
  return new AccessiblePainted(widget,
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

void describeParts(QWidget& widget, PaintedParts parts) {
  Description::of(widget).parts = std::move(parts);
}

void describeValue(QWidget& widget, PaintedValue value) {
  Description::of(widget).value = std::move(value);
}

void announce(QWidget& widget, const QString& text) {
  describeTo(widget, QAccessible::Notification, text);
  if (text.isEmpty()) return;
  // Screen readers speak a notification when it is shown.
  QAccessibleEvent event(&widget, QAccessible::ObjectShow);
  QAccessible::updateAccessibility(&event);
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
