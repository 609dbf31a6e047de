#pragma once

#include "core/project/project.h"

namespace amber {

/// A convention, and how many of the project's names follow it.
struct LearnedConvention {
  NamingRule rule;
  int follow = 0;
  int of = 0;  ///< Of so many: assets, animations, frames, mounts, roles and layers.
};

/// The convention that most of the names there follow already: its style, the order of parts and
/// the plain words between them, digits and first number, as most names have each; of the few
/// likeliest together the one that most names follow, the project's own where none has more. What
/// names do not tell (longest, languages) is as the project has it.
/// Cost: linear in the names, some times over.
LearnedConvention learnedConvention(const Project& project);

/// How many of the names follow a convention.
LearnedConvention following(const Project& project, const NamingRule& rule);

}  // namespace amber
