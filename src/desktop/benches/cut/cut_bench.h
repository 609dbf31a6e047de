#pragma once

#include <QFrame>
#include <QHash>
#include <QLineEdit>
#include <QSet>
#include <QString>
#include <QWidget>

#include "core/cut/cut_frames.h"
#include "core/cut/grid.h"
#include "core/cut/numbered_files.h"
#include "core/cut/proposals.h"
#include "core/image/orientation.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/session/background.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSlider;
class QStackedWidget;
class QVBoxLayout;

namespace amber {

class AnimationPanel;
class BackgroundPanel;
class CutStage;
class NumberField;
class ProposalList;
enum class CutTool;

/// Cuts the selected sheet into frames: by cells, by islands of ink, by hand or whole, and regions
/// by other methods. Sets the asset and animation that are created, and arranges animations. A
/// sheet that is already cut is cut again immediately.
class CutBench : public BenchView {
  Q_OBJECT

 public:
  CutBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);

  Canvas* stage() override;
  void placeActions(ActionTable& actions) override;
  Player* player() override { return player_; }
  AnimationPanel* animations() const { return animations_; }
  QWidget* ribbon() { return ribbon_; }

  /// Whether the sheet can be cut now; else the reason.
  QString cutRefusal() const;
  void cut();
  /// Cuts all sheets that need no look, as one step; else the reason why not.
  QString sureRefusal() const;
  void cutSure();
  /// Turns or mirrors the sheet with all that was cut from it.
  QString turnRefusal() const;
  void turn(SheetTurn turn);
  /// What is done to frames cut by hand. Each needs some to be chosen.
  QString handRefusal() const;
  void deleteChosen();
  void mergeChosen();
  void snapChosen();

 private:
  struct Fields {
    NumberField* cellW;
    NumberField* cellH;
    NumberField* marginX;
    NumberField* marginY;
    NumberField* gutterX;
    NumberField* gutterY;
    NumberField* columns;
    NumberField* rows;
    NumberField* join;
    NumberField* minInk;
    NumberField* part;
    NumberField* rate;
  };

  void connectStrip();
  void startCells();
  void startIslands();
  void startByHand();
  QWidget* makeStrip();
  QFrame* makeSideColumn(Pictures& pictures);
  void makeProposals(QVBoxLayout* form, QWidget* side, Pictures& pictures);
  QWidget* makeCellsPage(QWidget* parent);
  /// By the islands' page as it stands.
  IslandRule islandRule() const;
  QWidget* makeIslandsPage(QWidget* parent);
  QWidget* makeHandPage(QWidget* parent);
  void makeBecomes(QVBoxLayout* form, QWidget* side);
  QWidget* makeFoot(Pictures& pictures);
  void connectStage();

  const Sheet* sheet() const;
  bool isCut() const;
  bool hasDraft() const;
  Cut shownCut() const;
  PixelRect partArea(const Cut& cut) const;
  const CutWay& partWay(const Cut& cut) const;
  void setPartWay(const CutWay& way);
  const SheetGuess& guess() const;
  bool asksForKey() const;
  void showProposals();
  std::optional<NumberedRun> numberedRun() const;
  bool isLikely(const NumberedRun& run) const;
  bool takesRun(const std::optional<NumberedRun>& run) const;
  void takeProposal(int row);
  void answerProposal(bool taking);
  void refuse(const QString& sentence);
  void propose(const Result<Grid>& grid);
  void take(const Cut& cut);
  void showTrial(const Cut& cut);
  void applyCut(const Cut& cut);
  void applySequence(const NumberedRun& run);
  CutRequest requestFor(const Cut& cut) const;
  std::vector<PixelRect> chosenRects() const;
  void changeHand(Result<std::vector<PixelRect>> rects);
  void splitFrame(const PixelRect& frame, GridLine::Across across, int position);
  void addRegion(const PixelRect& area);
  void removeRegion();
  void setTool(CutTool tool);
  void changeInk(const InkRule& rule);
  void changeAsset();
  void changeAnimation();
  void selectFrames(const std::vector<PixelRect>& rects, bool adding);
  void refresh() override;
  void refreshWays(const Cut& cut);
  void refreshFields(const Cut& cut);
  void refreshButton();
  void refreshSure();
  void refreshNames();

  ProjectSession& session_;
  CutStage* stage_ = nullptr;
  Player* player_ = nullptr;
  AnimationPanel* animations_ = nullptr;
  QWidget* ribbon_ = nullptr;
  BackgroundPanel* background_ = nullptr;
  Fields fields_{};
  QPushButton* byCells_ = nullptr;
  QPushButton* byIslands_ = nullptr;
  QPushButton* byHand_ = nullptr;
  QPushButton* whole_ = nullptr;
  QPushButton* regionTool_ = nullptr;
  QPushButton* splitTool_ = nullptr;
  QComboBox* parts_ = nullptr;
  QPushButton* removeRegion_ = nullptr;
  QStackedWidget* ways_ = nullptr;
  QSlider* joinSlider_ = nullptr;
  QPushButton* partFaint_ = nullptr;
  QLabel* islandFacts_ = nullptr;
  QLabel* handFacts_ = nullptr;
  QPushButton* inBoxes_ = nullptr;
  QPushButton* withShadows_ = nullptr;
  QPushButton* packedTight_ = nullptr;
  QPushButton* sureButton_ = nullptr;
  QFrame* foot_ = nullptr;
  QPushButton* cutButton_ = nullptr;
  QPushButton* dropDraft_ = nullptr;
  QLabel* pointer_ = nullptr;
  QLabel* problem_ = nullptr;
  QComboBox* kind_ = nullptr;
  QLineEdit* assetName_ = nullptr;
  QLineEdit* animationName_ = nullptr;
  QComboBox* loop_ = nullptr;
  QComboBox* rows_ = nullptr;
  QPushButton* proposalsTitle_ = nullptr;
  ProposalList* proposals_ = nullptr;
  // Cuts that were set up and not taken yet.
  QHash<std::uint32_t, Cut> drafts_;
  // Sheets of which the user said that the likely background is art.
  QSet<std::uint32_t> declined_;
  // Sheets whose draft is one animation with the other images of their run.
  QSet<std::uint32_t> sequences_;
  int part_ = -1;  // the region worked on, -1 for the sheet's own way
  SheetId namedFor_;
  std::pair<SheetId, bool> proposalsFor_;  // the sheet, and whether it was cut
};

}  // namespace amber
