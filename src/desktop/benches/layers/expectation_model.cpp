#include "desktop/benches/layers/expectation_model.h"

#include "core/layers/sentences/sentence.h"
#include "desktop/parts/wording.h"

namespace amber {

void ExpectationModel::show(const std::vector<Expectation>& sentences, LayerFacts facts) {
  beginResetModel();
  sentences_ = sentences;
  facts_ = std::move(facts);
  endResetModel();
}

const SentenceFacts* ExpectationModel::sentenceFacts(int row) const {
  if (!isSentence(row) || row >= static_cast<int>(facts_.sentences.size())) return nullptr;
  return &facts_.sentences[static_cast<std::size_t>(row)];
}

const UnaskedFacts* ExpectationModel::unaskedFacts(int row) const {
  const int at = row - static_cast<int>(sentences_.size());
  if (at < 0 || at >= static_cast<int>(facts_.unasked.size())) return nullptr;
  return &facts_.unasked[static_cast<std::size_t>(at)];
}

int ExpectationModel::rowCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(sentences_.size() + facts_.unasked.size());
}

int ExpectationModel::columnCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : ColumnCount;
}

ExpectationModel::State ExpectationModel::stateOf(int row) const {
  if (unaskedFacts(row) != nullptr) return State::Unasked;
  const SentenceFacts* facts = sentenceFacts(row);
  if (facts == nullptr) return State::Waiting;
  switch (facts->verdict) {
    case Verdict::Holds:
      return State::Holds;
    case Verdict::Broken:
      return State::Broken;
    case Verdict::Empty:
      break;
  }
  return State::Empty;
}

QString ExpectationModel::textOf(int row, int column) const {
  if (const UnaskedFacts* unasked = unaskedFacts(row)) {
    if (column == Sentence) return QString::fromStdString(unasked->text);
    if (column == Why)
      return tr("No expectation covers this meeting: expect it, or make them ignore each other");
    if (column == Pairs) return counted(unasked->count, tr("pair"), tr("pairs"));
    return {};
  }
  if (column == Sentence) {
    return QString::fromStdString(sentenceOf(sentences_[static_cast<std::size_t>(row)]));
  }
  const SentenceFacts* facts = sentenceFacts(row);
  if (facts == nullptr) return {};
  if (column == Why) return QString::fromStdString(facts->reason);
  if (column != Pairs) return {};
  const QString pairs = counted(facts->pairs, tr("pair"), tr("pairs"));
  return facts->brokenPairs == 0 ? pairs : tr("%1 of %2").arg(facts->brokenPairs).arg(pairs);
}

QVariant ExpectationModel::data(const QModelIndex& index, int role) const {
  if (!index.isValid()) return {};
  if (role == kStateRole) return QVariant::fromValue(static_cast<int>(stateOf(index.row())));
  if (role == Qt::DisplayRole && index.column() != Mark) return textOf(index.row(), index.column());
  if (role == Qt::ToolTipRole) return textOf(index.row(), index.column());
  if (role == Qt::AccessibleTextRole && index.column() != Mark) {
    const QString text = textOf(index.row(), index.column());
    return text.isEmpty() ? tr("none") : text;
  }
  if (role == Qt::AccessibleTextRole) {
    const QString words[] = {tr("checking"), tr("holds"), tr("broken"), tr("applies to nothing"),
                             tr("not covered")};
    return words[static_cast<int>(stateOf(index.row()))];
  }
  return {};
}

}  // namespace amber
