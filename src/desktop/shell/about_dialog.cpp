#include "desktop/shell/about_dialog.h"

#include <QDialogButtonBox>
#include <QFile>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QIcon>
#include <QLabel>
#include <QPlainTextEdit>
#include <QTabWidget>
#include <QTreeWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "desktop/parts/building.h"
#include "desktop/theme.h"
#include "work/version.h"

namespace amber {
namespace {

QWidget* makeLibraries(QWidget* parent) {
  auto* list = new QTreeWidget(parent);
  list->setObjectName("libraries");
  list->setAccessibleName(AboutDialog::tr("Libraries in this program"));
  list->setHeaderLabels(
      {AboutDialog::tr("Library"), AboutDialog::tr("Version"), AboutDialog::tr("Licence")});
  list->setRootIsDecorated(false);
  for (const UsedLibrary& one : usedLibraries()) {
    list->addTopLevelItem(
        new QTreeWidgetItem({QString::fromStdString(one.name), QString::fromStdString(one.version),
                             QString::fromStdString(one.licence)}));
  }
  list->header()->setStretchLastSection(true);
  for (const int column : {0, 1}) list->resizeColumnToContents(column);
  return list;
}

QWidget* makeLicence(QWidget* parent) {
  auto* text = new QPlainTextEdit(parent);
  text->setObjectName("licence");
  text->setAccessibleName(AboutDialog::tr("Licence"));
  text->setReadOnly(true);
  text->setTabChangesFocus(true);
  text->setLineWrapMode(QPlainTextEdit::NoWrap);
  QFile file(":/about/LICENSE");
  if (file.open(QIODevice::ReadOnly)) text->setPlainText(QString::fromUtf8(file.readAll()));
  return text;
}

}  // namespace

AboutDialog::AboutDialog(QWidget* parent) : QDialog(parent) {
  setObjectName("aboutDialog");
  setWindowTitle(tr("About Amber Parcel"));
  resize(Scaled(600), Scaled(440));
  auto* head = new QHBoxLayout;
  auto* picture = new QLabel(this);
  picture->setPixmap(QIcon(":/icons/parcel.svg").pixmap(Scaled(56), Scaled(56)));
  head->addWidget(picture);
  auto* words = new QVBoxLayout;
  QLabel* title =
      makeLabel(tr("Amber Parcel %1").arg(QString::fromStdString(versionLine())), "title", this);
  title->setTextInteractionFlags(Qt::TextSelectableByMouse);
  words->addWidget(title);
  words->addWidget(makeLabel(tr("Turns sprite sheets into game-ready assets."), "", this));
  words->addWidget(makeLabel(
      tr("Free software under the GNU General Public License, version 3 or later. The loaders may "
         "be used in any game, without conditions."),
      "quiet", this));
  head->addLayout(words, 1);
  auto* tabs = new QTabWidget(this);
  tabs->setObjectName("aboutTabs");
  tabs->addTab(makeLibraries(tabs), tr("&Libraries"));
  tabs->addTab(makeLicence(tabs), tr("L&icence"));
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
  auto* column = new QVBoxLayout(this);
  column->addLayout(head);
  column->addWidget(tabs, 1);
  column->addWidget(buttons);
  connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::close);
}

}  // namespace amber
