#include <QDirIterator>
#include <QRegularExpression>
#include <QTest>

#include "core/checks/rules.h"
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

  void theFormatsPageHasEveryRuleOnce() {
    QFile file(QString(AMBER_SOURCE_DIR) + "/docs/format.md");
    QVERIFY(file.open(QIODevice::ReadOnly));
    const QString text = QString::fromUtf8(file.readAll());
    for (const amber::Rule* rule : amber::kRules) {
      const QString row = "\n| `" + QString(rule->id.data()) + "` |";
      QVERIFY2(text.count(row) == 1, qPrintable(row));
    }
  }

  void stageToolsKnowNoWidget() {
    for (const QString tool : {"box_tool", "line_tool", "point_tool"}) {
      for (const auto& [file, includes] : includesBelow("desktop/stage")) {
        if (!file.contains(tool)) continue;
        for (const QString& name : includes) {
          QVERIFY2(!name.startsWith('Q'), qPrintable(file + ": " + name));
        }
      }
    }
  }
};
AMBER_TEST(LayersTest);

#include "layers_test.moc"
