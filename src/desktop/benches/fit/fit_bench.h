#pragma once

#include <QWidget>
#include <array>

#include "core/geometry/shape.h"
#include "desktop/benches/bench_view.h"

class QLabel;
class QPushButton;

namespace amber {

class CandidateCard;
class FitStage;
class NumberField;
class ScopeChooser;

/// Gives frames their shapes: the snug box for as many frames as the scope says, or by hand on this
/// frame, with the measures on screen and all frames below.
class FitBench : public BenchView {
  Q_OBJECT

 public:
  FitBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  StageView* stage() override;
  /// Fits the snug box to the frames of the scope.
  void takeCandidate();

 private:
  QWidget* makeStrip();
  QWidget* makeMeasures();
  QWidget* makeSideColumn(Pictures& pictures);
  std::vector<Edit> shapeOnThisFrame(const Shape& shape) const;
  void setByHand(const Shape& shape);
  void typeBox();
  void giveToScope();
  void refresh() override;
  std::string role() const;

  ProjectSession& session_;
  FitStage* stage_ = nullptr;
  ScopeChooser* scope_ = nullptr;
  CandidateCard* card_ = nullptr;
  QPushButton* sameForScope_ = nullptr;
  QLabel* figures_ = nullptr;
  QLabel* game_ = nullptr;
  std::array<NumberField*, 4> box_{};
  std::optional<Shape> candidate_;
};

}  // namespace amber
