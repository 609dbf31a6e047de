#include "desktop/shell/block_dialog.h"

#include <QColorDialog>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPixmap>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>
#include <algorithm>

#include "core/project/values/ranges.h"

namespace amber {
namespace {

constexpr int kUsualSide = 32;
constexpr int kSwatchSide = 16;

enum What { Block, Zone };

}  // namespace

BlockDialog::BlockDialog(const std::vector<Kind>& kinds, QWidget* parent) : QDialog(parent) {
  std::vector<std::string> names;
  for (const Kind& kind : kinds) names.push_back(kind.name);
  build(tr("New Block or Zone"), names);
  done_->setText(tr("Make"));
  // Blocks stand in for scenery more often than for what moves.
  const auto still = std::find_if(kinds.begin(), kinds.end(),
                                  [](const Kind& kind) { return kind.motion == Motion::Static; });
  if (still != kinds.end()) kind_->setCurrentIndex(static_cast<int>(still - kinds.begin()));
  done_->setEnabled(false);
  connect(name_, &QLineEdit::textChanged, this,
          [this](const QString& text) { done_->setEnabled(!text.trimmed().isEmpty()); });
}

BlockDialog::BlockDialog(const Asset& asset, const Sheet& rectangle, QWidget* parent)
    : QDialog(parent) {
  build(tr("Change Block or Zone"), {asset.kind});
  name_->setText(QString::fromStdString(asset.name));
  name_->setEnabled(false);
  kind_->setEnabled(false);
  width_->setValue(rectangle.size.w);
  height_->setValue(rectangle.size.h);
  const auto& colour = rectangle.rectangle->colour;
  if (colour) colour_ = QColor(colour->r, colour->g, colour->b, colour->a);
  what_->setCurrentIndex(colour ? Block : Zone);
  done_->setText(tr("Change"));
  showColour();
}

void BlockDialog::build(const QString& title, const std::vector<std::string>& kinds) {
  setObjectName("blockDialog");
  setWindowTitle(title);
  auto* form = new QFormLayout;
  what_ = new QComboBox(this);
  what_->setObjectName("blockOrZone");
  what_->addItems({tr("Block, a plain rectangle"), tr("Zone, without a picture")});
  form->addRow(tr("&Type"), what_);
  name_ = new QLineEdit(this);
  name_->setObjectName("blockName");
  name_->setPlaceholderText(tr("for example beam"));
  form->addRow(tr("&Name"), name_);
  kind_ = new QComboBox(this);
  kind_->setObjectName("blockKind");
  for (const std::string& kind : kinds) kind_->addItem(QString::fromStdString(kind));
  form->addRow(tr("&Kind"), kind_);
  const auto side = [&](const QString& label, const char* name) {
    auto* field = new QSpinBox(this);
    field->setRange(1, kLongestRectangle);
    field->setObjectName(name);
    field->setValue(kUsualSide);
    field->setToolTip(tr("1 to 4096 px"));
    form->addRow(label, field);
    return field;
  };
  width_ = side(tr("&Width, px"), "blockWidth");
  height_ = side(tr("&Height, px"), "blockHeight");
  colourButton_ = new QPushButton(this);
  colourButton_->setObjectName("blockColour");
  form->addRow(tr("&Colour"), colourButton_);
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
  done_ = buttons->button(QDialogButtonBox::Ok);
  for (QAbstractButton* button : buttons->buttons()) button->setIcon({});
  auto* column = new QVBoxLayout(this);
  column->addLayout(form);
  column->addWidget(buttons);
  connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
  connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
  connect(what_, &QComboBox::currentIndexChanged, this, &BlockDialog::showColour);
  connect(colourButton_, &QPushButton::clicked, this, &BlockDialog::chooseColour);
  name_->setFocus();
  showColour();
}

void BlockDialog::showColour() {
  const bool block = what_->currentIndex() == Block;
  colourButton_->setEnabled(block);
  colourButton_->setText(block ? colour_.name() : tr("None"));
  QPixmap swatch(kSwatchSide, kSwatchSide);
  swatch.fill(block ? colour_ : Qt::transparent);
  colourButton_->setIcon(swatch);
}

void BlockDialog::chooseColour() {
  const QColor chosen = QColorDialog::getColor(colour_, this, tr("Colour of the Block"),
                                               QColorDialog::ShowAlphaChannel);
  if (!chosen.isValid() || chosen.alpha() == 0) return;
  colour_ = chosen;
  showColour();
}

BlockRequest BlockDialog::request() const {
  BlockRequest request;
  request.asset = name_->text().trimmed().toStdString();
  request.kind = kind_->currentText().toStdString();
  request.size = {width_->value(), height_->value()};
  const auto byte = [](int value) { return static_cast<std::uint8_t>(value); };
  if (what_->currentIndex() == Block) {
    request.colour = Rgba{byte(colour_.red()), byte(colour_.green()), byte(colour_.blue()),
                          byte(colour_.alpha())};
  }
  return request;
}

}  // namespace amber
