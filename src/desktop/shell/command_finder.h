#pragma once

#include <QEvent>
#include <QFrame>
#include <QObject>
#include <QString>
#include <QWidget>
#include <functional>
#include <vector>

class QLineEdit;
class QListWidget;

namespace amber {

/// Something that can be found: a command, an asset, a sheet or a finding.
struct Findable {
  QString text;
  QString note;  ///< Its shortcut, its sort, or why it cannot be done now.
  bool possible = true;
  std::function<void()> run;
};

/// A field over the window that finds anything by some of its letters' words. Up and Down choose,
/// Enter does, Escape leaves.
class CommandFinder : public QFrame {
  Q_OBJECT

 public:
  explicit CommandFinder(QWidget* parent);

  /// Opens with these to choose from.
  void open(std::vector<Findable> all);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void filter(const QString& text);
  void runCurrent();

  std::vector<Findable> all_;
  QLineEdit* field_ = nullptr;
  QListWidget* list_ = nullptr;
};

}  // namespace amber
