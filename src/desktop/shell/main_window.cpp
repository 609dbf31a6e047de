#include "desktop/shell/main_window.h"

#include <QApplication>
#include <QFileInfo>
#include <QFrame>
#include <QHBoxLayout>
#include <QIcon>
#include <QKeyEvent>
#include <QKeySequence>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMenuBar>
#include <QPainter>
#include <QPoint>
#include <QPushButton>
#include <QSizePolicy>
#include <QStackedWidget>
#include <QStandardPaths>
#include <QVBoxLayout>
#include <QWhatsThisClickedEvent>
#include <array>

#include "desktop/parts/accessible.h"
#include "desktop/parts/building.h"
#include "desktop/preferences.h"
#include "desktop/session/project_keeper.h"
#include "desktop/shell/bench_stack.h"
#include "desktop/shell/command_finder.h"
#include "desktop/shell/example_project.h"
#include "desktop/shell/findings_line.h"
#include "desktop/shell/menus.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/recent_projects.h"
#include "desktop/shell/route_line.h"
#include "desktop/shell/shelf.h"
#include "desktop/shell/start_page.h"
#include "desktop/shell/window_memory.h"
#include "desktop/shell/window_service.h"
#include "desktop/theme.h"
#include "work/report/report.h"

namespace amber {
namespace {

// How long the window shows what undo did, ms.
constexpr int kDoneMs = 4000;

}  // namespace

MainWindow::MainWindow(const QDBusConnection& bus)
    : bus_(bus), service_(new WindowService(bus, this)) {
  setWindowTitle(tr("Amber Parcel"));
  setWindowIcon(QIcon(":/icons/parcel.svg"));
  setAcceptDrops(true);
  qApp->installEventFilter(this);
  placeWindow(*this);
  build();
  makeActions();
  if (hasMenuBar()) showMenuBar(true);
  connectSession();
  soonTimer_.setSingleShot(true);
  soonTimer_.setInterval(0);
  connect(&soonTimer_, &QTimer::timeout, this, &MainWindow::showState);
  doneTimer_.setSingleShot(true);
  connect(&doneTimer_, &QTimer::timeout, this, [this] {
    done_.clear();
    showState();
  });
  stateTimer_.setInterval(1000);
  connect(&stateTimer_, &QTimer::timeout, this, &MainWindow::showState);
  showState();
}

// What shows the session goes before it does.
MainWindow::~MainWindow() {
  session_.disconnect(this);
  delete takeCentralWidget();
}

void MainWindow::connectSession() {
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    rememberProject(session_.path());
    service_->show(session_.path());
    hasThumb_ = false;
    pages_->setCurrentIndex(1);
    goToBench(session_.project().assets.empty() ? Bench::Cut : bench());
  });
  for (auto signal : {&ProjectSession::stateChanged, &ProjectSession::selectionChanged}) {
    connect(&session_, signal, this, &MainWindow::showStateSoon);
  }
  connect(&session_, &ProjectSession::changed, this, &MainWindow::showStateSoon);
  connect(&session_, &ProjectSession::findingsChanged, this, &MainWindow::showFindings);
  connect(&session_, &ProjectSession::artArrived, this, [this] {
    showStateSoon();
    if (!hasThumb_) keepThumb();
  });
  connect(&session_, &ProjectSession::saved, this, [this] {
    keepThumb();
    service_->show(session_.path());
  });
  connect(&session_, &ProjectSession::failed, notices_, &NoticeBar::warn);
  connect(&session_, &ProjectSession::told, notices_, &NoticeBar::tell);
  connect(&session_, &ProjectSession::findingWanted, this, &MainWindow::goTo);
  connect(&session_, &ProjectSession::changedOnDisk, this, &MainWindow::askOverwrite);
  connect(service_, &WindowService::activated, this, &MainWindow::comeForward);
  connect(actions_, &ActionTable::refused, notices_, &NoticeBar::warn);
  connect(&preferences(), &Preferences::changed, this, [this](const QString& key) {
    if (key == preference::kTheme) applyTheme(preferredTheme());
  });
}

void MainWindow::build() {
  auto* root = new QWidget(this);
  auto* column = new QVBoxLayout(root);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  column->addWidget(makeTopBar());
  start_ = new StartPage(root);
  pages_ = new QStackedWidget(root);
  pages_->addWidget(start_);
  column->addWidget(pages_, 1);
  findings_ = new FindingsLine(session_, root);
  column->addWidget(findings_);
  setCentralWidget(root);
  buildWork();
  notices_ = new NoticeBar(root);
  notices_->floatOver(pages_);
  finder_ = new CommandFinder(root);
  nameFields(*root);
  connect(route_, &RouteLine::chosen, this, &MainWindow::goToBench);
  connect(findings_, &FindingsLine::goTo, this, &MainWindow::goTo);
  connect(start_, &StartPage::exampleAsked, this, &MainWindow::openExample);
  connect(start_, &StartPage::openAsked, this, &MainWindow::askOpen);
  connect(start_, &StartPage::newAsked, this, &MainWindow::askNew);
  connect(start_, &StartPage::imagesAsked, this, &MainWindow::askImages);
  connect(start_, &StartPage::projectChosen, this, &MainWindow::openProject);
}

// Shelf and benches; a bench itself is made when somebody goes there.
void MainWindow::buildWork() {
  auto* work = new QWidget(pages_);
  auto* row = new QHBoxLayout(work);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(1);
  shelf_ = new Shelf(session_, pictures_, work);
  benches_ = new BenchStack(session_, pictures_, work);
  row->addWidget(shelf_);
  row->addWidget(benches_, 1);
  pages_->addWidget(work);
  connect(benches_, &BenchStack::benchMade, this, &MainWindow::welcome);
}

void MainWindow::welcome(BenchView* view) {
  view->placeActions(*actions_);
  if (view->stage() != nullptr) {
    actions_->place(view->stage(),
                    {"animation.play", "view.backdrop", "view.fit", "view.larger", "view.smaller"});
  }
  offerMenu(*view, *actions_, [this, view] {
    QStringList names = actionsOf(benchName(bench()));
    if (view->stage() != nullptr && view->stage()->underMouse()) {
      names << "view.fit"
            << "view.larger"
            << "view.smaller"
            << "view.backdrop"
            << "view.hand";
    }
    names << "explain";
    return names;
  });
  keepSplitters(*view);
  connect(view, &BenchView::choiceChanged, this, &MainWindow::showStateSoon);
  nameFields(*view);
  connect(view, &BenchView::wanted, this, [this, view] {
    for (const BenchEntry& entry : benchTable()) {
      if (benches_->made(entry.bench) == view) goToBench(entry.bench);
    }
  });
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
      "QPushButton { border: none; background: transparent; font-weight: 600; padding: 2px 0; "
      "text-align: left } QPushButton:focus { text-decoration: underline }");
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
  leftBox->setFixedWidth(200);
  route_ = new RouteLine(bar);
  QSizePolicy routePolicy = route_->sizePolicy();
  routePolicy.setRetainSizeWhenHidden(true);
  route_->setSizePolicy(routePolicy);
  auto* finder = makeButton(tr("Find or do anything    Ctrl K"),
                            tr("Finds any command, asset or finding"), bar);
  finder->setFixedWidth(200);
  row->addWidget(leftBox);
  row->addWidget(route_, 1);
  row->addWidget(finder);
  connect(title_, &QPushButton::clicked, this, &MainWindow::showMenu);
  connect(finder, &QPushButton::clicked, this, &MainWindow::find);
  return bar;
}

Bench MainWindow::bench() const {
  return benches_->current();
}

BenchView& MainWindow::benchView(Bench bench) {
  return benches_->get(bench);
}

BenchView* MainWindow::inFront() const {
  return session_.hasProject() ? benches_->inFront() : nullptr;
}

void MainWindow::goToBench(Bench bench) {
  if (!session_.hasProject()) return;
  benches_->goTo(bench);
  rememberBench(bench);
  route_->setCurrent(bench);
  shelf_->setContent(benchTable()[static_cast<std::size_t>(bench)].shelf);
  findings_->setBench(bench);
  if (menuWidget() != nullptr) fillMenuBar();
  Canvas* stage = inFront()->stage();
  if (stage != nullptr) stage->setFocus();
  notices_->floatOver(stage != nullptr ? static_cast<QWidget*>(stage) : benches_);
  showState();
}

void MainWindow::openProject(const QString& path) {
  const bool first = !session_.hasProject();
  const auto opened = session_.open(path);
  if (!opened && opened.error().code == ErrorCode::Locked &&
      WindowService::bringForward(bus_, path)) {
    notices_->tell(tr("This project is open in another window, which was brought forward."));
    return;
  }
  if (!opened) {
    notices_->warn(QString::fromStdString(describe(opened.error())));
    return;
  }
  // The first project opens where the last one was left.
  if (first && !session_.project().assets.empty()) goToBench(lastBench());
}

void MainWindow::openExample() {
  const auto path =
      exampleProjectIn(QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation));
  if (!path) {
    notices_->warn(QString::fromStdString(describe(path.error())));
    return;
  }
  openProject(*path);
}

// The first frame whose art is there, for the list of recent projects.
void MainWindow::keepThumb() {
  if (!session_.hasProject()) return;
  for (const auto& asset : session_.project().assets) {
    if (asset->frames.empty() || session_.artOf(asset->frames.front().sheet) == nullptr) continue;
    QImage thumb(2 * metrics::kThumb, 2 * metrics::kThumb, QImage::Format_ARGB32_Premultiplied);
    thumb.fill(Qt::transparent);
    QPainter painter(&thumb);
    pictures_.drawThumb(painter, asset->frames.front(), QRectF(thumb.rect()));
    painter.end();
    rememberThumb(session_.path(), thumb);
    hasThumb_ = true;
    return;
  }
}

// One edit causes several notifications; the state is shown once, after the views are painted.
void MainWindow::showStateSoon() {
  if (!soonTimer_.isActive()) soonTimer_.start();
}

void MainWindow::showState() {
  const QString name =
      session_.hasProject() ? QString::fromStdString(session_.project().name) : tr("Amber Parcel");
  title_->setText(name + "  ▾");
  const QString state = done_.isEmpty() ? session_.stateText() : done_;
  state_->setText(state_->fontMetrics().elidedText(state, Qt::ElideRight, 200));
  state_->setToolTip(state);
  setWindowTitle(session_.hasProject() ? name + tr(" - Amber Parcel") : tr("Amber Parcel"));
  findings_->setVisible(session_.hasProject());
  route_->setVisible(session_.hasProject());
  // The seconds since work was kept count up only while there is work to keep.
  if (session_.unsaved() && !stateTimer_.isActive()) stateTimer_.start();
  if (!session_.unsaved()) stateTimer_.stop();
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

// To the very place: bench, asset, animation, frame and role, or the sheet.
void MainWindow::goTo(const Finding& finding) {
  const Where where = finding.where;
  goToBench(finding.bench);
  if (!where.role.empty()) session_.selectRole(where.role);
  if (where.asset) {
    session_.selectFrame(where.asset, where.animation, where.frame);
  } else if (where.sheet) {
    session_.selectSheet(where.sheet);
  }
}

void MainWindow::undo(bool redo) {
  QUndoStack& history = session_.history();
  const QString what = redo ? history.redoText() : history.undoText();
  redo ? history.redo() : history.undo();
  done_ = (redo ? tr("redone: %1") : tr("undone: %1")).arg(what);
  doneTimer_.start(kDoneMs);
  showState();
}

void MainWindow::showMenu() {
  QMenu menu(this);
  menu.setToolTipsVisible(true);
  addMenus(menu, *actions_, session_.hasProject() ? benchName(bench()) : QString());
  for (const QString& path : recentProjects()) {
    if (path == session_.path()) continue;
    menu.addAction(QFileInfo(path).completeBaseName(), this, [this, path] { openProject(path); })
        ->setToolTip(path);
  }
  menu.exec(title_->mapToGlobal(QPoint(0, title_->height() + 12)));
}

// The bar is made when it is first wanted.
void MainWindow::showMenuBar(bool shown) {
  rememberMenuBar(shown);
  if (shown) fillMenuBar();
  menuBar()->setVisible(shown);
}

void MainWindow::fillMenuBar() {
  addMenus(*menuBar(), *actions_, session_.hasProject() ? benchName(bench()) : QString());
}

void MainWindow::find() {
  actions_->refresh();
  std::vector<Findable> all;
  for (const ActionEntry& entry : actions_->entries()) {
    if (entry.id == "find") continue;
    const QString refusal = entry.refusal ? entry.refusal() : QString();
    all.push_back({entry.textNow ? entry.textNow() : entry.text,
                   refusal.isEmpty() ? entry.shortcut.toString(QKeySequence::NativeText) : refusal,
                   refusal.isEmpty(), [this, id = entry.id] { actions_->action(id)->trigger(); }});
  }
  for (const auto& asset : session_.project().assets) {
    all.push_back({QString::fromStdString(asset->name), tr("asset"), true, [this, id = asset->id] {
                     if (bench() == Bench::Cut) goToBench(Bench::Fit);
                     session_.selectFrame(id, {}, {});
                   }});
  }
  for (const auto& sheet : session_.project().sheets) {
    if (!sheet->isFile()) continue;
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

void MainWindow::comeForward(const QString& token) {
  // Where the desktop guards the focus, Qt shows it this permission with the next activation.
  if (!token.isEmpty()) qputenv("XDG_ACTIVATION_TOKEN", token.toUtf8());
  setWindowState(windowState() & ~Qt::WindowMinimized);
  show();
  raise();
  activateWindow();
}

void MainWindow::toggleTheme() {
  const bool toLamp = theme().name == paperTheme().name;
  preferences().set(preference::kTheme, (toLamp ? lampTheme() : paperTheme()).name);
}

void MainWindow::applyTheme(const Theme& chosen) {
  useTheme(*qApp, chosen);
  findings_->setBench(bench());
  for (QWidget* widget : findChildren<QWidget*>()) widget->update();
}

// A field in which nothing is being typed leaves undo and redo to the project.
bool MainWindow::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::WhatsThisClicked) {
    showManual(static_cast<QWhatsThisClickedEvent*>(event)->href());
    return true;
  }
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

}  // namespace amber
