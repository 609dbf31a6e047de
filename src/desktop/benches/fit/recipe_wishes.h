#pragma once

#include <QWidget>

#include "core/project/values/recipe.h"

class QComboBox;
class QLineEdit;
class QPushButton;

namespace amber {

class NumberField;

/// What all candidates are to keep to, as rows of a form: region, inset and what is of one kind
/// only. What cannot be read is marked, with the reason at hand, and counts as not said.
class RecipeWishes : public QWidget {
  Q_OBJECT

 public:
  explicit RecipeWishes(QWidget* parent);

  /// The wishes, with no kind or style.
  Recipe recipe() const;

 signals:
  void changed();

 private:
  void makeFields();
  void tellChange();

  QLineEdit* region_ = nullptr;
  QLineEdit* inset_ = nullptr;
  NumberField* loss_ = nullptr;
  NumberField* keep_ = nullptr;
  QPushButton* grounded_ = nullptr;
  QComboBox* lie_ = nullptr;
  NumberField* points_ = nullptr;
  QPushButton* convex_ = nullptr;
  NumberField* tolerance_ = nullptr;
  QComboBox* around_ = nullptr;
  NumberField* grow_ = nullptr;
  QPushButton* fillHoles_ = nullptr;
  NumberField* specks_ = nullptr;
};

}  // namespace amber
