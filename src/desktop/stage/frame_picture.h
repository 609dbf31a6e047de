#pragma once

#include <QImage>
#include <QMimeData>
#include <memory>
#include <vector>

#include "desktop/stage/pictures.h"

namespace amber {

/// The frame's art at one px per pixel; null while the art is not there.
QImage pictureOf(Pictures& pictures, const Frame& frame);

/// What takes frames to other programs: each as a PNG file of its name, and the first also as an
/// image. The files lie in a folder that is removed when this program ends. Null without any art.
std::unique_ptr<QMimeData> mimeOf(Pictures& pictures, const std::vector<const Frame*>& frames);

}  // namespace amber
