#pragma once

#include "core/base/result.h"
#include "core/project/edit.h"

namespace amber {

/// The edits of layers and names, as `withEdits` applies them to a project in place. Errors as
/// there; the project is then half changed and to be thrown away.
Result<void> apply(const AddLayer& edit, Project& project);
Result<void> apply(const RenameLayer& edit, Project& project);
Result<void> apply(const RemoveLayer& edit, Project& project);
Result<void> apply(const MoveLayer& edit, Project& project);
Result<void> apply(const RenameKind& edit, Project& project);
Result<void> apply(const RenameRole& edit, Project& project);

/// Gives the expectations that speak of a thing by one name the other name.
void renameInExpectations(Project& project, PhraseOf of, const std::string& from,
                          const std::string& to);

/// Replaces the setting of its role; an empty one removes it.
void putSetting(std::vector<RoleSetting>& settings, const RoleSetting& setting);

}  // namespace amber
