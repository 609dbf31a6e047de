// Draws the Glasshouse Night sheets and project into a folder.
#include <QCoreApplication>
#include <iostream>

#include "files/project/project_file.h"
#include "glasshouse_project.h"

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  if (argc != 2 || argv[1][0] == '-') {
    std::cerr << "usage: draw-glasshouse FOLDER\n";
    return 2;
  }
  const std::string folder = argv[1];
  auto project = glasshouse::makeProject(folder);
  auto written = project ? amber::writeProject(folder + "/glasshouse_night.amber", *project)
                         : amber::Result<void>(tl::unexpected(project.error()));
  if (written) return 0;
  std::cerr << amber::describe(written.error()) << "\n";
  return 3;
}
