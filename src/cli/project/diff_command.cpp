// The command diff.
#include <CLI/CLI.hpp>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "core/project/project_differences.h"
#include "files/json/json_text.h"
#include "files/project/project_file.h"

namespace amber {
namespace {

class DiffCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"diff",
            "List the changes from one project file to another",
            {"diff before.amber glasshouse_night.amber",
             "diff before.amber glasshouse_night.amber --json"}};
  }
  void addOptions(CLI::App& app) override {
    app.add_option("BEFORE", before_, "The earlier project file")->required();
    app.add_option("AFTER", after_, "The later project file")->required();
  }
  Result<Exit> run(bool json) override {
    const auto before = readProject(before_);
    if (!before) return tl::unexpected(before.error());
    const auto after = readProject(after_);
    if (!after) return tl::unexpected(after.error());
    Json list = Json::array();
    for (const ProjectDifference& change : differencesBetween(*before, *after)) {
      resultText() << lineOf(change) << "\n";
      Json one{{"change", wordOf(kChangeKindWords, change.kind)}, {"what", change.what}};
      if (!change.name.empty()) one["name"] = change.name;
      if (!change.within.empty()) one["asset"] = change.within;
      if (!change.text.empty()) one["text"] = change.text;
      list.push_back(std::move(one));
    }
    if (json) std::cout << jsonText(Json{{"changes", std::move(list)}});
    return Exit::Done;
  }

 private:
  std::string before_;
  std::string after_;
};

}  // namespace

std::unique_ptr<Command> makeDiffCommand() {
  return std::make_unique<DiffCommand>();
}

}  // namespace amber
