#pragma once

#include <cstdint>

#include "core/project/project.h"

namespace amber {

/// Upper bounds of what a project takes in its file: how many JSON values, and how many bytes.
struct FileSize {
  std::uint64_t values = 0;
  std::uint64_t bytes = 0;

  FileSize& operator+=(const FileSize& other) {
    values += other.values;
    bytes += other.bytes;
    return *this;
  }
  bool operator==(const FileSize&) const = default;
};

/// The most that a project may take. The readers of JSON and of project files accept as much, so
/// that whatever is accepted can be written and read again.
inline constexpr FileSize kLargestFile{8'000'000, 1ULL << 30};

/// Law: the text that is written of the thing has no more values and bytes. The bounds are at most
/// three times the true numbers where they are large. Cost: linear in frames, steps and solids; not
/// in the points and runs of shapes.
FileSize fileSizeOf(const Sheet& sheet);
FileSize fileSizeOf(const Asset& asset);
FileSize fileSizeOf(const ProjectSettings& settings);

/// The whole project: its settings, sheets and assets. Cost: linear in the sheets and assets whose
/// size was found before, with this or another project that shares them.
FileSize fileSizeOf(const Project& project);

}  // namespace amber
