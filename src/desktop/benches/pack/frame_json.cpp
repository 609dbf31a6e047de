#include "desktop/benches/pack/frame_json.h"

#include <QRegularExpression>
#include <QTextCursor>
#include <array>
#include <utility>

namespace amber {
namespace {

struct Meaning {
  const char* key;
  const char* text;
};

// In the words of docs/format.md.
constexpr std::array kMeanings = {
    Meaning{"name", QT_TRANSLATE_NOOP("FrameJson", "The unique name that the game uses.")},
    Meaning{"page",
            QT_TRANSLATE_NOOP("FrameJson", "The page that holds the picture, counted from 0.")},
    Meaning{"rect", QT_TRANSLATE_NOOP("FrameJson",
                                      "where its picture is on the page: x, y, width, "
                                      "height, px")},
    Meaning{"trim", QT_TRANSLATE_NOOP("FrameJson",
                                      "what was cut away at the left and top; the "
                                      "picture starts there in the frame, px")},
    Meaning{"size",
            QT_TRANSLATE_NOOP("FrameJson", "The size of the frame before trimming, in px.")},
    Meaning{"origin", QT_TRANSLATE_NOOP("FrameJson",
                                        "the point of the untrimmed frame that stands "
                                        "at the asset's position, px")},
    Meaning{"mounts", QT_TRANSLATE_NOOP("FrameJson",
                                        "named points of the untrimmed frame where the "
                                        "game attaches things, px")},
    Meaning{"shapes", QT_TRANSLATE_NOOP("FrameJson",
                                        "its shapes, each relative to the origin, x to "
                                        "the right, y down, px")},
    Meaning{"role", QT_TRANSLATE_NOOP("FrameJson", "The role of the shape.")},
    Meaning{"duty", QT_TRANSLATE_NOOP("FrameJson",
                                      "stops: it blocks movement; notices: it only "
                                      "reports a meeting")},
    Meaning{"on", QT_TRANSLATE_NOOP("FrameJson",
                                    "the layers that the shape sits on, as a set of "
                                    "bits")},
    Meaning{"seeks",
            QT_TRANSLATE_NOOP("FrameJson", "The layers that the shape seeks, as a bit mask.")},
    Meaning{"geometry", QT_TRANSLATE_NOOP("FrameJson",
                                          "the shape itself, relative to the origin, "
                                          "px")},
    Meaning{"kind", QT_TRANSLATE_NOOP("FrameJson",
                                      "The shape type: box, circle, capsule, polygon or mask.")},
    Meaning{"x", QT_TRANSLATE_NOOP("FrameJson", "The left edge, relative to the origin.")},
    Meaning{"y", QT_TRANSLATE_NOOP("FrameJson",
                                   "its top edge from the origin; with y up in units, "
                                   "its lower edge")},
    Meaning{"w", QT_TRANSLATE_NOOP("FrameJson", "The width.")},
    Meaning{"h", QT_TRANSLATE_NOOP("FrameJson", "The height.")},
    Meaning{"cx",
            QT_TRANSLATE_NOOP("FrameJson",
                              "The x coordinate of the circle's centre, relative to the origin.")},
    Meaning{"cy",
            QT_TRANSLATE_NOOP("FrameJson",
                              "The y coordinate of the circle's centre, relative to the origin.")},
    Meaning{"r", QT_TRANSLATE_NOOP("FrameJson", "The radius.")},
    Meaning{"ax", QT_TRANSLATE_NOOP("FrameJson",
                                    "The x coordinate of the first end of the capsule's axis.")},
    Meaning{"ay", QT_TRANSLATE_NOOP("FrameJson",
                                    "The y coordinate of the first end of the capsule's axis.")},
    Meaning{"bx", QT_TRANSLATE_NOOP("FrameJson",
                                    "The x coordinate of the second end of the capsule's axis.")},
    Meaning{"by", QT_TRANSLATE_NOOP("FrameJson",
                                    "The y coordinate of the second end of the capsule's axis.")},
    Meaning{"points", QT_TRANSLATE_NOOP("FrameJson",
                                        "the polygon's corners, clockwise on screen, "
                                        "the last joined to the first")},
    Meaning{"parts",
            QT_TRANSLATE_NOOP("FrameJson", "Convex polygons that together cover the polygon.")},
    Meaning{"runs", QT_TRANSLATE_NOOP("FrameJson",
                                      "rows of set px: y, first x, and the x after the "
                                      "last")},
    Meaning{"picture", QT_TRANSLATE_NOOP("FrameJson",
                                         "where the mask's px are drawn, white where "
                                         "they are set: a page of masks and a "
                                         "rectangle")},
    Meaning{"mirrored", QT_TRANSLATE_NOOP("FrameJson",
                                          "its picture lies on the page with left and "
                                          "right exchanged")},
    Meaning{"scaled", QT_TRANSLATE_NOOP("FrameJson",
                                        "the same picture on the pages of the other "
                                        "scales, in their order")},
    Meaning{"inUnits", QT_TRANSLATE_NOOP("FrameJson",
                                         "the same in the game's units, from where the "
                                         "asset stands")},
    Meaning{"draw", QT_TRANSLATE_NOOP("FrameJson",
                                      "where the picture is drawn, and how large, in "
                                      "units")}};

}  // namespace

QString meaningOfKey(const QString& key) {
  for (const Meaning& meaning : kMeanings) {
    if (key == meaning.key) return key + ": " + FrameJson::tr(meaning.text);
  }
  return {};
}

FrameJson::FrameJson(QWidget* parent) : QPlainTextEdit(parent) {
  setReadOnly(true);
  setLineWrapMode(QPlainTextEdit::WidgetWidth);
  setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
  viewport()->setMouseTracking(true);
  connect(this, &QPlainTextEdit::cursorPositionChanged, this,
          [this] { tellAt(textCursor().position()); });
}

QString FrameJson::keyAt(int position) const {
  static const QRegularExpression key("\"(\\w+)\"\\s*:");
  // A key is pointed at from its first quote on.
  const QString before = toPlainText();
  QString last;
  auto matches = key.globalMatch(before);
  while (matches.hasNext()) {
    const auto match = matches.next();
    if (match.capturedStart() > position) break;
    last = match.captured(1);
  }
  return last;
}

void FrameJson::tellAt(int position) {
  emit pointed(meaningOfKey(keyAt(position)));
}

void FrameJson::mouseMoveEvent(QMouseEvent* event) {
  QPlainTextEdit::mouseMoveEvent(event);
  tellAt(cursorForPosition(event->position().toPoint()).position());
}

}  // namespace amber
