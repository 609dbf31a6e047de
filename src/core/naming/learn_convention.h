#pragma once

#include "core/project/project.h"

namespace amber {

/// A convention, and how many of the project's names follow it.
struct LearnedConvention {
  NamingRule rule;
  int follow = 0;
  int of = 0;  ///< The total of assets, animations, frames, mounts, roles and layers.
};

/// The convention that most names already follow: its style, the order of parts and the plain
/// words, digits and first number, each as most names have it; of the most likely combinations the
/// one that most names follow, and the convention of the project if none is better. What names do
/// not show (longest name, languages) is taken from the project. Cost: linear in the names, several
/// passes.
LearnedConvention learnedConvention(const Project& project);

/// How many of the names follow a convention.
LearnedConvention following(const Project& project, const NamingRule& rule);

}  // namespace amber
