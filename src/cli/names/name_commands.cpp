// The commands names and constants.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <filesystem>
#include <iostream>
#include <iterator>
#include <nlohmann/json.hpp>
#include <sstream>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "core/checks/naming/name_checks.h"
#include "core/naming/code/code_uses.h"
#include "core/naming/code/name_constants.h"
#include "core/naming/learn_convention.h"
#include "core/naming/name_fixes.h"
#include "core/naming/renames.h"
#include "files/file_bytes.h"
#include "files/json/json_text.h"
#include "work/names/code_sources.h"
#include "work/names/name_replacing.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"

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
    return {"names",
            "List all names and their problems, in the project and in code",
            {"names glasshouse_night.amber",
             "names glasshouse_night.amber --rename chr_snail=chr_slug --try",
             "names glasshouse_night.amber --used-in code --rename chr_snail=chr_slug --diff "
             "names.diff"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    auto* folders =
        app.add_option("--used-in", folders_,
                       "Folders of source code that use the names (default: those of the project)");
    app.add_option("--ignore", ignored_, "Paths in them to skip, such as *.min.js");
    app.add_flag("--keep-folders", keepFolders_, "Save these folders in the project, for checks")
        ->needs(folders);
    app.add_option("--rename", renames_,
                   "Rename: [TYPE:]FROM=TO; names that are built from it follow");
    auto* replace = app.add_option("--replace", replacing_.find,
                                   "The text to replace in all names; see --with");
    app.add_option("--with", replacing_.with, "The replacement (default: empty)")->needs(replace);
    app.add_flag("--regex", replacing_.regex,
                 "Use --replace as a regular expression; --with may contain \\1")
        ->needs(replace);
    auto* diff = app.add_option(
        "--diff", diff_, "Write the renames as a unified diff of the source code to this file");
    app.add_option("--correct", corrections_, "Correct a name in the code, for --diff: USED=NAME")
        ->needs(diff);
    app.add_flag("--by-convention", byConvention_, "Rename everything by the convention");
    app.add_option("--fix", fixes_, "Fix the findings of these rules, one rule after another")
        ->check(oneOf(kNameFaultIds));
    app.add_flag("--learn", learn_, "Use the convention that most names already follow");
    app.add_option("--style", style_, "How words are joined")->check(oneOf(kNameStyleWords));
    app.add_option("--digits", digits_, "The number of digits of frame numbers")
        ->check(inRange(kDigitsRange));
    app.add_option("--first-number", first_, "The number of the first frame of an animation")
        ->check(inRange(kFirstNumberRange));
    app.add_option("--longest", longest_, "The largest number of letters of a name")
        ->check(inRange(kLongestNameRange));
    app.add_option("--asset-parts", assetParts_,
                   "The parts of an asset name in order: prefix, name and words")
        ->delimiter(',');
    app.add_option("--frame-parts", frameParts_,
                   "The parts of a frame name in order: asset, animation, number and words")
        ->delimiter(',');
    app.add_option("--languages", languages_, "Languages whose reserved words must not be names")
        ->delimiter(',')
        ->check(oneOf(kLanguageWords));
    app.add_option("--sides", sides_, "How sides (left, right) are spelled in names")
        ->check(oneOf(kSideSpellingWords));
    app.add_option("--sides-said", sidesSaid_,
                   "Which animation of a mirrored pair has its side in its name")
        ->check(oneOf(kSidesSaidWords));
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    const auto edits = editsFor(open->project);
    if (!edits) return tl::unexpected(edits.error());
    const auto renamed = withEdits(open->project, *edits);
    if (!renamed) return tl::unexpected(renamed.error());
    const Project& project = renamed->project;
    const std::vector<NameEntry> entries = nameEntries(project);
    Json told{{"names", namesJson(entries)}};
    std::ostringstream words;
    for (const NameEntry& entry : entries) tell(entry, words);
    if (learn_) tellLearned(project, told, words);
    if (!folders_.empty() || !project.code.folders.empty()) {
      // What a rename leaves to be done in the code is looked for by the names that it knows.
      const auto code = inCode(open->project, project, entries, told, words);
      if (!code) return tl::unexpected(code.error());
    } else if (!diff_.empty()) {
      return failure(ErrorCode::BadValue,
                     "--diff needs the folders of the source code; give them with --used-in");
    }
    // The project is changed last: whatever may be refused was looked at, and the diff is written.
    if (!edits->empty()) {
      const auto changed = change(*edits);
      if (!changed) return tl::unexpected(changed.error());
    }
    resultText() << words.str();
    if (json) std::cout << jsonText(told);
    const bool wrong = std::any_of(entries.begin(), entries.end(), [](const NameEntry& entry) {
      return std::any_of(entry.faults.begin(), entry.faults.end(),
                         [](NameFault fault) { return ruleOf(fault).severity == Severity::Error; });
    });
    return wrong ? Exit::Findings : Exit::Done;
  }

 private:
  Result<std::vector<Edit>> editsFor(const Project& project) const {
    Gathering gathering(project);
    const auto rule = ruleFor(learn_ ? learnedConvention(project).rule : project.naming);
    if (!(rule == project.naming)) gathering.add(std::vector<Edit>{SetNaming{rule}});
    if (keepFolders_) gathering.add(std::vector<Edit>{SetCodeFolders{keptFolders()}});
    if (byConvention_) gathering.add(fixing(gathering.project(), NameFault::Pattern));
    for (const std::string& id : fixes_) {
      gathering.add(fixing(gathering.project(), *enumFrom<NameFault>(kNameFaultIds, id)));
    }
    const auto replaced = replacedNames(nameEntries(gathering.project()), replacing_);
    if (!replaced) return tl::unexpected(replaced.error());
    gathering.add(renameEdits(gathering.project(), *replaced));
    std::vector<RenameRequest> wishes;
    for (const std::string& text : renames_) {
      auto wish = renameRequestFrom(text);
      if (!wish) return tl::unexpected(wish.error());
      wishes.push_back(std::move(*wish));
    }
    gathering.add(renameEdits(gathering.project(), wishes));
    return std::move(gathering).edits();
  }

  // Edits that are found one after the other, each from the project as those before leave it.
  class Gathering {
   public:
    explicit Gathering(const Project& project) : project_(project) {}

    const Project& project() const { return project_; }
    void add(const Result<std::vector<Edit>>& edits) {
      if (!edits_ || !edits) {
        if (edits_) edits_ = tl::unexpected(edits.error());
        return;
      }
      auto applied = withEdits(project_, *edits);
      if (!applied) {
        edits_ = tl::unexpected(applied.error());
        return;
      }
      project_ = std::move(applied->project);
      edits_->insert(edits_->end(), edits->begin(), edits->end());
    }
    Result<std::vector<Edit>> edits() && { return std::move(edits_); }

   private:
    Project project_;
    Result<std::vector<Edit>> edits_;
  };

  static Result<std::vector<Edit>> fixing(const Project& project, NameFault fault) {
    const std::vector<NameEntry> entries = nameEntries(project);
    std::vector<NameEntry> wrong;
    std::copy_if(entries.begin(), entries.end(), std::back_inserter(wrong),
                 [&](const NameEntry& entry) { return entry.has(fault); });
    return renameEdits(project, fixesOf(project, entries, wrong, fault));
  }

  std::string base() const { return std::filesystem::path(project_).parent_path().string(); }

  // The folders that are named here, as a project keeps them.
  CodeFolders keptFolders() const {
    CodeFolders kept{{}, ignored_};
    for (const std::string& folder : folders_) {
      kept.folders.push_back(keptCodePath(folder, base()));
    }
    return kept;
  }

  static void tellLearned(const Project& project, Json& told, std::ostream& words) {
    const LearnedConvention learned = following(project, project.naming);
    words << learned.follow << " of " << learned.of << " names follow the convention\n";
    told["learned"] = Json{{"follow", learned.follow}, {"of", learned.of}};
  }

  NamingRule ruleFor(NamingRule rule) const {
    if (!sides_.empty()) rule.sides = *enumFrom<SideSpelling>(kSideSpellingWords, sides_);
    if (!sidesSaid_.empty()) rule.sidesSaid = *enumFrom<SidesSaid>(kSidesSaidWords, sidesSaid_);
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

  Result<void> change(const std::vector<Edit>& edits) const {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    return change->apply(edits);
  }

  static void tell(const NameEntry& entry, std::ostream& words) {
    for (const NameFault fault : entry.faults) {
      words << wordOf(kNameSortWords, entry.sort) << " " << entry.name << ": "
            << wordOf(kNameFaultIds, fault);
      if (fault == NameFault::Pattern) words << ", by the convention " << entry.proposed;
      if (fault == NameFault::Near) words << ", near " << entry.near;
      words << "\n";
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

  Result<void> inCode(const Project& before, const Project& project,
                      const std::vector<NameEntry>& entries, Json& told,
                      std::ostream& words) const {
    const bool own = folders_.empty();
    const CodeSources sources = readCode(own ? project.code : CodeFolders{folders_, ignored_},
                                         own ? base() : std::string());
    if (!sources.missing.empty()) return failure(ErrorCode::FileMissing, sources.missing.front());
    const std::vector<CodeFile>& files = sources.files;
    if (!diff_.empty()) {
      const auto written = writeDiff(before, project, sources);
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
      words << one.file << ":" << use.line << ":" << use.column << ": " << use.text
            << " is not a name";
      if (!one.use.nearest.empty()) words << "; " << one.use.nearest << " is";
      words << "\n";
    }
    for (const std::string& name : report.unused) words << "not used in code: " << name << "\n";
    told["code"] =
        Json{{"files", report.files}, {"unknown", std::move(unknown)}, {"unused", report.unused}};
    return {};
  }

  Result<void> writeDiff(const Project& before, const Project& after,
                         const CodeSources& sources) const {
    Renames corrections;
    for (const std::string& text : corrections_) {
      const std::size_t equals = text.find('=');
      if (equals == std::string::npos || equals == 0 || equals + 1 == text.size()) {
        return failure(ErrorCode::BadValue,
                       "\"" + text + "\" is not a correction; write USED=NAME");
      }
      corrections.emplace_back(text.substr(0, equals), text.substr(equals + 1));
    }
    return writeFileAtomically(diff_, codeDiff(sources, before, after, corrections));
  }

  std::string project_;
  std::vector<std::string> folders_;
  std::vector<std::string> ignored_;
  std::vector<std::string> renames_;
  std::string diff_;
  std::vector<std::string> corrections_;
  NameReplacing replacing_;
  std::vector<std::string> fixes_;
  bool learn_ = false;
  bool keepFolders_ = false;
  std::string sides_;
  std::string sidesSaid_;
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

// The command constants.
class ConstantsCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"constants",
            "Write the names as constants of a programming language",
            {"constants glasshouse_night.amber --language cpp --out names.hpp",
             "constants glasshouse_night.amber --beside-parcel cpp python"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    auto* language = app.add_option("--language", language_, "Which")->check(oneOf(kLanguageWords));
    auto* out = app.add_option("--out", file_, "The file to write")->needs(language);
    language->needs(out);
    app.add_option("--beside-parcel", beside_,
                   "Write names in these languages beside every parcel from now on, or none")
        ->delimiter(',')
        ->check(CLI::IsMember(wordsOrNone()));
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    if (file_.empty() && beside_.empty()) {
      return failure(ErrorCode::BadValue,
                     "there is nothing to write; give --language and --out, or --beside-parcel");
    }
    const auto written = file_.empty() ? Result<Json>(Json::array()) : writeConstants(*open);
    if (!written) return tl::unexpected(written.error());
    // The project is changed last, once nothing can be refused any more.
    if (!beside_.empty()) {
      const auto kept = keepBeside();
      if (!kept) return tl::unexpected(kept.error());
    }
    if (json) std::cout << jsonText(Json{{"constants", *written}, {"besideParcel", beside_}});
    return Exit::Done;
  }

 private:
  Result<Json> writeConstants(const OpenProject& open) const {
    const std::vector<NameConstant> constants = nameConstants(open.project);
    const Language language = *enumFrom<Language>(kLanguageWords, language_);
    const auto written = writeFileAtomically(file_, constantsText(constants, language, file_));
    if (!written) return tl::unexpected(written.error());
    resultText() << constants.size() << " names written to " << file_ << "\n";
    Json list = Json::array();
    for (const NameConstant& one : constants) {
      list.push_back(Json{{"what", wordOf(kNameSortWords, one.sort)},
                          {"identifier", one.identifier},
                          {"name", one.name}});
    }
    return list;
  }

  static constexpr const char* kNone = "none";

  static std::vector<std::string> wordsOrNone() {
    std::vector<std::string> words(kLanguageWords.begin(), kLanguageWords.end());
    words.emplace_back(kNone);
    return words;
  }

  Result<void> keepBeside() const {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    std::vector<PackProfile> profiles = change->project().profiles;
    PackProfile& profile = profiles.front();
    profile.constants.clear();
    for (std::size_t i = 0; i < kLanguageWords.size(); ++i) {
      if (std::find(beside_.begin(), beside_.end(), kLanguageWords[i]) != beside_.end()) {
        profile.constants.push_back(static_cast<Language>(i));
      }
    }
    const std::size_t count = profile.constants.size();
    const auto applied = change->apply({SetProfiles{profiles}});
    if (!applied) return tl::unexpected(applied.error());
    resultText() << "files with names beside every parcel: " << count << "\n";
    return {};
  }

  std::string project_;
  std::string language_;
  std::string file_;
  std::vector<std::string> beside_;
  Saving saving_ = Saving::Written;
};

}  // namespace

std::unique_ptr<Command> makeConstantsCommand() {
  return std::make_unique<ConstantsCommand>();
}

std::unique_ptr<Command> makeNamesCommand() {
  return std::make_unique<NamesCommand>();
}

}  // namespace amber
