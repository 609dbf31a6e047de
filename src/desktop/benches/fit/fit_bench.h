#pragma once

#include <QWidget>
#include <array>

#include "core/geometry/shape.h"
#include "desktop/benches/bench_view.h"

class QLabel;
class QPushButton;

namespace amber {

class CandidateList;
class FitStage;
class NumberField;
class ScopeChooser;

/// Gives frames their shapes: one of the candidates, fitted anew on as many frames as the scope
/// says, or by hand on this frame, with the measures on screen and all frames below.
class FitBench : public BenchView {
  Q_OBJECT

 public:
  FitBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  StageView* stage() override;
  /// Fits the snug box to the frames of the scope.
  void fitSnugBoxes();

 private:
  QWidget* makeStrip();
  QWidget* makeMeasures();
  QWidget* makeSideColumn(Pictures& pictures);
  std::vector<Edit> shapeOnThisFrame(const Shape& shape) const;
  void setByHand(const Shape& shape);
  void typeBox();
  void giveToScope();
  void refresh() override;
  void take(const Recipe& recipe);
  Duty duty() const;
  std::string role() const;

  ProjectSession& session_;
  FitStage* stage_ = nullptr;
  ScopeChooser* scope_ = nullptr;
  CandidateList* candidates_ = nullptr;
  QPushButton* sameForScope_ = nullptr;
  QLabel* figures_ = nullptr;
  QLabel* game_ = nullptr;
  QLabel* kind_ = nullptr;
  std::array<NumberField*, 4> box_{};
};

}  // namespace amber
