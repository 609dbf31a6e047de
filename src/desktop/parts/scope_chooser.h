#pragma once

#include <QString>
#include <QWidget>
#include <array>
#include <vector>

#include "core/project/selection.h"

class QComboBox;
class QPushButton;

namespace amber {

class ProjectSession;

/// Selects the scope of a change and shows how many frames it contains.
class ScopeChooser : public QWidget {
  Q_OBJECT

 public:
  /// With `kinds`, changes may also go as far as every asset of the shown one's kind.
  enum class Kinds { Without, With };
  /// Buttons side by side, or one list to drop down where there is little room.
  enum class Form { Buttons, List };
  ScopeChooser(ProjectSession& session, Scope first, QWidget* parent, Kinds kinds = Kinds::Without,
               Form form = Form::Buttons);

  Scope scope() const { return scope_; }
  void setScope(Scope scope);
  /// The frames of the scope now.
  std::vector<FrameRef> frames() const;
  /// "8 frames": for the names of steps.
  QString countText() const;

 signals:
  void scopeChanged();

 private:
  void refresh();

  ProjectSession& session_;
  Scope scope_;
  void makeButtons(int count);
  void makeList(int count);

  std::vector<QPushButton*> chips_;  // Either these
  QComboBox* list_ = nullptr;        // or this.
};

}  // namespace amber
