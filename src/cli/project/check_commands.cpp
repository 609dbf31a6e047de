// The commands check and formats.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <filesystem>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/checks/check_project.h"
#include "core/checks/naming/code_checks.h"
#include "core/checks/rules.h"
#include "core/checks/severity_words.h"
#include "core/project/words.h"
#include "files/image/image_file.h"
#include "files/json/json_text.h"
#include "work/names/code_sources.h"
#include "work/pack/pack_project.h"
#include "work/project/mend.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"
#include "work/report/report.h"

namespace amber {
namespace {

Exit reportFindings(const std::string& path, const Project& project,
                    const std::vector<Finding>& findings, Json report, bool json) {
  report["findings"] = findingsJson(findings, project);
  if (json) std::cout << jsonText(report);
  for (const Finding& finding : findings) resultText() << findingLine(finding, project) << "\n";
  resultText() << path << ": " << findings.size() << " findings\n";
  return hasErrors(findings) ? Exit::Findings : Exit::Done;
}

Result<Exit> runCheck(const std::string& path, bool json) {
  auto opened = openProject(path);
  if (!opened) return tl::unexpected(opened.error());
  std::vector<Finding> findings = checkAll(opened->project, opened->store);
  const Project& project = opened->project;
  if (!project.code.folders.empty()) {
    const CodeSources code =
        readCode(project.code, std::filesystem::path(path).parent_path().string());
    const CodeReport report = codeReport(project, namesBy(project), code.files);
    for (Finding& finding : codeFindings(project, report, code.missing.empty())) {
      findings.push_back(std::move(finding));
    }
    for (const std::string& sentence : code.missing) resultText() << sentence << "\n";
    sortFindings(findings);
  }
  return reportFindings(path, opened->project, findings, Json{{"project", path}}, json);
}

Result<Exit> runMend(const std::string& path, const std::vector<std::string>& wanted, Saving saving,
                     bool json) {
  auto change = ProjectChange::open(path, saving);
  if (!change) return tl::unexpected(change.error());
  const OpenProject open = withArt(path, change->project());
  Mended result = mendedProject(open.project, open.store, wanted);
  Json mended = findingsJson(result.mended, open.project);
  for (const Finding& finding : result.mended) {
    resultText() << (saving == Saving::Tried ? "would fix: " : "fixed: ")
                 << findingLine(finding, open.project) << "\n";
  }
  if (!result.mended.empty()) {
    if (auto saved = change->save(result.project); !saved) return tl::unexpected(saved.error());
  }
  return reportFindings(path, result.project, result.left,
                        Json{{"project", path}, {"mended", std::move(mended)}}, json);
}

Result<Exit> runFormats(bool json) {
  Json list = Json::array();
  for (const ImageFormat& format : imageFormats()) {
    list.push_back(Json{{"format", format.name}, {"animated", format.animated}});
    resultText() << format.name << (format.animated ? "  with its animations" : "") << "\n";
  }
  if (json) std::cout << jsonText(Json{{"formats", std::move(list)}});
  return Exit::Done;
}

class CheckCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"check",
            "List the problems of a project, and fix them",
            {"check glasshouse_night.amber", "check glasshouse_night.amber --fix",
             "check glasshouse_night.amber --json"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    std::vector<std::string> ids = {kAll};
    for (const Rule* rule : kRules) ids.emplace_back(rule->id);
    // If no rule is given, this default stands for all: the parser drops an option without values.
    app.add_option("--fix", rules_,
                   "Apply the fixes of these rules, or of all rules if none is given")
        ->expected(0, static_cast<int>(kRules.size()))
        ->default_str(kAll)
        ->check(CLI::IsMember(ids));
    addTry(app, saving_);
    app.add_flag("--rules", list_, "List all rules");
  }
  Result<Exit> run(bool json) override {
    if (list_) return listRules(json);
    if (rules_.empty()) return runCheck(project_, json);
    const bool all = std::find(rules_.begin(), rules_.end(), kAll) != rules_.end();
    return runMend(project_, all ? std::vector<std::string>{} : rules_, saving_, json);
  }

 private:
  static Exit listRules(bool json) {
    Json list = Json::array();
    for (const Rule* rule : kRules) {
      list.push_back(Json{{"rule", rule->id},
                          {"severity", wordOf(kSeverityWords, rule->severity)},
                          {"meaning", rule->meaning}});
      resultText() << rule->id << " (" << wordOf(kSeverityWords, rule->severity)
                   << "): " << rule->meaning << "\n";
    }
    if (json) std::cout << jsonText(Json{{"rules", std::move(list)}});
    return Exit::Done;
  }

  static constexpr const char* kAll = "all";

  std::string project_;
  std::vector<std::string> rules_;
  Saving saving_ = Saving::Written;
  bool list_ = false;
};

class FormatsCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"formats", "List the supported image formats", {"formats", "formats --json"}};
  }
  void addOptions(CLI::App&) override {}
  Result<Exit> run(bool json) override { return runFormats(json); }
};

}  // namespace

std::unique_ptr<Command> makeCheckCommand() {
  return std::make_unique<CheckCommand>();
}

std::unique_ptr<Command> makeFormatsCommand() {
  return std::make_unique<FormatsCommand>();
}

}  // namespace amber
