#pragma once

#include <QObject>
#include <QString>
#include <QVariant>
#include <vector>

namespace amber {

/// Keys of what the user may prefer; see preferenceTable.
namespace preference {
inline constexpr const char* kTheme = "theme";        ///< A theme's name; empty: the desktop's.
inline constexpr const char* kTextSize = "textSize";  ///< Points; 0: the desktop's.
inline constexpr const char* kBackdrop = "stage/backdrop";        ///< A Backdrop.
inline constexpr const char* kLargestFit = "stage/largestFit";    ///< Stage px per art px; 0: any.
inline constexpr const char* kSnapPoints = "stage/snapPoints";    ///< A PointSnap.
inline constexpr const char* kSnapShapes = "stage/snapShapes";    ///< A StageSnap.
inline constexpr const char* kDurations = "units/durations";      ///< A DurationUnit.
inline constexpr const char* kSaveAfter = "saving/afterMinutes";  ///< Minutes; 0: never by itself.
inline constexpr const char* kSheetEditor = "sheets/editor";  ///< A command; empty: the desktop's.
}  // namespace preference

enum class DurationUnit { Milliseconds, FramesPerSecond };

/// One thing to prefer, as the dialog shows it.
struct Preference {
  struct Choice {
    QString text;
    QVariant value;
  };

  QString key;
  QString group;  ///< Title of the fields it stands with.
  QString label;
  QString tip;
  std::vector<Choice> choices;  ///< The first is the default; none where any text may be typed.
};

/// All of them, in the order of the dialog.
const std::vector<Preference>& preferenceTable();

/// What the user prefers, kept in the settings of this user.
class Preferences : public QObject {
  Q_OBJECT

 public:
  /// Of a key of preferenceTable: the preferred value; the default where nothing, or nothing valid,
  /// was chosen.
  QVariant value(const QString& key) const;
  /// The same as an enumeration.
  template <class Enumeration>
  Enumeration as(const QString& key) const {
    return static_cast<Enumeration>(value(key).toInt());
  }
  /// Remembers the value; the default is remembered by removing what was chosen.
  void set(const QString& key, const QVariant& value);

 signals:
  void changed(const QString& key);
};

/// The one of this program.
Preferences& preferences();

}  // namespace amber
