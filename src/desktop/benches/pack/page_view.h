#pragma once

#include <QImage>
#include <QString>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "desktop/stage/canvas.h"

namespace amber {

/// Something that lies on a page.
struct PagePart {
  PixelRect rect;
  QString name;
  bool marked = false;  ///< Of what is selected, or changed.
};

/// One packed page, as large as whole pixels allow; it zooms and pans as every stage. What is
/// marked is framed, what lies under the pointer named, and a click chooses it.
class PageView : public Canvas {
  Q_OBJECT

 public:
  explicit PageView(QWidget* parent);

  void show(const QImage& page, std::vector<PagePart> parts);

 signals:
  /// A part was clicked: its index.
  void chosen(std::size_t part);

 protected:
  QRectF content() const override { return QRectF(QPointF(), QSizeF(page_.size())); }
  QString emptyText() const override {
    return tr("This view shows the packed pages. Cut a sheet first.");
  }
  void paintStage(QPainter& painter) override;
  void artPress(QPointF art, Qt::KeyboardModifiers modifiers) override;
  void artMove(QPointF art, Qt::KeyboardModifiers modifiers) override;
  void leaveEvent(QEvent* event) override;

 private:
  std::optional<std::size_t> partAt(QPointF art) const;

  QImage page_;
  std::vector<PagePart> parts_;
  std::optional<std::size_t> under_;
};

}  // namespace amber
