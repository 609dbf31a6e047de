#include <QDirIterator>
#include <QRegularExpression>
#include <QTest>
#include <map>
#include <set>

#include "support/registry.h"

// Reads the sources and holds them to the house's rules.
class LayersTest : public QObject {
  Q_OBJECT

  static QList<std::pair<QString, QStringList>> includesBelow(const QString& folder) {
    QList<std::pair<QString, QStringList>> all;
    QDirIterator files(QString(AMBER_SOURCE_DIR) + "/src/" + folder, {"*.h", "*.cpp"}, QDir::Files,
                       QDirIterator::Subdirectories);
    static const QRegularExpression include("#include\\s+[<\"]([^>\"]+)[>\"]");
    while (files.hasNext()) {
      QFile file(files.next());
      if (!file.open(QIODevice::ReadOnly)) qFatal("unreadable source");
      QStringList names;
      auto matches = include.globalMatch(QString::fromUtf8(file.readAll()));
      while (matches.hasNext()) names << matches.next().captured(1);
      all.push_back({file.fileName(), names});
    }
    return all;
  }

  // At each depth at which the two paths part, that the one folder uses the other.
  static void addUses(std::map<QString, std::map<QString, std::set<QString>>>& uses,
                      const QString& file, const QString& included) {
    const QStringList own = file.split('/');
    const QStringList used = included.split('/');
    int common = 0;
    while (common + 1 < own.size() && common + 1 < used.size() && own[common] == used[common]) {
      ++common;
    }
    if (common + 1 >= own.size() || common + 1 >= used.size()) return;
    uses[QStringList(own.mid(0, common)).join('/')][own[common]].insert(used[common]);
  }

 private slots:
  void theCoreIncludesNoQt() {
    const auto core = includesBelow("core");
    QVERIFY(core.size() > 30);
    for (const auto& [file, includes] : core) {
      for (const QString& name : includes) {
        QVERIFY2(!name.startsWith('Q') && !name.contains("nlohmann"),
                 qPrintable(file + ": " + name));
      }
    }
  }

  void filesAndWorkIncludeNoWidgets() {
    static const QStringList gui = {"QWidget",     "QApplication", "QLabel",
                                    "QMainWindow", "QPushButton",  "QtWidgets"};
    for (const QString& folder : {QString("files"), QString("work"), QString("cli")}) {
      for (const auto& [file, includes] : includesBelow(folder)) {
        for (const QString& name : includes) {
          QVERIFY2(!gui.contains(name) && !name.startsWith("desktop/"),
                   qPrintable(file + ": " + name));
        }
      }
    }
  }

  void dependenciesInTheCoreRunOneWay() {
    // Each folder may use itself and those before it.
    static const QStringList order = {"base",   "geometry", "image", "project", "naming",
                                      "layers", "origin",   "cut",   "fit",     "variant",
                                      "trial",  "pack",     "checks"};
    for (const auto& [file, includes] : includesBelow("core")) {
      const QString own = file.section("/core/", 1).section('/', 0, 0);
      QVERIFY2(order.contains(own), qPrintable(file));
      for (const QString& name : includes) {
        if (!name.startsWith("core/")) continue;
        const QString used = name.section('/', 1, 1);
        QVERIFY2(order.indexOf(used) <= order.indexOf(own), qPrintable(file + ": " + name));
      }
    }
  }

  void dependenciesInTheDesktopRunOneWay() {
    // Each folder may use itself and those before it; session.h, theme.h and preferences.h
    // serve all.
    static const QStringList order = {"session", "stage", "parts", "benches", "shell"};
    for (const auto& [file, includes] : includesBelow("desktop")) {
      const QString own = file.section("/desktop/", 1);
      if (!own.contains('/')) continue;
      const auto place = order.indexOf(own.section('/', 0, 0));
      QVERIFY2(place >= 0, qPrintable(file));
      for (const QString& name : includes) {
        const QString used = name.section('/', 1);
        if (!name.startsWith("desktop/") || !used.contains('/')) continue;
        QVERIFY2(order.indexOf(used.section('/', 0, 0)) <= place, qPrintable(file + ": " + name));
      }
    }
  }

  // Folders side by side, each with all that is below it, never include each other in a circle.
  void noFolderIsPartOfAnIncludeCycle() {
    std::map<QString, std::map<QString, std::set<QString>>> uses;  // By parent, folder, used.
    for (const auto& [path, includes] : includesBelow("")) {
      const QString file = path.section("/src/", -1);
      for (const QString& name : includes) addUses(uses, file, name);
    }
    QVERIFY(uses["core"].size() > 10);
    for (const auto& [parent, folders] : uses) {
      std::map<QString, std::set<QString>> open = folders;
      // Removes folders that use none that is left; what then remains lies on a cycle or uses one.
      for (bool removed = true; removed;) {
        removed = false;
        for (auto at = open.begin(); at != open.end();) {
          const bool free = std::none_of(at->second.begin(), at->second.end(),
                                         [&](const QString& used) { return open.count(used) > 0; });
          removed = removed || free;
          at = free ? open.erase(at) : std::next(at);
        }
      }
      QVERIFY2(open.empty(), open.empty() ? "" : qPrintable(parent + "/" + open.begin()->first));
    }
  }

  void stageToolsKnowNoWidget() {
    for (const QString tool : {"box_tool", "line_tool", "point_tool", "rects_tool", "shape_tool"}) {
      int found = 0;
      for (const auto& [file, includes] : includesBelow("desktop/stage")) {
        if (!file.contains(tool)) continue;
        ++found;
        for (const QString& name : includes) {
          QVERIFY2(!name.startsWith('Q'), qPrintable(file + ": " + name));
        }
      }
      QVERIFY2(found > 0, qPrintable(tool));
    }
  }
};
AMBER_TEST(LayersTest);

#include "layers_tests.moc"
