// The command watch.
#include <CLI/CLI.hpp>
#include <QCoreApplication>
#include <QTimer>
#include <array>
#include <csignal>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "files/json/json_text.h"
#include "work/pack/pack_watch.h"
#include "work/project/open_project.h"

namespace amber {
namespace {

// Steps as one line of JSON each, until it is stopped.
class WatchCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"watch",
            "Pack again whenever the project or one of its sheets is saved, until stopped",
            {"watch glasshouse_night.amber --out parcel"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("--out", folder_, "The folder of the parcel")->required();
    addProfile(app, profile_);
  }
  Result<Exit> run(bool) override {
    // A file that is not a project will not become one by waiting.
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    if (const auto profile = chosenProfile(open->project, profile_); !profile) {
      return tl::unexpected(profile.error());
    }
    PackWatch watch(project_, profile_, folder_, [](const WatchStep& step) { say(step); });
    std::signal(SIGINT, stop);
    std::signal(SIGTERM, stop);
    QTimer looking;
    QObject::connect(&looking, &QTimer::timeout, [] {
      if (stopped != 0) QCoreApplication::quit();
    });
    looking.start(50);
    say({WatchStep::Event::Watching, {}, {project_}, {}, 0});
    watch.start();
    QCoreApplication::exec();
    return Exit::Done;
  }

 private:
  static inline volatile std::sig_atomic_t stopped = 0;
  static void stop(int) { stopped = 1; }

  static void say(const WatchStep& step) {
    static constexpr std::array<std::string_view, 6> kWords = {"watching", "changed", "packed",
                                                               "same",     "waiting", "refused"};
    Json line{{"event", wordOf(kWords, step.event)}};
    if (!step.text.empty()) line["text"] = step.text;
    if (!step.files.empty()) line["files"] = step.files;
    if (step.event == WatchStep::Event::Packed) {
      line["pages"] = step.outcome.pages;
      line["assets"] = step.outcome.assets;
      line["frames"] = step.outcome.frames;
      line["ms"] = step.ms;
    }
    std::cout << line.dump(-1, ' ', false, Json::error_handler_t::replace) << std::endl;
  }

  std::string project_;
  std::string profile_;
  std::string folder_;
};

}  // namespace

std::unique_ptr<Command> makeWatchCommand() {
  return std::make_unique<WatchCommand>();
}

}  // namespace amber
