// Runs the test class named first on the command line; all of them when none is named.
#ifdef AMBER_TEST_WITH_WINDOWS
#include <QApplication>
#else
#include <QCoreApplication>
#endif
#include <QFile>
#include <QTemporaryDir>
#include <QTest>
#include <cstdio>

#include "registry.h"

int main(int argc, char** argv) {
  // Separate settings: test programs run in parallel, and a window must not open with what another
  // one stored when it closed (such as its bench). Programs started by a test inherit them.
  const QTemporaryDir settings;
  if (!settings.isValid()) {
    std::fputs("there is no room for the settings of a test\n", stderr);
    return 1;
  }
  qputenv("XDG_CONFIG_HOME", settings.path().toUtf8());
  qputenv("XDG_CACHE_HOME", settings.filePath("cache").toUtf8());
  QFile folders(settings.filePath("user-dirs.dirs"));
  if (folders.open(QFile::WriteOnly)) {
    folders.write("XDG_DOCUMENTS_DIR=\"" + settings.filePath("documents").toUtf8() + "\"\n");
    folders.close();
  }
#ifdef AMBER_TEST_WITH_WINDOWS
  const QApplication application(argc, argv);
#else
  const QCoreApplication application(argc, argv);
#endif
  QCoreApplication::setOrganizationName("amber-parcel");
  QCoreApplication::setApplicationName("amber-parcel-tests");
  QStringList arguments = QCoreApplication::arguments();
  std::string wanted;
  if (arguments.size() > 1 && !arguments[1].startsWith('-'))
    wanted = arguments.takeAt(1).toStdString();
  int ran = 0;
  int failed = 0;
  for (const auto& [name, make] : amber::test::makers()) {
    if (!wanted.empty() && name != wanted) continue;
    ++ran;
    const auto test = make();
    if (QTest::qExec(test.get(), arguments) != 0) ++failed;
  }
  if (ran == 0) std::fprintf(stderr, "no test class named \"%s\"\n", wanted.c_str());
  return ran == 0 || failed != 0 ? 1 : 0;
}
