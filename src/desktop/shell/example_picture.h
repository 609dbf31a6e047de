#pragma once

#include <QImage>
#include <QPaintEvent>
#include <QWidget>

namespace amber {

/// What the program does, in a small picture made of the example's art: a sheet with its cuts, a
/// frame with its origin and shape, a packed page.
class ExamplePicture : public QWidget {
  Q_OBJECT

 public:
  explicit ExamplePicture(QWidget* parent);

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  void paintSheet(QPainter& painter, const QRectF& panel) const;
  void paintFrame(QPainter& painter, const QRectF& panel) const;
  void paintPage(QPainter& painter, const QRectF& panel) const;

  QImage sheet_;
  QImage tools_;
  QImage moth_;
};

}  // namespace amber
