#include "desktop/benches/pack/pack_bench.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QRegularExpression>
#include <QStyle>
#include <QTime>

#include "core/checks/check_project.h"
#include "core/project/project_differences.h"
#include "desktop/benches/pack/change_list.h"
#include "desktop/benches/pack/parcel_contents.h"
#include "desktop/benches/pack/profile_panel.h"
#include "desktop/parts/building.h"
#include "desktop/parts/wording.h"
#include "files/file_bytes.h"
#include "files/project/project_file.h"
#include "files/project/project_merge.h"
#include "work/report/project_report.h"

namespace amber {

PackBench::PackBench(ProjectSession& session, Pictures&, QWidget* parent)
    : BenchView(parent),
      session_(session),
      previewing_(
          session.background(), this, tr("Laying out pages"),
          [this](const Result<std::shared_ptr<const PackPreview>>& made) { takePreview(made); }) {
  contents_ = new ParcelContents(this);
  contents_->setFixedWidth(220);
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(1);
  all->addWidget(contents_);
  all->addWidget(makeMiddle(), 1);
  all->addWidget(makeSideColumn());
  showAs(Shows::Pages);

  connect(contents_, &QTreeWidget::currentItemChanged, this, [this] {
    if (contents_->choosesJson()) {
      selectNamed(QString::fromStdString(preview_->parcel.assets[*contents_->asset()].name), {});
      showAs(Shows::Frame);
    } else if (contents_->page()) {
      showAs(Shows::Pages);
    }
    showSelected();
  });
  connect(&session_, &ProjectSession::changed, this, [this] {
    previewStale_ = true;
    refreshSoon();
  });
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    previewStale_ = true;
    preview_.reset();
    chosen_.clear();
    before_.reset();
    folder_->clear();
    say({}, false);
    showPreview();
    refreshSoon();
  });
  rest_.setSingleShot(true);
  connect(&rest_, &QTimer::timeout, this, &PackBench::packIfWatched);
  connect(&session_, &ProjectSession::changed, this, &PackBench::packSoon);
  connect(&session_, &ProjectSession::artArrived, this, [this] {
    previewStale_ = true;
    refreshSoon();
    packSoon();
  });
  connect(&session_, &ProjectSession::projectReplaced, this, [this] { watch_->setChecked(false); });
  connect(&session_, &ProjectSession::findingsChanged, this, &PackBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &PackBench::showSelected);
}

std::size_t PackBench::profileIndex() const {
  const auto& profiles = session_.project().profiles;
  for (std::size_t i = 0; i < profiles.size(); ++i) {
    if (profiles[i].name == chosen_) return i;
  }
  return 0;
}

const PackProfile& PackBench::profile() const {
  return session_.project().profiles[profileIndex()];
}

QString PackBench::folder() const {
  const QString typed = folder_->text().trimmed();
  const QFileInfo project(session_.path());
  // The first profile's is the parcel; others lie beside it under their names.
  const std::size_t index = session_.hasProject() ? profileIndex() : 0;
  if (typed.isEmpty() && index > 0) {
    QString name = QString::fromStdString(profile().name);
    name.replace(QRegularExpression("[^\\w.-]+"), "_");
    return project.absolutePath() + "/parcel_" + name;
  }
  if (typed.isEmpty()) return project.absolutePath() + "/parcel";
  return QFileInfo(typed).isAbsolute() ? typed : project.absolutePath() + "/" + typed;
}

QString PackBench::packRefusal() const {
  if (busy_) return tr("Packing is under way");
  if (session_.project().assets.empty()) return tr("Cut a sheet first");
  for (const Finding& finding : session_.findings()) {
    if (finding.severity == Severity::Error) {
      return tr("Cannot pack because of an error: %1").arg(QString::fromStdString(finding.text));
    }
  }
  return {};
}

QString PackBench::verifyRefusal() const {
  if (busy_) return tr("Packing is under way");
  if (session_.hasProject() && QFileInfo::exists(folder() + "/parcel.json")) return {};
  return tr("Pack first: there is no parcel in %1").arg(QFileInfo(folder()).fileName());
}

void PackBench::refresh() {
  profiles_->show(session_.project().profiles, profileIndex());
  folder_->setPlaceholderText(QFileInfo(session_.path()).absoluteDir().dirName() + "/" +
                              QFileInfo(folder()).fileName());
  const QString refusal = packRefusal();
  markNext(packButton_, refusal.isEmpty());
  showErrors();
  // Errors are listed by themselves.
  const bool listed = hasErrors(session_.findings());
  if (!refusal.isEmpty() && !busy_ && !watch_->isChecked()) say(listed ? QString() : refusal, true);
  if (previewStale_) renewPreview();
  // What can be done changes when packing begins and ends.
  emit choiceChanged();
}

void PackBench::renewPreview() {
  previewStale_ = false;
  if (session_.project().assets.empty()) {
    previewing_.forget();
    preview_.reset();
    showPreview();
    return;
  }
  previewing_.ask([project = session_.project(), profile = profile(),
                   folder = folder().toStdString(),
                   store = session_.artStore()](const Progress& progress) {
    return makePreview(project, profile, folder, store, progress);
  });
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

void PackBench::finishFailed(const Error& error) {
  finish();
  say(QString::fromStdString(describe(error)), true);
}

void PackBench::pack() {
  if (!packRefusal().isEmpty()) return;
  begin(tr("Packing"));
  session_.background().run(
      this, tr("Pack"),
      [this, project = session_.project(), profile = profile(), store = session_.artStore(),
       packing = packing_, folder = folder()](const Progress& progress) -> Background::Finish {
        auto packed = packing->pack(project, profile, store, folder.toStdString(), progress);
        return [this, packed = std::move(packed), folder] {
          finish();
          tellPacked(packed, folder);
        };
      },
      Background::Lane::Readers, [this](const Error& error) { finishFailed(error); });
}

void PackBench::writeReport() {
  const QString path = QFileDialog::getSaveFileName(
      this, tr("Export a report"), QFileInfo(session_.path()).absolutePath() + "/report.html",
      tr("For people (*.html);;For build servers (*.sarif *.xml);;Tables (*.csv);;The current "
         "asset's frames (*.svg);;The current animation (*.apng)"));
  if (path.isEmpty()) return;
  const Asset* asset = session_.currentAsset();
  session_.background().run(
      this, tr("Report"),
      [this, path, project = session_.project(), store = session_.artStore(),
       own = QFileInfo(session_.path()).fileName().toStdString(),
       name = asset == nullptr ? std::string() : asset->name,
       animation = session_.currentAnimation() == nullptr
                       ? std::string()
                       : session_.currentAnimation()->name](const Progress&) -> Background::Finish {
        const std::vector<Finding> findings = checkAll(project, store);
        const ArtSource art = ArtStore::loading(store, project);
        auto written = reportFor(path.toStdString(), {project, findings, art, own, name, animation,
                                                      ReportTable::Findings})
                           .and_then([&](const std::string& text) {
                             return writeFileAtomically(path.toStdString(), text);
                           });
        return [this, written, path] {
          if (written) {
            emit session_.told(
                tr("The report was exported to %1.").arg(QFileInfo(path).fileName()));
          } else {
            emit session_.failed(QString::fromStdString(describe(written.error())));
          }
        };
      });
}

void PackBench::compare() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Compare with"),
                                                    QFileInfo(session_.path()).absolutePath(),
                                                    tr("Projects (*.amber)"));
  if (path.isEmpty()) return;
  const auto other = readProject(path.toStdString());
  if (!other) {
    emit session_.failed(QString::fromStdString(describe(other.error())));
    return;
  }
  changes_->showFile(QFileInfo(path).fileName(), differencesBetween(*other, session_.project()));
  showAs(Shows::Changes);
}

void PackBench::merge() {
  const QString folder = QFileInfo(session_.path()).absolutePath();
  const QString base = QFileDialog::getOpenFileName(this, tr("The common earlier version"), folder,
                                                    tr("Projects (*.amber)"));
  if (base.isEmpty()) return;
  const QString theirs =
      QFileDialog::getOpenFileName(this, tr("Their version"), folder, tr("Projects (*.amber)"));
  if (theirs.isEmpty()) return;
  auto was = readProject(base.toStdString());
  auto other = was ? readProject(theirs.toStdString()) : was;
  auto merged = other ? mergedProject(*was, session_.project(), *other) : other;
  if (!merged) {
    emit session_.failed(QString::fromStdString(describe(merged.error())));
    return;
  }
  const std::size_t left = merged->conflicts.size();
  if (!session_.perform(tr("Merge a project"),
                        {Become{std::make_shared<const Project>(std::move(*merged))}})) {
    return;
  }
  emit session_.told(
      left == 0
          ? tr("Merged without conflicts.")
          : tr("Merged. %1 in conflict.").arg(counted(left, tr("thing is"), tr("things are"))));
  showChanges();
  showAs(Shows::Changes);
}

void PackBench::settle(std::size_t conflict, bool ours) {
  if (conflict >= session_.project().conflicts.size()) return;
  auto chosen =
      withChoice(session_.project(), conflict, ours ? MergeSide::Ours : MergeSide::Theirs);
  if (!chosen) {
    emit session_.failed(QString::fromStdString(describe(chosen.error())));
    return;
  }
  session_.perform(ours ? tr("Keep yours") : tr("Use theirs"),
                   {Become{std::make_shared<const Project>(std::move(*chosen))}});
  showChanges();
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
  // What lies in the folder is another, and so is what changed since.
  previewStale_ = true;
  refreshSoon();
  if (!packed) {
    say(QString::fromStdString(describe(packed.error())), true);
  } else if (!packed->differences.empty()) {
    say(tr("The old parcel was kept, because the new one could not be verified: %1")
            .arg(QString::fromStdString(packed->differences.front())),
        true);
  } else {
    say(tr("Packed at %1: %2, %3 on %4 into %5, and verified.")
            .arg(QTime::currentTime().toString("HH:mm:ss"), countedAssets(packed->assets),
                 countedFrames(packed->frames), counted(packed->pages, tr("page"), tr("pages")),
                 folder),
        false);
  }
}

void PackBench::verify() {
  begin(tr("Verifying"));
  session_.background().run(
      this, tr("Verify"),
      [this, project = session_.project(), store = session_.artStore(),
       folder = folder()](const Progress&) -> Background::Finish {
        auto differences = verifyParcel(folder.toStdString(), project, store);
        return [this, differences = std::move(differences)] {
          finish();
          if (!differences) {
            say(QString::fromStdString(describe(differences.error())), true);
          } else if (differences->empty()) {
            say(tr("The parcel matches the project."), false);
          } else {
            say(tr("The parcel differs from the project: %1. Pack again to update it.")
                    .arg(QString::fromStdString(differences->front())),
                true);
          }
        };
      },
      Background::Lane::Readers, [this](const Error& error) { finishFailed(error); });
}

}  // namespace amber
