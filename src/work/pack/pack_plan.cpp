#include "work/pack/pack_plan.h"

#include "core/pack/build_parcel.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/parcel/parcel_file.h"

namespace amber {
namespace {

// Every page with its picture, in the order in which a plan has them.
struct PagePair {
  ParcelPage* page = nullptr;
  Image* image = nullptr;
};

std::vector<PagePair> pairsOf(Parcel& parcel, PageImages& images) {
  std::vector<PagePair> pairs;
  const auto add = [&](std::vector<ParcelPage>& pages, std::vector<Image>& of) {
    for (std::size_t i = 0; i < pages.size(); ++i) pairs.push_back({&pages[i], &of[i]});
  };
  add(parcel.pages, images.pages);
  for (std::size_t i = 0; i < parcel.scales.size(); ++i) {
    add(parcel.scales[i].pages, images.scaled[i]);
  }
  add(parcel.maskPages, images.masks);
  return pairs;
}

}  // namespace

long long PackPlan::bytes() const {
  long long all = 0;
  for (const auto* files : {&pages, &others}) {
    for (const PlannedFile& file : *files) all += file.bytes;
  }
  return all;
}

Result<PackPlan> plannedParcel(const Project& project, const PackProfile& profile,
                               const std::string& folder, const std::shared_ptr<ArtStore>& store,
                               const Progress& progress) {
  auto built = buildParcel(project, profile, ArtStore::loading(store, project), progress);
  if (!built) return tl::unexpected(built.error());
  PackPlan plan;
  plan.images = std::move(built->pages);
  PageEncoder encoder;
  for (const PagePair& pair : pairsOf(built->parcel, plan.images)) {
    if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
    const std::string bytes = encoder.encode(plan.pages.size(), *pair.image, built->colours);
    pair.page->hash = contentHash(bytes);
    plan.pages.push_back({pair.page->file, static_cast<long long>(bytes.size())});
    auto read = imageFrom(bytes, pair.page->file);
    if (!read) return tl::unexpected(read.error());
    *pair.image = std::move(*read);
  }
  for (std::size_t i = 0; i < built->constants.size(); ++i) {
    built->parcel.constants[i].hash = contentHash(built->constants[i]);
  }
  plan.text = parcelText(built->parcel);
  auto read = parcelFrom(plan.text, "parcel.json");
  if (!read) return tl::unexpected(read.error());
  plan.parcel = std::move(*read);
  plan.others = {{"parcel.json", static_cast<long long>(plan.text.size())}};
  for (std::size_t i = 0; i < built->constants.size(); ++i) {
    plan.others.push_back(
        {built->parcel.constants[i].file, static_cast<long long>(built->constants[i].size())});
  }
  if (const auto before = readParcel(folder)) {
    plan.changes = parcelChanges(before->parcel, before->pages, plan.parcel, plan.images);
  }
  return plan;
}

}  // namespace amber
