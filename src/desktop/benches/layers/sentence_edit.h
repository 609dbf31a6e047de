#pragma once

#include <QKeyEvent>
#include <QLineEdit>
#include <QString>

#include "core/project/values/expectation.h"
#include "desktop/session.h"

class QCompleter;
class QStringListModel;

namespace amber {

/// A line edit for an expectation: it offers the words that may come next, and shows an error with
/// its place.
class SentenceEdit : public QLineEdit {
  Q_OBJECT

 public:
  SentenceEdit(ProjectSession& session, QWidget* parent);

 signals:
  /// Enter was pressed, and the sentence can be read.
  void entered(const amber::Expectation& sentence);
  /// The error of the current text; empty if it is valid.
  void troubled(const QString& trouble);

 protected:
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void offer();
  void take(const QString& word);
  void read();

  ProjectSession& session_;
  QCompleter* completer_;
  QStringListModel* words_;
  int begin_ = 0;  // Where the word that is being typed begins.
};

}  // namespace amber
