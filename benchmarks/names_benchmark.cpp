// What names cost: the table of 5,000 frames with all its faults, a key pressed in the convention
// until its names are painted, learning; and reading 200 MB of source on two threads.
#include <sys/resource.h>

#include <QApplication>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QListView>
#include <QTemporaryDir>
#include <QTest>
#include <algorithm>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <functional>
#include <random>

#include "big_project.h"
#include "core/naming/convention_parts.h"
#include "core/naming/learn_convention.h"
#include "core/naming/name_family.h"
#include "desktop/benches/names/convention_ribbon.h"
#include "desktop/shell/main_window.h"
#include "desktop/theme.h"
#include "files/project/project_file.h"
#include "work/names/code_sources.h"

namespace {

using namespace amber;

// The median and the upper quartile, ms.
void print(const char* what, int times, const std::function<void()>& work) {
  std::vector<double> ms;
  for (int i = 0; i < times; ++i) {
    QElapsedTimer timer;
    timer.start();
    work();
    ms.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
  }
  std::sort(ms.begin(), ms.end());
  std::printf("%-66s %7.2f ms, upper quartile %7.2f\n", what, ms[ms.size() / 2],
              ms[ms.size() * 3 / 4]);
}

void tables(const Project& project) {
  std::vector<NameEntry> entries;
  print("every name of 5,000 frames and what the convention makes of it", 30,
        [&] { entries = namesBy(project); });
  print("the same with all that is wrong", 30, [&] { entries = nameEntries(project); });
  print("the rows of the family, closed", 30, [&] { familyRows(project, entries, {}); });
  Project camel = project;
  camel.naming.style = NameStyle::Camel;
  print("the same in another style: all are wrong", 30, [&] { entries = nameEntries(camel); });
  print("the rows of the family, all wrong", 30, [&] { familyRows(camel, entries, {}); });
  print("the convention that most names follow", 5, [&] { learnedConvention(camel); });
}

void window(const std::string& path) {
  MainWindow window;
  window.resize(1280, 800);
  window.show();
  window.openProject(QString::fromStdString(path));
  window.session().settle();
  window.goToBench(Bench::Names);
  QCoreApplication::processEvents();
  ProjectSession& session = window.session();
  NamingRule rule = session.project().naming;
  rule = *withPartAdded(rule, 3, {NamePartKind::Word, "of"});
  session.perform("a word", {SetNaming{rule}});
  session.settle();
  auto* ribbon = window.findChild<ConventionRibbon*>("convention");
  ribbon->choose(3);
  auto* word = window.findChild<QLineEdit*>("conventionWord");
  auto* list = window.findChild<QListView*>("names");
  word->setFocus();
  int at = 0;
  print("a key in the convention until the names are painted", 40, [&] {
    QTest::keyClick(word, at++ % 2 == 0 ? Qt::Key_X : Qt::Key_Backspace);
    list->viewport()->repaint();
  });
  session.endPreview();
  print("a key in the filter until the names are painted", 40, [&] {
    auto* filter = window.findChild<QLineEdit*>("nameFilter");
    QTest::keyClick(filter, at++ % 2 == 0 ? Qt::Key_7 : Qt::Key_Backspace);
    list->viewport()->repaint();
  });
}

// Files of made-up code, some of whose words are names.
void writeCode(const std::string& folder, const Project& project, std::size_t bytes) {
  std::mt19937 random(3);
  const char* const words[] = {"if",        "return",   "frame", "player", "update",
                               "tile_size", "const",    "auto",  "speed",  "x",
                               "position",  "velocity", "state", "load"};
  std::size_t written = 0;
  for (int file = 0; written < bytes; ++file) {
    const std::string inner = folder + "/part_" + std::to_string(file % 40);
    std::filesystem::create_directories(inner);
    std::ofstream out(inner + "/file_" + std::to_string(file) + ".cpp");
    std::string text;
    while (text.size() < 200000) {
      for (int i = 0; i < 9; ++i) text += std::string(words[random() % 14]) + (i % 3 ? " " : "(");
      if (random() % 20 == 0) {
        const Asset& asset = *project.assets[random() % project.assets.size()];
        text += "load(\"" + asset.name + (random() % 50 == 0 ? "x" : "") + "\")";
      }
      text += ";\n";
    }
    out << text;
    written += text.size();
  }
}

double megabytesAtMost() {
  rusage usage{};
  getrusage(RUSAGE_SELF, &usage);
  return static_cast<double>(usage.ru_maxrss) / 1024;
}

void code(const std::string& folder, const Project& project) {
  writeCode(folder + "/code", project, std::size_t{200} * 1000 * 1000);
  const CodeFolders folders{{"code"}, {}};
  std::printf("memory before: %.0f MB at most\n", megabytesAtMost());
  int files = 0;
  std::size_t unknown = 0;
  print("200 MB of source read and searched, two threads", 5, [&] {
    const CodeSources sources = readCode(folders, folder);
    const CodeReport report = codeReport(project, namesBy(project), sources.files);
    files = report.files;
    unknown = report.unknown.size();
  });
  std::printf("  %d files, %zu unknown uses; memory %.0f MB at most\n", files, unknown,
              megabytesAtMost());
}

}  // namespace

int main(int argc, char** argv) {
  qputenv("QT_QPA_PLATFORM", "offscreen");
  QApplication application(argc, argv);
  useTheme(application, paperTheme());
  const QTemporaryDir folder;
  const std::string path = bench::makeBigProject(folder.path().toStdString(), 200);
  const auto project = readProject(path);
  if (!project) return 1;
  tables(*project);
  window(path);
  code(folder.path().toStdString(), *project);
}
