#include "desktop/session.h"

#include <QCoreApplication>
#include <QEventLoop>
#include <QFileInfo>
#include <tuple>
#include <utility>

#include "core/base/guarded.h"
#include "desktop/session/autosave.h"
#include "desktop/session/code_watch.h"
#include "desktop/session/history_step.h"
#include "desktop/session/project_keeper.h"
#include "desktop/session/sheet_guesses.h"
#include "desktop/session/sheet_watch.h"
#include "work/project/mend.h"

namespace amber {
namespace {

constexpr int kCheckAfterMs = 30;
// Edits computed in the background are computed again at most this many times; a user who edits
// faster is informed that nothing was done.
constexpr int kMostTries = 5;
// Views repaint at most this often while sheets are read.
constexpr int kArrivalsEveryMs = 100;

std::string folderOf(const QString& path) {
  return QFileInfo(path).absolutePath().toStdString();
}

bool nothing(const Touched& touched) {
  return touched.assets.empty() && touched.sheets.empty() && !touched.settings;
}

}  // namespace

ProjectSession::ProjectSession(QObject* parent)
    : QObject(parent),
      keeper_(new ProjectKeeper(background_, committed_, this)),
      watch_(new SheetWatch(this)),
      code_(new CodeWatch(*this)),
      guesses_(new SheetGuesses(*this)),
      fairness_(background_, this, tr("Checking fairness"),
                [this](FairnessMemo memo) { takeFairness(std::move(memo)); }) {
  checkTimer_.setSingleShot(true);
  checkTimer_.setInterval(kCheckAfterMs);
  connect(&checkTimer_, &QTimer::timeout, this, &ProjectSession::runChecks);
  connect(keeper_, &ProjectKeeper::stateChanged, this, &ProjectSession::stateChanged);
  new Autosave(*keeper_, Autosave::kMsPerMinute, this);
  connect(keeper_, &ProjectKeeper::saved, this, &ProjectSession::saved);
  connect(keeper_, &ProjectKeeper::failed, this, &ProjectSession::failed);
  connect(keeper_, &ProjectKeeper::changedOnDisk, this, &ProjectSession::changedOnDisk);
  connect(watch_, &SheetWatch::repainted, this, &ProjectSession::takeRepainted);
  connect(code_, &CodeWatch::codeChanged, this, &ProjectSession::takeCode);
  connect(&background_, &Background::failed, this, &ProjectSession::failed);
}

ProjectSession::~ProjectSession() {
  history_.disconnect(this);
  // The parts refer to what goes before they would as children.
  delete keeper_;
  delete watch_;
  delete code_;
  delete guesses_;
}

bool ProjectSession::hasProject() const {
  return !path().isEmpty();
}

const QString& ProjectSession::path() const {
  return keeper_->path();
}

std::shared_ptr<const SheetArt> ProjectSession::artOf(SheetId id) const {
  const Sheet* sheet = findSheet(project_, id);
  return sheet == nullptr || store_ == nullptr ? nullptr : store_->cached(*sheet);
}

ArtSource ProjectSession::art() const {
  return [this](SheetId sheet) { return artOf(sheet); };
}

const Asset* ProjectSession::currentAsset() const {
  return findAsset(project_, selection_.asset);
}

const Animation* ProjectSession::currentAnimation() const {
  const Asset* asset = currentAsset();
  return asset == nullptr ? nullptr : findAnimation(*asset, selection_.animation);
}

const Frame* ProjectSession::currentFrame() const {
  const Asset* asset = currentAsset();
  return asset == nullptr ? nullptr : findFrame(*asset, selection_.frame);
}

const Role* ProjectSession::currentRole() const {
  return findRole(project_, selection_.role);
}

const HeldShapes& ProjectSession::shapes() const {
  static const Asset none;
  for (const auto& asset : project_.assets) {
    if (asset->id != selection_.asset) continue;
    if (shapesOf_ != asset.pointer()) {
      shapesOf_ = asset.pointer();
      shapes_.emplace(*shapesOf_);
    }
    return *shapes_;
  }
  shapesOf_ = nullptr;
  shapes_.emplace(none);
  return *shapes_;
}

const ShapePlace* ProjectSession::shapeOn(FrameId frame) const {
  return shapes().find(frame, selection_.role);
}

void ProjectSession::adopt(Project project) {
  history_.clear();
  findings_.clear();
  found_.clear();
  unfair_.clear();
  uncalled_.clear();
  fairness_.forget();
  fairnessMemo_ = {};
  store_ = std::make_shared<ArtStore>(folderOf(path()));
  sheetsToRead_ = 0;
  project_ = std::move(project);
  selection_ = repaired(project_, {});
  code_->forget();
  emit projectReplaced();
  emit selectionChanged();
  emit stateChanged();
  readArt();
  watch_->watch(QString::fromStdString(folderOf(path())), project_);
  checkSoon();
}

Result<void> ProjectSession::open(const QString& path) {
  // Kept before anything is read: the project may be this very one.
  if (auto kept = keepNow(); !kept) return kept;
  auto opening = keeper_->open(path);
  if (!opening) return tl::unexpected(opening.error());
  const std::optional<Project> recovered = opening->reopened.recovered;
  const std::string setAside = opening->reopened.setAside;
  committed_ = opening->reopened.saved;
  keeper_->adopt(std::move(*opening));
  adopt(committed_);
  if (recovered) {
    pushStep(tr("Restore unsaved work"), *recovered, repaired(*recovered, selection_));
    emit told(tr("Unsaved work was restored. Undo returns to the saved project."));
  }
  if (!setAside.empty()) {
    emit failed(tr("The unsaved work of this project could not be read. It was kept as %1.")
                    .arg(QString::fromStdString(setAside)));
  }
  return {};
}

Result<void> ProjectSession::begin(const QString& path) {
  if (auto kept = keepNow(); !kept) return kept;
  auto opening = keeper_->begin(path);
  if (!opening) return tl::unexpected(opening.error());
  committed_ = opening->reopened.saved;
  keeper_->adopt(std::move(*opening));
  adopt(committed_);
  return {};
}

void ProjectSession::save() {
  endPreview();
  keeper_->save();
}

void ProjectSession::saveAs(const QString& path) {
  endPreview();
  keeper_->saveAs(path);
}

bool ProjectSession::unsaved() const {
  return keeper_->unsaved();
}

QString ProjectSession::stateText() const {
  return keeper_->stateText();
}

Result<void> ProjectSession::keepNow() {
  return keeper_->keepNow();
}

void ProjectSession::settle() {
  while (background_.busy() || checkTimer_.isActive()) {
    QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 20);
  }
}

void ProjectSession::pushStep(const QString& label, Project after, const Selection& selection) {
  history_.push(new HistoryStep(
      label, {committed_, selection_}, {std::move(after), selection}, run_,
      [this](const Project& project, const Selection& shown) { showStep(project, shown); }));
}

bool ProjectSession::perform(const QString& label, const std::vector<Edit>& edits,
                             const std::optional<Selection>& reveal) {
  auto applied = withEdits(committed_, edits);
  if (!applied) {
    endPreview();
    emit failed(QString::fromStdString(describe(applied.error())));
    return false;
  }
  const Selection after = repaired(applied->project, reveal.value_or(selection_));
  pushStep(label, std::move(applied->project), after);
  return true;
}

void ProjectSession::startRun() {
  run_ = ++lastRun_;
}

void ProjectSession::endRun() {
  run_ = 0;
}

void ProjectSession::preview(const std::vector<Edit>& edits) {
  auto applied = withEdits(committed_, edits);
  if (applied) show(std::move(applied->project));
}

void ProjectSession::endPreview() {
  if (!nothing(difference(project_, committed_))) show(committed_);
}

// Shows a project that is not in history.
void ProjectSession::show(Project project) {
  const Touched touched = difference(project_, project);
  project_ = std::move(project);
  emit shown(touched);
}

// Shows a step of history.
void ProjectSession::showStep(const Project& project, const Selection& selection) {
  const Touched touched = difference(committed_, project);
  committed_ = project;
  show(project);
  emit changed(touched);
  select(selection);
  if (!touched.sheets.empty()) {
    readArt();
    watch_->watch(QString::fromStdString(folderOf(path())), project_);
  }
  checkSoon();
  keeper_->changed();
}

void ProjectSession::readArt() {
  for (const auto& sheet : project_.sheets) {
    if (store_->cached(*sheet) != nullptr) continue;
    ++sheetsToRead_;
    const auto arrived = [this, store = store_] {
      if (store == store_) sheetArrived();
    };
    background_.run(
        this, tr("Reading art"),
        [sheet, store = store_, arrived](const Progress& progress) -> Background::Finish {
          // The store keeps an error too, as a finding about the file.
          if (!progress.cancelled()) std::ignore = store->load(*sheet);
          return arrived;
        },
        Background::Lane::Readers, [arrived](const Error&) { arrived(); });
  }
}

// Views repaint several times a second while many sheets are read; what the sheets hold is checked
// when all are there.
void ProjectSession::sheetArrived() {
  const bool all = --sheetsToRead_ == 0;
  if (!all && sinceArrival_.isValid() && sinceArrival_.elapsed() < kArrivalsEveryMs) return;
  sinceArrival_.start();
  emit artArrived();
  if (all) checkSoon();
}

void ProjectSession::performBeside(const QString& label, FindEdits find, const QObject* hearer,
                                   std::function<void(bool)> done) {
  endPreview();
  // The session outlives the views that ask for edits.
  const auto hear = [alive = QPointer<const QObject>(hearer), done](bool performed) {
    if (done && alive != nullptr) done(performed);
  };
  findAndPerform(label, find, hear, kMostTries);
}

void ProjectSession::findAndPerform(const QString& label, const FindEdits& find,
                                    const std::function<void(bool)>& done, int tries) {
  const auto finish = [this, label, find, done, tries](
                          const std::shared_ptr<ArtStore>& store, const Project& from,
                          const Result<std::vector<Edit>>& edits, bool stopped) {
    if (store != store_) return;
    bool performed = false;
    if (stopped) {
      emit told(tr("Stopped: %1. Nothing has changed.").arg(label));
    } else if (!nothing(difference(from, committed_))) {
      if (tries > 1) return findAndPerform(label, find, done, tries - 1);
      emit failed(tr("%1: the project was changed in the meantime, so nothing was done. Try again.")
                      .arg(label));
    } else if (!edits) {
      emit failed(QString::fromStdString(describe(edits.error())));
    } else {
      performed = perform(label, *edits);
    }
    done(performed);
  };
  background_.run(this, label,
                  [find, finish, store = store_,
                   project = committed_](const Progress& progress) -> Background::Finish {
                    auto edits = guarded([&] { return find(project, *store, progress); });
                    const bool stopped = progress.cancelled();
                    return [=] { finish(store, project, edits, stopped); };
                  });
}

void ProjectSession::mend(const Finding& finding) {
  QString label = QString::fromStdString(finding.fix);
  if (label.endsWith('.')) label.chop(1);
  if (!finding.remedy.takesTime()) {
    const auto edits = finding.remedy.edits(committed_, art());
    if (edits) {
      perform(label, *edits);
    } else {
      emit failed(QString::fromStdString(describe(edits.error())));
    }
    return;
  }
  performBeside(label, [finding](const Project& project, ArtStore& store, const Progress&) {
    return finding.remedy.edits(project, [&](SheetId id) -> std::shared_ptr<const SheetArt> {
      const Sheet* sheet = findSheet(project, id);
      return sheet == nullptr ? nullptr : store.load(*sheet).value_or(nullptr);
    });
  });
}

// However many were repainted, they are taken in as one step.
void ProjectSession::takeRepainted(const std::vector<SheetId>& sheets) {
  auto what = std::make_shared<std::vector<Refreshed>>();
  const Sheet* first = findSheet(committed_, sheets.front());
  if (first == nullptr) return;
  const QString label = sheets.size() == 1
                            ? tr("Update from the repainted %1")
                                  .arg(QFileInfo(QString::fromStdString(first->path)).fileName())
                            : tr("Update from %1 repainted sheets").arg(sheets.size());
  performBeside(
      label,
      [sheets, what](const Project& project, ArtStore& store,
                     const Progress& progress) -> Result<std::vector<Edit>> {
        int done = 0;
        for (const SheetId id : sheets) {
          if (progress.cancelled()) return std::vector<Edit>{};
          progress.at(done++, static_cast<int>(sheets.size()));
          const Sheet* now = findSheet(project, id);
          if (now == nullptr) continue;
          if (const auto art = store.reload(*now); !art) return tl::unexpected(art.error());
        }
        auto result = refreshed(project, store, sheets);
        if (!result) return tl::unexpected(result.error());
        *what = std::move(result->sheets);
        return std::move(result->edits);
      },
      this,
      [this, what](bool performed) {
        emit artArrived();
        checkSoon();
        if (!performed || what->empty()) return;
        if (what->size() == 1) {
          emit told(tr("%1 was repainted: %2. Undo restores the previous cut.")
                        .arg(QString::fromStdString(what->front().path),
                             QString::fromStdString(refreshText(what->front()))));
          return;
        }
        Refreshed all;
        for (const Refreshed& one : *what) {
          all.kept += one.kept;
          all.added += one.added;
          all.lost += one.lost;
        }
        emit told(tr("%1 sheets were repainted: %2. Undo restores the previous cuts.")
                      .arg(what->size())
                      .arg(QString::fromStdString(refreshText(all))));
      });
}

}  // namespace amber
