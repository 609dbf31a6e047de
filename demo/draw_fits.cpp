// Draws what every kind and style of fit makes of the first frame of the demo's keeper, as the
// picture of the documentation: draw-fits PROJECT-FOLDER OUT.png
#include <QGuiApplication>
#include <QImage>
#include <QPainter>
#include <cstdio>

#include "core/fit/measures/measures.h"
#include "core/fit/styles/recipe_fit.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/theme.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "work/art/art_store.h"

using namespace amber;

namespace {

constexpr int kScale = 4;
constexpr int kGap = 10;
constexpr int kWords = 50;

int draw(const std::string& folder, const QString& out) {
  const auto project = readProject(folder + "/glasshouse_night.amber");
  if (!project) return 1;
  const Asset& keeper = *findAsset(*project, "chr_keeper");
  const Frame& frame = keeper.frames.front();
  ArtStore store(folder);
  const auto art = store.load(*findSheet(*project, frame.sheet));
  if (!art) return 1;
  const PixelMask ink = cropped((*art)->firm, frame.rect);
  const int w = frame.rect.w * kScale;
  const int h = frame.rect.h * kScale;
  QImage page(kGap + 4 * (w + kGap), kGap + 5 * (h + kWords + kGap), QImage::Format_RGB32);
  page.fill(theme().paper);
  QPainter painter(&page);
  QImage picture(frame.rect.w, frame.rect.h, QImage::Format_RGBA8888);
  for (int y = 0; y < frame.rect.h; ++y) {
    for (int x = 0; x < frame.rect.w; ++x) {
      const Rgba& p = (*art)->image.at(frame.rect.x + x, frame.rect.y + y);
      picture.setPixelColor(x, y, QColor(p.r, p.g, p.b, p.a));
    }
  }
  int at = 0;
  for (const Recipe& recipe : everyRecipe({})) {
    const auto shape = fitted(ink, recipe);
    if (!shape) return 1;
    const Measures m = measured(*shape, ink);
    ViewTransform view;
    view.scale = kScale;
    view.offset = {kGap + at % 4 * (w + kGap) * 1.0, kGap + at / 4 * (h + kWords + kGap) * 1.0};
    ++at;
    const QRectF cell(view.offset, QSizeF(w, h));
    painter.fillRect(cell, theme().card);
    painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
    painter.drawImage(cell, picture);
    paintAirAndBareInk(painter, *shape, ink, view, true, true);
    painter.setRenderHint(QPainter::Antialiasing);
    paintShapeOutline(painter, *shape, view, 2, lookOf(project->roles.front()));
    painter.setPen(theme().text);
    painter.drawText(cell.adjusted(0, h + 4, 0, kWords),
                     QString("%1\nair %2 %, bare ink %3 %\nagreement %4 %")
                         .arg(QString::fromStdString(inWords(recipe)))
                         .arg(qRound(m.air * 100))
                         .arg(qRound(m.bareInk * 100))
                         .arg(qRound(m.overlap * 100)));
  }
  painter.end();
  return page.save(out) ? 0 : 1;
}

}  // namespace

int main(int argc, char** argv) {
  if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
  const QGuiApplication application(argc, argv);
  if (argc != 3) {
    std::fprintf(stderr, "draw-fits PROJECT-FOLDER OUT.png\n");
    return 2;
  }
  return draw(argv[1], argv[2]);
}
