#pragma once

#include <QString>
#include <cmath>
#include <string_view>

namespace amber {

/// A word of the core, such as the name of a kind of shape.
inline QString fromWord(std::string_view word) {
  return QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size()));
}

/// At most two decimals; never "-0".
inline QString rounded(double value) {
  return QString::number(std::round(value * 100) / 100 + 0.0);
}

/// "1 frame", "4 frames": the count with its noun in the right form. (Qt's "%n" gets its forms from
/// a loaded translation, and there is none for the source language: it would give "1 frame(s)".)
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
