#pragma once

#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QDropEvent>
#include <QList>
#include <QMainWindow>
#include <QString>
#include <QStringList>
#include <QTimer>
#include <QWidget>
#include <array>

#include "desktop/benches/bench_view.h"
#include "desktop/session.h"
#include "desktop/shell/action_table.h"
#include "desktop/stage/pictures.h"

class QLabel;
class QPushButton;
class QStackedWidget;

namespace amber {

class CommandFinder;
class CutBench;
class FindingsLine;
class FitBench;
class OriginBench;
class NamesBench;
class PackBench;
class RouteLine;
class Shelf;
class StartPage;

/// The window: route line, shelf, bench and findings line around one project session.
class MainWindow : public QMainWindow {
  Q_OBJECT

 public:
  explicit MainWindow(QWidget* parent = nullptr);
  ~MainWindow() override;

  ProjectSession& session() { return session_; }
  ActionTable& actionTable() { return *actions_; }
  Bench bench() const;
  void goToBench(Bench bench);
  void openProject(const QString& path);
  /// Opens a project or takes images in, by what each file is.
  void takeFiles(const QStringList& paths);
  void toggleTheme();

 protected:
  void dragEnterEvent(QDragEnterEvent* event) override;
  void dropEvent(QDropEvent* event) override;
  void closeEvent(QCloseEvent* event) override;
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void build();
  QWidget* makeTopBar();
  void makeActions();
  void addAnimationActions();
  void addOriginActions();
  void tellFormats();
  void showImporting(int done, int total);
  void showWorking(const QString& label, int done, int total);
  void add(const QString& id, const QString& text, const QString& shortcut,
           std::function<void()> run, std::function<QString()> refusal = {},
           const QList<QWidget*>& places = {});
  void showStateSoon();
  void showState();
  void showFindings();
  void showMenu();
  void find();
  void goTo(const Finding& finding);
  void notice(const QString& text, bool bad);
  void askOpen();
  void askNew();
  void askSaveAs();
  void askImages();
  BenchView* benchView() const;
  QString needsProject() const;
  QList<QWidget*> stages() const;

  ProjectSession session_;
  Pictures pictures_{session_};
  ActionTable* actions_ = nullptr;
  QPushButton* title_ = nullptr;
  QLabel* state_ = nullptr;
  RouteLine* route_ = nullptr;
  Shelf* shelf_ = nullptr;
  QStackedWidget* pages_ = nullptr;  // start page, then work
  StartPage* start_ = nullptr;
  QStackedWidget* benches_ = nullptr;
  CutBench* cut_ = nullptr;
  OriginBench* origin_ = nullptr;
  FitBench* fit_ = nullptr;
  NamesBench* names_ = nullptr;
  PackBench* pack_ = nullptr;
  FindingsLine* findings_ = nullptr;
  CommandFinder* finder_ = nullptr;
  QWidget* noticeBar_ = nullptr;
  QPushButton* stopImport_ = nullptr;
  QLabel* noticeText_ = nullptr;
  QTimer noticeTimer_;
  QTimer stateTimer_;
  QTimer soonTimer_;
};

}  // namespace amber
