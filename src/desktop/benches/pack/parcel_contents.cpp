#include "desktop/benches/pack/parcel_contents.h"

#include <QHeaderView>
#include <QLocale>
#include <QPainter>
#include <QStyledItemDelegate>
#include <algorithm>
#include <map>
#include <set>
#include <tuple>

#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

enum ContentRole { PagesRole = Qt::UserRole, PageRole, AssetRole, ShareRole };

QString bytesText(qint64 bytes) {
  return QLocale().formattedDataSize(bytes);
}

// A share of a page is a bar behind its number.
class ShareDelegate : public QStyledItemDelegate {
 public:
  using QStyledItemDelegate::QStyledItemDelegate;

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override {
    const QVariant share = index.data(ShareRole);
    if (share.isValid()) {
      const QRect room = option.rect.adjusted(2, 4, -2, -4);
      QRect bar = room;
      bar.setWidth(std::max(1, static_cast<int>(room.width() * share.toDouble())));
      painter->fillRect(room, theme().paper);
      painter->fillRect(bar, theme().amberSoft);
    }
    QStyledItemDelegate::paint(painter, option, index);
  }
};

// How much of each page every asset takes, px; what two assets show is the first one's.
struct AssetShare {
  std::size_t asset = 0;
  long long px = 0;
};

std::vector<AssetShare> sharesOf(const Parcel& parcel, std::size_t pages, std::size_t page) {
  std::vector<AssetShare> shares;
  std::set<std::tuple<int, int>> seen;
  for (std::size_t a = 0; a < parcel.assets.size(); ++a) {
    AssetShare share{a, 0};
    for (const ParcelFrame& frame : parcel.assets[a].frames) {
      const int on = pages == 0 ? frame.page : frame.scaled[pages - 1].page;
      const PixelRect& rect = pages == 0 ? frame.rect : frame.scaled[pages - 1].rect;
      if (on == static_cast<int>(page) && seen.insert({rect.x, rect.y}).second) {
        share.px += 1LL * rect.w * rect.h;
      }
    }
    if (share.px > 0) shares.push_back(share);
  }
  std::stable_sort(shares.begin(), shares.end(),
                   [](const AssetShare& a, const AssetShare& b) { return a.px > b.px; });
  return shares;
}

}  // namespace

ParcelContents::ParcelContents(QWidget* parent) : QTreeWidget(parent) {
  setObjectName("parcelTree");
  setAccessibleName(tr("Content of the parcel"));
  setIndentation(14);
  setColumnCount(2);
  setHeaderLabels({tr("Content"), tr("Size, share")});
  header()->setStretchLastSection(false);
  header()->setSectionResizeMode(0, QHeaderView::Stretch);
  header()->setSectionResizeMode(1, QHeaderView::Fixed);
  header()->resizeSection(1, 72);
  setItemDelegateForColumn(1, new ShareDelegate(this));
}

void ParcelContents::addPages(QTreeWidgetItem* root, const PackPreview& preview,
                              std::size_t index) {
  const PreviewPages& pages = preview.pages[index];
  const bool masks = !preview.parcel.maskPages.empty() && index + 1 == preview.pages.size();
  for (std::size_t i = 0; i < pages.files.size(); ++i) {
    const QSize size = pages.images[i].size();
    auto* item = new QTreeWidgetItem(
        root, {QString::fromStdString(pages.files[i].name), bytesText(pages.files[i].bytes)});
    item->setToolTip(0, tr("%1 x %2 px").arg(size.width()).arg(size.height()));
    item->setData(0, PagesRole, static_cast<int>(index));
    item->setData(0, PageRole, static_cast<int>(i));
    if (masks) continue;
    const double area = std::max(1.0, double(size.width()) * size.height());
    for (const AssetShare& share : sharesOf(preview.parcel, index, i)) {
      const double part = static_cast<double>(share.px) / area;
      auto* asset = new QTreeWidgetItem(
          item, {QString::fromStdString(preview.parcel.assets[share.asset].name),
                 tr("%1 %").arg(rounded(std::round(part * 1000) / 10))});
      asset->setData(0, PagesRole, static_cast<int>(index));
      asset->setData(0, PageRole, static_cast<int>(i));
      asset->setData(0, AssetRole, static_cast<int>(share.asset));
      asset->setData(1, ShareRole, part);
    }
    item->setExpanded(index == 0);
  }
}

void ParcelContents::show(const std::shared_ptr<const PackPreview>& preview,
                          const QString& folder) {
  const auto before = page();
  clear();
  if (preview == nullptr) return;
  auto* root = new QTreeWidgetItem(this, {folder + "/", bytesText(preview->bytes())});
  root->setExpanded(true);
  for (std::size_t i = 0; i < preview->pages.size(); ++i) addPages(root, *preview, i);
  for (const PlannedFile& file : preview->others) {
    auto* item =
        new QTreeWidgetItem(root, {QString::fromStdString(file.name), bytesText(file.bytes)});
    if (&file != &preview->others.front()) continue;
    const Parcel& parcel = preview->parcel;
    for (std::size_t i = 0; i < parcel.assets.size(); ++i) {
      auto* asset = new QTreeWidgetItem(item, {QString::fromStdString(parcel.assets[i].name),
                                               countedFrames(parcel.assets[i].frames.size())});
      asset->setData(0, AssetRole, static_cast<int>(i));
    }
  }
  choosePage(before.value_or(PageRef{}));
}

std::optional<ParcelContents::PageRef> ParcelContents::page() const {
  const QTreeWidgetItem* item = currentItem();
  if (item == nullptr || !item->data(0, PageRole).isValid()) return std::nullopt;
  return PageRef{static_cast<std::size_t>(item->data(0, PagesRole).toInt()),
                 static_cast<std::size_t>(item->data(0, PageRole).toInt())};
}

std::optional<std::size_t> ParcelContents::asset() const {
  const QTreeWidgetItem* item = currentItem();
  if (item == nullptr || !item->data(0, AssetRole).isValid()) return std::nullopt;
  return static_cast<std::size_t>(item->data(0, AssetRole).toInt());
}

bool ParcelContents::choosesJson() const {
  return asset() && !page();
}

void ParcelContents::choosePage(PageRef wanted) {
  const QTreeWidgetItem* root = topLevelItem(0);
  if (root == nullptr) return;
  for (int i = 0; i < root->childCount(); ++i) {
    QTreeWidgetItem* item = root->child(i);
    const bool same = item->data(0, PageRole).isValid() &&
                      item->data(0, PagesRole).toInt() == static_cast<int>(wanted.pages) &&
                      item->data(0, PageRole).toInt() == static_cast<int>(wanted.page);
    if (same) return setCurrentItem(item);
  }
  setCurrentItem(root->child(0));
}

}  // namespace amber
