// What is done to the course itself, and what is kept of it, of course_panel.h.
#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <algorithm>
#include <cmath>

#include "core/layers/participants.h"
#include "core/project/validation/valid_course.h"
#include "desktop/benches/trial/course_panel.h"

namespace amber {
namespace {

// What stands still and has nothing but shapes that stop, as tiles have.
bool onlyStops(const Project& project, const std::string& name) {
  const Asset* asset = findAsset(project, std::string_view(name));
  if (asset == nullptr || asset->motion != Motion::Static) return false;
  const std::vector<Participant> participants = participantsOf(project);
  return std::all_of(participants.begin(), participants.end(), [&](const Participant& one) {
    return one.asset != asset || one.settings.duty == Duty::Stops;
  });
}

}  // namespace

QString CoursePanel::saveRefusal() const {
  if (!facts_.setup) return facts_.refusal.isEmpty() ? tr("Select an asset first") : facts_.refusal;
  return {};
}

// Of a built-in course a copy of the project's own is changed.
void CoursePanel::changeCourse(const QString& label, const std::function<void(Course&)>& change) {
  if (!facts_.setup) return;
  std::vector<Course> courses = session_.project().courses;
  const auto own = std::find_if(courses.begin(), courses.end(),
                                [&](const Course& one) { return one.name == choice_.course; });
  if (own != courses.end()) {
    change(*own);
  } else {
    Course copy = facts_.setup->course;
    const std::string name = "my " + choice_.course;
    copy.name = name;
    for (int number = 2; std::any_of(courses.begin(), courses.end(),
                                     [&](const Course& one) { return one.name == copy.name; });
         ++number) {
      copy.name = name + " " + std::to_string(number);
    }
    change(copy);
    choice_.course = copy.name;
    courses.push_back(std::move(copy));
  }
  session_.perform(label, {SetCourses{std::move(courses)}});
}

void CoursePanel::saveStrip() {
  const Asset* current = session_.currentAsset();
  if (!facts_.setup || current == nullptr) return;
  const QString start = QFileInfo(session_.path()).absolutePath() + "/" +
                        QString::fromStdString(current->name + "_course.png");
  const QString file =
      QFileDialog::getSaveFileName(this, tr("Save the run as a strip"), start, tr("PNG (*.png)"));
  if (file.isEmpty()) return;
  const auto facts = std::make_shared<CourseFacts>(facts_);
  session_.background().run(
      this, tr("Drawing the run"),
      [this, facts, file, id = current->id, project = session_.project(),
       store = session_.artStore()](const Progress&) -> Background::Finish {
        const auto drawn = writeStrip(project, id, *facts, store, file.toStdString());
        const QString text = drawn ? tr("The run was saved as %1").arg(file)
                                   : QString::fromStdString(describe(drawn.error()));
        return [this, text] { emit session_.told(text); };
      });
}

void CoursePanel::saveCourse() {
  changeCourse(tr("Keep the course"), [](Course&) {});
}

void CoursePanel::addPiece(int which) {
  if (which <= 0) return;
  const std::string asset = pieces_->itemText(which).toStdString();
  const QPointF middle = stage_->view().toArt(QRectF(stage_->rect()).center());
  const double x = std::round(middle.x());
  const double y = std::round(middle.y());
  const double tile = facts_.setup ? facts_.setup->sizes.tile : 16;
  changeCourse(tr("Put a piece on the course"), [&](Course& course) {
    switch (which) {
      case 1:
        course.solids.emplace_back(Box{x, y, 2 * tile, tile});
        break;
      case 2:
        course.solids.emplace_back(
            Polygon{{{x, y}, {x + 3 * tile, y - 2 * tile}, {x + 3 * tile, y}}});
        break;
      case 3:
        course.solids.emplace_back(Box{x, y - 3 * tile, tile / 4, 4 * tile});
        break;
      default:
        if (onlyStops(session_.project(), asset)) {
          course.solids.emplace_back(StandingAsset{asset, 1, {x, y}, false});
        } else {
          course.actors.push_back({asset, {x, y}});
        }
    }
  });
}

}  // namespace amber
