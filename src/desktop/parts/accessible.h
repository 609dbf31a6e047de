#pragma once

#include <QAccessible>
#include <QString>

class QWidget;

namespace amber {

/// What a widget that paints itself is for a screen reader: its role, and its name.
void describeTo(QWidget& widget, QAccessible::Role role, const QString& name);

/// Gives a name to every widget below `root` that takes the focus and has neither a name nor a
/// text: its placeholder, or the first sentence of its tip. To be called when a view has been
/// built. Fields of addRow have the name of their label already.
void nameFields(QWidget& root);

/// Lets screen readers know the roles of describeTo. Once, before the first window.
void installAccessibility();

}  // namespace amber
