#include "work/project/make_variant.h"

#include "work/art/import_sheet.h"

namespace amber {

Result<VariantPlan> makeVariant(const Project& project, const std::string& folder, AssetId of,
                                const std::string& name, const std::vector<std::string>& images) {
  const Asset* first = findAsset(project, of);
  if (first != nullptr && first->variantOf) first = findAsset(project, first->variantOf);
  if (first == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the asset is no longer in the project");
  }
  const std::vector<SheetId> old = sheetsOf(*first);
  VariantRequest request{first->id, name, {}};
  std::vector<Edit> edits;
  std::uint32_t nextId = project.nextId;
  for (std::size_t i = 0; i < images.size(); ++i) {
    auto imported = importSheet(folder, images[i]);
    if (!imported) return tl::unexpected(imported.error());
    // A sheet that is already in the project is used unchanged.
    if (const Sheet* known = findSheet(project, imported->sheet.path)) {
      request.sheets.push_back(known->id);
      continue;
    }
    Sheet sheet = imported->sheet;
    sheet.id = {nextId++};
    if (i < old.size()) sheet = standingFor(std::move(sheet), *findSheet(project, old[i]));
    request.sheets.push_back(sheet.id);
    edits.push_back(PutSheet{std::move(sheet)});
  }
  auto withSheets = withEdits(project, edits);
  if (!withSheets) return tl::unexpected(withSheets.error());
  const auto store = std::make_shared<ArtStore>(folder);
  auto plan =
      variantEdits(withSheets->project, request, ArtStore::loading(store, withSheets->project));
  if (!plan) return plan;
  plan->edits.insert(plan->edits.begin(), edits.begin(), edits.end());
  return plan;
}

}  // namespace amber
