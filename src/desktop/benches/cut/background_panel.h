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

/// The background of a sheet: transparency or a key colour, and the two alpha thresholds. While a
/// slider moves, `tried` gives the preview; `chosen` gives the accepted rule.
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
