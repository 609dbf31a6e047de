// The widgets of the layers bench, of layers_bench.h.
#include <QButtonGroup>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSplitter>
#include <QVBoxLayout>

#include "desktop/benches/layers/expectation_list.h"
#include "desktop/benches/layers/layers_bench.h"
#include "desktop/benches/layers/loom.h"
#include "desktop/parts/building.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QButtonGroup* addChips(QHBoxLayout* row, QWidget* parent, const char* prefix,
                       const QStringList& names) {
  auto* group = new QButtonGroup(parent);
  for (int i = 0; i < names.size(); ++i) {
    QPushButton* chip = tight(makeChip(names[i], parent));
    chip->setObjectName(QString("%1%2").arg(prefix).arg(i));
    chip->setChecked(i == 0);
    group->addButton(chip, i);
    row->addWidget(chip);
  }
  return group;
}

}  // namespace

void LayersBench::build() {
  loom_ = new Loom(this);
  panel_ = new AnswerPanel(this);
  list_ = new ExpectationList(session_, this);
  buildControls();
  auto* upper = new QWidget(this);
  auto* row = new QHBoxLayout(upper);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  row->addWidget(loom_, 1);
  row->addWidget(panel_);
  auto* split = new QSplitter(Qt::Vertical, this);
  split->setObjectName("layersSplit");
  split->setChildrenCollapsible(false);
  split->addWidget(upper);
  split->addWidget(list_);
  split->setStretchFactor(0, 1);
  split->setSizes({430, 210});
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  column->addWidget(makeStrip());
  column->addWidget(split, 1);
}

QWidget* LayersBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(4);
  shownGroup_ =
      addChips(row, strip, "shown", {tr("All"), tr("Selected"), tr("Broken"), tr("Layer")});
  row->addSpacing(metrics::kSmallGap);
  row->addWidget(new YieldingLabel(tr("Save in"), strip));
  levelGroup_ = addChips(row, strip, "level", {tr("Asset"), tr("Kind"), tr("Role")});
  row->addStretch();
  row->addWidget(new YieldingLabel(tr("Shapes meet when"), strip));
  pairing_ = new QComboBox(strip);
  pairing_->setObjectName("pairing");
  pairing_->addItems({tr("either seeks"), tr("both seek")});
  pairing_->setToolTip(
      tr("Shapes meet when either of them seeks a layer that the other is on, or "
         "only when both do."));
  row->addWidget(pairing_);
  wakes_ = new QComboBox(strip);
  wakes_->setObjectName("wakes");
  wakes_->addItems({tr("always"), tr("one moves"), tr("one is dynamic")});
  wakes_->setToolTip(tr("Which pairs the game checks. Shapes of other pairs never meet."));
  row->addWidget(wakes_);
  QPushButton* add = tight(makeButton(tr("Add layer"), {}, strip));
  add->setObjectName("addLayer");
  row->addWidget(add);
  QPushButton* weave = tight(makeButton(tr("Weave"), {}, strip));
  weave->setObjectName("weave");
  row->addWidget(weave);
  return strip;
}

void LayersBench::buildControls() {
  controls_ = new QWidget(panel_);
  auto* column = new QVBoxLayout(controls_);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(4);
  const auto add = [&](QComboBox*& box, const char* name, const QString& tip,
                       const QStringList& words, QHBoxLayout* row) {
    box = new QComboBox(controls_);
    box->setObjectName(name);
    box->setToolTip(tip);
    box->setAccessibleName(tip);
    box->addItems(words);
    row->addWidget(box, 1);
  };
  auto* row = new QHBoxLayout;
  row->setSpacing(4);
  add(duty_, "partyDuty", tr("Duty: what this shape does when it meets another one."),
      {tr("stops"), tr("notices")}, row);
  add(motion_, "partyMotion", tr("Motion: how the asset moves in the game."),
      {tr("static"), tr("kinematic"), tr("dynamic")}, row);
  add(copies_, "partyCopies", tr("Copies: how many of this asset the game has at the same time."),
      {tr("one"), tr("many")}, row);
  column->addLayout(row);
  inherit_ = tight(
      makeButton(tr("Inherit all"),
                 tr("Removes the duty and layers set here. Those of the kind or role apply again."),
                 controls_));
  inherit_->setObjectName("inherit");
  column->addWidget(inherit_);
  panel_->controls()->addWidget(controls_);
  controls_->hide();
}

void LayersBench::connectLoom() {
  connect(loom_, &Loom::chosenChanged, this, [this] {
    removing_.reset();
    if (!loom_->chosen().empty() || loom_->layer()) list_->choose(-1);
    if (shown_ == Shown::Layer) filter();
    showAnswer();
    emit choiceChanged();
  });
  connect(loom_, &Loom::threadAsked, this, &LayersBench::setThread);
  connect(loom_, &Loom::dutyAsked, this, [this] {
    const auto participants = loom_->participantsOfChosen(0);
    if (participants.empty()) return;
    const Duty now = loom_->participants()[participants.front()].settings.duty;
    setDuty(now == Duty::Stops ? Duty::Notices : Duty::Stops);
  });
  connect(loom_, &Loom::layerRenamed, this, [this](std::size_t layer, const QString& name) {
    const std::string from = session_.project().layers[layer];
    perform(tr("Rename a layer"), {RenameLayer{from, name.toStdString()}});
  });
  connect(loom_, &Loom::layerMoved, this, [this](std::size_t layer, int by) {
    const auto last = static_cast<int>(session_.project().layers.size()) - 1;
    const int to = std::clamp(static_cast<int>(layer) + by, 0, last);
    if (to == static_cast<int>(layer)) return;
    perform(tr("Move a layer"),
            {MoveLayer{session_.project().layers[layer], static_cast<std::size_t>(to)}});
    loom_->chooseLayer(static_cast<std::size_t>(to));
  });
  connect(loom_, &Loom::layerRemoved, this, [this](std::size_t layer) {
    removing_ = layer;
    showAnswer();
  });
}

void LayersBench::connectAll() {
  connectLoom();
  connect(list_, &ExpectationList::entered, this, &LayersBench::addSentence);
  connect(list_, &ExpectationList::dropAsked, this, &LayersBench::dropSentence);
  connect(list_, &ExpectationList::chosenChanged, this, [this] {
    if (list_->row() >= 0 && (!loom_->chosen().empty() || loom_->layer())) {
      loom_->chooseLayer(std::nullopt);
      loom_->choose({});
    }
    if (shown_ == Shown::Broken) filter();
    showAnswer();
  });
  connect(shownGroup_, &QButtonGroup::idClicked, this, [this](int id) {
    shown_ = static_cast<Shown>(id);
    filter();
  });
  connect(levelGroup_, &QButtonGroup::idClicked, this,
          [this](int id) { level_ = static_cast<Level>(id); });
  const auto setRule = [this] {
    perform(tr("Change which pairs meet"),
            {SetMeetingRule{static_cast<Pairing>(pairing_->currentIndex()),
                            static_cast<Wakes>(wakes_->currentIndex())}});
  };
  connect(pairing_, &QComboBox::activated, this, setRule);
  connect(wakes_, &QComboBox::activated, this, setRule);
  connect(duty_, &QComboBox::activated, this, [this](int id) { setDuty(static_cast<Duty>(id)); });
  connect(motion_, &QComboBox::activated, this,
          [this](int id) { setMotion(static_cast<Motion>(id)); });
  connect(copies_, &QComboBox::activated, this,
          [this](int id) { setCopies(static_cast<Copies>(id)); });
  connect(inherit_, &QPushButton::clicked, this, &LayersBench::inherit);
  connect(&session_, &ProjectSession::changed, this, &LayersBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, &LayersBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, [this] {
    if (shown_ == Shown::Selected) refreshSoon();
    if (isVisible()) chooseSelectedPair();
  });
}

}  // namespace amber
