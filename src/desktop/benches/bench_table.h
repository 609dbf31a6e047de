#pragma once

#include <QString>
#include <functional>
#include <vector>

#include "core/checks/rules.h"

class QWidget;

namespace amber {

class ActionTable;
class BenchView;
class Pictures;
class ProjectSession;

/// What the shelf holds.
enum class ShelfContent { Sheets, Assets };

/// The way to a bench that is made when it is first needed.
struct BenchAccess {
  std::function<BenchView&()> get;   ///< Makes it if need be.
  std::function<BenchView*()> made;  ///< Null while it was not needed.
};

/// A bench, as the shell knows it. The route line, the finder, the docket, the keys Ctrl+1, Ctrl+2,
/// ... and the order of the work follow from the table.
struct BenchEntry {
  Bench bench;
  QString name;
  ShelfContent shelf = ShelfContent::Assets;
  std::function<BenchView*(ProjectSession& session, Pictures& pictures, QWidget* parent)> make;
  /// Adds the bench's own actions.
  std::function<void(ActionTable& actions, ProjectSession& session, const BenchAccess& access)>
      addActions;
};

/// All benches, in the order of the work.
const std::vector<BenchEntry>& benchTable();

QString benchName(Bench bench);

}  // namespace amber
