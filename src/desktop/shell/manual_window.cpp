#include "desktop/shell/manual_window.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {

ManualWindow::ManualWindow(QWidget* parent) : QWidget(parent, Qt::Window) {
  setObjectName("manual");
  setWindowTitle(tr("Manual"));
  resize(Scaled(820), Scaled(720));
  browser_ = new QTextBrowser(this);
  browser_->setObjectName("manualPage");
  browser_->setAccessibleName(tr("Page of the manual"));
  browser_->setOpenExternalLinks(true);
  auto* row = new QHBoxLayout;
  QPushButton* back = makeButton(tr("Back"), tr("Previous page"), this);
  QPushButton* contents = makeButton(tr("Contents"), tr("All pages of the manual"), this);
  row->addWidget(back);
  row->addWidget(contents);
  row->addStretch();
  auto* column = new QVBoxLayout(this);
  column->addLayout(row);
  column->addWidget(browser_, 1);
  back->setEnabled(false);
  connect(browser_, &QTextBrowser::backwardAvailable, back, &QPushButton::setEnabled);
  connect(back, &QPushButton::clicked, browser_, &QTextBrowser::backward);
  connect(contents, &QPushButton::clicked, this, [this] { showPage("index.md"); });
}

void ManualWindow::showPage(const QString& page) {
  browser_->setSource(QUrl("qrc:/manual/" + page), QTextDocument::MarkdownResource);
  show();
  raise();
  activateWindow();
}

}  // namespace amber
