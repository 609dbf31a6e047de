#pragma once

#include <QElapsedTimer>
#include <QFileSystemWatcher>
#include <QObject>
#include <QSet>
#include <QStringList>
#include <QTimer>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/project/project.h"
#include "work/art/art_store.h"
#include "work/pack/pack_session.h"

namespace amber {

/// One step of watching.
struct WatchStep {
  enum class Event {
    Watching,  ///< It has begun.
    Changed,   ///< Files were written; they are packed once they rest.
    Packed,    ///< The parcel is new.
    Same,      ///< What was written changes nothing that is packed.
    Waiting,   ///< A file cannot be read, as while it is being written; it is tried again.
    Refused,   ///< The project has errors, or the parcel cannot be written; the old one stays.
  };
  Event event = Event::Watching;
  std::string text = {};                ///< Why it waits or was refused, one sentence.
  std::vector<std::string> files = {};  ///< What was written, or is watched.
  PackOutcome outcome = {};             ///< Of Packed.
  int ms = 0;                           ///< Of Packed: since the first file was written.
};

/// Packs a project whenever its file or one of its sheets is written, by any program, in place or
/// by replacing it. A file that cannot be read is tried again until it can. The parcel is exchanged
/// as packProject does: whoever reads it sees the old one or the new one. Sheets that were not
/// written are not read again, and only what changed is drawn, compressed and compared (see
/// PackSession).
class PackWatch : public QObject {
 public:
  using Tell = std::function<void(const WatchStep& step)>;

  /// By the profile of that name, the first where it is empty.
  PackWatch(std::string project, std::string profile, std::string folder, Tell tell,
            QObject* parent = nullptr);

  /// Packs now, and from then on after every change. Needs an event loop.
  void start();

 private:
  void noticed(const QString& path);
  void pack();
  Result<void> readSheets();
  void watch();
  void tell(WatchStep::Event event, const std::string& text = {});
  void retry(const Error& error);

  std::string path_;
  std::string profile_;
  std::string folder_;
  Tell tell_;
  Project project_;
  std::shared_ptr<ArtStore> store_;
  PackSession session_;
  std::optional<Project> packed_;  // What the parcel holds, of sheets as they were read.
  std::string waitsFor_;
  QFileSystemWatcher watcher_;
  QSet<QString> changed_;
  QSet<QString> unread_;  // Files that were written and not read since.
  QElapsedTimer since_;
  QTimer rest_;
};

}  // namespace amber
