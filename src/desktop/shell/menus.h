#pragma once

#include <QMenu>
#include <QMenuBar>
#include <QStringList>
#include <QWidget>
#include <functional>

#include "desktop/parts/action_table.h"

namespace amber {

/// Menus of the table's actions. They are named by id, or by the first part of it: "asset" is
/// "asset.remove" and all others of assets.

/// The actions of the bench of this name.
QStringList actionsOf(const QString& bench);

/// Every action: those of files in the menu itself, and submenus for editing, assets, the view, the
/// benches, the bench in front (`inFront`, its name; empty for none) and help.
void addMenus(QMenu& menu, const ActionTable& actions, const QString& inFront);
/// All as menus of the bar, in place of what it had.
void addMenus(QMenuBar& bar, const ActionTable& actions, const QString& inFront);

/// Offers those that can be done now in a menu where the right button is pressed, or the menu key
/// while the widget has the focus. `which` is asked each time.
void offerMenu(QWidget& widget, ActionTable& actions, std::function<QStringList()> which);

}  // namespace amber
