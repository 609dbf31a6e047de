#include "desktop/benches/layers/loom.h"

#include <QHelpEvent>
#include <QLineEdit>
#include <QPainterPathStroker>
#include <QScrollBar>
#include <QToolTip>
#include <algorithm>
#include <cmath>

#include "desktop/benches/layers/loom_metrics.h"
#include "desktop/parts/explaining.h"
#include "desktop/theme.h"

namespace amber {

Loom::Loom(QWidget* parent) : QAbstractScrollArea(parent) {
  setObjectName("loom");
  explain(*this,
          tr("On the left the shapes of the game, on the right its layers. A broad band ends in "
             "the layer that a shape is on; a thin line with an arrow ends in a layer that it "
             "seeks, and is broken where the shape only notices what it meets. Two shapes meet "
             "when one seeks a layer that the other is on. Hatching marks a shape that stops "
             "others, dots one that notices.") +
              figure({220, 60},
                     [](QPainter& painter) {
                       QColor band = theme().shapes[0];
                       band.setAlpha(140);
                       painter.setPen(QPen(band, 5));
                       painter.drawLine(40, 15, 200, 15);
                       painter.setPen(QPen(theme().shapes[0], 1.5));
                       painter.drawLine(40, 32, 200, 32);
                       painter.setPen(QPen(theme().shapes[0], 1.5, Qt::DashLine));
                       painter.drawLine(40, 48, 200, 48);
                       painter.setPen(theme().text);
                       painter.setBrush(QBrush(theme().text, Qt::BDiagPattern));
                       painter.drawRect(12, 8, 14, 14);
                       painter.setBrush(QBrush(theme().text, Qt::Dense6Pattern));
                       painter.drawRect(12, 40, 14, 14);
                     }),
          "layers.md");
  describeTo(*this, QAccessible::List, tr("Loom: shapes, layers and the threads between them"));
  describeParts(*this, {QAccessible::ListItem,
                        [this] { return static_cast<int>(rows_.size() + project_.layers.size()); },
                        [this](int index) { return partAt(static_cast<std::size_t>(index)); }});
  setFrameShape(QFrame::NoFrame);
  setFocusPolicy(Qt::StrongFocus);
  viewport()->setMouseTracking(true);
  viewport()->setObjectName("loomView");
  setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  verticalScrollBar()->setSingleStep(static_cast<int>(loom::kRow));
}

// The rows of shapes, then the layers.
PaintedPart Loom::partAt(std::size_t index) {
  if (index >= rows_.size()) {
    const std::size_t layer = index - rows_.size();
    return {tr("layer %1: %2").arg(layer + 1).arg(QString::fromStdString(project_.layers[layer])),
            layerRect(layer).toAlignedRect(), layer_ == layer,
            [this, layer] { chooseLayer(layer); }};
  }
  const LoomRow& row = rows_[index];
  const Participant& participant = participants_[row.participants.front()];
  const LoomTitle title = titleOf(row, participants_);
  const QString duty = participant.settings.duty == Duty::Stops ? tr("stops") : tr("notices");
  return {tr("%1 %2, %3, on %4, seeks %5")
              .arg(QString::fromStdString(title.who), QString::fromStdString(title.role), duty,
                   layersText(participant.settings.on, participant.onFrom),
                   layersText(participant.settings.seeks, participant.seeksFrom)),
          rowRect(index).toAlignedRect(),
          std::find(chosen_.begin(), chosen_.end(), row.key) != chosen_.end(),
          [this, key = row.key] { choose({key}); }};
}

void Loom::show(Project project, std::optional<Project> before) {
  // A drag belongs to the project that it began on.
  if (!(project == project_)) pulled_.reset();
  project_ = std::move(project);
  before_ = std::move(before);
  fresh_.clear();
  if (before_) {
    for (const LoomThread& thread : threadsAdded(*before_, project_)) fresh_.insert(thread);
  }
  rebuild();
}

void Loom::setFilter(LoomFilter filter) {
  filter_ = std::move(filter);
  rebuild();
}

void Loom::setMissing(std::vector<LoomThread> missing, std::set<std::string> concerned) {
  missing_ = std::move(missing);
  concerned_ = std::move(concerned);
  viewport()->update();
}

void Loom::rebuild() {
  participants_ = participantsOf(project_);
  rows_ = loomRows(participants_, filter_, open_);
  if (layer_ && *layer_ >= project_.layers.size()) layer_.reset();
  pointed_.reset();
  cancelDragOfAnotherRow();
  layOut();
  viewport()->update();
}

// The row that a thread is pulled from may have moved or gone since it was pressed.
void Loom::cancelDragOfAnotherRow() {
  if (pulled_ && (pulled_->row >= rows_.size() || rows_[pulled_->row].key != pulledKey_)) {
    pulled_.reset();
  }
}

void Loom::layOut() {
  const double height = loom::kTop + static_cast<double>(rows_.size()) * rowHeight() + 8;
  verticalScrollBar()->setPageStep(viewport()->height());
  verticalScrollBar()->setRange(0, std::max(0, static_cast<int>(height) - viewport()->height()));
}

// Rows have space between them if there is room, and less if there are many.
double Loom::rowHeight() const {
  if (rows_.empty()) return loom::kRow;
  const double room = (viewport()->height() - loom::kTop - 8) / static_cast<double>(rows_.size());
  return std::clamp(room, loom::kLeastRow, loom::kRow);
}

QRectF Loom::rowRect(std::size_t row) const {
  const double height = rowHeight();
  const double inset = rows_[row].within ? 18 : 0;
  return {loom::kLeft + inset,
          loom::kTop + static_cast<double>(row) * height - verticalScrollBar()->value(),
          loom::kParticipantWidth - inset, std::min(height - 2, loom::kTallest)};
}

QRectF Loom::layerRect(std::size_t layer) const {
  const double room = viewport()->height() - loom::kTop - 8;
  const double count = static_cast<double>(std::max<std::size_t>(project_.layers.size(), 1));
  const double height = std::clamp(room / count, 15.0, 62.0);
  return {viewport()->width() - loom::kLayerWidth - loom::kLeft,
          loom::kTop + static_cast<double>(layer) * height, loom::kLayerWidth,
          std::min(height - 2, loom::kTallest)};
}

QPointF Loom::gripOf(std::size_t row, bool seeks) const {
  const QRectF rect = rowRect(row);
  const double apart = std::min(rect.height() / 4, 6.0);
  return {rect.right() + 5, rect.center().y() + (seeks ? apart : -apart)};
}

std::optional<std::size_t> Loom::rowAt(QPointF at) const {
  for (std::size_t i = 0; i < rows_.size(); ++i) {
    if (rowRect(i).adjusted(0, -1, 12, 1).contains(at)) return i;
  }
  return std::nullopt;
}

std::optional<std::size_t> Loom::layerAt(QPointF at) const {
  for (std::size_t i = 0; i < project_.layers.size(); ++i) {
    if (layerRect(i).adjusted(-12, -1, 0, 1).contains(at)) return i;
  }
  return std::nullopt;
}

std::vector<Loom::Thread> Loom::threads() const {
  std::vector<Thread> all;
  const QRectF view = QRectF(viewport()->rect());
  for (std::size_t i = 0; i < rows_.size(); ++i) {
    // An open row's threads are those of the rows in it.
    if (rows_[i].open || !rowRect(i).intersects(view)) continue;
    const ParticipantSettings& settings = participants_[rows_[i].participants.front()].settings;
    for (std::size_t layer = 0; layer < project_.layers.size(); ++layer) {
      if ((settings.on >> layer & 1) != 0) all.push_back({i, layer, false});
      if ((settings.seeks >> layer & 1) != 0) all.push_back({i, layer, true});
    }
  }
  return all;
}

QPainterPath Loom::pathOf(const Thread& thread) const {
  const QPointF from = gripOf(thread.row, thread.seeks);
  const QRectF layer = layerRect(thread.layer);
  const double apart = std::min(layer.height() / 4, 6.0);
  const QPointF to(layer.left() - 8, layer.center().y() + (thread.seeks ? apart : -apart));
  const double pull = std::max(40.0, (to.x() - from.x()) * 0.45);
  QPainterPath path(from);
  path.cubicTo(from + QPointF(pull, 0), to - QPointF(pull, 0), to);
  return path;
}

std::optional<Loom::Thread> Loom::threadAt(QPointF at) const {
  QPainterPathStroker stroker;
  stroker.setWidth(8);
  const std::vector<Thread> all = threads();
  for (auto thread = all.rbegin(); thread != all.rend(); ++thread) {
    const QPainterPath path = pathOf(*thread);
    if (!path.boundingRect().adjusted(-4, -4, 4, 4).contains(at)) continue;
    if (stroker.createStroke(path).contains(at)) return *thread;
  }
  return std::nullopt;
}

std::optional<std::size_t> Loom::placeOf(const std::string& key) const {
  const auto found =
      std::find_if(rows_.begin(), rows_.end(), [&](const LoomRow& row) { return row.key == key; });
  if (found == rows_.end()) return std::nullopt;
  return static_cast<std::size_t>(found - rows_.begin());
}

std::vector<std::size_t> Loom::participantsOfChosen(std::size_t place) const {
  if (place >= chosen_.size()) return {};
  if (const auto row = placeOf(chosen_[place])) return rows_[*row].participants;
  // It may lie in a gathered row.
  for (std::size_t i = 0; i < participants_.size(); ++i) {
    if (participantName(participants_[i]) == chosen_[place]) return {i};
  }
  return {};
}

void Loom::choose(const std::vector<std::string>& keys) {
  chosen_ = keys;
  if (chosen_.size() > 2) chosen_.resize(2);
  viewport()->update();
  emit chosenChanged();
}

void Loom::chooseLayer(std::optional<std::size_t> layer) {
  layer_ = layer;
  viewport()->update();
  emit chosenChanged();
}

void Loom::chooseRow(std::size_t row, bool add) {
  const std::string key = rows_[row].key;
  std::vector<std::string> keys{key};
  if (add && !chosen_.empty() && chosen_.front() != key) keys.push_back(chosen_.front());
  if (!add && chosen_.size() == 2 && chosen_.front() == key) keys = {key};
  choose(keys);
}

bool Loom::fades(const LoomRow& row) const {
  if (!concerned_.empty()) {
    return std::none_of(row.participants.begin(), row.participants.end(),
                        [&](std::size_t participant) {
                          return concerned_.count(participantName(participants_[participant])) != 0;
                        });
  }
  if (chosen_.empty()) return false;
  return std::find(chosen_.begin(), chosen_.end(), row.key) == chosen_.end();
}

void Loom::resizeEvent(QResizeEvent*) {
  layOut();
}

void Loom::mousePressEvent(QMouseEvent* event) {
  const QPointF at = event->position();
  if (event->button() != Qt::LeftButton) return;
  if (const auto row = rowAt(at)) {
    const bool onGrip = at.x() > rowRect(*row).right() - 2;
    const double middle = rowRect(*row).center().y();
    pulled_ = Thread{*row, 0, !onGrip || at.y() > middle};
    pulledKey_ = rows_[*row].key;
    pulledTo_ = at;
    const bool add = (event->modifiers() & (Qt::ShiftModifier | Qt::ControlModifier)) != 0;
    chooseRow(*row,
              add || (chosen_.size() == 1 && !onGrip && chosen_.front() != rows_[*row].key && add));
    return;
  }
  if (const auto layer = layerAt(at)) {
    chooseLayer(layer_ == layer ? std::nullopt : layer);
    return;
  }
  if (const auto thread = threadAt(at)) {
    emit threadAsked(rows_[thread->row].participants, thread->layer, thread->seeks, false);
    return;
  }
  layer_.reset();
  choose({});
}

void Loom::mouseMoveEvent(QMouseEvent* event) {
  if (pulled_) {
    pulledTo_ = event->position();
    viewport()->update();
    return;
  }
  const auto before = pointed_;
  const bool overRow = rowAt(event->position()) || layerAt(event->position());
  pointed_ = overRow ? std::nullopt : threadAt(event->position());
  viewport()->setCursor(pointed_ || overRow ? Qt::PointingHandCursor : Qt::ArrowCursor);
  if (before != pointed_) viewport()->update();
}

void Loom::mouseReleaseEvent(QMouseEvent* event) {
  if (!pulled_) return;
  const Thread pulled = *pulled_;
  pulled_.reset();
  viewport()->update();
  if (const auto layer = layerAt(event->position())) {
    emit threadAsked(rows_[pulled.row].participants, *layer, pulled.seeks, true);
  }
}

void Loom::mouseDoubleClickEvent(QMouseEvent* event) {
  if (const auto row = rowAt(event->position())) {
    openOrClose(*row);
  } else if (const auto layer = layerAt(event->position())) {
    editLayer(*layer);
  }
}

void Loom::toggleThread(bool seeks) {
  const std::vector<std::size_t> participants = participantsOfChosen(0);
  if (participants.empty() || !layer_) return;
  const ParticipantSettings& settings = participants_[participants.front()].settings;
  const bool has = ((seeks ? settings.seeks : settings.on) >> *layer_ & 1) != 0;
  emit threadAsked(participants, *layer_, seeks, !has);
}

std::optional<std::size_t> Loom::chosenRow() const {
  return chosen_.empty() ? std::nullopt : placeOf(chosen_.front());
}

void Loom::stepRow(int by, bool add) {
  if (rows_.empty()) return;
  const auto row = chosenRow();
  const int last = static_cast<int>(rows_.size()) - 1;
  const int next = row ? std::clamp(static_cast<int>(*row) + by, 0, last) : by > 0 ? 0 : last;
  chooseRow(static_cast<std::size_t>(next), add);
  const QRectF rect = rowRect(static_cast<std::size_t>(next));
  if (rect.top() < loom::kTop || rect.bottom() > viewport()->height()) {
    verticalScrollBar()->setValue(static_cast<int>(rect.top()) + verticalScrollBar()->value() -
                                  viewport()->height() / 2);
  }
}

void Loom::stepLayer(int by) {
  if (project_.layers.empty()) return;
  const int count = static_cast<int>(project_.layers.size());
  const int next = layer_   ? (static_cast<int>(*layer_) + by + count) % count
                   : by > 0 ? 0
                            : count - 1;
  chooseLayer(static_cast<std::size_t>(next));
}

void Loom::openOrClose(std::size_t row) {
  if (!rows_[row].gathered) return;
  const std::string key = rows_[row].key;
  if (!open_.erase(key)) open_.insert(key);
  rebuild();
}

void Loom::keyPressEvent(QKeyEvent* event) {
  const bool alt = (event->modifiers() & Qt::AltModifier) != 0;
  const bool add = (event->modifiers() & Qt::ShiftModifier) != 0;
  const auto step = [&](int by) {
    if (layer_ && alt) return emit layerMoved(*layer_, by);
    stepRow(by, add);
  };
  switch (event->key()) {
    case Qt::Key_Down:
      return step(1);
    case Qt::Key_Up:
      return step(-1);
    case Qt::Key_Right:
      return stepLayer(1);
    case Qt::Key_Left:
      return stepLayer(-1);
    case Qt::Key_O:
      return toggleThread(false);
    case Qt::Key_S:
      return toggleThread(true);
    case Qt::Key_D:
      return emit dutyAsked();
    case Qt::Key_Return:
    case Qt::Key_Enter:
      if (const auto row = chosenRow()) openOrClose(*row);
      return;
    case Qt::Key_F2:
      if (layer_) editLayer(*layer_);
      return;
    case Qt::Key_Delete:
      if (layer_) emit layerRemoved(*layer_);
      return;
    case Qt::Key_Escape:
      pulled_.reset();
      layer_.reset();
      return choose({});
    default:
      QAbstractScrollArea::keyPressEvent(event);
  }
}

// A field over the layer's name.
void Loom::editLayer(std::size_t layer) {
  auto* field = new QLineEdit(QString::fromStdString(project_.layers[layer]), viewport());
  field->setObjectName("layerName");
  field->setGeometry(layerRect(layer).toRect());
  field->selectAll();
  field->show();
  field->setFocus();
  const std::string before = project_.layers[layer];
  connect(field, &QLineEdit::editingFinished, this, [this, field, layer, before] {
    const QString name = field->text().trimmed();
    field->hide();
    field->deleteLater();
    // Another layer may be at this index now.
    const bool same = layer < project_.layers.size() && project_.layers[layer] == before;
    if (same && name.toStdString() != before) emit layerRenamed(layer, name);
  });
}

bool Loom::event(QEvent* event) {
  if (event->type() != QEvent::ToolTip) return QAbstractScrollArea::event(event);
  const auto* help = static_cast<QHelpEvent*>(event);
  const QPointF at = viewport()->mapFrom(this, help->pos());
  if (const auto thread = rowAt(at) ? std::nullopt : threadAt(at)) {
    const LoomTitle title = titleOf(rows_[thread->row], participants_);
    QToolTip::showText(
        help->globalPos(),
        tr("%1 %2 %3 %4. Click to remove the thread.")
            .arg(QString::fromStdString(title.who), QString::fromStdString(title.role),
                 thread->seeks ? tr("seeks") : tr("is on"),
                 QString::fromStdString(project_.layers[thread->layer])));
  } else if (rowAt(at)) {
    QToolTip::showText(help->globalPos(),
                       tr("Drag from the square to put the shape on a layer, from the arrow to "
                          "make it seek one. Shift+click selects a second shape."));
  } else {
    QToolTip::hideText();
  }
  return true;
}

}  // namespace amber
