#include "desktop/preferences.h"

#include <QCoreApplication>
#include <QSettings>
#include <algorithm>

#include "core/geometry/point_snap.h"
#include "desktop/stage/pictures.h"
#include "desktop/stage/stage_snap.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QString tr(const char* text) {
  return QCoreApplication::translate("Preferences", text);
}

template <class Enumeration>
QVariant number(Enumeration value) {
  return static_cast<int>(value);
}

Preference themes() {
  Preference made{preference::kTheme,
                  tr("Window"),
                  tr("&Theme"),
                  tr("Colours of the window: Paper is light, Lamp is dark, the others have the "
                     "highest contrast. The first choice follows the desktop."),
                  {{tr("Same as the desktop"), QString()}}};
  for (const Theme* one : allThemes()) made.choices.push_back({one->name, one->name});
  return made;
}

Preference textSizes() {
  Preference made{preference::kTextSize,
                  tr("Window"),
                  tr("Text &size"),
                  tr("Size of all text in the window; used after the next start."),
                  {{tr("Same as the desktop"), 0}}};
  for (int points = 9; points <= 18; ++points) {
    made.choices.push_back({tr("%1 pt").arg(points), points});
  }
  return made;
}

Preference largestFits() {
  Preference made{preference::kLargestFit,
                  tr("Stage"),
                  tr("&Fit to window"),
                  tr("How large the art is shown when it is fitted to the window."),
                  {{tr("As large as there is room"), 0}}};
  for (const int scale : {1, 2, 4, 8}) {
    made.choices.push_back({tr("At most %1x").arg(scale), scale});
  }
  return made;
}

Preference savingTimes() {
  Preference made{preference::kSaveAfter,
                  tr("Saving"),
                  tr("Save &automatically"),
                  tr("How long after a change the project is saved automatically. Unsaved work is "
                     "backed up in any case and comes back after a crash."),
                  {{tr("Never"), 0}}};
  for (const int minutes : {1, 5, 15}) {
    made.choices.push_back({tr("%1 min after a change").arg(minutes), minutes});
  }
  return made;
}

const Preference& preferenceOf(const QString& key) {
  const auto& table = preferenceTable();
  return *std::find_if(table.begin(), table.end(),
                       [&](const Preference& one) { return one.key == key; });
}

}  // namespace

const std::vector<Preference>& preferenceTable() {
  static const std::vector<Preference> table{
      themes(),
      textSizes(),
      {preference::kBackdrop,
       tr("Stage"),
       tr("&Backdrop"),
       tr("What transparent pixels are shown on. B shows the next one."),
       {{tr("Kraft"), number(Backdrop::Kraft)},
        {tr("Dark"), number(Backdrop::Dark)},
        {tr("Light"), number(Backdrop::Light)}}},
      largestFits(),
      {preference::kSnapPoints,
       tr("Stage"),
       tr("S&nap points to"),
       tr("What origins and mounts snap to when they are placed."),
       {{tr("Corners of pixels"), number(PointSnap::PixelCorner)},
        {tr("Centres of pixels"), number(PointSnap::PixelCentre)},
        {tr("Nothing"), number(PointSnap::Free)}}},
      {preference::kSnapShapes,
       tr("Stage"),
       tr("Snap s&hapes to"),
       tr("What corners and edges of shapes snap to when they are dragged."),
       {{tr("Pixels"), number(StageSnap::Pixel)},
        {tr("Half pixels"), number(StageSnap::Half)},
        {tr("The outline of the art"), number(StageSnap::Outline)},
        {tr("Nothing"), number(StageSnap::Free)}}},
      {preference::kDurations,
       tr("Units"),
       tr("&Durations in"),
       tr("How the duration of a step is shown and typed."),
       {{tr("Milliseconds"), number(DurationUnit::Milliseconds)},
        {tr("Frames per second"), number(DurationUnit::FramesPerSecond)}}},
      savingTimes(),
      {preference::kSheetEditor,
       tr("Sheets"),
       tr("&Editor"),
       tr("Command that opens a sheet for painting; the file is added at its end. Empty: the "
          "desktop's program for images."),
       {}}};
  return table;
}

QVariant Preferences::value(const QString& key) const {
  const Preference& of = preferenceOf(key);
  // A settings file holds every value as text.
  const QString kept = QSettings().value(key).toString();
  if (of.choices.empty()) return kept;
  const auto chosen =
      std::find_if(of.choices.begin(), of.choices.end(),
                   [&](const Preference::Choice& one) { return one.value.toString() == kept; });
  return (chosen != of.choices.end() ? *chosen : of.choices.front()).value;
}

void Preferences::set(const QString& key, const QVariant& value) {
  const Preference& of = preferenceOf(key);
  const QVariant usual = of.choices.empty() ? QString() : of.choices.front().value;
  if (value == usual) {
    QSettings().remove(key);
  } else {
    QSettings().setValue(key, value);
  }
  emit changed(key);
}

Preferences& preferences() {
  static Preferences the;
  return the;
}

}  // namespace amber
