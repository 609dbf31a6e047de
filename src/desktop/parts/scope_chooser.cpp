#include "desktop/parts/scope_chooser.h"

#include <QButtonGroup>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QPushButton>
#include <QStringList>
#include <algorithm>
#include <array>

#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/session.h"
#include "desktop/theme.h"

namespace amber {

ScopeChooser::ScopeChooser(ProjectSession& session, Scope first, QWidget* parent, Kinds kinds,
                           Form form)
    : QWidget(parent), session_(session), scope_(first) {
  const int count = kinds == Kinds::With ? 5 : 4;
  if (form == Form::Buttons) {
    makeButtons(count);
  } else {
    makeList(count);
  }
  connect(&session_, &ProjectSession::selectionChanged, this, &ScopeChooser::refresh);
  connect(&session_, &ProjectSession::changed, this, &ScopeChooser::refresh);
  refresh();
}

void ScopeChooser::makeButtons(int count) {
  auto* grid = new QGridLayout(this);
  grid->setContentsMargins(0, 0, 0, 0);
  grid->setSpacing(metrics::kSmallGap);
  auto* group = new QButtonGroup(this);
  constexpr std::array<const char*, 5> kNames = {"scopeFrame", "scopeAnimation", "scopeAsset",
                                                 "scopeSelected", "scopeKind"};
  for (int i = 0; i < count; ++i) {
    QPushButton* chip = makeChip({}, this);
    chip->setObjectName(kNames[static_cast<std::size_t>(i)]);
    chips_.push_back(chip);
    group->addButton(chip, i);
    grid->addWidget(chip, i / 2, i % 2, 1, i == 4 ? 2 : 1);
  }
  connect(group, &QButtonGroup::idClicked, this,
          [this](int id) { setScope(static_cast<Scope>(id)); });
}

void ScopeChooser::makeList(int count) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  list_ = new QComboBox(this);
  list_->setObjectName("scope");
  list_->setToolTip(tr("The frames that an action applies to"));
  for (int i = 0; i < count; ++i) list_->addItem({});
  row->addWidget(list_);
  connect(list_, &QComboBox::activated, this, [this](int id) { setScope(static_cast<Scope>(id)); });
}

void ScopeChooser::setScope(Scope scope) {
  scope_ = scope;
  refresh();
  emit scopeChanged();
}

std::vector<FrameRef> ScopeChooser::frames() const {
  return framesIn(session_.project(), session_.selection(), scope_);
}

QString ScopeChooser::countText() const {
  return countedFrames(frames().size());
}

void ScopeChooser::refresh() {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  const int shown = animation == nullptr ? 0 : static_cast<int>(animation->steps.size());
  const int all = asset == nullptr ? 0 : static_cast<int>(asset->frames.size());
  QStringList words{tr("this frame"), tr("animation, %1").arg(shown), tr("asset, %1").arg(all),
                    tr("selected, %1").arg(session_.selection().assets.size())};
  const auto& assets = session_.project().assets;
  const auto alike = std::count_if(assets.begin(), assets.end(), [&](const auto& other) {
    return asset != nullptr && other->kind == asset->kind;
  });
  words << (asset == nullptr
                ? tr("kind")
                : tr("kind %1, %2").arg(QString::fromStdString(asset->kind), countedAssets(alike)));
  for (std::size_t i = 0; i < chips_.size(); ++i) {
    chips_[i]->setText(words[static_cast<int>(i)]);
    chips_[i]->setChecked(static_cast<Scope>(i) == scope_);
    chips_[i]->setEnabled(asset != nullptr);
  }
  if (list_ == nullptr) return;
  for (int i = 0; i < list_->count(); ++i) list_->setItemText(i, words[i]);
  list_->setCurrentIndex(static_cast<int>(scope_));
  list_->setEnabled(asset != nullptr);
}

}  // namespace amber
