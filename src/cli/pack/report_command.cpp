// The command report.
#include <CLI/CLI.hpp>
#include <QFileInfo>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "core/checks/check_project.h"
#include "files/file_bytes.h"
#include "files/json/json_text.h"
#include "work/pack/pack_project.h"
#include "work/project/open_project.h"
#include "work/report/project_report.h"

namespace amber {
namespace {

class ReportCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"report",
            "Export the findings for people, build servers or spreadsheets",
            {"report glasshouse_night.amber --out report.html",
             "report glasshouse_night.amber --out findings.sarif",
             "report glasshouse_night.amber --table frames --out frames.csv"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("--out", file_,
                   "The file to write: .html (with pictures), .sarif, .xml (JUnit), .csv, .svg "
                   "(the frames of an asset) or .apng (an animation)")
        ->required();
    app.add_option("--asset", asset_, "The asset, for .svg and .apng");
    app.add_option_function<std::string>(
           "--table",
           [this](const std::string& word) {
             table_ = *enumFrom<ReportTable>(kReportTableWords, word);
           },
           "The table, for .csv (default: the findings)")
        ->check(oneOf(kReportTableWords));
    app.add_flag("--fairness", fairness_,
                 "Measure the fairness of all pairs for .html, also of many frames");
    app.add_option("--animation", animation_, "The animation, for .apng (default: the first)");
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    const Project& project = open->project;
    const std::vector<Finding> findings = checkAll(project, open->store);
    const std::string own = QFileInfo(QString::fromStdString(project_)).fileName().toStdString();
    const auto text = reportFor(
        file_, {project, findings, open->art, own, asset_, animation_, table_, fairness_});
    if (!text) return tl::unexpected(text.error());
    if (auto written = writeFileAtomically(file_, *text); !written) {
      return tl::unexpected(written.error());
    }
    resultText() << findings.size() << " findings written to " << file_ << "\n";
    if (json) std::cout << jsonText({{"file", file_}, {"findings", findings.size()}});
    return hasErrors(findings) ? Exit::Findings : Exit::Done;
  }

 private:
  std::string project_;
  std::string file_;
  std::string asset_;
  std::string animation_;
  ReportTable table_ = ReportTable::Findings;
  bool fairness_ = false;
};

}  // namespace

std::unique_ptr<Command> makeReportCommand() {
  return std::make_unique<ReportCommand>();
}

}  // namespace amber
