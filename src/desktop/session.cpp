#include "desktop/session.h"

#include <QCoreApplication>
#include <QDir>
#include <QEventLoop>
#include <QFileInfo>
#include <QMetaObject>
#include <QPointer>
#include <QUndoCommand>

#include "core/checks/check_project.h"
#include "files/project_file.h"
#include "work/import_sheet.h"
#include "work/recovery.h"

namespace amber {
namespace {

// Unsaved work is kept this soon after a change, ms; well under the two seconds we promise.
constexpr int kKeepAfterMs = 400;
constexpr int kCheckAfterMs = 30;
// A file that is being written is left alone until it rests so long, ms.
constexpr int kRepaintAfterMs = 250;

std::string folderOf(const QString& path) {
  return QFileInfo(path).absolutePath().toStdString();
}

}  // namespace

// One step of history: the project and selection before and after.
class ProjectStep : public QUndoCommand {
 public:
  ProjectStep(ProjectSession& session, const QString& label, Project after,
              const Selection& selection)
      : QUndoCommand(label),
        session_(session),
        before_(session.committed_),
        after_(std::move(after)),
        selectionBefore_(session.selection_),
        selectionAfter_(selection) {}

  void undo() override { session_.show(before_, selectionBefore_); }
  void redo() override { session_.show(after_, selectionAfter_); }

 private:
  ProjectSession& session_;
  Project before_;
  Project after_;
  Selection selectionBefore_;
  Selection selectionAfter_;
};

ProjectSession::ProjectSession(QObject* parent) : QObject(parent) {
  writer_.setMaxThreadCount(1);
  checkTimer_.setSingleShot(true);
  checkTimer_.setInterval(kCheckAfterMs);
  keepTimer_.setSingleShot(true);
  keepTimer_.setInterval(kKeepAfterMs);
  connect(&checkTimer_, &QTimer::timeout, this, &ProjectSession::runChecks);
  connect(&keepTimer_, &QTimer::timeout, this, &ProjectSession::keep);
  repaintTimer_.setSingleShot(true);
  repaintTimer_.setInterval(kRepaintAfterMs);
  connect(&repaintTimer_, &QTimer::timeout, this, &ProjectSession::takeRepainted);
  connect(&watcher_, &QFileSystemWatcher::fileChanged, this, &ProjectSession::sheetFileChanged);
  connect(&history_, &QUndoStack::cleanChanged, this, &ProjectSession::stateChanged);
}

ProjectSession::~ProjectSession() {
  history_.disconnect(this);
  stopping_.request_stop();
  importStop_.request_stop();
  workStop_.request_stop();
  readers_.waitForDone();
  writer_.waitForDone();
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

void ProjectSession::adopt(const QString& path, Project project) {
  if (unsaved()) keepNow();
  path_ = QFileInfo(path).absoluteFilePath();
  history_.clear();
  findings_.clear();
  store_ = std::make_shared<ArtStore>(folderOf(path_));
  ++artGeneration_;
  project_ = project;
  committed_ = std::move(project);
  selection_ = repaired(project_, {});
  emit projectReplaced();
  emit selectionChanged();
  emit stateChanged();
  readArt();
  watchSheets();
  checkSoon();
}

Result<void> ProjectSession::open(const QString& path) {
  auto reopened = reopen(path.toStdString());
  if (!reopened) return tl::unexpected(reopened.error());
  adopt(path, std::move(reopened->saved));
  everSaved_ = reopened->everSaved;
  if (reopened->recovered) {
    const Selection selection = repaired(*reopened->recovered, selection_);
    history_.push(
        new ProjectStep(*this, tr("Bring back unsaved work"), *reopened->recovered, selection));
    emit told(tr("Unsaved work was brought back. Undo returns to the saved project."));
  }
  emit stateChanged();
  return {};
}

Result<void> ProjectSession::begin(const QString& path) {
  if (QFileInfo::exists(path)) {
    return failure(ErrorCode::FileUnwritable,
                   "exists already and is not overwritten; open it, or choose another name",
                   path.toStdString());
  }
  everSaved_ = false;
  adopt(path, newProject(QFileInfo(path).completeBaseName().toStdString()));
  return {};
}

void ProjectSession::save() {
  if (!hasProject()) return;
  // Saves do not queue up: one that is asked for during another follows it, with what is new then.
  if (saving_) {
    saveAgain_ = true;
    return;
  }
  endPreview();
  saving_ = true;
  const int savedIndex = history_.index();
  runBeside(writer_, [this, savedIndex, path = path_, project = committed_] {
    const auto written = writeProject(path.toStdString(), project);
    if (written) dropUnsaved(path.toStdString());
    return std::function<void()>([this, savedIndex, path, written] {
      saving_ = false;
      if (saveAgain_) {
        saveAgain_ = false;
        save();
      }
      if (!written) {
        emit failed(QString::fromStdString(describe(written.error())));
        return;
      }
      if (path != path_) return;
      everSaved_ = true;
      if (history_.index() == savedIndex) {
        history_.setClean();
        kept_ = true;
      } else {
        keepSoon();
      }
      emit saved();
      emit stateChanged();
    });
  });
}

void ProjectSession::saveAs(const QString& path) {
  // Sheets are found relative to the project, so it stays in its folder.
  if (QFileInfo(path).absolutePath() != QFileInfo(path_).absolutePath()) {
    emit failed(tr("%1: a project lives beside its sheets; choose a name in %2")
                    .arg(path, QFileInfo(path_).absolutePath()));
    return;
  }
  path_ = QFileInfo(path).absoluteFilePath();
  save();
}

bool ProjectSession::unsaved() const {
  return hasProject() && (!history_.isClean() || (!everSaved_ && history_.count() > 0));
}

QString ProjectSession::stateText() const {
  if (!hasProject()) return {};
  if (!unsaved()) return everSaved_ ? tr("saved") : tr("new");
  if (!kept_) return tr("edited");
  const qint64 seconds = sinceKept_.isValid() ? sinceKept_.elapsed() / 1000 : 0;
  return seconds < 60 ? tr("edited, kept %1 s ago").arg(seconds)
                      : tr("edited, kept %1 min ago").arg(seconds / 60);
}

void ProjectSession::keepSoon() {
  kept_ = false;
  // Not restarted by later edits: steady work is kept as often as work with pauses.
  if (!keepTimer_.isActive()) keepTimer_.start();
  emit stateChanged();
}

void ProjectSession::keep() {
  if (!hasProject() || kept_) return;
  if (keeping_ || saving_) {
    keepTimer_.start();
    return;
  }
  keeping_ = true;
  kept_ = true;
  runBeside(writer_, [this, path = path_, project = committed_] {
    const auto written = keepUnsaved(path.toStdString(), project);
    return std::function<void()>([this, written] {
      keeping_ = false;
      if (!written) emit failed(QString::fromStdString(describe(written.error())));
      sinceKept_.start();
      emit stateChanged();
    });
  });
}

void ProjectSession::keepNow() {
  keepTimer_.stop();
  writer_.waitForDone();
  keeping_ = false;
  saving_ = false;
  if (unsaved()) keep();
  writer_.waitForDone();
}

bool ProjectSession::perform(const QString& label, const std::vector<Edit>& edits,
                             const std::optional<Selection>& reveal) {
  endPreview();
  if (edits.empty()) return false;
  auto applied = withEdits(committed_, edits);
  if (!applied) {
    emit failed(QString::fromStdString(describe(applied.error())));
    return false;
  }
  const Selection after = repaired(applied->project, reveal.value_or(selection_));
  history_.push(new ProjectStep(*this, label, std::move(applied->project), after));
  return true;
}

void ProjectSession::preview(const std::vector<Edit>& edits) {
  auto applied = withEdits(committed_, edits);
  if (applied) show(std::move(applied->project));
}

void ProjectSession::endPreview() {
  if (!(difference(project_, committed_).assets.empty() &&
        difference(project_, committed_).sheets.empty())) {
    show(committed_);
  }
}

// Shows a project that is not in history.
void ProjectSession::show(Project project) {
  const Touched touched = difference(project_, project);
  project_ = std::move(project);
  emit changed(touched);
}

// Shows a step of history.
void ProjectSession::show(const Project& project, const Selection& selection) {
  committed_ = project;
  const Touched touched = difference(project_, project);
  show(project);
  select(selection);
  if (!touched.sheets.empty()) {
    readArt();
    watchSheets();
  }
  checkSoon();
  keepSoon();
}

void ProjectSession::select(const Selection& selection) {
  const Selection sound = repaired(project_, selection);
  if (sound == selection_) return;
  selection_ = sound;
  emit selectionChanged();
}

void ProjectSession::selectRole(const std::string& role) {
  Selection next = selection_;
  next.role = role;
  select(next);
}

void ProjectSession::selectFrame(AssetId asset, AnimationId animation, FrameId frame) {
  Selection next = selection_;
  if (next.asset != asset) next.assets = {asset};
  next.asset = asset;
  next.animation = animation;
  next.frame = frame;
  next.frames = {frame};
  if (const Asset* value = findAsset(project_, asset)) {
    if (const Frame* shown = findFrame(*value, frame)) next.sheet = shown->sheet;
  }
  select(next);
}

void ProjectSession::selectSheet(SheetId sheet) {
  Selection next = selection_;
  next.sheet = sheet;
  for (const auto& asset : project_.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet != sheet) continue;
      next.asset = asset->id;
      next.assets = {asset->id};
      next.frame = frame.id;
      next.frames = {frame.id};
      for (const Animation& animation : asset->animations) {
        for (const Step& step : animation.steps) {
          if (step.frame == frame.id) next.animation = animation.id;
        }
      }
      select(next);
      return;
    }
  }
  select(next);
}

}  // namespace amber
