#include "desktop/parts/building.h"

#include <QScrollArea>
#include <QScrollBar>
#include <QSizePolicy>
#include <QStyle>
#include <algorithm>

#include "desktop/preferences.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kBesideRule = 2;  // More than between two rows, px.

// With little room around its text a button is as wide as its text: the usual least width of
// buttons makes strips of short words wider than small screens.
class TextButton : public QPushButton {
 public:
  using QPushButton::QPushButton;

  QSize sizeHint() const override {
    QSize hint = QPushButton::sizeHint();
    const int room = property("small").toBool() ? kSmallRoom : kTightRoom;
    if (property("small").toBool() || property("tight").toBool()) {
      hint.setWidth(
          std::min(hint.width(), fontMetrics().horizontalAdvance(text()) + iconWidth() + room));
    }
    return hint;
  }
  QSize minimumSizeHint() const override { return sizeHint(); }

 private:
  // Padding and border on both sides, as the theme sets them, px.
  static constexpr int kSmallRoom = 14;
  static constexpr int kTightRoom = 18;

  int iconWidth() const { return icon().isNull() ? 0 : iconSize().width() + kTightRoom; }
};

}  // namespace

QFrame* makeFrame(const char* role, QWidget* parent) {
  auto* frame = new QFrame(parent);
  frame->setProperty("role", role);
  return frame;
}

QLabel* makeLabel(const QString& text, const char* rank, QWidget* parent) {
  auto* label = new QLabel(text, parent);
  if (*rank != 0) label->setProperty("rank", rank);
  return label;
}

QPushButton* makeChip(const QString& text, QWidget* parent) {
  auto* chip = new TextButton(text, parent);
  chip->setCheckable(true);
  return chip;
}

void followPreference(QButtonGroup& group, const char* key,
                      const std::function<void(int)>& choose) {
  const auto usePreferred = [&group, key, choose] {
    const int preferred = preferences().value(key).toInt();
    group.button(preferred)->setChecked(true);
    choose(preferred);
  };
  usePreferred();
  QObject::connect(&group, &QButtonGroup::idClicked, &group, choose);
  QObject::connect(&preferences(), &Preferences::changed, &group,
                   [key, usePreferred](const QString& changed) {
                     if (changed == key) usePreferred();
                   });
}

QPushButton* makeButton(const QString& text, const QString& tip, QWidget* parent) {
  auto* button = new TextButton(text, parent);
  button->setToolTip(tip);
  return button;
}

QPushButton* tight(QPushButton* button, const char* size) {
  button->setProperty(size, true);
  return button;
}

void markNext(QPushButton* button, bool next) {
  if (button->property("next").toBool() == next) return;
  button->setProperty("next", next);
  button->style()->unpolish(button);
  button->style()->polish(button);
}

QHBoxLayout* addRow(QVBoxLayout* form, const QString& label,
                    std::initializer_list<QWidget*> fields) {
  auto* row = new QHBoxLayout;
  row->setSpacing(metrics::kSmallGap);
  auto* name = makeLabel(label, "", form->parentWidget());
  name->setFixedWidth(metrics::kFieldLabel);
  row->addWidget(name);
  for (QWidget* field : fields) {
    row->addWidget(field);
    if (field->accessibleName().isEmpty()) field->setAccessibleName(label);
  }
  if (fields.size() != 1 ||
      (*fields.begin())->sizePolicy().horizontalPolicy() == QSizePolicy::Maximum) {
    row->addStretch();
  }
  form->addLayout(row);
  return row;
}

void addRule(QVBoxLayout* form, QWidget* parent) {
  QFrame* rule = makeFrame("rule", parent);
  rule->setFixedHeight(1);
  form->addSpacing(kBesideRule);
  form->addWidget(rule);
  form->addSpacing(kBesideRule);
}

QVBoxLayout* makeSide(QFrame*& side, QWidget* parent) {
  side = makeFrame("card", parent);
  side->setFixedWidth(metrics::kSide);
  // Where the window is low, the column scrolls rather than pushing the findings line out of it.
  auto* scroll = new QScrollArea(side);
  scroll->setFocusPolicy(Qt::NoFocus);
  scroll->setAccessibleName(QObject::tr("Settings"));
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  auto* outer = new QVBoxLayout(side);
  outer->setContentsMargins(1, 0, 0, 0);
  outer->addWidget(scroll);
  QFrame* inner = makeFrame("column", scroll);
  inner->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  scroll->setWidget(inner);
  auto* form = new QVBoxLayout(inner);
  form->setContentsMargins(metrics::kGap, 10, metrics::kGap, 10);
  form->setSpacing(metrics::kSmallGap);
  // The bar takes its room from the margin, so that no field is cut off.
  const QScrollBar* bar = scroll->verticalScrollBar();
  QObject::connect(bar, &QScrollBar::rangeChanged, form, [form, bar](int, int most) {
    QMargins margins = form->contentsMargins();
    const int room = most > 0 ? metrics::kGap - bar->sizeHint().width() : metrics::kGap;
    if (margins.right() == room) return;
    margins.setRight(room);
    form->setContentsMargins(margins);
  });
  return form;
}

}  // namespace amber
