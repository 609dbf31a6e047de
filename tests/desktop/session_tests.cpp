#include <QAbstractItemModelTester>
#include <QSignalSpy>
#include <QTest>

#include "desktop/benches/names/family_model.h"
#include "desktop/session.h"
#include "desktop/shell/shelf.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/text_picture.h"
#include "work/project/recovery.h"

using namespace amber;
using namespace amber::test;

class SessionTest : public QObject {
  Q_OBJECT

  static std::vector<Edit> renamed(const ProjectSession& session, const char* name) {
    return {Rename{session.project().assets.front()->id, {}, {}, name}};
  }

 private slots:
  void aProjectOpensWithItsArtAndFindings() {
    const Scratch scratch;
    ProjectSession session;
    QVERIFY(session.open(demoCopy(scratch)));
    session.settle();
    QVERIFY(session.artOf(session.project().sheets.front()->id) != nullptr);
    QCOMPARE(session.findings().size(), std::size_t{12});
    QCOMPARE(session.stateText(), QString("saved"));
    QVERIFY(!session.unsaved());
  }

  void undoAndRedoGoThroughEveryStepAndReveal() {
    const Scratch scratch;
    ProjectSession session;
    QVERIFY(session.open(demoCopy(scratch)));
    const Project before = session.project();
    const Selection elsewhere = repaired(before, {{}, before.assets[2]->id, {}, {}, {}, {}});
    QVERIFY(session.perform("one", renamed(session, "one")));
    QVERIFY(session.perform("two", renamed(session, "two"), elsewhere));
    QCOMPARE(session.selection(), elsewhere);
    session.history().undo();
    QCOMPARE(session.project().assets.front()->name, std::string("one"));
    session.history().undo();
    QVERIFY(session.project() == before);
    session.history().redo();
    session.history().redo();
    QCOMPARE(session.selection(), elsewhere);
    QCOMPARE(session.project().assets.front()->name, std::string("two"));
  }

  void viewsHearOnlyWhatChanged() {
    const Scratch scratch;
    ProjectSession session;
    QVERIFY(session.open(demoCopy(scratch)));
    std::vector<Touched> heard;
    connect(&session, &ProjectSession::changed, this,
            [&](const Touched& touched) { heard.push_back(touched); });
    session.perform("one", renamed(session, "one"));
    QCOMPARE(heard.size(), std::size_t{1});
    QCOMPARE(heard[0].assets, std::vector<AssetId>{session.project().assets.front()->id});
    QVERIFY(heard[0].sheets.empty());
  }

  void aPreviewLeavesNoTrace() {
    const Scratch scratch;
    ProjectSession session;
    QVERIFY(session.open(demoCopy(scratch)));
    const Project before = session.project();
    session.preview(renamed(session, "seen"));
    QCOMPARE(session.project().assets.front()->name, std::string("seen"));
    session.endPreview();
    QVERIFY(session.project() == before);
    QCOMPARE(session.history().count(), 0);
    QVERIFY(!session.unsaved());
  }

  void anEditOfWhatIsGoneIsToldAndChangesNothing() {
    const Scratch scratch;
    ProjectSession session;
    QVERIFY(session.open(demoCopy(scratch)));
    QSignalSpy failures(&session, &ProjectSession::failed);
    QVERIFY(!session.perform("no", {Rename{{9999}, {}, {}, "x"}}));
    QCOMPARE(failures.count(), 1);
  }

  void savingWritesTheProjectAndDropsWhatWasKept() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    ProjectSession session;
    QVERIFY(session.open(path));
    session.perform("one", renamed(session, "one"));
    QVERIFY(session.keepNow());
    QVERIFY(QFile::exists(QString::fromStdString(recoveryPath(path.toStdString()))));
    QSignalSpy saves(&session, &ProjectSession::saved);
    session.save();
    session.settle();
    QCOMPARE(saves.count(), 1);
    QVERIFY(!session.unsaved());
    QVERIFY(!QFile::exists(QString::fromStdString(recoveryPath(path.toStdString()))));
    QCOMPARE(readProject(path.toStdString())->assets.front()->name, std::string("one"));
    session.history().undo();
    QVERIFY(session.unsaved());
  }

  void aFailedSaveIsToldAndTheWorkStaysUnsaved() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    ProjectSession session;
    QVERIFY(session.open(path));
    session.settle();
    QDir(scratch.qpath("demo")).removeRecursively();
    session.perform("one", renamed(session, "one"));
    QSignalSpy failures(&session, &ProjectSession::failed);
    session.save();
    session.settle();
    QVERIFY(failures.count() >= 1);
    QVERIFY(session.unsaved());
  }

  void unsavedWorkComesBackAsAStepThatCanBeUndone() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    {
      ProjectSession session;
      QVERIFY(session.open(path));
      session.perform("one", renamed(session, "one"));
      QVERIFY(session.keepNow());
    }
    ProjectSession session;
    QSignalSpy told(&session, &ProjectSession::told);
    QVERIFY(session.open(path));
    QCOMPARE(session.project().assets.front()->name, std::string("one"));
    QCOMPARE(told.count(), 1);
    QVERIFY(session.unsaved());
    session.history().undo();
    QCOMPARE(session.project().assets.front()->name, std::string("chr_keeper"));
  }

  void imagesBeginAProjectInTheirFolder() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("meadow"));
    scratch.write("meadow/a.png", pngBytes(imageOf({"##"})));
    scratch.write("meadow/b.png", "broken");
    ProjectSession session;
    QSignalSpy failures(&session, &ProjectSession::failed);
    session.importImages({scratch.qpath("meadow/a.png"), scratch.qpath("meadow/b.png")});
    session.settle();
    QCOMPARE(session.path(), scratch.qpath("meadow/meadow.amber"));
    QCOMPARE(session.project().sheets.size(), std::size_t{1});
    QCOMPARE(session.project().sheets.front()->path, std::string("a.png"));
    QCOMPARE(failures.count(), 1);
    QVERIFY(failures.first().first().toString().contains("b.png"));
    session.importImages({scratch.qpath("meadow/a.png")});
    session.settle();
    QCOMPARE(session.project().sheets.size(), std::size_t{1});
  }

  void brokenProjectsLeaveTheOpenOneAlone() {
    const Scratch scratch;
    ProjectSession session;
    QVERIFY(session.open(demoCopy(scratch)));
    scratch.write("broken.amber", "{");
    QVERIFY(!session.open(scratch.qpath("broken.amber")));
    QCOMPARE(session.project().name, std::string("Glasshouse Night"));
  }
};
AMBER_TEST(SessionTest);

class ModelsTest : public QObject {
  Q_OBJECT
 private slots:
  void theShelfKeepsTheRulesOfModelsAndFilters() {
    const Scratch scratch;
    ProjectSession session;
    ShelfModel model(session);
    const QAbstractItemModelTester tester(&model,
                                          QAbstractItemModelTester::FailureReportingMode::Fatal);
    QVERIFY(session.open(demoCopy(scratch)));
    model.refresh();
    QCOMPARE(model.rowCount(), 19);
    model.setFilter("keeper");
    QCOMPARE(model.rowCount(), 3);
    model.setContent(ShelfContent::Assets);
    QCOMPARE(model.rowCount(), 1);
    QCOMPARE(model.index(0).data().toString(), QString("chr_keeper"));
    model.setFilter("none such");
    QCOMPARE(model.rowCount(), 0);
  }

  void theFamilyKeepsTheRulesOfModelsOpensAndFilters() {
    const Scratch scratch;
    Project project = *readProject(demoCopy(scratch).toStdString());
    FamilyModel model;
    const QAbstractItemModelTester tester(&model,
                                          QAbstractItemModelTester::FailureReportingMode::Fatal);
    model.setProject(project);
    const int closed = model.rowCount();
    QVERIFY(closed > 15 && model.wrongCount() == 0);
    const int keeper = model.rowOf({NameSort::Asset, project.assets[0]->id.value});
    model.setOpen(keeper, true);
    QCOMPARE(model.rowCount(), closed + 5);  // three animations and two mounts
    model.setOpen(keeper, false);
    project = withEdits(project, {Rename{project.assets[0]->id, {}, {}, "Bad Name"}})->project;
    model.setProject(project);
    QCOMPARE(model.wrongCount(), 19);  // the asset and its 18 frames
    QCOMPARE(model.rowCount(), closed + 20);
    model.setFilter("Bad");
    QCOMPARE(model.rowCount(), 4);
    QSignalSpy asked(&model, &FamilyModel::renameAsked);
    QVERIFY(!model.setData(model.index(1), "Bad Name", Qt::EditRole));
    QVERIFY(model.setData(model.index(1), "better", Qt::EditRole));
    QCOMPARE(asked.count(), 1);
  }
};
AMBER_TEST(ModelsTest);

#include "session_tests.moc"
