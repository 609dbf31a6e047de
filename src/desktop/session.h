#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <QPointer>
#include <QString>
#include <QStringList>
#include <QTimer>
#include <QUndoStack>
#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "core/base/progress.h"
#include "core/checks/finding.h"
#include "core/fit/keys/held_shapes.h"
#include "core/project/edit.h"
#include "core/project/selection.h"
#include "core/trial/fairness_table.h"
#include "desktop/session/background.h"
#include "work/art/art_store.h"

namespace amber {

class ProjectKeeper;
class CodeWatch;
class SheetWatch;
struct ImportedSheet;
class SheetGuesses;

/// The open project with its history, selection, art and findings. Views call its functions and are
/// notified of changes. All calls are made on the interface thread; slow work runs in the
/// background. Saving and recovery belong to ProjectKeeper, watching of repainted files to
/// SheetWatch, and background work to Background.
class ProjectSession : public QObject {
  Q_OBJECT

 public:
  explicit ProjectSession(QObject* parent = nullptr);
  ~ProjectSession() override;

  bool hasProject() const;
  const QString& path() const;
  /// What is shown: during a preview, with what is not done yet.
  const Project& project() const { return project_; }
  /// What history holds.
  const Project& committed() const { return committed_; }
  const Selection& selection() const { return selection_; }
  const std::vector<Finding>& findings() const { return findings_; }
  QUndoStack& history() { return history_; }
  const std::shared_ptr<ArtStore>& artStore() const { return store_; }
  /// The runner of background work, for views that compute something.
  Background& background() { return background_; }
  ProjectKeeper& keeper() { return *keeper_; }
  /// How source code uses the names.
  CodeWatch& code() { return *code_; }
  /// What the pixels of sheets suggest.
  const SheetGuesses& guesses() const { return *guesses_; }

  /// The sheet's art, null while it is being read or when it cannot be.
  std::shared_ptr<const SheetArt> artOf(SheetId sheet) const;
  ArtSource art() const;

  const Asset* currentAsset() const;
  const Animation* currentAnimation() const;
  const Frame* currentFrame() const;
  /// The role whose shapes are worked on; null without any.
  const Role* currentRole() const;
  /// All shapes of the current asset, held ones too; found again only when it is another value.
  const HeldShapes& shapes() const;
  /// The shape of the current role on a frame of the current asset; null for none.
  const ShapePlace* shapeOn(FrameId frame) const;

  /// Opens a project, with what was kept of unsaved work as one step that can be undone.
  /// Errors: as ProjectKeeper::open; the project that was open stays.
  Result<void> open(const QString& path);
  /// Begins an empty project that will be saved at `path`; nothing is written yet.
  /// Errors: there is a file of that name already.
  Result<void> begin(const QString& path);
  /// Writes the project in the background; `saved` or `failed` follows.
  void save();
  void saveAs(const QString& path);

  /// Imports images as sheets in the background: files, and folders of files. Without a project,
  /// one is created (or opened) in the folder of the first image. Each file that cannot be read is
  /// reported by `failed`.
  void importImages(const QStringList& paths);

  /// Applies the edits as one step of history with this label. If an edit no longer applies,
  /// `failed` is emitted and nothing changes.
  bool perform(const QString& label, const std::vector<Edit>& edits,
               const std::optional<Selection>& reveal = std::nullopt);

  /// Between these, steps are one in history: an arrow key is held down.
  void startRun();
  void endRun();

  /// Computes edits in the background, from the current project, and applies them as one step;
  /// computes them again, a few times, if the project has changed in the meantime. `done` is called
  /// with whether they were applied, unless `hearer`, which it captures, has been destroyed. If
  /// stopped, nothing is done.
  using FindEdits = std::function<Result<std::vector<Edit>>(const Project& project, ArtStore& store,
                                                            const Progress& progress)>;
  void performBeside(const QString& label, FindEdits find, const QObject* hearer = nullptr,
                     std::function<void(bool performed)> done = {});

  /// Applies the fix of a finding, as one step with the text of the fix.
  void mend(const Finding& finding);

  /// Shows a project without a step of history, as during a drag; the next perform or
  /// `endPreview` ends it.
  void preview(const std::vector<Edit>& edits);
  void endPreview();

  void select(const Selection& selection);
  void selectFrame(AssetId asset, AnimationId animation, FrameId frame);
  void selectSheet(SheetId sheet);
  void selectRole(const std::string& role);

  /// Whether there is work that the project's file does not hold.
  bool unsaved() const;
  /// "saved", "edited, kept 2 s ago", ...
  QString stateText() const;
  /// Keeps unsaved work now and waits for it. For closing. Errors: as ProjectKeeper::keepNow.
  Result<void> keepNow();
  /// Waits until all background work has ended and its results were delivered.
  void settle();

 signals:
  void projectReplaced();
  /// History has come to another project.
  void changed(const amber::Touched& touched);
  /// What is shown is another: after `changed`, and at every move of a drag, which only what shows
  /// what is dragged has to follow.
  void shown(const amber::Touched& touched);
  void selectionChanged();
  void findingsChanged();
  void artArrived();
  void stateChanged();
  void saved();
  void failed(const QString& sentence);
  void told(const QString& sentence);
  /// A bench shows the finding; the window goes to the bench where it is fixed.
  void findingWanted(const amber::Finding& finding);
  /// The file was changed by another program since it was read; it was not written.
  void changedOnDisk(const QString& sentence);

 private:
  void adopt(Project project);
  void show(Project project);
  void showStep(const Project& project, const Selection& selection);
  void pushStep(const QString& label, Project after, const Selection& selection);
  void findAndPerform(const QString& label, const FindEdits& find,
                      const std::function<void(bool)>& done, int tries);
  void readArt();
  void sheetArrived();
  void checkSoon();
  void runChecks();
  void checkFairness(const Project& project);
  void takeFairness(FairnessMemo memo);
  void takeCode();
  void tellFindings();
  void takeRepainted(const std::vector<SheetId>& sheets);
  bool readyForImages(const QString& first);
  void addImported(const std::vector<ImportedSheet>& imported);

  Background background_;
  Project project_;    // what is shown
  Project committed_;  // what history holds; differs during a preview
  ProjectKeeper* keeper_;
  SheetWatch* watch_;
  CodeWatch* code_;
  SheetGuesses* guesses_;
  Selection selection_;
  std::shared_ptr<ArtStore> store_;
  std::vector<Finding> findings_;
  std::vector<Finding> found_;     // Of these, what the quick checks found,
  std::vector<Finding> unfair_;    // and what the slow one of fairness did,
  std::vector<Finding> uncalled_;  // and what the code and the names disagree in.
  FairnessMemo fairnessMemo_;
  Newest<FairnessMemo> fairness_;
  QUndoStack history_;
  QTimer checkTimer_;
  mutable std::shared_ptr<const Asset> shapesOf_;
  mutable std::optional<HeldShapes> shapes_;
  int sheetsToRead_ = 0;  // Of the current store.
  QElapsedTimer sinceArrival_;
  bool checking_ = false;
  bool checkAgain_ = false;
  int run_ = 0;  // of steps that are one in history; 0 outside of any
  int lastRun_ = 0;
};

}  // namespace amber
