#include <QCommandLineParser>
#include <QSessionManager>
#include <csignal>
#include <cstdio>

#include "desktop/benches/bench_table.h"
#include "desktop/desktop_look.h"
#include "desktop/parts/accessible.h"
#include "desktop/program.h"
#include "desktop/shell/main_window.h"
#include "desktop/shell/window_service.h"
#include "desktop/theme.h"
#include "work/version.h"

namespace {

using namespace amber;

// What the call asks for.
struct Call {
  QStringList files;
  std::optional<Bench> bench;
  std::optional<int> exit;  // How to end at once.
};

void describeCall(QCommandLineParser& parser) {
  QStringList benches;
  for (const BenchEntry& entry : benchTable()) benches << entry.name.toLower();
  parser.setApplicationDescription("Turns sprite sheets into game-ready parcels.");
  parser.addHelpOption();
  parser.addVersionOption();
  parser.addOption({"bench", "Begin at this bench: " + benches.join(", ") + ".", "name"});
  parser.addPositionalArgument("files", "A project, or images and folders of images.",
                               "[files...]");
}

int refuse(const QString& sentence) {
  std::fprintf(stderr, "amber-parcel: %s; see --help\n", qPrintable(sentence));
  return 2;
}

Call callFrom(const QStringList& arguments) {
  QCommandLineParser parser;
  describeCall(parser);
  Call call;
  if (!parser.parse(arguments)) {
    call.exit = refuse(parser.errorText());
  } else if (parser.isSet("help")) {
    std::printf("%s", qPrintable(parser.helpText()));
    call.exit = 0;
  } else if (parser.isSet("version")) {
    std::printf("amber-parcel %s\n", versionLine().c_str());
    call.exit = 0;
  } else {
    call.files = parser.positionalArguments();
    for (const BenchEntry& entry : benchTable()) {
      if (parser.value("bench") == entry.name.toLower()) call.bench = entry.bench;
    }
    if (parser.isSet("bench") && !call.bench) {
      call.exit = refuse("there is no bench \"" + parser.value("bench") + "\"");
    }
  }
  return call;
}

// Answers what needs no display. Options of the window system's own are taken by QApplication.
std::optional<int> answerWithoutWindow(int argc, char** argv) {
  int count = argc;
  const QCoreApplication application(count, argv);
  QStringList arguments;
  const QStringList all = QCoreApplication::arguments();
  for (int i = 0; i < all.size(); ++i) {
    static const QStringList taken = {"-platform", "--platform", "-style",    "--style",
                                      "-display",  "--display",  "-geometry", "--geometry"};
    if (taken.contains(all[i])) {
      ++i;
    } else if (all[i] == "-reverse" || all[i] == "--reverse") {
      continue;
    } else {
      arguments << all[i];
    }
  }
  return callFrom(arguments).exit;
}

}  // namespace

int main(int argc, char** argv) {
  QCoreApplication::setOrganizationName("amber-parcel");
  QCoreApplication::setApplicationName("amber-parcel");
  QCoreApplication::setApplicationVersion(QString::fromStdString(version()));
  // A file that may grow no further is an error like any other, not the end of the program.
  std::signal(SIGXFSZ, SIG_IGN);
  if (const auto exit = answerWithoutWindow(argc, argv)) return *exit;
  Program application(argc, argv);
  const Call call = callFrom(QApplication::arguments());
  if (call.exit) return *call.exit;
  QGuiApplication::setDesktopFileName("org.amberparcel.AmberParcel");
  QGuiApplication::setApplicationDisplayName("Amber Parcel");
  installAccessibility();
  const QDBusConnection bus = QDBusConnection::sessionBus();
  const auto* look = new DesktopLook(bus, &application);
  useTheme(application, preferredTheme());
  if (call.files.size() == 1 && WindowService::bringForward(bus, call.files.front())) return 0;
  MainWindow window(bus);
  QObject::connect(&application, &Program::failed, &window.session(), &ProjectSession::failed);
  QObject::connect(look, &DesktopLook::changed, &window,
                   [&window] { window.applyTheme(preferredTheme()); });
  QObject::connect(&application, &QGuiApplication::commitDataRequest, &window,
                   [&window](QSessionManager& manager) {
                     // Only work that would be lost may hold the logout up.
                     if (!window.keepForLogout()) manager.cancel();
                   });
  QObject::connect(&application, &QGuiApplication::saveStateRequest, &window,
                   [&window](QSessionManager& manager) {
                     manager.setRestartHint(QSessionManager::RestartIfRunning);
                     manager.setRestartCommand(QStringList(QCoreApplication::applicationFilePath())
                                               << window.restartArguments());
                   });
  window.show();
  window.takeFiles(call.files);
  if (call.bench) window.goToBench(*call.bench);
  return QApplication::exec();
}
