#pragma once

#include <QBoxLayout>
#include <QButtonGroup>
#include <QFrame>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QString>
#include <QVBoxLayout>
#include <QWidget>
#include <functional>
#include <initializer_list>

#include "desktop/parts/number_field.h"

namespace amber {

/// The pieces that benches are built of, each in the one form that the theme gives it.

/// A frame with a role that the theme knows: card, strip, foot, bar, rule.
QFrame* makeFrame(const char* role, QWidget* parent);
/// A label of rank title, quiet or error; plain for an empty rank.
QLabel* makeLabel(const QString& text, const char* rank, QWidget* parent);
/// A button that stays pressed.
QPushButton* makeChip(const QString& text, QWidget* parent);
/// Lets the buttons of a group choose: at first, and whenever it changes, what the user prefers
/// under `key` (see preferences.h). The id of a button is the value.
void followPreference(QButtonGroup& group, const char* key, const std::function<void(int)>& choose);
/// A plain button with a tooltip.
QPushButton* makeButton(const QString& text, const QString& tip, QWidget* parent);
/// The button with less room around its text: "tight", or "small" with small text as well.
QPushButton* tight(QPushButton* button, const char* size = "tight");
/// Marks the button that leads to the next step of the work.
void markNext(QPushButton* button, bool next);
/// A line "label  field field" of a form, added to `form`.
QHBoxLayout* addRow(QVBoxLayout* form, const QString& label,
                    std::initializer_list<QWidget*> fields);
/// A rule across a form.
void addRule(QVBoxLayout* form, QWidget* parent);
/// The column at a bench's right side; its layout takes rows.
QVBoxLayout* makeSide(QFrame*& side, QWidget* parent);

}  // namespace amber
