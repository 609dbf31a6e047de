// What the pack bench shows of the parcel that would be written, of pack_bench.h.
#include <QComboBox>
#include <QFileInfo>
#include <QLabel>
#include <QLayoutItem>
#include <QLocale>
#include <QPainter>
#include <QPixmap>
#include <QPushButton>
#include <QSignalBlocker>
#include <QStackedWidget>
#include <QTextCursor>
#include <algorithm>
#include <set>

#include "desktop/benches/pack/change_list.h"
#include "desktop/benches/pack/frame_json.h"
#include "desktop/benches/pack/loaded_frame_view.h"
#include "desktop/benches/pack/pack_bench.h"
#include "desktop/benches/pack/page_view.h"
#include "desktop/benches/pack/parcel_contents.h"
#include "desktop/benches/pack/profile_panel.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/view_transform.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QString pagesText(int pages) {
  return counted(pages, QObject::tr("page"), QObject::tr("pages"));
}

QString sizeText(qint64 bytes) {
  return QLocale().formattedDataSize(bytes);
}

}  // namespace

Canvas* PackBench::stage() {
  if (shown_->currentIndex() == static_cast<int>(Shows::Pages)) return page_;
  if (shown_->currentIndex() == static_cast<int>(Shows::Frame)) return frame_;
  return nullptr;
}

void PackBench::resizeEvent(QResizeEvent* event) {
  BenchView::resizeEvent(event);
  makeRoom();
}

// In a narrow window, the tree is hidden if it does not help the current view.
void PackBench::makeRoom() {
  constexpr int kRoomy = 900;
  contents_->setVisible(shown_->currentIndex() == static_cast<int>(Shows::Pages) ||
                        width() >= kRoomy);
}

void PackBench::showAs(Shows shows) {
  shown_->setCurrentIndex(static_cast<int>(shows));
  makeRoom();
  toPages_->setChecked(shows == Shows::Pages);
  toFrame_->setChecked(shows == Shows::Frame);
  toChanges_->setChecked(shows == Shows::Changes);
  scale_->setVisible(shows == Shows::Frame && scale_->count() > 1);
  if (shows == Shows::Changes && !changes_->showsFile()) showChanges();
  if (shows == Shows::Frame) showFrame();
  emit choiceChanged();
}

// What the last change of the profile did to pages and bytes.
QString PackBench::effectText() const {
  if (preview_ == nullptr) return {};
  QString text =
      tr("%1, %2 in all").arg(pagesText(preview_->pageCount()), sizeText(preview_->bytes()));
  if (!before_) return text;
  const auto [pages, bytes] = *before_;
  if (pages != preview_->pageCount()) text += tr("; before: %1").arg(pagesText(pages));
  const qint64 more = preview_->bytes() - bytes;
  if (more == 0 && pages == preview_->pageCount()) return text + tr("; unchanged");
  return text +
         (more > 0 ? tr("; %1 more").arg(sizeText(more)) : tr("; %1 less").arg(sizeText(-more)));
}

void PackBench::showPreview() {
  scale_->clear();
  if (preview_ != nullptr) {
    for (std::size_t i = 0; i <= preview_->parcel.scales.size(); ++i) {
      scale_->addItem(i == 0 ? tr("scale 1") : preview_->pages[i].title);
    }
  }
  scale_->setVisible(shown_->currentIndex() == static_cast<int>(Shows::Frame) &&
                     scale_->count() > 1);
  profiles_->showEffect(effectText());
  {
    // Restores the selection, which must not navigate to it.
    const QSignalBlocker quiet(contents_);
    contents_->show(preview_, QFileInfo(folder()).fileName());
  }
  const std::size_t count =
      preview_ != nullptr && preview_->changes ? preview_->changes->size() : 0;
  toChanges_->setText(count > 0 ? tr("Changes %1").arg(count) : tr("Changes"));
  if (!changes_->showsFile()) showChanges();
  showSelected();
}

void PackBench::showSelected() {
  showPage();
  showFrame();
}

void PackBench::showPage() {
  parts_.clear();
  const auto page = contents_->page().value_or(ParcelContents::PageRef{});
  if (preview_ == nullptr || page.pages >= preview_->pages.size() ||
      page.page >= preview_->pages[page.pages].images.size()) {
    summary_->clear();
    return page_->show({}, {});
  }
  const Parcel& parcel = preview_->parcel;
  std::set<std::string> selected;
  for (const AssetId id : session_.selection().assets) {
    if (const Asset* asset = findAsset(session_.project(), id)) selected.insert(asset->name);
  }
  if (const auto asset = contents_->asset()) selected = {parcel.assets[*asset].name};
  std::vector<PagePart> parts;
  if (page.pages <= parcel.scales.size()) {
    for (std::size_t a = 0; a < parcel.assets.size(); ++a) {
      const ParcelAsset& asset = parcel.assets[a];
      for (std::size_t f = 0; f < asset.frames.size(); ++f) {
        const ParcelFrame& frame = asset.frames[f];
        const int on = page.pages == 0 ? frame.page : frame.scaled[page.pages - 1].page;
        if (on != static_cast<int>(page.page)) continue;
        parts_.emplace_back(a, f);
        parts.push_back({page.pages == 0 ? frame.rect : frame.scaled[page.pages - 1].rect,
                         QString::fromStdString(frame.name), selected.count(asset.name) != 0});
      }
    }
  }
  const QImage& image = preview_->pages[page.pages].images[page.page];
  summary_->setText(
      tr("%1, %2 x %3 px")
          .arg(QString::fromStdString(preview_->pages[page.pages].files[page.page].name))
          .arg(image.width())
          .arg(image.height()));
  page_->show(image, std::move(parts));
}

std::optional<std::pair<std::size_t, std::size_t>> PackBench::currentInParcel() const {
  if (preview_ == nullptr) return std::nullopt;
  const auto& assets = preview_->parcel.assets;
  const Asset* current = session_.currentAsset();
  const Frame* frame = session_.currentFrame();
  for (std::size_t a = 0; a < assets.size(); ++a) {
    if (current == nullptr || assets[a].name != current->name) continue;
    for (std::size_t f = 0; f < assets[a].frames.size(); ++f) {
      if (frame == nullptr || assets[a].frames[f].name == frame->name) return {{a, f}};
    }
  }
  if (assets.empty() || assets.front().frames.empty()) return std::nullopt;
  return {{0, 0}};
}

void PackBench::showFrame() {
  const auto place = currentInParcel();
  if (!place) {
    frame_->clear();
    facts_->clear();
    json_->clear();
    return;
  }
  const auto scale = static_cast<std::size_t>(std::max(0, scale_->currentIndex()));
  frame_->show(preview_, place->first, place->second, scale);
  facts_->setText(
      QString::fromStdString(preview_->parcel.assets[place->first].frames[place->second].name) +
      ": " + frame_->facts());
  if (contents_->choosesJson()) {
    json_->setPlainText(assetJson(*preview_, *contents_->asset()));
  } else {
    json_->setPlainText(frameJson(*preview_, place->first, place->second));
  }
}

void PackBench::showChanges() {
  changes_->showConflicts(session_.project());
  changes_->showParcel(preview_ == nullptr ? std::nullopt : preview_->changes,
                       [this](const ParcelChange& change) { return lookOf(change); });
}

// The frame, or an asset's first one, as it lies on its page, in the middle of a square.
QPixmap PackBench::lookOf(const ParcelChange& change) const {
  constexpr int kSide = 56;
  for (const ParcelAsset& asset : preview_->parcel.assets) {
    if (asset.name != change.asset) continue;
    for (const ParcelFrame& frame : asset.frames) {
      if (!change.frame.empty() && frame.name != change.frame) continue;
      const QImage part = preview_->pages.front()
                              .images[static_cast<std::size_t>(frame.page)]
                              .copy(frame.rect.x, frame.rect.y, frame.rect.w, frame.rect.h)
                              .mirrored(frame.mirrored, false);
      QPixmap look(kSide, kSide);
      look.fill(Qt::transparent);
      QPainter painter(&look);
      const ViewTransform view =
          fitted(QRectF(QPointF(), QSizeF(part.size())), QSizeF(kSide, kSide));
      painter.drawImage(view.toStage(QRectF(QPointF(), QSizeF(part.size()))), part);
      return look;
    }
  }
  return {};
}

void PackBench::selectPart(std::size_t part) {
  if (preview_ == nullptr || part >= parts_.size()) return;
  const auto [a, f] = parts_[part];
  const ParcelAsset& asset = preview_->parcel.assets[a];
  selectNamed(QString::fromStdString(asset.name), QString::fromStdString(asset.frames[f].name));
}

void PackBench::selectNamed(const QString& assetName, const QString& frameName) {
  const Asset* asset = findAsset(session_.project(), assetName.toStdString());
  if (asset == nullptr) return;
  for (const Frame& frame : asset->frames) {
    if (!frameName.isEmpty() && frame.name != frameName.toStdString()) continue;
    AnimationId shows;
    for (const Animation& animation : asset->animations) {
      const bool has = std::any_of(animation.steps.begin(), animation.steps.end(),
                                   [&](const Step& step) { return step.frame == frame.id; });
      if (has && !shows) shows = animation.id;
    }
    return session_.selectFrame(asset->id, shows, frame.id);
  }
}

// Errors prevent packing: each links to the bench where it is fixed.
void PackBench::showErrors() {
  while (QLayoutItem* old = errors_->layout()->takeAt(0)) {
    // It may have been what was clicked.
    if (old->widget() != nullptr) old->widget()->deleteLater();
    delete old;
  }
  constexpr int kMostShown = 5;
  int count = 0;
  for (const Finding& finding : session_.findings()) {
    if (finding.severity != Severity::Error || ++count > kMostShown) continue;
    const QString text = benchName(finding.bench) + ": " + QString::fromStdString(finding.text);
    QPushButton* button = tight(makeButton({}, {}, errors_), "small");
    const int room = metrics::kSide - 2 * metrics::kGap - 24;
    button->setText(button->fontMetrics().elidedText(text, Qt::ElideRight, room));
    button->setAccessibleName(text);
    button->setObjectName("packError" + QString::number(count));
    button->setToolTip(tr("%1. Click to go there.").arg(QString::fromStdString(finding.text)));
    button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    button->setStyleSheet("text-align: left");
    connect(button, &QPushButton::clicked, this,
            [this, finding] { emit session_.findingWanted(finding); });
    errors_->layout()->addWidget(button);
  }
  errors_->setVisible(count > 0);
}

}  // namespace amber
