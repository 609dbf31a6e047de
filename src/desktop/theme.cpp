#include "desktop/theme.h"

#include <QApplication>
#include <QLatin1String>
#include <QPainter>
#include <QPalette>
#include <QPen>
#include <QRegularExpression>
#include <QRgb>
#include <QStringList>
#include <QStyleFactory>
#include <QWidget>
#include <algorithm>
#include <cmath>

#include "desktop/desktop_look.h"
#include "desktop/preferences.h"

// In a static library resources are linked in only when asked for, outside of any namespace.
static void linkResources() {
  Q_INIT_RESOURCE(desktop);
  Q_INIT_RESOURCE(about);
  Q_INIT_RESOURCE(example);
  Q_INIT_RESOURCE(manual);
}

namespace amber {
namespace {

const Theme* current = nullptr;

// Blue, amber, green, violet, red, teal, spread in lightness as well as in hue.
constexpr std::array<QRgb, 6> kPaperShapes = {0xff1f5fa8, 0xffa8560a, 0xff1f7a4a,
                                              0xff7a3a96, 0xffb23a22, 0xff1f8a96};

std::array<QColor, 6> coloursFrom(const std::array<QRgb, 6>& values) {
  std::array<QColor, 6> colours;
  for (std::size_t i = 0; i < values.size(); ++i) colours[i] = QColor::fromRgb(values[i]);
  return colours;
}

// Text of 13 px is 9.75 points on a screen of 96 dots per inch.
constexpr double kDesignPoints = 9.75;
constexpr int kSmallestPoints = 9;
constexpr int kLargestPoints = 18;

// The font of the desktop, as it was before the application set its own.
const QFont& systemFont() {
  static const QFont font = QGuiApplication::font();
  return font;
}

// Without a desktop, Qt invents a font; then the design's own is better.
bool hasDesktop() {
  return !qEnvironmentVariableIsEmpty("XDG_CURRENT_DESKTOP");
}

double pointsToScale(double points) {
  return std::clamp<double>(points, kSmallestPoints, kLargestPoints) / kDesignPoints;
}

QFont font(int pixels, bool bold) {
  QFont result = hasDesktop() ? QFont(systemFont().family())
                              : QFont(QStringList{"Inter", "DejaVu Sans", "Sans Serif"});
  result.setPixelSize(pixels);
  result.setWeight(bold ? QFont::DemiBold : QFont::Normal);
  return result;
}

// Names of colours begin with @.
constexpr const char* kStyleRules = R"(
    QWidget { font-size: 13px; }
    QToolTip { background: @card; color: @text; border: 1px solid @line; padding: 3px; }
    QLabel[rank="title"] { font-weight: 600; }
    QLabel[rank="quiet"] { color: @quiet; font-size: 11px; }
    QLabel[rank="error"] { color: @error; font-weight: 600; }
    QFrame[role="card"] { background: @card; border: none; border-left: 1px solid @line; }
    QFrame[role="column"] { background: @card; border: none; }
    QFrame[role="strip"] { background: @paper; border: none; border-bottom: 1px solid @line; }
    QFrame[role="foot"] { background: @paper; border: none; border-top: 1px solid @line; }
    QFrame[role="bar"] { background: @card; border: none; border-bottom: 1px solid @line; }
    QFrame[role="notice"] { background: @card; border: 1px solid @amber; border-radius: 4px; }
    QPushButton[role="row"] { text-align: left; padding: 2px 8px; }
    QLabel#startTitle { font-size: 20px; }
    QFrame[role="rule"] { background: @line; border: none; max-height: 1px; }
    QPushButton { background: @card; color: @text; border: 1px solid @line; border-radius: 3px;
      padding: 4px 10px; }
    QPushButton:hover { border-color: @amber; }
    QPushButton:pressed { background: @amberSoft; }
    QPushButton:checked { border-color: @text; border-bottom: 2px solid @amber; padding-bottom: 3px; }
    QPushButton:disabled { color: @quiet; background: @paper; }
    QPushButton[next="true"] { background: @amberSoft; border-color: @amber; font-weight: 600; }
    QPushButton:focus, QPushButton:checked:focus { border-color: @amber;
      text-decoration: underline; }
    QPushButton[next="true"]:focus { border-color: @text; }
    QLineEdit, QComboBox { background: @card; color: @text; border: 1px solid @line;
      border-radius: 3px; padding: 3px 6px; selection-background-color: @amber;
      selection-color: @card; }
    QLineEdit:focus, QComboBox:focus { border-color: @amber; }
    QLineEdit[kind="number"] { border: none; border-bottom: 1px solid @line; border-radius: 0;
      padding: 1px 2px; background: transparent; }
    QLineEdit[kind="number"]:focus { border-bottom: 2px solid @amber; padding-bottom: 0; }
    QLineEdit[wrong="true"] { border-bottom: 2px solid @error; padding-bottom: 0; }
    QLineEdit:disabled { color: @quiet; }
    QComboBox QAbstractItemView { background: @card; border: 1px solid @line; outline: none;
      selection-background-color: @amberSoft; selection-color: @text; }
    QComboBox::drop-down { border: none; width: 16px; }
    QComboBox::down-arrow { image: url(:/icons/down.svg); width: 10px; height: 10px; }
    QListView, QTreeView, QTableView, QPlainTextEdit { background: @card; color: @text;
      border: 1px solid @card; outline: none; selection-background-color: @amberSoft;
      selection-color: @text; alternate-background-color: @paper; gridline-color: @line; }
    QListView#shelf { background: @paper; border-color: @paper; }
    QListView:focus, QListView#shelf:focus, QTreeView:focus, QTableView:focus,
    QPlainTextEdit:focus { border-color: @amber; }
    QFrame#commandFinder { background: @paper; border: 1px solid @amber; border-radius: 3px; }
    QPushButton[tight="true"] { padding: 3px 7px; }
    QPushButton[small="true"] { padding: 1px 5px; font-size: 11px; min-height: 16px; }
    QListWidget#animations::item { padding: 0 4px; }
    QSlider::groove:horizontal { height: 3px; background: @line; border-radius: 1px; }
    QSlider::handle:horizontal { width: 9px; height: 13px; margin: -5px 0; background: @amber;
      border-radius: 2px; }
    QSlider::handle:horizontal:focus { background: @text; }
    QListWidget::item { padding: 3px 6px; }
    QTreeView::item { padding: 3px 6px; }
    QHeaderView::section { background: @paper; color: @quiet; border: none;
      border-bottom: 1px solid @line; padding: 4px 6px; font-size: 11px; }
    QTableCornerButton::section { background: @paper; border: none; }
    QScrollBar:vertical { background: transparent; width: 9px; margin: 0; }
    QScrollBar:horizontal { background: transparent; height: 9px; margin: 0; }
    QScrollBar::handle { background: @line; border-radius: 4px; min-height: 24px; min-width: 24px; }
    QScrollBar::handle:hover { background: @quiet; }
    QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
    QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
    QMenuBar { background: @card; color: @text; border-bottom: 1px solid @line; }
    QMenuBar::item { padding: 4px 10px; background: transparent; }
    QMenuBar::item:selected { background: @amberSoft; }
    QMenu { background: @card; color: @text; border: 1px solid @line; }
    QMenu::item { padding: 4px 18px; }
    QMenu::item:selected { background: @amberSoft; }
    QMenu::item:disabled { color: @quiet; }
    QFileDialog { min-width: 860px; min-height: 500px; }
    QToolButton { background: @card; color: @text; border: 1px solid @line; border-radius: 3px;
      padding: 2px; }
    QToolButton[popupMode="2"] { padding: 2px 18px 2px 7px; }
    QToolButton:hover, QToolButton:focus { border-color: @amber; }
    QToolButton::menu-indicator { image: url(:/icons/down.svg); width: 9px; height: 9px;
      subcontrol-origin: padding; subcontrol-position: right center; right: 5px; }
    QCheckBox { spacing: 6px; }
    QScrollArea#answers { border: 1px solid @card; }
    QScrollArea#answers:focus { border-color: @amber; }
    QCheckBox::indicator { width: 12px; height: 12px; border: 1px solid @quiet; border-radius: 2px;
      background: @card; }
    QCheckBox::indicator:checked { background: @amber; border-color: @amber;
      image: url(:/icons/check.svg); }
    QCheckBox::indicator:focus { border-color: @amber; }
    QCheckBox::indicator:checked:focus { border-color: @text; }
    QProgressBar { background: @paper; border: 1px solid @line; border-radius: 3px; height: 16px;
      text-align: center; font-size: 11px; }
    QProgressBar::chunk { background: @amberSoft; }
  )";

// The sheet with the sizes of text and rows at the text scale.
QString scaledSheet(const QString& sheet) {
  static const QRegularExpression size(
      "(font-size|min-width|min-height|max-height|height|padding): ([0-9]+)px");
  QString result;
  qsizetype at = 0;
  for (auto matches = size.globalMatch(sheet); matches.hasNext();) {
    const QRegularExpressionMatch match = matches.next();
    result += sheet.mid(at, match.capturedStart(2) - at);
    result += QString::number(std::max(1L, std::lround(match.captured(2).toInt() * textScale())));
    at = match.capturedEnd(2);
  }
  return result + sheet.mid(at);
}

QString styleSheetOf(const Theme& t) {
  QString sheet = kStyleRules;
  const std::pair<const char*, QColor> colours[] = {
      {"@amberSoft", t.amberSoft}, {"@amber", t.amber}, {"@card", t.card},   {"@paper", t.paper},
      {"@line", t.line},           {"@text", t.text},   {"@quiet", t.quiet}, {"@error", t.error}};
  for (const auto& [name, colour] : colours) sheet.replace(QLatin1String(name), colour.name());
  return scaledSheet(sheet);
}

QPalette paletteOf(const Theme& t) {
  QPalette palette;
  palette.setColor(QPalette::Window, t.paper);
  palette.setColor(QPalette::Base, t.card);
  palette.setColor(QPalette::AlternateBase, t.paper);
  palette.setColor(QPalette::Button, t.card);
  for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText,
                          QPalette::ToolTipText, QPalette::HighlightedText}) {
    palette.setColor(role, t.text);
  }
  palette.setColor(QPalette::ToolTipBase, t.card);
  palette.setColor(QPalette::PlaceholderText, t.quiet);
  palette.setColor(QPalette::Highlight, t.amberSoft);
  for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText}) {
    palette.setColor(QPalette::Disabled, role, t.quiet);
  }
  return palette;
}

// The theme with one ground and one colour for all text and lines.
Theme inContrast(Theme theme, const char* name, const QColor& ground, const QColor& text,
                 const QColor& amber, const QColor& amberSoft, const QColor& error) {
  theme.name = name;
  theme.paper = theme.card = theme.halo = ground;
  theme.halo.setAlpha(230);
  theme.line = theme.text = theme.quiet = text;
  theme.amber = theme.ink = theme.cut = amber;
  theme.amberSoft = amberSoft;
  theme.error = error;
  return theme;
}

}  // namespace

const Theme& paperTheme() {
  static const Theme paper{"Paper",
                           QColor(0xf3ecdf),
                           QColor(0xfbf7ee),
                           QColor(0xd8cbb3),
                           QColor(0x2b2119),
                           QColor(0x6a5b46),
                           QColor(0xb9650f),
                           QColor(0xf1d9b0),
                           QColor(0xb59a72),
                           QColor(0xab9068),
                           QColor(0x2a2622),
                           QColor(0xf6f2ea),
                           QColor(0xa63219),
                           QColor(0x8c7a60),
                           QColor(0xb9650f),
                           QColor(0xfb, 0xf7, 0xee, 200),
                           coloursFrom(kPaperShapes)};
  return paper;
}

const Theme& lampTheme() {
  static const Theme lamp{
      "Lamp",
      QColor(0x1d1813),
      QColor(0x27201a),
      QColor(0x43382c),
      QColor(0xf1e7d6),
      QColor(0xbaa98f),
      QColor(0xe08a2c),
      QColor(0x50381b),
      QColor(0x5c4c38),
      QColor(0x544531),
      QColor(0x100d0a),
      QColor(0xd9d2c4),
      QColor(0xf89a82),
      QColor(0x9c8a70),
      QColor(0xf0a040),
      QColor(0x1d, 0x18, 0x13, 200),
      coloursFrom({0xff6fb0f0, 0xfff0a040, 0xff62c48c, 0xffc48ae0, 0xfff08068, 0xff62c8d4})};
  return lamp;
}

const Theme& lightContrastTheme() {
  static const Theme light = inContrast(paperTheme(), "High contrast, light", Qt::white, Qt::black,
                                        QColor(0x7a3d00), QColor(0xffd9a0), QColor(0x8f0000));
  return light;
}

const Theme& darkContrastTheme() {
  static const Theme dark = inContrast(lampTheme(), "High contrast, dark", Qt::black, Qt::white,
                                       QColor(0xffb347), QColor(0x5a3600), QColor(0xffb0a0));
  return dark;
}

std::array<const Theme*, 4> allThemes() {
  return {&paperTheme(), &lampTheme(), &lightContrastTheme(), &darkContrastTheme()};
}

bool systemIsDark() {
  static const bool dark = QGuiApplication::palette().color(QPalette::Window).lightness() < 128;
  return dark;
}

const Theme& preferredTheme() {
  const QString name = preferences().value(preference::kTheme).toString();
  for (const Theme* one : allThemes()) {
    if (one->name == name) return *one;
  }
  const DesktopColours colours = DesktopLook::current();
  const bool dark = colours.dark.value_or(systemIsDark());
  if (colours.highContrast) return dark ? darkContrastTheme() : lightContrastTheme();
  return dark ? lampTheme() : paperTheme();
}

double textScale() {
  static const double scale = [] {
    const int preferred = preferences().value(preference::kTextSize).toInt();
    if (preferred > 0) return pointsToScale(preferred);
    if (!hasDesktop() || systemFont().pointSizeF() <= 0) return 1.0;
    return pointsToScale(systemFont().pointSizeF());
  }();
  return scale;
}

const Theme& theme() {
  return current == nullptr ? paperTheme() : *current;
}

void useTheme(QApplication& application, const Theme& chosen) {
  linkResources();
  systemFont();
  systemIsDark();
  current = &chosen;
  application.setStyle(QStyleFactory::create("Fusion"));
  application.setFont(textFont());
  application.setPalette(paletteOf(chosen));
  application.setStyleSheet(styleSheetOf(chosen));
}

void paintFocus(QPainter& painter, const QWidget& widget) {
  if (!widget.hasFocus()) return;
  painter.setRenderHint(QPainter::Antialiasing, false);
  painter.setPen(QPen(theme().amber, 2, Qt::SolidLine, Qt::SquareCap, Qt::MiterJoin));
  painter.setBrush(Qt::NoBrush);
  painter.drawRect(painter.viewport().adjusted(1, 1, -1, -1));
}

QFont textFont(bool bold) {
  return font(metrics::kFont, bold);
}

QFont smallFont(bool bold) {
  return font(metrics::kSmallFont, bold);
}

}  // namespace amber
