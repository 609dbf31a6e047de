#pragma once

#include <QToolButton>
#include <vector>

#include "core/project/values/naming_rule.h"

namespace amber {

/// Programming languages that can be ticked in a menu; the button shows the ticked ones.
class LanguageChooser : public QToolButton {
  Q_OBJECT

 public:
  /// `none`: the text while none is ticked.
  LanguageChooser(const QString& none, QWidget* parent);

  /// Shows what is chosen without telling it.
  void show(const std::vector<Language>& languages);

 signals:
  /// In their order, each once.
  void chosen(const std::vector<amber::Language>& languages);

 private:
  void tell();

  QString none_;
};

}  // namespace amber
