// Any names by any convention: what the convention makes of a name it makes of it again, renames
// leave no name wrong, constants are different words of plain letters, and what is learned from the
// names can be set.
#include <cstdint>
#include <set>
#include <string>
#include <vector>

#include "bytes.h"
#include "core/naming/code/name_constants.h"
#include "core/naming/learn_convention.h"
#include "core/naming/name_fixes.h"
#include "core/naming/name_table.h"
#include "core/naming/name_words.h"
#include "core/project/edit.h"
#include "core/project/validation/valid_project.h"
#include "must.h"

namespace {

using namespace amber;
using amber::fuzz::Bytes;

constexpr std::size_t kMostNames = 40;

NamingRule ruleFrom(Bytes& bytes) {
  NamingRule rule;
  rule.style = static_cast<NameStyle>(bytes.next() % 5);
  rule.digits = 1 + bytes.next() % 6;
  rule.firstNumber = bytes.next() % 2;
  rule.longest = 8 + bytes.next() % 248;
  rule.sides = static_cast<SideSpelling>(bytes.next() % 4);
  rule.sidesSaid = static_cast<SidesSaid>(bytes.next() % 3);
  if (bytes.next() % 2 == 1) rule.asset = {{NamePartKind::Name}};
  if (bytes.next() % 2 == 1)
    rule.frame = {{NamePartKind::Asset}, {NamePartKind::Word, "f"}, {NamePartKind::Number}};
  for (int i = 0; i < 8; ++i) {
    if (bytes.next() % 2 == 1) rule.languages.push_back(static_cast<Language>(i));
  }
  return rule;
}

// One asset of one frame for each line of the text.
Project projectOf(std::string_view text) {
  Project project = newProject("fuzz");
  Sheet sheet;
  sheet.id = {project.nextId++};
  sheet.path = "sheet.png";
  sheet.size = {16, 16};
  project.sheets.emplace_back(sheet);
  while (!text.empty() && project.assets.size() < kMostNames) {
    const std::string_view line = text.substr(0, text.find('\n'));
    text.remove_prefix(std::min(text.size(), line.size() + 1));
    Asset asset;
    asset.id = {project.nextId++};
    asset.name = std::string(line);
    asset.kind = project.kinds[line.size() % project.kinds.size()].name;
    Frame frame;
    frame.id = {project.nextId++};
    frame.name = asset.name + "_1";
    frame.sheet = sheet.id;
    frame.rect = {0, 0, 16, 16};
    asset.frames.push_back(frame);
    project.assets.emplace_back(std::move(asset));
  }
  return project;
}

void styleHolds(std::string_view name, NameStyle style) {
  const std::string once = styled(name, style);
  must(styled(once, style) == once, "a styled name is styled");
  const std::vector<std::string> words = wordsOf(name);
  for (const std::string& word : words) must(!word.empty(), "no word is empty");
}

void constantsHold(const Project& project) {
  std::set<std::string> seen;
  for (const NameConstant& one : nameConstants(project)) {
    must(one.identifier.find_first_not_of("ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_") ==
             std::string::npos,
         "a constant is of plain letters");
    must(seen.insert(one.identifier).second, "constants are different");
  }
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  Bytes bytes(data, size);
  const NamingRule rule = ruleFrom(bytes);
  constexpr std::size_t kRuleBytes = 16;
  if (size <= kRuleBytes || size > 4000) return 0;
  const Project raw =
      projectOf({reinterpret_cast<const char*>(data) + kRuleBytes, size - kRuleBytes});
  const auto valid = validated(raw);
  if (!valid) return 0;
  const auto set = withEdits(raw, {SetNaming{rule}});
  if (!set) return 0;
  const Project& project = set->project;
  for (const auto& asset : project.assets) styleHolds(asset->name, rule.style);
  constantsHold(project);
  const auto renamed = withEdits(project, renamesFor(nameTable(project)));
  if (renamed) {
    for (const NameRow& row : nameTable(renamed->project))
      must(row.right(), "after the renames every name is as the convention makes it");
    constantsHold(renamed->project);
  }
  const std::vector<NameEntry> entries = nameEntries(project);
  for (const NameEntry& entry : entries) {
    for (const NameFault fault : entry.faults) {
      const std::string better = betterName(project, entries, entry, fault);
      must(!better.empty(), "there is a better name");
    }
  }
  const LearnedConvention learned = learnedConvention(project);
  must(learned.follow <= learned.of, "no more names follow than there are");
  must(withEdits(project, {SetNaming{learned.rule}}).has_value(), "what is learned can be set");
  return 0;
}
