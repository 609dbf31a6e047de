#pragma once

#include <QTimer>
#include <QWidget>
#include <array>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/origin/drift.h"
#include "core/origin/mounts.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/benches/origin/drift_plot.h"

class QBoxLayout;
class QComboBox;
class QHBoxLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;
class QVBoxLayout;

namespace amber {

class NumberField;
class OriginStage;
class ScopeChooser;

/// Sets the origins and mounts of frames: frames stacked at their origins, a plot of positions,
/// rules and points for the frames in the scope, and views that show how a game uses them.
class OriginBench : public BenchView {
  Q_OBJECT

 public:
  OriginBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);

  Canvas* stage() override;
  void placeActions(ActionTable& actions) override;
  Player* player() override { return player_; }

  /// Verbs of the shown frame's mounts; each has its refusal, empty when it can be done.
  void toggleKey();
  void holdMount();
  void mirrorMount();
  void removeMount();
  void askRider();
  void resizeBlock(PixelSize size);
  void copyOffset();
  QString mountRefusal() const;
  void makeKindRule();
  QString kindRuleRefusal() const;
  /// Selects the steadiest or the worst frame of the animation.
  void selectSteadiest();
  void selectWorst();

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  // Building, in origin_bench_building.cpp.
  QWidget* makeStrip();
  QWidget* makeFoot(Pictures& pictures);
  QWidget* makeSideColumn();
  QWidget* makeAnchors(OriginBasis basis, QWidget* parent);
  void addRules(QVBoxLayout* form, QWidget* side);
  void addPointFields(QVBoxLayout* form, QWidget* side);
  QWidget* makeChipRow(QWidget* foot);
  void fillPoints(const Frame& frame, const Asset& asset, const Mounts& mounts);
  void addPoint(const QString& name, std::optional<OriginPoint> at, double scale,
                const QVariant& point, bool faint);
  void addPoints(QVBoxLayout* form, QWidget* side);
  void addUse(QVBoxLayout* form, QWidget* side);
  void addWishes(QVBoxLayout* form, QWidget* side);
  void addRuleButton(QPushButton* button, OriginBasis basis, Anchor anchor);
  void connectStage();

  // Showing, in origin_bench_showing.cpp.
  void refresh() override;
  void refreshDrift();
  void refreshGhosts();
  void refreshChips();
  void refreshPoints();
  void refreshRules();
  void refreshUse();
  void showMarks();
  void playHere();

  // What a rule or a point does.
  OriginRule ruleOf(const QPushButton* button) const;
  HandSet handSet() const;
  void tryRule(const OriginRule& rule);
  void endTry();
  void setRule(const OriginRule& rule);
  void setPoint(FramePoint point);
  void movePoint(double dx, double dy);
  void previewPoint(FramePoint point);
  std::vector<Edit> movedTo(FramePoint point) const;
  void typePoint();
  void nameMount();
  void chooseMount(const std::string& name);
  void setMount(OriginPoint offset);
  void selectStep(std::size_t step);
  const Frame* committedFrame() const;

  ProjectSession& session_;
  OriginStage* stage_ = nullptr;
  Player* player_ = nullptr;
  ScopeChooser* scope_ = nullptr;
  DriftPlot* plot_ = nullptr;
  QBoxLayout* chips_ = nullptr;
  std::vector<QPushButton*> looks_;
  QPushButton* playHere_ = nullptr;
  QPushButton* ghosts_ = nullptr;
  QPushButton* otherAssets_ = nullptr;
  QPushButton* upAndDown_ = nullptr;
  QPushButton* steadiest_ = nullptr;
  QPushButton* worst_ = nullptr;
  struct RuleButton {
    QPushButton* button;
    OriginBasis basis;
    Anchor anchor;
  };
  std::vector<RuleButton> rules_;
  NumberField* model_ = nullptr;
  QPushButton* handToo_ = nullptr;
  QPushButton* kindRule_ = nullptr;
  QLabel* change_ = nullptr;
  QTableWidget* points_ = nullptr;
  NumberField* x_ = nullptr;
  NumberField* y_ = nullptr;
  QLabel* rule_ = nullptr;
  QLineEdit* mountName_ = nullptr;
  QPushButton* mountKey_ = nullptr;
  QWidget* spinRow_ = nullptr;
  NumberField* angle_ = nullptr;
  QPushButton* turning_ = nullptr;
  QWidget* depthRow_ = nullptr;
  QComboBox* beside_ = nullptr;
  NumberField* besideX_ = nullptr;
  NumberField* besideY_ = nullptr;
  QPushButton* walking_ = nullptr;
  NumberField* wantedDrift_ = nullptr;
  QPushButton* wholePixels_ = nullptr;
  NumberField* drawnAt_ = nullptr;
  QTimer motion_;

  DriftTable drift_;
  std::vector<Slip> slips_;
  std::set<AnimationId> stacked_;  // besides the current animation
  std::string mount_;              // the one being set; empty: the origin
  std::optional<std::size_t> pointed_;
};

}  // namespace amber
