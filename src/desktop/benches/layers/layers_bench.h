#pragma once

#include <QString>
#include <optional>
#include <set>

#include "core/layers/weaving/weave.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/benches/layers/answer_panel.h"
#include "desktop/benches/layers/layer_facts.h"
#include "desktop/session/background.h"

class QButtonGroup;
class QComboBox;
class QPushButton;

namespace amber {

class ExpectationList;
class Loom;

/// Who meets whom, and why: the loom, the answer for what is chosen, and what the game expects.
class LayersBench : public BenchView {
  Q_OBJECT

 public:
  LayersBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);
  void placeActions(ActionTable& actions) override;

  QString pairRefusal() const;
  QString weaveRefusal() const;
  void expectChosen();
  void addLayer();
  void weave();
  void typeSentence();
  /// Who meets whom, as a table in a file; and settings from such a table.
  void writeTable();
  void readTable();
  Loom* loom() const { return loom_; }

 private:
  /// Which participants the loom shows.
  enum class Shown { All, Selected, Broken, Layer };
  /// With what a thread's change is written.
  enum class Level { Asset, Kind, Role };

  void build();
  void connectLoom();
  void connectAll();
  QWidget* makeStrip();
  void buildControls();
  void refresh() override;
  void judge();
  void takeFacts(LayerFacts facts);
  void filter();
  void chooseSelectedPair();
  void showAnswer();
  AnswerPanel::Content nothingChosen() const;
  AnswerPanel::Content sentenceContent(int row);
  AnswerPanel::Content unaskedContent(int row);
  AnswerPanel::Content pairContent();
  AnswerPanel::Content participantContent() const;
  AnswerPanel::Content layerContent();
  std::optional<std::size_t> pairsAnsweredAnew(const Project& after) const;
  std::size_t sentencesBroken(const Project& after) const;
  AnswerPanel::Content wovenContent();
  void addFixes(const SentenceFacts& facts, AnswerPanel::Content& content);
  void addAlternatives(const Participant& a, const Participant& b, AnswerPanel::Content& content);
  void showControls();
  void setThread(const std::vector<std::size_t>& participants, std::size_t layer, bool seeks,
                 bool put);
  void setDuty(Duty duty);
  void setMotion(Motion motion);
  void setCopies(Copies copies);
  void inherit();
  std::vector<Edit> settingEdits(
      const std::vector<std::size_t>& participants,
      const std::function<void(RoleSetting&, const ParticipantSettings&)>& set) const;
  std::vector<AssetId> chosenAssetIds() const;
  void addSentence(const Expectation& sentence);
  void dropSentence(int row);
  void perform(const QString& label, const std::vector<Edit>& edits);

  ProjectSession& session_;
  Loom* loom_ = nullptr;
  AnswerPanel* panel_ = nullptr;
  ExpectationList* list_ = nullptr;
  QComboBox* pairing_ = nullptr;
  QComboBox* wakes_ = nullptr;
  QButtonGroup* shownGroup_ = nullptr;
  QButtonGroup* levelGroup_ = nullptr;
  QWidget* controls_ = nullptr;
  QComboBox* duty_ = nullptr;
  QComboBox* motion_ = nullptr;
  QComboBox* copies_ = nullptr;
  QPushButton* inherit_ = nullptr;
  Shown shown_ = Shown::All;
  Level level_ = Level::Asset;
  std::optional<Woven> proposed_;  // Woven, and not taken yet.
  QString refusedWeave_;
  std::optional<std::size_t> removing_;  // The layer of which it is told what its removal changes.
  Newest<LayerFacts> judging_;
};

}  // namespace amber
