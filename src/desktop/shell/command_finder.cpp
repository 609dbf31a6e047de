#include "desktop/shell/command_finder.h"

#include <QCoreApplication>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QListWidgetItem>
#include <QStringList>
#include <QVBoxLayout>
#include <algorithm>

#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kMostShown = 200;

bool matches(const Findable& one, const QStringList& words) {
  return std::all_of(words.begin(), words.end(), [&](const QString& word) {
    return one.text.contains(word, Qt::CaseInsensitive);
  });
}

}  // namespace

CommandFinder::CommandFinder(QWidget* parent) : QFrame(parent) {
  setObjectName("commandFinder");
  setAutoFillBackground(true);
  setFrameShape(QFrame::Box);
  field_ = new QLineEdit(this);
  field_->setObjectName("finderField");
  field_->setPlaceholderText(tr("Find or do anything"));
  list_ = new QListWidget(this);
  list_->setObjectName("finderList");
  list_->setFocusPolicy(Qt::NoFocus);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(8, 8, 8, 8);
  column->addWidget(field_);
  column->addWidget(list_, 1);
  field_->installEventFilter(this);
  connect(field_, &QLineEdit::textChanged, this, &CommandFinder::filter);
  connect(list_, &QListWidget::itemClicked, this, &CommandFinder::runCurrent);
  hide();
}

void CommandFinder::open(std::vector<Findable> all) {
  all_ = std::move(all);
  const int width = std::min(560, parentWidget()->width() - 40);
  setGeometry((parentWidget()->width() - width) / 2, metrics::kTopBar + 10, width,
              std::min(420, parentWidget()->height() - metrics::kTopBar - 40));
  field_->clear();
  filter({});
  show();
  raise();
  field_->setFocus();
}

void CommandFinder::filter(const QString& text) {
  const QStringList words = text.split(' ', Qt::SkipEmptyParts);
  list_->clear();
  for (std::size_t i = 0; i < all_.size() && list_->count() < kMostShown; ++i) {
    if (!matches(all_[i], words)) continue;
    auto* item = new QListWidgetItem(
        all_[i].note.isEmpty() ? all_[i].text : all_[i].text + "    " + all_[i].note, list_);
    item->setData(Qt::UserRole, static_cast<int>(i));
    if (!all_[i].possible) item->setForeground(theme().quiet);
  }
  list_->setCurrentRow(0);
}

void CommandFinder::runCurrent() {
  const QListWidgetItem* item = list_->currentItem();
  if (item == nullptr) return;
  const Findable& chosen = all_[static_cast<std::size_t>(item->data(Qt::UserRole).toInt())];
  if (!chosen.possible) return;
  const auto run = chosen.run;
  hide();
  parentWidget()->setFocus();
  run();
}

bool CommandFinder::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::FocusOut && isVisible()) {
    hide();
    return false;
  }
  if (event->type() != QEvent::KeyPress) return QFrame::eventFilter(watched, event);
  switch (static_cast<QKeyEvent*>(event)->key()) {
    case Qt::Key_Escape:
      hide();
      parentWidget()->setFocus();
      return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
      runCurrent();
      return true;
    case Qt::Key_Up:
    case Qt::Key_Down:
    case Qt::Key_PageUp:
    case Qt::Key_PageDown:
      QCoreApplication::sendEvent(list_, event);
      return true;
    default:
      return QFrame::eventFilter(watched, event);
  }
}

}  // namespace amber
