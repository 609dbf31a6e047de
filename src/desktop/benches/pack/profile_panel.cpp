#include "desktop/benches/pack/profile_panel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QStringList>
#include <QVBoxLayout>
#include <algorithm>

#include "core/base/exact_number.h"
#include "core/project/values/ranges.h"
#include "desktop/parts/building.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/typed_text.h"

namespace amber {
namespace {

// Converts scales to "0.5, 1, 2" and back; invalid scales are skipped.
QString scalesText(const std::vector<double>& scales) {
  std::vector<double> all{1};
  all.insert(all.end(), scales.begin(), scales.end());
  std::sort(all.begin(), all.end());
  QStringList words;
  for (const double scale : all) words << QString::fromStdString(exactNumber(scale));
  return words.join(", ");
}

std::vector<double> scalesFrom(const QString& text) {
  std::vector<double> scales;
  for (const QString& word : text.split(',', Qt::SkipEmptyParts)) {
    bool number = false;
    const double scale = word.trimmed().toDouble(&number);
    if (number && scale != 1 && kPageScaleRange.holds(scale)) scales.push_back(scale);
  }
  std::sort(scales.begin(), scales.end());
  scales.erase(std::unique(scales.begin(), scales.end()), scales.end());
  if (scales.size() > kMostPageScales) scales.resize(kMostPageScales);
  return scales;
}

}  // namespace

ProfilePanel::ProfilePanel(QVBoxLayout* form, QWidget* parent) : QWidget(parent) {
  hide();
  buildChooser(form);
  buildPages(form);
  buildLengths(form);
  buildShapes(form);
}

void ProfilePanel::explain(QWidget* field, const QString& text) {
  field->setToolTip(text);
  field->installEventFilter(this);
}

bool ProfilePanel::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn) {
    about_->setText(qobject_cast<QWidget*>(watched)->toolTip());
  }
  return QWidget::eventFilter(watched, event);
}

NumberField* ProfilePanel::number(QVBoxLayout* form, const QString& label, const char* name,
                                  double least, double most, int decimals, const QString& about) {
  auto* field = new NumberField(least, most, decimals, parentWidget());
  field->setObjectName(name);
  addRow(form, label, {field});
  explain(field, about);
  connect(field, &NumberField::committed, this, &ProfilePanel::change);
  return field;
}

QComboBox* ProfilePanel::choice(QVBoxLayout* form, const QString& label, const char* name,
                                const QStringList& words, const QString& about) {
  auto* field = new QComboBox(parentWidget());
  field->setObjectName(name);
  field->addItems(words);
  // The longest word never makes the column wider than it is.
  field->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  field->setMinimumContentsLength(12);
  addRow(form, label, {field});
  explain(field, about);
  connect(field, &QComboBox::activated, this, &ProfilePanel::change);
  return field;
}

void ProfilePanel::buildChooser(QVBoxLayout* form) {
  auto* row = new QHBoxLayout;
  row->setSpacing(4);
  row->addWidget(makeLabel(tr("Profile"), "title", parentWidget()));
  names_ = new QComboBox(parentWidget());
  names_->setObjectName("profiles");
  names_->setToolTip(
      tr("A profile holds the pack settings for one target, such as a game or a device."));
  names_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  names_->setMinimumContentsLength(6);
  row->addWidget(names_, 1);
  QPushButton* add = tight(
      makeButton(tr("New"), tr("Adds a profile with the settings of this one."), parentWidget()));
  add->setObjectName("addProfile");
  row->addWidget(add);
  form->addLayout(row);
  name_ = new QLineEdit(parentWidget());
  name_->setObjectName("profileName");
  addRow(form, tr("Name"), {name_});
  explain(name_, tr("The name of the profile, also used on the command line (--profile)."));
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(4);
  first_ = tight(makeButton(tr("Use as default"),
                            tr("Makes this the profile that is used if no profile is named."),
                            parentWidget()));
  first_->setObjectName("firstProfile");
  remove_ = tight(makeButton(tr("Remove"), tr("Removes this profile."), parentWidget()));
  remove_->setObjectName("removeProfile");
  buttons->addWidget(first_);
  buttons->addWidget(remove_);
  buttons->addStretch();
  form->addLayout(buttons);
  effect_ = makeLabel({}, "", parentWidget());
  effect_->setObjectName("profileEffect");
  effect_->setWordWrap(true);
  form->addWidget(effect_);
  about_ = makeLabel(tr("Hover over a setting to see what it does."), "quiet", parentWidget());
  about_->setObjectName("aboutSetting");
  about_->setWordWrap(true);
  // As high as three lines, so that what stands below keeps its place.
  about_->setFixedHeight(3 * about_->fontMetrics().lineSpacing() + 2);
  about_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  form->addWidget(about_);
  connect(names_, &QComboBox::activated, this,
          [this](int index) { emit chosen(static_cast<std::size_t>(index)); });
  connect(add, &QPushButton::clicked, this, &ProfilePanel::add);
  connect(remove_, &QPushButton::clicked, this, &ProfilePanel::remove);
  connect(first_, &QPushButton::clicked, this, &ProfilePanel::makeFirst);
  finishTyping(*name_);
  connect(name_, &QLineEdit::editingFinished, this, &ProfilePanel::rename);
}

void ProfilePanel::buildPages(QVBoxLayout* form) {
  form->addWidget(makeLabel(tr("Pages"), "title", parentWidget()));
  pageSide_ =
      number(form, tr("Largest page (px)"), "pageSide", kPageSideRange.least, kPageSideRange.most,
             0, tr("The longest side of a page that the game can load, in px."));
  pageShape_ = choice(form, tr("Page size"), "pageShape",
                      {tr("Tight"), tr("Powers of two"), tr("Square"), tr("Square, power of two")},
                      tr("Some graphics chips need square pages, or sides of 64, 128, 256 ... px. "
                         "Tight pages waste the least space."));
  padding_ = number(form, tr("Padding (px)"), "padding", kPaddingRange.least, kPaddingRange.most, 0,
                    tr("The number of empty pixels between frames."));
  extrusion_ = number(form, tr("Extrusion (px)"), "extrusion", kExtrusionRange.least,
                      kExtrusionRange.most, 0,
                      tr("How many times the edge pixels of a frame are repeated outward. This "
                         "prevents seams between tiles."));
  trim_ = new QCheckBox(tr("Empty borders"), parentWidget());
  trim_->setObjectName("trim");
  addRow(form, tr("Trim"), {trim_});
  explain(
      trim_,
      tr("Removes the empty border of each frame. A loader restores the position of the frame."));
  connect(trim_, &QCheckBox::clicked, this, &ProfilePanel::change);
  same_ = choice(form, tr("Merge duplicates"), "samePictures",
                 {tr("Same position"), tr("Same pixels"), tr("Also mirrored")},
                 tr("Which frames share one picture on the page: frames from the same position of "
                    "a sheet, frames with the same pixels, or also mirror images (the loader must "
                    "support \"mirrored\")."));
  scales_ = new QLineEdit(parentWidget());
  scales_->setObjectName("scales");
  addRow(form, tr("Scales"), {scales_});
  explain(scales_, tr("Pages are written for each of these scales, for example 0.5, 1, 2. Scale 1 "
                      "is always included."));
  finishTyping(*scales_);
  connect(scales_, &QLineEdit::editingFinished, this, &ProfilePanel::change);
  resampling_ = choice(
      form, tr("Scale method"), "resampling", {tr("Nearest pixel"), tr("Area mean")},
      tr("How pixels are computed at other scales: the nearest pixel, or the mean of the area."));
  filter_ = choice(form, tr("Texture filter"), "filter", {tr("Nearest"), tr("Linear")},
                   tr("How the game should sample the pages. The parcel contains this as a hint."));
  colours_ = choice(form, tr("Colours"), "colours", {tr("All"), tr("Palette")},
                    tr("A page with at most 256 colours is written as a palette image, which needs "
                       "a quarter of the memory."));
  unseen_ = choice(form, tr("Transparent pixels"), "unseen", {tr("Black"), tr("Bleed")},
                   tr("The colour of fully transparent pixels: black, or copied from the nearest "
                      "visible pixel so that a linear filter draws no dark edges."));
  blocks_ = choice(form, tr("Blocks"), "blocks", {tr("Allow"), tr("Report")},
                   tr("Whether blocks, plain rectangles in place of missing art, may be in the "
                      "game. Reported, each is a finding."));
}

void ProfilePanel::buildLengths(QVBoxLayout* form) {
  form->addWidget(makeLabel(tr("Lengths"), "title", parentWidget()));
  pxPerUnit_ = number(form, tr("Pixels per unit"), "pxPerUnit", kPxPerUnitRange.least,
                      kPxPerUnitRange.most, 3,
                      tr("How many game pixels make one unit of the game. The parcel then also "
                         "gives frames in units."));
  yAxis_ = choice(
      form, tr("Y axis"), "yAxis", {tr("Down"), tr("Up")},
      tr("The direction of the y axis in units of the game. In pixels, y always points down."));
}

void ProfilePanel::buildShapes(QVBoxLayout* form) {
  form->addWidget(makeLabel(tr("Shapes and names"), "title", parentWidget()));
  polygons_ = choice(
      form, tr("Polygons"), "polygonForm", {tr("Whole"), tr("Convex parts")},
      tr("Adds convex parts beside the outline, for engines that support only convex shapes."));
  partPoints_ =
      number(form, tr("Most points per part"), "partPoints", kPolygonPointsRange.least,
             kPolygonPointsRange.most, 0, tr("The largest number of points of a convex part."));
  polygonPoints_ = number(form, tr("Most points"), "polygonPoints", kPolygonPointsRange.least,
                          kPolygonPointsRange.most, 0,
                          tr("The largest number of points of a polygon. The checks use the number "
                             "of the default profile."));
  masks_ = choice(form, tr("Masks"), "maskForm", {tr("Pixel runs"), tr("Pictures")},
                  tr("Writes pixel masks as runs of pixels (numbers), or as white pictures on "
                     "separate pages."));
  constants_ = new LanguageChooser(tr("None"), parentWidget());
  constants_->setObjectName("constants");
  addRow(form, tr("Names as source"), {constants_});
  explain(constants_,
          tr("Writes a source file with every name as a constant, for each of these languages."));
  connect(constants_, &LanguageChooser::chosen, this,
          [this](const std::vector<Language>& languages) {
            std::vector<PackProfile> profiles = profiles_;
            profiles[shown_].constants = languages;
            emit changed(tr("Write names as source"), profiles, shown_);
          });
}

void ProfilePanel::show(const std::vector<PackProfile>& profiles, std::size_t chosen) {
  showing_ = true;
  profiles_ = profiles;
  shown_ = chosen;
  const PackProfile& profile = profiles_[shown_];
  names_->clear();
  for (const PackProfile& one : profiles_) names_->addItem(QString::fromStdString(one.name));
  names_->setCurrentIndex(static_cast<int>(shown_));
  showText(*name_, QString::fromStdString(profile.name));
  remove_->setEnabled(profiles_.size() > 1);
  remove_->setToolTip(profiles_.size() > 1 ? tr("Removes this profile.")
                                           : tr("A project needs at least one profile"));
  first_->setEnabled(shown_ != 0);
  first_->setToolTip(shown_ != 0 ? tr("Makes this the profile that is used if no profile is named.")
                                 : tr("This is already the default profile"));
  pageSide_->setValue(profile.pageSide);
  padding_->setValue(profile.padding);
  extrusion_->setValue(profile.extrusion);
  pxPerUnit_->setValue(profile.pxPerUnit);
  polygonPoints_->setValue(profile.polygonPoints);
  partPoints_->setValue(profile.partPoints);
  partPoints_->setEnabled(profile.polygons == PolygonForm::Parts);
  showText(*scales_, scalesText(profile.scales));
  trim_->setChecked(profile.trim);
  pageShape_->setCurrentIndex(static_cast<int>(profile.pageShape));
  same_->setCurrentIndex(static_cast<int>(profile.same));
  colours_->setCurrentIndex(static_cast<int>(profile.colours));
  unseen_->setCurrentIndex(static_cast<int>(profile.unseen));
  blocks_->setCurrentIndex(static_cast<int>(profile.blocks));
  resampling_->setCurrentIndex(static_cast<int>(profile.resampling));
  resampling_->setEnabled(!profile.scales.empty());
  filter_->setCurrentIndex(static_cast<int>(profile.filter));
  yAxis_->setCurrentIndex(static_cast<int>(profile.yAxis));
  polygons_->setCurrentIndex(static_cast<int>(profile.polygons));
  masks_->setCurrentIndex(static_cast<int>(profile.masks));
  constants_->show(profile.constants);
  showing_ = false;
}

void ProfilePanel::showEffect(const QString& text) {
  effect_->setText(text);
}

PackProfile ProfilePanel::fromFields() const {
  PackProfile profile = profiles_[shown_];
  profile.pageSide = static_cast<int>(pageSide_->value());
  profile.padding = static_cast<int>(padding_->value());
  profile.extrusion = static_cast<int>(extrusion_->value());
  profile.pxPerUnit = pxPerUnit_->value();
  profile.polygonPoints = static_cast<int>(polygonPoints_->value());
  profile.partPoints = static_cast<int>(partPoints_->value());
  profile.scales = scalesFrom(scales_->text());
  profile.trim = trim_->isChecked();
  profile.pageShape = static_cast<PageShape>(pageShape_->currentIndex());
  profile.same = static_cast<SamePictures>(same_->currentIndex());
  profile.colours = static_cast<PageColours>(colours_->currentIndex());
  profile.unseen = static_cast<Unseen>(unseen_->currentIndex());
  profile.blocks = static_cast<Blocks>(blocks_->currentIndex());
  profile.resampling = static_cast<Resampling>(resampling_->currentIndex());
  profile.filter = static_cast<TextureFilter>(filter_->currentIndex());
  profile.yAxis = static_cast<YAxis>(yAxis_->currentIndex());
  profile.polygons = static_cast<PolygonForm>(polygons_->currentIndex());
  profile.masks = static_cast<MaskForm>(masks_->currentIndex());
  return profile;
}

void ProfilePanel::change() {
  if (showing_) return;
  std::vector<PackProfile> profiles = profiles_;
  profiles[shown_] = fromFields();
  // Removes typed text that is not a scale.
  showText(*scales_, scalesText(profiles[shown_].scales));
  if (profiles == profiles_) return;
  emit changed(tr("Change the profile %1").arg(QString::fromStdString(profiles[shown_].name)),
               profiles, shown_);
}

void ProfilePanel::add() {
  std::vector<PackProfile> profiles = profiles_;
  PackProfile fresh = profiles[shown_];
  const auto taken = [&](const std::string& name) {
    return std::any_of(profiles.begin(), profiles.end(),
                       [&](const PackProfile& one) { return one.name == name; });
  };
  int number = 2;
  while (taken("game " + std::to_string(number))) ++number;
  fresh.name = "game " + std::to_string(number);
  profiles.push_back(fresh);
  emit changed(tr("Add a profile"), profiles, profiles.size() - 1);
  name_->setFocus();
  name_->selectAll();
}

void ProfilePanel::remove() {
  std::vector<PackProfile> profiles = profiles_;
  profiles.erase(profiles.begin() + static_cast<std::ptrdiff_t>(shown_));
  emit changed(tr("Remove a profile"), profiles, 0);
}

void ProfilePanel::rename() {
  const std::string name = name_->text().trimmed().toStdString();
  if (showing_ || name.empty() || name == profiles_[shown_].name) return;
  std::vector<PackProfile> profiles = profiles_;
  profiles[shown_].name = name;
  emit changed(tr("Rename a profile to %1").arg(name_->text().trimmed()), profiles, shown_);
}

void ProfilePanel::makeFirst() {
  std::vector<PackProfile> profiles = profiles_;
  const auto at = profiles.begin() + static_cast<std::ptrdiff_t>(shown_);
  std::rotate(profiles.begin(), at, at + 1);
  emit changed(tr("Use a profile as the default"), profiles, 0);
}

}  // namespace amber
