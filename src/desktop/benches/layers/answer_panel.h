#pragma once

#include <QFrame>
#include <QString>
#include <functional>
#include <vector>

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace amber {

/// The column that answers: a title, what is known, numbered reasons, a verdict, and what can be
/// done about it, each with what else it would change.
class AnswerPanel : public QFrame {
  Q_OBJECT

 public:
  /// Something that can be done.
  struct Choice {
    QString text;
    QString effect;  ///< What else it changes; shown below.
    std::function<void()> run;
    bool next = false;  ///< The one to take, most likely.
  };
  struct Content {
    QString title;
    QString facts;
    std::vector<QString> reasons;
    QString verdict;
    bool bad = false;  ///< The verdict is not as it should be.
    std::vector<Choice> choices;
  };

  explicit AnswerPanel(QWidget* parent);

  void show(const Content& content);
  /// Where the bench's own controls of what is chosen go, below the title.
  QVBoxLayout* controls() const { return controls_; }

 private:
  QLabel* title_ = nullptr;
  QLabel* facts_ = nullptr;
  QVBoxLayout* controls_ = nullptr;
  QLabel* reasons_ = nullptr;
  QLabel* verdict_ = nullptr;
  QVBoxLayout* choices_ = nullptr;
  QWidget* holder_ = nullptr;
};

}  // namespace amber
