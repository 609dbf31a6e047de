#pragma once

#include <QKeySequence>
#include <QString>
#include <array>

#include "core/trial/course/course_script.h"

class QWidget;

namespace amber {

/// Which key of the keyboard does what while a course is played.
struct CourseKeyMap {
  /// In the order of kCourseKeyWords.
  std::array<int, 5> keys = {Qt::Key_A, Qt::Key_D, Qt::Key_W, Qt::Key_S, Qt::Key_Space};

  /// Presses or lets go of a key; false for one that does nothing here.
  bool apply(int key, bool down, CourseKeys& state) const;
  /// "A D Space": those that move it to the sides and let it jump.
  QString text() const;
};

/// The keys as they were last set.
CourseKeyMap courseKeys();
/// Asks for other keys and keeps them. False where nothing was changed.
bool askForCourseKeys(QWidget* parent);

}  // namespace amber
