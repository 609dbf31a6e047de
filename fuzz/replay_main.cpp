// Gives every file of a folder to a fuzz target. No file, no test: that is a failure.
#include <QDir>
#include <cstdint>
#include <cstdio>

#include "files/file_bytes.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size);

int main(int argc, char** argv) {
  int replayed = 0;
  for (int i = 1; i < argc; ++i) {
    const QDir folder(argv[i]);
    for (const QString& name : folder.entryList(QDir::Files)) {
      const auto bytes = amber::readFile(folder.filePath(name).toStdString(), 1 << 26);
      if (!bytes) return 1;
      LLVMFuzzerTestOneInput(reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size());
      ++replayed;
    }
  }
  std::printf("replayed %d inputs\n", replayed);
  return replayed == 0 ? 1 : 0;
}
