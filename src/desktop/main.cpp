#include <QApplication>
#include <QSettings>

#include "desktop/shell/main_window.h"
#include "desktop/theme.h"

int main(int argc, char** argv) {
  QApplication application(argc, argv);
  QApplication::setOrganizationName("amber-parcel");
  QApplication::setApplicationName("amber-parcel");
  const bool lamp = QSettings().value("theme").toString() == amber::lampTheme().name;
  amber::useTheme(application, lamp ? amber::lampTheme() : amber::paperTheme());
  amber::MainWindow window;
  window.show();
  window.takeFiles(QApplication::arguments().mid(1));
  return QApplication::exec();
}
