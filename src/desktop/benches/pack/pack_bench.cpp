#include "desktop/benches/pack/pack_bench.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QFrame>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLocale>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QStackedWidget>
#include <QStyle>
#include <QTime>
#include <QTreeWidget>
#include <QTreeWidgetItem>
#include <QVBoxLayout>
#include <QVariant>

#include "core/checks/check_project.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/pack/page_view.h"
#include "desktop/parts/building.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"
#include "files/file_bytes.h"
#include "work/project_report.h"

namespace amber {
namespace {

enum Role { PageRole = Qt::UserRole, AssetRole };

QString bytesText(qint64 bytes) {
  return QLocale().formattedDataSize(bytes);
}

}  // namespace

PackBench::PackBench(ProjectSession& session, Pictures&, QWidget* parent)
    : BenchView(parent),
      session_(session),
      previewing_(
          session.background(), this, tr("Laying out pages"),
          [this](const Result<std::shared_ptr<const PackPreview>>& made) { takePreview(made); }) {
  tree_ = new QTreeWidget(this);
  tree_->setObjectName("parcelTree");
  tree_->setColumnCount(2);
  tree_->setHeaderLabels({tr("what will be written"), tr("size")});
  tree_->header()->setStretchLastSection(false);
  tree_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
  tree_->header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
  tree_->setFixedWidth(310);
  page_ = new PageView(this);
  json_ = new QPlainTextEdit(this);
  json_->setReadOnly(true);
  json_->setLineWrapMode(QPlainTextEdit::NoWrap);
  shown_ = new QStackedWidget(this);
  shown_->addWidget(page_);
  shown_->addWidget(json_);
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(1);
  all->addWidget(tree_);
  all->addWidget(shown_, 1);
  all->addWidget(makeSideColumn());

  connect(tree_, &QTreeWidget::currentItemChanged, this, &PackBench::showSelected);
  connect(&session_, &ProjectSession::changed, this, [this] {
    previewStale_ = true;
    refreshSoon();
  });
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    previewStale_ = true;
    preview_.reset();
    folder_->clear();
    say({}, false);
    showPreview();
    refreshSoon();
  });
  rest_.setSingleShot(true);
  connect(&rest_, &QTimer::timeout, this, &PackBench::packIfWatched);
  connect(&session_, &ProjectSession::changed, this, &PackBench::packSoon);
  connect(&session_, &ProjectSession::artArrived, this, &PackBench::packSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, [this] { watch_->setChecked(false); });
  connect(&session_, &ProjectSession::findingsChanged, this, &PackBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &PackBench::showSelected);
}

QWidget* PackBench::makeSideColumn() {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  form->addWidget(makeLabel(tr("Pages"), "title", side));
  pageSide_ = new NumberField(64, kLongestImageSide, 0, side);
  padding_ = new NumberField(0, 64, 0, side);
  extrusion_ = new NumberField(0, 16, 0, side);
  pageSide_->setObjectName("pageSide");
  padding_->setObjectName("padding");
  trim_ = new QCheckBox(tr("empty borders"), side);
  addRow(form, tr("at most, px"), {pageSide_});
  addRow(form, tr("padding, px"), {padding_});
  addRow(form, tr("extrude, px"), {extrusion_});
  addRow(form, tr("trim"), {trim_});
  padding_->setToolTip(tr("Empty pixels between frames"));
  extrusion_->setToolTip(tr("How often a frame's edge pixels are repeated outward, against seams"));
  constants_ = new LanguageChooser(tr("none"), side);
  constants_->setObjectName("constants");
  constants_->setToolTip(tr("Writes every name as a constant of these languages beside the pages"));
  addRow(form, tr("names as source"), {constants_});
  addRule(form, side);
  form->addWidget(makeLabel(tr("Parcel folder"), "title", side));
  folder_ = new QLineEdit(side);
  folder_->setObjectName("parcelFolder");
  form->addWidget(folder_);
  packButton_ = makeButton(tr("Pack"), {}, side);
  packButton_->setObjectName("packButton");
  verifyButton_ = makeButton(tr("Verify"), {}, side);
  verifyButton_->setObjectName("verifyButton");
  verifyButton_->setToolTip(
      tr("Reads the parcel from disk and compares it with the project, pixel by pixel"));
  watch_ = new QCheckBox(tr("pack whenever something changes"), side);
  watch_->setObjectName("watchPack");
  watch_->setToolTip(
      tr("Packs again by itself after every step and whenever a sheet is painted over"));
  form->addWidget(watch_);
  form->addWidget(packButton_);
  form->addWidget(verifyButton_);
  result_ = makeLabel({}, "", side);
  result_->setObjectName("packResult");
  result_->setWordWrap(true);
  form->addWidget(result_);
  QPushButton* report =
      makeButton(tr("Write a report..."),
                 tr("What is found, with pictures, for people; or for build servers"), side);
  report->setObjectName("writeReport");
  form->addWidget(report);
  form->addStretch();
  for (NumberField* field : {pageSide_, padding_, extrusion_}) {
    connect(field, &NumberField::committed, this, &PackBench::changeProfile);
  }
  connect(trim_, &QCheckBox::clicked, this, &PackBench::changeProfile);
  connect(watch_, &QCheckBox::toggled, this, &PackBench::packSoon);
  connect(constants_, &LanguageChooser::chosen, this,
          [this](const std::vector<Language>& languages) {
            PackProfile profile = session_.project().profile;
            profile.constants = languages;
            session_.perform(tr("Write names beside the parcel"), {SetProfile{profile}});
          });
  connect(verifyButton_, &QPushButton::clicked, this, &PackBench::verify);
  return side;
}

QString PackBench::folder() const {
  const QString typed = folder_->text().trimmed();
  const QFileInfo project(session_.path());
  if (typed.isEmpty()) return project.absolutePath() + "/parcel";
  return QFileInfo(typed).isAbsolute() ? typed : project.absolutePath() + "/" + typed;
}

QString PackBench::packRefusal() const {
  if (busy_) return tr("Packing is under way");
  if (session_.project().assets.empty()) return tr("Cut a sheet first");
  for (const Finding& finding : session_.findings()) {
    if (finding.severity == Severity::Error) {
      return tr("Stopped by an error: %1").arg(QString::fromStdString(finding.text));
    }
  }
  return {};
}

void PackBench::refresh() {
  const PackProfile& profile = session_.project().profile;
  pageSide_->setValue(profile.pageSide);
  padding_->setValue(profile.padding);
  extrusion_->setValue(profile.extrusion);
  trim_->setChecked(profile.trim);
  constants_->show(profile.constants);
  folder_->setPlaceholderText(QFileInfo(session_.path()).absoluteDir().dirName() + "/parcel");
  const QString refusal = packRefusal();
  markNext(packButton_, refusal.isEmpty());
  const bool packed = session_.hasProject() && QFileInfo::exists(folder() + "/parcel.json");
  verifyButton_->setEnabled(packed && !busy_);
  if (!refusal.isEmpty() && !busy_) say(refusal, true);
  if (previewStale_) renewPreview();
}

void PackBench::changeProfile() {
  PackProfile profile = session_.project().profile;
  profile.pageSide = static_cast<int>(pageSide_->value());
  profile.trim = trim_->isChecked();
  profile.padding = static_cast<int>(padding_->value());
  profile.extrusion = static_cast<int>(extrusion_->value());
  if (profile == session_.project().profile) return;
  session_.perform(tr("Change the pages"), {SetProfile{profile}});
}

void PackBench::renewPreview() {
  previewStale_ = false;
  if (session_.project().assets.empty()) {
    previewing_.forget();
    preview_.reset();
    showPreview();
    return;
  }
  previewing_.ask([project = session_.project(), store = session_.artStore()](
                      const Progress& progress) { return makePreview(project, store, progress); });
}

void PackBench::takePreview(const Result<std::shared_ptr<const PackPreview>>& made) {
  if (made) {
    preview_ = *made;
  } else {
    preview_.reset();
    say(QString::fromStdString(describe(made.error())), true);
  }
  showPreview();
}

void PackBench::showPreview() {
  tree_->clear();
  if (preview_ == nullptr) {
    page_->show({}, {});
    return;
  }
  const Parcel& parcel = preview_->parcel;
  auto* root = new QTreeWidgetItem(tree_, {QFileInfo(folder()).fileName() + "/", {}});
  qint64 total = preview_->jsonBytes;
  for (std::size_t i = 0; i < parcel.pages.size(); ++i) {
    const ParcelPage& page = parcel.pages[i];
    auto* item = new QTreeWidgetItem(root, {tr("%1, %2 x %3 px")
                                                .arg(QString::fromStdString(page.file))
                                                .arg(page.size.w)
                                                .arg(page.size.h),
                                            bytesText(preview_->pageBytes[i])});
    item->setData(0, PageRole, static_cast<int>(i));
    total += preview_->pageBytes[i];
  }
  auto* json = new QTreeWidgetItem(root, {"parcel.json", bytesText(preview_->jsonBytes)});
  for (std::size_t i = 0; i < parcel.assets.size(); ++i) {
    const ParcelAsset& asset = parcel.assets[i];
    auto* item = new QTreeWidgetItem(
        json, {QString::fromStdString(asset.name), countedFrames(asset.frames.size())});
    item->setData(0, AssetRole, static_cast<int>(i));
  }
  root->setText(1, bytesText(total));
  tree_->expandAll();
  tree_->setCurrentItem(root->child(0));
}

// Where the frames of the assets selected on the shelf lie on a page.
std::vector<PixelRect> PackBench::selectedFramesOn(int page) const {
  std::vector<PixelRect> rects;
  for (const AssetId id : session_.selection().assets) {
    const Asset* asset = findAsset(session_.project(), id);
    for (const ParcelAsset& packed : preview_->parcel.assets) {
      if (asset == nullptr || packed.name != asset->name) continue;
      for (const ParcelFrame& frame : packed.frames) {
        if (frame.page == page) rects.push_back(frame.rect);
      }
    }
  }
  return rects;
}

void PackBench::showSelected() {
  const QTreeWidgetItem* item = tree_->currentItem();
  if (item == nullptr || preview_ == nullptr) return;
  if (const QVariant page = item->data(0, PageRole); page.isValid()) {
    page_->show(preview_->pages[static_cast<std::size_t>(page.toInt())],
                selectedFramesOn(page.toInt()));
    shown_->setCurrentWidget(page_);
  } else if (const QVariant asset = item->data(0, AssetRole); asset.isValid()) {
    json_->setPlainText(assetJson(preview_->parcel, static_cast<std::size_t>(asset.toInt())));
    shown_->setCurrentWidget(json_);
  }
}

void PackBench::say(const QString& text, bool bad) {
  result_->setText(text);
  result_->setProperty("rank", bad ? "error" : "");
  result_->style()->unpolish(result_);
  result_->style()->polish(result_);
}

void PackBench::begin(const QString& what) {
  busy_ = true;
  say(what, false);
  refresh();
}

void PackBench::finish() {
  busy_ = false;
  refresh();
}

void PackBench::pack() {
  if (!packRefusal().isEmpty()) return;
  begin(tr("Packing"));
  session_.background().run(this, tr("Pack"),
                            [this, project = session_.project(), store = session_.artStore(),
                             folder = folder()](const Progress& progress) -> Background::Finish {
                              auto packed =
                                  packProject(project, store, folder.toStdString(), progress);
                              return [this, packed = std::move(packed), folder] {
                                finish();
                                tellPacked(packed, folder);
                              };
                            });
}

void PackBench::writeReport() {
  const QString path = QFileDialog::getSaveFileName(
      this, tr("Write a report"), QFileInfo(session_.path()).absolutePath() + "/report.html",
      tr("For people (*.html);;For build servers (*.sarif *.xml);;Tables (*.csv);;The current "
         "asset's frames (*.svg)"));
  if (path.isEmpty()) return;
  const Asset* asset = session_.currentAsset();
  session_.background().run(
      this, tr("Report"),
      [this, path, project = session_.project(), store = session_.artStore(),
       own = QFileInfo(session_.path()).fileName().toStdString(),
       name =
           asset == nullptr ? std::string() : asset->name](const Progress&) -> Background::Finish {
        const std::vector<Finding> findings = checkAll(project, store);
        const ArtSource art = ArtStore::loading(store, project);
        auto written = reportFor(path.toStdString(), {project, findings, art, own, name})
                           .and_then([&](const std::string& text) {
                             return writeFileAtomically(path.toStdString(), text);
                           });
        return [this, written, path] {
          if (written) {
            emit session_.told(tr("The report was written to %1.").arg(QFileInfo(path).fileName()));
          } else {
            emit session_.failed(QString::fromStdString(describe(written.error())));
          }
        };
      });
}

// So long nothing more may change, ms: checks and repainted sheets come in a moment after.
void PackBench::packSoon() {
  constexpr int kWatchRestMs = 250;
  if (watch_->isChecked()) rest_.start(kWatchRestMs);
}

void PackBench::packIfWatched() {
  if (!watch_->isChecked() || !session_.hasProject()) return;
  if (busy_) {
    packSoon();
  } else if (const QString refusal = packRefusal(); !refusal.isEmpty()) {
    say(refusal, true);
  } else {
    pack();
  }
}

void PackBench::tellPacked(const Result<PackOutcome>& packed, const QString& folder) {
  if (!packed) {
    say(QString::fromStdString(describe(packed.error())), true);
  } else if (!packed->differences.empty()) {
    say(tr("Not replaced, the new parcel does not read back as it was meant: %1")
            .arg(QString::fromStdString(packed->differences.front())),
        true);
  } else {
    say(tr("Packed at %1: %2, %3 on %4 into %5. Read back and found right.")
            .arg(QTime::currentTime().toString("HH:mm:ss"), countedAssets(packed->assets),
                 countedFrames(packed->frames), counted(packed->pages, tr("page"), tr("pages")),
                 folder),
        false);
  }
}

void PackBench::verify() {
  begin(tr("Verifying"));
  session_.background().run(this, tr("Verify"),
                            [this, project = session_.project(), store = session_.artStore(),
                             folder = folder()](const Progress&) -> Background::Finish {
                              auto differences = verifyParcel(folder.toStdString(), project, store);
                              return [this, differences = std::move(differences)] {
                                finish();
                                if (!differences) {
                                  say(QString::fromStdString(describe(differences.error())), true);
                                } else if (differences->empty()) {
                                  say(tr("The parcel holds exactly what the project says."), false);
                                } else {
                                  say(tr("The parcel differs from the project: %1. Pack it again.")
                                          .arg(QString::fromStdString(differences->front())),
                                      true);
                                }
                              };
                            });
}

}  // namespace amber
