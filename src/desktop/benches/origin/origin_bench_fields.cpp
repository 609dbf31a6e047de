// The points, views and limits in the side column of origin_bench.h.
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <numbers>

#include "core/geometry/tolerances.h"
#include "desktop/benches/origin/origin_bench.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
void OriginBench::addPoints(QVBoxLayout* form, QWidget* side) {
  auto* title = new QHBoxLayout;
  title->addWidget(makeLabel(tr("This frame"), "title", side));
  rule_ = makeLabel({}, "quiet", side);
  rule_->setObjectName("originRule");
  title->addStretch();
  title->addWidget(rule_);
  form->addLayout(title);
  points_ = new QTableWidget(0, 3, side);
  points_->setTabKeyNavigation(false);
  points_->setObjectName("points");
  points_->setHorizontalHeaderLabels({tr("Point"), tr("art px"), tr("game px")});
  points_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
  points_->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Fixed);
  points_->horizontalHeader()->setSectionResizeMode(2, QHeaderView::Fixed);
  points_->horizontalHeader()->resizeSection(1, 90);
  points_->horizontalHeader()->resizeSection(2, 90);
  points_->horizontalHeader()->setHighlightSections(false);
  points_->verticalHeader()->hide();
  points_->verticalHeader()->setDefaultSectionSize(20);
  points_->verticalHeader()->setMinimumSectionSize(20);
  points_->setShowGrid(false);
  points_->setSelectionBehavior(QAbstractItemView::SelectRows);
  points_->setSelectionMode(QAbstractItemView::SingleSelection);
  points_->setEditTriggers(QAbstractItemView::NoEditTriggers);
  points_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  points_->setToolTip(
      tr("The point that is moved on the stage: the origin or a mount. The origin is measured in "
         "its frame, mounts from the origin."));
  form->addWidget(points_);
  connect(points_, &QTableWidget::cellClicked, this, [this](int row, int) {
    const QVariant point = points_->item(row, 0)->data(Qt::UserRole);
    if (!point.isValid()) return;
    chooseMount(point.toString().toStdString());
  });
  addPointFields(form, side);
}

void OriginBench::addPointFields(QVBoxLayout* form, QWidget* side) {
  x_ = new NumberField(-kLongestImageSide, kLongestImageSide, 2, side);
  y_ = new NumberField(-kLongestImageSide, kLongestImageSide, 2, side);
  x_->setObjectName("originX");
  x_->setAccessibleName(tr("Position x (art px)"));
  y_->setObjectName("originY");
  y_->setAccessibleName(tr("Position y (art px)"));
  addRow(form, tr("Position (art px)"), {x_, makeLabel(",", "", side), y_});
  mountName_ = new QLineEdit(side);
  mountName_->setObjectName("mountName");
  mountName_->setMaxLength(64);
  addRow(form, tr("Mount"), {mountName_});
  constexpr int kColumns = 3;
  auto* buttons = new QGridLayout;
  buttons->setSpacing(4);
  const auto button = [&](const char* name, const QString& text) {
    QPushButton* made = tight(makeButton(text, {}, side), "small");
    made->setObjectName(name);
    const int place = buttons->count();
    buttons->addWidget(made, place / kColumns, place % kColumns);
    return made;
  };
  mountKey_ = button("mountKey", tr("Set keyframe"));
  button("mountHold", tr("Hold"));
  button("mountMirror", tr("Mirror"));
  button("mountCopy", tr("Copy"));
  button("mountRemove", tr("Remove"));
  button("mountRiders", tr("Riders..."));
  form->addLayout(buttons);
  connect(x_, &NumberField::committed, this, &OriginBench::typePoint);
  connect(y_, &NumberField::committed, this, &OriginBench::typePoint);
  connect(mountName_, &QLineEdit::returnPressed, this, &OriginBench::nameMount);
}

void OriginBench::addUse(QVBoxLayout* form, QWidget* side) {
  spinRow_ = new QWidget(side);
  auto* spin = new QVBoxLayout(spinRow_);
  spin->setContentsMargins(0, 0, 0, 0);
  angle_ = new NumberField(-36000, 36000, 1, spinRow_);
  angle_->setObjectName("spinAngle");
  turning_ = tight(makeChip(tr("Keep turning"), spinRow_));
  turning_->setObjectName("turning");
  addRow(spin, tr("Angle (degrees)"), {angle_, turning_});
  addRule(spin, spinRow_);
  form->addWidget(spinRow_);
  connect(angle_, &NumberField::committed, this,
          [this](double degrees) { stage_->setAngle(degrees * std::numbers::pi / 180); });
  depthRow_ = new QWidget(side);
  auto* depth = new QVBoxLayout(depthRow_);
  depth->setContentsMargins(0, 0, 0, 0);
  beside_ = new QComboBox(depthRow_);
  beside_->setObjectName("beside");
  besideX_ = new NumberField(-kLongestImageSide, kLongestImageSide, 1, depthRow_);
  besideY_ = new NumberField(-kLongestImageSide, kLongestImageSide, 1, depthRow_);
  besideX_->setObjectName("besideX");
  besideY_->setObjectName("besideY");
  walking_ = tight(makeChip(tr("Walk"), depthRow_));
  walking_->setObjectName("walking");
  walking_->setToolTip(tr("Lets the second asset walk around the first one."));
  beside_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
  auto* who = new QHBoxLayout;
  who->addWidget(makeLabel(tr("With"), "", depthRow_));
  who->addWidget(beside_, 1);
  who->addWidget(walking_);
  depth->addLayout(who);
  addRow(depth, tr("Position (px)"), {besideX_, makeLabel(",", "", depthRow_), besideY_});
  addRule(depth, depthRow_);
  form->addWidget(depthRow_);
  const auto placed = [this] { stage_->setBesideAt({besideX_->value(), besideY_->value()}); };
  connect(besideX_, &NumberField::committed, this, placed);
  connect(besideY_, &NumberField::committed, this, placed);
  connect(beside_, &QComboBox::activated, this,
          [this](int index) { stage_->setBeside({beside_->itemData(index).toUInt()}); });
  for (QPushButton* moving : {turning_, walking_}) {
    connect(moving, &QPushButton::toggled, this, &OriginBench::refreshUse);
  }
}

void OriginBench::addWishes(QVBoxLayout* form, QWidget* side) {
  wantedDrift_ = new NumberField(0, 1024, 2, side);
  wantedDrift_->setObjectName("wantedDrift");
  wantedDrift_->setToolTip(
      tr("If the feet drift farther than this in an animation, a finding is shown."));
  wholePixels_ = tight(makeChip(tr("Whole px only"), side), "small");
  wholePixels_->setObjectName("wholePixels");
  wholePixels_->setToolTip(tr("Shows a finding for origins that lie between pixels."));
  addRow(form, tr("Largest drift (px)"), {wantedDrift_, wholePixels_});
  drawnAt_ = new NumberField(0.01, 1000, 2, side);
  drawnAt_->setObjectName("drawnAt");
  drawnAt_->setToolTip(tr("How many game pixels one art pixel of the selected assets covers."));
  addRow(form, tr("Draw scale"), {drawnAt_});
  connect(drawnAt_, &NumberField::committed, this, [this](double scale) {
    std::vector<Edit> edits;
    for (const AssetId id : session_.selection().assets) edits.emplace_back(SetScale{id, scale});
    session_.perform(tr("Draw %1 at scale %2").arg(countedAssets(edits.size())).arg(scale), edits);
  });
  const auto wish = [this] {
    session_.perform(tr("Change the origin checks"),
                     {SetOriginLimits{{wantedDrift_->value(), wholePixels_->isChecked()}}});
  };
  connect(wantedDrift_, &NumberField::committed, this, wish);
  connect(wholePixels_, &QPushButton::clicked, this, wish);
}

}  // namespace amber
