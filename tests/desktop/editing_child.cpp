// A program that edits and saves without rest, to be killed: `editing-child PROJECT LOG`. Each edit
// gives the first asset the next number as its name, and is written to LOG with the time, ms since
// the epoch, before the next one begins.
#include <QCoreApplication>
#include <QDateTime>
#include <QFile>
#include <QTimer>

#include "desktop/session.h"

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  const QStringList arguments = QCoreApplication::arguments();
  if (arguments.size() != 3) return 2;
  amber::ProjectSession session;
  if (!session.open(arguments[1])) return 3;
  QFile log(arguments[2]);
  if (!log.open(QIODevice::WriteOnly | QIODevice::Unbuffered)) return 3;
  int number = 0;
  QTimer editing;
  QObject::connect(&editing, &QTimer::timeout, &session, [&] {
    ++number;
    session.perform(
        "edit", {amber::Rename{
                    session.project().assets.front()->id, {}, {}, "n" + std::to_string(number)}});
    log.write(QByteArray::number(number) + " " +
              QByteArray::number(QDateTime::currentMSecsSinceEpoch()) + "\n");
    if (number % 25 == 0) session.save();
  });
  editing.start(20);
  return QCoreApplication::exec();
}
