#include "core/trial/course/course_run.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/geometry/tolerances.h"
#include "core/project/playback.h"

namespace amber {
namespace {

// Ticks within which ground that is found again was never meant to be lost.
constexpr int kFlickerTicks = 2;

// How long something may get no farther before it is put at the next station, s, and what counts as
// farther, px.
constexpr double kPatience = 1;
constexpr double kFarther = 0.5;

constexpr std::array<Vertex, 4> kWays = {{{-1, 0}, {1, 0}, {0, -1}, {0, 1}}};

GamePoint gamePoint(Vertex place) {
  return {place.x, place.y};
}

int animationNamed(const Asset& asset, const std::string& wanted,
                   std::initializer_list<std::string_view> words) {
  const auto find = [&](auto&& fits) {
    for (std::size_t i = 0; i < asset.animations.size(); ++i) {
      if (!asset.animations[i].steps.empty() && fits(asset.animations[i].name)) {
        return static_cast<int>(i);
      }
    }
    return -1;
  };
  if (!wanted.empty()) return find([&](const std::string& name) { return name == wanted; });
  for (const std::string_view word : words) {
    const int exact = find([&](const std::string& name) { return name == word; });
    if (exact >= 0) return exact;
    const int holding =
        find([&](const std::string& name) { return name.find(word) != std::string::npos; });
    if (holding >= 0) return holding;
  }
  return find([](const std::string&) { return true; });
}

// Of equally high jumps the longer one counts: a jump on the spot does not show how far it goes.
bool isHigher(const JumpMeasure& a, const JumpMeasure& b) {
  if (std::abs(a.height - b.height) <= kGroundReach) return a.length > b.length;
  return a.height > b.height;
}

bool means(const Phrase& phrase, const Project& project, const Asset& asset,
           const ParticipantSettings& participant, std::string_view role) {
  if (!phrase.role.empty() && phrase.role != role) return false;
  switch (phrase.of) {
    case PhraseOf::Asset:
      return asset.name == phrase.name;
    case PhraseOf::Kind:
      return asset.kind == phrase.name;
    case PhraseOf::Layer: {
      const auto layer = std::find(project.layers.begin(), project.layers.end(), phrase.name);
      return layer != project.layers.end() &&
             (participant.on >> static_cast<unsigned>(layer - project.layers.begin()) & 1U) != 0;
    }
    case PhraseOf::All:
      return true;
  }
  return false;
}

}  // namespace

int CourseRun::count(CourseEventKind kind) const {
  return static_cast<int>(std::count_if(events.begin(), events.end(),
                                        [&](const CourseEvent& one) { return one.kind == kind; }));
}

double CourseRun::worst(CourseEventKind kind) const {
  double worst = 0;
  for (const CourseEvent& one : events) {
    if (one.kind == kind) worst = std::max(worst, one.px);
  }
  return worst;
}

CourseRunner::CourseRunner(std::shared_ptr<CourseWorld> world, MoverRules rules)
    : world_(std::move(world)), rules_(std::move(rules)) {
  const Asset& asset = *world_->figure().asset;
  const CourseAnimations& names = rules_.animations;
  const auto named = [&](const std::string& wanted, std::initializer_list<std::string_view> words) {
    animations_.push_back(animationNamed(asset, wanted, words));
  };
  named(names.idle, {"idle", "stand"});
  named(names.walk, {"walk", "run", "move", "idle"});
  named(names.jump, {"jump", "fall", "walk", "idle"});
  named(names.fall, {"fall", "jump", "walk", "idle"});
  place_ = {world_->course().start.x, world_->course().start.y};
  run_.reached = farthest_ = place_.x;
  run_.end = endOf(world_->course());
  heard_.assign(world_->figure().parts.size(), false);
  show(Playing::Idle);
  shown_ = look();
  for (const FigureShape& shape : shown_.shapes) {
    if (!world_->stopping()[shape.part]) continue;
    const Obstacle::Bounds& bounds = world_->store().bounds(shape.pieces);
    bodyHeight_ = std::max(bodyHeight_, bounds.bottom - bounds.top);
  }
  world_->standing(0);
  findGround();
  lostAt_ = -1;
}

const FigureLook& CourseRunner::look() const {
  return world_->figure().looks[frame_][mirrored_ ? 1 : 0];
}

void CourseRunner::tick(CourseKeys keys) {
  world_->standing(tick_ / rules_.rate);
  want(keys);
  const FigureLook before = shown_;
  settleShape();
  const Vertex from = place_;
  const bool grounded = grounded_;
  const Moved moved = movedBy(*world_, look(), {place_, speed_, grounded_, jumps_}, rules_);
  place_ = moved.place;
  speed_ = moved.speed;
  tellStops(moved, grounded, from);
  // A sweep crosses nothing, but a shape that has grown may have been let out on the other side.
  if (rules_.moves != Moves::Slide || !(before == shown_)) tellTunnels(from, before);
  findGround();
  tellStuck(keys, from, moved);
  tellNotices();
  run_.ticks.push_back({gamePoint(place_), speed_, frame_, mirrored_, grounded_});
  if (grounded_) ++run_.ground;
  run_.reached = std::max(run_.reached, place_.x);
  goOn();
  ++tick_;
}

void CourseRunner::goOn() {
  const std::vector<GamePoint>& stations = world_->course().stations;
  if (!goesOn_ || station_ >= stations.size()) return;
  if (place_.x > farthest_ + kFarther) {
    farthest_ = place_.x;
    farthestAt_ = tick_;
  }
  const GamePoint to = stations[station_];
  const bool past = place_.x >= to.x;
  // What fell into a hole passes below the next part, not over it.
  const bool fallen = side() && place_.y > to.y + bodyHeight_;
  if (past && !fallen) {
    ++station_;
    return;
  }
  if (!past && tick_ - farthestAt_ < kPatience * rules_.rate) return;
  const auto role = std::find(world_->stopping().begin(), world_->stopping().end(), true);
  const bool any = role != world_->stopping().end();
  tell(CourseEventKind::Halted,
       any ? static_cast<std::size_t>(role - world_->stopping().begin()) : 0, nullptr,
       std::hypot(to.x - place_.x, to.y - place_.y));
  ++station_;
  place_ = {to.x, to.y};
  speed_ = {};
  farthest_ = place_.x;
  farthestAt_ = tick_;
  // The asset was moved to a new place: earlier contacts have no meaning there.
  gapAcross_ = gapAlong_ = catching_ = std::nullopt;
  jumping_.reset();
  lostAt_ = -1;
  stuck_ = false;
  findGround();
  lostAt_ = -1;
}

// The speed requested by the keys, and gravity.
void CourseRunner::want(CourseKeys keys) {
  speed_.x = rules_.speed * (static_cast<int>(keys.right) - static_cast<int>(keys.left));
  if (speed_.x != 0) mirrored_ = speed_.x < 0;
  jumps_ = false;
  if (!side()) {
    speed_.y = rules_.speed * (static_cast<int>(keys.down) - static_cast<int>(keys.up));
    return;
  }
  if (keys.jump && grounded_ && rules_.jump > 0) {
    speed_.y = -rules_.jump;
    jumps_ = true;
    jumping_ = Jumping{place_, place_.y};
  }
  speed_.y = std::min(speed_.y + rules_.gravity / rules_.rate, rules_.fall);
}

void CourseRunner::show(Playing playing) {
  if (playing != playing_) since_ = tick_;
  playing_ = playing;
  const int which = animations_[static_cast<std::size_t>(playing)];
  const Asset& asset = *world_->figure().asset;
  frame_ = 0;
  if (which < 0) return;
  const Animation& animation = asset.animations[static_cast<std::size_t>(which)];
  const auto elapsed = static_cast<long long>((tick_ - since_) * 1000 / rules_.rate);
  const FrameId shown = animation.steps[stepAt(animation, elapsed)].frame;
  const auto frame = std::find_if(asset.frames.begin(), asset.frames.end(),
                                  [&](const Frame& one) { return one.id == shown; });
  frame_ = static_cast<std::size_t>(frame - asset.frames.begin());
}

// The animation by what it does, its step, and what a new shape lies in.
void CourseRunner::settleShape() {
  const bool still = speed_.x == 0 && (side() || speed_.y == 0);
  if (side() && (!grounded_ || jumps_)) {
    show(speed_.y < 0 ? Playing::Jump : Playing::Fall);
  } else {
    show(still ? Playing::Idle : Playing::Walk);
  }
  if (look() == shown_) return;
  shown_ = look();
  CourseWorld::PartContact deepest;
  const Standing* in = nullptr;
  for (const Standing& one : world_->standingNow()) {
    const auto overlap = world_->parting(shown_, place_, one);
    if (overlap.contact.depth <= deepest.contact.depth) continue;
    deepest = overlap;
    in = &one;
  }
  if (in != nullptr) tell(CourseEventKind::Pop, deepest.part, in, deepest.contact.depth);
}

CourseEvent& CourseRunner::tell(CourseEventKind kind, std::size_t part, const Standing* with,
                                double px) {
  CourseEvent event;
  event.kind = kind;
  event.tick = tick_;
  event.role = world_->nameOf(part);
  if (with != nullptr) event.with = world_->nameOf(*with);
  event.at = gamePoint(place_);
  event.px = px;
  event.text = sentenceOf(event);
  run_.events.push_back(std::move(event));
  return run_.events.back();
}

void CourseRunner::findGround() {
  const bool before = grounded_;
  grounded_ = false;
  if (!side()) return;
  const Surroundings near =
      world_->around(look(), {place_.x - 1, place_.y - 1, place_.x + 1, place_.y + 1});
  grounded_ = groundUnder(near, place_, rules_.slope);
  if (jumping_) {
    jumping_->top = std::min(jumping_->top, place_.y);
    if (grounded_ && !jumps_) {
      const JumpMeasure measure{jumping_->from.y - jumping_->top,
                                std::abs(place_.x - jumping_->from.x)};
      if (!run_.jump || isHigher(measure, *run_.jump)) run_.jump = measure;
      jumping_.reset();
    }
  }
  if (before && !grounded_) {
    lostAt_ = jumps_ ? -1 : tick_;
  } else if (!before && grounded_ && lostAt_ >= 0) {
    const bool level = std::abs(feet() - floor_) <= 2 * kGroundReach;
    if (tick_ - lostAt_ <= kFlickerTicks && level) {
      tell(CourseEventKind::Flicker, groundPart(near), nullptr, 0);
    }
    lostAt_ = -1;
  }
  if (grounded_) floor_ = feet();
}

// How low what is stopped reaches.
double CourseRunner::feet() const {
  double feet = place_.y;
  bool any = false;
  for (const FigureShape& shape : look().shapes) {
    if (!world_->stopping()[shape.part]) continue;
    const double bottom = place_.y + world_->store().bounds(shape.pieces).bottom;
    feet = any ? std::max(feet, bottom) : bottom;
    any = true;
  }
  return feet;
}

std::size_t CourseRunner::groundPart(const Surroundings& near) const {
  const auto hit = near.firstHit(place_, {0, 2 * kGroundReach});
  return hit ? hit->by->part : near.near().front().part;
}

void CourseRunner::tellStuck(CourseKeys keys, Vertex from, const Moved& moved) {
  if (!(place_ == from)) stuck_ = false;
  if (stuck_ || !keys.any() || !(place_ == from) || moved.stops.empty()) return;
  const double whole = std::max(rules_.speed / rules_.rate, kGroundReach);
  const double step = rules_.moves == Moves::Axes    ? whole
                      : rules_.moves == Moves::Close ? std::min(1.0, whole)
                                                     : kGroundReach;
  const Surroundings near = world_->around(
      shown_, {place_.x - step - 1, place_.y - step - 1, place_.x + step + 1, place_.y + step + 1});
  const bool free = std::any_of(kWays.begin(), kWays.end(), [&](const Vertex& way) {
    return !near.holds({place_.x + way.x * step, place_.y + way.y * step});
  });
  if (free) return;
  stuck_ = true;
  const auto in = near.deepest(place_);
  const Stop& stop = moved.stops.front();
  tell(CourseEventKind::Stuck, stop.part, &world_->standingNow()[stop.by], in.depth);
}

void CourseRunner::tellNotices() {
  const std::vector<Standing>& standing = world_->standingNow();
  for (const Standing& other : standing) {
    if (other.figure == nullptr) continue;
    const Vertex seen{place_.x - other.at.x, place_.y - other.at.y};
    for (const FigureShape& shape : shown_.shapes) {
      const Answer answer = world_->answerOf(shape.part, other);
      if (!answer.told.any()) continue;
      if (!holds(world_->store().between(other.pieces, shape.pieces), seen)) continue;
      if (answer.told.a) tellNotice(shape.part, other, true);
      if (answer.told.b) tellNotice(shape.part, other, false);
    }
  }
  std::erase_if(told_, [&](const Told& told) { return told.tick != tick_; });
}

// One that goes on from the last tick lasts; another begins.
void CourseRunner::tellNotice(std::size_t part, const Standing& other, bool own) {
  if (own) heard_[part] = true;
  const auto known = std::find_if(told_.begin(), told_.end(), [&](const Told& told) {
    return told.thing == other.thing && told.part == part && told.other == other.part &&
           told.own == own;
  });
  if (known != told_.end()) {
    known->tick = tick_;
    run_.events[known->event].until = tick_;
    return;
  }
  CourseEvent& event = tell(CourseEventKind::Notice, part, &other, 0);
  event.until = tick_;
  if (!own) {
    const FigurePart& told = world_->figure().parts[part];
    event.with = told.asset->name + ":" + told.role->name;
    event.role = world_->nameOf(other);
    event.text = sentenceOf(event);
  }
  told_.push_back({other.thing, part, other.part, own, run_.events.size() - 1, tick_});
}

CourseRun CourseRunner::ended() const {
  CourseRunner last = *this;
  last.tick_ = std::max(0, tick_ - 1);
  const Project& project = world_->project();
  const Figure& figure = world_->figure();
  std::set<std::size_t> parts;
  for (const auto& looks : figure.looks) {
    for (const FigureShape& shape : looks[0].shapes) parts.insert(shape.part);
  }
  for (const std::size_t part : parts) {
    const FigurePart& own = figure.parts[part];
    if (own.settings.duty != Duty::Notices || heard_[part]) continue;
    const bool wanted = std::any_of(
        project.expectations.begin(), project.expectations.end(), [&](const Expectation& one) {
          return one.verb == Verb::Notices &&
                 means(one.who, project, *own.asset, own.settings, own.role->name) &&
                 isOnCourse(one.whom);
        });
    if (wanted) last.tell(CourseEventKind::Deaf, part, nullptr, 0);
  }
  return std::move(last.run_);
}

// Whether any participant that the phrase means is on the course; absent participants cannot be
// noticed.
bool CourseRunner::isOnCourse(const Phrase& phrase) const {
  const std::vector<Standing>& standing = world_->standingNow();
  return std::any_of(standing.begin(), standing.end(), [&](const Standing& one) {
    if (one.figure == nullptr) return false;
    const FigurePart& part = one.figure->parts[one.part];
    return means(phrase, world_->project(), *part.asset, part.settings, part.role->name);
  });
}

CourseRun courseRun(const std::shared_ptr<CourseWorld>& world, const MoverRules& rules,
                    const CourseScript& script, const Progress& progress) {
  CourseRunner runner(world, rules);
  runner.goOnAtStations(true);
  constexpr int kTicksBetweenLooks = 256;
  std::size_t next = 0;
  CourseKeys keys;
  for (int tick = 0; tick < script.ticks; ++tick) {
    if (tick % kTicksBetweenLooks == 0) {
      if (progress.cancelled()) break;
      progress.at(tick, script.ticks);
    }
    for (; next < script.keys.size() && script.keys[next].from <= tick; ++next) {
      keys = script.keys[next].down;
    }
    runner.tick(keys);
  }
  return runner.ended();
}

}  // namespace amber
