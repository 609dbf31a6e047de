#include <QDirIterator>
#include <QRegularExpression>
#include <QTest>
#include <map>
#include <set>

#include "support/registry.h"

// A header can be included alone. Each that has a source of its name is the first thing that the
// source includes, so a plain build proves it; what precompiled headers would hide there, the
// standard headers, is read from the text. The rest is compiled by the target `headers`.
class HeadersTest : public QObject {
  Q_OBJECT

  struct Source {
    QStringList includes;
    QString code;  // Without comments.
  };

  // By path from src.
  std::map<QString, Source> sources_;

  // All that a header includes, also by other headers of ours.
  std::set<QString> reachOf(const QString& header) const {
    std::set<QString> reached;
    QStringList open{header};
    while (!open.isEmpty()) {
      const auto source = sources_.find(open.takeLast());
      if (source == sources_.end()) continue;
      for (const QString& name : source->second.includes) {
        if (reached.insert(name).second) open << name;
      }
    }
    return reached;
  }

 private slots:
  void initTestCase() {
    const QString root = QString(AMBER_SOURCE_DIR) + "/src/";
    QDirIterator files(root, {"*.h", "*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
    static const QRegularExpression include("^#include [<\"]([^>\"]+)[>\"]",
                                            QRegularExpression::MultilineOption);
    static const QRegularExpression comment("//[^\n]*");
    while (files.hasNext()) {
      QFile file(files.next());
      QVERIFY(file.open(QIODevice::ReadOnly));
      QString text = QString::fromUtf8(file.readAll());
      Source source;
      auto matches = include.globalMatch(text);
      while (matches.hasNext()) source.includes << matches.next().captured(1);
      source.code = text.remove(comment);
      sources_.emplace(file.fileName().mid(root.size()), std::move(source));
    }
    QVERIFY(sources_.size() > 500);
  }

  void aSourceIncludesItsOwnHeaderFirst() {
    int found = 0;
    for (const auto& [path, source] : sources_) {
      const QString header = path.chopped(3) + "h";
      if (!path.endsWith(".cpp") || !sources_.contains(header)) continue;
      ++found;
      QVERIFY2(source.includes.value(0) == header, qPrintable(path));
    }
    QVERIFY(found > 200);
  }

  // Headers of the window are used after Qt's widgets, which bring the standard ones.
  void aHeaderReachesTheStandardHeadersOfWhatItNames() {
    static const std::map<QString, QString> headers = {{"vector", "vector"},
                                                       {"string", "string"},
                                                       {"string_view", "string_view"},
                                                       {"optional", "optional"},
                                                       {"map", "map"},
                                                       {"multimap", "map"},
                                                       {"set", "set"},
                                                       {"unordered_map", "unordered_map"},
                                                       {"unordered_set", "unordered_set"},
                                                       {"variant", "variant"},
                                                       {"function", "functional"},
                                                       {"array", "array"},
                                                       {"unique_ptr", "memory"},
                                                       {"shared_ptr", "memory"},
                                                       {"make_unique", "memory"},
                                                       {"make_shared", "memory"},
                                                       {"tuple", "tuple"},
                                                       {"span", "span"},
                                                       {"atomic", "atomic"},
                                                       {"mutex", "mutex"},
                                                       {"deque", "deque"},
                                                       {"int64_t", "cstdint"},
                                                       {"uint8_t", "cstdint"},
                                                       {"uint16_t", "cstdint"},
                                                       {"uint32_t", "cstdint"},
                                                       {"uint64_t", "cstdint"},
                                                       {"sqrt", "cmath"},
                                                       {"floor", "cmath"},
                                                       {"abs", "cmath"},
                                                       {"hypot", "cmath"},
                                                       {"max", "algorithm"},
                                                       {"min", "algorithm"},
                                                       {"clamp", "algorithm"},
                                                       {"sort", "algorithm"},
                                                       {"find_if", "algorithm"},
                                                       {"any_of", "algorithm"},
                                                       {"all_of", "algorithm"}};
    static const QRegularExpression named("\\bstd::(\\w+)");
    int asked = 0;
    QStringList missing;
    for (const auto& [path, source] : sources_) {
      if (!path.endsWith(".h") || path.startsWith("desktop/")) continue;
      const std::set<QString> reached = reachOf(path);
      auto names = named.globalMatch(source.code);
      while (names.hasNext()) {
        const auto header = headers.find(names.next().captured(1));
        if (header == headers.end()) continue;
        ++asked;
        if (!reached.contains(header->second)) missing << path + " <" + header->second + ">";
      }
      const std::pair<const char*, const char*> libraries[] = {{"tl::", "tl/expected.hpp"},
                                                               {"nlohmann::", "nlohmann/json"}};
      for (const auto& [name, header] : libraries) {
        const bool reaches = std::any_of(reached.begin(), reached.end(), [&](const QString& one) {
          return one.startsWith(header);  // json.hpp, or json_fwd.hpp
        });
        if (source.code.contains(name) && !reaches) {
          missing << path + " <" + header + ">";
        }
      }
    }
    missing.removeDuplicates();
    QVERIFY2(missing.isEmpty(), qPrintable(missing.join("\n")));
    QVERIFY(asked > 500);
  }
};
AMBER_TEST(HeadersTest);

#include "headers_tests.moc"
