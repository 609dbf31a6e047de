#include "desktop/benches/fit/refit_report.h"

#include <QHeaderView>
#include <QLabel>
#include <QStringList>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "core/project/frame_ref.h"
#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QString fromTo(double before, double after) {
  return RefitReport::tr("%1 to %2 %").arg(qRound(before * 100)).arg(qRound(after * 100));
}

}  // namespace

RefitReport::RefitReport(const Project& project, const std::vector<Refitted>& changes,
                         QWidget* parent)
    : QDialog(parent) {
  setObjectName("refitReport");
  setWindowTitle(tr("Fitted again"));
  resize(520, 360);
  std::vector<Refitted> sorted = changes;
  std::stable_sort(sorted.begin(), sorted.end(),
                   [](const Refitted& a, const Refitted& b) { return a.farthest > b.farthest; });
  auto* column = new QVBoxLayout(this);
  column->addWidget(makeLabel(sorted.size() == 1 ? tr("1 shape has changed.")
                                                 : tr("%1 shapes have changed.").arg(sorted.size()),
                              "title", this));
  auto* table = new QTableWidget(static_cast<int>(sorted.size()), 5, this);
  table->setTabKeyNavigation(false);
  table->setHorizontalHeaderLabels(
      {tr("frame"), tr("role"), tr("moved (px)"), tr("air"), tr("bare ink")});
  table->verticalHeader()->hide();
  table->setEditTriggers(QAbstractItemView::NoEditTriggers);
  table->setSelectionBehavior(QAbstractItemView::SelectRows);
  table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
  table->horizontalHeader()->setStretchLastSection(true);
  for (std::size_t i = 0; i < sorted.size(); ++i) {
    const Refitted& one = sorted[i];
    const Frame* frame = findFrame(project, one.frame);
    const QStringList texts = {
        frame == nullptr ? QString() : QString::fromStdString(frame->name),
        QString::fromStdString(one.role), QString::number(one.farthest, 'f', 1),
        fromTo(one.before.air, one.after.air), fromTo(one.before.bareInk, one.after.bareInk)};
    for (int j = 0; j < texts.size(); ++j) {
      table->setItem(static_cast<int>(i), j, new QTableWidgetItem(texts[j]));
    }
  }
  column->addWidget(table);
  connect(table, &QTableWidget::cellClicked, this, [this, sorted](int row, int) {
    emit frameChosen(sorted[static_cast<std::size_t>(row)].frame);
  });
  QPushButton* done =
      makeButton(tr("Close"), tr("Undo restores the shapes as they were before."), this);
  connect(done, &QPushButton::clicked, this, &QDialog::close);
  column->addWidget(done, 0, Qt::AlignRight);
}

}  // namespace amber
