#include "desktop/benches/trial/course_keys.h"

#include <QDialog>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QSettings>
#include <QVBoxLayout>
#include <algorithm>

namespace amber {
namespace {

QString settingOf(std::size_t key) {
  return QString("course/%1").arg(QString::fromLatin1(kCourseKeyWords[key].data()));
}

QString nameOfKey(std::size_t key) {
  constexpr std::array kNames = {
      QT_TRANSLATE_NOOP("course", "Left"), QT_TRANSLATE_NOOP("course", "Right"),
      QT_TRANSLATE_NOOP("course", "Up (view from above)"),
      QT_TRANSLATE_NOOP("course", "Down (view from above)"), QT_TRANSLATE_NOOP("course", "Jump")};
  return QObject::tr(kNames[key]);
}

}  // namespace

bool CourseKeyMap::apply(int key, bool down, CourseKeys& state) const {
  const std::array<bool*, 5> keyStates = {&state.left, &state.right, &state.up, &state.down,
                                          &state.jump};
  const auto* found = std::find(keys.begin(), keys.end(), key);
  if (found == keys.end()) return false;
  *keyStates[static_cast<std::size_t>(found - keys.begin())] = down;
  return true;
}

QString CourseKeyMap::text() const {
  QStringList names;
  for (const std::size_t key : {0U, 1U, 4U}) names << QKeySequence(keys[key]).toString();
  return names.join(" ");
}

CourseKeyMap courseKeys() {
  CourseKeyMap map;
  for (std::size_t i = 0; i < map.keys.size(); ++i) {
    map.keys[i] = QSettings().value(settingOf(i), map.keys[i]).toInt();
  }
  return map;
}

bool askForCourseKeys(QWidget* parent) {
  QDialog dialog(parent);
  dialog.setObjectName("courseKeys");
  dialog.setWindowTitle(QObject::tr("Keys for the course"));
  auto* column = new QVBoxLayout(&dialog);
  auto* form = new QFormLayout;
  const CourseKeyMap before = courseKeys();
  std::array<QKeySequenceEdit*, 5> fields{};
  for (std::size_t i = 0; i < fields.size(); ++i) {
    fields[i] = new QKeySequenceEdit(QKeySequence(before.keys[i]), &dialog);
    fields[i]->setObjectName(QString::fromLatin1(kCourseKeyWords[i].data()));
    form->addRow(nameOfKey(i), fields[i]);
  }
  column->addLayout(form);
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
  QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
  QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
  column->addWidget(buttons);
  if (dialog.exec() != QDialog::Accepted) return false;
  for (std::size_t i = 0; i < fields.size(); ++i) {
    const QKeySequence keys = fields[i]->keySequence();
    if (!keys.isEmpty()) QSettings().setValue(settingOf(i), keys[0].key());
  }
  return true;
}

}  // namespace amber
