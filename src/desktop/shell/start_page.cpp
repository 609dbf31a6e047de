#include "desktop/shell/start_page.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QLayoutItem>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>

#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kMostRecent = 8;
constexpr const char* kRecentKey = "recentProjects";

}  // namespace

QStringList recentProjects() {
  return QSettings().value(kRecentKey).toStringList();
}

void rememberProject(const QString& path) {
  QStringList recent = recentProjects();
  recent.removeAll(path);
  recent.prepend(path);
  QSettings().setValue(kRecentKey, recent.mid(0, kMostRecent));
}

StartPage::StartPage(QWidget* parent) : QWidget(parent) {
  auto* all = new QVBoxLayout(this);
  all->addStretch(2);
  auto* column = new QVBoxLayout;
  column->setSpacing(10);
  auto* middle = new QHBoxLayout;
  middle->addStretch();
  middle->addLayout(column);
  middle->addStretch();
  all->addLayout(middle);
  all->addStretch(3);
  auto* title = makeLabel(tr("Drop sprite sheets here"), "title", this);
  title->setStyleSheet("font-size: 20px");
  column->addWidget(title);
  auto* about = makeLabel(tr("They are cut into frames, given origins and shapes, named, and "
                             "packed into a parcel for your game.\nThe sheets themselves are never "
                             "changed."),
                          "", this);
  column->addWidget(about);
  auto* buttons = new QHBoxLayout;
  QPushButton* images = makeButton(tr("Choose sheets"), tr("Ctrl+I"), this);
  markNext(images, true);
  QPushButton* open = makeButton(tr("Open a project"), tr("Ctrl+O"), this);
  QPushButton* fresh = makeButton(tr("New project"), tr("Ctrl+N"), this);
  for (QPushButton* button : {images, open, fresh}) buttons->addWidget(button);
  buttons->addStretch();
  column->addLayout(buttons);
  column->addSpacing(14);
  recent_ = new QVBoxLayout;
  recent_->setSpacing(4);
  column->addLayout(recent_);
  connect(images, &QPushButton::clicked, this, &StartPage::imagesAsked);
  connect(open, &QPushButton::clicked, this, &StartPage::openAsked);
  connect(fresh, &QPushButton::clicked, this, &StartPage::newAsked);
  refresh();
}

void StartPage::refresh() {
  while (recent_->count() > 0) {
    QLayoutItem* item = recent_->takeAt(0);
    delete item->widget();
    delete item;
  }
  const QStringList paths = recentProjects();
  if (paths.isEmpty()) return;
  recent_->addWidget(makeLabel(tr("Recent projects"), "title", this));
  for (const QString& path : paths) {
    QPushButton* button = makeButton(
        QFileInfo(path).completeBaseName() + "   " + QFileInfo(path).absolutePath(), path, this);
    button->setStyleSheet("text-align: left");
    connect(button, &QPushButton::clicked, this, [this, path] { emit projectChosen(path); });
    recent_->addWidget(button);
  }
}

}  // namespace amber
