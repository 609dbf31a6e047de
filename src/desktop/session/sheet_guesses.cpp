#include "desktop/session/sheet_guesses.h"

#include <algorithm>

#include "core/cut/cut_rects.h"
#include "core/cut/numbered_files.h"
#include "desktop/session.h"

namespace amber {
namespace {

SheetGuesses::Found foundOf(const Sheet& sheet, const SheetArt& art, const CutHints& hints) {
  SheetGuesses::Found found{guessFor(art, sheet.ink, hints), {}};
  for (const Proposal& proposal : found.guess.proposals) {
    std::vector<PixelRect> frames = rectsOf({proposal.way, {}}, art, sheet.orientation).frames;
    if (frames.size() > SheetGuesses::kMostShown) frames.resize(SheetGuesses::kMostShown);
    found.frames.push_back(std::move(frames));
  }
  return found;
}

}  // namespace

SheetGuesses::SheetGuesses(ProjectSession& session) : QObject(&session), session_(session) {
  connect(&session, &ProjectSession::projectReplaced, this, [this] {
    entries_.clear();
    ++round_;
    refresh();
  });
  connect(&session, &ProjectSession::changed, this, [this](const Touched& touched) {
    if (!touched.sheets.empty()) refresh();
  });
  connect(&session, &ProjectSession::selectionChanged, this, &SheetGuesses::seek);
}

const SheetGuesses::Found* SheetGuesses::of(SheetId sheet) const {
  const auto entry = entries_.find(sheet);
  const Sheet* now = findSheet(session_.project(), sheet);
  if (entry == entries_.end() || now == nullptr || entry->second.subject != subjectOf(*now)) {
    return nullptr;
  }
  return entry->second.found ? &*entry->second.found : nullptr;
}

std::optional<bool> SheetGuesses::sure(const Sheet& sheet) const {
  const bool inRun = std::binary_search(inRuns_.begin(), inRuns_.end(), sheet.id);
  if (inRun || (sheet.pictures && sheet.orientation == Orientation{})) return true;
  if (!isKnown(sheet)) return std::nullopt;
  const Found* found = of(sheet.id);
  return found != nullptr && found->guess.sure;
}

SheetGuesses::Waiting SheetGuesses::waiting() const {
  Waiting waiting;
  for (const auto& sheet : session_.project().sheets) {
    if (sheet->cut) continue;
    const auto known = sure(*sheet);
    ++waiting.all;
    waiting.sure += known.value_or(false) ? 1 : 0;
    waiting.looking = waiting.looking || !known;
  }
  return waiting;
}

SheetGuesses::Subject SheetGuesses::subjectOf(const Sheet& sheet) const {
  return {sheet.hash, sheet.ink, sheet.orientation, hintsFor(session_.project(), sheet)};
}

bool SheetGuesses::isKnown(const Sheet& sheet) const {
  const auto entry = entries_.find(sheet.id);
  return entry != entries_.end() && entry->second.subject == subjectOf(sheet);
}

void SheetGuesses::refresh() {
  std::vector<std::string> paths;
  for (const auto& sheet : session_.project().sheets) {
    if (!sheet->cut && !sheet->pictures) paths.push_back(sheet->path);
  }
  inRuns_.clear();
  for (const NumberedRun& run : numberedRuns(paths)) {
    std::vector<PixelSize> sizes;
    std::vector<SheetId> ids;
    for (const std::string& path : run.paths) {
      const Sheet* sheet = findSheet(session_.project(), path);
      sizes.push_back(sheet->size);
      ids.push_back(sheet->id);
    }
    if (isOneAnimation(run, sizes)) inRuns_.insert(inRuns_.end(), ids.begin(), ids.end());
  }
  std::sort(inRuns_.begin(), inRuns_.end());
  std::erase_if(entries_, [&](const auto& entry) {
    return findSheet(session_.project(), entry.first) == nullptr;
  });
  emit changed();
  seek();
}

// The selected sheet, else the first that needs a look to be known.
const Sheet* SheetGuesses::nextToSee() const {
  const Project& project = session_.project();
  const Sheet* selected = findSheet(project, session_.selection().sheet);
  if (selected != nullptr && !isKnown(*selected)) return selected;
  for (const auto& sheet : project.sheets) {
    if (!sheet->cut && !sure(*sheet)) return &*sheet;
  }
  return nullptr;
}

void SheetGuesses::seek() {
  if (looking_) return;
  const Sheet* next = nextToSee();
  if (next == nullptr) return;
  looking_ = true;
  const Subject subject = subjectOf(*next);
  session_.background().run(
      this, tr("Finding cuts"),
      [this, round = round_, sheet = *next, subject,
       store = session_.artStore()](const Progress&) -> Background::Finish {
        Entry entry{subject, std::nullopt};
        const auto art = store->load(sheet);
        if (art) entry.found = foundOf(sheet, **art, subject.hints);
        auto result = std::make_shared<Entry>(std::move(entry));
        return [this, round, id = sheet.id, result] {
          looking_ = false;
          if (round == round_) entries_[id] = std::move(*result);
          emit changed();
          seek();
        };
      },
      Background::Lane::Readers,
      [this, round = round_, id = next->id, subject](const Error&) {
        looking_ = false;
        // Known to have nothing, so that it is not looked at again.
        if (round == round_) entries_[id] = {subject, std::nullopt};
        emit changed();
      });
}

}  // namespace amber
