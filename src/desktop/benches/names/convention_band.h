#pragma once

#include <QString>
#include <QWidget>
#include <vector>

#include "core/naming/convention_parts.h"
#include "core/project/project.h"

class QButtonGroup;
class QComboBox;
class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;
class QStackedWidget;
class QToolButton;

namespace amber {

class ConventionRibbon;
class LanguageChooser;
class NumberField;
class ProjectSession;

/// The naming convention across the bench: its parts as a ribbon, how words are joined, and what
/// can be set of the part that is chosen; what a name becomes as a file, in code and as a constant.
class ConventionBand : public QWidget {
  Q_OBJECT

 public:
  ConventionBand(ProjectSession& session, QWidget* parent);

  void refresh();
  /// Uses the convention that most names already follow, and reports how many.
  void learn();

 private:
  /// What a part of names is, in words.
  static QString meaningOf(NamePartKind kind);
  QWidget* makePages();
  void connectAll();
  QWidget* makeNumberPage();
  QWidget* makeWordPage();
  QWidget* makeSidePage();
  QWidget* makeNamePage();
  void showRibbon();
  void showPage();
  void showPrefixes();
  void showExample();
  void fillAddMenu();
  void setRule(const QString& label, const NamingRule& rule);
  void setNumbers();
  void setWord(const QString& word, bool done);
  void setPrefix(int kind, const QString& prefix);
  void add(const NamePart& part);

  ProjectSession& session_;
  ConventionRibbon* ribbon_ = nullptr;
  QButtonGroup* styles_ = nullptr;
  QToolButton* addPart_ = nullptr;
  QMenu* addMenu_ = nullptr;
  QStackedWidget* pages_ = nullptr;
  QWidget* prefixes_ = nullptr;
  NumberField* digits_ = nullptr;
  NumberField* first_ = nullptr;
  QLineEdit* word_ = nullptr;
  QPushButton* removeWord_ = nullptr;
  QComboBox* sides_ = nullptr;
  QComboBox* sidesSaid_ = nullptr;
  NumberField* longest_ = nullptr;
  LanguageChooser* languages_ = nullptr;
  QLabel* example_ = nullptr;
  std::vector<Kind> shownKinds_;
};

}  // namespace amber
