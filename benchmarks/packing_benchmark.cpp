// What packing costs on a project of 200 sheets and 5,000 frames of 64 x 64 px: its parts, all of
// it as the command does it, and again after one sheet was painted over as `watch` does it. And how
// full its pages are beside the packer of the stb library used plainly.
#include <QCoreApplication>
#include <QFile>
#include <QImage>
#include <QTemporaryDir>
#include <chrono>
#include <cstdio>
#include <functional>
#include <random>

#include "big_project.h"
#include "core/pack/build_parcel.h"
#include "core/pack/page_layout.h"
#include "files/image/image_file.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "turns.h"
#include "work/pack/pack_project.h"
#include "work/pack/pack_session.h"

#if defined(__GNUC__)
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"
#pragma GCC diagnostic ignored "-Wsign-conversion"
#pragma GCC diagnostic ignored "-Wold-style-cast"
#pragma GCC diagnostic ignored "-Wunused-function"
#endif
#define STB_RECT_PACK_IMPLEMENTATION
#define STBRP_STATIC
#include <stb/stb_rect_pack.h>
#if defined(__GNUC__)
#pragma GCC diagnostic pop
#endif

namespace {

using namespace amber;

double timeOf(const std::function<void()>& work) {
  const auto start = std::chrono::steady_clock::now();
  work();
  return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start)
      .count();
}

void tellTimes(const char* what, const std::vector<double>& times) {
  const bench::Quartiles q = bench::quartilesOf(times);
  std::printf("%-52s %7.0f ms  (%.0f to %.0f)\n", what, q.median, q.low, q.high);
}

void tell(const char* what, int turns, const std::function<void()>& work) {
  std::vector<double> times;
  for (int i = 0; i < turns; ++i) times.push_back(timeOf(work));
  tellTimes(what, times);
}

// The area of a page by the general library's packer, called once with its default rule. The width
// is the smallest power of two for which everything fits on a page no higher than the profile
// allows.
long long plainArea(const std::vector<PixelSize>& sizes, const PackProfile& profile) {
  const int around = 2 * profile.extrusion + profile.padding;
  for (int width = 32; width <= profile.pageSide; width *= 2) {
    std::vector<stbrp_rect> rects;
    for (const PixelSize& size : sizes) {
      stbrp_rect rect{};
      rect.w = size.w + around;
      rect.h = size.h + around;
      rects.push_back(rect);
    }
    std::vector<stbrp_node> nodes(static_cast<std::size_t>(width));
    stbrp_context context{};
    stbrp_init_target(&context, width, width, nodes.data(), width);
    if (stbrp_pack_rects(&context, rects.data(), static_cast<int>(rects.size())) == 0) continue;
    int height = 0;
    int right = 0;
    for (const stbrp_rect& rect : rects) {
      height = std::max(height, rect.y + rect.h);
      right = std::max(right, rect.x + rect.w);
    }
    return 1LL * right * height;
  }
  return -1;
}

void tellFill(const char* what, const std::vector<PixelSize>& sizes) {
  const PackProfile profile;
  long long pictures = 0;
  for (const PixelSize& size : sizes) pictures += 1LL * size.w * size.h;
  const auto layout = layOutPages(sizes, profile);
  long long ours = 0;
  for (const PixelSize& page : layout->pages) ours += 1LL * page.w * page.h;
  const long long plain = plainArea(sizes, profile);
  std::printf("%-28s %5zu pictures: ours %5.1f %% full on %zu pages", what, sizes.size(),
              100.0 * static_cast<double>(pictures) / static_cast<double>(ours),
              layout->pages.size());
  if (plain > 0) {
    std::printf(", plainly %5.1f %%",
                100.0 * static_cast<double>(pictures) / static_cast<double>(plain));
  }
  std::printf("\n");
}

std::vector<PixelSize> picturesOf(const Project& project, const ArtSource& art) {
  std::vector<PixelSize> sizes;
  const auto built = buildParcel(project, defaultProfile(project), art, {});
  for (const ParcelAsset& asset : built->parcel.assets) {
    for (const ParcelFrame& frame : asset.frames) sizes.push_back(frame.rect.size());
  }
  return sizes;
}

void repaint(const std::string& path, int turn) {
  QImage image(QString::fromStdString(path));
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      QColor colour = image.pixelColor(x, y);
      if (colour.alpha() == 0) continue;
      colour.setRed((colour.red() + 17 + turn) % 256);
      image.setPixelColor(x, y, colour);
    }
  }
  image.save(QString::fromStdString(path));
}

}  // namespace

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  const QTemporaryDir scratch;
  const std::string folder = scratch.path().toStdString();
  const std::string path = bench::makeBigProject(folder, 200);
  const Project project = *readProject(path);
  const PackProfile& profile = defaultProfile(project);
  auto store = std::make_shared<ArtStore>(folder);
  const ArtSource art = ArtStore::loading(store, project);
  for (const auto& sheet : project.sheets) art(sheet->id);

  tell("all checks", 5, [&] { checkAll(project, store); });
  std::optional<BuiltParcel> built;
  tell("build: trim, lay out, draw", 5, [&] { built = *buildParcel(project, profile, art, {}); });
  tell("encode the pages by the installed writer", 5, [&] {
    for (const Image& page : built->pages.pages) pngBytes(page);
  });
  std::size_t bytes = 0;
  tell("encode them in bands", 5, [&] {
    bytes = 0;
    PageEncoder encoder;
    for (std::size_t i = 0; i < built->pages.pages.size(); ++i) {
      bytes += encoder.encode(i, built->pages.pages[i], PageColours::Full).size();
    }
  });
  std::size_t plain = 0;
  for (const Image& page : built->pages.pages) plain += pngBytes(page).size();
  std::printf("  in bands %zu kB, by the installed writer %zu kB\n", bytes / 1000, plain / 1000);
  const std::string out = folder + "/parcel";
  tell("write: encode on all cores, write, exchange", 5, [&] {
    const auto yes = [](const std::string&, const std::string&) { return Result<void>(); };
    WrittenParcel last;
    if (!writeParcel(out, *built, last, yes, {})) std::abort();
  });
  tell("verify: read from disk, compare every px", 5, [&] {
    if (!verifyParcel(out, project, store)->empty()) std::abort();
  });
  tell("all of it, sheets in memory (wanted: 4,000)", 5, [&] {
    if (!packProject(project, profile, store, out, {})) std::abort();
  });
  tell("all of it, sheets read first", 3, [&] {
    const auto cold = std::make_shared<ArtStore>(folder);
    if (!packProject(project, profile, cold, out, {})) std::abort();
  });
  PackSession session;
  if (!session.pack(project, profile, store, out, {})) std::abort();
  int turn = 0;
  const Sheet& sheet = *project.sheets[17];
  std::vector<double> again;
  for (int i = 0; i < 9; ++i) {
    repaint(folder + "/" + sheet.path, ++turn);
    again.push_back(timeOf([&] {
      if (!store->reload(sheet)) std::abort();
      if (!session.pack(project, profile, store, out, {})) std::abort();
    }));
  }
  tellTimes("again after one sheet was painted over (wanted: 500)", again);
  if (!verifyParcel(out, project, store)->empty()) std::abort();

  tellFill("this project", picturesOf(project, art));
  const std::string demo = argc > 1 ? argv[1] : "demo/glasshouse_night/glasshouse_night.amber";
  if (const auto glasshouse = readProject(demo)) {
    const auto own = std::make_shared<ArtStore>(demo.substr(0, demo.find_last_of('/')));
    tellFill("the demo", picturesOf(*glasshouse, ArtStore::loading(own, *glasshouse)));
  }
  std::mt19937 random(7);
  const auto side = [&](int least, int most) {
    return least + static_cast<int>(random() % static_cast<unsigned>(most - least + 1));
  };
  for (const auto& [name, least, most] :
       {std::tuple("figures of 20 to 60 px", 20, 60), std::tuple("sizes of 4 to 200 px", 4, 200)}) {
    std::vector<PixelSize> sizes;
    for (int i = 0; i < 800; ++i) sizes.push_back({side(least, most), side(least, most)});
    tellFill(name, sizes);
  }
  std::vector<PixelSize> tall;
  for (int i = 0; i < 500; ++i) tall.push_back({side(8, 24), side(40, 160)});
  tellFill("tall ones", tall);
  return 0;
}
