#include "files/parcel/parcel_file.h"

#include <fcntl.h>
#include <unistd.h>

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>
#include <cerrno>
#include <cstdio>
#include <iterator>
#include <set>

#include "core/base/parallel.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"

namespace amber {
namespace {

constexpr long long kLargestParcelFile = 512LL << 20;
// Of all pages together, 2 GiB of memory.
constexpr long long kMostParcelPixels = 512LL << 20;
constexpr const char* kParcelName = "parcel.json";

tl::unexpected<Error> unwritable(const std::string& folder, const std::string& why) {
  return failure(ErrorCode::FileUnwritable, why + "; what was there is unchanged", folder);
}

// Every page of the parcel, those of other scales and of masks too, in the order of `eachImage`.
template <class Of, class Visit>
void eachPage(Of& parcel, const Visit& visit) {
  for (auto& page : parcel.pages) visit(page);
  for (auto& scale : parcel.scales) {
    for (auto& page : scale.pages) visit(page);
  }
  for (auto& page : parcel.maskPages) visit(page);
}

template <class Visit>
void eachImage(const PageImages& images, const Visit& visit) {
  for (const Image& image : images.pages) visit(image);
  for (const auto& scale : images.scaled) {
    for (const Image& image : scale) visit(image);
  }
  for (const Image& image : images.masks) visit(image);
}

std::vector<std::string> filesOf(const Parcel& parcel) {
  std::vector<std::string> files{kParcelName};
  eachPage(parcel, [&](const ParcelPage& page) { files.push_back(page.file); });
  for (const ParcelText& constants : parcel.constants) files.push_back(constants.file);
  return files;
}

// The files of the parcel that lies there; none where none does. One that was written last is known
// by its text.
std::vector<std::string> filesThere(const std::string& folder, const WrittenParcel& last) {
  const auto text = readFile(folder + "/" + kParcelName, kLargestParcelFile);
  if (!text) return {};
  if (*text == last.text) return last.files;
  const auto parcel = parcelFrom(*text, folder);
  return parcel ? filesOf(*parcel) : std::vector<std::string>();
}

// Nothing, or why the folder must not be replaced: it holds something that we did not pack.
Result<void> checkReplaceable(const QString& folder, const WrittenParcel& last) {
  const QFileInfo info(folder);
  const std::string name = folder.toStdString();
  if (info.isSymLink()) return unwritable(name, "is a link; choose the folder itself");
  if (!info.exists()) return {};
  if (!info.isDir()) return unwritable(name, "is a file, not a folder; choose another name");
  const QStringList entries =
      QDir(folder).entryList(QDir::AllEntries | QDir::Hidden | QDir::System | QDir::NoDotAndDotDot);
  if (entries.isEmpty()) return {};
  const std::vector<std::string> files = filesThere(name, last);
  const std::set<std::string> ours(files.begin(), files.end());
  for (const QString& entry : entries) {
    if (ours.count(entry.toStdString()) == 0) {
      return unwritable(name, "holds \"" + entry.toStdString() +
                                  "\", which is not part of a parcel; choose an empty folder");
    }
  }
  return {};
}

// Puts `fresh` in the place of `folder`. Where a folder is there already, the two are exchanged in
// one step of the system, and the old one ends up under the temporary name, to be removed with it.
Result<void> putInPlace(const QString& fresh, const QString& folder) {
  const QByteArray from = QFile::encodeName(fresh);
  const QByteArray to = QFile::encodeName(folder);
  const unsigned how = QFileInfo::exists(folder) ? RENAME_EXCHANGE : RENAME_NOREPLACE;
  if (::renameat2(AT_FDCWD, from.constData(), AT_FDCWD, to.constData(), how) == 0) return {};
  return unwritable(folder.toStdString(),
                    "cannot be replaced (" + qt_error_string(errno).toStdString() +
                        "); choose a folder on a disk that can exchange folders");
}

Result<std::string> writeInto(const std::string& folder, BuiltParcel& built, PageEncoder& encoder,
                              const Progress& progress) {
  std::vector<ParcelPage*> pages;
  std::vector<const Image*> images;
  eachPage(built.parcel, [&](ParcelPage& page) { pages.push_back(&page); });
  eachImage(built.pages, [&](const Image& image) { images.push_back(&image); });
  for (std::size_t i = 0; i < pages.size(); ++i) {
    if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
    const std::string bytes = encoder.encode(i, *images[i], built.colours);
    pages[i]->hash = contentHash(bytes);
    if (auto written = writeFileAtomically(folder + "/" + pages[i]->file, bytes); !written) {
      return tl::unexpected(written.error());
    }
    progress.at(static_cast<int>(i) + 1, static_cast<int>(pages.size()));
  }
  for (std::size_t i = 0; i < built.constants.size(); ++i) {
    ParcelText& text = built.parcel.constants[i];
    text.hash = contentHash(built.constants[i]);
    const auto done = writeFileAtomically(folder + "/" + text.file, built.constants[i]);
    if (!done) return tl::unexpected(done.error());
  }
  const std::string text = parcelText(built.parcel);
  if (auto done = writeFileAtomically(folder + "/" + kParcelName, text); !done) {
    return tl::unexpected(done.error());
  }
  return text;
}

// What was in the parcel's place lies now under the temporary name, which is about to be deleted.
// Somebody may have written to it between our first look and the exchange.
Result<void> checkSwappedOut(QTemporaryDir& old, const QString& target, const WrittenParcel& last) {
  if (!QFileInfo::exists(old.path()) || checkReplaceable(old.path(), last)) return {};
  old.setAutoRemove(false);
  return failure(ErrorCode::FileUnwritable,
                 "the new parcel was written, but other files were added to the old one in the "
                 "meantime, so it was kept as " +
                     old.path().toStdString() + ": move them, then delete it",
                 target.toStdString());
}

Result<Image> readPage(const std::string& file, const ParcelPage& page) {
  auto image = readImage(file);
  if (!image) return tl::unexpected(image.error());
  if (image->image.size() != page.size || image->hash != page.hash) {
    return failure(ErrorCode::BadValue,
                   "is not the page that parcel.json describes; pack the parcel again", file);
  }
  return std::move(image->image);
}

// On all cores; of several errors the first.
Result<std::vector<Image>> readPages(const std::string& folder,
                                     const std::vector<const ParcelPage*>& pages) {
  std::vector<Result<Image>> read(pages.size(), Image());
  forEachIndex(pages.size(), [&](std::size_t i) {
    read[i] = readPage(folder + "/" + pages[i]->file, *pages[i]);
  });
  std::vector<Image> images;
  for (Result<Image>& one : read) {
    if (!one) return tl::unexpected(one.error());
    images.push_back(std::move(*one));
  }
  return images;
}

// The images, which are in the order of `eachPage`, each to where it belongs.
PageImages sorted(std::vector<Image> images, const Parcel& parcel) {
  auto next = images.begin();
  const auto take = [&](std::size_t count) {
    const auto end = next + static_cast<std::ptrdiff_t>(count);
    std::vector<Image> some(std::make_move_iterator(next), std::make_move_iterator(end));
    next = end;
    return some;
  };
  PageImages sorted;
  sorted.pages = take(parcel.pages.size());
  for (const ParcelScale& scale : parcel.scales) sorted.scaled.push_back(take(scale.pages.size()));
  sorted.masks = take(parcel.maskPages.size());
  return sorted;
}

}  // namespace

Result<LoadedParcel> readParcel(const std::string& folder) {
  const std::string path = folder + "/" + kParcelName;
  if (QFileInfo(QString::fromStdString(folder)).exists() &&
      !QFileInfo(QString::fromStdString(folder)).isDir()) {
    return failure(ErrorCode::FileUnreadable, "is not a folder; give the folder of the parcel",
                   folder);
  }
  auto text = readFile(path, kLargestParcelFile);
  if (!text) return tl::unexpected(text.error());
  auto parcel = parcelFrom(*text, path);
  if (!parcel) return tl::unexpected(parcel.error());
  LoadedParcel loaded{std::move(*parcel), {}, {}};
  std::vector<const ParcelPage*> pages;
  long long pixels = 0;
  eachPage(loaded.parcel, [&](const ParcelPage& page) {
    pages.push_back(&page);
    pixels += 1LL * page.size.w * page.size.h;
  });
  if (pixels > kMostParcelPixels) {
    return failure(ErrorCode::ImageTooLarge,
                   "has pages of more than 512 megapixels in all; pack it as several parcels",
                   path);
  }
  auto images = readPages(folder, pages);
  if (!images) return tl::unexpected(images.error());
  loaded.pages = sorted(std::move(*images), loaded.parcel);
  for (const ParcelText& constants : loaded.parcel.constants) {
    const std::string file = folder + "/" + constants.file;
    auto bytes = readFile(file, kLargestParcelFile);
    if (!bytes) return tl::unexpected(bytes.error());
    if (contentHash(*bytes) != constants.hash) {
      return failure(ErrorCode::BadValue,
                     "is not the file that parcel.json describes; pack the parcel again", file);
    }
    loaded.constants.push_back(std::move(*bytes));
  }
  return loaded;
}

Result<void> writeParcel(const std::string& folder, BuiltParcel& built, WrittenParcel& last,
                         const ParcelJudge& judge, const Progress& progress) {
  const QString target =
      QDir::cleanPath(QFileInfo(QString::fromStdString(folder)).absoluteFilePath());
  if (auto replaceable = checkReplaceable(target, last); !replaceable) return replaceable;
  const QString parent = QFileInfo(target).absolutePath();
  if (!QDir().mkpath(parent)) return unwritable(folder, "its parent folder cannot be made");
  QTemporaryDir fresh(parent + "/.amber-parcel-XXXXXX");
  if (!fresh.isValid()) {
    return unwritable(folder, "cannot be written (" + fresh.errorString().toStdString() + ")");
  }
  auto text = writeInto(fresh.path().toStdString(), built, last.encoder, progress);
  if (!text) return tl::unexpected(text.error());
  if (auto judged = judge(fresh.path().toStdString(), *text); !judged) return judged;
  if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
  // QTemporaryDir makes folders that only their owner may enter; a parcel is for everyone.
  QFile::setPermissions(fresh.path(), QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner |
                                          QFile::ReadGroup | QFile::ExeGroup | QFile::ReadOther |
                                          QFile::ExeOther);
  if (auto done = putInPlace(fresh.path(), target); !done) return done;
  const auto swapped = checkSwappedOut(fresh, target, last);
  last.text = std::move(*text);
  last.files = filesOf(built.parcel);
  return swapped;
}

}  // namespace amber
