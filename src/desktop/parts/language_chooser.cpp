#include "desktop/parts/language_chooser.h"

#include <QAction>
#include <QMenu>
#include <QStringList>
#include <algorithm>

namespace amber {

LanguageChooser::LanguageChooser(const QString& none, QWidget* parent)
    : QToolButton(parent), none_(none) {
  setPopupMode(QToolButton::InstantPopup);
  setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
  auto* languages = new QMenu(this);
  for (const char* word : {"C", "C++", "C#", "Java", "JavaScript", "Python", "Lua", "Rust"}) {
    QAction* action = languages->addAction(word);
    action->setCheckable(true);
    connect(action, &QAction::triggered, this, &LanguageChooser::tell);
  }
  setMenu(languages);
  show({});
}

void LanguageChooser::show(const std::vector<Language>& languages) {
  QStringList words;
  const QList<QAction*> actions = menu()->actions();
  for (qsizetype i = 0; i < actions.size(); ++i) {
    const auto one = static_cast<Language>(i);
    const bool on = std::find(languages.begin(), languages.end(), one) != languages.end();
    actions[i]->setChecked(on);
    if (on) words << actions[i]->text();
  }
  setText(words.isEmpty() ? none_ : words.join(", "));
}

void LanguageChooser::tell() {
  std::vector<Language> languages;
  const QList<QAction*> actions = menu()->actions();
  for (qsizetype i = 0; i < actions.size(); ++i) {
    if (actions[i]->isChecked()) languages.push_back(static_cast<Language>(i));
  }
  show(languages);
  emit chosen(languages);
}

}  // namespace amber
