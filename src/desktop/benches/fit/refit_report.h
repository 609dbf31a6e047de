#pragma once

#include <QDialog>
#include <QWidget>
#include <vector>

#include "core/fit/keys/refit.h"

namespace amber {

/// What fitting again changed, frame by frame, the largest change first. A row that is clicked
/// shows its frame.
class RefitReport : public QDialog {
  Q_OBJECT

 public:
  RefitReport(const Project& project, const std::vector<Refitted>& changes, QWidget* parent);

 signals:
  void frameChosen(const amber::FrameRef& frame);
};

}  // namespace amber
