// The command names.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "core/naming/code_uses.h"
#include "core/naming/renames.h"
#include "files/file_bytes.h"
#include "files/json_text.h"
#include "files/source_folder.h"
#include "work/open_project.h"
#include "work/project_change.h"

namespace amber {
namespace {

// "prefix,of,name": the parts by their words, anything else a plain word.
std::vector<NamePart> partsFrom(const std::vector<std::string>& texts) {
  std::vector<NamePart> parts;
  for (const std::string& text : texts) {
    const auto known = enumFrom<NamePartKind>(kNamePartWords, text);
    parts.push_back(known ? NamePart{*known} : NamePart{NamePartKind::Word, text});
  }
  return parts;
}

class NamesCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"names", "Tell every name and what is wrong with it, in the project and in code",
            "names keeper.amber --used-in src --rename chr_kepper=chr_keeper --diff names.diff"};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("--used-in", folders_, "Folders of source that name what the game loads");
    app.add_option("--ignore", ignored_, "Paths in them that are passed over, as *.min.js");
    app.add_option("--rename", renames_, "[SORT:]FROM=TO, what followed the convention follows");
    app.add_option("--diff", diff_, "The renames as a unified diff of the source, to this file");
    app.add_flag("--by-convention", byConvention_, "Every name as the convention makes it");
    app.add_option("--style", style_, "How words are joined")->check(oneOf(kNameStyleWords));
    app.add_option("--digits", digits_, "Of frame numbers")->check(inRange(kDigitsRange));
    app.add_option("--first-number", first_, "Of an animation")->check(inRange(kFirstNumberRange));
    app.add_option("--longest", longest_, "Letters of a name")->check(inRange(kLongestNameRange));
    app.add_option("--asset-parts", assetParts_, "prefix, name and plain words, in their order")
        ->delimiter(',');
    app.add_option("--frame-parts", frameParts_, "asset, animation, number and plain words")
        ->delimiter(',');
    app.add_option("--languages", languages_, "Whose reserved words no name may be")
        ->delimiter(',')
        ->check(oneOf(kLanguageWords));
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    Project project = open->project;
    const std::vector<NameEntry> before = nameEntries(project);
    const auto edits = editsFor(project);
    if (!edits) return tl::unexpected(edits.error());
    if (!edits->empty()) {
      const auto changed = change(*edits);
      if (!changed) return tl::unexpected(changed.error());
      project = *changed;
    }
    const std::vector<NameEntry> entries = edits->empty() ? before : nameEntries(project);
    for (const NameEntry& entry : entries) tell(entry);
    Json told{{"names", namesJson(entries)}};
    if (!folders_.empty()) {
      // What a rename leaves to be done in the code is looked for by the names that it knows.
      const auto code = inCode(open->project, before, project, entries, told);
      if (!code) return tl::unexpected(code.error());
    }
    if (json) std::cout << jsonText(told);
    return Exit::Done;
  }

 private:
  Result<std::vector<Edit>> editsFor(const Project& project) const {
    std::vector<Edit> edits;
    if (const NamingRule rule = ruleFor(project.naming); !(rule == project.naming)) {
      edits.emplace_back(SetNaming{rule});
    }
    auto applied = withEdits(project, edits);
    if (!applied) return tl::unexpected(applied.error());
    if (byConvention_) {
      for (Edit& edit : renamesFor(nameTable(applied->project))) edits.push_back(std::move(edit));
      applied = withEdits(project, edits);
      if (!applied) return tl::unexpected(applied.error());
    }
    std::vector<RenameWish> wishes;
    for (const std::string& text : renames_) {
      auto wish = renameWishFrom(text);
      if (!wish) return tl::unexpected(wish.error());
      wishes.push_back(std::move(*wish));
    }
    auto renames = renameEdits(applied->project, wishes);
    if (!renames) return tl::unexpected(renames.error());
    for (Edit& edit : *renames) edits.push_back(std::move(edit));
    return edits;
  }

  NamingRule ruleFor(NamingRule rule) const {
    if (!style_.empty()) rule.style = *enumFrom<NameStyle>(kNameStyleWords, style_);
    if (digits_) rule.digits = *digits_;
    if (first_) rule.firstNumber = *first_;
    if (longest_) rule.longest = *longest_;
    if (!assetParts_.empty()) rule.asset = partsFrom(assetParts_);
    if (!frameParts_.empty()) rule.frame = partsFrom(frameParts_);
    if (languages_.empty()) return rule;
    rule.languages.clear();
    for (const std::string& word : languages_) {
      rule.languages.push_back(*enumFrom<Language>(kLanguageWords, word));
    }
    std::sort(rule.languages.begin(), rule.languages.end());
    rule.languages.erase(std::unique(rule.languages.begin(), rule.languages.end()),
                         rule.languages.end());
    return rule;
  }

  Result<Project> change(const std::vector<Edit>& edits) const {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    const auto applied = change->apply(edits);
    if (!applied) return tl::unexpected(applied.error());
    return change->project();
  }

  static void tell(const NameEntry& entry) {
    for (const NameFault fault : entry.faults) {
      std::cerr << wordOf(kNameSortWords, entry.sort) << " " << entry.name << ": "
                << wordOf(kNameFaultIds, fault);
      if (fault == NameFault::Pattern) std::cerr << ", by the convention " << entry.proposed;
      if (fault == NameFault::Near) std::cerr << ", near " << entry.near;
      std::cerr << "\n";
    }
  }

  static Json namesJson(const std::vector<NameEntry>& entries) {
    Json list = Json::array();
    for (const NameEntry& entry : entries) {
      Json rules = Json::array();
      for (const NameFault fault : entry.faults) rules.push_back(wordOf(kNameFaultIds, fault));
      list.push_back(Json{{"what", wordOf(kNameSortWords, entry.sort)},
                          {"name", entry.name},
                          {"proposed", entry.proposed},
                          {"rules", std::move(rules)}});
    }
    return list;
  }

  Result<void> inCode(const Project& before, const std::vector<NameEntry>& known,
                      const Project& project, const std::vector<NameEntry>& entries,
                      Json& told) const {
    std::vector<CodeFile> files;
    for (const std::string& folder : folders_) {
      auto some = sourceFolder(folder, ignored_);
      if (!some) return tl::unexpected(some.error());
      for (CodeFile& file : *some) {
        // Of several folders each is told with its own name before it.
        if (folders_.size() > 1) file.path = folder + "/" + file.path;
        files.push_back(std::move(file));
      }
    }
    if (!diff_.empty()) {
      const auto written = writeDiff(before, known, entries, files);
      if (!written) return tl::unexpected(written.error());
    }
    const CodeReport report = codeReport(project, entries, files);
    Json unknown = Json::array();
    for (const CodeReport::Unknown& one : report.unknown) {
      const CodeUse& use = one.use.use;
      unknown.push_back(
          Json{{"file", one.file},
               {"line", use.line},
               {"column", use.column},
               {"name", use.text},
               {"nearest", one.use.nearest.empty() ? Json(nullptr) : Json(one.use.nearest)}});
      std::cerr << one.file << ":" << use.line << ":" << use.column << ": " << use.text
                << " is no name";
      if (!one.use.nearest.empty()) std::cerr << "; " << one.use.nearest << " is";
      std::cerr << "\n";
    }
    for (const std::string& name : report.unused) std::cerr << "no file names " << name << "\n";
    told["code"] =
        Json{{"files", report.files}, {"unknown", std::move(unknown)}, {"unused", report.unused}};
    return {};
  }

  Result<void> writeDiff(const Project& before, const std::vector<NameEntry>& known,
                         const std::vector<NameEntry>& entries,
                         const std::vector<CodeFile>& files) const {
    const Renames renames = renamesBetween(known, entries);
    std::vector<std::string> after;
    after.reserve(files.size());
    for (const CodeFile& file : files) {
      after.push_back(renamedIn(file.text, renames, before, known));
    }
    return writeFileAtomically(diff_, unifiedDiff(files, after));
  }

  std::string project_;
  std::vector<std::string> folders_;
  std::vector<std::string> ignored_;
  std::vector<std::string> renames_;
  std::string diff_;
  bool byConvention_ = false;
  std::string style_;
  std::optional<int> digits_;
  std::optional<int> first_;
  std::optional<int> longest_;
  std::vector<std::string> assetParts_;
  std::vector<std::string> frameParts_;
  std::vector<std::string> languages_;
  Saving saving_ = Saving::Written;
};

}  // namespace

std::unique_ptr<Command> makeNamesCommand() {
  return std::make_unique<NamesCommand>();
}

}  // namespace amber
