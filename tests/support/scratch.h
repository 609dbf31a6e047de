#pragma once

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>
#include <string>

#include "files/file_bytes.h"

namespace amber::test {

/// A temporary folder for one test, removed afterwards.
class Scratch {
 public:
  std::string path(const std::string& name = {}) const {
    return dir_.path().toStdString() + (name.empty() ? "" : "/" + name);
  }
  QString qpath(const QString& name) const { return dir_.filePath(name); }
  void write(const std::string& name, const std::string& bytes) const {
    QFile file(QString::fromStdString(path(name)));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(bytes.data(), static_cast<qint64>(bytes.size()));
  }
  std::string read(const std::string& name) const {
    return readFile(path(name), 1LL << 30).value_or("");
  }

 private:
  QTemporaryDir dir_;
};

/// Copies a folder with everything below it.
inline void copyFolder(const QString& from, const QString& to) {
  QDir().mkpath(to);
  for (const QFileInfo& entry :
       QDir(from).entryInfoList(QDir::AllEntries | QDir::Hidden | QDir::NoDotAndDotDot)) {
    const QString target = to + "/" + entry.fileName();
    if (entry.isDir()) {
      copyFolder(entry.filePath(), target);
    } else {
      QFile::copy(entry.filePath(), target);
    }
  }
}

/// A copy of the demo project that a test may change.
inline QString demoAsItIs(const Scratch& scratch) {
  copyFolder(QString(AMBER_SOURCE_DIR) + "/demo/glasshouse_night", scratch.qpath("demo"));
  return scratch.qpath("demo/glasshouse_night.amber");
}

/// The same without its error, which would keep it from being packed: the snail stops at tiles.
inline QString demoCopy(const Scratch& scratch) {
  const QString path = demoAsItIs(scratch);
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) qFatal("no demo project");
  QByteArray text = file.readAll();
  file.close();
  // The layer that the snail seeks, shots, with the ground.
  const qsizetype snail = text.indexOf("\"name\": \"chr_snail\"");
  const qsizetype seeks = text.indexOf("\"seeks\": 8", snail);
  text.replace(seeks, 10, "\"seeks\": 9");
  if (!file.open(QIODevice::WriteOnly)) qFatal("the demo project cannot be written");
  file.write(text);
  return path;
}

}  // namespace amber::test
