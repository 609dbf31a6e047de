#include "work/report/layer_tables.h"

#include <algorithm>

#include "core/layers/outcome_words.h"
#include "core/project/words.h"

namespace amber {
namespace {

constexpr std::size_t kMostPairs = 1000000;
const CsvRow kColumns = {"target", "duty", "on", "seeks"};

// The names of a field: words, or in double quotes what holds blanks or quotes, each quote doubled.
std::vector<std::string> wordsIn(const std::string& text) {
  std::vector<std::string> words;
  std::size_t i = 0;
  while (i < text.size()) {
    if (text[i] == ' ' || text[i] == '\t') {
      ++i;
      continue;
    }
    std::string word;
    if (text[i] == '"') {
      for (++i; i < text.size(); ++i) {
        if (text[i] == '"' && (i + 1 == text.size() || text[i + 1] != '"')) break;
        if (text[i] == '"') ++i;
        word += text[i];
      }
      ++i;
    } else {
      while (i < text.size() && text[i] != ' ' && text[i] != '\t') word += text[i++];
    }
    words.push_back(std::move(word));
  }
  return words;
}

std::string wordFor(const std::string& name) {
  const bool plain =
      !name.empty() && name != "-" && name.find_first_of(" \t\"") == std::string::npos;
  if (plain) return name;
  std::string quoted = "\"";
  for (const char c : name) {
    if (c == '"') quoted += '"';
    quoted += c;
  }
  return quoted + '"';
}

std::string layersField(const Project& project, const std::optional<LayerSet>& set) {
  if (!set) return {};
  std::string text;
  for (std::size_t bit = 0; bit < project.layers.size(); ++bit) {
    if ((*set >> bit & 1) != 0) text += (text.empty() ? "" : " ") + wordFor(project.layers[bit]);
  }
  return text.empty() ? "-" : text;
}

CsvRow rowOf(const Project& project, const std::string& target, const RoleSetting& setting) {
  return {target, setting.duty ? std::string(wordOf(kDutyWords, *setting.duty)) : std::string(),
          layersField(project, setting.on), layersField(project, setting.seeks)};
}

tl::unexpected<Error> inRow(Error error, std::size_t row, const std::string& file) {
  error.file = file;
  error.place = "row " + std::to_string(row + 1);
  return tl::unexpected(std::move(error));
}

Result<std::optional<LayerSet>> layersFrom(const Project& project, const std::string& field) {
  if (field.empty()) return std::optional<LayerSet>();
  if (field == "-") return std::optional<LayerSet>(0);
  const auto set = layerSetFrom(project, wordsIn(field));
  if (!set) return tl::unexpected(set.error());
  return std::optional(*set);
}

Result<SetSetting> settingFrom(const Project& project, const CsvRow& row) {
  const auto target = settingTargetFrom(project, row[0]);
  if (!target) return tl::unexpected(target.error());
  SetSetting edit{target->asset, target->kind, {target->role}};
  if (!row[1].empty()) {
    edit.setting.duty = enumFrom<Duty>(kDutyWords, row[1]);
    if (!edit.setting.duty) {
      return failure(ErrorCode::BadValue, "a duty is stops or notices, not \"" + row[1] + "\"");
    }
  }
  const auto on = layersFrom(project, row[2]);
  if (!on) return tl::unexpected(on.error());
  const auto seeks = layersFrom(project, row[3]);
  if (!seeks) return tl::unexpected(seeks.error());
  edit.setting.on = *on;
  edit.setting.seeks = *seeks;
  return edit;
}

std::string sidesField(const Sides& sides, const Participant& a, const Participant& b) {
  std::string text;
  if (sides.a) text = participantName(a);
  if (sides.b && (text.empty() || participantName(b) != text)) {
    text += (text.empty() ? "" : " ") + participantName(b);
  }
  return text;
}

}  // namespace

Result<SettingTarget> settingTargetFrom(const Project& project, std::string_view text) {
  const std::size_t last = text.rfind(':');
  const std::string role(last == std::string_view::npos ? "" : text.substr(last + 1));
  const std::string owner(text.substr(0, last == std::string_view::npos ? 0 : last));
  if (owner.empty() || role.empty()) {
    return failure(ErrorCode::BadValue,
                   "\"" + std::string(text) +
                       "\" does not have the form ASSET:ROLE, kind:K:ROLE or role:ROLE");
  }
  if (findRole(project, role) == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the project has no role \"" + role + "\"");
  }
  if (owner == "role") return SettingTarget{{}, {}, role};
  if (owner.starts_with("kind:")) {
    const std::string kind = owner.substr(5);
    if (findKind(project, kind) != nullptr) return SettingTarget{{}, kind, role};
    return failure(ErrorCode::UnknownTarget, "the project has no kind \"" + kind + "\"");
  }
  const Asset* asset = findAsset(project, owner);
  if (asset != nullptr) return SettingTarget{asset->id, {}, role};
  return failure(ErrorCode::UnknownTarget, "the project has no asset \"" + owner + "\"");
}

RoleSetting settingAt(const Project& project, const SettingTarget& target) {
  if (!target.asset && target.kind.empty()) {
    const Role& role = *findRole(project, target.role);
    return {role.name, role.duty, role.on, role.seeks};
  }
  const auto& settings = target.asset ? findAsset(project, target.asset)->settings
                                      : findKind(project, target.kind)->settings;
  const RoleSetting* found = findSetting(settings, target.role);
  return found == nullptr ? RoleSetting{target.role} : *found;
}

Result<LayerSet> layerSetFrom(const Project& project, const std::vector<std::string>& names) {
  LayerSet set = 0;
  for (const std::string& name : names) {
    if (name.empty()) continue;
    const auto found = std::find(project.layers.begin(), project.layers.end(), name);
    if (found == project.layers.end()) {
      return failure(ErrorCode::UnknownTarget, "the project has no layer \"" + name + "\"");
    }
    set |= LayerSet{1} << (found - project.layers.begin());
  }
  return set;
}

std::vector<CsvRow> settingsTable(const Project& project) {
  std::vector<CsvRow> rows{kColumns};
  for (const Role& role : project.roles) {
    rows.push_back(
        rowOf(project, "role:" + role.name, {role.name, role.duty, role.on, role.seeks}));
  }
  for (const Kind& kind : project.kinds) {
    for (const RoleSetting& one : kind.settings) {
      rows.push_back(rowOf(project, "kind:" + kind.name + ":" + one.role, one));
    }
  }
  for (const auto& asset : project.assets) {
    for (const RoleSetting& one : asset->settings) {
      rows.push_back(rowOf(project, asset->name + ":" + one.role, one));
    }
  }
  return rows;
}

Result<std::vector<Edit>> editsFromTable(const Project& project, const std::vector<CsvRow>& rows,
                                         const std::string& file) {
  if (rows.empty() || rows.front() != kColumns) {
    return failure(ErrorCode::WrongFormat,
                   "is not a table of layers: its first row must be target,duty,on,seeks", file);
  }
  std::vector<Edit> edits;
  Project with = project;
  for (std::size_t i = 1; i < rows.size(); ++i) {
    if (rows[i].size() != kColumns.size()) {
      return inRow({ErrorCode::WrongFormat, {}, {}, "must have four columns"}, i, file);
    }
    for (const std::string& field : {rows[i][2], rows[i][3]}) {
      for (const std::string& name : field == "-" ? std::vector<std::string>() : wordsIn(field)) {
        if (std::find(with.layers.begin(), with.layers.end(), name) != with.layers.end()) continue;
        with.layers.push_back(name);
        edits.emplace_back(AddLayer{name});
      }
    }
  }
  if (with.layers.size() > 32) {
    return failure(ErrorCode::BadValue, "names more than 32 layers", file);
  }
  for (std::size_t i = 1; i < rows.size(); ++i) {
    auto edit = settingFrom(with, rows[i]);
    if (!edit) return inRow(edit.error(), i, file);
    edits.emplace_back(std::move(*edit));
  }
  return edits;
}

Result<std::vector<CsvRow>> meetingsTable(const Project& project, bool everyPair) {
  const std::vector<Participant> participants = participantsOf(project);
  if (participants.size() * (participants.size() + 1) / 2 > kMostPairs) {
    return failure(ErrorCode::BadValue,
                   "there are more than a million pairs; name one or two shapes");
  }
  std::vector<CsvRow> rows{{"a", "b", "copies", "outcome", "stopped", "told", "why"}};
  for (std::size_t i = 0; i < participants.size(); ++i) {
    for (std::size_t k = i; k < participants.size(); ++k) {
      const Participant& a = participants[i];
      const Participant& b = participants[k];
      if (!canMeet(a, b)) continue;
      const Answer answer = answerFor(a.settings, b.settings, ruleOf(project));
      if (!everyPair && answer.outcome == Outcome::Passes) continue;
      rows.push_back(
          {participantName(a), participantName(b), a.asset == b.asset ? "yes" : "no",
           std::string(wordOf(kOutcomeWords, answer.outcome)), sidesField(answer.stopped, a, b),
           sidesField(answer.told, a, b),
           answer.why ? std::string(wordOf(kPassReasonWords, *answer.why)) : std::string()});
    }
  }
  return rows;
}

}  // namespace amber
