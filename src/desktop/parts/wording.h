#pragma once

#include <QString>
#include <cmath>

namespace amber {

/// At most two decimals; never "-0".
inline QString rounded(double value) {
  return QString::number(std::round(value * 100) / 100 + 0.0);
}

/// "1 frame", "4 frames": the count and its noun, in the form that the count asks for. (Qt's own
/// "%n" finds its forms in a translation that is loaded, and there is none for the language that
/// the words are written in: it would say "1 frame(s)".)
template <class Count>
QString counted(Count count, const QString& one, const QString& many) {
  return QString::number(count) + " " + (count == 1 ? one : many);
}

template <class Count>
QString countedFrames(Count count) {
  return counted(count, QStringLiteral("frame"), QStringLiteral("frames"));
}

template <class Count>
QString countedAssets(Count count) {
  return counted(count, QStringLiteral("asset"), QStringLiteral("assets"));
}

}  // namespace amber
