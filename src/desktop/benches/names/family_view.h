#pragma once

#include <QListView>
#include <QStyledItemDelegate>
#include <optional>

#include "desktop/benches/names/family_model.h"

namespace amber {

class Pictures;

/// Paints a row of the list: its frames in a strip, its name with the changed letters marked, and
/// its additional text; the heading of a fault with its fix button.
class FamilyDelegate : public QStyledItemDelegate {
  Q_OBJECT

 public:
  FamilyDelegate(const FamilyModel& model, Pictures& pictures, QObject* parent);

  void paint(QPainter* painter, const QStyleOptionViewItem& option,
             const QModelIndex& index) const override;
  QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
  QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option,
                        const QModelIndex& index) const override;
  void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                            const QModelIndex& index) const override;

  /// Where the button of a fault's head lies in its row, and the mark that opens a name's.
  QRect fixRect(const QRect& row, int index) const;
  QRect markRect(const QRect& row, int index) const;

 private:
  void paintHead(QPainter& painter, const QRect& row, int index) const;
  static void paintMark(QPainter& painter, const QRectF& mark, bool open);
  void paintName(QPainter& painter, const QRect& row, int index, bool selected) const;
  int nameLeft(int index) const;

  const FamilyModel& model_;
  Pictures& pictures_;
};

/// The list of all names. F2 or a double click edits one, Enter applies it, Tab goes to the next
/// one. Right and Left expand and collapse an asset or an animation; Enter on the heading of a
/// fault applies its fix.
class FamilyView : public QListView {
  Q_OBJECT

 public:
  FamilyView(FamilyModel& model, Pictures& pictures, QWidget* parent);

  /// To be called when names have changed: goes on where Tab was pressed.
  void resumeEditing();
  std::vector<int> chosenRows() const;

 signals:
  void fixAsked(amber::NameFault fault);

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;

 protected slots:
  void commitData(QWidget* editor) override;
  void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;

 private:
  void setOpen(int row, bool open);

  FamilyModel& model_;
  FamilyDelegate* delegate_;
  std::optional<FamilyPlace> next_;      // After the row that is edited,
  std::optional<FamilyPlace> editNext_;  // and to be edited once it was taken.
};

}  // namespace amber
