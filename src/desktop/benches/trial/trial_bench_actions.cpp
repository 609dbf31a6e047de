// What can be done at this bench, of trial_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/trial/trial_bench.h"

namespace amber {

namespace {

// Of the course, which the bench shows in place of the meeting.
void addCourseActions(BenchActions<TrialBench>& actions) {
  actions.add("trial.course", TrialBench::tr("Run the asset over a course"), {},
              [](TrialBench& bench) {
                emit bench.wanted();
                bench.showCourse(true);
              },
              {});
  const auto course = [&](const QString& id, const QString& text, void (CoursePanel::*verb)(),
                          QString (CoursePanel::*refusal)() const) {
    actions.add(
        id, text, {},
        [verb](TrialBench& bench) {
          emit bench.wanted();
          if (!bench.showsCourse()) bench.showCourse(true);
          (bench.course().*verb)();
        },
        [refusal](const TrialBench& bench) { return (bench.course().*refusal)(); });
  };
  course("course.play", TrialBench::tr("Play the course with the keyboard"),
         &CoursePanel::togglePlaying, &CoursePanel::refusal);
  course("course.replay", TrialBench::tr("Replay the run over the course"),
         &CoursePanel::toggleReplay, &CoursePanel::refusal);
  course("course.next", TrialBench::tr("Go to the next event of the run"),
         &CoursePanel::goToNextEvent, &CoursePanel::refusal);
  course("course.take", TrialBench::tr("Use the selected shape of the course for the asset"),
         &CoursePanel::takeCandidate, &CoursePanel::takeRefusal);
  course("course.keep", TrialBench::tr("Keep the course with the project"),
         &CoursePanel::saveCourse, &CoursePanel::saveRefusal);
  course("course.strip", TrialBench::tr("Save the run over the course as a picture"),
         &CoursePanel::saveStrip, &CoursePanel::saveRefusal);
  course("course.keys", TrialBench::tr("Set the keys of the course"), &CoursePanel::setKeys,
         &CoursePanel::keysRefusal);
}

}  // namespace

void TrialBench::addActions(ActionTable& table, ProjectSession& session,
                            const BenchAccess& access) {
  BenchActions<TrialBench> actions(table, session, access);
  actions.add(
      "trial.map", tr("Show the fairness of all offsets"), {},
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.toggleMap();
      },
      [](const TrialBench& bench) { return bench.refusal(); });
  actions.add(
      "trial.worst", tr("Move the second asset to the least fair offset"), "Ctrl+Shift+U",
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.standAtWorst();
      },
      [](const TrialBench& bench) { return bench.worstRefusal(); });
  actions.add(
      "trial.mount", tr("Move the second asset to a mount of the first"), {},
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.standAtMount();
      },
      [](const TrialBench& bench) { return bench.mountRefusal(); });
  actions.add(
      "trial.play", tr("Play both animations"), {},
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.togglePlaying();
      },
      [](const TrialBench& bench) { return bench.refusal(); });
  addCourseActions(actions);
  actions.add(
      "trial.take", tr("Use the fairer shape for the asset"), {},
      [](TrialBench& bench) { bench.takeCandidate(); },
      [](const TrialBench& bench) { return bench.takeRefusal(); });
}

void TrialBench::placeActions(ActionTable& actions) {
  bindButtons(actions, {{"worst", "trial.worst"},
                        {"standAtMount", "trial.mount"},
                        {"takeFair", "trial.take"},
                        {"takeCourse", "course.take"},
                        {"nextEvent", "course.next"}});
}

}  // namespace amber
