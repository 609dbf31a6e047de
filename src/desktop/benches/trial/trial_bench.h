#pragma once

#include <QHideEvent>
#include <QShowEvent>
#include <QString>
#include <optional>

#include "core/origin/mounts.h"
#include "core/trial/fairness_table.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/benches/trial/course_panel.h"
#include "desktop/benches/trial/trial_facts.h"
#include "desktop/benches/trial/trial_stage.h"

class QComboBox;
class QHBoxLayout;
class QLabel;
class QPushButton;
class QStackedLayout;
class QTreeWidget;
class QVBoxLayout;

namespace amber {

class NumberField;
class PlayClock;
class Ribbon;

/// Two assets placed together: what boxes, shapes, pixels and layers give at their offset, the map
/// of all offsets, and the results of other shapes.
class TrialBench : public BenchView {
  Q_OBJECT

 public:
  TrialBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  Canvas* stage() override;
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);
  void placeActions(ActionTable& actions) override;

  /// Why there is nothing to be tried; empty where there is.
  QString refusal() const;
  QString worstRefusal() const;
  QString takeRefusal() const;
  QString mountRefusal() const;
  /// Both animations run on one clock, or stand still again.
  void togglePlaying();
  /// Stands the second where the next mount of the first is: what leaves there.
  void standAtMount();
  void toggleMap();
  /// Stands the second where a hit is farthest from any ink, or else where most ink is missed.
  void standAtWorst();
  /// Two assets put together, or one that runs over a course.
  void showCourse(bool show);
  bool showsCourse() const;
  CoursePanel& course() const { return *course_; }
  /// Gives the chosen candidate to all frames of the first asset, each fitted.
  void takeCandidate();

 private:
  QWidget* makeMode(QWidget* parent);
  QWidget* makeStrip();
  QWidget* makeSide();
  QHBoxLayout* makeStands(QWidget* side);
  void addTables(QVBoxLayout* column, QWidget* side);
  QWidget* makeWishes(QWidget* side);
  void showWishes();
  void setWishes();
  void connectAll();

 protected:
  void showEvent(QShowEvent* event) override;
  void hideEvent(QHideEvent* event) override;

 private:
  void refresh() override;
  void play();
  std::vector<MountPlace> mountsHere() const;
  void showOthers();
  void showReport();
  void ask();
  void showFacts(TrialFacts facts);
  void showFairness();
  void showCandidates();
  void showPairs(bool show);
  void listPairs(std::vector<FairnessRow> rows);
  void standPair(int at);
  const FairCandidate* chosen() const;
  void pointAtCandidate();
  void standAt(GamePoint offset);
  std::vector<FrameId> neighbours() const;
  std::optional<TrialActor> actorA() const;
  std::optional<TrialActor> actorB() const;
  const Asset* other() const;
  void addAnswer(const QString& what, const QString& says, const QString& figure, bool bad);

  ProjectSession& session_;
  QStackedLayout* pages_ = nullptr;
  QWidget* meeting_ = nullptr;
  CoursePanel* course_ = nullptr;
  std::vector<QPushButton*> toMeeting_;  // On both pages.
  std::vector<QPushButton*> toCourse_;
  TrialStage* stage_ = nullptr;
  Ribbon* ribbon_ = nullptr;
  QComboBox* others_ = nullptr;
  NumberField* otherFrame_ = nullptr;
  QPushButton* mirrorA_ = nullptr;
  QPushButton* mirrorB_ = nullptr;
  QPushButton* mapChip_ = nullptr;
  QPushButton* allFrames_ = nullptr;
  QPushButton* play_ = nullptr;
  PlayClock* clock_ = nullptr;
  NumberField* offsetX_ = nullptr;
  NumberField* offsetY_ = nullptr;
  QLabel* verdict_ = nullptr;
  QTreeWidget* answers_ = nullptr;
  QLabel* fairness_ = nullptr;
  QPushButton* worst_ = nullptr;
  QPushButton* allPairs_ = nullptr;
  QLabel* listTitle_ = nullptr;
  QTreeWidget* candidates_ = nullptr;
  QTreeWidget* pairs_ = nullptr;
  QWidget* wishes_ = nullptr;
  NumberField* mostPhantom_ = nullptr;
  NumberField* mostMissed_ = nullptr;
  NumberField* mostGap_ = nullptr;
  QPushButton* take_ = nullptr;
  AssetId otherAsset_;
  GamePoint offset_{24, 0};
  std::size_t mount_ = 0;            // Of the first's, which is next.
  std::optional<TrialActor> playA_;  // What plays, in place of what is chosen.
  std::optional<TrialActor> playB_;
  TrialFacts facts_;
  bool showing_ = false;
  std::vector<FairnessRow> rows_;
  Newest<TrialFacts> asking_;
  Newest<std::vector<FairnessRow>> pairing_;
};

}  // namespace amber
