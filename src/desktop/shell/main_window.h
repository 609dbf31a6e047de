#pragma once

#include <QCloseEvent>
#include <QDBusConnection>
#include <QDragEnterEvent>
#include <QDropEvent>
#include <QMainWindow>
#include <QString>
#include <QStringList>
#include <QTimer>
#include <QWidget>

#include "desktop/benches/bench_view.h"
#include "desktop/parts/action_table.h"
#include "desktop/session.h"
#include "desktop/stage/pictures.h"

class QLabel;
class QPushButton;
class QStackedWidget;

namespace amber {

class BenchStack;
class CommandFinder;
class FindingsLine;
class ManualWindow;
class NoticeBar;
class RouteLine;
class Shelf;
class StartPage;
class WindowService;
struct Theme;

/// The window: route line, shelf, bench and findings line around one project session.
class MainWindow : public QMainWindow {
  Q_OBJECT

 public:
  /// `bus`: where other windows of this user are found.
  explicit MainWindow(const QDBusConnection& bus = QDBusConnection::sessionBus());
  ~MainWindow() override;

  ProjectSession& session() { return session_; }
  ActionTable& actionTable() { return *actions_; }
  Bench bench() const;
  void goToBench(Bench bench);
  /// The bench, made if need be.
  BenchView& benchView(Bench bench);
  void openProject(const QString& path);
  /// Opens a copy of the example project in the user's documents folder.
  void openExample();
  /// Opens a project or takes images in, by what each file is; what is neither is refused with a
  /// sentence.
  void takeFiles(const QStringList& paths);
  /// Keeps unsaved work and the window's place for the end of the desktop's session. Errors: as
  /// ProjectKeeper::keepNow.
  Result<void> keepForLogout();
  /// The arguments that open the window again as it is.
  QStringList restartArguments() const;
  void toggleTheme();
  void applyTheme(const Theme& chosen);

 protected:
  void dragEnterEvent(QDragEnterEvent* event) override;
  void dropEvent(QDropEvent* event) override;
  void closeEvent(QCloseEvent* event) override;
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void build();
  void connectSession();
  QWidget* makeTopBar();
  void buildWork();
  void welcome(BenchView* view);
  // The table of actions, in main_window_actions.cpp.
  void makeActions();
  void addProjectActions();
  void addEditActions();
  void addAssetActions();
  void addBlockActions();
  void addFindingActions();
  void addFrameActions();
  void addViewActions();
  void addHelpActions();
  void tellFormats();
  QString sheetFile() const;
  void editSheet();
  void pasteSheet();
  void showManual(QString page);
  void keepThumb();
  void showStateSoon();
  void showState();
  void showFindings();
  void showMenu();
  void showMenuBar(bool shown);
  void fillMenuBar();
  void find();
  void goTo(const Finding& finding);
  void undo(bool redo);
  // What is asked of the user, in main_window_asking.cpp.
  void comeForward(const QString& token);
  void askOpen();
  void askNew();
  void askSaveAs();
  void askImages();
  void askVariant();
  void askBlock();
  void askBlockChange();
  void askBlockArt();
  void askOverwrite(const QString& sentence);
  BenchView* inFront() const;
  QString needsProject() const;

  ProjectSession session_;
  Pictures pictures_{session_};
  QDBusConnection bus_;
  WindowService* service_;
  ActionTable* actions_ = nullptr;
  QPushButton* title_ = nullptr;
  QLabel* state_ = nullptr;
  RouteLine* route_ = nullptr;
  QStackedWidget* pages_ = nullptr;  // start page, then work
  StartPage* start_ = nullptr;
  // Made with the first project.
  Shelf* shelf_ = nullptr;
  BenchStack* benches_ = nullptr;
  FindingsLine* findings_ = nullptr;
  CommandFinder* finder_ = nullptr;
  NoticeBar* notices_ = nullptr;
  ManualWindow* manual_ = nullptr;
  QString done_;  // what undo or redo did last, while it is told
  QTimer doneTimer_;
  QTimer stateTimer_;
  QTimer soonTimer_;
  bool closeAnyway_ = false;
  bool hasThumb_ = false;  // Kept since the project was opened.
};

}  // namespace amber
