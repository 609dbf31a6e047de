#pragma once

#include <QString>
#include <QWidget>
#include <functional>
#include <utility>
#include <vector>

#include "core/project/values/pack_profile.h"

class QBoxLayout;
class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace amber {

class LanguageChooser;
class NumberField;

/// The profiles of a project, with all settings of one. The setting under the pointer or with the
/// focus is explained below.
class ProfilePanel : public QWidget {
  Q_OBJECT

 public:
  ProfilePanel(QVBoxLayout* form, QWidget* parent);

  /// Shows the profiles without telling any. Requires: `chosen` is one of them.
  void show(const std::vector<PackProfile>& profiles, std::size_t chosen);
  /// What the profile makes: pages and bytes, and what its last change did.
  void showEffect(const QString& text);

 signals:
  void chosen(std::size_t profile);
  /// The profiles are to be these, and that one is shown.
  void changed(const QString& what, const std::vector<amber::PackProfile>& profiles,
               std::size_t shown);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void buildChooser(QVBoxLayout* form);
  void buildPages(QVBoxLayout* form);
  void buildLengths(QVBoxLayout* form);
  void buildShapes(QVBoxLayout* form);
  void explain(QWidget* field, const QString& text);
  NumberField* number(QVBoxLayout* form, const QString& label, const char* name, double least,
                      double most, int decimals, const QString& about);
  QComboBox* choice(QVBoxLayout* form, const QString& label, const char* name,
                    const QStringList& words, const QString& about);
  void change();
  void add();
  void remove();
  void rename();
  void makeFirst();
  /// The shown profile with the values of the fields.
  PackProfile fromFields() const;

  std::vector<PackProfile> profiles_{PackProfile{}};
  std::size_t shown_ = 0;
  QComboBox* names_ = nullptr;
  QLineEdit* name_ = nullptr;
  QPushButton* remove_ = nullptr;
  QPushButton* first_ = nullptr;
  QLabel* effect_ = nullptr;
  QLabel* about_ = nullptr;
  NumberField* pageSide_ = nullptr;
  NumberField* padding_ = nullptr;
  NumberField* extrusion_ = nullptr;
  NumberField* pxPerUnit_ = nullptr;
  NumberField* polygonPoints_ = nullptr;
  NumberField* partPoints_ = nullptr;
  QLineEdit* scales_ = nullptr;
  QCheckBox* trim_ = nullptr;
  QComboBox* pageShape_ = nullptr;
  QComboBox* same_ = nullptr;
  QComboBox* colours_ = nullptr;
  QComboBox* unseen_ = nullptr;
  QComboBox* blocks_ = nullptr;
  QComboBox* resampling_ = nullptr;
  QComboBox* filter_ = nullptr;
  QComboBox* yAxis_ = nullptr;
  QComboBox* polygons_ = nullptr;
  QComboBox* masks_ = nullptr;
  LanguageChooser* constants_ = nullptr;
  bool showing_ = false;
};

}  // namespace amber
