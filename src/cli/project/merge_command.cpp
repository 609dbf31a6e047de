// The command merge.
#include <CLI/CLI.hpp>
#include <array>
#include <iostream>
#include <nlohmann/json.hpp>
#include <optional>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "core/project/conflict_words.h"
#include "files/json/json_text.h"
#include "files/project/project_file.h"
#include "files/project/project_merge.h"
#include "work/project/project_change.h"
#include "work/project/project_lock.h"

namespace amber {
namespace {

constexpr std::array<std::string_view, 2> kSideWords = {"ours", "theirs"};

class MergeCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"merge",
            "Merge two versions of a project, or resolve the conflicts of a merge",
            {"merge before.amber glasshouse_night.amber theirs.amber --out merged.amber",
             "merge before.amber glasshouse_night.amber theirs.amber --out merged.amber --try"}};
  }
  void addOptions(CLI::App& app) override {
    app.add_option("FILES", files_,
                   "BASE OURS THEIRS: the common earlier version and the two versions; or one "
                   "PROJECT with conflicts to resolve")
        ->required()
        ->expected(1, 3);
    app.add_option("--out", out_, "The file of the merged project; may be one of the three");
    app.add_option("--choose", choose_,
                   "Resolve a conflict, by its number from 1, or all: N:ours, N:theirs, all:ours")
        ->check(CLI::Validator(choiceRefusal, "N|all:ours|theirs"));
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    if (files_.size() == 3 && !out_.empty()) return runMerge(json);
    if (files_.size() == 1 && out_.empty()) return runChoose(json);
    return failure(ErrorCode::BadValue,
                   "give three files and --out, or one project; see merge --help");
  }

 private:
  Result<Exit> runMerge(bool json) {
    std::vector<Project> three;
    for (const std::string& file : files_) {
      auto project = readProject(file);
      if (!project) return tl::unexpected(project.error());
      three.push_back(std::move(*project));
    }
    auto merged = mergedProject(three[0], three[1], three[2]);
    if (!merged) return tl::unexpected(merged.error());
    if (saving_ == Saving::Written) {
      // Whoever has it open would write over what is merged; the system's own copies have no lock.
      std::optional<ProjectLock> lock;
      if (out_.ends_with(kProjectEnding)) {
        auto taken = ProjectLock::take(out_);
        if (!taken) return tl::unexpected(taken.error());
        lock = std::move(*taken);
      }
      if (auto written = writeProject(out_, *merged); !written) {
        return tl::unexpected(written.error());
      }
    }
    return tell(*merged, json);
  }

  Result<Exit> runChoose(bool json) {
    auto change = ProjectChange::open(files_.front(), saving_);
    if (!change) return tl::unexpected(change.error());
    Project project = change->project();
    for (const std::string& choice : choose_) {
      const std::string which = choice.substr(0, choice.find(':'));
      if (which == "all" || std::stoul(which) - 1 < project.conflicts.size()) continue;
      return failure(ErrorCode::UnknownTarget,
                     "there is no conflict " + which + ", there are " +
                         std::to_string(project.conflicts.size()),
                     files_.front());
    }
    // From the last, so that the numbers of those before stay.
    for (std::size_t i = project.conflicts.size(); i-- > 0;) {
      const auto side = sideFor(i + 1);
      if (!side) continue;
      auto next = withChoice(project, i, *side);
      if (!next) return tl::unexpected(next.error());
      project = std::move(*next);
    }
    if (!choose_.empty()) {
      if (auto saved = change->save(project); !saved) return tl::unexpected(saved.error());
    }
    return tell(project, json);
  }

  std::optional<MergeSide> sideFor(std::size_t number) const {
    for (const std::string& choice : choose_) {
      const std::size_t colon = choice.find(':');
      const std::string which = choice.substr(0, colon);
      if (which == "all" || which == std::to_string(number)) {
        return enumFrom<MergeSide>(kSideWords, choice.substr(colon + 1));
      }
    }
    return std::nullopt;
  }

  static std::string choiceRefusal(const std::string& text) {
    const std::size_t colon = text.find(':');
    const std::string which = text.substr(0, colon);
    const bool number = !which.empty() && which.size() < 9 &&
                        which.find_first_not_of("0123456789") == std::string::npos;
    if (colon != std::string::npos && (number || which == "all") &&
        enumFrom<MergeSide>(kSideWords, text.substr(colon + 1))) {
      return {};
    }
    return "\"" + text + "\" is not a choice; write 1:ours or all:theirs";
  }

  static Exit tell(const Project& project, bool json) {
    Json list = Json::array();
    for (std::size_t i = 0; i < project.conflicts.size(); ++i) {
      const MergeConflict& one = project.conflicts[i];
      resultText() << i + 1 << ": " << conflictText(project, one) << "\n";
      list.push_back(Json{{"n", i + 1},
                          {"place", one.place},
                          {"text", conflictText(project, one)},
                          {"ours", one.ours},
                          {"theirs", one.theirs}});
    }
    resultText() << (project.conflicts.empty()
                         ? "merged without conflicts\n"
                         : "resolve them with merge PROJECT --choose N:ours|theirs\n");
    if (json) std::cout << jsonText(Json{{"conflicts", std::move(list)}});
    return project.conflicts.empty() ? Exit::Done : Exit::Findings;
  }

  std::vector<std::string> files_;
  std::string out_;
  std::vector<std::string> choose_;
  Saving saving_ = Saving::Written;
};

}  // namespace

std::unique_ptr<Command> makeMergeCommand() {
  return std::make_unique<MergeCommand>();
}

}  // namespace amber
