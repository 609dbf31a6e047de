#pragma once

#include <QString>
#include <QWidget>
#include <functional>
#include <vector>

namespace amber {

/// One way to answer a question.
struct Reply {
  QString text;
  QString name;  ///< Of its button, for tests and assistive technology.
  std::function<void()> chosen;
};

/// Asks over the window, which waits; Escape and closing take the last answer, which changes
/// nothing. Does not hold the program up.
void ask(QWidget* window, const QString& question, const std::vector<Reply>& answers);

}  // namespace amber
