#include "work/art/image_search.h"

#include <QDir>

#include <QFileInfo>
#include <algorithm>
#include <set>

#include "core/cut/numbered_files.h"
#include "files/image/image_file.h"

namespace amber {
namespace {

std::set<std::string> knownEndings() {
  std::set<std::string> endings;
  for (const ImageFormat& format : imageFormats()) endings.insert(format.name);
  return endings;
}

bool isParcel(const QString& folder) {
  return QFileInfo::exists(folder + "/parcel.json");
}

void addFolder(const QString& folder, const std::set<std::string>& endings,
               std::vector<std::string>& found) {
  if (isParcel(folder)) return;
  std::vector<std::string> here;
  std::vector<std::string> below;
  for (const QFileInfo& entry :
       QDir(folder).entryInfoList(QDir::Files | QDir::Dirs | QDir::NoDotAndDotDot)) {
    if (entry.isDir() && !entry.isSymLink()) below.push_back(entry.filePath().toStdString());
    if (entry.isFile() && endings.contains(entry.suffix().toLower().toStdString())) {
      here.push_back(entry.filePath().toStdString());
    }
  }
  std::sort(here.begin(), here.end(), naturallyBefore);
  std::sort(below.begin(), below.end(), naturallyBefore);
  for (std::string& file : here) {
    if (found.size() < kMostImages) found.push_back(std::move(file));
  }
  for (const std::string& one : below) {
    if (found.size() < kMostImages) addFolder(QString::fromStdString(one), endings, found);
  }
}

}  // namespace

std::vector<std::string> imageFilesIn(const std::vector<std::string>& paths) {
  const std::set<std::string> endings = knownEndings();
  std::vector<std::string> found;
  for (const std::string& path : paths) {
    if (QFileInfo(QString::fromStdString(path)).isDir()) {
      addFolder(QString::fromStdString(path), endings, found);
    } else {
      found.push_back(path);
    }
  }
  if (found.size() > kMostImages) found.resize(kMostImages);
  return found;
}

}  // namespace amber
