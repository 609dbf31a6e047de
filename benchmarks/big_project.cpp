#include "big_project.h"

#include <QDir>
#include <cmath>
#include <cstdlib>
#include <iostream>

#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "work/art/import_sheet.h"
#include "work/project/new_project.h"

namespace amber::bench {
namespace {

constexpr int kCell = 64;
constexpr int kSide = 5;

Image drawnSheet(int seed) {
  Image image(kCell * kSide, kCell * kSide);
  for (int cell = 0; cell < kSide * kSide; ++cell) {
    const double cx = cell % kSide * kCell + 32 + (seed * 7 + cell * 3) % 9 - 4;
    const double cy = cell / kSide * kCell + 34 + (seed * 5 + cell) % 7 - 3;
    const double radius = 14 + (seed + cell) % 11;
    for (int y = 0; y < kCell; ++y) {
      for (int x = 0; x < kCell; ++x) {
        const int px = cell % kSide * kCell + x;
        const int py = cell / kSide * kCell + y;
        const double wave = 3 * std::sin(std::atan2(py - cy, px - cx) * (3 + seed % 5));
        const double inside = radius + wave - std::hypot(px - cx, py - cy);
        if (inside < -2) continue;
        const double cover = std::min(1.0, (inside + 2) / 3);
        image.at(px, py) = {static_cast<std::uint8_t>(seed * 37 + x * 2),
                            static_cast<std::uint8_t>(90 + y), 120,
                            static_cast<std::uint8_t>(std::lround(255 * cover))};
      }
    }
  }
  return image;
}

template <class T>
T orQuit(Result<T> result) {
  if (!result) {
    std::cerr << describe(result.error()) << "\n";
    std::exit(3);
  }
  return std::move(*result);
}

}  // namespace

std::string makeBigProject(const std::string& folder, int sheets) {
  QDir().mkpath(QString::fromStdString(folder + "/sheets"));
  Project project = newProject("Big");
  for (int i = 0; i < sheets; ++i) {
    const std::string path = folder + "/sheets/blob" + std::to_string(i) + "_spin.png";
    if (!writeFileAtomically(path, pngBytes(drawnSheet(i)))) std::exit(3);
    AssetChoice choice;
    choice.kind = "prop";
    choice.shape = Recipe{};
    SheetChoices choices;
    choices.cut.way = CutChoice::Way::Cells;
    choices.cut.amount = {kCell, kCell};
    choices.asset = choice;
    project = orQuit(withSheet(project, orQuit(importSheet(folder, path)), choices));
  }
  const std::string path = folder + "/big.amber";
  if (!writeProject(path, project)) std::exit(3);
  return path;
}

}  // namespace amber::bench
