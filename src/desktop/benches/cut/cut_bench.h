#pragma once

#include <QFrame>
#include <QHash>
#include <QLineEdit>
#include <QString>
#include <QWidget>

#include "core/cut/cut_frames.h"
#include "core/cut/proposals.h"
#include "desktop/benches/bench_view.h"

class QComboBox;
class QLabel;
class QListWidget;
class QPushButton;

namespace amber {

class CutStage;
class NumberField;

/// Cuts the selected sheet into frames: by cells or whole, typed or dragged, and says what asset
/// and animation they become. A sheet that is cut already is cut again at once.
class CutBench : public BenchView {
  Q_OBJECT

 public:
  CutBench(ProjectSession& session, Pictures& pictures, QWidget* parent);
  ~CutBench() override;

  StageView* stage() override;
  Player* player() override { return player_; }

  /// Whether the sheet can be cut now; else the reason.
  QString cutRefusal() const;
  void cut();

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
    NumberField* faint;
    NumberField* firm;
    NumberField* rate;
  };

  QWidget* makeStrip();
  QFrame* makeSideColumn();
  QWidget* makeFoot(Pictures& pictures);
  const Sheet* sheet() const;
  bool isCut() const;
  Grid shownGrid() const;
  void seekProposals();
  void showProposals();
  void propose(const Result<Grid>& grid);
  void applyGrid(const Grid& grid);
  void changeInk();
  void changeAsset();
  void changeAnimation();
  void selectCell(const PixelRect& cell);
  void refresh() override;
  void refreshNames();

  ProjectSession& session_;
  CutStage* stage_ = nullptr;
  Player* player_ = nullptr;
  Fields fields_{};
  QPushButton* byCells_ = nullptr;
  QPushButton* whole_ = nullptr;
  QPushButton* cutButton_ = nullptr;
  QLabel* sheetFacts_ = nullptr;
  QLabel* pointer_ = nullptr;
  QLabel* problem_ = nullptr;
  QComboBox* kind_ = nullptr;
  QLineEdit* assetName_ = nullptr;
  QLineEdit* animationName_ = nullptr;
  QComboBox* loop_ = nullptr;
  QLabel* proposalsTitle_ = nullptr;
  QListWidget* proposals_ = nullptr;
  // What the pixels of sheets that are not cut yet suggest; empty while it is being found out.
  QHash<std::uint32_t, std::vector<Proposal>> found_;
  // Grids of sheets that are not cut yet, as far as they were set up.
  QHash<std::uint32_t, Grid> drafts_;
  SheetId namedFor_;
};

}  // namespace amber
