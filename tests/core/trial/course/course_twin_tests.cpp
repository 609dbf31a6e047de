#include <QTest>
#include <algorithm>
#include <cmath>
#include <optional>
#include <random>

#include "core/base/words.h"
#include "core/trial/course/course_run.h"
#include "support/registry.h"

// A second mover, written for boxes alone by what the four ways mean, against which the first is
// run on random courses: frames that grow and shrink, several solids, another direction every tick.

using namespace amber;
using namespace amber::test;

namespace {

constexpr double kTouch = 1e-9;
constexpr double kNear = 0.01;
constexpr int kTicks = 40;

struct Area {
  double left = 0;
  double top = 0;
  double right = 0;
  double bottom = 0;
  bool operator==(const Area&) const = default;
};

struct Point {
  double x = 0;
  double y = 0;
};

struct Touched {
  double share = 0;
  Point normal;
  int solid = -1;
};

// Where the point of a body may not be: the solid, made larger by the body.
Area forbidden(const Area& solid, const Area& body) {
  return {solid.left - body.right, solid.top - body.bottom, solid.right - body.left,
          solid.bottom - body.top};
}

// How deep a point lies, and by which side it is out soonest.
double depth(const Area& area, Point at, Point& out) {
  const double sides[] = {at.x - area.left, area.right - at.x, at.y - area.top, area.bottom - at.y};
  constexpr Point kOut[] = {{-1, 0}, {1, 0}, {0, -1}, {0, 1}};
  const auto least = std::min_element(std::begin(sides), std::end(sides));
  out = kOut[least - std::begin(sides)];
  return *least;
}

bool within(const Area& area, Point at) {
  Point out;
  return depth(area, at, out) > kTouch;
}

std::optional<Touched> touched(const Area& area, Point from, Point way) {
  if (way.x == 0 && way.y == 0) return std::nullopt;
  Point out;
  if (depth(area, from, out) > kTouch) {
    if (out.x * way.x + out.y * way.y >= 0) return std::nullopt;
    return Touched{0, out, -1};
  }
  double enters = -1e300;
  double leaves = 1e300;
  Touched first;
  const auto axis = [&](double at, double move, double low, double high, Point before) {
    if (move == 0) {
      if (at - low <= kTouch || high - at <= kTouch) leaves = -1e300;
      return;
    }
    const double near = move > 0 ? low - at : high - at;
    const double far = move > 0 ? high - at : low - at;
    const double in = move > 0 ? kTouch : -kTouch;
    leaves = std::min(leaves, (far - in) / move);
    if ((near + in) / move <= enters) return;
    enters = (near + in) / move;
    first.share = near / move;
    first.normal = move > 0 ? before : Point{-before.x, -before.y};
  };
  axis(from.x, way.x, area.left, area.right, {-1, 0});
  axis(from.y, way.y, area.top, area.bottom, {0, -1});
  if (enters >= leaves || enters < 0 || enters > 1) return std::nullopt;
  first.share = std::clamp(first.share, 0.0, 1.0);
  return first;
}

bool isGround(const Area& area, Point at) {
  if (touched(area, at, {0, kNear})) return true;
  Point out;
  const double inside = depth(area, at, out);
  if (inside >= 0) return inside <= kNear && out.y < 0;
  const double x = std::max({area.left - at.x, at.x - area.right, 0.0});
  const double y = std::max({area.top - at.y, at.y - area.bottom, 0.0});
  return at.y < area.top && std::hypot(x, y) <= kNear && x <= y;
}

struct Fact {
  int tick = 0;
  CourseEventKind kind = CourseEventKind::Gap;
  std::string with;
  double px = 0;
};

// What stopped the move of a tick, comparable with the next tick.
struct Halt {
  int solid = -1;
  bool forward = false;
  bool operator==(const Halt&) const = default;
};

class Twin {
 public:
  Twin(std::vector<Area> solids, const MoverRules& rules, bool side)
      : solids_(std::move(solids)), rules_(rules), side_(side) {}

  void start(const Area& body) {
    body_ = shown_ = body;
    height_ = body.bottom - body.top;
    grounded_ = ground();
  }

  Point place() const { return at_; }
  // Whether it was ever as deep by two sides: then either way out is right.
  bool wasEven() const { return even_; }
  const std::vector<Fact>& facts() const { return facts_; }

  // The speed of a tick, by which its frame is chosen; then the tick with that frame.
  void wish(CourseKeys keys) {
    speed_.x = rules_.speed * ((keys.right ? 1 : 0) - (keys.left ? 1 : 0));
    jumps_ = false;
    if (!side_) {
      speed_.y = rules_.speed * ((keys.down ? 1 : 0) - (keys.up ? 1 : 0));
      return;
    }
    if (keys.jump && grounded_) {
      speed_.y = -rules_.jump;
      jumps_ = true;
    }
    speed_.y = std::min(speed_.y + rules_.gravity / rules_.rate, rules_.fall);
  }

  void tick(const Area& body) {
    body_ = body;
    const Area before = shown_;
    if (!(body_ == shown_)) pop();
    shown_ = body_;
    const Point from = at_;
    stops_.clear();
    switch (rules_.moves) {
      case Moves::Axes:
      case Moves::Close:
        axes();
        break;
      case Moves::Slide:
        slide();
        break;
      case Moves::Push:
        push();
        break;
    }
    tellHalts(from);
    // A sweep crosses nothing, but one that has grown may be let out on the other side.
    if (rules_.moves != Moves::Slide || !(before == shown_)) tellTunnels(from, before);
    grounded_ = ground();
    ++tick_;
  }

 private:
  struct Stopped {
    int solid;
    Point normal;
    double shortBy;
    bool sideways;
  };

  Area wall(int solid) const { return forbidden(solids_[static_cast<std::size_t>(solid)], body_); }
  int count() const { return static_cast<int>(solids_.size()); }
  std::string nameOf(int solid) const { return "solid " + std::to_string(solid + 1); }

  bool blocked(Point at) const {
    for (int i = 0; i < count(); ++i) {
      if (within(wall(i), at)) return true;
    }
    return false;
  }
  bool ground() const {
    for (int i = 0; side_ && i < count(); ++i) {
      if (isGround(wall(i), at_)) return true;
    }
    return false;
  }
  std::optional<Touched> first(Point from, Point way) const {
    std::optional<Touched> best;
    for (int i = 0; i < count(); ++i) {
      auto one = touched(wall(i), from, way);
      if (!one || (best && one->share >= best->share)) continue;
      one->solid = i;
      best = one;
    }
    return best;
  }
  void tell(CourseEventKind kind, int solid, double px) {
    facts_.push_back({tick_, kind, nameOf(solid), px});
  }

  void pop() {
    double deepest = 0;
    int in = -1;
    for (int i = 0; i < count(); ++i) {
      Point out;
      const double deep = depth(wall(i), at_, out);
      if (deep <= kTouch || deep <= deepest) continue;
      deepest = deep;
      in = i;
    }
    if (in >= 0) tell(CourseEventKind::Pop, in, deepest);
  }

  void axes() {
    for (const bool sideways : {true, false}) {
      const double all = (sideways ? speed_.x : speed_.y) / rules_.rate;
      const double sign = all < 0 ? -1 : 1;
      double gone = 0;
      double tried = std::abs(all);
      bool stopped = false;
      const auto there = [&](double far) {
        return sideways ? Point{at_.x + sign * far, at_.y} : Point{at_.x, at_.y + sign * far};
      };
      if (rules_.moves == Moves::Close) {
        for (double next = 1; next < std::abs(all) && !stopped; ++next) {
          stopped = blocked(there(next));
          (stopped ? tried : gone) = next;
        }
      }
      if (!stopped && all != 0) {
        stopped = blocked(there(std::abs(all)));
        if (!stopped) gone = std::abs(all);
      }
      const Point refused = there(tried);
      at_ = there(gone);
      if (!stopped) continue;
      const double left = std::abs(all) - gone;
      if (const auto by = first(at_, sideways ? Point{sign * left, 0} : Point{0, sign * left})) {
        stops_.push_back({by->solid, by->normal, by->share * left, sideways});
      } else {
        // It lay in it before, so nothing is met on the way.
        int in = 0;
        while (!within(wall(in), refused)) ++in;
        stops_.push_back({in, sideways ? Point{-sign, 0} : Point{0, -sign}, 0, sideways});
      }
      (sideways ? speed_.x : speed_.y) = 0;
    }
  }

  void push() {
    at_.x += speed_.x / rules_.rate;
    at_.y += speed_.y / rules_.rate;
    const Point wanted = speed_;
    for (int round = 0; round < 4; ++round) {
      bool any = false;
      for (int i = 0; i < count(); ++i) {
        Point out;
        const double deep = depth(wall(i), at_, out);
        if (deep <= kTouch) continue;
        const Area area = wall(i);
        const double x = std::min(at_.x - area.left, area.right - at_.x);
        const double y = std::min(at_.y - area.top, area.bottom - at_.y);
        even_ = even_ || std::abs(x - y) < 1e-6;
        any = true;
        at_.x += out.x * deep;
        at_.y += out.y * deep;
        if (speed_.x * out.x < 0) speed_.x = 0;
        if (speed_.y * out.y < 0) speed_.y = 0;
        stops_.push_back({i, out, 0, wanted.x * out.x < 0});
      }
      if (!any) break;
    }
  }

  void slide() {
    for (int round = 0; round < 4; ++round) {
      double deepest = kTouch;
      Point out;
      for (int i = 0; i < count(); ++i) {
        Point way;
        const double deep = depth(wall(i), at_, way);
        if (deep <= deepest) continue;
        deepest = deep;
        out = way;
      }
      if (deepest == kTouch) break;
      at_.x += out.x * deepest;
      at_.y += out.y * deepest;
    }
    Point left{speed_.x / rules_.rate, speed_.y / rules_.rate};
    const double across = std::abs(left.x);
    for (int contacts = 0; contacts < 8 && (left.x != 0 || left.y != 0); ++contacts) {
      const auto hit = first(at_, left);
      const double share = hit ? hit->share : 1;
      at_.x += left.x * share;
      at_.y += left.y * share;
      if (!hit) break;
      left = {left.x * (1 - share), left.y * (1 - share)};
      const bool floor = side_ && hit->normal.y < 0;
      if (!floor) stops_.push_back({hit->solid, hit->normal, 0, left.x * hit->normal.x < 0});
      (hit->normal.x != 0 ? speed_.x : speed_.y) = 0;
      (hit->normal.x != 0 ? left.x : left.y) = 0;
    }
    if (!side_ || !grounded_ || jumps_ || speed_.y < 0) return;
    // Down a ledge no higher than the steepest slope allows, here 45 degrees.
    const double down = across + kNear;
    const auto floor = first(at_, {0, down});
    if (!floor || floor->normal.y >= 0) return;
    at_.y += down * floor->share;
    speed_.y = 0;
  }

  void tellHalts(Point from) {
    std::optional<Halt> across;
    std::optional<Halt> along;
    std::optional<Halt> caught;
    for (const Stopped& stop : stops_) {
      const Halt halt{stop.solid, stop.sideways ? stop.normal.x < 0 : stop.normal.y < 0};
      std::optional<Halt>& now = stop.sideways ? across : along;
      if (stop.shortBy > kNear && !now) {
        now = halt;
        if ((stop.sideways ? across_ : along_) != now) {
          tell(CourseEventKind::Gap, stop.solid, stop.shortBy);
        }
      }
      if (!side_ || !grounded_ || !stop.sideways || caught) continue;
      const auto height = edge(stop, from);
      if (!height) continue;
      caught = halt;
      if (caught_ != caught) tell(CourseEventKind::Catch, stop.solid, *height);
    }
    across_ = across;
    along_ = along;
    caught_ = caught;
  }

  // How far what it was stopped at rises over where it began, if no more than a quarter of it.
  std::optional<double> edge(const Stopped& stop, Point from) const {
    const double limit = std::max(1.0, height_ / 4);
    const double far = std::max(2.0, height_ / 4);
    const double way = stop.normal.x < 0 ? 1 : -1;
    std::vector<double> rises;
    for (const double beyond : {0.5, 1.0, far - 1, far}) {
      const double x = at_.x + way * (stop.shortBy + beyond);
      double rise = 0;
      for (int i = 0; i < count(); ++i) {
        const Area area = wall(i);
        if (within(area, {x, from.y - limit})) return std::nullopt;
        if (x <= area.left || x >= area.right) continue;
        if (area.top < from.y - limit - kTouch) continue;
        rise = std::max(rise, from.y - area.top);
      }
      rises.push_back(rise);
    }
    const bool swept = rules_.moves == Moves::Slide || rules_.moves == Moves::Push;
    if (swept && rises[3] > rises[2] + kNear) return std::nullopt;
    return *std::max_element(rises.begin(), rises.end());
  }

  void tellTunnels(Point from, const Area& before) {
    const Point move{at_.x - from.x, at_.y - from.y};
    if (move.x == 0 && move.y == 0) return;
    for (int i = 0; i < count(); ++i) {
      const Area& solid = solids_[static_cast<std::size_t>(i)];
      const Area was = forbidden(solid, before);
      const Area is = forbidden(solid, shown_);
      const auto stands = [&](const Area& area, Point at) {
        return within(area, at) || (side_ && isGround(area, at));
      };
      if (stands(was, from) || stands(is, at_)) continue;
      // With the old body and the new one.
      const auto passes = [&](const Area& area) {
        const auto crosses = [&](Point at, Point way) {
          return touched(area, at, way).has_value();
        };
        return !within(area, from) && !within(area, at_) && crosses(from, move) &&
               (crosses(from, {move.x, 0}) || crosses({at_.x, from.y}, {0, move.y})) &&
               (crosses(from, {0, move.y}) || crosses({from.x, at_.y}, {move.x, 0}));
      };
      if (!passes(was) && !passes(is)) continue;
      tell(CourseEventKind::Tunnel, i, std::hypot(move.x, move.y));
    }
  }

  std::vector<Area> solids_;
  MoverRules rules_;
  bool side_;
  Area body_;
  Area shown_;
  double height_ = 0;
  int tick_ = 0;
  Point at_;
  Point speed_;
  bool grounded_ = false;
  bool jumps_ = false;
  bool even_ = false;
  std::vector<Stopped> stops_;
  std::optional<Halt> across_;
  std::optional<Halt> along_;
  std::optional<Halt> caught_;
  std::vector<Fact> facts_;
};

bool isCompared(CourseEventKind kind) {
  return kind == CourseEventKind::Gap || kind == CourseEventKind::Catch ||
         kind == CourseEventKind::Pop || kind == CourseEventKind::Tunnel;
}

// One course: both results, compared tick by tick.
struct Comparison {
  QString difference;
  bool even = false;
  std::array<int, kCourseEventWords.size()> told{};
};

Comparison compared(unsigned seed, Moves moves) {
  std::mt19937 random(seed);
  const auto any = [&](double low, double high) {
    return std::uniform_real_distribution<double>(low, high)(random);
  };
  MoverRules rules;
  rules.moves = moves;
  rules.rate = 20;
  rules.speed = any(20, 500);
  rules.gravity = any(200, 900);
  rules.fall = any(200, 500);
  rules.jump = any(100, 300);
  const bool side = random() % 3 != 0;

  Project project = newProject("course");
  Asset asset;
  asset.id = AssetId{1};
  asset.name = "chr_keeper";
  asset.kind = "character";
  Animation animation{AnimationId{50}, "walk", LoopMode::Repeat, {}};
  std::vector<Area> bodies;
  for (std::uint32_t i = 0; i < 3; ++i) {
    const Area body{-any(1, 9), -any(2, 14), any(1, 9), any(0.5, 4)};
    bodies.push_back(body);
    Frame frame;
    frame.id = FrameId{i + 2};
    frame.name = "chr_keeper_" + std::to_string(i);
    frame.shapes.push_back(
        {"body", Box{body.left, body.top, body.right - body.left, body.bottom - body.top}});
    animation.steps.push_back({frame.id, static_cast<int>(50 + random() % 4 * 50)});
    asset.frames.push_back(std::move(frame));
  }
  asset.animations = {animation};
  project.assets.emplace_back(std::move(asset));
  Course course;
  course.view = side ? CourseView::Side : CourseView::Above;
  std::vector<Area> solids;
  const int count = 3 + static_cast<int>(random() % 8);
  for (int i = 0; i < count; ++i) {
    const double width = random() % 3 == 0 ? any(1, 4) : any(8, 60);
    const double height = random() % 3 == 0 ? any(1, 4) : any(8, 30);
    // One below the start, so that by the side view most courses have a floor.
    const double x = i == 0 ? any(-40, -10) : any(-90, 70);
    const double y = i == 0 ? any(5, 20) : any(-60, 50);
    solids.push_back({x, y, x + (i == 0 ? 80 : width), y + height});
    course.solids.emplace_back(Box{x, y, solids.back().right - x, height});
  }

  const auto world = *CourseWorld::make(project, *project.assets.front(), course, {});
  CourseRunner runner(world, rules);
  Twin twin(solids, rules, side);
  twin.start(bodies[0]);
  Comparison comparison;
  for (int tick = 0; tick < kTicks; ++tick) {
    const CourseKeys keys{.left = random() % 3 == 0,
                          .right = random() % 2 == 0,
                          .up = random() % 3 == 0,
                          .down = random() % 3 == 0,
                          .jump = random() % 4 == 0};
    runner.tick(keys);
    const CourseTick& now = runner.run().ticks.back();
    Area body = bodies[now.frame];
    if (now.mirrored) body = {-body.right, body.top, -body.left, body.bottom};
    twin.wish(keys);
    twin.tick(body);
    const Point at = twin.place();
    comparison.even = twin.wasEven();
    if (comparison.even) return comparison;
    if (std::hypot(now.place.x - at.x, now.place.y - at.y) > 1e-6) {
      comparison.difference = QString("tick %1: at %2, %3 and not %4, %5")
                                  .arg(tick)
                                  .arg(now.place.x)
                                  .arg(now.place.y)
                                  .arg(at.x)
                                  .arg(at.y);
      return comparison;
    }
  }
  std::vector<Fact> told;
  for (const CourseEvent& event : runner.run().events) {
    ++comparison.told[static_cast<std::size_t>(event.kind)];
    if (isCompared(event.kind)) told.push_back({event.tick, event.kind, event.with, event.px});
  }
  const auto line = [](const Fact& fact) {
    return QString("%1 %2 %3 %4; ")
        .arg(fact.tick)
        .arg(QString::fromUtf8(wordOf(kCourseEventWords, fact.kind).data()),
             QString::fromStdString(fact.with))
        .arg(fact.px, 0, 'f', 5);
  };
  QString first;
  QString second;
  for (const Fact& fact : told) first += line(fact);
  for (const Fact& fact : twin.facts()) second += line(fact);
  if (first != second) comparison.difference = first + "\n   and not " + second;
  return comparison;
}

}  // namespace

class CourseTwinTest : public QObject {
  Q_OBJECT
 private slots:
  void aThousandRandomCoursesGoAsASlowMoverGoes_data() {
    QTest::addColumn<int>("moves");
    for (std::size_t i = 0; i < kMovesWords.size(); ++i) {
      QTest::newRow(std::string(kMovesWords[i]).c_str()) << static_cast<int>(i);
    }
  }
  void aThousandRandomCoursesGoAsASlowMoverGoes() {
    QFETCH(const int, moves);
    std::array<int, kCourseEventWords.size()> told{};
    int different = 0;
    int even = 0;
    QString first;
    for (unsigned seed = 0; seed < 1000; ++seed) {
      const Comparison one = compared(seed, static_cast<Moves>(moves));
      for (std::size_t i = 0; i < told.size(); ++i) told[i] += one.told[i];
      even += one.even ? 1 : 0;
      if (one.difference.isEmpty()) continue;
      if (different++ == 0) first = QString("seed %1: %2").arg(seed).arg(one.difference);
    }
    QVERIFY2(different == 0,
             qPrintable(QString("%1 courses differ, first %2").arg(different).arg(first)));
    QVERIFY(even < 10);
    // Each that can happen has happened.
    const auto often = [&](CourseEventKind kind) { return told[static_cast<std::size_t>(kind)]; };
    const auto way = static_cast<Moves>(moves);
    QVERIFY(often(CourseEventKind::Pop) > 200);
    QVERIFY(often(CourseEventKind::Catch) > (way == Moves::Push ? 0 : 20));
    const bool plain = way == Moves::Axes || way == Moves::Close;
    QCOMPARE(often(CourseEventKind::Gap) > 200, plain);
    if (way == Moves::Axes || way == Moves::Push) QVERIFY(often(CourseEventKind::Tunnel) > 20);
  }
};

AMBER_TEST(CourseTwinTest);

#include "course_twin_tests.moc"
