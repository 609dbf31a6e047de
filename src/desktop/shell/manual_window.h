#pragma once

#include <QString>
#include <QWidget>

class QTextBrowser;

namespace amber {

/// The manual in a window of its own, offline: the documents that the program was built with.
class ManualWindow : public QWidget {
  Q_OBJECT

 public:
  explicit ManualWindow(QWidget* parent);

  /// Shows a page, such as "cut.md".
  void showPage(const QString& page);

 private:
  QTextBrowser* browser_ = nullptr;
};

}  // namespace amber
