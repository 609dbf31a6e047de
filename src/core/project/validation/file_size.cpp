#include "core/project/validation/file_size.h"

#include <string_view>
#include <variant>

namespace amber {
namespace {

// Bounds of the text of one value, bytes. A number in a list: 24 digits and signs, a comma, a
// blank. A member: its key and punctuation (36), a number or a word (28), a line break and the
// indentation.
constexpr std::uint64_t kListNumberBytes = 26;
constexpr std::uint64_t kMemberBytes = 80;
// A byte of text is written as at most six: \u001f.
constexpr std::uint64_t kMostBytesPerByte = 6;

// So many numbers in lists, the lists apart.
FileSize numbers(std::uint64_t count) {
  return {count, count * kListNumberBytes};
}

// So many members, or objects and lists that are members; texts of any length apart.
FileSize members(std::uint64_t count) {
  return {count, count * kMemberBytes};
}

// What a text takes beyond the room of its member.
FileSize text(std::string_view value) {
  return {0, value.size() * kMostBytesPerByte};
}

FileSize texts(const std::vector<std::string>& list) {
  FileSize size = members(1 + list.size());
  for (const std::string& one : list) size += text(one);
  return size;
}

template <class T>
FileSize rememberedSizeOf(const SharedValue<T>& shared) {
  const auto [values, bytes] = shared.remembered([](const T& value) {
    const FileSize size = fileSizeOf(value);
    return typename SharedValue<T>::Numbers{size.values, size.bytes};
  });
  return {values, bytes};
}

// Every key of a recipe, with an inset.
FileSize recipeSize() {
  return members(24);
}

FileSize sizeOf(const Shape& shape) {
  // An object with its kind and up to five numbers, or a list of lists.
  FileSize size = members(8);
  if (const auto* polygon = std::get_if<Polygon>(&shape)) {
    size += numbers(3 * polygon->points.size());
  } else if (const auto* mask = std::get_if<MaskShape>(&shape)) {
    size += numbers(4 * mask->runs.size());
  }
  return size;
}

FileSize sizeOf(const std::vector<RoleSetting>& settings) {
  FileSize size = members(1 + 5 * settings.size());
  for (const RoleSetting& one : settings) size += text(one.role);
  return size;
}

FileSize sizeOf(const CutWay& way) {
  FileSize size = members(16);
  if (const auto* hand = std::get_if<HandCut>(&way)) size += numbers(5 * hand->rects.size());
  return size;
}

FileSize sizeOf(const Frame& frame) {
  FileSize size = members(20);
  size += text(frame.name);
  for (const FrameShape& shape : frame.shapes) {
    size += members(5);
    size += text(shape.role);
    size += recipeSize();
    size += sizeOf(shape.geometry);
  }
  for (const Mount& mount : frame.mounts) {
    size += members(3);
    size += text(mount.name);
  }
  return size;
}

FileSize sizeOf(const Course& course) {
  FileSize size = members(10);
  size += numbers(3 * course.stations.size());
  size += text(course.name);
  for (const CourseSolid& solid : course.solids) {
    if (const auto* shape = std::get_if<Shape>(&solid)) {
      size += sizeOf(*shape);
    } else {
      size += members(8);
      size += text(std::get<StandingAsset>(solid).asset);
    }
  }
  for (const CourseActor& actor : course.actors) {
    size += members(10);
    size += text(actor.asset);
  }
  for (const CourseDemand& demand : course.mustPass) {
    size += members(4 + kMoverNumbers.size());
    size += text(demand.asset);
    size += text(demand.script);
  }
  return size;
}

FileSize sizeOf(const Phrase& phrase) {
  FileSize size = members(4);
  size += text(phrase.name);
  size += text(phrase.role);
  return size;
}

FileSize sizeOf(const PackProfile& profile) {
  FileSize size = members(32 + profile.constants.size());
  size += numbers(profile.scales.size());
  size += text(profile.name);
  return size;
}

FileSize sizeOf(const Kind& kind) {
  FileSize size = members(11);
  size += text(kind.name);
  size += text(kind.prefix);
  size += sizeOf(kind.settings);
  for (const RoleRecipe& shape : kind.shapes) {
    size += members(3);
    size += recipeSize();
    size += text(shape.role);
  }
  return size;
}

}  // namespace

FileSize fileSizeOf(const Sheet& sheet) {
  FileSize size = members(28);
  size += text(sheet.path);
  size += text(sheet.hash);
  if (sheet.pictures) {
    size += members(5);
    size += numbers(sheet.pictures->timesMs.size());
  }
  if (!sheet.cut) return size;
  size += sizeOf(sheet.cut->way);
  for (const CutRegion& region : sheet.cut->regions) {
    size += members(6);
    size += sizeOf(region.way);
  }
  return size;
}

FileSize fileSizeOf(const Asset& asset) {
  FileSize size = members(14);
  size += text(asset.name);
  size += text(asset.kind);
  size += sizeOf(asset.settings);
  for (const Rider& rider : asset.riders) {
    size += members(5);
    size += text(rider.mount);
  }
  size += members(5 * asset.tileDecisions.size());
  for (const Frame& frame : asset.frames) size += sizeOf(frame);
  for (const Animation& animation : asset.animations) {
    size += members(6);
    size += numbers(2 * animation.steps.size());
    size += text(animation.name);
  }
  return size;
}

FileSize fileSizeOf(const ProjectSettings& settings) {
  // The fixed keys of the project and its lists, and a naming rule with all of its parts.
  FileSize size = members(120);
  size += text(settings.name);
  for (const auto* parts : {&settings.naming.asset, &settings.naming.frame}) {
    size += members(2 * parts->size());
    for (const NamePart& part : *parts) size += text(part.word);
  }
  size += members(settings.naming.languages.size());
  for (const PackProfile& profile : settings.profiles) size += sizeOf(profile);
  for (const Kind& kind : settings.kinds) size += sizeOf(kind);
  size += texts(settings.layers);
  for (const Role& role : settings.roles) {
    size += members(8);
    size += recipeSize();
    size += text(role.name);
  }
  for (const Expectation& one : settings.expectations) {
    size += members(5);
    size += sizeOf(one.who);
    size += sizeOf(one.whom);
  }
  for (const Course& course : settings.courses) size += sizeOf(course);
  size += texts(settings.code.folders);
  size += texts(settings.code.ignored);
  for (const MergeConflict& one : settings.conflicts) {
    size += members(4);
    size += text(one.place);
    size += text(one.ours);
    size += text(one.theirs);
  }
  return size;
}

FileSize fileSizeOf(const Project& project) {
  FileSize size = fileSizeOf(project.settings());
  for (const auto& sheet : project.sheets) size += rememberedSizeOf(sheet);
  for (const auto& asset : project.assets) size += rememberedSizeOf(asset);
  return size;
}

}  // namespace amber
