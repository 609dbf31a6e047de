// For any two shapes in any pose, the laws of contact hold and all numbers are finite.
#include <cmath>
#include <cstddef>
#include <cstdint>

#include "bytes.h"
#include "core/geometry/contact/parting.h"
#include "core/geometry/contact/pose.h"
#include "core/geometry/convex_hull.h"
#include "core/trial/offset_map.h"
#include "must.h"

namespace {

using namespace amber;
using namespace amber::fuzz;

Shape shapeFrom(Bytes& bytes) {
  switch (bytes.next() % 5) {
    case 0:
      return Box{bytes.length(), bytes.length(), bytes.size() + 0.25, bytes.size() + 0.25};
    case 1:
      return Circle{bytes.length(), bytes.length(), bytes.size()};
    case 2:
      return Capsule{bytes.length(), bytes.length(), bytes.length(), bytes.length(), bytes.size()};
    case 3: {
      MaskShape mask{bytes.length(), bytes.length(), 4, 3, {}};
      for (int y = 0; y < 3; ++y) {
        const int from = bytes.next() % 3;
        mask.runs.push_back({y, from, from + 1 + bytes.next() % (4 - from)});
      }
      return mask;
    }
    default:
      break;
  }
  Polygon polygon;
  for (int i = 3 + bytes.next() % 8; i > 0; --i) {
    polygon.points.push_back({bytes.length(), bytes.length()});
  }
  return clockwise(std::move(polygon));
}

Pose poseFrom(Bytes& bytes) {
  const int turn = bytes.next();
  return {{bytes.length(), bytes.length()},
          0.25 + bytes.next() / 64.0,
          turn < 128 ? 0 : turn / 20.0,
          bytes.next() % 2 == 1};
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  Bytes bytes(data, size);
  const auto a = piecesOf(shapeFrom(bytes), poseFrom(bytes));
  const auto b = piecesOf(shapeFrom(bytes), poseFrom(bytes));
  const Contact contact = partingOf(a, b);
  must(std::isfinite(contact.depth) && contact.depth >= 0, "the depth is no length");
  must(contact.meet() == anyMeet(a, b), "they meet, and do not");
  const Contact other = partingOf(b, a);
  must(std::abs(contact.depth - other.depth) < 1e-5, "the sides are not alike");
  if (a.empty() || b.empty()) {
    must(!contact.meet(), "nothing meets something");
    return 0;
  }
  must(std::isfinite(contact.gap) && contact.gap >= 0, "the gap is no length");
  if (contact.meet()) {
    must(std::abs(std::hypot(contact.normal.x, contact.normal.y) - 1) < 1e-6, "no direction");
    // Farther on they may meet again, where an inward corner is all but reached.
    const auto parted =
        moved(b, contact.normal.x * contact.depth, contact.normal.y * contact.depth);
    must(deepestOf(a, parted).depth < 1e-5, "parted, they meet");
  }
  // The map of all offsets must agree with the direct test at this offset.
  must(meetingOffsets(a, b).meetsAt(0, 0) == contact.meet(), "the map says otherwise");
  return 0;
}
