#pragma once

#include <QHash>
#include <QWidget>
#include <array>
#include <optional>

#include "core/fit/candidates/candidates.h"
#include "core/fit/keys/refit.h"
#include "core/geometry/shape.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/session/background.h"

class QComboBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace amber {

class CandidateList;
class FitStage;
class NumberField;
class Ribbon;
class ScopeChooser;

/// Sets the shapes of frames, role by role: a candidate fitted to as many frames as the scope
/// contains, held through animations or shared by all; or by hand, with the measures on screen and
/// all frames below. Outdated shapes are refitted here.
class FitBench : public BenchView {
  Q_OBJECT

 public:
  FitBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);

  Canvas* stage() override;
  void placeActions(ActionTable& actions) override;
  /// Fits the snug box to the frames of the scope.
  void fitSnugBoxes();
  /// Keys what is held on the frames of the scope; takes their keys away; holds this frame's shape
  /// through its animation.
  void keyShapes();
  void unkeyShapes();
  void holdShape();
  /// Turns the shapes of the scope to the other side of the origin.
  void mirrorShapes();
  /// Keeps this frame's shape, and gives it to the frames of the scope in the role that is worked
  /// on then, at the same place relative to their origins.
  void copyShape();
  void pasteShape();
  /// Refits the outdated shapes of the scope, or all shapes if none is outdated, and reports what
  /// changed.
  void fitAgain();
  /// Applies the rules of their kind to the frames in the scope.
  void applyKindRules();
  void showRoles();
  /// Whether the kind of the current asset is checked as tiles, and whether tiles that fit are one
  /// floor on courses: the other way round.
  void toggleTiles();
  void toggleMergedTiles();
  /// Decides that the current tile does not belong beside the neighbours that are marked as wrong.
  void decideTilesApart();
  QString tilesRefusal() const;
  /// Why the shape of this frame cannot be worked on; empty when it can.
  QString shapeRefusal() const;

 private:
  // How a taken candidate goes to the frames of the scope.
  enum class Way { Each, Held, Together };

  void build(Pictures& pictures);
  QWidget* makeStrip();
  QWidget* makeBar();
  QWidget* makeTools(QWidget* bar);
  QWidget* makeSideColumn(Pictures& pictures);
  void addTaking(QVBoxLayout* form, QWidget* side);
  void addGiving(QVBoxLayout* form, QWidget* side);
  void addKeys(QVBoxLayout* form, QWidget* side);
  void connectAll();
  std::vector<Edit> shapeOnThisFrame(const Shape& shape) const;
  void setByHand(const Shape& shape);
  void typeNumber();
  void giveToScope();
  void refresh() override;
  void showNumbers(const Shape& shape);
  void showFigures(const ShapePlace& place, const Frame& frame);
  void showRoleChoice();
  std::optional<double> steadiness() const;
  void point(const std::optional<Candidate>& candidate);
  std::vector<FrameRef> framesToTry() const;
  void take(const Recipe& recipe);
  void tellRefit(const Refit& refit);
  const ShapePlace* place() const;
  std::string role() const { return session_.selection().role; }

  ProjectSession& session_;
  FitStage* stage_ = nullptr;
  Ribbon* ribbon_ = nullptr;
  ScopeChooser* scope_ = nullptr;
  CandidateList* candidates_ = nullptr;
  QComboBox* roles_ = nullptr;
  QPushButton* sameForScope_ = nullptr;
  QMenu* more_ = nullptr;
  QWidget* maskTools_ = nullptr;
  QWidget* snapTools_ = nullptr;
  QLabel* figures_ = nullptr;
  QLabel* game_ = nullptr;
  QLabel* kind_ = nullptr;
  std::array<QLabel*, 5> numberNames_{};
  std::array<NumberField*, 5> numbers_{};
  Way way_ = Way::Each;
  // What was copied, in px of a frame that may be gone by the time it is pasted.
  struct Copied {
    Shape shape;
    FramePoint origin;
  };
  std::optional<Copied> copied_;
  // The shapes that a candidate which is pointed at would make, by frame.
  using Trials = QHash<std::uint32_t, Shape>;
  Newest<Trials> trials_;
};

}  // namespace amber
