#pragma once

#include <QLineEdit>
#include <QPixmap>
#include <QResizeEvent>
#include <QString>
#include <QTimer>
#include <QWidget>

#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/benches/pack/pack_preview.h"
#include "desktop/session.h"
#include "work/pack/pack_session.h"

class QCheckBox;
class QComboBox;
class QFrame;
class QLabel;
class QPlainTextEdit;
class QPushButton;
class QStackedWidget;
class QVBoxLayout;

namespace amber {

class ChangeList;
class FrameJson;
class LoadedFrameView;
class PageView;
class ParcelContents;
class ProfilePanel;

/// What will arrive in the game: the pages with what each asset takes of them, every frame as a
/// loader would draw it beside its JSON, and what changed since the last pack; with the profile
/// that makes it so. Packs, reads back and compares.
class PackBench : public BenchView {
  Q_OBJECT

 public:
  PackBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);
  void placeActions(ActionTable& actions) override;
  Canvas* stage() override;

  /// Empty when packing is possible; else the reason.
  QString packRefusal() const;
  /// Empty when there is a parcel to compare; else the reason.
  QString verifyRefusal() const;
  void pack();
  void verify();
  QString folder() const;
  /// Asks for a file and writes the report there that its ending asks for.
  void writeReport();
  /// Asks for another project file and lists what changed from it.
  void compare();
  /// Asks for the project as it was and as somebody else made it, and merges theirs.
  void merge();
  bool busy() const { return busy_; }

  /// The ways to look at the parcel.
  enum class Shows { Pages, Frame, Changes };
  void showAs(Shows shows);

 private:
  // Its widgets, in pack_bench_building.cpp.
  QWidget* makeMiddle();
  QWidget* makeStrip();
  QWidget* makeFrameSide();
  QWidget* makeSideColumn();
  void buildPacking(QVBoxLayout* form, QFrame* side);

  void refresh() override;
  void resizeEvent(QResizeEvent* event) override;
  void makeRoom();
  void renewPreview();
  void takePreview(const Result<std::shared_ptr<const PackPreview>>& made);
  /// With watching on: packs once what changed rests.
  void packSoon();
  void packIfWatched();
  void tellPacked(const Result<PackOutcome>& packed, const QString& folder);
  // What is shown of the preview, in pack_bench_showing.cpp.
  void showPreview();
  void showSelected();
  void showPage();
  void showFrame();
  void showChanges();
  void showErrors();
  QPixmap lookOf(const ParcelChange& change) const;
  QString effectText() const;
  /// The current frame's place in the parcel, by names; nothing where it is not packed.
  std::optional<std::pair<std::size_t, std::size_t>> currentInParcel() const;
  void selectPart(std::size_t part);
  void selectNamed(const QString& asset, const QString& frame);
  void settle(std::size_t conflict, bool ours);

  const PackProfile& profile() const;
  std::size_t profileIndex() const;
  void say(const QString& text, bool bad);
  void begin(const QString& what);
  void finish();
  void finishFailed(const Error& error);

  ProjectSession& session_;
  ParcelContents* contents_ = nullptr;
  QStackedWidget* shown_ = nullptr;
  PageView* page_ = nullptr;
  LoadedFrameView* frame_ = nullptr;
  FrameJson* json_ = nullptr;
  QLabel* meaning_ = nullptr;
  QLabel* facts_ = nullptr;
  ChangeList* changes_ = nullptr;
  QComboBox* scale_ = nullptr;
  QPushButton* toPages_ = nullptr;
  QPushButton* toFrame_ = nullptr;
  QPushButton* toChanges_ = nullptr;
  QLabel* summary_ = nullptr;
  ProfilePanel* profiles_ = nullptr;
  QWidget* errors_ = nullptr;
  QLineEdit* folder_ = nullptr;
  QCheckBox* watch_ = nullptr;
  QTimer rest_;
  QPushButton* packButton_ = nullptr;
  QLabel* result_ = nullptr;
  std::shared_ptr<const PackPreview> preview_;
  /// What lies on the shown page: asset and frame by their numbers.
  std::vector<std::pair<std::size_t, std::size_t>> parts_;
  std::string chosen_;  // The profile that is shown, by name; empty for the first.
  std::optional<std::pair<int, qint64>> before_;  // Pages and bytes before the last change of it.
  /// What was packed last; at work on one thread at a time, while busy_.
  std::shared_ptr<PackSession> packing_ = std::make_shared<PackSession>();
  bool busy_ = false;
  bool previewStale_ = true;
  Newest<Result<std::shared_ptr<const PackPreview>>> previewing_;
};

}  // namespace amber
