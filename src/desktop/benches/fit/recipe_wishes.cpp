#include "desktop/benches/fit/recipe_wishes.h"

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QString>
#include <QStyle>
#include <QVBoxLayout>

#include "core/fit/styles/inset_text.h"
#include "core/fit/styles/region.h"
#include "core/geometry/tolerances.h"
#include "core/project/values/ranges.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kMostLossPercent = 99;
constexpr double kMostGrow = 64;
constexpr double kMostSpeck = 1000000;

void markWrong(QLineEdit* field, bool wrong, const QString& tip) {
  field->setProperty("wrong", wrong);
  field->style()->unpolish(field);
  field->style()->polish(field);
  field->setToolTip(tip);
}

QString regionTip() {
  return RecipeWishes::tr(
      "all, or a band of the ink such as bottom:25%, top:6px, left:, right:, or rect:x,y,w,h");
}

QString insetTip() {
  return RecipeWishes::tr(
      "Moves the sides inward, negative outward: 2, or 5%, or left,top,right,bottom in px or %");
}

}  // namespace

RecipeWishes::RecipeWishes(QWidget* parent) : QWidget(parent) {
  makeFields();
  auto* rows = new QVBoxLayout(this);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(metrics::kSmallGap);
  addRow(rows, tr("region"), {region_});
  addRow(rows, tr("inset"), {inset_});
  addRow(rows, tr("trim %"), {loss_});
  addRow(rows, tr("box keeps ink"), {keep_, grounded_});
  addRow(rows, tr("capsules lie"), {lie_});
  addRow(rows, tr("polygon points"), {points_, convex_});
  addRow(rows, tr("outline within"), {tolerance_, around_});
  addRow(rows, tr("mask grows"), {grow_, fillHoles_});
  addRow(rows, tr("least speck"), {specks_});
}

void RecipeWishes::makeFields() {
  const auto text = [&](const char* name, const QString& start, const QString& tip) {
    auto* field = new QLineEdit(start, this);
    field->setObjectName(name);
    field->setToolTip(tip);
    connect(field, &QLineEdit::editingFinished, this, &RecipeWishes::tellChange);
    return field;
  };
  const auto number = [&](const char* name, double least, double most, int decimals, double start,
                          const QString& tip) {
    auto* field = new NumberField(least, most, decimals, this);
    field->setObjectName(name);
    field->setValue(start);
    field->setToolTip(tip);
    connect(field, &NumberField::committed, this, &RecipeWishes::tellChange);
    return field;
  };
  const auto chip = [&](const char* name, const QString& words, const QString& tip) {
    QPushButton* button = tight(makeChip(words, this));
    button->setObjectName(name);
    button->setToolTip(tip);
    connect(button, &QPushButton::toggled, this, &RecipeWishes::tellChange);
    return button;
  };
  const auto choice = [&](const char* name, const QStringList& words, const QString& tip) {
    auto* box = new QComboBox(this);
    box->setObjectName(name);
    box->addItems(words);
    box->setToolTip(tip);
    connect(box, &QComboBox::activated, this, &RecipeWishes::tellChange);
    return box;
  };
  const Recipe usual;
  region_ = text("fitRegion", "all", regionTip());
  inset_ = text("fitInset", "0", insetTip());
  loss_ = number("fitLoss", 0, kMostLossPercent, 1, usual.loss * 100,
                 tr("How much of the ink the style trimmed may leave bare, per cent"));
  keep_ = number("boxKeep", kKeepRange.least, kKeepRange.most, 3, usual.box.keep,
                 tr("How often a bare pixel counts against a balanced box, where air counts once"));
  grounded_ = chip("boxGrounded", tr("grounded"), tr("A balanced box reaches down to the feet"));
  lie_ = choice("capsuleLie", {tr("any way"), tr("upright"), tr("lying")},
                tr("Which way a capsule may lie"));
  points_ = number("polygonPoints", 3, kMostPolygonPoints, 0, usual.polygon.points,
                   tr("At most so many points in a polygon"));
  convex_ = chip("polygonConvex", tr("convex"), tr("No corner of a polygon turns inward"));
  tolerance_ = number("polygonTolerance", 0, kFarthestReach, 2, usual.polygon.tolerance,
                      tr("How far from the ink's outline a polygon may go, px: no more points are "
                         "used than that needs; 0: as many as there may be"));
  around_ = choice("polygonAround", {tr("all ink"), tr("largest island"), tr("convex hull")},
                   tr("What a polygon goes around"));
  grow_ = number("maskGrow", -kMostGrow, kMostGrow, 0, usual.mask.grow,
                 tr("How far a mask grows past the ink, px; negative: shrinks"));
  fillHoles_ = chip("maskFillHoles", tr("fill holes"), tr("Holes in the ink are of the mask"));
  specks_ = number("maskSpecks", 1, kMostSpeck, 0, usual.mask.leastSpeck,
                   tr("Islands of ink of fewer px are left out of a mask"));
}

Recipe RecipeWishes::recipe() const {
  Recipe recipe;
  recipe.region = regionFrom(region_->text().trimmed().toStdString()).value_or(Region{});
  recipe.inset = insetFrom(inset_->text().toStdString()).value_or(Inset{});
  recipe.loss = loss_->value() / 100;
  recipe.box = {keep_->value(), grounded_->isChecked()};
  recipe.lie = static_cast<CapsuleLie>(lie_->currentIndex());
  recipe.polygon.points = static_cast<int>(points_->value());
  recipe.polygon.convex = convex_->isChecked();
  recipe.polygon.tolerance = tolerance_->value();
  recipe.polygon.around = static_cast<Around>(around_->currentIndex());
  recipe.mask.grow = static_cast<int>(grow_->value());
  recipe.mask.holes = fillHoles_->isChecked() ? Holes::Filled : Holes::Kept;
  recipe.mask.leastSpeck = static_cast<int>(specks_->value());
  return recipe;
}

void RecipeWishes::tellChange() {
  const auto region = regionFrom(region_->text().trimmed().toStdString());
  markWrong(region_, !region.has_value(),
            region ? regionTip() : QString::fromStdString(region.error().sentence));
  const bool sound = insetFrom(inset_->text().toStdString()).has_value();
  markWrong(
      inset_, !sound,
      sound ? insetTip()
            : tr("\"%1\" is no inset; write 2, 5% or left,top,right,bottom").arg(inset_->text()));
  emit changed();
}

}  // namespace amber
