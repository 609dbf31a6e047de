#include <QImage>
#include <QPainter>
#include <QTest>

#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

class ShapeCliTest : public QObject {
  Q_OBJECT
 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoCopy(*scratch_);
  }

  void aRoleIsMadeAndItsShapesAreFittedHeldAndTold() {
    const json roles = told({"role", project_, "--name", "stomp", "--duty", "notices", "--region",
                             "top:3px", "--most-bare-ink", "1", "--for-kind", "character"});
    QCOMPARE(roles["roles"].size(), std::size_t{4});
    QVERIFY(roles["roles"][3]["recipe"]["region"] == "top:3px");
    const json shapes = told({"shape", project_, "--asset", "chr_keeper", "--animation", "walk",
                              "--role", "stomp", "--do", "fit", "--way", "held"});
    QCOMPARE(shapes["shapes"].size(), std::size_t{8});
    for (const json& shape : shapes["shapes"]) {
      QVERIFY(shape["keyedOn"] == "chr_keeper_walk_01");
      QVERIFY(shape["geometry"]["h"] == 3.0);
    }
    const json keyed = told({"shape", project_, "--asset", "chr_keeper", "--animation", "walk",
                             "--role", "stomp", "--do", "key"});
    QVERIFY(keyed["changed"] == 7);
    const json mirrored = told({"shape", project_, "--asset", "chr_keeper", "--frame", "5",
                                "--role", "stomp", "--do", "mirror"});
    QVERIFY(mirrored["shapes"][0]["recipe"].is_null());
    const json copied = told({"shape", project_, "--asset", "chr_keeper", "--frame", "5", "--role",
                              "stomp", "--do", "copy", "--copy-to", "body"});
    QVERIFY(copied["changed"] == 1);
    told({"role", project_, "--name", "stomp", "--rename", "head"});
    const Project project = *readProject(project_.toStdString());
    QVERIFY(findRole(project, "head") != nullptr && findRole(project, "stomp") == nullptr);
    QCOMPARE(findKind(project, "character")->shapes.back().role, std::string("head"));
    told({"role", project_, "--name", "head", "--remove"});
    QVERIFY(findRole(*readProject(project_.toStdString()), "head") == nullptr);
  }

  void measuresAndSteadinessAreToldOfEveryFrame() {
    const QStringList walk = {"shape", project_, "--asset", "chr_keeper", "--animation", "walk"};
    const json each = told(walk);
    bool moving = false;
    for (const json& shape : each["shapes"]) {
      QCOMPARE(shape["measures"]["bareInk"].get<double>(), 0.0);
      QVERIFY(shape["measures"]["air"] > 0.4);
      QCOMPARE(shape["steadiness"].size(), std::size_t{1});
      QVERIFY(shape["steadiness"][0]["animation"] == "walk");
      moving = moving || shape["steadiness"][0]["steadiness"] < 0.99;
    }
    QVERIFY(moving);
    // What is held is as steady as can be, from the last step to the first too.
    QStringList held = walk;
    held << "--do"
         << "fit"
         << "--way"
         << "held";
    // Named, since a part of a value that is gone is gone too.
    const json answer = told(held);
    QVERIFY(!answer["shapes"].empty());
    for (const json& shape : answer["shapes"]) {
      QCOMPARE(shape["steadiness"][0]["steadiness"].get<double>(), 1.0);
    }
  }

  void aToleranceTakesFewerPointsInEveryStyle() {
    const auto points = [&](const char* tolerance) {
      const json fitted =
          told({"shape", project_, "--asset", "chr_keeper", "--frame", "1", "--do", "fit",
                "--shape", "polygon:balanced", "--points", "30", "--tolerance", tolerance});
      return fitted["shapes"][0]["geometry"]["points"].size();
    };
    QVERIFY(points("6") < points("0"));
  }

  void oneShapeForAllIsTheSameFromEveryOrigin() {
    told({"shape", project_, "--asset", "chr_keeper", "--animation", "idle", "--do", "fit", "--way",
          "together", "--shape", "polygon:snug", "--around", "all"});
    const Project project = *readProject(project_.toStdString());
    const Asset& keeper = *findAsset(project, "chr_keeper");
    const auto from = [&](std::size_t i) {
      const Frame& frame = keeper.frames[i];
      return moved(findShape(frame, "body")->geometry, -frame.origin.x, -frame.origin.y);
    };
    const Box a = bounds(from(0));
    const Box b = bounds(from(2));
    QVERIFY(std::abs(a.x - b.x) < 1e-9 && std::abs(a.w - b.w) < 1e-9);
  }

  void aRepaintIsFittedAgainAndListed() {
    QVERIFY(told({"refit", project_})["changes"].empty());
    const Project project = *readProject(project_.toStdString());
    const Frame& frame = findAsset(project, "chr_keeper")->frames[1];
    const QString path =
        scratch_->qpath("demo/" + QString::fromStdString(findSheet(project, frame.sheet)->path));
    QImage image = QImage(path).convertToFormat(QImage::Format_RGBA8888);
    QPainter painter(&image);
    painter.fillRect(frame.rect.x + 1, frame.rect.y + 20, 30, 2, QColor(90, 60, 30));
    painter.end();
    QVERIFY(image.save(path));
    told({"refresh", project_});
    const json tried = told({"refit", project_, "--try"});
    // The body, and the reach around it.
    QVERIFY(tried["changes"].size() == 2);
    QVERIFY(tried["changes"][0]["frame"] == frame.name);
    QVERIFY(tried["changes"][0]["farthestPx"] > 5.0);
    QVERIFY(told({"refit", project_})["changes"] == tried["changes"]);
    QVERIFY(told({"refit", project_})["changes"].empty());
  }

  void wrongCallsAreRefusedInOneLine() {
    for (const QStringList& call :
         {QStringList{"shape", project_, "--asset", "chr_keeper", "--role", "nose"},
          QStringList{"role", project_, "--name", "Big Nose"},
          QStringList{"role", project_, "--name", "body", "--for-kind", "ghost"},
          QStringList{"shape", project_, "--asset", "chr_keeper", "--do", "hold"}}) {
      const auto run = runCli(call);
      QVERIFY(run.exitCode == 2);
      QCOMPARE(run.err.count('\n'), 1);
    }
  }

  void candidatesOfAnImageFitTogetherWithTheirParts() {
    const QString sheet = scratch_->qpath("demo/sheets/keeper_idle.png");
    const json fit = told({"fit", sheet, "--count", "4x1", "--shape", "polygon:snug", "--together",
                           "--parts", "--part-points", "5"});
    QCOMPARE(fit["together"].size(), std::size_t{1});
    QVERIFY(fit["together"][0]["measures"]["bareInk"] == 0.0);
    QCOMPARE(fit["frames"].size(), std::size_t{4});
    for (const json& frame : fit["frames"]) {
      QVERIFY(frame["candidates"][0]["measures"]["bareInk"] == 0.0);
      for (const json& part : frame["candidates"][0]["geometry"]["parts"])
        QVERIFY(part.size() <= 5);
    }
  }

 private:
  json told(QStringList call) {
    call << "--json";
    const auto run = runCli(call);
    if (run.exitCode != 0) qWarning("%s", run.err.constData());
    return run.exitCode == 0 ? run.json() : json();
  }

  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(ShapeCliTest);

#include "shape_cli_tests.moc"
