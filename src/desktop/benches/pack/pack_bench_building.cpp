// The widgets of the pack bench, of pack_bench.h.
#include <QCheckBox>
#include <QComboBox>
#include <QFrame>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/benches/pack/change_list.h"
#include "desktop/benches/pack/frame_json.h"
#include "desktop/benches/pack/loaded_frame_view.h"
#include "desktop/benches/pack/pack_bench.h"
#include "desktop/benches/pack/page_view.h"
#include "desktop/benches/pack/parcel_contents.h"
#include "desktop/benches/pack/profile_panel.h"
#include "desktop/parts/building.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/theme.h"

namespace amber {

QWidget* PackBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(4);
  const auto chip = [&](const QString& text, const char* name, const QString& tip, Shows shows) {
    QPushButton* button = tight(makeChip(text, strip));
    button->setObjectName(name);
    button->setToolTip(tip);
    row->addWidget(button);
    connect(button, &QPushButton::clicked, this, [this, shows] { showAs(shows); });
    return button;
  };
  toPages_ = chip(tr("Pages"), "toPages", tr("Shows the pages with their frames."), Shows::Pages);
  toFrame_ =
      chip(tr("Frame as loaded"), "toFrame",
           tr("Shows a frame as a loader draws it, beside its entry in the parcel."), Shows::Frame);
  toChanges_ = chip(tr("Changes"), "toChanges",
                    tr("Shows what changed since the last pack, or from another project file."),
                    Shows::Changes);
  row->addSpacing(metrics::kSmallGap);
  scale_ = new QComboBox(strip);
  scale_->setObjectName("shownScale");
  scale_->setToolTip(tr("The scale of the picture that the frame is drawn from."));
  row->addWidget(scale_);
  connect(scale_, &QComboBox::activated, this, [this] { showFrame(); });
  row->addStretch();
  summary_ = new YieldingLabel({}, strip);
  summary_->setObjectName("parcelSummary");
  row->addWidget(summary_);
  return strip;
}

QWidget* PackBench::makeFrameSide() {
  auto* both = new QWidget(this);
  auto* row = new QHBoxLayout(both);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(1);
  auto* left = new QVBoxLayout;
  left->setSpacing(0);
  frame_ = new LoadedFrameView(both);
  frame_->setObjectName("loadedFrame");
  frame_->setAccessibleName(tr("Frame as a loader draws it"));
  left->addWidget(frame_, 1);
  facts_ = makeLabel({}, "quiet", both);
  facts_->setObjectName("loadedFacts");
  facts_->setWordWrap(true);
  facts_->setContentsMargins(metrics::kGap, 4, metrics::kGap, 6);
  left->addWidget(facts_);
  row->addLayout(left, 3);
  auto* right = new QVBoxLayout;
  right->setSpacing(0);
  json_ = new FrameJson(both);
  json_->setObjectName("frameJson");
  right->addWidget(json_, 1);
  meaning_ = makeLabel(tr("Hover over a number to see what it means."), "quiet", both);
  meaning_->setObjectName("keyMeaning");
  meaning_->setWordWrap(true);
  meaning_->setContentsMargins(metrics::kSmallGap, 4, metrics::kSmallGap, 6);
  meaning_->setFixedHeight(3 * meaning_->fontMetrics().lineSpacing() + 10);
  meaning_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  right->addWidget(meaning_);
  row->addLayout(right, 2);
  connect(json_, &FrameJson::pointed, meaning_, &QLabel::setText);
  return both;
}

QWidget* PackBench::makeMiddle() {
  auto* middle = new QWidget(this);
  auto* column = new QVBoxLayout(middle);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  column->addWidget(makeStrip());
  shown_ = new QStackedWidget(middle);
  page_ = new PageView(shown_);
  page_->setObjectName("packedPage");
  changes_ = new ChangeList(shown_);
  shown_->addWidget(page_);
  shown_->addWidget(makeFrameSide());
  shown_->addWidget(changes_);
  column->addWidget(shown_, 1);
  connect(page_, &PageView::chosen, this, &PackBench::selectPart);
  connect(changes_, &ChangeList::pointed, this, &PackBench::selectNamed);
  connect(changes_, &ChangeList::settled, this, &PackBench::settle);
  connect(changes_, &ChangeList::parcelWanted, this, &PackBench::showChanges);
  return middle;
}

void PackBench::buildPacking(QVBoxLayout* form, QFrame* side) {
  form->addWidget(makeLabel(tr("Parcel folder"), "title", side));
  folder_ = new QLineEdit(side);
  folder_->setObjectName("parcelFolder");
  folder_->setAccessibleName(tr("Parcel folder"));
  form->addWidget(folder_);
  watch_ = new QCheckBox(tr("Pack automatically"), side);
  watch_->setObjectName("watchPack");
  watch_->setToolTip(
      tr("Packs again after every change of the project, and whenever a sheet file is saved."));
  form->addWidget(watch_);
  errors_ = new QWidget(side);
  errors_->setObjectName("packErrors");
  auto* list = new QVBoxLayout(errors_);
  list->setContentsMargins(0, 0, 0, 0);
  list->setSpacing(2);
  form->addWidget(errors_);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(4);
  packButton_ = makeButton(tr("Pack"), {}, side);
  packButton_->setObjectName("packButton");
  QPushButton* verify = makeButton(tr("Verify"), {}, side);
  verify->setObjectName("verifyButton");
  buttons->addWidget(packButton_, 2);
  buttons->addWidget(verify, 1);
  form->addLayout(buttons);
  result_ = makeLabel({}, "", side);
  result_->setObjectName("packResult");
  result_->setWordWrap(true);
  form->addWidget(result_);
  QPushButton* report = makeButton(
      tr("Export a report..."),
      tr("Exports the findings: with pictures for people, or as a file for build servers."), side);
  report->setObjectName("writeReport");
  form->addWidget(report);
  connect(watch_, &QCheckBox::toggled, this, &PackBench::packSoon);
  connect(folder_, &QLineEdit::editingFinished, this, [this] {
    previewStale_ = true;
    refreshSoon();
  });
}

QWidget* PackBench::makeSideColumn() {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  buildPacking(form, side);
  addRule(form, side);
  profiles_ = new ProfilePanel(form, side);
  form->addStretch();
  connect(profiles_, &ProfilePanel::chosen, this, [this](std::size_t index) {
    chosen_ = session_.project().profiles[index].name;
    before_.reset();
    previewStale_ = true;
    refreshSoon();
  });
  connect(profiles_, &ProfilePanel::changed, this,
          [this](const QString& what, const std::vector<PackProfile>& profiles, std::size_t shown) {
            const std::string was = chosen_;
            chosen_ = profiles[shown].name;
            if (preview_ != nullptr) before_ = {preview_->pageCount(), preview_->bytes()};
            if (!session_.perform(what, {SetProfiles{profiles}})) chosen_ = was;
          });
  return side;
}

}  // namespace amber
