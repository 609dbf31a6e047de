#include "desktop/benches/fit/recipe_form.h"

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QString>
#include <QStyle>
#include <QVBoxLayout>

#include "core/fit/search/region.h"
#include "core/fit/styles/inset_text.h"
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
  return RecipeForm::tr(
      "The part of the ink that a shape is fitted to: all, a band such as bottom:25% or top:6px "
      "(also left, right), rect:x,y,w,h, or core:40% for the body without what moves beside it.");
}

QString insetTip() {
  return RecipeForm::tr(
      "Moves the sides of the shape inward, or outward if negative: 2, 5%, or "
      "left,top,right,bottom in px or %.");
}

}  // namespace

RecipeForm::RecipeForm(QWidget* parent) : QWidget(parent) {
  makeFields();
  auto* rows = new QVBoxLayout(this);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(metrics::kSmallGap);
  addRow(rows, tr("Region"), {region_});
  addRow(rows, tr("Inset"), {inset_});
  addRow(rows, tr("Trim (%)"), {loss_});
  addRow(rows, tr("Bare ink weight"), {keep_, grounded_});
  addRow(rows, tr("Capsule axis"), {axis_});
  addRow(rows, tr("Polygon points"), {points_, convex_});
  addRow(rows, tr("Tolerance (px)"), {tolerance_, around_});
  addRow(rows, tr("Grow mask (px)"), {grow_, fillHoles_});
  addRow(rows, tr("Smallest speck (px)"), {specks_});
}

void RecipeForm::makeFields() {
  const auto text = [&](const char* name, const QString& start, const QString& tip) {
    auto* field = new QLineEdit(start, this);
    field->setObjectName(name);
    field->setToolTip(tip);
    connect(field, &QLineEdit::editingFinished, this, &RecipeForm::tellChange);
    return field;
  };
  const auto number = [&](const char* name, double least, double most, int decimals, double start,
                          const QString& tip) {
    auto* field = new NumberField(least, most, decimals, this);
    field->setObjectName(name);
    field->setValue(start);
    field->setToolTip(tip);
    connect(field, &NumberField::committed, this, &RecipeForm::tellChange);
    return field;
  };
  const auto chip = [&](const char* name, const QString& words, const QString& tip) {
    QPushButton* button = tight(makeChip(words, this));
    button->setObjectName(name);
    button->setToolTip(tip);
    connect(button, &QPushButton::toggled, this, &RecipeForm::tellChange);
    return button;
  };
  const auto choice = [&](const char* name, const QStringList& words, const QString& tip) {
    auto* box = new QComboBox(this);
    box->setObjectName(name);
    box->addItems(words);
    box->setToolTip(tip);
    connect(box, &QComboBox::activated, this, &RecipeForm::tellChange);
    return box;
  };
  const Recipe usual;
  region_ = text("fitRegion", "all", regionTip());
  inset_ = text("fitInset", "0", insetTip());
  loss_ = number("fitLoss", 0, kMostLossPercent, 1, usual.loss * 100,
                 tr("The largest share of the ink that the style trimmed may leave outside the "
                    "shape, in per cent."));
  keep_ = number("boxKeep", kKeepRange.least, kKeepRange.most, 3, usual.box.keep,
                 tr("How much a pixel of bare ink counts against a balanced box, compared with a "
                    "pixel of air."));
  grounded_ =
      chip("boxGrounded", tr("Grounded"), tr("Makes a balanced box reach down to the feet."));
  axis_ = choice("capsuleLie", {tr("Any"), tr("Vertical"), tr("Horizontal")},
                 tr("The allowed directions of the capsule's axis."));
  points_ = number("polygonPoints", 3, kMostPolygonPoints, 0, usual.polygon.points,
                   tr("The largest number of points a polygon may have."));
  convex_ = chip("polygonConvex", tr("Convex"), tr("Makes polygons without inward corners."));
  tolerance_ =
      number("polygonTolerance", 0, kFarthestReach, 2, usual.polygon.tolerance,
             tr("How far a polygon may be from the outline of the ink, in px. It uses as few "
                "points as this allows. With 0 it uses the largest number of points."));
  around_ = choice("polygonAround", {tr("All ink"), tr("Largest island"), tr("Convex hull")},
                   tr("The ink that a polygon encloses."));
  grow_ = number("maskGrow", -kMostGrow, kMostGrow, 0, usual.mask.grow,
                 tr("How far the mask extends beyond the ink, in px. Negative values shrink it."));
  fillHoles_ =
      chip("maskFillHoles", tr("Fill holes"), tr("Makes holes in the ink part of the mask."));
  specks_ = number("maskSpecks", 1, kMostSpeck, 0, usual.mask.leastSpeck,
                   tr("Islands of ink with fewer pixels are not part of the mask."));
}

Recipe RecipeForm::recipe() const {
  Recipe recipe;
  recipe.region = regionFrom(region_->text().trimmed().toStdString()).value_or(Region{});
  recipe.inset = insetFrom(inset_->text().toStdString()).value_or(Inset{});
  recipe.loss = loss_->value() / 100;
  recipe.box = {keep_->value(), grounded_->isChecked()};
  recipe.axis = static_cast<CapsuleAxis>(axis_->currentIndex());
  recipe.polygon.points = static_cast<int>(points_->value());
  recipe.polygon.convex = convex_->isChecked();
  recipe.polygon.tolerance = tolerance_->value();
  recipe.polygon.around = static_cast<Around>(around_->currentIndex());
  recipe.mask.grow = static_cast<int>(grow_->value());
  recipe.mask.holes = fillHoles_->isChecked() ? Holes::Filled : Holes::Kept;
  recipe.mask.leastSpeck = static_cast<int>(specks_->value());
  return recipe;
}

void RecipeForm::tellChange() {
  const auto region = regionFrom(region_->text().trimmed().toStdString());
  markWrong(region_, !region.has_value(),
            region ? regionTip() : QString::fromStdString(region.error().sentence));
  const bool valid = insetFrom(inset_->text().toStdString()).has_value();
  markWrong(inset_, !valid,
            valid ? insetTip()
                  : tr("\"%1\" is not a valid inset. Write 2, 5% or left,top,right,bottom.")
                        .arg(inset_->text()));
  emit changed();
}

}  // namespace amber
