#pragma once

#include <string_view>
#include <unordered_map>
#include <unordered_set>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// What an asset may name.
struct KnownNames {
  std::unordered_map<SheetId, const Sheet*> sheets;
  std::unordered_set<std::string_view> roles;
  std::unordered_set<std::string_view> kinds;

  explicit KnownNames(const Project& project) {
    for (const auto& sheet : project.sheets) sheets.emplace(sheet->id, &*sheet);
    for (const Role& role : project.roles) roles.insert(role.name);
    for (const Kind& kind : project.kinds) kinds.insert(kind.name);
  }
};

/// Whether an asset with its frames, shapes, mounts and animations makes sense, and what it names
/// is there. Laws 1, 2, 4, 5, 6 and 8 of valid_project.h. Errors: BadValue, as there. Cost: linear.
Result<void> validAsset(const Asset& asset, const KnownNames& known);

}  // namespace amber
