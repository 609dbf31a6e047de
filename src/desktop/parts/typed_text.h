#pragma once

#include <QLineEdit>
#include <QObject>
#include <QString>

namespace amber {

/// Shows a text in a field, unless somebody is typing there: results that arrive meanwhile never
/// overwrite what is typed. The field counts as typed in from the first key until its
/// editingFinished, where finishTyping was called for it.
inline void showText(QLineEdit& field, const QString& text) {
  if (field.hasFocus() && field.isModified()) return;
  if (field.text() != text || field.isModified()) field.setText(text);
}

/// To be called once, before anything else listens to the field's editingFinished.
inline void finishTyping(QLineEdit& field) {
  QObject::connect(&field, &QLineEdit::editingFinished, &field,
                   [&field] { field.setModified(false); });
}

}  // namespace amber
