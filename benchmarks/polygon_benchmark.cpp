// Polygons against general libraries: how well ours agree with the ink at the same number of
// points, into how few convex parts they fall, and what both cost, in alternating turns.
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Partition_traits_2.h>
#include <CGAL/partition_2.h>

#include <algorithm>
#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/polygon.hpp>
#include <cmath>
#include <cstdio>
#include <cstring>
#include <iterator>
#include <list>
#include <numeric>
#include <opencv2/imgproc.hpp>
#include <random>
#include <vector>

#include "core/fit/measures/measures.h"
#include "core/fit/styles/polygon/outline_fit.h"
#include "core/fit/styles/polygon/polygon_fit.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/convex_parts.h"
#include "core/geometry/enclosing_circle.h"
#include "core/image/ink/alpha_scan.h"
#include "core/image/ink/ink.h"
#include "core/image/outline.h"
#include "soft_frames.h"
#include "support/tangled.h"
#include "turns.h"

namespace {

using namespace amber;
using namespace amber::bench;
using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Traits = CGAL::Partition_traits_2<Kernel>;
using BoostPoint = boost::geometry::model::d2::point_xy<double>;
using BoostPolygon = boost::geometry::model::polygon<BoostPoint>;

cv::Mat matOf(const PixelMask& mask) {
  cv::Mat mat = cv::Mat::zeros(mask.height(), mask.width(), CV_8U);
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (mask.test(x, y)) mat.at<unsigned char>(y, x) = 255;
    }
  }
  return mat;
}

// From the RGBA as it lies in memory.
cv::Mat theirInk(const Image& image) {
  const cv::Mat rgba(image.height(), image.width(), CV_8UC4, const_cast<Rgba*>(image.row(0)));
  cv::Mat alpha;
  cv::extractChannel(rgba, alpha, 3);
  cv::Mat ink;
  cv::threshold(alpha, ink, 127, 255, cv::THRESH_BINARY);
  return ink;
}

std::vector<cv::Point> largestContour(const cv::Mat& ink) {
  std::vector<std::vector<cv::Point>> contours;
  cv::findContours(ink, contours, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_NONE);
  return *std::max_element(contours.begin(), contours.end(), [](const auto& a, const auto& b) {
    return cv::contourArea(a) < cv::contourArea(b);
  });
}

// Their pipeline at a number of points: the tolerance is searched for.
std::vector<cv::Point> theirPolygon(const std::vector<cv::Point>& contour, std::size_t points) {
  double low = 0;
  double high = 200;
  std::vector<cv::Point> best;
  std::vector<cv::Point> found;
  for (int i = 0; i < 40; ++i) {
    const double middle = (low + high) / 2;
    cv::approxPolyDP(contour, found, middle, true);
    if (found.size() <= points) {
      if (found.size() > best.size() && found.size() >= 3) best = found;
      high = middle;
    } else {
      low = middle;
    }
  }
  return best;
}

// Their points are pixel centres.
Polygon polygonFrom(const std::vector<cv::Point>& points) {
  Polygon polygon;
  for (const cv::Point& point : points) polygon.points.push_back({point.x + 0.5, point.y + 0.5});
  return clockwise(std::move(polygon));
}

void quality(const std::vector<PixelMask>& inks) {
  for (const int points : {6, 8, 12}) {
    int better = 0;
    int compared = 0;
    double sum = 0;
    double oursSum = 0;
    double fewer = 0;
    for (const PixelMask& ink : inks) {
      const auto theirs =
          theirPolygon(largestContour(matOf(ink)), static_cast<std::size_t>(points));
      if (theirs.size() < 3) continue;
      PolygonOptions wish;
      wish.points = static_cast<int>(theirs.size());
      const Polygon ours = *polygonOf(ink, wish, FitStyle::Balanced, 0);
      const double a = measured(ours, ink).overlap;
      const double b = measured(polygonFrom(theirs), ink).overlap;
      ++compared;
      better += a > b ? 1 : 0;
      sum += a - b;
      oursSum += a;
      fewer += points - static_cast<double>(theirs.size());
    }
    std::printf(
        "balanced polygon, %2d points: above theirs on %5.1f %% of %d frames, by %.3f on "
        "average (ours %.3f; theirs uses %.2f points fewer, ours as many)\n",
        points, 100.0 * better / compared, compared, sum / compared, oursSum / compared,
        fewer / compared);
  }
}

std::vector<Traits::Point_2> cgalPoints(const Polygon& polygon) {
  std::vector<Traits::Point_2> points;
  // Theirs go counter-clockwise, with y up: the same order, seen in a mirror.
  for (const Vertex& point : polygon.points) points.emplace_back(point.x, -point.y);
  std::reverse(points.begin(), points.end());
  return points;
}

std::size_t theirParts(const std::vector<Traits::Point_2>& points) {
  std::list<Traits::Polygon_2> parts;
  CGAL::approx_convex_partition_2(points.begin(), points.end(), std::back_inserter(parts),
                                  Traits());
  return parts.size();
}

std::size_t fewestParts(const std::vector<Traits::Point_2>& points) {
  std::list<Traits::Polygon_2> parts;
  CGAL::optimal_convex_partition_2(points.begin(), points.end(), std::back_inserter(parts),
                                   Traits());
  return parts.size();
}

void print(const char* what, const Comparison& c) {
  std::printf("%-46s ours %.4f ms, theirs %.4f ms, ratio %.2f (%.2f to %.2f)\n", what,
              c.ours.median, c.theirs.median, c.ratio.median, c.ratio.low, c.ratio.high);
}

void parts() {
  std::mt19937 random(5);
  std::vector<Polygon> polygons;
  std::vector<std::vector<Traits::Point_2>> theirs;
  for (int i = 0; i < 500; ++i) {
    polygons.push_back(test::tangled(60, random));
    theirs.push_back(cgalPoints(polygons.back()));
  }
  std::size_t ours = 0;
  std::size_t other = 0;
  std::size_t best = 0;
  int more = 0;
  for (std::size_t i = 0; i < polygons.size(); ++i) {
    const std::size_t a = convexParts(polygons[i], 512).size();
    const std::size_t b = theirParts(theirs[i]);
    ours += a;
    other += b;
    more += a > b ? 1 : 0;
    if (i < 50) best += fewestParts(theirs[i]);
  }
  std::printf(
      "convex parts of 500 polygons of 60 points: ours %.1f, theirs %.1f, fewest %.1f (of "
      "50); more than theirs on %d\n",
      static_cast<double>(ours) / 500, static_cast<double>(other) / 500,
      static_cast<double>(best) / 50, more);
  std::size_t at = 0;
  std::size_t kept = 0;
  print("convex parts of 20 polygons of 60 points",
        inTurns(
            100,
            [&] {
              for (std::size_t i = 0; i < 20; ++i)
                kept += convexParts(polygons[at + i], 512).size();
            },
            [&] {
              for (std::size_t i = 0; i < 20; ++i) kept += theirParts(theirs[at + i]);
              at = (at + 20) % 480;
            }));
}

// Both from a frame's RGBA, twenty frames a turn: the same ones for some turns, so that both find
// them near.
template <class Ours, class Theirs>
void ofFrames(const std::vector<Image>& frames, int turns, const char* what, const Ours& ours,
              const Theirs& theirs) {
  std::size_t at = 0;
  int turn = 0;
  double kept = 0;
  const auto all = [&](const auto& one) {
    for (std::size_t i = 0; i < 20; ++i) kept += one(frames[at + i]);
  };
  print(what, inTurns(
                  turns, [&] { all(ours); },
                  [&] {
                    all(theirs);
                    if (++turn % 8 == 0) at = (at + 20) % (frames.size() - 20);
                  }));
}

void boxes(const std::vector<Image>& frames, const char* what) {
  ofFrames(
      frames, 400, what,
      [](const Image& image) {
        const auto box = alphaBounds(image, 128);
        return box ? box->w : 0;
      },
      [](const Image& image) { return cv::boundingRect(theirInk(image)).width; });
}

void everythingOfAFrame(const std::vector<Image>& frames, const char* what) {
  ofFrames(
      frames, 200, what,
      [](const Image& image) {
        const FrameOutlines all = outlinesOf(alphaMask(image, 128), 1);
        return all.circle.r + static_cast<double>(all.polygon.points.size());
      },
      [](const Image& image) {
        const cv::Mat ink = theirInk(image);
        const std::vector<cv::Point> contour = largestContour(ink);
        std::vector<cv::Point> hull;
        cv::convexHull(contour, hull);
        cv::Point2f centre;
        float radius = 0;
        cv::minEnclosingCircle(hull, centre, radius);
        std::vector<cv::Point> polygon;
        cv::approxPolyDP(contour, polygon, 1, true);
        return cv::boundingRect(ink).width + radius + static_cast<double>(polygon.size());
      });
}

void coverage(const std::vector<PixelMask>& inks) {
  double ours = 0;
  double theirs = 0;
  double oursPoints = 0;
  double theirsPoints = 0;
  for (const PixelMask& ink : inks) {
    const PixelMask island = largestIsland(ink);
    const Polygon a{coveringWithin(outlineOf(island), 1)};
    std::vector<cv::Point> found;
    cv::approxPolyDP(largestContour(matOf(ink)), found, 1, true);
    ours += measured(a, island).bareInk;
    theirs += measured(polygonFrom(found), island).bareInk;
    oursPoints += static_cast<double>(a.points.size());
    theirsPoints += static_cast<double>(found.size());
  }
  const auto n = static_cast<double>(inks.size());
  std::printf(
      "polygon within 1 px: ours leaves %.2f %% bare with %.1f points, theirs %.2f %% with "
      "%.1f\n",
      100 * ours / n, oursPoints / n, 100 * theirs / n, theirsPoints / n);
}

// What lies around all contours of the ink, at most so many points.
std::vector<cv::Point> theirPolygonOfAll(const cv::Mat& ink, std::size_t points) {
  std::vector<std::vector<cv::Point>> contours;
  cv::findContours(ink, contours, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_NONE);
  std::vector<cv::Point> all;
  for (const auto& contour : contours) all.insert(all.end(), contour.begin(), contour.end());
  std::vector<cv::Point> hull;
  cv::convexHull(all, hull);
  return hull.size() <= points ? hull : theirPolygon(hull, points);
}

// Ink of several parts, around all of it.
void manyParts(const std::vector<PixelMask>& inks) {
  constexpr std::size_t kPoints = 8;
  struct Sums {
    double bare = 0;
    double air = 0;
    double overlap = 0;
    int broken = 0;

    void add(const Measures& measures) {
      bare += measures.bareInk;
      air += measures.air;
      overlap += measures.overlap;
      broken += measures.bareInk > 0 ? 1 : 0;
    }
    void print(const char* what, double count) const {
      std::printf(
          "  %-22s bare ink %5.2f %%, air %4.1f %%, agreement %.3f, ink bare on %d frames\n", what,
          100 * bare / count, 100 * air / count, overlap / count, broken);
    }
  };
  PolygonOptions wish;
  wish.points = kPoints;
  Sums snug;
  Sums balanced;
  Sums theirs;
  for (const PixelMask& ink : inks) {
    snug.add(measured(*polygonOf(ink, wish, FitStyle::Snug, 0), ink));
    balanced.add(measured(*polygonOf(ink, wish, FitStyle::Balanced, 0), ink));
    theirs.add(measured(polygonFrom(theirPolygonOfAll(matOf(ink), kPoints)), ink));
  }
  const auto count = static_cast<double>(inks.size());
  std::printf("polygons of 8 points around ink of several parts, %zu frames\n", inks.size());
  snug.print("ours, snug", count);
  balanced.print("ours, balanced", count);
  theirs.print("theirs, hull of all", count);
}

// A ring of 2,000 corners.
void simplification() {
  std::mt19937 random(3);
  std::normal_distribution<double> wobble(0, 1);
  std::vector<Vertex> ring;
  double noise = 0;
  for (int i = 0; i < 2000; ++i) {
    noise = 0.9 * noise + wobble(random);
    const double angle = 2 * 3.14159265358979 * i / 2000;
    const double r = 400 + 60 * std::sin(5 * angle) + 3 * noise;
    ring.push_back({500 + r * std::cos(angle), 500 + r * std::sin(angle)});
  }
  BoostPolygon theirs;
  for (const Vertex& point : ring)
    boost::geometry::append(theirs.outer(), BoostPoint(point.x, point.y));
  boost::geometry::correct(theirs);
  std::size_t kept = 0;
  std::size_t oursPoints = 0;
  std::size_t theirsPoints = 0;
  const Comparison c = inTurns(
      300,
      [&] {
        oursPoints = coveringWithin(ring, 4).size();
        kept += oursPoints;
      },
      [&] {
        BoostPolygon out;
        boost::geometry::simplify(theirs, out, 4.0);
        theirsPoints = out.outer().size() - 1;
        kept += theirsPoints;
      });
  print("simplification of 2,000 corners within 4 px", c);
  std::printf("  to %zu corners that cover it, theirs to %zu\n", oursPoints, theirsPoints);
}

std::vector<PixelMask> inksOf(const std::vector<Image>& frames) {
  std::vector<PixelMask> inks;
  for (const Image& image : frames) inks.push_back(artOf(image, InkRule{}).firm);
  return inks;
}

}  // namespace

int main(int argc, char** argv) {
  cv::setNumThreads(1);
  const std::string only = argc > 1 ? argv[1] : "";
  const auto wanted = [&](const char* name) { return only.empty() || only == name; };
  const std::vector<Image> small = softFrames(2000, 64);
  const std::vector<Image> large = softFrames(500, 128);
  if (wanted("quality")) quality(inksOf(large));
  if (wanted("many")) manyParts(inksOf(manyPartFrames(500, 128)));
  if (wanted("parts")) parts();
  if (wanted("box")) {
    boxes(small, "tight box from RGBA, 64 x 64 (20 frames)");
    boxes(large, "tight box from RGBA, 128 x 128 (20 frames)");
  }
  if (wanted("all")) {
    everythingOfAFrame(small, "box, circle, hull, outline, polygon, 64 x 64");
    everythingOfAFrame(large, "box, circle, hull, outline, polygon, 128 x 128");
    coverage(inksOf(large));
  }
  if (wanted("simplify")) simplification();
}
