// What can be done at this bench, of origin_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/origin/origin_bench.h"

namespace amber {

void OriginBench::addActions(ActionTable& table, ProjectSession& session,
                             const BenchAccess& access) {
  BenchActions<OriginBench> actions(table, session, access);
  const auto mount = [&](const QString& id, const QString& text, const QString& key,
                         void (OriginBench::*verb)()) {
    actions.add(
        id, text, key, [verb](OriginBench& bench) { (bench.*verb)(); },
        [](const OriginBench& bench) { return bench.mountRefusal(); }, ActionPlace::Given);
  };
  mount("mount.key", tr("Set or remove a keyframe of the mount"), "K", &OriginBench::toggleKey);
  mount("mount.hold", tr("Hold the mount through the animation"), "Shift+K",
        &OriginBench::holdMount);
  mount("mount.mirror", tr("Mirror the mount"), {}, &OriginBench::mirrorMount);
  mount("mount.copy", tr("Copy the mount's offset"), "Ctrl+Shift+K", &OriginBench::copyOffset);
  mount("mount.remove", tr("Remove the mount"), {}, &OriginBench::removeMount);
  mount("mount.riders", tr("Riders on the mount..."), {}, &OriginBench::askRider);
  actions.add("origin.steadiest", tr("Select the steadiest frame"), {},
              [](OriginBench& bench) { bench.selectSteadiest(); }, {});
  actions.add("origin.worst", tr("Select the frame with the largest drift of the feet"), {},
              [](OriginBench& bench) { bench.selectWorst(); }, {});
  actions.add(
      "origin.kindRule", tr("Use this frame's origin rule for its kind"), {},
      [](OriginBench& bench) { bench.makeKindRule(); },
      [](const OriginBench& bench) { return bench.kindRuleRefusal(); });
}

void OriginBench::placeActions(ActionTable& actions) {
  actions.place(stage(), {"mount.key", "mount.hold", "mount.mirror", "mount.copy", "mount.remove",
                          "mount.riders"});
  bindButtons(actions, {{"mountKey", "mount.key"},
                        {"mountHold", "mount.hold"},
                        {"mountMirror", "mount.mirror"},
                        {"mountCopy", "mount.copy"},
                        {"mountRemove", "mount.remove"},
                        {"mountRiders", "mount.riders"}});
}

}  // namespace amber
