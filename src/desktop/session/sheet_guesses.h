#pragma once

#include <QObject>
#include <map>
#include <vector>

#include "core/cut/proposals.h"
#include "core/project/project.h"
#include "desktop/session/background.h"

namespace amber {

class ProjectSession;

/// Proposals for the sheets that are not cut yet, computed in the background one sheet after
/// another, the selected one first, and again when a sheet or its hints change.
class SheetGuesses : public QObject {
  Q_OBJECT

 public:
  struct Found {
    SheetGuess guess;
    /// Of each proposal, the frames it would cut, at most kMostShown.
    std::vector<std::vector<PixelRect>> frames;
  };
  static constexpr std::size_t kMostShown = 400;

  explicit SheetGuesses(ProjectSession& session);

  /// The result for a sheet in its current state; null while it is computed. The selected sheet is
  /// analysed even if it is cut.
  const Found* of(SheetId sheet) const;
  /// Whether a sheet that is not cut may be cut without a look: by its guess, as a picture of an
  /// animation or as one of its images. Nothing while it is looked for.
  std::optional<bool> sure(const Sheet& sheet) const;
  /// How many sheets are not cut, and how many of them are sure.
  struct Waiting {
    int all = 0;
    int sure = 0;
    bool looking = false;  ///< Some are still looked at.
  };
  Waiting waiting() const;

 signals:
  void changed();

 private:
  // All that a guess depends on.
  struct Subject {
    std::string hash;
    InkRule ink;
    Orientation orientation;
    CutHints hints;

    bool operator==(const Subject&) const = default;
  };
  struct Entry {
    Subject subject;
    std::optional<Found> found;  // Nothing where the sheet cannot be read.
  };

  void refresh();
  void seek();
  Subject subjectOf(const Sheet& sheet) const;
  bool isKnown(const Sheet& sheet) const;
  const Sheet* nextToSee() const;

  ProjectSession& session_;
  std::map<SheetId, Entry> entries_;
  std::vector<SheetId> inRuns_;  // Images of one animation each, none of them cut.
  std::uint64_t round_ = 0;      // Of the project that is open.
  bool looking_ = false;
};

}  // namespace amber
