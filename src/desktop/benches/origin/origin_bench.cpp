#include "desktop/benches/origin/origin_bench.h"

#include <QButtonGroup>
#include <QFrame>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QString>
#include <QVBoxLayout>

#include "core/base/exact_number.h"
#include "core/geometry/tolerances.h"
#include "core/origin/anchor.h"
#include "core/origin/origin_edits.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/theme.h"

namespace amber {
namespace {

const std::array<QString, 9> kArrows = {"↖", "↑", "↗", "←", "•", "→", "↙", "↓", "↘"};

QString ruleText(const OriginRule& rule) {
  if (rule.basis == OriginBasis::Hand) return OriginBench::tr("set by hand");
  static const std::array<const char*, 9> places = {"top left",    "top",    "top right",
                                                    "left",        "centre", "right",
                                                    "bottom left", "bottom", "bottom right"};
  return (rule.basis == OriginBasis::Cell ? OriginBench::tr("cell, %1")
                                          : OriginBench::tr("ink, %1"))
      .arg(places[static_cast<std::size_t>(rule.anchor)]);
}

}  // namespace

OriginBench::OriginBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent), session_(session) {
  stage_ = new OriginStage(session, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  QFrame* foot = makeFrame("foot", this);
  auto* footRow = new QVBoxLayout(foot);
  footRow->setContentsMargins(0, 1, 0, 0);
  footRow->addWidget(new Ribbon(session, pictures, RibbonFigures::None, foot));
  middle->addWidget(foot);
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(middle, 1);
  all->addWidget(makeSideColumn(pictures));

  connect(stage_, &OriginStage::originDragged, this, [this](FramePoint point) {
    session_.preview(originsByHand(session_.project(), scope_->frames(), point));
  });
  connect(stage_, &OriginStage::originDropped, this, &OriginBench::setPoint);
  connect(stage_, &OriginStage::dragCancelled, &session_, &ProjectSession::endPreview);
  connect(&session_, &ProjectSession::changed, this, &OriginBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &OriginBench::refreshSoon);
}

StageView* OriginBench::stage() {
  return stage_;
}

QWidget* OriginBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  QPushButton* ghosts = makeChip(tr("ghosts"), strip);
  ghosts->setChecked(true);
  row->addWidget(ghosts);
  row->addStretch();
  row->addWidget(makeLabel(tr("Snap"), "", strip));
  auto* group = new QButtonGroup(this);
  int id = 0;
  for (const QString& name : {tr("pixel corner"), tr("pixel centre"), tr("free")}) {
    QPushButton* chip = makeChip(name, strip);
    group->addButton(chip, id++);
    row->addWidget(chip);
  }
  group->button(0)->setChecked(true);
  connect(ghosts, &QPushButton::toggled, stage_, &OriginStage::setGhosts);
  connect(group, &QButtonGroup::idClicked, this,
          [this](int snap) { stage_->setSnap(static_cast<PointSnap>(snap)); });
  return strip;
}

QWidget* OriginBench::makeAnchors(OriginBasis basis, QWidget* parent) {
  auto* area = new QWidget(parent);
  auto* grid = new QGridLayout(area);
  grid->setContentsMargins(0, 0, 0, 0);
  grid->setSpacing(3);
  auto& buttons = basis == OriginBasis::Cell ? cell_ : ink_;
  for (int i = 0; i < 9; ++i) {
    const auto index = static_cast<std::size_t>(i);
    const OriginRule rule{basis, kAnchors[index]};
    QPushButton* button = makeChip(kArrows[index], area);
    button->setFixedSize(36, 28);
    button->setStyleSheet("padding: 0");
    button->setToolTip(ruleText(rule));
    button->setObjectName(QString::fromStdString(textOf(rule)));
    connect(button, &QPushButton::clicked, this, [this, rule] { setRule(rule); });
    grid->addWidget(button, i / 3, i % 3);
    buttons[index] = button;
  }
  return area;
}

QWidget* OriginBench::makeSideColumn(Pictures& pictures) {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  form->addWidget(makeLabel(tr("Set origins of"), "title", side));
  scope_ = new ScopeChooser(session_, Scope::Animation, side);
  form->addWidget(scope_);
  addRule(form, side);
  auto* titles = new QHBoxLayout;
  titles->addWidget(makeLabel(tr("by the ink"), "title", side), 1);
  titles->addWidget(makeLabel(tr("by the cell"), "title", side), 1);
  form->addLayout(titles);
  auto* anchors = new QHBoxLayout;
  anchors->addWidget(makeAnchors(OriginBasis::Ink, side), 1, Qt::AlignLeft);
  anchors->addWidget(makeAnchors(OriginBasis::Cell, side), 1, Qt::AlignLeft);
  form->addLayout(anchors);
  addRule(form, side);
  form->addWidget(makeLabel(tr("This frame"), "title", side));
  x_ = new NumberField(-kLongestImageSide, kLongestImageSide, 2, side);
  y_ = new NumberField(-kLongestImageSide, kLongestImageSide, 2, side);
  x_->setObjectName("originX");
  y_->setObjectName("originY");
  addRow(form, tr("origin, art px"), {x_, makeLabel(",", "", side), y_});
  game_ = makeLabel({}, "", side);
  addRow(form, tr("in game px"), {game_});
  rule_ = makeLabel({}, "", side);
  addRow(form, tr("rule"), {rule_});
  addRule(form, side);
  form->addWidget(makeLabel(tr("In motion"), "title", side));
  player_ = new Player(session_, pictures, side);
  player_->setMinimumHeight(150);
  form->addWidget(player_, 1);
  form->addWidget(makeLabel(tr("Arrow keys on the stage nudge by 1 px, with Shift by 8, with Alt "
                               "by a half."),
                            "quiet", side));
  static_cast<QLabel*>(form->itemAt(form->count() - 1)->widget())->setWordWrap(true);
  connect(x_, &NumberField::committed, this, &OriginBench::typePoint);
  connect(y_, &NumberField::committed, this, &OriginBench::typePoint);
  return side;
}

void OriginBench::setRule(const OriginRule& rule) {
  const auto frames = scope_->frames();
  session_.perform(tr("Set the origin of %1").arg(scope_->countText()),
                   originsByRule(session_.project(), frames, rule, session_.art()));
  refresh();
}

void OriginBench::setPoint(FramePoint point) {
  session_.perform(tr("Set the origin of %1").arg(scope_->countText()),
                   originsByHand(session_.project(), scope_->frames(), point));
}

void OriginBench::typePoint() {
  setPoint({x_->value(), y_->value()});
}

void OriginBench::refresh() {
  const Frame* frame = session_.currentFrame();
  const Asset* asset = session_.currentAsset();
  for (QWidget* field : {static_cast<QWidget*>(x_), static_cast<QWidget*>(y_)}) {
    field->setEnabled(frame != nullptr);
  }
  for (std::size_t i = 0; i < 9; ++i) {
    for (auto* buttons : {&cell_, &ink_}) {
      const OriginRule rule{buttons == &cell_ ? OriginBasis::Cell : OriginBasis::Ink, kAnchors[i]};
      (*buttons)[i]->setEnabled(frame != nullptr);
      (*buttons)[i]->setChecked(frame != nullptr && frame->originRule == rule);
    }
  }
  if (frame == nullptr) return;
  x_->setValue(frame->origin.x);
  y_->setValue(frame->origin.y);
  game_->setText(QString::fromStdString(exactNumber(frame->origin.x * asset->scale) + ", " +
                                        exactNumber(frame->origin.y * asset->scale)));
  rule_->setText(ruleText(frame->originRule));
}

}  // namespace amber
