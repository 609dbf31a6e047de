#include "desktop/benches/layers/sentence_edit.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QStringListModel>

#include "core/layers/sentences/sentence.h"

namespace amber {
namespace {

constexpr int kMostOffered = 200;

}  // namespace

SentenceEdit::SentenceEdit(ProjectSession& session, QWidget* parent)
    : QLineEdit(parent),
      session_(session),
      completer_(new QCompleter(this)),
      words_(new QStringListModel(this)) {
  setObjectName("sentence");
  setAccessibleName(tr("New expectation"));
  setPlaceholderText(tr("What does the game expect? chr_keeper body stops at every tile"));
  setMaxLength(2000);
  completer_->setModel(words_);
  completer_->setWidget(this);
  completer_->setCompletionMode(QCompleter::UnfilteredPopupCompletion);
  connect(completer_, qOverload<const QString&>(&QCompleter::activated), this, &SentenceEdit::take);
  connect(this, &QLineEdit::textEdited, this, &SentenceEdit::offer);
}

// The cursor is in characters, and text is stored in bytes: the offered words depend on the bytes
// before the cursor.
void SentenceEdit::offer() {
  emit troubled({});
  const QByteArray before = text().left(cursorPosition()).toUtf8();
  const Vocabulary names = vocabularyOf(session_.project());
  const Completion completion =
      completionOf(before.toStdString(), static_cast<std::size_t>(before.size()), names);
  begin_ = static_cast<int>(
      QString::fromUtf8(before.left(static_cast<qsizetype>(completion.begin))).size());
  QStringList words;
  for (const std::string& word : completion.words) {
    if (words.size() < kMostOffered) words << QString::fromStdString(word);
  }
  const QString typed = text().mid(begin_, cursorPosition() - begin_);
  if (words.isEmpty() || (words.size() == 1 && words.front() == typed)) {
    completer_->popup()->hide();
    return;
  }
  words_->setStringList(words);
  completer_->complete();
  completer_->popup()->setCurrentIndex(words_->index(0));
}

void SentenceEdit::take(const QString& word) {
  const QString after = text().mid(cursorPosition());
  setText(text().left(begin_) + word + " " + after);
  setCursorPosition(begin_ + static_cast<int>(word.size()) + 1);
  emit troubled({});
}

void SentenceEdit::keyPressEvent(QKeyEvent* event) {
  const bool offers = completer_->popup()->isVisible();
  switch (event->key()) {
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Tab:
      if (offers) {
        const QString word = completer_->popup()->currentIndex().data().toString();
        completer_->popup()->hide();
        if (!word.isEmpty()) take(word);
        return;
      }
      if (event->key() != Qt::Key_Tab) return read();
      break;
    case Qt::Key_Escape:
      if (offers) return completer_->popup()->hide();
      clear();
      return emit troubled({});
    case Qt::Key_Down:
      if (!offers) return offer();
      break;
    default:
      break;
  }
  QLineEdit::keyPressEvent(event);
}

void SentenceEdit::read() {
  const std::string typed = text().toStdString();
  if (text().trimmed().isEmpty()) return;
  const Vocabulary names = vocabularyOf(session_.project());
  const auto sentence = expectationFrom(typed, names);
  if (!sentence) {
    const auto column = static_cast<int>(sentence.error().column) - 1;
    setSelection(column, std::max(1, static_cast<int>(sentence.error().found.size())));
    return emit troubled(QString::fromStdString(amber::describe(sentence.error())));
  }
  clear();
  emit entered(*sentence);
}

}  // namespace amber
