#pragma once

#include <initializer_list>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "core/checks/finding.h"
#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "support/text_picture.h"

namespace amber::test {

/// A project of this one asset on sheet 1 of 16 x 3 px, with the shape roles body and reach.
inline Project fourFramesProject(const Asset& asset) {
  Sheet sheet;
  sheet.id = {1};
  sheet.path = "sheet.png";
  sheet.size = {16, 3};
  return withEdits(newProject("four_frames"), {SetRoles{{{"body"}, {"reach", Duty::Notices}}},
                                               PutSheet{sheet}, PutAsset{asset}})
      ->project;
}

inline Project after(const Project& project, const std::vector<Edit>& edits) {
  return withEdits(project, edits)->project;
}

/// The art of every sheet is this picture, drawn as imageOf says.
inline ArtSource artOf(std::initializer_list<std::string_view> rows) {
  const auto art = std::make_shared<const SheetArt>(sheetArtOf(rows));
  return [art](SheetId) { return art; };
}

inline std::vector<std::string> rulesOf(const std::vector<Finding>& findings) {
  std::vector<std::string> rules;
  for (const Finding& finding : findings) rules.push_back(finding.rule);
  return rules;
}

}  // namespace amber::test
