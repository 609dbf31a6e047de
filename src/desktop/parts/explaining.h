#pragma once

#include <QPainter>
#include <QSize>
#include <QString>
#include <functional>

class QWidget;

namespace amber {

/// Explains what a view draws, in two or three sentences: What's This (Shift+F1) shows them, with a
/// link to `page` of the manual, such as "cut.md", where F1 leads too while the view has the focus.
void explain(QWidget& widget, const QString& text, const char* page);

/// A small figure for such a text, as HTML. `paint` is called once, on the theme's paper.
QString figure(QSize size, const std::function<void(QPainter&)>& paint);

/// The page of the nearest explained view at or above the widget; empty without one.
QString manualPageOf(const QWidget* widget);
/// Shows the explanation of the nearest explained view at or above the widget; without one, the
/// next click asks what is clicked.
void showExplanation(QWidget* widget);

}  // namespace amber
