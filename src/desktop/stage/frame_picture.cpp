#include "desktop/stage/frame_picture.h"

#include <QList>
#include <QPainter>
#include <QTemporaryDir>
#include <QUrl>

namespace amber {

QImage pictureOf(Pictures& pictures, const Frame& frame) {
  QImage picture(frame.rect.w, frame.rect.h, QImage::Format_ARGB32_Premultiplied);
  picture.fill(Qt::transparent);
  QPainter painter(&picture);
  return pictures.drawFrame(painter, frame, picture.rect()) ? picture : QImage();
}

std::unique_ptr<QMimeData> mimeOf(Pictures& pictures, const std::vector<const Frame*>& frames) {
  static const QTemporaryDir folder;
  auto data = std::make_unique<QMimeData>();
  QList<QUrl> files;
  for (const Frame* frame : frames) {
    const QImage picture = pictureOf(pictures, *frame);
    const QString file = folder.filePath(QString::fromStdString(frame->name) + ".png");
    if (picture.isNull() || !picture.save(file)) continue;
    if (files.isEmpty()) data->setImageData(picture);
    files << QUrl::fromLocalFile(file);
  }
  if (files.isEmpty()) return nullptr;
  data->setUrls(files);
  return data;
}

}  // namespace amber
