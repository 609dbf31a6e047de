#include "desktop/benches/pack/change_list.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QIcon>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "core/project/conflict_words.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

enum ChangeRole { AssetName = Qt::UserRole, FrameName };

constexpr int kLookSide = 28;

QTreeWidget* makeList(const char* name, QWidget* parent) {
  auto* list = new QTreeWidget(parent);
  list->setObjectName(name);
  list->setHeaderHidden(true);
  list->setColumnCount(2);
  list->header()->setStretchLastSection(true);
  list->header()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
  return list;
}

}  // namespace

ChangeList::ChangeList(QWidget* parent) : QWidget(parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(metrics::kGap, 8, metrics::kGap, 8);
  column->setSpacing(metrics::kSmallGap);
  conflicts_ = makeList("conflicts", this);
  conflicts_->setRootIsDecorated(false);
  conflicts_->header()->setStretchLastSection(false);
  conflicts_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
  conflicts_->header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
  column->addWidget(conflicts_, 1);
  title_ = makeLabel({}, "title", this);
  title_->setObjectName("changesTitle");
  title_->setWordWrap(true);
  column->addWidget(title_);
  list_ = makeList("changes", this);
  list_->setIconSize({kLookSide, kLookSide});
  column->addWidget(list_, 2);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(4);
  QPushButton* compare =
      makeButton(tr("Compare with a file..."),
                 tr("Shows what changed from another project file to this one."), this);
  compare->setObjectName("compareProject");
  QPushButton* merge =
      makeButton(tr("Merge a project..."),
                 tr("Merges the changes that another person made to this project. You select the "
                    "common earlier version first, then their version."),
                 this);
  merge->setObjectName("mergeProject");
  auto* back = makeButton(tr("Show changes since the last pack"),
                          tr("What changed since the last pack"), this);
  back->setObjectName("backToParcel");
  back_ = back;
  buttons->addWidget(compare);
  buttons->addWidget(back);
  buttons->addStretch();
  column->addLayout(buttons);
  column->addWidget(merge, 0, Qt::AlignLeft);
  // Keeps what there is at the top where the lists are hidden.
  column->addStretch();
  connect(compare, &QPushButton::clicked, this, &ChangeList::compareWanted);
  connect(merge, &QPushButton::clicked, this, &ChangeList::mergeWanted);
  connect(back, &QPushButton::clicked, this, &ChangeList::parcelWanted);
  connect(list_, &QTreeWidget::currentItemChanged, this, [this](const QTreeWidgetItem* item) {
    if (item == nullptr || !item->data(0, AssetName).isValid()) return;
    emit pointed(item->data(0, AssetName).toString(), item->data(0, FrameName).toString());
  });
  conflicts_->hide();
  back_->hide();
}

void ChangeList::showConflicts(const Project& project) {
  conflicts_->clear();
  conflicts_->setVisible(!project.conflicts.empty());
  for (std::size_t i = 0; i < project.conflicts.size(); ++i) {
    auto* item = new QTreeWidgetItem(
        conflicts_, {QString::fromStdString(conflictText(project, project.conflicts[i])), {}});
    item->setToolTip(0, tr("Yours: %1\nTheirs: %2")
                            .arg(QString::fromStdString(project.conflicts[i].ours).left(400),
                                 QString::fromStdString(project.conflicts[i].theirs).left(400)));
    auto* choice = new QWidget(conflicts_);
    auto* row = new QHBoxLayout(choice);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    for (const bool ours : {true, false}) {
      QPushButton* button =
          tight(makeButton(ours ? tr("yours") : tr("theirs"),
                           ours ? tr("Keeps your version.") : tr("Uses their version."), choice),
                "small");
      button->setObjectName((ours ? "ours" : "theirs") + QString::number(i + 1));
      row->addWidget(button);
      connect(button, &QPushButton::clicked, this, [this, i, ours] { emit settled(i, ours); });
    }
    conflicts_->setItemWidget(item, 1, choice);
  }
}

void ChangeList::addGroup(const QString& title, const std::vector<const ParcelChange*>& changes,
                          const Look& look) {
  if (changes.empty()) return;
  auto* group = new QTreeWidgetItem(list_, {title, QString::number(changes.size())});
  for (const ParcelChange* change : changes) {
    auto* item = new QTreeWidgetItem(
        group, {QString::fromStdString(change->frame.empty() ? change->asset : change->frame),
                QString::fromStdString(change->text)});
    item->setIcon(0, QIcon(look(*change)));
    item->setData(0, AssetName, QString::fromStdString(change->asset));
    item->setData(0, FrameName, QString::fromStdString(change->frame));
  }
  group->setExpanded(changes.size() <= 24);
}

void ChangeList::showParcel(const std::optional<std::vector<ParcelChange>>& changes,
                            const Look& look) {
  showsFile_ = false;
  back_->hide();
  list_->clear();
  list_->setVisible(changes && !changes->empty());
  if (!changes) {
    title_->setText(tr("Nothing has been packed to this folder yet, so everything is new."));
    return;
  }
  title_->setText(changes->empty() ? tr("The parcel in the folder is up to date.")
                                   : tr("Since the last pack"));
  const QString titles[] = {tr("Added"), tr("Removed"), tr("Repainted"), tr("Moved on the pages"),
                            tr("Numbers changed")};
  for (std::size_t kind = 0; kind < kParcelChangeWords.size(); ++kind) {
    std::vector<const ParcelChange*> some;
    for (const ParcelChange& change : *changes) {
      if (static_cast<std::size_t>(change.kind) == kind) some.push_back(&change);
    }
    addGroup(titles[kind], some, look);
  }
}

void ChangeList::showFile(const QString& name, const std::vector<ProjectDifference>& changes) {
  showsFile_ = true;
  back_->show();
  list_->clear();
  list_->setVisible(!changes.empty());
  title_->setText(changes.empty() ? tr("%1 has the same content as this project.").arg(name)
                                  : tr("From %1 to this project").arg(name));
  const QString titles[] = {tr("Added"), tr("Removed"), tr("Renamed"), tr("Changed")};
  for (std::size_t kind = 0; kind < kChangeKindWords.size(); ++kind) {
    QTreeWidgetItem* group = nullptr;
    for (const ProjectDifference& change : changes) {
      if (static_cast<std::size_t>(change.kind) != kind) continue;
      if (group == nullptr) group = new QTreeWidgetItem(list_, {titles[kind], {}});
      auto* item =
          new QTreeWidgetItem(group, {QString::fromStdString(change.what + " " + change.name),
                                      QString::fromStdString(change.text)});
      const std::string& asset = change.what == "asset" ? change.name : change.within;
      if (asset.empty()) continue;
      item->setData(0, AssetName, QString::fromStdString(asset));
      item->setData(0, FrameName,
                    change.what == "frame" ? QString::fromStdString(change.name) : QString());
    }
    if (group != nullptr) {
      group->setText(1, QString::number(group->childCount()));
      group->setExpanded(true);
    }
  }
}

}  // namespace amber
