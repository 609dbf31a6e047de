// What a trial costs: posed shapes, masks and all offsets of them beside general libraries, in
// alternating turns on one thread; a whole map, one offset, and the table of a game of 60 assets.
#include <box2d/b2_circle_shape.h>
#include <box2d/b2_collision.h>
#include <box2d/b2_polygon_shape.h>
#include <fftw3.h>

#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstring>
#include <ctime>
#include <functional>
#include <opencv2/core.hpp>
#include <random>
#include <span>
#include <thread>
#include <utility>
#include <vector>

#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/contact/posed_piece.h"
#include "core/geometry/convex_hull.h"
#include "core/image/ink/ink.h"
#include "core/trial/common_pixels.h"
#include "core/trial/fairness_table.h"
#include "core/trial/meeting_report.h"
#include "core/trial/offset_map.h"
#include "soft_frames.h"
#include "turns.h"

namespace {

using namespace amber;
using namespace amber::bench;

void print(const char* what, const Comparison& c) {
  std::printf("%-58s %9.4f ms, theirs %9.4f ms, ratio %.3f (%.3f to %.3f)\n", what, c.ours.median,
              c.theirs.median, c.ratio.median, c.ratio.low, c.ratio.high);
}

double medianMs(int times, const std::function<void()>& work) {
  return inTurns(times, work, [] {}).ours.median;
}

// Pieces of one kind, each where it stands, as each side holds them.
template <class Theirs>
struct Posed {
  std::vector<PosedPiece> pieces;
  std::vector<Theirs> shapes;
  std::vector<b2Transform> transforms;
};

constexpr std::size_t kPieces = 300;  // Of each kind: what a lively game has on screen.
constexpr std::size_t kPairs = 100000;
constexpr std::size_t kTurn = 2000;

b2PolygonShape theirShape(const ConvexPiece& piece, b2PolygonShape shape) {
  std::vector<b2Vec2> points;
  for (const Vertex& p : piece.points) {
    points.emplace_back(static_cast<float>(p.x), static_cast<float>(p.y));
  }
  shape.Set(points.data(), static_cast<int>(points.size()));
  return shape;
}

b2CircleShape theirShape(const ConvexPiece& piece, b2CircleShape shape) {
  shape.m_p.Set(static_cast<float>(piece.points[0].x), static_cast<float>(piece.points[0].y));
  shape.m_radius = static_cast<float>(piece.radius);
  return shape;
}

// This many pieces, up to `spread` px apart.
template <class Theirs>
Posed<Theirs> somePosed(std::mt19937& random, double spread,
                        const std::function<ConvexPiece()>& make) {
  std::uniform_real_distribution<double> unit(-1, 1);
  Posed<Theirs> posed;
  posed.transforms.resize(kPieces);
  for (std::size_t i = 0; i < kPieces; ++i) {
    const ConvexPiece piece = make();
    const double angle = unit(random) * 3.14159265;
    const double x = unit(random) * spread;
    const double y = unit(random) * spread;
    posed.pieces.emplace_back(piece, PiecePlace{x, y, std::cos(angle), std::sin(angle)});
    posed.shapes.push_back(theirShape(piece, Theirs()));
    posed.transforms[i].Set(b2Vec2(static_cast<float>(x), static_cast<float>(y)),
                            static_cast<float>(angle));
  }
  return posed;
}

ConvexPiece polygonPiece(std::mt19937& random) {
  std::uniform_real_distribution<double> unit(-1, 1);
  std::vector<Vertex> points;
  while (points.size() < 5) {
    std::vector<Vertex> some;
    for (int i = 0; i < 14; ++i) some.push_back({unit(random) * 10, unit(random) * 10});
    points = convexHull(std::move(some));
    if (points.size() > 8) points.clear();
  }
  return {std::move(points), 0};
}

// Pairs are drawn at random, and none is asked twice in a turn.
template <class A, class B, class Collide>
void comparePairs(const char* what, const Posed<A>& a, const Posed<B>& b, Collide collide) {
  std::mt19937 random(9);
  std::uniform_int_distribution<std::uint32_t> any(0, kPieces - 1);
  std::vector<std::pair<std::uint32_t, std::uint32_t>> pairs(kPairs);
  for (auto& pair : pairs) pair = {any(random), any(random)};
  long long met = 0;
  long long theirsMet = 0;
  std::size_t turn = 0;
  std::size_t theirTurn = 0;
  const Comparison c = inTurns(
      static_cast<int>(kPairs / kTurn),
      [&] {
        int count = 0;
        for (const auto& [i, k] : std::span(pairs).subspan(kTurn * turn++, kTurn)) {
          count += a.pieces[i].meets(b.pieces[k]) ? 1 : 0;
        }
        met += count;
      },
      [&] {
        int count = 0;
        for (const auto& [i, k] : std::span(pairs).subspan(kTurn * theirTurn++, kTurn)) {
          b2Manifold manifold;
          collide(&manifold, &a.shapes[i], a.transforms[i], &b.shapes[k], b.transforms[k]);
          count += manifold.pointCount > 0 ? 1 : 0;
        }
        theirsMet += count;
      });
  print(what, c);
  std::printf("  of %zu pairs %lld meet; theirs %lld, with touching ones and a skin\n", kPairs, met,
              theirsMet);
}

void shapes() {
  std::mt19937 random(5);
  std::uniform_real_distribution<double> radius(2, 10);
  const auto polygon = [&] { return polygonPiece(random); };
  const auto circle = [&] { return ConvexPiece{{{1, 2}}, radius(random)}; };
  const auto p = somePosed<b2PolygonShape>(random, 16, polygon);
  const auto q = somePosed<b2PolygonShape>(random, 16, polygon);
  comparePairs("convex polygons of 5 to 8 points (2,000 pairs)", p, q, b2CollidePolygons);
  std::vector<PosedPiece> moved = p.pieces;
  const double ms = medianMs(200, [&] {
    for (std::size_t i = 0; i < moved.size(); ++i) {
      const double x = static_cast<double>(i);
      moved[i].moveTo({x, -x, 0.6, 0.8});
    }
  });
  std::printf("  one stands elsewhere, which ours is told before: %.1f ns\n",
              1e6 * ms / static_cast<double>(moved.size()));
  const auto a = somePosed<b2CircleShape>(random, 12, circle);
  const auto b = somePosed<b2CircleShape>(random, 12, circle);
  comparePairs("circles (2,000 pairs)", a, b, b2CollideCircles);
  comparePairs("polygon and circle (2,000 pairs)", p, b, b2CollidePolygonAndCircle);
}

PixelMask maskOf(int side, unsigned seed) {
  const std::vector<Image> frames = softFrames(static_cast<int>(seed) + 1, side);
  return artOf(frames.back(), InkRule{}).firm;
}

cv::Mat matOf(const PixelMask& mask) {
  cv::Mat mat = cv::Mat::zeros(mask.height(), mask.width(), CV_8U);
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (mask.test(x, y)) mat.at<unsigned char>(y, x) = 255;
    }
  }
  return mat;
}

void masks() {
  for (const int side : {64, 128, 512}) {
    const PixelMask a = maskOf(side, 0);
    const PixelMask b = maskOf(side, 1);
    const cv::Mat theirA = matOf(a);
    const cv::Mat theirB = matOf(b);
    const int shift = side / 8 + 3;
    long long ours = 0;
    long long theirs = 0;
    cv::Mat both;
    const int turns = 400;
    const int times = side == 512 ? 4 : 64;
    const Comparison c = inTurns(
        turns,
        [&] {
          for (int i = 0; i < times; ++i) ours += commonPixels(a, b, shift, 5);
        },
        [&] {
          const cv::Rect on(shift, 5, side - shift, side - 5);
          const cv::Rect under(0, 0, side - shift, side - 5);
          for (int i = 0; i < times; ++i) {
            cv::bitwise_and(theirA(on), theirB(under), both);
            theirs += cv::countNonZero(both);
          }
        });
    std::printf("%d px, same count: %s; ", side, ours == theirs ? "yes" : "NO");
    print("common pixels of two masks at one offset", c);
  }
}

// Theirs: counts at all offsets, by one transform there and back.
void offsets() {
  const int side = 128;
  const int room = 2 * side;
  const PixelMask a = maskOf(side, 0);
  const PixelMask b = maskOf(side, 1);
  const auto cells = static_cast<std::size_t>(room * room);
  const auto half = static_cast<std::size_t>(room * (room / 2 + 1));
  float* plain = fftwf_alloc_real(cells);
  fftwf_complex* one = fftwf_alloc_complex(half);
  fftwf_complex* other = fftwf_alloc_complex(half);
  fftwf_plan there = fftwf_plan_dft_r2c_2d(room, room, plain, one, FFTW_MEASURE);
  fftwf_plan back = fftwf_plan_dft_c2r_2d(room, room, one, plain, FFTW_MEASURE);
  const auto fill = [&](const PixelMask& mask) {
    std::memset(plain, 0, cells * sizeof(float));
    for (int y = 0; y < side; ++y) {
      for (int x = 0; x < side; ++x) {
        if (mask.test(x, y)) plain[y * room + x] = 1;
      }
    }
  };
  const auto transform = [&] {
    fill(b);
    fftwf_execute_dft_r2c(there, plain, other);
    fill(a);
    fftwf_execute_dft_r2c(there, plain, one);
    for (std::size_t i = 0; i < half; ++i) {
      const float re = one[i][0] * other[i][0] + one[i][1] * other[i][1];
      const float im = one[i][1] * other[i][0] - one[i][0] * other[i][1];
      one[i][0] = re;
      one[i][1] = im;
    }
    fftwf_execute(back);
  };
  long long met = 0;
  long long theirsMet = 0;
  print("whether pixels meet at all 255 x 255 offsets, 128 px",
        inTurns(
            200, [&] { met = countOf(meetingOffsets(a, b, 0, 0).met); },
            [&] {
              transform();
              theirsMet = 0;
              const float least = 0.5F * static_cast<float>(cells);
              for (std::size_t i = 0; i < cells; ++i) theirsMet += plain[i] > least ? 1 : 0;
            }));
  std::vector<int> counts;
  print("common pixels at all of them", inTurns(
                                            200,
                                            [&] {
                                              counts.clear();
                                              CommonPixelRows rows(a, b);
                                              for (int y = 1 - side; y < side; ++y) {
                                                const std::vector<int>& row = rows.row(y);
                                                counts.insert(counts.end(), row.begin(), row.end());
                                              }
                                            },
                                            transform));
  bool same = true;
  auto ours = counts.begin();
  for (int y = 1 - side; y < side; ++y) {
    for (int x = 1 - side; x < side; ++x) {
      // Theirs lies `room` further on where an offset is below 0.
      const float sum = plain[(y & (room - 1)) * room + (x & (room - 1))];
      const long count = std::lround(sum / static_cast<float>(cells));
      same = same && count == *ours++;
    }
  }
  std::printf("  ours %lld offsets, theirs %lld; same counts: %s\n", met, theirsMet,
              same ? "yes" : "NO");
  fftwf_destroy_plan(there);
  fftwf_destroy_plan(back);
  fftwf_free(plain);
  fftwf_free(one);
  fftwf_free(other);
}

// Two frames of 128 px with balanced polygons of 8 points.
struct Pair {
  Project project = newProject("bench");
  Asset asset;
  Frame frame;
  TrialFrame a;
  TrialFrame b;

  Pair() {
    asset.kind = "character";
    asset.motion = Motion::Dynamic;
    frame.origin = {64, 110};
    Recipe recipe;
    recipe.kind = ShapeKind::Polygon;
    recipe.style = FitStyle::Balanced;
    for (TrialFrame* one : {&a, &b}) {
      const PixelMask ink = maskOf(128, one == &a ? 2 : 3);
      const Shape shape = moved(*fitted(ink, recipe), -frame.origin.x, -frame.origin.y);
      *one = {&asset,
              &frame,
              ink,
              frame.origin,
              {{&project.roles.front(), shape, piecesOf(shape, {}), &asset}}};
    }
  }
};

void map() {
  const Pair pair;
  const auto pairs = countingPairs(pair.project, pair.a, pair.b, {}, {});
  FairnessMap map;
  const double whole = medianMs(60, [&] { map = fairnessMap({&pair.a}, {&pair.b}, pairs); });
  std::printf(
      "fairness map, 128 px, polygons of 8 points: %.2f ms (wanted: 8); %lld offsets, %.1f "
      "%% phantom, %.1f %% missed\n",
      whole, map.shapesMeet, 100 * map.phantomShare(), 100 * map.missedShare());
  double x = 0;
  const double one = medianMs(300, [&] {
    x = x > 60 ? 0 : x + 1;
    meetingReport(pair.project, pair.a, {}, pair.b, {{x, 3}});
  });
  std::printf("one offset, all that is said of it: %.3f ms (wanted: 0.5)\n", one);
}

// A game of 60 assets of frames of 64 px, all of which meet, each with a shape by the recipe.
struct Game {
  Project project = newProject("game");
  std::shared_ptr<SheetArt> art = std::make_shared<SheetArt>();

  Game(int framesEach, const Recipe& recipe) {
    const std::vector<Image> frames = softFrames(kAssets * framesEach, 64);
    Image sheet(64 * 20, 64 * ((kAssets * framesEach + 19) / 20));
    for (std::size_t i = 0; i < frames.size(); ++i) {
      const int left = static_cast<int>(i % 20) * 64;
      const int top = static_cast<int>(i / 20) * 64;
      for (int y = 0; y < 64; ++y) {
        for (int x = 0; x < 64; ++x) sheet.at(left + x, top + y) = frames[i].at(x, y);
      }
    }
    *art = artOf(sheet, InkRule{});
    std::uint32_t id = 1;
    for (int i = 0; i < kAssets; ++i) {
      Asset asset;
      asset.id = AssetId{id++};
      asset.name = "chr_" + std::to_string(i);
      asset.kind = "character";
      asset.motion = Motion::Dynamic;
      for (int k = 0; k < framesEach; ++k) {
        Frame frame;
        frame.id = FrameId{id++};
        frame.name = asset.name + "_" + std::to_string(k);
        const int at = i * framesEach + k;
        frame.rect = {at % 20 * 64, at / 20 * 64, 64, 64};
        frame.origin = {32, 60};
        const auto shape = fitted(cropped(art->firm, frame.rect), recipe);
        if (shape) frame.shapes.push_back({"body", *shape});
        asset.frames.push_back(std::move(frame));
      }
      project.assets.emplace_back(std::move(asset));
    }
  }

  static constexpr int kAssets = 60;
};

void table(int framesEach, ShapeKind kind, const char* wanted) {
  Recipe recipe;
  recipe.kind = kind;
  recipe.style = FitStyle::Balanced;
  const Game game(framesEach, recipe);
  const ArtSource source = [&](SheetId) { return game.art; };
  const auto wall = std::chrono::steady_clock::now();
  const std::clock_t start = std::clock();
  const std::vector<FairnessRow> rows = fairnessTable(game.project, source);
  const double cpu = static_cast<double>(std::clock() - start) / CLOCKS_PER_SEC;
  const double seconds =
      std::chrono::duration<double>(std::chrono::steady_clock::now() - wall).count();
  std::printf(
      "all %zu pairs of 60 assets of %d frames of 64 px, %s: %.1f s of processor time (wanted: "
      "%s), %.1f s on the clock\n",
      rows.size(), framesEach, kind == ShapeKind::Box ? "boxes" : "polygons", cpu, wanted, seconds);
}

// How long a table of pairs goes on after it was asked to end, at 20 moments of its run.
void cancelled() {
  Recipe recipe;
  recipe.kind = ShapeKind::Polygon;
  recipe.style = FitStyle::Balanced;
  const Game game(8, recipe);
  const ArtSource source = [&](SheetId) { return game.art; };
  double longest = 0;
  for (int moment = 0; moment < 20; ++moment) {
    std::stop_source stop;
    std::chrono::steady_clock::time_point asked;
    std::jthread canceller([&] {
      std::this_thread::sleep_for(std::chrono::milliseconds(20 + 37 * moment));
      asked = std::chrono::steady_clock::now();
      stop.request_stop();
    });
    fairnessTable(game.project, source, {nullptr, stop.get_token()});
    const auto ended = std::chrono::steady_clock::now();
    canceller.join();
    longest = std::max(longest, std::chrono::duration<double, std::milli>(ended - asked).count());
  }
  std::printf("the same cancelled, longest of 20 times until it ended: %.1f ms (wanted: 100)\n",
              longest);
}

}  // namespace

int main(int argc, char** argv) {
  cv::setNumThreads(1);
  const std::string only = argc > 1 ? argv[1] : "";
  const auto wanted = [&](const char* name) { return only.empty() || only == name; };
  if (wanted("shapes")) shapes();
  if (wanted("masks")) masks();
  if (wanted("offsets")) offsets();
  if (wanted("map")) map();
  if (wanted("table")) {
    table(6, ShapeKind::Polygon, "5");
    table(8, ShapeKind::Box, "6");
    table(8, ShapeKind::Polygon, "12");
  }
  if (wanted("cancel")) cancelled();
}
