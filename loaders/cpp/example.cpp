// Draws every step of an animation, side by side, twice as large, each second one mirrored, with
// what its shapes hold tinted, into a picture that any viewer of netpbm opens (PAM).
//
// From the pages of scale 1, or of the parcel's scale of that number, from 0.
//
// c++ -std=c++17 example.cpp -o example && ./example PARCEL ASSET ANIMATION OUT.pam [SCALE]
#define STB_IMAGE_IMPLEMENTATION
#define STBI_ONLY_PNG
#include <stb/stb_image.h>

#include <algorithm>
#include <cstdio>
#include <cstring>

#include "amber_parcel.hpp"

using namespace amber_parcel;

namespace {

struct Page {
  int width = 0;
  int height = 0;
  std::vector<std::uint8_t> rgba;
};

Page readPage(const std::string& path) {
  Page page;
  int channels = 0;
  stbi_uc* pixels = stbi_load(path.c_str(), &page.width, &page.height, &channels, 4);
  if (pixels == nullptr) throw ParcelError(path + " cannot be read");
  page.rgba.assign(pixels, pixels + page.width * page.height * 4);
  stbi_image_free(pixels);
  return page;
}

struct Canvas {
  int width;
  int height;
  std::vector<std::uint8_t> rgba;

  std::uint8_t* at(int x, int y) {
    return rgba.data() + (static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
                          static_cast<std::size_t>(x)) *
                             4;
  }
};

void draw(const Page& page, const Placement& to, Canvas& canvas) {
  for (int v = 0; v < static_cast<int>(to.height); ++v) {
    for (int u = 0; u < static_cast<int>(to.width); ++u) {
      int fx = static_cast<int>(u * to.source[2] / to.width);
      const int fy = static_cast<int>(v * to.source[3] / to.height);
      if (to.mirrored) fx = to.source[2] - 1 - fx;
      const std::size_t from = (static_cast<std::size_t>(to.source[1] + fy) *
                                    static_cast<std::size_t>(page.width) +
                                static_cast<std::size_t>(to.source[0] + fx)) *
                               4;
      const int x = to.x + u;
      const int y = to.y + v;
      if (page.rgba[from + 3] == 0 || x < 0 || y < 0 || x >= canvas.width || y >= canvas.height) {
        continue;
      }
      std::memcpy(canvas.at(x, y), &page.rgba[from], 4);
    }
  }
}

void tint(const Geometry& geometry, int left, int cell, Canvas& canvas) {
  for (int y = 0; y < cell; ++y) {
    for (int x = left; x < left + cell; ++x) {
      if (!contains(geometry, x + 0.5, y + 0.5)) continue;
      std::uint8_t* pixel = canvas.at(x, y);
      pixel[0] = static_cast<std::uint8_t>((pixel[0] + 255) / 2);
      pixel[1] = static_cast<std::uint8_t>((pixel[1] + 160) / 2);
      pixel[2] = static_cast<std::uint8_t>(pixel[2] / 2);
      pixel[3] = std::max<std::uint8_t>(pixel[3], 128);
    }
  }
}

void readMasks(Parcel<Page>& parcel) {
  for (auto& [name, asset] : parcel.assets) {
    for (Frame& frame : asset.frames) {
      for (Shape& shape : frame.shapes) {
        if (shape.geometry.maskRect[2] == 0) continue;
        const Page& page = parcel.maskPages.at(shape.geometry.maskPage);
        readMask(shape.geometry, [&](int x, int y) {
          return page.rgba[(static_cast<std::size_t>(y) * static_cast<std::size_t>(page.width) +
                            static_cast<std::size_t>(x)) *
                               4 +
                           3] > 0;
        });
      }
    }
  }
}

}  // namespace

int main(int argc, char** argv) {
  if (argc < 5) {
    std::fprintf(stderr, "example PARCEL ASSET ANIMATION OUT.pam [SCALE]\n");
    return 2;
  }
  try {
    Parcel<Page> parcel = load<Page>(argv[1], readPage);
    const int scaled = argc > 5 ? std::stoi(argv[5]) : -1;
    const std::vector<Page>& pages =
        scaled < 0 ? parcel.pages : parcel.scales.at(static_cast<std::size_t>(scaled)).pages;
    readMasks(parcel);
    Asset asset = parcel.assets.at(argv[2]);
    asset.scale *= 2;
    const Animation& animation = asset.animations.at(argv[3]);
    int reach = 0;
    for (const std::size_t index : animation.frames) {
      const Frame& frame = asset.frames[index];
      for (const double x : {frame.origin[0], frame.size[0] - frame.origin[0], frame.origin[1],
                             frame.size[1] - frame.origin[1]}) {
        reach = std::max(reach, static_cast<int>(std::ceil(std::fabs(x) * asset.scale)));
      }
    }
    const int cell = 2 * reach;
    const int steps = static_cast<int>(animation.frames.size());
    Canvas canvas{cell * steps, cell, {}};
    canvas.rgba.resize(static_cast<std::size_t>(canvas.width) *
                       static_cast<std::size_t>(canvas.height) * 4);
    double elapsed = 0;  // ms
    for (int step = 0; step < steps; ++step) {
      const Frame& frame = asset.frames[animation.frames[static_cast<std::size_t>(step)]];
      const double x = cell * step + reach;
      const bool mirrored = step % 2 == 1;
      std::vector<Ridden> standing =
          riders(parcel, asset, &animation, elapsed, x, static_cast<double>(reach), mirrored);
      const auto front = std::find_if(standing.begin(), standing.end(),
                                      [](const Ridden& one) { return !one.behind; });
      standing.insert(front, {asset, frame, x, static_cast<double>(reach), false});
      for (const Ridden& one : standing) {
        if (parcel.zones.count(one.asset.name) != 0) continue;
        const Placement to = place(one.asset, one.frame, one.x, one.y, mirrored, scaled);
        draw(pages[to.page], to, canvas);
      }
      for (const Ridden& one : standing) {
        for (const Shape& shape : one.frame.shapes) {
          tint(shapeAt(one.asset, shape, one.x, one.y, mirrored), cell * step, cell, canvas);
        }
      }
      elapsed += animation.durationsMs[static_cast<std::size_t>(step)];
    }
    std::ofstream out(argv[4], std::ios::binary);
    out << "P7\nWIDTH " << canvas.width << "\nHEIGHT " << canvas.height
        << "\nDEPTH 4\nMAXVAL 255\nTUPLTYPE RGB_ALPHA\nENDHDR\n";
    out.write(reinterpret_cast<const char*>(canvas.rgba.data()),
              static_cast<std::streamsize>(canvas.rgba.size()));
  } catch (const std::exception& error) {
    std::fprintf(stderr, "%s\n", error.what());
    return 1;
  }
  return 0;
}
