#pragma once

#include <QDialog>

#include "core/project/project.h"

class QComboBox;
class QPushButton;

namespace amber {

/// Asks what rides on a mount of an asset: which other asset, what it plays, and whether it is
/// drawn behind; or to end a ride.
class RiderDialog : public QDialog {
  Q_OBJECT

 public:
  RiderDialog(const Project& project, const Asset& bearer, const std::string& mount,
              QWidget* parent);

  AssetId rider() const;
  std::string animation() const;  ///< Empty for the first.
  bool behind() const;
  bool ends() const { return ends_; }

 private:
  const Rider* ride() const;
  void showRider();

  const Project project_;
  const Asset& bearer_;
  std::string mount_;
  QComboBox* asset_ = nullptr;
  QComboBox* animation_ = nullptr;
  QComboBox* order_ = nullptr;
  QPushButton* done_ = nullptr;
  QPushButton* end_ = nullptr;
  bool ends_ = false;
};

}  // namespace amber
