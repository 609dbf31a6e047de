#include <QTest>

#include "core/checks/check_project.h"
#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/text_picture.h"
#include "work/art/import_sheet.h"
#include "work/pack/pack_project.h"
#include "work/project/new_project.h"
#include "work/project/recovery.h"
#include "work/report/report.h"

using namespace amber;
using namespace amber::test;

class ImportSheetTest : public QObject {
  Q_OBJECT
 private slots:
  void anImageInTheFolderStaysAndAnotherIsCopied() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("project/art"));
    const std::string png = pngBytes(imageOf({"##"}));
    scratch.write("project/art/in.png", png);
    scratch.write("out.png", png);
    const auto inside = importSheet(scratch.path("project"), scratch.path("project/art/in.png"));
    QCOMPARE(inside->sheet.path, std::string("art/in.png"));
    const auto outside = importSheet(scratch.path("project"), scratch.path("out.png"));
    QCOMPARE(outside->sheet.path, std::string("sheets/out.png"));
    QCOMPARE(scratch.read("project/sheets/out.png"), png);
    QCOMPARE(scratch.read("out.png"), png);
  }

  void anotherImageOfTheSameNameGetsANumberAndTheSameOneDoesNot() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("a"));
    QDir().mkpath(scratch.qpath("b"));
    scratch.write("a/x.png", pngBytes(imageOf({"##"})));
    scratch.write("b/x.png", pngBytes(imageOf({"#."})));
    const std::string folder = scratch.path("project");
    QCOMPARE(importSheet(folder, scratch.path("a/x.png"))->sheet.path, std::string("sheets/x.png"));
    QCOMPARE(importSheet(folder, scratch.path("b/x.png"))->sheet.path,
             std::string("sheets/x_2.png"));
    QCOMPARE(importSheet(folder, scratch.path("a/x.png"))->sheet.path, std::string("sheets/x.png"));
  }
};
AMBER_TEST(ImportSheetTest);

class ArtStoreTest : public QObject {
  Q_OBJECT
 private slots:
  void missingAndChangedFilesAreFindings() {
    const Scratch scratch;
    Project project = *readProject(demoCopy(scratch).toStdString());
    QFile::remove(scratch.qpath("demo/sheets/keeper_idle.png"));
    std::string png = scratch.read("demo/sheets/keeper_walk.png");
    auto image = *imageFrom(png, "x");
    image.at(0, 0) = {1, 2, 3, 255};
    scratch.write("demo/sheets/keeper_walk.png", pngBytes(image));
    scratch.write("demo/sheets/clay_pot.png", pngBytes(imageOf({"##"})));
    const auto store = std::make_shared<ArtStore>(scratch.path("demo"));
    std::map<std::string, Finding> byRule;
    for (const Finding& finding : checkAll(project, store)) {
      byRule[finding.rule + " " + placeOf(finding.where, project)] = finding;
    }
    QCOMPARE(byRule.at("sheet.missing sheets/keeper_idle.png").severity, Severity::Error);
    // Another size: what no longer lies on it is marked as lost.
    const Finding& smaller = byRule.at("sheet.changed sheets/clay_pot.png");
    QVERIFY(withEdits(project, *smaller.remedy.edits(project, {}))
                ->project.assets[3]
                ->frames.back()
                .lost);
    const Finding& changed = byRule.at("sheet.changed sheets/keeper_walk.png");
    QCOMPARE(changed.severity, Severity::Warning);
    project = withEdits(project, *changed.remedy.edits(project, {}))->project;
    QCOMPARE(findSheet(project, changed.where.sheet)->hash,
             contentHash(scratch.read("demo/sheets/keeper_walk.png")));
  }
};
AMBER_TEST(ArtStoreTest);

class RecoveryTest : public QObject {
  Q_OBJECT
 private slots:
  void unsavedWorkComesBackBesideWhatWasSaved() {
    const Scratch scratch;
    const std::string path = demoCopy(scratch).toStdString();
    const Project saved = *readProject(path);
    QVERIFY(!reopen(path)->recovered);
    const Project edited =
        withEdits(saved, {Rename{saved.assets[0]->id, {}, {}, "edited"}})->project;
    QVERIFY(keepUnsaved(path, edited));
    QVERIFY(*reopen(path)->recovered == edited);
    QVERIFY(reopen(path)->saved == saved);
    dropUnsaved(path);
    QVERIFY(!reopen(path)->recovered);
  }

  void workThatWasNeverSavedComesBackAlone() {
    const Scratch scratch;
    const std::string path = scratch.path("new.amber");
    QVERIFY(!reopen(path));
    QVERIFY(keepUnsaved(path, newProject("new")));
    const auto reopened = reopen(path);
    QVERIFY(reopened && reopened->recovered && !reopened->everSaved);
  }

  void brokenUnsavedWorkDoesNotStandInTheWay() {
    const Scratch scratch;
    const std::string path = demoCopy(scratch).toStdString();
    QVERIFY(writeFileAtomically(recoveryPath(path), "{ broken"));
    const auto reopened = reopen(path);
    QVERIFY(reopened && !reopened->recovered);
    // Set aside, so that nothing is written over it.
    QVERIFY(!QFile::exists(QString::fromStdString(recoveryPath(path))));
    QCOMPARE(*readFile(reopened->setAside, 100), std::string("{ broken"));
    QVERIFY(writeFileAtomically(recoveryPath(path), "{ broken too"));
    const auto again = reopen(path);
    QVERIFY(again->setAside != reopened->setAside);
    QCOMPARE(*readFile(reopened->setAside, 100), std::string("{ broken"));
  }
};
AMBER_TEST(RecoveryTest);

#include "work_tests.moc"
