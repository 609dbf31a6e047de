#include "desktop/shell/start_page.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QIcon>
#include <QLayoutItem>
#include <QLocale>
#include <QPixmap>
#include <QPushButton>
#include <QShowEvent>
#include <QVBoxLayout>

#include "desktop/parts/building.h"
#include "desktop/shell/example_picture.h"
#include "desktop/shell/recent_projects.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kRecentHeight = 48;

// The home folder as people write it.
QString shortFolder(const QString& path) {
  const QString folder = QFileInfo(path).absolutePath();
  const QString home = QDir::homePath();
  return folder == home || folder.startsWith(home + "/") ? "~" + folder.mid(home.size()) : folder;
}

}  // namespace

StartPage::StartPage(QWidget* parent) : QScrollArea(parent) {
  // A small window shows a part of it.
  setFrameShape(QFrame::NoFrame);
  setWidgetResizable(true);
  setFocusPolicy(Qt::NoFocus);
  setAccessibleName(tr("Start page"));
  auto* page = new QWidget(this);
  setWidget(page);
  auto* all = new QHBoxLayout(page);
  all->addStretch();
  auto* column = new QVBoxLayout;
  column->setSpacing(10);
  all->addLayout(column);
  all->addStretch();
  column->addStretch(2);
  auto* title =
      makeLabel(tr("Amber Parcel turns sprite sheets into game-ready assets."), "title", this);
  title->setObjectName("startTitle");
  column->addWidget(title);
  column->addWidget(makeLabel(
      tr("Cut sheets into frames, set origins, fit collision shapes, check names and layers,\ntest "
         "everything in motion, and pack it for your game. Your sheet files are never changed."),
      "", this));
  column->addSpacing(4);
  column->addWidget(new ExamplePicture(this));
  column->addSpacing(4);
  auto* buttons = new QHBoxLayout;
  const auto button = [&](const QString& text, const QString& tip, void (StartPage::*asked)()) {
    QPushButton* made = makeButton(text, tip, this);
    buttons->addWidget(made);
    connect(made, &QPushButton::clicked, this, asked);
    return made;
  };
  markNext(
      button(tr("Choose sheets"), tr("Add image files to a new project in their folder (Ctrl+I)"),
             &StartPage::imagesAsked),
      true);
  button(tr("Open a project"), tr("Open a project file, *.amber (Ctrl+O)"), &StartPage::openAsked);
  button(tr("New project"), tr("Create an empty project (Ctrl+N)"), &StartPage::newAsked);
  button(tr("Open the example"),
         tr("Open the example project Glasshouse Night, as a copy in your documents folder that "
            "you can change"),
         &StartPage::exampleAsked);
  buttons->addStretch();
  column->addLayout(buttons);
  column->addWidget(makeLabel(tr("Or drop images, folders, or a project anywhere in this window."),
                              "quiet", this));
  column->addSpacing(8);
  recent_ = new QWidget(this);
  rows_ = new QVBoxLayout(recent_);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(2);
  column->addWidget(recent_);
  column->addStretch(3);
  refresh();
}

void StartPage::showEvent(QShowEvent* event) {
  refresh();
  QScrollArea::showEvent(event);
}

void StartPage::refresh() {
  while (QLayoutItem* item = rows_->takeAt(0)) {
    // Later: a row may have asked for this itself.
    if (item->widget() != nullptr) {
      item->widget()->hide();
      item->widget()->setParent(nullptr);
      item->widget()->deleteLater();
    }
    delete item;
  }
  const QStringList paths = recentProjects();
  recent_->setVisible(!paths.isEmpty());
  if (paths.isEmpty()) return;
  rows_->addWidget(makeLabel(tr("Recent projects"), "title", recent_));
  for (const QString& path : paths) addRecent(path);
}

// The picture, name, folder and date of a project, and a button that removes it from the list.
void StartPage::addRecent(const QString& path) {
  auto* row = new QWidget(recent_);
  auto* line = new QHBoxLayout(row);
  line->setContentsMargins(0, 0, 0, 0);
  line->setSpacing(metrics::kSmallGap);
  const QFileInfo file(path);
  const QString changed =
      file.exists()
          ? tr("changed %1").arg(QLocale().toString(file.lastModified(), QLocale::ShortFormat))
          : tr("not found");
  QPushButton* open = makeButton(
      tr("%1\n%2, %3").arg(file.completeBaseName(), shortFolder(path), changed), path, row);
  open->setObjectName("recentProject");
  open->setProperty("role", "row");
  open->setFixedHeight(kRecentHeight);
  open->setEnabled(file.exists());
  const QImage thumb = recentThumb(path);
  if (!thumb.isNull()) open->setIcon(QIcon(QPixmap::fromImage(thumb)));
  open->setIconSize(QSize(metrics::kThumb, metrics::kThumb));
  QPushButton* remove = tight(makeButton(
      tr("Remove"), tr("Remove %1 from this list. Its file stays.").arg(file.completeBaseName()),
      row));
  remove->setObjectName("recentRemove");
  line->addWidget(open, 1);
  line->addWidget(remove);
  rows_->addWidget(row);
  connect(open, &QPushButton::clicked, this, [this, path] { emit projectChosen(path); });
  connect(remove, &QPushButton::clicked, this, [this, path] {
    forgetProject(path);
    refresh();
  });
}

}  // namespace amber
