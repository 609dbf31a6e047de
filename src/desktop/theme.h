#pragma once

#include <QColor>
#include <QFont>
#include <QString>
#include <array>
#include <cmath>

class QApplication;
class QPainter;
class QWidget;

namespace amber {

/// Every colour, size and radius of the window, named once.
struct Theme {
  QString name;  ///< Also how the preference for it is kept.
  QColor paper;  ///< The window's ground.
  QColor card;   ///< What lies on it: fields, lists, bars.
  QColor line;   ///< Rules and borders.
  QColor text;
  QColor quiet;      ///< Text of second rank, at least 4.5:1 on paper and card.
  QColor amber;      ///< What is selected or next.
  QColor amberSoft;  ///< The ground of what is selected.
  QColor kraft;      ///< The stage under transparent art.
  QColor weave;      ///< Its threads.
  QColor stageDark;
  QColor stageLight;
  QColor error;
  QColor ink;                    ///< Profiles and bars of ink.
  QColor cut;                    ///< Cut lines on the stage.
  QColor halo;                   ///< Behind lines and words that lie on art.
  std::array<QColor, 6> shapes;  ///< By layer; distinguishable with colour blindness.
};

/// How much larger than designed the window draws text and everything that holds text; 1 for text
/// of 13 px. From the system's font and the preference for text size.
double textScale();

/// A length in px at text scale 1; as an int it is the length at the current scale.
class Scaled {
 public:
  constexpr explicit Scaled(int px) : px_(px) {}
  operator int() const { return static_cast<int>(std::lround(px_ * textScale())); }

 private:
  int px_;
};

/// Sizes at scale 1.
namespace metrics {
inline constexpr Scaled kTopBar{50};
inline constexpr Scaled kShelf{206};
inline constexpr Scaled kSide{304};
inline constexpr Scaled kFieldLabel{132};
inline constexpr Scaled kStrip{38};
inline constexpr Scaled kFindingsLine{32};
inline constexpr int kRibbon = 138;
inline constexpr int kRibbonCell = 66;
inline constexpr int kPlayer = 156;
inline constexpr Scaled kAnimations{148};
inline constexpr int kThumb = 40;
inline constexpr int kRadius = 3;
inline constexpr Scaled kGap{12};
inline constexpr Scaled kSmallGap{6};
inline constexpr int kHandle = 9;
inline constexpr Scaled kFont{13};
inline constexpr Scaled kSmallFont{11};
}  // namespace metrics

/// Paper is light, Lamp is dark.
const Theme& paperTheme();
const Theme& lampTheme();
/// Each with black, white and the strongest colours, for a desktop of high contrast.
const Theme& lightContrastTheme();
const Theme& darkContrastTheme();
/// All of them.
std::array<const Theme*, 4> allThemes();

/// The theme in use.
const Theme& theme();
/// The theme that the user prefers; without a preference, the one that fits the desktop.
const Theme& preferredTheme();
/// What the desktop's own colours are, as they were before the application set its own.
bool systemIsDark();

/// Puts a theme to use: palette, fonts and style sheet of the application.
void useTheme(QApplication& application, const Theme& chosen);

/// Shows that a widget that paints itself has the focus, if it has: a line along its edge.
/// Requires: the painter is that of the widget, or of its viewport, without a transform.
void paintFocus(QPainter& painter, const QWidget& widget);

/// The one type family in the two sizes, for painting.
QFont textFont(bool bold = false);
QFont smallFont(bool bold = false);

}  // namespace amber
