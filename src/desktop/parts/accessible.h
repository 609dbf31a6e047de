#pragma once

#include <QAccessible>
#include <QRect>
#include <QString>
#include <functional>

class QWidget;

namespace amber {

/// What a widget that paints itself is for a screen reader: its role, and its name.
void describeTo(QWidget& widget, QAccessible::Role role, const QString& name);

/// One thing that a widget paints and people work with, such as a frame of the ribbon.
struct PaintedPart {
  QString name;  ///< All that is to be said of it: "frame 3 of 8, air 20 %, box".
  QRect rect;    ///< Where it is, px of the widget, or of its viewport where it scrolls.
  bool selected = false;
  std::function<void()> press = {};  ///< What a click on it does; empty for nothing.
};

/// The parts of a painted widget, in order. Both are called whenever a screen reader asks, so that
/// what it hears is what the widget shows then.
struct PaintedParts {
  QAccessible::Role role = QAccessible::ListItem;
  std::function<int()> count;
  std::function<PaintedPart(int index)> at;
};
void describeParts(QWidget& widget, PaintedParts parts);

/// What a painted widget is set to, as on a slider.
struct PaintedValue {
  std::function<int()> now;
  std::function<int()> largest;  ///< The smallest is 0.
  std::function<void(int value)> set;
};
void describeValue(QWidget& widget, PaintedValue value);

/// Says the text to whoever uses a screen reader, without moving the focus. `widget`: what shows
/// the text, and nothing else; from the first call, which may have an empty text, it is a
/// notification.
void announce(QWidget& widget, const QString& text);

/// Gives a name to every widget below `root` that takes the focus and has neither a name nor a
/// text: its placeholder, or the first sentence of its tip. To be called when a view has been
/// built. Fields of addRow have the name of their label already.
void nameFields(QWidget& root);

/// Lets screen readers know what the functions above describe. Once, before the first window.
void installAccessibility();

}  // namespace amber
