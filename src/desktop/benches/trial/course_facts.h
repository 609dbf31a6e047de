#pragma once

#include <QString>
#include <memory>
#include <optional>
#include <vector>

#include "core/trial/course/course_candidates.h"
#include "core/trial/course/course_limits.h"
#include "core/trial/course/try_everything.h"
#include "work/art/art_store.h"

namespace amber {

/// What is run: an asset over a course by keys.
struct CourseQuestion {
  AssetId asset;
  CourseChoice choice;
  std::string role;                         ///< Whose shapes are compared.
  std::optional<CourseScript> script = {};  ///< What was played; nothing runs the choice's script.

  bool operator==(const CourseQuestion&) const = default;
};

/// A run, or why there is none.
struct CourseFacts {
  std::optional<CourseSetup> setup;
  CourseRun run;
  QString refusal;
};
CourseFacts courseFacts(const Project& project, const CourseQuestion& question,
                        const Progress& progress);

/// What other shapes do on the same course and input, and what the asset can do at most.
struct CourseComparison {
  std::vector<CourseCandidate> candidates;
  std::optional<CourseLimits> limits;
};
CourseComparison courseComparison(const Project& project, const std::shared_ptr<ArtStore>& store,
                                  const CourseQuestion& question, const Progress& progress);

/// The strip of a run written to a file. Errors: as courseStrip and writeFileAtomically.
Result<void> writeStrip(const Project& project, AssetId asset, const CourseFacts& facts,
                        const std::shared_ptr<ArtStore>& store, const std::string& file);

/// Every input tried.
TryOut everyInput(const Project& project, const CourseQuestion& question, const Progress& progress);

}  // namespace amber
