#include "desktop/shell/question.h"

#include <QAbstractButton>
#include <QMessageBox>
#include <QPushButton>

namespace amber {

void ask(QWidget* window, const QString& question, const std::vector<Reply>& answers) {
  auto* box = new QMessageBox(window);
  box->setObjectName("question");
  box->setAttribute(Qt::WA_DeleteOnClose);
  box->setText(question);
  box->setTextInteractionFlags(Qt::TextSelectableByMouse);
  for (const Reply& answer : answers) {
    const bool last = &answer == &answers.back();
    QPushButton* button =
        box->addButton(answer.text, last ? QMessageBox::RejectRole : QMessageBox::AcceptRole);
    button->setObjectName(answer.name);
    if (answer.chosen) QObject::connect(button, &QPushButton::clicked, window, answer.chosen);
    if (last) {
      box->setDefaultButton(button);
      box->setEscapeButton(button);
    }
  }
  box->open();
}

}  // namespace amber
