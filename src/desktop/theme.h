#pragma once

#include <QColor>
#include <QFont>
#include <QString>
#include <array>

class QApplication;

namespace amber {

/// Every colour, size and radius of the window, named once.
struct Theme {
  QString name;
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
  std::array<QColor, 6> shapes;  ///< By layer: told apart by colour-blind eyes.
};

/// Sizes, px at scale 1.
namespace metrics {
inline constexpr int kTopBar = 50;
inline constexpr int kShelf = 206;
inline constexpr int kSide = 280;
inline constexpr int kStrip = 38;
inline constexpr int kFindingsLine = 32;
inline constexpr int kRibbon = 138;
inline constexpr int kRibbonCell = 66;
inline constexpr int kPlayer = 156;
inline constexpr int kAnimations = 148;
inline constexpr int kThumb = 40;
inline constexpr int kRadius = 3;
inline constexpr int kGap = 12;
inline constexpr int kSmallGap = 6;
inline constexpr int kHandle = 9;
inline constexpr int kFont = 13;
inline constexpr int kSmallFont = 11;
}  // namespace metrics

/// The two themes: Paper is light, Lamp is dark.
const Theme& paperTheme();
const Theme& lampTheme();

/// The theme in use.
const Theme& theme();

/// Puts a theme to use: palette, fonts and style sheet of the application.
void useTheme(QApplication& application, const Theme& chosen);

/// The one type family in the two sizes, for painting.
QFont textFont(bool bold = false);
QFont smallFont(bool bold = false);

}  // namespace amber
