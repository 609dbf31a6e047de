#include "desktop/shell/menus.h"

#include <QAbstractScrollArea>
#include <QCoreApplication>
#include <QHash>
#include <QPoint>
#include <algorithm>
#include <array>
#include <vector>

namespace amber {
namespace {

struct MenuGroup {
  const char* title;
  std::vector<const char*> names;
};

const std::array<MenuGroup, 6>& menuGroups() {
  static const std::array<MenuGroup, 6> groups{{
      {QT_TRANSLATE_NOOP("Menus", "&File"), {"project", "sheets", "quit"}},
      {QT_TRANSLATE_NOOP("Menus", "&Edit"),
       {"edit", "find", "finding", "preferences", "shortcuts"}},
      {QT_TRANSLATE_NOOP("Menus", "&Asset"), {"asset", "frame", "animation", "sheet"}},
      {QT_TRANSLATE_NOOP("Menus", "&View"), {"view"}},
      {QT_TRANSLATE_NOOP("Menus", "&Bench"), {"bench"}},
      {QT_TRANSLATE_NOOP("Menus", "&Help"), {"help", "explain", "about"}},
  }};
  return groups;
}

bool isOf(const QString& id, const QString& name) {
  return id == name || id.startsWith(name + '.');
}

// One block for each sort.
void fill(QMenu& menu, const ActionTable& actions, const QStringList& names, bool onlyEnabled) {
  QString last;
  for (const QString& name : names) {
    const QString sort = name.section('.', 0, 0);
    if (!menu.isEmpty() && sort != last) menu.addSeparator();
    last = sort;
    for (const ActionEntry& entry : actions.entries()) {
      QAction* action = actions.action(entry.id);
      if (isOf(entry.id, name) && (action->isEnabled() || !onlyEnabled)) menu.addAction(action);
    }
  }
}

// `Menu` is a menu or a bar.
template <class Menu>
void addFrom(std::size_t first, Menu& menu, const ActionTable& actions, const QString& inFront) {
  const auto& groups = menuGroups();
  for (std::size_t i = first; i < groups.size(); ++i) {
    if (i + 1 == groups.size() && !inFront.isEmpty()) {
      fill(*menu.addMenu(inFront), actions, actionsOf(inFront), false);
    }
    QMenu* made = menu.addMenu(QCoreApplication::translate("Menus", groups[i].title));
    made->setToolTipsVisible(true);
    fill(*made, actions, QStringList(groups[i].names.begin(), groups[i].names.end()), false);
  }
}

}  // namespace

QStringList actionsOf(const QString& bench) {
  static const QHash<QString, QString> besides{
      {"cut", "step"}, {"origin", "mount"}, {"trial", "course"}};
  QStringList names{bench.toLower()};
  if (const QString more = besides.value(names.front()); !more.isEmpty()) names << more;
  return names;
}

void addMenus(QMenu& menu, const ActionTable& actions, const QString& inFront) {
  QStringList files;
  for (const char* name : menuGroups().front().names) files << name;
  const QString quit = files.takeLast();
  fill(menu, actions, files, false);
  menu.addSeparator();
  addFrom(1, menu, actions, inFront);
  fill(menu, actions, {quit}, false);
}

void addMenus(QMenuBar& bar, const ActionTable& actions, const QString& inFront) {
  bar.clear();
  addFrom(0, bar, actions, inFront);
}

void offerMenu(QWidget& widget, ActionTable& actions, std::function<QStringList()> which) {
  widget.setContextMenuPolicy(Qt::CustomContextMenu);
  // Positions in a scroll area are those of its viewport.
  auto* area = qobject_cast<QAbstractScrollArea*>(&widget);
  QWidget* origin = area != nullptr ? area->viewport() : &widget;
  QObject::connect(&widget, &QWidget::customContextMenuRequested, &actions,
                   [origin, &actions, which = std::move(which)](const QPoint& at) {
                     const QStringList names = which();
                     actions.refresh();
                     QMenu menu(origin->window());
                     menu.setObjectName("contextMenu");
                     fill(menu, actions, names, true);
                     if (!menu.isEmpty()) menu.exec(origin->mapToGlobal(at));
                   });
}

}  // namespace amber
