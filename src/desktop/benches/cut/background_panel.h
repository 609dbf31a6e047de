#pragma once

#include <QWidget>
#include <optional>

#include "core/image/ink/ink.h"

class QLabel;
class QPushButton;
class QSlider;
class QVBoxLayout;

namespace amber {

class NumberField;

/// What of a sheet is background: transparency alone or a key colour, and the two thresholds. While
/// a slider is moved, what would be ink is told by `tried`; what is taken, by `chosen`.
class BackgroundPanel : public QWidget {
  Q_OBJECT

 public:
  explicit BackgroundPanel(QWidget* parent);

  /// Shows a sheet's rule, and the key colour that its pixels suggest.
  void show(const InkRule& rule, const std::optional<KeyColour>& suggested);
  bool picking() const;
  void endPicking();
  bool wantsPreview() const;
  /// Takes the colour under the dropper.
  void take(const Rgba& colour);

 signals:
  void chosen(const amber::InkRule& rule);
  void tried(const amber::InkRule& rule);
  void previewToggled(bool shown);
  void pickingChanged(bool picking);

 private:
  void connectKeyRows();
  void addKeyRows(QVBoxLayout* form);
  void addThresholds(QVBoxLayout* form);
  void choose(const InkRule& rule);

  InkRule rule_;
  std::optional<KeyColour> suggested_;
  QPushButton* alpha_ = nullptr;
  QPushButton* keyed_ = nullptr;
  QPushButton* pick_ = nullptr;
  QPushButton* suggestion_ = nullptr;
  QLabel* swatch_ = nullptr;
  QWidget* keyRows_ = nullptr;
  NumberField* tolerance_ = nullptr;
  QPushButton* edgeOnly_ = nullptr;
  QPushButton* preview_ = nullptr;
  NumberField* faint_ = nullptr;
  NumberField* firm_ = nullptr;
  QSlider* faintSlider_ = nullptr;
  QSlider* firmSlider_ = nullptr;
};

}  // namespace amber
