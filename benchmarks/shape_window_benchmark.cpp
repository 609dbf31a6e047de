// The response time of the Fit bench: a shape dragged on a large frame, the ribbon scrolled past
// 2,000 frames, and polygons fitted to 5,000 frames in three roles. It also measures the longest
// time for which the event loop was blocked.
#include <QApplication>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <QScrollBar>
#include <QTemporaryDir>
#include <QTimer>
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <string>

#include "big_project.h"
#include "core/cut/cut_frames.h"
#include "core/fit/keys/fit_edits.h"
#include "desktop/benches/fit/fit_stage.h"
#include "desktop/parts/ribbon.h"
#include "desktop/shell/main_window.h"
#include "desktop/theme.h"
#include "files/file_bytes.h"
#include "turns.h"

namespace {

using namespace amber;
using bench::quartilesOf;

void print(const char* what, const std::vector<double>& times) {
  const auto q = quartilesOf(times);
  std::printf("%-52s median %6.2f ms (%.2f to %.2f), most %.2f\n", what, q.median, q.low, q.high,
              *std::max_element(times.begin(), times.end()));
  std::fflush(stdout);
}

// What is marked to be painted is painted, as at the next frame of the screen.
void paintNow() {
  QCoreApplication::sendPostedEvents(nullptr, QEvent::UpdateRequest);
}

// A window on a new project of one image, cut into cells.
void openImage(MainWindow& window, const QTemporaryDir& folder, const QImage& image,
               PixelSize cell) {
  const QString path = folder.filePath("art.png");
  image.save(path);
  window.resize(1280, 800);
  window.show();
  window.takeFiles({path});
  ProjectSession& session = window.session();
  session.settle();
  CutRequest request;
  request.sheet = session.project().sheets.front()->id;
  request.cut.way = Grid{cell, {}, {}, image.width() / cell.w, image.height() / cell.h};
  request.kind = "prop";
  request.asset = "art";
  request.animation = "still";
  session.perform("cut", *cutEdits(session.project(), request, *session.artOf(request.sheet)));
  session.selectSheet(request.sheet);
  window.goToBench(Bench::Fit);
  session.settle();
}

void mouse(QWidget* on, QEvent::Type type, QPointF at) {
  const Qt::MouseButton button = type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton;
  QMouseEvent event(type, at, on->mapToGlobal(at), button, Qt::LeftButton, Qt::NoModifier);
  QCoreApplication::sendEvent(on, &event);
}

void drag() {
  QTemporaryDir folder;
  QImage image(256, 256, QImage::Format_RGBA8888);
  image.fill(Qt::transparent);
  for (int y = 8; y < 248; ++y) {
    for (int x = 8; x < 248; ++x) {
      // About eight runs a row.
      if ((x / 14 + y / 9) % 2 == 0 || x % 41 == 0) image.setPixelColor(x, y, QColor(90, 60, 30));
    }
  }
  MainWindow window;
  openImage(window, folder, image, {256, 256});
  ProjectSession& session = window.session();
  std::vector<Role> roles = session.project().roles;
  roles.push_back({"reach", Duty::Notices});
  Polygon ring;
  for (int i = 0; i < 40; ++i) {
    const double angle = 2 * 3.14159265358979 * i / 40;
    const double r = i % 2 == 0 ? 120 : 90;
    ring.points.push_back({128 + r * std::cos(angle), 128 + r * std::sin(angle)});
  }
  const Asset& asset = *session.currentAsset();
  const FrameRef frame{asset.id, asset.frames.front().id};
  Recipe mask;
  mask.kind = ShapeKind::Mask;
  session.perform("roles", {SetRoles{roles}, SetShape{frame.asset, frame.frame, {"reach", ring}}});
  session.perform("mask", fittedShapes(session.project(), {frame}, "body", mask, session.art()));
  const Shape& shape = findShape(*session.currentFrame(), "body")->geometry;
  std::printf("dragged on 256 x 256: a mask of %zu runs, a polygon of 40 points\n",
              std::get<MaskShape>(shape).runs.size());
  auto* stage = window.findChild<FitStage*>();
  stage->setMaskTool(MaskTool::Move);
  for (int i = 0; i < 3; ++i) stage->zoom(true);
  session.settle();
  for (const char* role : {"body", "reach"}) {
    session.selectRole(role);
    session.settle();
    const QPointF start = stage->view().toStage(QPointF(128, 128));
    std::vector<double> times;
    mouse(stage, QEvent::MouseButtonPress, start);
    for (int i = 1; i <= 200; ++i) {
      QElapsedTimer timer;
      timer.start();
      mouse(stage, QEvent::MouseMove, start + QPointF(i % 40, i % 23));
      paintNow();
      times.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
    }
    mouse(stage, QEvent::MouseButtonRelease, start);
    session.settle();
    print(role == std::string("body") ? "a move of the mask, painted"
                                      : "a move of the polygon, painted",
          times);
  }
}

void scroll() {
  QTemporaryDir folder;
  QImage image(50 * 32, 40 * 32, QImage::Format_RGBA8888);
  image.fill(Qt::transparent);
  QPainter painter(&image);
  painter.setBrush(QColor(90, 60, 30));
  for (int i = 0; i < 2000; ++i)
    painter.drawEllipse(i % 50 * 32 + 4 + i % 7, i / 50 * 32 + 3, 17, 25);
  painter.end();
  MainWindow window;
  openImage(window, folder, image, {32, 32});
  ProjectSession& session = window.session();
  std::vector<FrameRef> all;
  for (const Frame& frame : session.currentAsset()->frames) {
    all.push_back({session.currentAsset()->id, frame.id});
  }
  session.perform("boxes", fittedShapes(session.project(), all, "body", {}, session.art()));
  session.settle();
  Ribbon* ribbon = nullptr;
  for (Ribbon* one : window.findChildren<Ribbon*>()) {
    if (one->isVisible()) ribbon = one;
  }
  QScrollBar* bar = ribbon->horizontalScrollBar();
  std::vector<double> times;
  for (int i = 0; i < 400; ++i) {
    QElapsedTimer timer;
    timer.start();
    bar->setValue(bar->maximum() * i / 400);
    paintNow();
    times.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
  }
  std::printf("%zu frames in the ribbon, each seen for the first time\n", all.size());
  print("a scroll of five frames, painted", times);
}

void batch() {
  QTemporaryDir folder;
  const QString path =
      QString::fromStdString(bench::makeBigProject(folder.path().toStdString(), 200));
  MainWindow window;
  window.resize(1280, 800);
  window.show();
  window.openProject(path);
  ProjectSession& session = window.session();
  session.settle();
  window.goToBench(Bench::Fit);
  std::vector<Role> roles = session.project().roles;
  roles.push_back({"feet", Duty::Notices});
  roles.push_back({"reach", Duty::Notices});
  session.perform("roles", {SetRoles{roles}});
  session.settle();
  for (const std::size_t part : {std::size_t{2}, std::size_t{1}}) {
    std::vector<FrameRef> frames;
    for (std::size_t i = 0; i < session.project().assets.size() / part; ++i) {
      const Asset& asset = *session.project().assets[i];
      for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
    }
    QElapsedTimer whole;
    double longest = 0;
    QElapsedTimer since;
    QTimer tick;
    tick.setInterval(1);
    QObject::connect(&tick, &QTimer::timeout, &window, [&] {
      longest = std::max(longest, static_cast<double>(since.nsecsElapsed()) / 1e6);
      since.restart();
    });
    whole.start();
    since.start();
    tick.start();
    for (const Role& role : roles) {
      Recipe recipe;
      recipe.kind = ShapeKind::Polygon;
      recipe.style = FitStyle::Balanced;
      session.performBeside("fit",
                            [&](const Project& project, ArtStore&,
                                const Progress& progress) -> Result<std::vector<Edit>> {
                              return fittedShapes(project, frames, role.name, recipe,
                                                  ArtStore::loading(session.artStore(), project),
                                                  progress);
                            });
      const int before = session.history().count();
      while (session.history().count() == before) {
        QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 5);
      }
    }
    std::printf("a balanced polygon in 3 roles on %zu frames: %.1f s, longest silence %.0f ms\n",
                frames.size(), static_cast<double>(whole.elapsed()) / 1000, longest);
    std::fflush(stdout);
    session.settle();
  }
}

}  // namespace

int main(int argc, char** argv) {
  QApplication application(argc, argv);
  QCoreApplication::setApplicationName("amber-parcel-bench");
  QCoreApplication::setOrganizationName("amber-parcel");
  useTheme(application, paperTheme());
  // One of them alone, by its name.
  const std::string only = argc > 1 ? argv[1] : "";
  if (only.empty() || only == "drag") drag();
  if (only.empty() || only == "scroll") scroll();
  if (only.empty() || only == "batch") batch();
}
