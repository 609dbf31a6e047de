#pragma once

#include <QLineEdit>
#include <QString>
#include <QTimer>
#include <QWidget>

#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"
#include "desktop/benches/pack/pack_preview.h"
#include "desktop/session.h"
#include "work/pack_project.h"

class QCheckBox;
class QLabel;
class QPlainTextEdit;
class QPushButton;
class QStackedWidget;
class QTreeWidget;

namespace amber {

class LanguageChooser;
class NumberField;
class PageView;

/// What will be written, as a tree with sizes; the pages and each asset's JSON; packs, reads back
/// and compares.
class PackBench : public BenchView {
  Q_OBJECT

 public:
  PackBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);
  void placeActions(ActionTable& actions) override;

  /// Empty when packing is possible; else the reason.
  QString packRefusal() const;
  void pack();
  void verify();
  QString folder() const;
  /// Asks for a file and writes the report there that its ending asks for.
  void writeReport();
  bool busy() const { return busy_; }

 private:
  QWidget* makeSideColumn();
  void refresh() override;
  void renewPreview();
  void takePreview(const Result<std::shared_ptr<const PackPreview>>& made);
  /// With watching on: packs once what changed rests.
  void packSoon();
  void packIfWatched();
  void tellPacked(const Result<PackOutcome>& packed, const QString& folder);
  void showPreview();
  void showSelected();
  std::vector<PixelRect> selectedFramesOn(int page) const;
  void changeProfile();
  void say(const QString& text, bool bad);
  void begin(const QString& what);
  void finish();

  ProjectSession& session_;
  QTreeWidget* tree_ = nullptr;
  QStackedWidget* shown_ = nullptr;
  PageView* page_ = nullptr;
  QPlainTextEdit* json_ = nullptr;
  NumberField* pageSide_ = nullptr;
  NumberField* padding_ = nullptr;
  NumberField* extrusion_ = nullptr;
  QCheckBox* trim_ = nullptr;
  LanguageChooser* constants_ = nullptr;
  QLineEdit* folder_ = nullptr;
  QCheckBox* watch_ = nullptr;
  QTimer rest_;
  QPushButton* packButton_ = nullptr;
  QPushButton* verifyButton_ = nullptr;
  QLabel* result_ = nullptr;
  std::shared_ptr<const PackPreview> preview_;
  bool busy_ = false;
  bool previewStale_ = true;
  Newest<Result<std::shared_ptr<const PackPreview>>> previewing_;
};

}  // namespace amber
