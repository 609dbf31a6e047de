#pragma once

#include <QLabel>
#include <QMouseEvent>
#include <QPlainTextEdit>
#include <QString>

namespace amber {

/// What a key of parcel.json means, in one sentence; empty for one that it does not have.
QString meaningOfKey(const QString& key);

/// A frame's part of parcel.json. What lies under the pointer, or at the text cursor, is told as
/// the meaning of its key.
class FrameJson : public QPlainTextEdit {
  Q_OBJECT

 public:
  explicit FrameJson(QWidget* parent);

  /// The key whose value, or which itself, stands at a place of the text; empty before the first.
  QString keyAt(int position) const;

 signals:
  void pointed(const QString& meaning);

 protected:
  void mouseMoveEvent(QMouseEvent* event) override;

 private:
  void tellAt(int position);
};

}  // namespace amber
