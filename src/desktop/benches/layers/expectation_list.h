#pragma once

#include <QFrame>

#include "desktop/benches/layers/expectation_model.h"
#include "desktop/session.h"

class QLabel;
class QTableView;

namespace amber {

class SentenceEdit;

/// What the game expects: a line to type a sentence in, and all sentences with their verdicts.
class ExpectationList : public QFrame {
  Q_OBJECT

 public:
  ExpectationList(ProjectSession& session, QWidget* parent);

  const ExpectationModel& model() const { return *model_; }
  void show(const std::vector<Expectation>& sentences, LayerFacts facts);
  /// The row that is chosen; -1 for none.
  int row() const;
  void choose(int row);
  void typeSentence();

 signals:
  void entered(const amber::Expectation& sentence);
  void chosenChanged();
  /// The chosen sentence is to go.
  void dropAsked(int row);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  ExpectationModel* model_;
  QLabel* summary_ = nullptr;
  QLabel* trouble_ = nullptr;
  SentenceEdit* edit_ = nullptr;
  QTableView* table_ = nullptr;
};

}  // namespace amber
