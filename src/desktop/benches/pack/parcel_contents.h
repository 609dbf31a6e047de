#pragma once

#include <QTreeWidget>
#include <memory>
#include <optional>

#include "desktop/benches/pack/pack_preview.h"

namespace amber {

/// What will be written: each file with its size, under a page the assets that lie on it with
/// their shares of it, as bars; under the JSON every asset.
class ParcelContents : public QTreeWidget {
  Q_OBJECT

 public:
  explicit ParcelContents(QWidget* parent);

  /// Null for nothing. What was chosen stays chosen where it is still there.
  void show(const std::shared_ptr<const PackPreview>& preview, const QString& folder);

  /// A page, by its scale (0: scale 1; of preview.pages) and number.
  struct PageRef {
    std::size_t pages = 0;
    std::size_t page = 0;
    bool operator==(const PageRef&) const = default;
  };
  /// The page that is chosen, or that an asset's chosen share is of.
  std::optional<PageRef> page() const;
  /// The asset that is chosen, by its number in the parcel.
  std::optional<std::size_t> asset() const;
  /// Whether an asset's JSON is chosen, not its share of a page.
  bool choosesJson() const;
  void choosePage(PageRef page);

 private:
  void addPages(QTreeWidgetItem* root, const PackPreview& preview, std::size_t index);
};

}  // namespace amber
