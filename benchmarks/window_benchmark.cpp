// How long the window takes, measured from outside: start to first paint compared with a bare
// QMainWindow, and opening, editing and memory with 200 sheets and 5,000 frames. Each start is a
// new process. The programs run alternately, so that other work on the machine affects both.
#include <sys/resource.h>

#include <QApplication>
#include <QElapsedTimer>
#include <QLabel>
#include <QMainWindow>
#include <QProcess>
#include <QTemporaryDir>
#include <QTimer>
#include <algorithm>
#include <chrono>
#include <cstdio>

#include "big_project.h"
#include "core/fit/keys/fit_edits.h"
#include "core/origin/origin_edits.h"
#include "desktop/shell/main_window.h"
#include "desktop/theme.h"

namespace {

using namespace amber;

long long now() {
  return std::chrono::duration_cast<std::chrono::microseconds>(
             std::chrono::steady_clock::now().time_since_epoch())
      .count();
}

struct Quartiles {
  double low;
  double median;
  double high;
  double most;
};

Quartiles quartilesOf(std::vector<double> values) {
  std::sort(values.begin(), values.end());
  const auto at = [&](double share) {
    return values[static_cast<std::size_t>(share * static_cast<double>(values.size() - 1) + 0.5)];
  };
  return {at(0.25), at(0.5), at(0.75), values.back()};
}

void print(const char* what, const std::vector<double>& values) {
  const Quartiles q = quartilesOf(values);
  std::printf("%-46s %8.1f %8.1f %8.1f %8.1f\n", what, q.low, q.median, q.high, q.most);
}

// Prints the time since `started` after the first paint of the widget, and quits.
class FirstPaint : public QObject {
 public:
  FirstPaint(QWidget& widget, long long started) : started_(started) {
    widget.installEventFilter(this);
  }
  bool eventFilter(QObject*, QEvent* event) override {
    if (event->type() == QEvent::Paint && !told_) {
      told_ = true;
      QTimer::singleShot(0, [this] {
        std::printf("%f\n", static_cast<double>(now() - started_) / 1000);
        QCoreApplication::exit(0);
      });
    }
    return false;
  }

 private:
  long long started_;
  bool told_ = false;
};

int runBare(long long started) {
  QMainWindow window;
  window.resize(1280, 800);
  window.setCentralWidget(new QLabel("bare"));
  const FirstPaint paint(*window.centralWidget(), started);
  window.show();
  return QCoreApplication::exec();
}

int runEmpty(long long started) {
  useTheme(*qApp, paperTheme());
  MainWindow window;
  const FirstPaint paint(*window.centralWidget(), started);
  window.show();
  return QCoreApplication::exec();
}

// One line of figures: usable ms, settled ms, then peak memory in MB.
int runBig(const QString& project, long long started) {
  useTheme(*qApp, paperTheme());
  MainWindow window;
  window.show();
  window.openProject(project);
  QCoreApplication::processEvents();
  window.repaint();
  QCoreApplication::processEvents();
  const double usable = static_cast<double>(now() - started) / 1000;
  window.session().settle();
  window.repaint();
  const double settled = static_cast<double>(now() - started) / 1000;
  rusage usage{};
  getrusage(RUSAGE_SELF, &usage);
  std::printf("%f %f %f\n", usable, settled, static_cast<double>(usage.ru_maxrss) / 1024);
  return 0;
}

// The time of one edit with all that it makes visible painted, ms: what the edit marked as changed
// is painted as it would be at the next frame of the screen.
template <class Make>
double timed(MainWindow& window, Make make) {
  const std::vector<Edit> edits = make();
  QElapsedTimer timer;
  timer.start();
  window.session().perform("edit", edits);
  QCoreApplication::sendPostedEvents(nullptr, QEvent::UpdateRequest);
  return static_cast<double>(timer.nsecsElapsed()) / 1e6;
}

int runEdits(const QString& project) {
  useTheme(*qApp, paperTheme());
  MainWindow window;
  window.show();
  window.openProject(project);
  window.session().settle();
  ProjectSession& session = window.session();
  std::vector<FrameRef> all;
  for (const auto& asset : session.project().assets) {
    for (const Frame& frame : asset->frames) all.push_back({asset->id, frame.id});
  }
  for (const Bench bench : {Bench::Cut, Bench::Origin, Bench::Fit, Bench::Names}) {
    window.goToBench(bench);
    session.settle();
    std::vector<double> one;
    for (int i = 0; i < 100; ++i) {
      const auto& asset = session.project().assets[static_cast<std::size_t>(i)];
      session.selectFrame(asset->id, asset->animations[0].id, asset->frames[3].id);
      QCoreApplication::processEvents();
      one.push_back(timed(window, [&] {
        return originsByHand(session.project(), {{asset->id, asset->frames[3].id}}, {10.0 + i, 20});
      }));
      QCoreApplication::processEvents();
    }
    const char* names[] = {"one origin, at Cut", "one origin, at Origin", "one origin, at Fit",
                           "one origin, at Names"};
    print(names[static_cast<int>(bench)], one);
  }
  window.goToBench(Bench::Fit);
  std::vector<double> bulk;
  for (int i = 0; i < 20; ++i) {
    bulk.push_back(timed(window, [&] {
      return originsByHand(session.project(), all, {20.0 + i, 30});
    }));
    QCoreApplication::processEvents();
  }
  print("5,000 origins in one step, at Fit", bulk);
  std::vector<double> saves;
  for (int i = 0; i < 7; ++i) {
    timed(window, [&] { return originsByHand(session.project(), {all[0]}, {30.0 + i, 30}); });
    QElapsedTimer timer;
    timer.start();
    session.save();
    session.settle();
    saves.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
  }
  print("save, beside the interface, until it is told", saves);
  return 0;
}

std::vector<double> numbersFrom(const QStringList& arguments) {
  QProcess process;
  process.setProcessChannelMode(QProcess::ForwardedErrorChannel);
  process.start(QCoreApplication::applicationFilePath(),
                arguments + QStringList{QString::number(now())});
  process.waitForFinished(60000);
  std::vector<double> numbers;
  for (const QByteArray& word : process.readAllStandardOutput().simplified().split(' ')) {
    numbers.push_back(word.toDouble());
  }
  return numbers;
}

int compare(const char* self) {
  QTemporaryDir folder;
  const QString project =
      QString::fromStdString(bench::makeBigProject(folder.path().toStdString(), 200));
  std::printf("%-46s %8s %8s %8s %8s\n", "ms", "q1", "median", "q3", "most");
  std::fflush(stdout);
  std::vector<double> bare;
  std::vector<double> empty;
  std::vector<double> usable;
  std::vector<double> settled;
  std::vector<double> memory;
  for (int i = 0; i < 15; ++i) {
    bare.push_back(numbersFrom({"--child", "bare"}).at(0));
    empty.push_back(numbersFrom({"--child", "empty"}).at(0));
    if (i % 2 != 0) continue;
    const auto big = numbersFrom({"--child", "big", project});
    usable.push_back(big.at(0));
    settled.push_back(big.at(1));
    memory.push_back(big.at(2));
  }
  print("start to first paint, bare QMainWindow", bare);
  print("start to first paint, empty window", empty);
  print("start to usable window, 5,000 frames", usable);
  print("start to all art read and checked", settled);
  print("peak memory with 5,000 frames, MB", memory);
  std::fflush(stdout);
  return QProcess::execute(self, {"--child", "edits", project, "0"});
}

}  // namespace

int main(int argc, char** argv) {
  QApplication application(argc, argv);
  QCoreApplication::setApplicationName("amber-parcel-bench");
  QCoreApplication::setOrganizationName("amber-parcel");
  const QStringList arguments = QCoreApplication::arguments();
  if (arguments.value(1) != "--child") return compare(argv[0]);
  const long long started = arguments.last().toLongLong();
  if (arguments.value(2) == "bare") return runBare(started);
  if (arguments.value(2) == "empty") return runEmpty(started);
  if (arguments.value(2) == "big") return runBig(arguments.value(3), started);
  return runEdits(arguments.value(3));
}
