#pragma once

#include <QWidget>

#include "core/project/values/recipe.h"

class QComboBox;
class QLineEdit;
class QPushButton;

namespace amber {

class NumberField;

/// The options for all candidates, as rows of a form: region, inset and the options of each shape
/// type. A value that cannot be parsed is marked, with the reason in its tooltip, and ignored.
class RecipeForm : public QWidget {
  Q_OBJECT

 public:
  explicit RecipeForm(QWidget* parent);

  /// The options, without shape type or style.
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
  QComboBox* axis_ = nullptr;
  NumberField* points_ = nullptr;
  QPushButton* convex_ = nullptr;
  NumberField* tolerance_ = nullptr;
  QComboBox* around_ = nullptr;
  NumberField* grow_ = nullptr;
  QPushButton* fillHoles_ = nullptr;
  NumberField* specks_ = nullptr;
};

}  // namespace amber
