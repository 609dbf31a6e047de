#pragma once

#include <QWidget>
#include <array>

#include "desktop/benches/bench_view.h"

class QLabel;
class QPushButton;

namespace amber {

class NumberField;
class OriginStage;
class ScopeChooser;

/// Sets origins: by an anchor of the cell or of the ink, typed, dragged or nudged, for as many
/// frames as the scope says.
class OriginBench : public BenchView {
  Q_OBJECT

 public:
  OriginBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  StageView* stage() override;
  Player* player() override { return player_; }

 private:
  QWidget* makeStrip();
  QWidget* makeSideColumn(Pictures& pictures);
  QWidget* makeAnchors(OriginBasis basis, QWidget* parent);
  void setRule(const OriginRule& rule);
  void setPoint(FramePoint point);
  void typePoint();
  void refresh() override;

  ProjectSession& session_;
  OriginStage* stage_ = nullptr;
  Player* player_ = nullptr;
  ScopeChooser* scope_ = nullptr;
  NumberField* x_ = nullptr;
  NumberField* y_ = nullptr;
  QLabel* game_ = nullptr;
  QLabel* rule_ = nullptr;
  std::array<QPushButton*, 9> cell_{};
  std::array<QPushButton*, 9> ink_{};
};

}  // namespace amber
