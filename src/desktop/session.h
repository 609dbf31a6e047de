#pragma once

#include <QElapsedTimer>
#include <QFileSystemWatcher>
#include <QObject>
#include <QSet>
#include <QString>
#include <QStringList>
#include <QThreadPool>
#include <QTimer>
#include <QUndoStack>
#include <functional>
#include <memory>
#include <optional>
#include <stop_token>
#include <vector>

#include "core/base/progress.h"
#include "core/checks/finding.h"
#include "core/fit/held_shapes.h"
#include "core/project/edit.h"
#include "core/project/selection.h"
#include "work/art_store.h"

namespace amber {

struct ImportedSheet;

/// The open project with its history, selection, art and findings. Views call its verbs and hear
/// what changed. All calls are made on the interface thread; slow work runs beside it.
class ProjectSession : public QObject {
  Q_OBJECT

 public:
  explicit ProjectSession(QObject* parent = nullptr);
  ~ProjectSession() override;

  bool hasProject() const { return !path_.isEmpty(); }
  const QString& path() const { return path_; }
  /// What is shown: during a preview, with what is not done yet.
  const Project& project() const { return project_; }
  /// What history holds.
  const Project& committed() const { return committed_; }
  const Selection& selection() const { return selection_; }
  const std::vector<Finding>& findings() const { return findings_; }
  QUndoStack& history() { return history_; }
  const std::shared_ptr<ArtStore>& artStore() const { return store_; }

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
  Result<void> open(const QString& path);
  /// Begins an empty project that will be saved at `path`; nothing is written yet.
  /// Errors: there is a file of that name already.
  Result<void> begin(const QString& path);
  /// Writes the project beside the interface; `saved` or `failed` follows.
  void save();
  void saveAs(const QString& path);

  /// Takes images in as sheets, beside the interface: files, and folders of files. Without a
  /// project, one is begun (or opened) in the folder of the first. What cannot be read is told by
  /// `failed`, one a file; how far it has come, by `importing`.
  void importImages(const QStringList& paths);
  /// Ends taking images in; those that are read already are added.
  void stopImporting();

  /// Applies the edits as one step of history under this label. An edit that no longer applies is
  /// told by `failed` and changes nothing.
  bool perform(const QString& label, const std::vector<Edit>& edits,
               const std::optional<Selection>& reveal = std::nullopt);

  /// Finds edits beside the interface, from the project as it is now, and applies them as one step;
  /// finds them anew where the project has changed meanwhile. `done` hears whether they were.
  /// What it tells of its progress is told by `working`; stopped by stopWorking, nothing is done.
  using FindEdits = std::function<Result<std::vector<Edit>>(const Project& project, ArtStore& store,
                                                            const Progress& progress)>;
  void performBeside(const QString& label, FindEdits find,
                     std::function<void(bool performed)> done = {});

  /// Ends what runs by performBeside.
  void stopWorking();

  /// Mends what a finding found.
  void mend(const Finding& finding, const QString& label);

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
  /// Keeps unsaved work now and waits for it. For closing.
  void keepNow();
  /// Waits until nothing runs beside the interface, and has heard its results.
  void settle();

 signals:
  void projectReplaced();
  void changed(const amber::Touched& touched);
  void selectionChanged();
  void findingsChanged();
  void artArrived();
  void stateChanged();
  void saved();
  void failed(const QString& sentence);
  void told(const QString& sentence);
  /// Images are being taken in: so many of so many are read. 0 of 0 when it has ended.
  void importing(int done, int total);
  /// Edits are being found beside the interface: so many of so many frames. 0 of 0 when it has
  /// ended.
  void working(const QString& label, int done, int total);

 private:
  friend class ProjectStep;

  void adopt(const QString& path, Project project);
  void show(Project project);
  void show(const Project& project, const Selection& selection);
  void readArt();
  void checkSoon();
  void runChecks();
  void keepSoon();
  void keep();
  void watchSheets();
  void sheetFileChanged(const QString& file);
  void takeRepainted();
  void addImported(const std::vector<ImportedSheet>& imported);
  void runBeside(QThreadPool& pool, std::function<std::function<void()>()> work);

  QString path_;
  Project project_;    // what is shown
  Project committed_;  // what history holds; differs during a preview
  Selection selection_;
  std::shared_ptr<ArtStore> store_;
  std::vector<Finding> findings_;
  QUndoStack history_;
  QThreadPool readers_;  // image files and checks
  QThreadPool writer_;   // one thread, so that files are written in the order asked for
  QTimer checkTimer_;
  QTimer keepTimer_;
  QElapsedTimer sinceKept_;
  std::stop_source stopping_;
  std::stop_source importStop_;
  std::stop_source workStop_;
  mutable std::shared_ptr<const Asset> shapesOf_;
  mutable std::optional<HeldShapes> shapes_;
  QFileSystemWatcher watcher_;
  QSet<QString> repaintedFiles_;
  QTimer repaintTimer_;
  bool everSaved_ = false;
  bool kept_ = true;
  bool saving_ = false;
  bool saveAgain_ = false;
  bool keeping_ = false;
  bool checking_ = false;
  bool checkAgain_ = false;
  int running_ = 0;
  int artGeneration_ = 0;
};

}  // namespace amber
