#pragma once

#include <QListWidget>
#include <vector>

#include "core/base/id.h"
#include "core/geometry/pixel_rect.h"

namespace amber {

class Pictures;

/// Ways to cut a sheet, best first: each the sheet small with the cut on it, what it is in bold,
/// and why below. Arrow keys and the pointer show one on the stage; Enter or a double click takes
/// it.
class ProposalList : public QListWidget {
  Q_OBJECT

 public:
  ProposalList(Pictures& pictures, QWidget* parent);

  /// Empties the list for this sheet.
  void begin(SheetId sheet, PixelSize size);
  /// `text`: the proposal, and its reasons after the first comma or colon. `which` is returned by
  /// whichAt. Without frames there is no picture.
  void add(const QString& text, int which, const std::vector<PixelRect>& frames, bool current);
  int whichAt(int row) const;
  /// As high as its rows, up to so many.
  void fitRows(int most);

 private:
  friend class ProposalDelegate;

  Pictures& pictures_;
  SheetId sheet_;
  PixelSize size_;
  std::vector<std::vector<PixelRect>> frames_;  // of each row
};

}  // namespace amber
