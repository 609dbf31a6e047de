#pragma once

#include <map>
#include <memory>
#include <optional>
#include <vector>

#include "core/base/progress.h"
#include "core/project/values/expectation.h"
#include "core/trial/course/course_event.h"
#include "core/trial/course/course_script.h"
#include "core/trial/course/moving/moves.h"

namespace amber {

/// How things are after a tick.
struct CourseTick {
  GamePoint place;
  Vertex speed;  ///< px/s.
  std::size_t frame = 0;
  bool mirrored = false;
  bool grounded = false;
};

/// How high and far a jump went: from the place it left the ground to the one it found it again.
struct JumpMeasure {
  double height = 0;
  double length = 0;

  bool operator==(const JumpMeasure&) const = default;
};

/// All that happened.
struct CourseRun {
  std::vector<CourseTick> ticks;
  std::vector<CourseEvent> events;  ///< By the tick at which they begin.
  int ground = 0;                   ///< Ticks with ground under it.
  std::optional<JumpMeasure> jump;  ///< The highest that ended.
  double reached = 0;               ///< The greatest x that its origin came to, game px.
  double end = 0;                   ///< Where the course ends, game px.

  int count(CourseEventKind kind) const;
  /// The largest px of a kind; 0 of none.
  double worst(CourseEventKind kind) const;
};

/// Runs an asset over a course, a tick at a time. A tick, in this order: the keys give the speed
/// that is wanted, gravity is added, the animation's step is found and its shapes taken, it moves,
/// ground and contacts are found, then what is noticed.
/// Laws: 1. The same project, course, rules and keys give the same run to the last bit. 2. A runner
/// copied at any tick goes on as the first would have.
class CourseRunner {
 public:
  /// Requires: the world's asset has frames; the rules lie in their ranges and move no more than
  /// kFarthestTick px a tick.
  CourseRunner(std::shared_ptr<CourseWorld> world, MoverRules rules);

  void tick(CourseKeys keys);
  /// From now on it goes on at the course's stations where it gets no farther, or no longer.
  void goOnAtStations(bool on) { goesOn_ = on; }
  const CourseRun& run() const { return run_; }
  /// The run with the events that are only known at its end: roles that noticed nothing.
  CourseRun ended() const;

  const CourseWorld& world() const { return *world_; }

 private:
  enum class Playing { Idle, Walk, Jump, Fall };
  struct Jumping {
    Vertex from;
    double top = 0;
  };
  struct Told {
    std::size_t thing = 0;
    std::size_t part = 0;   // Of the asset.
    std::size_t other = 0;  // Of what it meets.
    bool own = true;        // Whether the asset's side is told.
    std::size_t event = 0;
    int tick = 0;
  };

  /// What stops a move, tick after tick. It is reported once, as long as it is the same shape and
  /// direction.
  struct Blocker {
    std::size_t thing = 0;
    std::size_t part = 0;
    bool forward = false;  // It stops a move to the right, or down.
    bool operator==(const Blocker&) const = default;
  };

  /// How the move of a tick relates to the things on the course.
  struct Crossing {
    std::size_t part = 0;
    bool within = false;  // It begins or ends in it,
    bool starts = false;  // begins in or on it,
    bool ends = false;    // ends in or on it.
    // These ways lead into it.
    bool straight = false;
    bool acrossFirst = false;
    bool downFirst = false;
  };

  void want(CourseKeys keys);
  Blocker blockerOf(const Stop& stop) const;
  void show(Playing playing);
  void settleShape();
  void tellStops(const Moved& moved, bool grounded, Vertex from);
  std::optional<double> edgeHeight(const Stop& stop, Vertex from) const;
  std::map<std::size_t, Crossing> crossings(const FigureLook& look, Vertex from, Vertex to);
  void tellTunnels(Vertex from, const FigureLook& before);
  void findGround();
  std::size_t groundPart(const Surroundings& near) const;
  void tellStuck(CourseKeys keys, Vertex from, const Moved& moved);
  void tellNotices();
  void goOn();
  void tellNotice(std::size_t part, const Standing& other, bool own);
  CourseEvent& tell(CourseEventKind kind, std::size_t part, const Standing* with, double px);
  const FigureLook& look() const;
  double feet() const;
  bool isOnCourse(const Phrase& phrase) const;
  bool side() const { return world_->course().view == CourseView::Side; }

  std::shared_ptr<CourseWorld> world_;
  MoverRules rules_;
  std::vector<int> animations_;  // By Playing: which of the asset's; -1 for none.
  double bodyHeight_ = 0;
  CourseRun run_;
  // What one tick hands to the next.
  int tick_ = 0;
  Vertex place_;
  Vertex speed_;
  bool grounded_ = false;
  bool mirrored_ = false;
  bool jumps_ = false;  // In this tick.
  Playing playing_ = Playing::Idle;
  int since_ = 0;  // The tick at which the animation began.
  std::size_t frame_ = 0;
  FigureLook shown_;  // What the last tick had.
  std::optional<Jumping> jumping_;
  int lostAt_ = -1;   // The tick at which the ground was lost; -1: it was not, or by a jump.
  double floor_ = 0;  // How low it reached when it last had ground.
  // What stopped the last tick short, along each axis, and at an edge.
  std::optional<Blocker> gapAcross_;
  std::optional<Blocker> gapAlong_;
  std::optional<Blocker> catching_;
  bool stuck_ = false;
  bool goesOn_ = false;
  std::size_t station_ = 0;  // The next one.
  double farthest_ = 0;      // Since the last station: the greatest x,
  int farthestAt_ = 0;       // and the tick at which it was reached.
  std::vector<Told> told_;
  std::vector<bool> heard_;  // By part: told of something at some time.
};

/// The whole script. Ends early, with what it has, when asked to. Cost: the ticks; see movedBy.
CourseRun courseRun(const std::shared_ptr<CourseWorld>& world, const MoverRules& rules,
                    const CourseScript& script, const Progress& progress = {});

}  // namespace amber
