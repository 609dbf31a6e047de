#pragma once

#include <QLabel>
#include <QMouseEvent>
#include <QPlainTextEdit>
#include <QString>

namespace amber {

/// What a key of parcel.json means, in one sentence; empty for one that it does not have.
QString meaningOfKey(const QString& key);

/// The part of parcel.json for a frame. The key under the pointer, or at the text cursor, is
/// explained.
class FrameJson : public QPlainTextEdit {
  Q_OBJECT

 public:
  explicit FrameJson(QWidget* parent);

  /// The key at a position of the text, or the key of the value there; empty before the first key.
  QString keyAt(int position) const;

 signals:
  void pointed(const QString& meaning);

 protected:
  void mouseMoveEvent(QMouseEvent* event) override;

 private:
  void tellAt(int position);
};

}  // namespace amber
