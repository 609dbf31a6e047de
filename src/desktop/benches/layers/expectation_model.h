#pragma once

#include <QAbstractTableModel>
#include <vector>

#include "core/project/values/expectation.h"
#include "desktop/benches/layers/layer_facts.h"

namespace amber {

/// The sentences of a project with what became of each, and below them the meetings that none
/// speaks of.
class ExpectationModel : public QAbstractTableModel {
  Q_OBJECT

 public:
  enum Column { Mark, Sentence, Why, Pairs, ColumnCount };
  /// How a row stands, for the mark.
  enum class State { Waiting, Holds, Broken, Empty, Unasked };
  static constexpr int kStateRole = Qt::UserRole;

  using QAbstractTableModel::QAbstractTableModel;

  /// Facts may be those of a moment ago: sentences past them are waiting.
  void show(const std::vector<Expectation>& sentences, LayerFacts facts);

  std::size_t sentences() const { return sentences_.size(); }
  const LayerFacts& facts() const { return facts_; }
  bool isSentence(int row) const { return row >= 0 && row < static_cast<int>(sentences_.size()); }
  /// Null for a sentence that waits, or another row.
  const SentenceFacts* sentenceFacts(int row) const;
  /// Null for other rows.
  const UnaskedFacts* unaskedFacts(int row) const;

  int rowCount(const QModelIndex& parent = {}) const override;
  int columnCount(const QModelIndex& parent = {}) const override;
  QVariant data(const QModelIndex& index, int role) const override;

 private:
  State stateOf(int row) const;
  QString textOf(int row, int column) const;

  std::vector<Expectation> sentences_;
  LayerFacts facts_;
};

}  // namespace amber
