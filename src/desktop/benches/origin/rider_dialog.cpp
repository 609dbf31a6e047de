#include "desktop/benches/origin/rider_dialog.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace amber {
namespace {

enum Order { InFront, Behind };

QString text(const std::string& name) {
  return QString::fromStdString(name);
}

}  // namespace

RiderDialog::RiderDialog(const Project& project, const Asset& bearer, const std::string& mount,
                         QWidget* parent)
    : QDialog(parent), project_(project), bearer_(*findAsset(project_, bearer.id)), mount_(mount) {
  setObjectName("riderDialog");
  setWindowTitle(tr("Riders on %1").arg(text(mount)));
  auto* about =
      new QLabel(tr("Another asset can ride on this mount: it is drawn with %1, moves and "
                    "turns with it, and its shapes count in a trial.")
                     .arg(text(bearer.name)),
                 this);
  about->setWordWrap(true);
  auto* form = new QFormLayout;
  asset_ = new QComboBox(this);
  asset_->setObjectName("riderAsset");
  for (const auto& asset : project_.assets) {
    if (asset->id != bearer.id && !asset->frames.empty()) {
      asset_->addItem(text(asset->name), asset->id.value);
    }
  }
  form->addRow(tr("&Asset"), asset_);
  animation_ = new QComboBox(this);
  animation_->setObjectName("riderAnimation");
  form->addRow(tr("A&nimation"), animation_);
  order_ = new QComboBox(this);
  order_->setObjectName("riderOrder");
  order_->addItems(
      {tr("In front of %1").arg(text(bearer.name)), tr("Behind %1").arg(text(bearer.name))});
  form->addRow(tr("&Drawn"), order_);
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
  done_ = buttons->button(QDialogButtonBox::Ok);
  end_ = buttons->addButton(tr("&End the Ride"), QDialogButtonBox::ActionRole);
  end_->setObjectName("endRide");
  for (QAbstractButton* button : buttons->buttons()) button->setIcon({});
  auto* column = new QVBoxLayout(this);
  column->addWidget(about);
  column->addLayout(form);
  column->addWidget(buttons);
  connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
  connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
  connect(end_, &QPushButton::clicked, this, [this] {
    ends_ = true;
    accept();
  });
  connect(asset_, &QComboBox::currentIndexChanged, this, &RiderDialog::showRider);
  const auto known = std::find_if(bearer_.riders.begin(), bearer_.riders.end(),
                                  [&](const Rider& one) { return one.mount == mount_; });
  if (known != bearer_.riders.end()) {
    asset_->setCurrentIndex(std::max(0, asset_->findData(known->asset.value)));
  }
  showRider();
}

// The ride of the asset that is selected; null if it does not ride here.
const Rider* RiderDialog::ride() const {
  const auto found =
      std::find_if(bearer_.riders.begin(), bearer_.riders.end(),
                   [&](const Rider& one) { return one.mount == mount_ && one.asset == rider(); });
  return found == bearer_.riders.end() ? nullptr : &*found;
}

void RiderDialog::showRider() {
  animation_->clear();
  animation_->addItem(tr("The first one"), QString());
  const Asset* asset = findAsset(project_, rider());
  done_->setEnabled(asset != nullptr);
  if (asset != nullptr) {
    for (const Animation& one : asset->animations) {
      animation_->addItem(text(one.name), text(one.name));
    }
  }
  const Rider* known = ride();
  done_->setText(known == nullptr ? tr("Ride") : tr("Change"));
  end_->setEnabled(known != nullptr);
  order_->setCurrentIndex(known != nullptr && known->behind ? Behind : InFront);
  const Animation* played =
      known == nullptr || asset == nullptr ? nullptr : findAnimation(*asset, known->animation);
  if (played != nullptr) animation_->setCurrentIndex(animation_->findData(text(played->name)));
}

AssetId RiderDialog::rider() const {
  return {asset_->currentData().toUInt()};
}

std::string RiderDialog::animation() const {
  return animation_->currentData().toString().toStdString();
}

bool RiderDialog::behind() const {
  return order_->currentIndex() == Behind;
}

}  // namespace amber
