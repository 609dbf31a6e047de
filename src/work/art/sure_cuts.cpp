#include "work/art/sure_cuts.h"

#include <algorithm>

#include "core/cut/cut_frames.h"
#include "core/cut/cut_rects.h"
#include "core/cut/numbered_files.h"
#include "core/cut/proposals.h"
#include "core/fit/keys/kind_shapes.h"

namespace amber {
namespace {

// Cuts sheet by sheet, each on the project that those before it made.
class SureCutting {
 public:
  SureCutting(const Project& project, const std::string& kind, ArtStore& store)
      : project_(project), kind_(kind), store_(store) {}

  Result<SureCuts> result(const Progress& progress) {
    std::vector<std::string> paths;
    for (const auto& sheet : project_.sheets) {
      if (!sheet->cut) waiting_.push_back(sheet->id);
      if (!sheet->cut && !sheet->pictures) paths.push_back(sheet->path);
    }
    const std::size_t all = waiting_.size();
    for (const NumberedRun& run : numberedRuns(paths)) {
      if (auto done = cutRun(run); !done) return tl::unexpected(done.error());
    }
    while (!waiting_.empty()) {
      progress.at(static_cast<int>(all - waiting_.size()), static_cast<int>(all));
      if (progress.cancelled()) break;
      const SheetId id = waiting_.front();
      waiting_.erase(waiting_.begin());
      if (auto done = cutSheet(id); !done) return tl::unexpected(done.error());
    }
    return std::move(result_);
  }

 private:
  Result<void> take(Result<std::vector<Edit>> edits, const std::vector<SheetId>& sheets,
                    const ArtSource& art) {
    if (!edits) return tl::unexpected(edits.error());
    const auto all = withNewFramesFitted(project_, std::move(*edits), art);
    auto next = withEdits(project_, all);
    if (!next) return tl::unexpected(next.error());
    project_ = std::move(next->project);
    result_.edits.insert(result_.edits.end(), all.begin(), all.end());
    result_.cut.insert(result_.cut.end(), sheets.begin(), sheets.end());
    return {};
  }

  CutRequest requestFor(const std::string& path) const {
    const SheetTitle title = titleFrom(path);
    CutRequest request;
    request.asset = title.asset;
    request.kind = kind_;
    request.animation = title.animation;
    request.loop = LoopMode::Repeat;
    return request;
  }

  Result<void> cutRun(const NumberedRun& run) {
    std::vector<SheetId> ids;
    std::vector<PixelSize> sizes;
    std::vector<std::shared_ptr<const SheetArt>> arts;
    for (const std::string& path : run.paths) {
      const Sheet* sheet = findSheet(project_, path);
      ids.push_back(sheet->id);
      sizes.push_back(sheet->size);
    }
    if (!isOneAnimation(run, sizes)) return {};
    for (const SheetId id : ids) {
      const auto art = store_.load(*findSheet(project_, id));
      if (!art) return {};  // Each is told by itself.
      arts.push_back(*art);
    }
    if (areSheets(arts)) return {};
    std::erase_if(waiting_,
                  [&](SheetId id) { return std::find(ids.begin(), ids.end(), id) != ids.end(); });
    const auto source = [&](SheetId id) -> std::shared_ptr<const SheetArt> {
      const auto at = std::find(ids.begin(), ids.end(), id);
      return at == ids.end() ? nullptr : arts[static_cast<std::size_t>(at - ids.begin())];
    };
    return take(sequenceEdits(project_, requestFor(run.title + ".png"), ids, arts), ids, source);
  }

  Result<void> cutSheet(SheetId id) {
    const Sheet sheet = *findSheet(project_, id);
    const auto art = store_.load(sheet);
    if (!art) {
      result_.left.push_back({id, art.error().sentence});
      return {};
    }
    CutRequest request = requestFor(sheet.path);
    request.sheet = id;
    if (sheet.pictures && sheet.orientation == Orientation{}) {
      request.cut = pictureCut(*sheet.pictures, sheet.size);
      request.timesMs = sheet.pictures->timesMs;
    } else {
      const SheetGuess guess = guessFor(**art, sheet.ink, hintsFor(project_, sheet));
      if (!guess.sure) {
        std::string reason = guess.proposals.front().reason;
        if (guess.key) {
          reason = "the sheet seems to have a background colour; choose it";
        } else if (guess.proposals.size() > 1) {
          reason += "; or " + guess.proposals[1].reason;
        }
        result_.left.push_back({id, std::move(reason)});
        return {};
      }
      request.cut = {guess.proposals.front().way, {}};
    }
    return take(cutEdits(project_, request, **art), {id}, [&](SheetId) { return *art; });
  }

  Project project_;
  const std::string& kind_;
  ArtStore& store_;
  std::vector<SheetId> waiting_;
  SureCuts result_;
};

}  // namespace

Result<SureCuts> sureCuts(const Project& project, const std::string& kind, ArtStore& store,
                          const Progress& progress) {
  return SureCutting(project, kind, store).result(progress);
}

}  // namespace amber
