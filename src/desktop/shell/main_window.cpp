#include "desktop/shell/main_window.h"

#include <QApplication>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QFrame>
#include <QHBoxLayout>
#include <QIcon>
#include <QKeyEvent>
#include <QKeySequence>
#include <QLatin1String>
#include <QLineEdit>
#include <QMenu>
#include <QMimeData>
#include <QPoint>
#include <QPushButton>
#include <QSettings>
#include <QSizePolicy>
#include <QStackedWidget>
#include <QStyle>
#include <QUrl>
#include <QVBoxLayout>

#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/fit/fit_bench.h"
#include "desktop/benches/names/names_bench.h"
#include "desktop/benches/origin/origin_bench.h"
#include "desktop/benches/pack/pack_bench.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/shell/command_finder.h"
#include "desktop/shell/findings_line.h"
#include "desktop/shell/route_line.h"
#include "desktop/shell/shelf.h"
#include "desktop/shell/start_page.h"
#include "desktop/theme.h"
#include "files/image_file.h"
#include "files/project_file.h"
#include "work/report.h"

namespace amber {
namespace {

constexpr int kNoticeMs = 8000;

const QString kProjectFilter = QStringLiteral("Amber Parcel projects (*.amber)");

}  // namespace

MainWindow::MainWindow(QWidget* parent) : QMainWindow(parent) {
  setWindowTitle(tr("Amber Parcel"));
  setWindowIcon(QIcon(":/icons/parcel.svg"));
  setAcceptDrops(true);
  qApp->installEventFilter(this);
  resize(1280, 800);
  build();
  makeActions();
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    rememberProject(session_.path());
    pages_->setCurrentIndex(1);
    goToBench(session_.project().assets.empty() ? Bench::Cut : bench());
  });
  for (auto signal : {&ProjectSession::stateChanged, &ProjectSession::selectionChanged}) {
    connect(&session_, signal, this, &MainWindow::showStateSoon);
  }
  connect(&session_, &ProjectSession::changed, this, &MainWindow::showStateSoon);
  connect(&session_, &ProjectSession::findingsChanged, this, &MainWindow::showFindings);
  connect(&session_, &ProjectSession::artArrived, this, &MainWindow::showStateSoon);
  soonTimer_.setSingleShot(true);
  soonTimer_.setInterval(0);
  connect(&soonTimer_, &QTimer::timeout, this, &MainWindow::showState);
  connect(&session_, &ProjectSession::failed, this,
          [this](const QString& sentence) { notice(sentence, true); });
  connect(&session_, &ProjectSession::importing, this, &MainWindow::showImporting);
  connect(&session_, &ProjectSession::working, this, &MainWindow::showWorking);
  connect(&session_, &ProjectSession::told, this,
          [this](const QString& sentence) { notice(sentence, false); });
  noticeTimer_.setSingleShot(true);
  connect(&noticeTimer_, &QTimer::timeout, this, [this] { noticeBar_->hide(); });
  connect(&stateTimer_, &QTimer::timeout, this, &MainWindow::showState);
  stateTimer_.start(1000);
  showState();
}

// What shows the session goes before it does.
MainWindow::~MainWindow() {
  session_.disconnect(this);
  delete takeCentralWidget();
}

void MainWindow::build() {
  auto* root = new QWidget(this);
  auto* column = new QVBoxLayout(root);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  column->addWidget(makeTopBar());

  QFrame* bar = makeFrame("bar", root);
  auto* barRow = new QHBoxLayout(bar);
  barRow->setContentsMargins(metrics::kGap, 4, metrics::kGap, 4);
  noticeText_ = makeLabel({}, "", bar);
  noticeText_->setObjectName("notice");
  noticeText_->setWordWrap(true);
  QPushButton* dismiss = makeButton(tr("Close"), {}, bar);
  stopImport_ = makeButton(
      tr("Stop"), tr("Images that are read already are added; edits leave all as it was"), bar);
  stopImport_->setObjectName("stopImport");
  stopImport_->hide();
  barRow->addWidget(noticeText_, 1);
  barRow->addWidget(stopImport_);
  barRow->addWidget(dismiss);
  connect(stopImport_, &QPushButton::clicked, &session_, [this] {
    session_.stopImporting();
    session_.stopWorking();
  });
  connect(dismiss, &QPushButton::clicked, bar, &QWidget::hide);
  noticeBar_ = bar;
  noticeBar_->hide();
  column->addWidget(noticeBar_);

  start_ = new StartPage(root);
  auto* work = new QWidget(root);
  auto* workRow = new QHBoxLayout(work);
  workRow->setContentsMargins(0, 0, 0, 0);
  workRow->setSpacing(1);
  shelf_ = new Shelf(session_, pictures_, work);
  benches_ = new QStackedWidget(work);
  cut_ = new CutBench(session_, pictures_, benches_);
  origin_ = new OriginBench(session_, pictures_, benches_);
  fit_ = new FitBench(session_, pictures_, benches_);
  names_ = new NamesBench(session_, benches_);
  pack_ = new PackBench(session_, benches_);
  benches_->addWidget(cut_);
  benches_->addWidget(origin_);
  benches_->addWidget(fit_);
  benches_->addWidget(names_);
  benches_->addWidget(pack_);
  workRow->addWidget(shelf_);
  workRow->addWidget(benches_, 1);
  pages_ = new QStackedWidget(root);
  pages_->addWidget(start_);
  pages_->addWidget(work);
  column->addWidget(pages_, 1);
  findings_ = new FindingsLine(session_, root);
  column->addWidget(findings_);
  setCentralWidget(root);
  finder_ = new CommandFinder(root);

  connect(cut_, &CutBench::choiceChanged, this, &MainWindow::showStateSoon);
  connect(origin_, &OriginBench::mountChosen, this, &MainWindow::showStateSoon);
  connect(route_, &RouteLine::chosen, this, &MainWindow::goToBench);
  connect(findings_, &FindingsLine::goTo, this, &MainWindow::goTo);
  connect(start_, &StartPage::openAsked, this, &MainWindow::askOpen);
  connect(start_, &StartPage::newAsked, this, &MainWindow::askNew);
  connect(start_, &StartPage::imagesAsked, this, &MainWindow::askImages);
  connect(start_, &StartPage::projectChosen, this, &MainWindow::openProject);
}

QWidget* MainWindow::makeTopBar() {
  QFrame* bar = makeFrame("bar", this);
  bar->setFixedHeight(metrics::kTopBar);
  auto* row = new QHBoxLayout(bar);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  auto* left = new QVBoxLayout;
  left->setSpacing(0);
  title_ = new QPushButton(tr("Amber Parcel"), bar);
  title_->setObjectName("projectMenu");
  title_->setStyleSheet(
      "border: none; background: transparent; font-weight: 600; padding: 2px 0; "
      "text-align: left");
  title_->setToolTip(tr("Project menu"));
  state_ = makeLabel({}, "quiet", bar);
  state_->setObjectName("state");
  left->addStretch();
  left->addWidget(title_);
  left->addWidget(state_);
  left->addStretch();
  auto* leftBox = new QWidget(bar);
  leftBox->setLayout(left);
  left->setContentsMargins(0, 0, 0, 0);
  leftBox->setFixedWidth(210);
  route_ = new RouteLine(bar);
  QSizePolicy routePolicy = route_->sizePolicy();
  routePolicy.setRetainSizeWhenHidden(true);
  route_->setSizePolicy(routePolicy);
  auto* finder = makeButton(tr("Find or do anything    Ctrl K"),
                            tr("Finds any command, asset or finding"), bar);
  finder->setFixedWidth(210);
  row->addWidget(leftBox);
  row->addWidget(route_, 1);
  row->addWidget(finder);
  connect(title_, &QPushButton::clicked, this, &MainWindow::showMenu);
  connect(finder, &QPushButton::clicked, this, &MainWindow::find);
  return bar;
}

Bench MainWindow::bench() const {
  return static_cast<Bench>(benches_->currentIndex());
}

BenchView* MainWindow::benchView() const {
  return session_.hasProject() ? static_cast<BenchView*>(benches_->currentWidget()) : nullptr;
}

void MainWindow::goToBench(Bench bench) {
  if (!session_.hasProject()) return;
  benches_->setCurrentIndex(static_cast<int>(bench));
  route_->setCurrent(bench);
  shelf_->setContent(bench == Bench::Cut ? ShelfContent::Sheets : ShelfContent::Assets);
  findings_->setBench(bench);
  if (benchView()->stage() != nullptr) benchView()->stage()->setFocus();
  showState();
}

void MainWindow::openProject(const QString& path) {
  const auto opened = session_.open(path);
  if (!opened) notice(QString::fromStdString(describe(opened.error())), true);
}

void MainWindow::takeFiles(const QStringList& paths) {
  QStringList images;
  for (const QString& path : paths) {
    if (path.endsWith(QLatin1String(kProjectEnding.data()))) {
      openProject(path);
    } else {
      images << path;
    }
  }
  session_.importImages(images);
}

// One edit is heard of several times; the state is shown once, after what was edited is painted.
void MainWindow::showStateSoon() {
  if (!soonTimer_.isActive()) soonTimer_.start();
}

void MainWindow::showState() {
  const QString name =
      session_.hasProject() ? QString::fromStdString(session_.project().name) : tr("Amber Parcel");
  title_->setText(name + "  ▾");
  state_->setText(session_.stateText());
  setWindowTitle(session_.hasProject() ? name + tr(" - Amber Parcel") : tr("Amber Parcel"));
  findings_->setVisible(session_.hasProject());
  route_->setVisible(session_.hasProject());
  actions_->refresh();
}

void MainWindow::showFindings() {
  std::array<int, kBenchCount> counts{};
  for (const Finding& finding : session_.findings()) {
    if (finding.severity != Severity::Note) ++counts[static_cast<std::size_t>(finding.bench)];
  }
  route_->setCounts(counts);
  actions_->refresh();
}

void MainWindow::goTo(const Finding& finding) {
  const Where where = finding.where;
  goToBench(finding.bench);
  if (!where.asset) {
    if (where.sheet) session_.selectSheet(where.sheet);
    return;
  }
  const Asset* asset = findAsset(session_.project(), where.asset);
  if (asset == nullptr) return;
  AnimationId animation = where.animation;
  for (const Animation& one : asset->animations) {
    for (const Step& step : one.steps) {
      if (!animation && step.frame == where.frame) animation = one.id;
    }
  }
  session_.selectFrame(asset->id, animation, where.frame);
}

void MainWindow::notice(const QString& text, bool bad) {
  noticeText_->setText(text);
  noticeText_->setProperty("rank", bad ? "error" : "");
  noticeText_->style()->unpolish(noticeText_);
  noticeText_->style()->polish(noticeText_);
  noticeBar_->show();
  // What went wrong stays until it was read.
  if (bad) {
    noticeTimer_.stop();
  } else {
    noticeTimer_.start(kNoticeMs);
  }
}

void MainWindow::showImporting(int done, int total) {
  const bool running = total > 1;
  if (running) {
    notice(tr("Reading images: %1 of %2").arg(done + 1).arg(total), false);
  } else if (stopImport_->isVisible()) {
    noticeBar_->hide();
  }
  stopImport_->setVisible(running);
}

void MainWindow::showWorking(const QString& label, int done, int total) {
  if (total > 0) {
    notice(tr("%1: %2 of %3 frames").arg(label).arg(done).arg(total), false);
  } else if (stopImport_->isVisible()) {
    noticeBar_->hide();
  }
  stopImport_->setVisible(total > 0);
}

void MainWindow::showMenu() {
  QMenu menu(this);
  menu.setToolTipsVisible(true);
  for (const char* id : {"project.new", "project.open", "project.save", "project.saveAs",
                         "sheets.add", "edit.undo", "edit.redo", "view.theme", "quit"}) {
    menu.addAction(actions_->action(id));
  }
  menu.addSeparator();
  for (const QString& path : recentProjects()) {
    if (path == session_.path()) continue;
    menu.addAction(QFileInfo(path).completeBaseName(), this, [this, path] { openProject(path); })
        ->setToolTip(path);
  }
  menu.exec(title_->mapToGlobal(QPoint(0, title_->height() + 12)));
}

void MainWindow::find() {
  actions_->refresh();
  std::vector<Findable> all;
  for (const ActionEntry& entry : actions_->entries()) {
    if (entry.id == "find") continue;
    const QString refusal = entry.refusal ? entry.refusal() : QString();
    all.push_back({entry.text,
                   refusal.isEmpty() ? entry.shortcut.toString(QKeySequence::NativeText) : refusal,
                   refusal.isEmpty(), entry.run});
  }
  for (const auto& asset : session_.project().assets) {
    all.push_back({QString::fromStdString(asset->name), tr("asset"), true, [this, id = asset->id] {
                     if (bench() == Bench::Cut) goToBench(Bench::Fit);
                     session_.selectFrame(id, {}, {});
                   }});
  }
  for (const auto& sheet : session_.project().sheets) {
    all.push_back({QString::fromStdString(sheet->path), tr("sheet"), true, [this, id = sheet->id] {
                     goToBench(Bench::Cut);
                     session_.selectSheet(id);
                   }});
  }
  for (const Finding& finding : session_.findings()) {
    all.push_back(
        {QString::fromStdString(placeOf(finding.where, session_.project()) + ": " + finding.text),
         tr("finding"), true, [this, finding] { goTo(finding); }});
  }
  finder_->open(std::move(all));
}

void MainWindow::toggleTheme() {
  const bool toLamp = theme().name == paperTheme().name;
  useTheme(*qApp, toLamp ? lampTheme() : paperTheme());
  QSettings().setValue("theme", theme().name);
  findings_->setBench(bench());
  for (QWidget* widget : findChildren<QWidget*>()) widget->update();
}

void MainWindow::askOpen() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Open a project"), {}, kProjectFilter);
  if (!path.isEmpty()) openProject(path);
}

void MainWindow::askNew() {
  QString path = QFileDialog::getSaveFileName(this, tr("New project"), {}, kProjectFilter, nullptr,
                                              QFileDialog::DontConfirmOverwrite);
  if (path.isEmpty()) return;
  if (!path.endsWith(QLatin1String(kProjectEnding.data()))) {
    path += QLatin1String(kProjectEnding.data());
  }
  if (const auto begun = session_.begin(path); !begun) {
    notice(QString::fromStdString(describe(begun.error())), true);
  }
}

void MainWindow::askSaveAs() {
  const QString path =
      QFileDialog::getSaveFileName(this, tr("Save under another name"),
                                   QFileInfo(session_.path()).absolutePath(), kProjectFilter);
  if (!path.isEmpty()) session_.saveAs(path);
}

void MainWindow::askImages() {
  QStringList endings;
  for (const ImageFormat& format : imageFormats()) {
    endings << "*." + QString::fromStdString(format.name);
  }
  session_.importImages(QFileDialog::getOpenFileNames(
      this, tr("Choose sheets"), {}, tr("Images (%1);;All files (*)").arg(endings.join(' '))));
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
  if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
  QStringList paths;
  for (const QUrl& url : event->mimeData()->urls()) {
    if (url.isLocalFile()) paths << url.toLocalFile();
  }
  event->acceptProposedAction();
  takeFiles(paths);
}

// A field in which nothing is being typed leaves undo and redo to the project.
bool MainWindow::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::ShortcutOverride) {
    const auto* key = static_cast<QKeyEvent*>(event);
    const auto* field = qobject_cast<QLineEdit*>(watched);
    if (field != nullptr && !field->isModified() &&
        (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo))) {
      event->ignore();
      return true;
    }
  }
  return QMainWindow::eventFilter(watched, event);
}

void MainWindow::closeEvent(QCloseEvent* event) {
  // Nothing is asked: what is not saved is kept, and comes back when the project is opened again.
  session_.keepNow();
  QMainWindow::closeEvent(event);
}

}  // namespace amber
