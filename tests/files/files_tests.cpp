#include <sys/stat.h>
#include <unistd.h>

#include <QTest>

#include "core/fit/keys/fit_edits.h"
#include "core/project/validation/valid_project.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/json/json_reader.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "glasshouse_project.h"
#include "sheets.h"
#include "support/registry.h"
#include "support/schema.h"
#include "support/scratch.h"
#include "support/text_picture.h"
#include "work/pack/pack_project.h"

using namespace amber;
using namespace amber::test;

class FileBytesTest : public QObject {
  Q_OBJECT
 private slots:
  void writingReplacesAndReadingGivesItBack() {
    const Scratch scratch;
    QVERIFY(writeFileAtomically(scratch.path("a"), "one"));
    QVERIFY(writeFileAtomically(scratch.path("a"), "two"));
    QCOMPARE(*readFile(scratch.path("a"), 100), std::string("two"));
    QCOMPARE(
        QDir(scratch.qpath("")).entryList(QDir::AllEntries | QDir::Hidden | QDir::NoDotAndDotDot),
        QStringList{"a"});
  }

  void whatIsNoRegularFileIsRefusedAtOnce() {
    const Scratch scratch;
    QCOMPARE(readFile(scratch.path("none"), 100).error().code, ErrorCode::FileMissing);
    QCOMPARE(readFile(scratch.path(), 100).error().code, ErrorCode::FileUnreadable);
    QCOMPARE(::mkfifo(scratch.path("pipe").c_str(), 0600), 0);
    QCOMPARE(readFile(scratch.path("pipe"), 100).error().code, ErrorCode::FileUnreadable);
    QCOMPARE(readFile("/dev/zero", 100).error().code, ErrorCode::FileUnreadable);
    scratch.write("large", std::string(200, 'x'));
    QCOMPARE(readFile(scratch.path("large"), 100).error().code, ErrorCode::FileUnreadable);
  }

  void aFailedWriteLeavesTheFileAsItWas() {
    const Scratch scratch;
    QVERIFY(!writeFileAtomically(scratch.path("none/a"), "x"));
    QVERIFY(!writeFileAtomically(scratch.path(), "x"));
  }

  void theHashIsSha256() {
    QCOMPARE(
        contentHash("abc"),
        std::string("sha256:ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad"));
  }
};
AMBER_TEST(FileBytesTest);

class ImageFileTest : public QObject {
  Q_OBJECT

  // A PNG whose header claims this size.
  static std::string pngClaiming(std::uint32_t width, std::uint32_t height) {
    std::string bytes = pngBytes(imageOf({"##", "##"}));
    const auto put = [&](std::size_t at, std::uint32_t value) {
      for (std::size_t i = 0; i < 4; ++i) {
        bytes[at + i] = static_cast<char>(value >> (24 - 8 * i) & 255);
      }
    };
    put(16, width);
    put(20, height);
    std::uint32_t crc = 0xffffffff;
    for (std::size_t i = 12; i < 29; ++i) {
      crc ^= static_cast<unsigned char>(bytes[i]);
      for (int k = 0; k < 8; ++k) crc = (crc & 1) != 0 ? crc >> 1 ^ 0xedb88320 : crc >> 1;
    }
    put(29, crc ^ 0xffffffff);
    return bytes;
  }

 private slots:
  void allPicturesOfAnAnimatedImageAreReadWithTheirTimes() {
    const Scratch scratch;
    // 6 x 4 px, red for 120 ms, blue for 300.
    scratch.write("two.gif",
                  QByteArray::fromBase64(
                      "R0lGODlhBgAEAPAAAP8AAAAAACH5BAAMAAAAIf8LTkVUU0NBUEUyLjADAQAAACwAAAAABgAE"
                      "AAACBISPqVcAIfkEAB4AAAAsAAAAAAYABACAAAD/AAAAAgSEj6lXADs=")
                      .toStdString());
    const auto gif = readImage(scratch.path("two.gif"));
    QCOMPARE(gif->image.size(), (PixelSize{12, 4}));
    QCOMPARE(gif->image.at(0, 0), (Rgba{255, 0, 0, 255}));
    QCOMPARE(gif->image.at(6, 3), (Rgba{0, 0, 255, 255}));
    QCOMPARE(gif->pictures->size, (PixelSize{6, 4}));
    QCOMPARE(gif->pictures->timesMs, (std::vector<int>{120, 300}));
    const std::string sheets = std::string(AMBER_SOURCE_DIR) + "/demo/glasshouse_night/sheets/";
    const auto webp = readImage(sheets + "lantern_flicker.webp");
    QCOMPARE(webp->pictures->timesMs, (std::vector<int>{120, 80, 140, 60, 110, 90}));
    QVERIFY(!readImage(sheets + "clay_pot.png")->pictures.has_value());
  }

  void theFormatsSayWhichOfThemMove() {
    std::map<std::string, bool> moving;
    for (const ImageFormat& format : imageFormats()) moving[format.name] = format.animated;
    QVERIFY(moving.at("gif"));
    QVERIFY(moving.at("webp"));
    QVERIFY(moving.at("png"));
    QVERIFY(!moving.at("bmp"));
  }

  void pixelsSurviveTheFileWithTheirColourUnderSoftAlpha() {
    const Image image = imageOf({"#o.", ".o#"});
    QVERIFY(*imageFrom(pngBytes(image), "x") == image);
  }

  void brokenImagesAreOneSentence_data() {
    QTest::addColumn<QByteArray>("bytes");
    QTest::addColumn<int>("code");
    const std::string good = pngBytes(glasshouse::thingSheets()[0].image);
    const auto bytes = [](const std::string& text) { return QByteArray::fromStdString(text); };
    QTest::newRow("empty") << QByteArray() << static_cast<int>(ErrorCode::NotAnImage);
    QTest::newRow("text") << QByteArray("no image") << static_cast<int>(ErrorCode::NotAnImage);
    QTest::newRow("truncated") << bytes(good.substr(0, good.size() / 2))
                               << static_cast<int>(ErrorCode::NotAnImage);
    QTest::newRow("header only") << bytes(good.substr(0, 40))
                                 << static_cast<int>(ErrorCode::NotAnImage);
    QTest::newRow("zero size") << bytes(pngClaiming(0, 5))
                               << static_cast<int>(ErrorCode::NotAnImage);
    QTest::newRow("huge") << bytes(pngClaiming(100000, 100000))
                          << static_cast<int>(ErrorCode::ImageTooLarge);
    QTest::newRow("too many pixels")
        << bytes(pngClaiming(16384, 16385)) << static_cast<int>(ErrorCode::ImageTooLarge);
    QTest::newRow("claims more than it holds")
        << bytes(pngClaiming(4000, 4000)) << static_cast<int>(ErrorCode::NotAnImage);
  }
  void brokenImagesAreOneSentence() {
    QFETCH(QByteArray, bytes);
    QFETCH(int, code);
    const auto image = imageFrom(bytes.toStdString(), "broken.png");
    QVERIFY(!image);
    QCOMPARE(static_cast<int>(image.error().code), code);
    QVERIFY(describe(image.error()).find('\n') == std::string::npos);
  }
};
AMBER_TEST(ImageFileTest);

class ProjectFileTest : public QObject {
  Q_OBJECT

  static std::string demoText() {
    return readFile(std::string(AMBER_SOURCE_DIR) + "/demo/glasshouse_night/glasshouse_night.amber",
                    1 << 20)
        .value();
  }

  // A recipe without any default value.
  static Recipe everyThing() {
    Recipe recipe;
    recipe.kind = ShapeKind::Circle;
    recipe.style = FitStyle::Trimmed;
    recipe.region.part = Region::Part::Bottom;
    recipe.region.size = 25;
    recipe.region.percent = true;
    recipe.inset = {1, -2, 0.5, 0, true};
    recipe.loss = 0.125;
    recipe.axis = CapsuleAxis::Horizontal;
    recipe.mask = {-3, Holes::Filled, 7};
    return recipe;
  }

 private slots:
  void projectsOfBeforeThereWereRecipesAreRead() {
    QString text = QString::fromStdString(demoText());
    // Of shapes; what roles and kinds have is newer.
    const QString now = "\"recipe\": {\"kind\": \"box\", \"style\": \"snug\"}, \"geometry\"";
    QVERIFY(text.contains(now));
    text.replace(now, "\"source\": \"snug\", \"geometry\"");
    QVERIFY(*projectFrom(text.toStdString(), "old") == *projectFrom(demoText(), "demo"));
    text.replace("\"source\": \"snug\"", "\"source\": \"hand\"");
    const Project byHand = *projectFrom(text.toStdString(), "old");
    QVERIFY(!byHand.assets.front()->frames.front().shapes.front().recipe);
  }

  void theTextGivesTheProjectBackAndKeepsToTheSchema() {
    Project project = *projectFrom(demoText(), "demo");
    // What the demo does not hold.
    Sheet sheet = *project.sheets.front();
    sheet.ink.key = KeyColour{1, 2, 3, 4, KeyReach::JoinedToEdge};
    sheet.cut.reset();
    const Asset& asset = *project.assets.front();
    project =
        withEdits(
            project,
            {PutSheet{sheet},
             SetOrigin{asset.id, asset.frames[0].id, {0.1, -3.25}, {OriginBasis::Hand, {}}},
             SetOrigin{asset.id,
                       asset.frames[1].id,
                       {1, 2},
                       {OriginBasis::FeetOf, {}, PointSnap::PixelCentre, asset.frames[0].id}},
             PutMount{asset.id, asset.frames[1].id, {"hand_l", {-2.5, 3}}},
             SetOriginLimits{{0.25, true}},
             SetShape{asset.id, asset.frames[1].id, {"body", Circle{3.5, 4, 2.25}, everyThing()}},
             SetShape{asset.id, asset.frames[2].id, {"body", Capsule{3, 4, 5.5, 6, 2}, {}}},
             SetShape{asset.id,
                      asset.frames[3].id,
                      {"body", MaskShape{3, 4, 5, 2, {{0, 0, 2}, {0, 3, 5}, {1, 1, 4}}}, Recipe{}}},
             SetShape{asset.id, asset.frames[0].id, {"body", Box{-1.5, 0.3, 7, 8}, std::nullopt}}})
            ->project;
    const std::string text = projectText(project);
    QVERIFY(*projectFrom(text, "copy") == project);
    QCOMPARE(projectText(*projectFrom(text, "copy")), text);
    QCOMPARE(QString::fromStdString(schemaComplaint("amber-project-1.schema.json", text)),
             QString());
  }

  void theSchemaObjectsToWhatIsWrong() {
    std::string text = demoText();
    text.replace(text.find("\"version\": 1"), 12, "\"version\": 9");
    QVERIFY(!schemaComplaint("amber-project-1.schema.json", text).empty());
  }

  void everyDefectHasItsOwnError_data() {
    QTest::addColumn<QString>("from");
    QTest::addColumn<QString>("to");
    QTest::addColumn<int>("code");
    QTest::addColumn<QString>("place");
    const auto row = [](const char* name, const char* from, const char* to, ErrorCode code,
                        const char* place) {
      QTest::newRow(name) << from << to << static_cast<int>(code) << place;
    };
    row("newer version", "\"version\": 1", "\"version\": 2", ErrorCode::NewerVersion, "");
    row("another format", "amber-project", "something", ErrorCode::WrongFormat, "");
    row("wrong type", "\"name\": \"Glasshouse Night\"", "\"name\": 7", ErrorCode::WrongType,
        "name");
    row("key twice", "\"nextId\": ", "\"version\": 1, \"x\": ", ErrorCode::NotJson, "");
    row("unknown key", "\"nextId\": ", "\"nextID\": ", ErrorCode::BadValue, "nextID");
    row("missing key", "\"originRule\": \"ink:BOTTOM\", ", "", ErrorCode::MissingKey,
        "assets[0].frames[0].originRule");
    row("path upward", "sheets/keeper_walk.png", "../keeper_walk.png", ErrorCode::PathLeavesFolder,
        "sheets[1].path");
    row("absolute path", "sheets/keeper_walk.png", "/etc/passwd", ErrorCode::PathLeavesFolder,
        "sheets[1].path");
    row("path through the folder", "sheets/keeper_walk.png", "sheets/../../x.png",
        ErrorCode::PathLeavesFolder, "sheets[1].path");
    row("an id twice", "{\"id\": 8,", "{\"id\": 1,", ErrorCode::BadValue, "sheets[1].id");
    row("frame of no sheet", "\"sheet\": 8,", "\"sheet\": 999,", ErrorCode::BadValue,
        "assets[0].frames[4].sheet");
    row("frame off its sheet", "\"rect\": [48, 0, 48, 48]", "\"rect\": [480, 0, 48, 48]",
        ErrorCode::BadValue, "assets[0].frames[1].rect");
    row("half a pixel", "\"rect\": [48, 0, 48, 48]", "\"rect\": [48.5, 0, 48, 48]",
        ErrorCode::BadValue, "assets[0].frames[1].rect[0]");
    row("unknown kind", "\"kind\": \"character\",\n", "\"kind\": \"hero\",\n", ErrorCode::BadValue,
        "");
    row("unknown shape", "\"geometry\": {\"kind\": \"box\"", "\"geometry\": {\"kind\": \"blob\"",
        ErrorCode::BadValue, "assets[0].frames[0].shapes[0].geometry.kind");
    row("inverted box", "\"w\": 35", "\"w\": -35", ErrorCode::BadValue,
        "assets[0].frames[0].shapes[0].geometry");
    row("rule of no frame", "\"originRule\": \"ink:BOTTOM\"", "\"originRule\": \"feetOf:7\"",
        ErrorCode::BadValue, "assets[0].frames[0].originRule");
    row("mount of a wrong name", "\"spout\":", "\"The Spout\":", ErrorCode::BadValue,
        "assets[0].frames[0].mounts");
    row("mount far away", "\"spout\": [45.5", "\"spout\": [45500", ErrorCode::BadValue,
        "assets[0].frames[0].mounts.spout[0]");
    row("drift out of range", "\"drift\": 8", "\"drift\": -8", ErrorCode::BadValue,
        "origins.drift");
    row("mask between pixels", "{\"kind\": \"box\", \"x\"",
        "{\"kind\": \"mask\", \"runs\": [[0.5, 0, 1]], \"x\"", ErrorCode::BadValue, "");
    row("radius too small", "{\"kind\": \"box\", \"x\"",
        "{\"kind\": \"circle\", \"cx\": 1, \"cy\": 1, \"r\": 0, \"x\"", ErrorCode::BadValue, "");
    row("unknown style", "\"style\": \"snug\"", "\"style\": \"loose\"", ErrorCode::BadValue, "");
    row("no duration", "\"durationsMs\": [250", "\"durationsMs\": [0", ErrorCode::BadValue,
        "assets[0].animations[0].durationsMs[0]");
    row("too large for a number", "\"nextId\": ", "\"nextId\": 1e999, \"x\": ", ErrorCode::NotJson,
        "");
  }
  void everyDefectHasItsOwnError() {
    QFETCH(QString, from);
    QFETCH(QString, to);
    QFETCH(int, code);
    QFETCH(QString, place);
    QString text = QString::fromStdString(demoText());
    const auto at = text.indexOf(from);
    QVERIFY2(at >= 0, qPrintable(from));
    text.replace(at, from.size(), to);
    const auto project = projectFrom(text.toStdString(), "file.amber");
    QVERIFY(!project);
    QCOMPARE(static_cast<int>(project.error().code), code);
    if (!place.isEmpty()) QCOMPARE(QString::fromStdString(project.error().place), place);
    QCOMPARE(project.error().file, std::string("file.amber"));
  }

  void brokenTextNeverCrashes() {
    const std::string text = demoText();
    for (std::size_t length = 0; length < text.size(); length += 97) {
      QVERIFY(!projectFrom(text.substr(0, length), "cut"));
    }
    QCOMPARE(projectFrom(std::string(200000, '['), "deep").error().code, ErrorCode::NotJson);
    QCOMPARE(projectFrom("[]", "list").error().code, ErrorCode::WrongFormat);
    QCOMPARE(projectFrom("{\"format\":\"amber-project\"}", "bare").error().code,
             ErrorCode::MissingKey);
  }

  void oneFrameIsOneLine() {
    const std::string text = demoText();
    const auto start = text.find("\"chr_keeper_walk_03\"");
    const auto line = text.substr(text.rfind('\n', start) + 1,
                                  text.find('\n', start) - text.rfind('\n', start) - 1);
    QVERIFY(line.find("\"originRule\"") != std::string::npos);
    QVERIFY(line.find("\"shapes\"") != std::string::npos);
  }

  void pathsThatStay_data() {
    QTest::addColumn<QString>("path");
    QTest::addColumn<bool>("stays");
    for (const char* path : {"a.png", "sheets/a.png", "a/b/c..png", "..a/b"}) {
      QTest::newRow(path) << path << true;
    }
    for (const char* path : {"", "/a", "../a", "a/../b", "a//b", "./a", "a/.", "a\\b", "a/"}) {
      QTest::newRow(qPrintable(QString("[%1]").arg(path))) << path << false;
    }
  }
  void pathsThatStay() {
    QFETCH(QString, path);
    QTEST(staysInFolder(path.toStdString()), "stays");
  }
};
AMBER_TEST(ProjectFileTest);

class ParcelFileTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  Project project_;
  std::shared_ptr<ArtStore> store_;

  Result<PackOutcome> pack() {
    return packProject(project_, defaultProfile(project_), store_, scratch_.path("parcel"), {});
  }

 private slots:
  void initTestCase() {
    project_ = *readProject(demoCopy(scratch_).toStdString());
    store_ = std::make_shared<ArtStore>(scratch_.path("demo"));
  }

  void packingTwiceGivesTheSameBytesAndLeavesNothingElse() {
    QVERIFY(pack());
    const std::string json = scratch_.read("parcel/parcel.json");
    const std::string page = scratch_.read("parcel/page_0.png");
    QVERIFY(!json.empty());
    const auto again = pack();
    QVERIFY(again && again->differences.empty());
    QCOMPARE(scratch_.read("parcel/parcel.json"), json);
    QCOMPARE(scratch_.read("parcel/page_0.png"), page);
    QCOMPARE(
        QDir(scratch_.qpath("")).entryList(QDir::AllEntries | QDir::Hidden | QDir::NoDotAndDotDot),
        (QStringList{"demo", "parcel"}));
  }

  void theTextGivesTheParcelBackAndKeepsToTheSchema() {
    QVERIFY(pack());
    const std::string text = scratch_.read("parcel/parcel.json");
    const Parcel parcel = *parcelFrom(text, "parcel.json");
    QCOMPARE(parcelText(parcel), text);
    QVERIFY(inconsistenciesOf(parcel).empty());
    QCOMPARE(QString::fromStdString(schemaComplaint("amber-parcel-1.schema.json", text)),
             QString());
  }

  void aMaskOnAnUnevenOriginComesBackTheSame() {
    // An asset on which nothing is held from this frame.
    const Asset& asset = *project_.assets[1];
    const FrameRef frame{asset.id, asset.frames[0].id};
    Recipe mask;
    mask.kind = ShapeKind::Mask;
    const Project before = project_;
    project_ =
        withEdits(project_, {SetOrigin{frame.asset, frame.frame, {31.0 / 3, 47.0 / 7}, kByHand}})
            ->project;
    project_ = withEdits(project_, fittedShapes(project_, {frame}, "body", mask,
                                                ArtStore::loading(store_, project_)))
                   ->project;
    QVERIFY(pack());
    const auto differences = verifyParcel(scratch_.path("parcel"), project_, store_);
    QVERIFY(differences && differences->empty());
    project_ = before;
    QVERIFY(pack());
  }

  void aParcelThatWasTamperedWithIsFound() {
    QVERIFY(pack());
    const std::string page = scratch_.read("parcel/page_0.png");
    scratch_.write("parcel/page_0.png", pngBytes(Image(256, 258)));
    QVERIFY(!readParcel(scratch_.path("parcel")));
    scratch_.write("parcel/page_0.png", page);
    QVERIFY(readParcel(scratch_.path("parcel")));
    std::string text = scratch_.read("parcel/parcel.json");
    text.replace(text.find("\"origin\": ["), 12, "\"origin\": [9");
    scratch_.write("parcel/parcel.json", text);
    const auto differences = verifyParcel(scratch_.path("parcel"), project_, store_);
    QVERIFY(differences && !differences->empty());
    QVERIFY(pack());
  }

  void aFolderWithOtherFilesIsNotReplaced() {
    QDir().mkpath(scratch_.qpath("mine"));
    scratch_.write("mine/notes.txt", "keep me");
    const auto refused =
        packProject(project_, defaultProfile(project_), store_, scratch_.path("mine"), {});
    QVERIFY(!refused);
    QCOMPARE(refused.error().code, ErrorCode::FileUnwritable);
    QCOMPARE(scratch_.read("mine/notes.txt"), std::string("keep me"));
  }

  void aFailedOrCancelledExportLeavesThePreviousParcel() {
    QVERIFY(pack());
    const std::string json = scratch_.read("parcel/parcel.json");
    std::stop_source stop;
    stop.request_stop();
    QVERIFY(!packProject(project_, defaultProfile(project_), store_, scratch_.path("parcel"),
                         {{}, stop.get_token()}));
    Project broken = project_;
    Asset twin = *broken.assets.front();
    broken = withEdits(broken, {Rename{broken.assets[1]->id, {}, {}, twin.name}})->project;
    const auto refused =
        packProject(broken, defaultProfile(broken), store_, scratch_.path("parcel"), {});
    QCOMPARE(refused.error().code, ErrorCode::HasErrors);
    QCOMPARE(scratch_.read("parcel/parcel.json"), json);
  }

  void hostileParcelsAreErrors_data() {
    QTest::addColumn<QString>("from");
    QTest::addColumn<QString>("to");
    QTest::newRow("page elsewhere") << "page_0.png"
                                    << "../page.png";
    QTest::newRow("page hidden in a folder") << "page_0.png"
                                             << "a/b.png";
    QTest::newRow("page out of range") << "\"page\": 0"
                                       << "\"page\": 5";
    QTest::newRow("rectangle off the page") << "\"rect\": ["
                                            << "\"rect\": [9";
    QTest::newRow("newer") << "\"version\": 1"
                           << "\"version\": 3";
    QTest::newRow("not ours") << "amber-parcel"
                              << "parcel";
    QTest::newRow("frame out of range") << "\"frames\": [0, 1"
                                        << "\"frames\": [0, 999";
    QTest::newRow("y axis unknown") << "\"down\""
                                    << "\"sideways\"";
  }
  void hostileParcelsAreErrors() {
    QFETCH(QString, from);
    QFETCH(QString, to);
    QVERIFY(pack());
    QString text = QString::fromStdString(scratch_.read("parcel/parcel.json"));
    const auto at = text.indexOf(from);
    QVERIFY(at >= 0);
    text.replace(at, from.size(), to);
    QVERIFY(!parcelFrom(text.toStdString(), "parcel.json"));
  }
};
AMBER_TEST(ParcelFileTest);

class DemoArtTest : public QObject {
  Q_OBJECT
 private slots:
  void drawingAgainGivesTheCommittedBytes() {
    const Scratch scratch;
    const auto project = glasshouse::makeProject(scratch.path("new"));
    QVERIFY(project);
    QVERIFY(writeProject(scratch.path("new/glasshouse_night.amber"), *project));
    const QDir committed(QString(AMBER_SOURCE_DIR) + "/demo/glasshouse_night");
    QStringList names{"glasshouse_night.amber"};
    for (const QString& sheet : QDir(committed.filePath("sheets")).entryList(QDir::Files)) {
      names << "sheets/" + sheet;
    }
    QCOMPARE(names.size(), 20);
    for (const QString& name : names) {
      const auto wanted = readFile(committed.filePath(name).toStdString(), 1 << 20);
      QVERIFY2(scratch.read("new/" + name.toStdString()) == *wanted, qPrintable(name));
    }
  }
};
AMBER_TEST(DemoArtTest);

#include "files_tests.moc"
