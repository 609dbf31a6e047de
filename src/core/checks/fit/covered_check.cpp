// What notices within what stops at the same, of layer_checks.h.
#include <algorithm>
#include <cmath>

#include "core/checks/layers/layer_checks.h"
#include "core/checks/wording.h"
#include "core/fit/keys/held_shapes.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// How far the first reaches past the second, px; below 0 where it stays short of it.
struct Past {
  double left = 0;
  double above = 0;
  double right = 0;
  double below = 0;

  double most() const { return std::max({left, above, right, below}); }
};

Past pastOf(const Shape& sensor, const Shape& body) {
  const Box s = bounds(sensor);
  const Box b = bounds(body);
  return {b.x - s.x, b.y - s.y, s.x + s.w - b.x - b.w, s.y + s.h - b.y - b.h};
}

std::string directionsText(const Past& past) {
  std::string text;
  const auto add = [&](double by, const char* where) {
    if (by > 0) text += (text.empty() ? "" : " and ") + px(by) + " " + where;
  };
  add(past.left, "to the left");
  add(past.right, "to the right");
  add(past.above, "above");
  add(past.below, "below");
  return text.empty() ? "on no side" : "only " + text;
}

// The first thing that the body stops at and the sensor notices; nothing if there is none.
std::optional<std::size_t> common(const LayerView& view, std::size_t sensor, std::size_t body) {
  const ParticipantSet both = view.meetings.noticed(sensor) & view.meetings.stopped(body);
  const std::size_t first = both.find_first();
  return first == ParticipantSet::npos ? std::nullopt : std::optional(first);
}

void tell(const LayerView& view, std::size_t sensor, std::size_t body, std::size_t other,
          std::vector<Finding>& findings) {
  const Participant& participant = view.alike.participants()[sensor].sample;
  const Asset& asset = *participant.asset;
  const HeldShapes shapes(asset);
  const std::string& bodyRole = view.alike.participants()[body].sample.role->name;
  for (const Animation& animation : asset.animations) {
    Past best{-1, -1, -1, -1};
    const Step* first = nullptr;
    for (const Step& step : animation.steps) {
      const ShapePlace* notices = shapes.find(step.frame, participant.role->name);
      const ShapePlace* stops = shapes.find(step.frame, bodyRole);
      if (notices == nullptr || stops == nullptr) continue;
      const Past past = pastOf(notices->shape(), stops->shape());
      if (first == nullptr || past.most() > best.most()) best = past;
      if (first == nullptr) first = &step;
    }
    if (first == nullptr || best.most() >= kPastBody) continue;
    Finding finding = findingOf(rules::kLayersCovered, whereOf(view, sensor));
    finding.where.animation = animation.id;
    finding.where.frame = first->frame;
    finding.text = asset.name + " " + participant.role->name + " lies within " + bodyRole + " in " +
                   animation.name + " (it reaches past it " + directionsText(best) +
                   "), and both meet " + participantText(view, other) + ": " + bodyRole +
                   " stops before it can notice";
    finding.fix =
        "Make it reach " + px(kPastBody) + " past " + bodyRole + " on the side that should notice.";
    findings.push_back(std::move(finding));
  }
}

}  // namespace

void checkCovered(const LayerView& view, std::vector<Finding>& findings) {
  for (const AlikeAssets& assets : view.alike.assets()) {
    for (std::size_t sensor = assets.first; sensor < assets.first + assets.count; ++sensor) {
      if (view.meetings.settings(sensor).duty != Duty::Notices) continue;
      for (std::size_t body = assets.first; body < assets.first + assets.count; ++body) {
        if (view.meetings.settings(body).duty != Duty::Stops) continue;
        if (const auto other = common(view, sensor, body)) {
          tell(view, sensor, body, *other, findings);
        }
      }
    }
  }
}

}  // namespace amber
