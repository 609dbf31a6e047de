#include "desktop/shell/shelf.h"

#include <QAbstractItemModel>
#include <QAbstractItemView>
#include <QFrame>
#include <QHBoxLayout>
#include <QItemSelection>
#include <QItemSelectionModel>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QModelIndexList>
#include <QPainter>
#include <QPen>
#include <QPolygonF>
#include <QPushButton>
#include <QRect>
#include <QRectF>
#include <QSet>
#include <QSize>
#include <QStringList>
#include <QStyle>
#include <QStyleOptionViewItem>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

#include "core/cut/cut_frames.h"
#include "core/cut/cut_rects.h"
#include "desktop/parts/building.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/session/sheet_guesses.h"
#include "desktop/shell/route_line.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kRowHeight = 52;
constexpr int kThumbLeft = 14;
constexpr int kStampStep = 12;

void paintStamp(QPainter& painter, const QRectF& box, Stamp stamp) {
  painter.setBrush(Qt::NoBrush);
  switch (stamp) {
    case Stamp::Untouched:
      painter.setPen(theme().ink);
      painter.drawRect(box);
      return;
    case Stamp::Done:
      painter.fillRect(box.adjusted(0, 0, 1, 1), theme().ink);
      return;
    case Stamp::NeedsLook:
      painter.setPen(theme().amber);
      painter.drawRect(box);
      painter.setPen(Qt::NoPen);
      painter.setBrush(theme().amber);
      painter.drawPolygon(QPolygonF{box.bottomLeft(), box.bottomRight(), box.topRight()});
      return;
    case Stamp::Broken:
      painter.setPen(QPen(theme().error, 1.5));
      painter.drawRect(box);
      painter.drawLine(box.topLeft(), box.bottomRight());
      painter.drawLine(box.topRight(), box.bottomLeft());
      return;
  }
}

class ShelfDelegate : public QStyledItemDelegate {
 public:
  ShelfDelegate(ProjectSession& session, Pictures& pictures, ShelfModel& model, QObject* parent)
      : QStyledItemDelegate(parent), session_(session), pictures_(pictures), model_(model) {}

  QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
    return {metrics::kShelf, kRowHeight};
  }

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override {
    painter->save();
    const QRect row = option.rect;
    if (option.state & QStyle::State_Selected) {
      painter->fillRect(row, theme().amberSoft);
      painter->fillRect(placed(option, {0, 0, 3, row.height()}), theme().amber);
    }
    paintThumb(*painter,
               placed(option, {kThumbLeft, (kRowHeight - metrics::kThumb) / 2, metrics::kThumb,
                               metrics::kThumb}),
               index);
    const int left = kThumbLeft + metrics::kThumb + 8;
    const int room = row.width() - left - 7;
    const auto line = [&](int baseline, const QString& text, Qt::TextElideMode elide) {
      const QFontMetrics metrics = painter->fontMetrics();
      const QRect area(left, baseline - metrics.ascent(), room, metrics.height());
      painter->drawText(placed(option, area),
                        static_cast<int>(QStyle::visualAlignment(option.direction, Qt::AlignLeft)) |
                            Qt::AlignTop | Qt::TextSingleLine,
                        metrics.elidedText(text, elide, room));
    };
    painter->setPen(theme().text);
    painter->setFont(textFont(true));
    line(17, index.data(Qt::DisplayRole).toString(), Qt::ElideMiddle);
    painter->setFont(smallFont());
    painter->setPen(theme().quiet);
    line(31, index.data(ShelfModel::FactsRole).toString(), Qt::ElideRight);
    if (model_.content() == ShelfContent::Assets) {
      const int wide = static_cast<int>(kBenchCount) * kStampStep;
      paintDocket(*painter, placed(option, {left, 37, wide, 8}).topLeft(), index);
    }
    painter->restore();
  }

 private:
  // A rectangle of the row, from its start: on the other side where people write from the right.
  static QRect placed(const QStyleOptionViewItem& option, const QRect& inRow) {
    return QStyle::visualRect(option.direction, option.rect,
                              inRow.translated(option.rect.topLeft()));
  }

  void paintThumb(QPainter& painter, const QRect& thumb, const QModelIndex& index) const {
    const std::uint32_t id = index.data(ShelfModel::IdRole).toUInt();
    if (model_.content() == ShelfContent::Assets) {
      const Asset* asset = findAsset(session_.project(), AssetId{id});
      if (asset != nullptr && !asset->frames.empty()) {
        pictures_.drawThumb(painter, asset->frames.front(), thumb);
      }
      return;
    }
    const Sheet* sheet = findSheet(session_.project(), SheetId{id});
    if (sheet == nullptr) return;
    // A sheet is known by its first cell; one that is not cut yet, by its left end.
    Frame frame;
    frame.sheet = sheet->id;
    const int side = std::min(sheet->size.w, sheet->size.h);
    frame.rect = {0, 0, side, side};
    const Asset* asset = assetCutFrom(session_.project(), sheet->id);
    for (const Frame& one : asset == nullptr ? std::vector<Frame>() : asset->frames) {
      if (one.sheet != sheet->id || one.lost) continue;
      frame.rect = one.rect;
      break;
    }
    pictures_.drawThumb(painter, frame, thumb);
  }

  void paintDocket(QPainter& painter, QPoint at, const QModelIndex& index) const {
    const Asset* asset =
        findAsset(session_.project(), AssetId{index.data(ShelfModel::IdRole).toUInt()});
    if (asset == nullptr) return;
    painter.setRenderHint(QPainter::Antialiasing);
    int x = at.x();
    for (const Stamp stamp : docketOf(*asset, session_.findings())) {
      paintStamp(painter, QRectF(x + 0.5, at.y() + 0.5, 8, 8), stamp);
      x += kStampStep;
    }
  }

  ProjectSession& session_;
  Pictures& pictures_;
  ShelfModel& model_;
};

void explainStamps(QWidget& shelf) {
  explain(shelf,
          Shelf::tr("The assets of the project, or its sheets. The seven stamps of an asset are "
                    "its benches from Cut to Pack: an empty one was not worked on, a full one is "
                    "done, a half one has a warning, a crossed one an error.") +
              figure({220, 24},
                     [](QPainter& painter) {
                       double x = 10;
                       for (const Stamp stamp :
                            {Stamp::Untouched, Stamp::Done, Stamp::NeedsLook, Stamp::Broken}) {
                         paintStamp(painter, QRectF(x + 0.5, 6.5, 11, 11), stamp);
                         x += 50;
                       }
                     }),
          "getting-started.md");
}

QString cutWords(const Sheet& sheet, const SheetGuesses& guesses) {
  if (!sheet.cut) {
    const auto sure = guesses.sure(sheet);
    return !sure   ? Shelf::tr("not cut yet")
           : *sure ? Shelf::tr("clear")
                   : Shelf::tr("needs review");
  }
  if (sheet.pictures && *sheet.cut == pictureCut(*sheet.pictures, sheet.size)) {
    return Shelf::tr("%1 pictures").arg(sheet.pictures->timesMs.size());
  }
  const std::string_view way = wayName(sheet.cut->way, sheet.size);
  QString words = way == "islands" ? Shelf::tr("islands")
                  : way == "hand"  ? Shelf::tr("by hand")
                                   : Shelf::tr("whole");
  if (way == "cells") {
    const auto& grid = std::get<Grid>(sheet.cut->way);
    words = Shelf::tr("%1 x %2 cells").arg(grid.columns).arg(grid.rows);
  }
  return sheet.cut->regions.empty() ? words : words + Shelf::tr(", regions");
}

QString stampWord(Stamp stamp) {
  switch (stamp) {
    case Stamp::Untouched:
      return Shelf::tr("untouched");
    case Stamp::Done:
      return Shelf::tr("done");
    case Stamp::NeedsLook:
      return Shelf::tr("needs review");
    case Stamp::Broken:
      break;
  }
  return Shelf::tr("broken");
}

}  // namespace

ShelfModel::ShelfModel(ProjectSession& session, QObject* parent)
    : QAbstractListModel(parent), session_(session) {
  refresh();
}

void ShelfModel::setContent(ShelfContent content) {
  if (content_ == content) return;
  content_ = content;
  refresh();
}

void ShelfModel::setFilter(const QString& text) {
  filter_ = text.trimmed();
  refresh();
}

std::vector<std::uint32_t> ShelfModel::wantedIds() const {
  std::vector<std::uint32_t> ids;
  const auto matches = [&](const std::string& name) {
    return QString::fromStdString(name).contains(filter_, Qt::CaseInsensitive);
  };
  if (content_ == ShelfContent::Sheets) {
    for (const auto& sheet : session_.project().sheets) {
      if (sheet->isFile() && matches(sheet->path)) ids.push_back(sheet->id.value);
    }
  } else {
    for (const auto& asset : session_.project().assets) {
      if (matches(asset->name)) ids.push_back(asset->id.value);
    }
  }
  return ids;
}

void ShelfModel::refresh() {
  std::vector<std::uint32_t> ids = wantedIds();
  if (ids != ids_) {
    beginResetModel();
    ids_ = std::move(ids);
    endResetModel();
  } else if (!ids_.empty()) {
    emit dataChanged(index(0), index(rowCount() - 1));
  }
}

int ShelfModel::rowOf(std::uint32_t id) const {
  const auto found = std::find(ids_.begin(), ids_.end(), id);
  return found == ids_.end() ? -1 : static_cast<int>(found - ids_.begin());
}

std::uint32_t ShelfModel::idAt(int row) const {
  return ids_.at(static_cast<std::size_t>(row));
}

int ShelfModel::rowCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(ids_.size());
}

QVariant ShelfModel::data(const QModelIndex& index, int role) const {
  if (!index.isValid() || index.row() >= rowCount()) return {};
  const std::uint32_t id = idAt(index.row());
  if (role == IdRole) return id;
  if (content_ == ShelfContent::Sheets) {
    const Sheet* sheet = findSheet(session_.project(), SheetId{id});
    if (sheet == nullptr) return {};
    if (role == Qt::DisplayRole) return QString::fromStdString(sheet->path).section('/', -1);
    if (role == Qt::ToolTipRole) return QString::fromStdString(sheet->path);
    if (role == FactsRole) {
      const QString size = tr("%1 x %2").arg(sheet->size.w).arg(sheet->size.h);
      return size + ", " + cutWords(*sheet, session_.guesses());
    }
    return {};
  }
  const Asset* asset = findAsset(session_.project(), AssetId{id});
  if (asset == nullptr) return {};
  if (role == Qt::DisplayRole) return QString::fromStdString(asset->name);
  if (role == FactsRole) {
    const Asset* first = findAsset(session_.project(), asset->variantOf);
    const QString frames = ", " + countedFrames(asset->frames.size());
    return first == nullptr ? QString::fromStdString(asset->kind) + frames
                            : tr("after %1").arg(QString::fromStdString(first->name)) + frames;
  }
  if (role == Qt::ToolTipRole) {
    QStringList lines;
    const Docket docket = docketOf(*asset, session_.findings());
    for (std::size_t i = 0; i < kBenchCount; ++i) {
      lines << benchName(static_cast<Bench>(i)) + ": " + stampWord(docket[i]);
    }
    return lines.join("\n");
  }
  return {};
}

Shelf::Shelf(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent), session_(session) {
  setFixedWidth(metrics::kShelf);
  model_ = new ShelfModel(session, this);
  list_ = new QListView(this);
  list_->setObjectName("shelf");
  list_->setAccessibleName(tr("Assets and sheets"));
  explainStamps(*list_);
  list_->setModel(model_);
  list_->setItemDelegate(new ShelfDelegate(session, pictures, *model_, list_));
  list_->setUniformItemSizes(true);
  list_->setFrameShape(QFrame::NoFrame);
  list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
  title_ = makeLabel({}, "quiet", this);
  title_->setContentsMargins(metrics::kGap, 8, 0, 2);
  filter_ = new QLineEdit(this);
  filter_->setObjectName("shelfFilter");
  filter_->setPlaceholderText(tr("Filter"));
  filter_->setClearButtonEnabled(true);
  auto* filterRow = new QHBoxLayout;
  filterRow->setContentsMargins(metrics::kGap, 2, metrics::kGap, 6);
  filterRow->addWidget(filter_);
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addWidget(title_);
  all->addLayout(filterRow);
  all->addWidget(list_, 1);
  variant_ = tight(makeButton(tr("Variant..."), {}, this));
  variant_->setObjectName("makeVariant");
  auto* foot = new QHBoxLayout;
  foot->setContentsMargins(metrics::kGap, 4, metrics::kGap, 6);
  block_ = tight(makeButton(tr("New block..."), {}, this));
  block_->setObjectName("newBlock");
  foot->addWidget(variant_);
  foot->addWidget(block_);
  all->addLayout(foot);
  connect(filter_, &QLineEdit::textChanged, model_, &ShelfModel::setFilter);
  connect(list_->selectionModel(), &QItemSelectionModel::selectionChanged, this,
          &Shelf::takeSelection);
  connect(model_, &QAbstractItemModel::modelReset, this, &Shelf::showSelection);
  for (auto signal : {&ProjectSession::projectReplaced, &ProjectSession::findingsChanged,
                      &ProjectSession::artArrived}) {
    connect(&session_, signal, this, &Shelf::refresh);
  }
  connect(&session_, &ProjectSession::changed, this, &Shelf::refresh);
  connect(&session_.guesses(), &SheetGuesses::changed, list_->viewport(),
          qOverload<>(&QWidget::update));
  connect(&session_, &ProjectSession::selectionChanged, this, &Shelf::showSelection);
  setContent(ShelfContent::Sheets);
}

void Shelf::setContent(ShelfContent content) {
  syncing_ = true;
  model_->setContent(content);
  for (QPushButton* button : {variant_, block_}) {
    button->setVisible(content == ShelfContent::Assets);
  }
  list_->setSelectionMode(content == ShelfContent::Assets ? QAbstractItemView::ExtendedSelection
                                                          : QAbstractItemView::SingleSelection);
  syncing_ = false;
  refresh();
  showSelection();
}

void Shelf::refresh() {
  model_->refresh();
  const Project& project = session_.project();
  if (model_->content() == ShelfContent::Assets) {
    title_->setText(tr("Shelf, %1").arg(countedAssets(project.assets.size())));
    return;
  }
  const auto cut = std::count_if(project.sheets.begin(), project.sheets.end(),
                                 [](const auto& sheet) { return sheet->cut.has_value(); });
  title_->setText(tr("Sheets, %1 of %2 cut").arg(cut).arg(project.sheets.size()));
}

void Shelf::takeSelection() {
  if (syncing_) return;
  const QModelIndexList rows = list_->selectionModel()->selectedRows();
  const QModelIndex current = list_->selectionModel()->currentIndex();
  if (rows.isEmpty()) {
    showSelection();
    return;
  }
  if (model_->content() == ShelfContent::Sheets) {
    session_.selectSheet({model_->idAt(rows.front().row())});
    return;
  }
  Selection next = session_.selection();
  next.assets.clear();
  for (const QModelIndex& row : rows) next.assets.push_back({model_->idAt(row.row())});
  const bool currentSelected = current.isValid() && rows.contains(current);
  next.asset = currentSelected ? AssetId{model_->idAt(current.row())} : next.assets.front();
  if (const Asset* asset = findAsset(session_.project(), next.asset)) {
    if (findFrame(*asset, next.frame) == nullptr && !asset->frames.empty()) {
      next.sheet = asset->frames.front().sheet;
    }
  }
  session_.select(next);
}

void Shelf::showSelection() {
  if (syncing_) return;
  syncing_ = true;
  QItemSelection shown;
  const Selection& selection = session_.selection();
  const auto add = [&](std::uint32_t id) {
    const int row = model_->rowOf(id);
    if (row >= 0) shown.select(model_->index(row), model_->index(row));
  };
  int current = -1;
  if (model_->content() == ShelfContent::Sheets) {
    add(selection.sheet.value);
    current = model_->rowOf(selection.sheet.value);
  } else {
    for (const AssetId id : selection.assets) add(id.value);
    current = model_->rowOf(selection.asset.value);
  }
  list_->selectionModel()->select(shown, QItemSelectionModel::ClearAndSelect);
  if (current >= 0) {
    list_->selectionModel()->setCurrentIndex(model_->index(current), QItemSelectionModel::NoUpdate);
    list_->scrollTo(model_->index(current));
  }
  syncing_ = false;
}

}  // namespace amber
