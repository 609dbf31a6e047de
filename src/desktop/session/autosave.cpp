#include "desktop/session/autosave.h"

#include "desktop/preferences.h"
#include "desktop/session/project_keeper.h"

namespace amber {

Autosave::Autosave(ProjectKeeper& keeper, int msPerMinute, QObject* parent)
    : QObject(parent), keeper_(keeper), msPerMinute_(msPerMinute) {
  timer_.setSingleShot(true);
  connect(&timer_, &QTimer::timeout, &keeper_, &ProjectKeeper::save);
  connect(&keeper_, &ProjectKeeper::stateChanged, this, &Autosave::follow);
  connect(&keeper_, &ProjectKeeper::changedOnDisk, this, [this] { refused_ = true; });
  connect(&keeper_, &ProjectKeeper::failed, this, [this] { refused_ = true; });
  connect(&keeper_, &ProjectKeeper::saved, this, [this] { refused_ = false; });
  connect(&preferences(), &Preferences::changed, this, [this](const QString& key) {
    if (key != preference::kSaveAfter) return;
    timer_.stop();
    follow();
  });
}

void Autosave::follow() {
  const int minutes = preferences().value(preference::kSaveAfter).toInt();
  if (minutes == 0 || refused_ || !keeper_.unsaved()) {
    timer_.stop();
  } else if (!timer_.isActive()) {
    timer_.start(minutes * msPerMinute_);
  }
}

}  // namespace amber
