#include "desktop/benches/cut/background_panel.h"

#include <QLabel>
#include <QPixmap>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSlider>
#include <QVBoxLayout>

#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kUsualTolerance = 8;

QString hexOf(const KeyColour& key) {
  return QColor(key.r, key.g, key.b).name().mid(1);
}

QSlider* makeSlider(const char* name, QWidget* parent) {
  auto* slider = new QSlider(Qt::Horizontal, parent);
  slider->setObjectName(name);
  slider->setRange(1, 255);
  return slider;
}

}  // namespace

BackgroundPanel::BackgroundPanel(QWidget* parent) : QWidget(parent) {
  auto* form = new QVBoxLayout(this);
  form->setContentsMargins(0, 0, 0, 0);
  form->setSpacing(metrics::kSmallGap);
  addKeyRows(form);
  addThresholds(form);
}

void BackgroundPanel::addKeyRows(QVBoxLayout* form) {
  auto* top = new QHBoxLayout;
  top->addWidget(makeLabel(tr("Background"), "title", this), 1);
  alpha_ = makeChip(tr("Transparent"), this);
  alpha_->setObjectName("backgroundAlpha");
  keyed_ = makeChip(tr("Key colour"), this);
  keyed_->setObjectName("backgroundKey");
  top->addWidget(alpha_);
  top->addWidget(keyed_);
  form->addLayout(top);
  suggestion_ = makeButton(
      {}, tr("The image has no transparent pixels, and its border has this colour."), this);
  suggestion_->setObjectName("suggestedKey");
  form->addWidget(suggestion_);
  keyRows_ = new QWidget(this);
  auto* rows = new QVBoxLayout(keyRows_);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(metrics::kSmallGap);
  swatch_ = makeLabel({}, "", keyRows_);
  swatch_->setObjectName("keySwatch");
  swatch_->setFixedSize(44, 22);
  pick_ = makeChip(tr("Pick"), keyRows_);
  pick_->setObjectName("pickKey");
  pick_->setToolTip(tr("Click this, then click the background colour on the sheet."));
  addRow(rows, tr("Colour"), {swatch_, pick_});
  tolerance_ = new NumberField(0, 255, 0, keyRows_);
  tolerance_->setObjectName("keyTolerance");
  tolerance_->setToolTip(
      tr("How far the red, green and blue values may differ from the key colour (0 to 255)."));
  edgeOnly_ = makeChip(tr("Edge only"), keyRows_);
  edgeOnly_->setObjectName("keyEdgeOnly");
  edgeOnly_->setToolTip(
      tr("Only areas of this colour that are connected to the edge of the sheet are background. "
         "The same colour inside a figure stays ink."));
  addRow(rows, tr("Tolerance"), {tolerance_, edgeOnly_});
  form->addWidget(keyRows_);
  connectKeyRows();
}

void BackgroundPanel::connectKeyRows() {
  connect(alpha_, &QPushButton::clicked, this, [this] {
    InkRule rule = rule_;
    rule.key.reset();
    choose(rule);
  });
  connect(keyed_, &QPushButton::clicked, this, [this] {
    if (rule_.key) return show(rule_, suggested_);
    if (suggested_) {
      InkRule rule = rule_;
      rule.key = suggested_;
      return choose(rule);
    }
    // Nothing suggests a colour: it is to be picked.
    keyRows_->show();
    pick_->setChecked(true);
    emit pickingChanged(true);
  });
  connect(suggestion_, &QPushButton::clicked, this, [this] {
    InkRule rule = rule_;
    rule.key = suggested_;
    choose(rule);
  });
  connect(pick_, &QPushButton::toggled, this, &BackgroundPanel::pickingChanged);
  connect(tolerance_, &NumberField::committed, this, [this](double value) {
    if (!rule_.key) return;
    InkRule rule = rule_;
    rule.key->tolerance = static_cast<int>(value);
    choose(rule);
  });
  connect(edgeOnly_, &QPushButton::clicked, this, [this](bool edge) {
    if (!rule_.key) return;
    InkRule rule = rule_;
    rule.key->reach = edge ? KeyReach::JoinedToEdge : KeyReach::Everywhere;
    choose(rule);
  });
}

void BackgroundPanel::addThresholds(QVBoxLayout* form) {
  faint_ = new NumberField(1, 255, 0, this);
  firm_ = new NumberField(1, 255, 0, this);
  faint_->setObjectName("faint");
  firm_->setObjectName("firm");
  faint_->setToolTip(
      tr("Pixels with at least this alpha (1 to 255) are visible ink. Cutting and drawing use the "
         "visible ink."));
  firm_->setToolTip(
      tr("Pixels with at least this alpha (1 to 255) are solid ink. Origins and shapes use the "
         "solid ink."));
  faintSlider_ = makeSlider("faintSlider", this);
  firmSlider_ = makeSlider("firmSlider", this);
  addRow(form, tr("Visible ink (alpha)"), {faint_, faintSlider_});
  addRow(form, tr("Solid ink (alpha)"), {firm_, firmSlider_});
  preview_ = makeChip(tr("Show the ink"), this);
  preview_->setObjectName("showInk");
  preview_->setToolTip(
      tr("Hides the pixels that are not ink, and tints those that are visible but not solid."));
  form->addWidget(preview_);
  const auto connectThreshold = [this](NumberField* field, QSlider* slider, int InkRule::*value) {
    connect(field, &NumberField::committed, this, [this, value](double number) {
      InkRule rule = rule_;
      rule.*value = static_cast<int>(number);
      choose(rule);
    });
    connect(slider, &QSlider::valueChanged, this, [this, field, slider, value](int number) {
      field->setValue(number);
      InkRule rule = rule_;
      rule.*value = number;
      if (slider->isSliderDown()) {
        preview_->setChecked(true);
        emit tried(rule);
      } else {
        choose(rule);
      }
    });
    connect(slider, &QSlider::sliderReleased, this, [this, slider, value] {
      InkRule rule = rule_;
      rule.*value = slider->value();
      choose(rule);
    });
  };
  connectThreshold(faint_, faintSlider_, &InkRule::faint);
  connectThreshold(firm_, firmSlider_, &InkRule::firm);
  connect(preview_, &QPushButton::toggled, this, &BackgroundPanel::previewToggled);
}

void BackgroundPanel::choose(const InkRule& rule) {
  if (rule == rule_) return show(rule_, suggested_);
  rule_ = rule;
  emit chosen(rule);
}

void BackgroundPanel::take(const Rgba& colour) {
  InkRule rule = rule_;
  KeyColour key = rule.key.value_or(KeyColour{0, 0, 0, kUsualTolerance, KeyReach::Everywhere});
  key.r = colour.r;
  key.g = colour.g;
  key.b = colour.b;
  rule.key = key;
  endPicking();
  choose(rule);
}

void BackgroundPanel::show(const InkRule& rule, const std::optional<KeyColour>& suggested) {
  rule_ = rule;
  suggested_ = suggested;
  const QSignalBlocker blockers[] = {QSignalBlocker(faintSlider_), QSignalBlocker(firmSlider_)};
  alpha_->setChecked(!rule.key);
  keyed_->setChecked(rule.key.has_value());
  keyRows_->setVisible(rule.key.has_value() || pick_->isChecked());
  const bool suggest = !rule.key && suggested.has_value();
  suggestion_->setVisible(suggest);
  if (suggested) {
    suggestion_->setText(tr("Use %1 as the background").arg(hexOf(*suggested)));
    QPixmap colour(16, 16);
    colour.fill(QColor(suggested->r, suggested->g, suggested->b));
    suggestion_->setIcon(QIcon(colour));
  }
  markNext(suggestion_, suggest);
  if (rule.key) {
    swatch_->setStyleSheet(QString("background: #%1; border: 1px solid %2")
                               .arg(hexOf(*rule.key), theme().line.name()));
    swatch_->setToolTip(hexOf(*rule.key));
    tolerance_->setValue(rule.key->tolerance);
    edgeOnly_->setChecked(rule.key->reach == KeyReach::JoinedToEdge);
  }
  faint_->setValue(rule.faint);
  firm_->setValue(rule.firm);
  if (!faintSlider_->isSliderDown()) faintSlider_->setValue(rule.faint);
  if (!firmSlider_->isSliderDown()) firmSlider_->setValue(rule.firm);
}

bool BackgroundPanel::picking() const {
  return pick_->isChecked();
}

void BackgroundPanel::endPicking() {
  pick_->setChecked(false);
}

bool BackgroundPanel::wantsPreview() const {
  return preview_->isChecked();
}

}  // namespace amber
