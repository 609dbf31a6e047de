// The commands meets, expect and weave.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <iostream>
#include <limits>
#include <nlohmann/json.hpp>
#include <optional>
#include <set>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/layers/layer_json.h"
#include "core/layers/outcome_words.h"
#include "core/layers/reasons.h"
#include "core/layers/sentences/sentence.h"
#include "core/layers/sentences/unasked.h"
#include "core/layers/weaving/weave.h"
#include "files/csv_table.h"
#include "files/json/json_text.h"
#include "files/project/project_file.h"
#include "work/project/project_change.h"
#include "work/report/layer_tables.h"

namespace amber {
namespace {

constexpr std::size_t kMostPairs = 1000000;

// The participants that "ASSET" or "ASSET:ROLE" means.
Result<std::vector<Participant>> participantsBy(const std::vector<Participant>& all,
                                                const Project& project, const std::string& text) {
  std::vector<Participant> found;
  const std::size_t colon = text.rfind(':');
  const bool whole = findAsset(project, text) != nullptr;
  const std::string asset = whole ? text : text.substr(0, colon);
  const std::string role = whole || colon == std::string::npos ? "" : text.substr(colon + 1);
  for (const Participant& participant : all) {
    if (participant.asset->name == asset && (role.empty() || participant.role->name == role)) {
      found.push_back(participant);
    }
  }
  if (!found.empty()) return found;
  return failure(ErrorCode::UnknownTarget,
                 "no asset with shapes has the name \"" + text + "\"; give ASSET or ASSET:ROLE");
}

class MeetsCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"meets",
            "List which shapes meet, and why",
            {"meets glasshouse_night.amber",
             "meets glasshouse_night.amber chr_snail:body tile_glasshouse"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("who", who_, "ASSET or ASSET:ROLE (default: all)");
    app.add_option("whom", whom_, "The other side, in the same form");
    app.add_flag("--csv", csv_, "Write a table of all meetings to standard output");
  }
  Result<Exit> run(bool json) override {
    const auto project = readProject(project_);
    if (!project) return tl::unexpected(project.error());
    if (csv_) {
      const auto table = meetingsTable(*project, false);
      if (!table) return tl::unexpected(table.error());
      std::cout << csvText(*table);
      return Exit::Done;
    }
    const std::vector<Participant> all = participantsOf(*project);
    const auto who =
        who_.empty() ? Result<std::vector<Participant>>(all) : participantsBy(all, *project, who_);
    if (!who) return tl::unexpected(who.error());
    const auto whom = whom_.empty() ? Result<std::vector<Participant>>(all)
                                    : participantsBy(all, *project, whom_);
    if (!whom) return tl::unexpected(whom.error());
    if (who->size() * whom->size() > kMostPairs) {
      return failure(ErrorCode::BadValue,
                     "there are more than a million pairs; give one side or both");
    }
    tell(*project, *who, *whom, json);
    return Exit::Done;
  }

 private:
  // Every pair once, though both sides may name the same participants.
  void tell(const Project& project, const std::vector<Participant>& who,
            const std::vector<Participant>& whom, bool json) const {
    Json pairs = Json::array();
    std::set<std::pair<std::string, std::string>> told;
    const bool closer = !who_.empty() && !whom_.empty();
    for (const Participant& a : who) {
      for (const Participant& b : whom) {
        const std::string first = participantName(a);
        const std::string second = participantName(b);
        if (!canMeet(a, b) || !told.insert(std::minmax(first, second)).second) continue;
        pairs.push_back(pairJson(project, a, b));
        resultText() << answerText(project, a, b) << "\n";
        if (!closer) continue;
        const std::vector<std::string> reasons = reasonsOf(project, a, b);
        for (std::size_t n = 0; n < reasons.size(); ++n) {
          resultText() << "  " << n + 1 << ". " << reasons[n] << "\n";
        }
      }
    }
    if (json) std::cout << jsonText(Json{{"pairs", std::move(pairs)}});
  }

  std::string project_;
  std::string who_;
  std::string whom_;
  bool csv_ = false;
};

struct ExpectArguments {
  std::string project;
  Saving saving = Saving::Written;
  std::vector<std::string> add;
  std::optional<int> drop;
  std::optional<int> fix;
  std::string unasked;
  bool all = false;
};

// At most this many expectations and pairs are listed, unless --all is given.
constexpr std::size_t kMostTold = 100;

constexpr std::array<std::string_view, 2> kUnaskedWords = {"expect", "part"};

Result<void> inRange(int n, const Project& project) {
  const auto count = static_cast<int>(project.expectations.size());
  if (n >= 1 && n <= count) return {};
  return failure(ErrorCode::UnknownTarget, "there is no expectation " + std::to_string(n) +
                                               "; there are " + std::to_string(count));
}

Result<std::vector<Edit>> addedAndDropped(const Project& project,
                                          const ExpectArguments& arguments) {
  std::vector<Expectation> sentences = project.expectations;
  if (arguments.drop) {
    if (auto good = inRange(*arguments.drop, project); !good) return tl::unexpected(good.error());
    sentences.erase(sentences.begin() + (*arguments.drop - 1));
  }
  const Vocabulary names = vocabularyOf(project);
  for (const std::string& text : arguments.add) {
    const auto read = expectationFrom(text, names);
    if (!read) return failure(ErrorCode::BadValue, describe(read.error()));
    sentences.push_back(*read);
  }
  return std::vector<Edit>{SetExpectations{std::move(sentences)}};
}

Result<std::vector<Edit>> unaskedEdits(const Project& project, bool part) {
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return tl::unexpected(alike.error());
  const Meetings meetings(*alike);
  PairNames names;
  for (const AlikePair& pair : unaskedPairs(project.expectations, meetings)) {
    const PairNames more = namesOf(meetings, pair);
    names.insert(names.end(), more.begin(), more.end());
    if (names.size() > kMostExpectations) {
      return failure(ErrorCode::BadValue,
                     "more than " + std::to_string(kMostExpectations) +
                         " pairs meet without an expectation; write expectations for kinds first, "
                         "such as \"every pickup notices every character\"");
    }
  }
  return part ? expectingToPass(project, names) : expecting(project, names);
}

Result<std::vector<Edit>> fixEdits(const Project& project, int n) {
  if (auto good = inRange(n, project); !good) return tl::unexpected(good.error());
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return tl::unexpected(alike.error());
  const Meetings meetings(*alike);
  const FixSearch search(meetings);
  const auto k = static_cast<std::size_t>(n - 1);
  if (search.judgements()[k].verdict != Verdict::Broken) return std::vector<Edit>{};
  const Fixes fixes = search.fixesFor(k);
  if (!fixes.list.empty()) return fixes.list.front().edits;
  return failure(ErrorCode::HasErrors,
                 "no change of settings can satisfy expectation " + std::to_string(n) + " true");
}

// All of it or nothing: each step is worked out from the project as the one before leaves it, and
// the whole is written once.
Result<std::vector<Edit>> expectationEdits(const Project& project,
                                           const ExpectArguments& arguments) {
  Project now = project;
  std::vector<Edit> all;
  const auto add = [&](const Result<std::vector<Edit>>& edits) -> Result<void> {
    if (!edits) return tl::unexpected(edits.error());
    auto applied = withEdits(now, *edits);
    if (!applied) return tl::unexpected(applied.error());
    now = std::move(applied->project);
    all.insert(all.end(), edits->begin(), edits->end());
    return {};
  };
  if (!arguments.add.empty() || arguments.drop) {
    if (auto done = add(addedAndDropped(now, arguments)); !done) {
      return tl::unexpected(done.error());
    }
  }
  if (arguments.fix) {
    if (auto done = add(fixEdits(now, *arguments.fix)); !done) return tl::unexpected(done.error());
  }
  if (!arguments.unasked.empty()) {
    const bool part = arguments.unasked == kUnaskedWords[1];
    if (auto done = add(unaskedEdits(now, part)); !done) return tl::unexpected(done.error());
  }
  return all;
}

Result<Exit> runExpect(const ExpectArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const auto edits = expectationEdits(change->project(), arguments);
  if (!edits) return tl::unexpected(edits.error());
  if (auto done = change->apply(*edits); !done) return tl::unexpected(done.error());
  const Project& project = change->project();
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return tl::unexpected(alike.error());
  const Meetings meetings(*alike);
  const FixSearch search(meetings);
  bool anyBroken = false;
  const std::size_t most = arguments.all ? std::numeric_limits<std::size_t>::max() : kMostTold;
  for (std::size_t k = 0; k < search.judgements().size(); ++k) {
    const Judgement& one = search.judgements()[k];
    anyBroken |= one.verdict == Verdict::Broken;
    if (k >= most) continue;
    resultText() << k + 1 << ". " << wordOf(kVerdictWords, one.verdict) << ": "
                 << sentenceOf(project.expectations[k]);
    if (one.verdict == Verdict::Broken) {
      resultText() << " (" << one.brokenPairs << " of " << one.pairs << " pairs, first "
                   << shortAnswer(meetings, one.broken.front().first, one.broken.front().second)
                   << ")";
    }
    resultText() << "\n";
  }
  const std::size_t unasked = unaskedPairs(project.expectations, meetings).size();
  if (unasked > 0) resultText() << unasked << " types of meetings without an expectation\n";
  if (search.judgements().size() > most) {
    resultText() << "and " << search.judgements().size() - most
                 << " more expectations; use --all to list all\n";
  }
  if (json) std::cout << jsonText(expectationsJson(project, meetings, search, most));
  return anyBroken ? Exit::Findings : Exit::Done;
}

class ExpectCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"expect",
            "Add or list the expectations of the game, and check them",
            {"expect glasshouse_night.amber",
             "expect glasshouse_night.amber --add \"every character body stops at every tile\""}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--add", arguments_.add, "Add an expectation");
    app.add_option("--remove", arguments_.drop, "Remove the expectation with this number");
    app.add_option("--fix", arguments_.fix,
                   "Apply the first fix of the expectation with this number");
    app.add_option("--unasked", arguments_.unasked, "Add expectations for all meetings without one")
        ->check(oneOf(kUnaskedWords));
    app.add_flag("--all", arguments_.all,
                 "List all expectations, pairs and fixes instead of the first 100 of each");
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override { return runExpect(arguments_, json); }

 private:
  ExpectArguments arguments_;
};

class WeaveCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"weave",
            "Compute the layers from the expectations",
            {"weave glasshouse_night.amber --try", "weave glasshouse_night.amber"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    const auto result = woven(change->project());
    if (!result) return failure(ErrorCode::HasErrors, result.error().text, project_);
    if (auto done = change->apply(result->edits); !done) return tl::unexpected(done.error());
    for (const std::string& note : result->notes) resultText() << note << "\n";
    resultText() << change->project().layers.size() << " layers\n";
    if (json) {
      Json told = layersJson(change->project());
      told["count"] = change->project().layers.size();
      told["notes"] = result->notes;
      std::cout << jsonText(told);
    }
    return Exit::Done;
  }

 private:
  std::string project_;
  Saving saving_ = Saving::Written;
};

}  // namespace

std::unique_ptr<Command> makeMeetsCommand() {
  return std::make_unique<MeetsCommand>();
}

std::unique_ptr<Command> makeExpectCommand() {
  return std::make_unique<ExpectCommand>();
}

std::unique_ptr<Command> makeWeaveCommand() {
  return std::make_unique<WeaveCommand>();
}

}  // namespace amber
