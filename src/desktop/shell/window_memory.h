#pragma once

#include <QString>
#include <QWidget>

#include "core/checks/rules.h"

namespace amber {

/// What the window remembers from one time to the next, in the user's settings.

/// Puts the window where it was, or at its usual size, but within the screen that it is on.
void placeWindow(QWidget& window);
void rememberWindow(const QWidget& window);

/// Gives the splitters below `root` the sizes that they had, and remembers what they get. Requires:
/// each has an object name.
void keepSplitters(QWidget& root);

/// Whether the window shows a menu bar.
bool hasMenuBar();
void rememberMenuBar(bool shown);

/// The bench that was in front; the first when none was.
Bench lastBench();
void rememberBench(Bench bench);

/// The folder that something of this sort was last chosen from: "project", "images"; at
/// first that of the user's documents.
QString lastFolder(const QString& sort);
void rememberFolder(const QString& sort, const QString& file);

}  // namespace amber
