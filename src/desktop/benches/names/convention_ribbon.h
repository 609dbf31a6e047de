#pragma once

#include <QFocusEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QString>
#include <QWidget>
#include <vector>

namespace amber {

/// The parts of a name in their order, each with what it is; the chosen one stands out. They are
/// dragged, or moved by Ctrl and the arrows right and left; Delete takes one out.
class ConventionRibbon : public QWidget {
  Q_OBJECT

 public:
  struct Part {
    QString text;     ///< As it is in the example.
    QString meaning;  ///< "kind prefix"
    bool ofAsset = false;
  };

  explicit ConventionRibbon(QWidget* parent);

  /// `between`: what joins words.
  void show(std::vector<Part> parts, const QString& between);
  int chosen() const { return chosen_; }
  void choose(int part);
  /// The middle of a part, for whoever points at it.
  QPoint centreOf(int part) const;

  QSize sizeHint() const override;
  QSize minimumSizeHint() const override;

 signals:
  void choiceChanged(int part);
  /// Moved before the part that is at `to` now.
  void moveAsked(int from, int to);
  void removeAsked(int part);

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  bool event(QEvent* event) override;
  void focusInEvent(QFocusEvent* event) override;
  void focusOutEvent(QFocusEvent* event) override;

 private:
  QRect rectOf(int part) const;
  int partAt(QPoint at) const;
  int gapAt(QPoint at) const;
  void layOut();

  std::vector<Part> parts_;
  std::vector<QRect> rects_;
  QString between_;
  int chosen_ = 0;
  int dragged_ = -1;
  int gap_ = -1;
  QPoint pressed_;
};

}  // namespace amber
