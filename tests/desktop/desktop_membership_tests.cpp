// What the program asks of the desktop and answers it: preferences, colours, sessions, and windows
// that are open already.
#include <QClipboard>
#include <QComboBox>
#include <QDBusConnection>
#include <QDBusMetaType>
#include <QDBusVariant>
#include <QDrag>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QProcess>
#include <QSettings>
#include <QSignalSpy>
#include <QTest>
#include <QThread>
#include <QTreeWidget>
#include <future>

#include "desktop/benches/cut/animation_panel.h"
#include "desktop/benches/fit/fit_stage.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/desktop_look.h"
#include "desktop/parts/durations.h"
#include "desktop/parts/ribbon.h"
#include "desktop/preferences.h"
#include "desktop/session/autosave.h"
#include "desktop/session/project_keeper.h"
#include "desktop/shell/about_dialog.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/preferences_dialog.h"
#include "desktop/shell/window_service.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"
#include "work/project/project_lock.h"

using namespace amber;
using namespace amber::test;

namespace {

// A message bus of its own, so that the one of whoever runs the tests hears nothing.
class PrivateBus {
 public:
  PrivateBus() {
    daemon_.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
    if (daemon_.waitForStarted() && daemon_.waitForReadyRead()) {
      address_ = QString::fromUtf8(daemon_.readLine()).trimmed();
    }
  }
  ~PrivateBus() {
    for (const QString& name : names_) QDBusConnection::disconnectFromBus(name);
    daemon_.kill();
    daemon_.waitForFinished();
  }

  // A connection of one program.
  QDBusConnection connection(const QString& name) {
    names_ << name;
    return QDBusConnection::connectToBus(address_, name);
  }

 private:
  QProcess daemon_;
  QString address_;
  QStringList names_;
};

// What a desktop answers to programs that ask for its settings.
class SettingsPortal : public QObject {
  Q_OBJECT
  Q_CLASSINFO("D-Bus Interface", "org.freedesktop.portal.Settings")

 public:
  explicit SettingsPortal(QDBusConnection bus) : bus_(std::move(bus)) {
    qDBusRegisterMetaType<QMap<QString, QVariantMap>>();
    bus_.registerObject("/org/freedesktop/portal/desktop", this,
                        QDBusConnection::ExportScriptableContents);
    bus_.registerService("org.freedesktop.portal.Desktop");
  }
  ~SettingsPortal() override { bus_.unregisterService("org.freedesktop.portal.Desktop"); }

  void set(const QString& key, uint value) {
    values_[key] = value;
    emit SettingChanged("org.freedesktop.appearance", key, QDBusVariant(value));
  }

 public slots:
  Q_SCRIPTABLE QMap<QString, QVariantMap> ReadAll(const QStringList& groups) {
    return {{groups.value(0), values_}};
  }

 signals:
  Q_SCRIPTABLE void SettingChanged(const QString& group, const QString& key,
                                   const QDBusVariant& value);

 private:
  QDBusConnection bus_;
  QVariantMap values_{{"color-scheme", 1U}};
};

}  // namespace

class DesktopMembershipTest : public QObject {
  Q_OBJECT

  static void choose(PreferencesDialog& dialog, const char* key, int index) {
    auto* box = dialog.findChild<QComboBox*>(key);
    box->setCurrentIndex(index);
    emit box->activated(index);
  }

 private slots:
  void init() { QSettings().clear(); }
  void cleanup() { QSettings().clear(); }

  // Whatever is chosen in the dialog holds at once where it is meant, and is kept.
  void preferencesApplyAtOnce() {
    OpenWindow open;
    goTo(open.window, Bench::Origin);
    auto* origin = open.window.findChild<OriginStage*>();
    goTo(open.window, Bench::Fit);
    auto* fit = open.window.findChild<FitStage*>();
    QCOMPARE(fit->backdrop(), Backdrop::Kraft);
    PreferencesDialog dialog(&open.window);
    choose(dialog, preference::kBackdrop, 1);
    choose(dialog, preference::kSnapPoints, 2);
    choose(dialog, preference::kSnapShapes, 1);
    choose(dialog, preference::kLargestFit, 2);
    QCOMPARE(fit->backdrop(), Backdrop::Dark);
    QCOMPARE(origin->snap(), PointSnap::Free);
    QVERIFY(find<QPushButton>(open.window, "snap:half pixel")->isChecked());
    QCOMPARE(fit->view().scale, 2.0);
    fit->nextBackdrop();
    QCOMPARE(fit->backdrop(), Backdrop::Light);
    // The next dialog shows what was chosen.
    PreferencesDialog again(&open.window);
    QCOMPARE(again.findChild<QComboBox*>(preference::kLargestFit)->currentIndex(), 2);
    choose(again, preference::kLargestFit, 0);
    QVERIFY(fit->view().scale > 2);
    QVERIFY(!QSettings().contains(preference::kLargestFit));
  }

  void durationsAreShownInThePreferredUnit() {
    QCOMPARE(durations::text(125), QString("125 ms"));
    preferences().set(preference::kDurations, static_cast<int>(DurationUnit::FramesPerSecond));
    QCOMPARE(durations::text(125), QString("8 fps"));
    QCOMPARE(durations::fromShown(8), 125);
    QCOMPARE(durations::fromShown(0.001), 60000);
    OpenWindow open;
    goTo(open.window, Bench::Cut);
    open.select("keeper_walk.png");
    type(open.window, "stepTime", "10");
    QCOMPARE(open.animation().steps.front().durationMs, 100);
    auto* field = find<NumberField>(open.window, "stepTime");
    preferences().set(preference::kDurations, static_cast<int>(DurationUnit::Milliseconds));
    QCOMPARE(field->value(), 100.0);
  }

  // A value that no choice has, from another version or a typing error, is not used.
  void aWrongValueIsTheDefault() {
    QSettings().setValue(preference::kLargestFit, "huge");
    QCOMPARE(preferences().value(preference::kLargestFit).toInt(), 0);
    QSettings().setValue(preference::kTheme, "Neon");
    QCOMPARE(preferredTheme().name, paperTheme().name);
  }

  void theProjectIsSavedByItself() {
    preferences().set(preference::kSaveAfter, 1);
    OpenWindow open;
    ProjectSession& session = open.window.session();
    constexpr int kMsPerMinute = 50;
    const Autosave autosave(session.keeper(), kMsPerMinute, nullptr);
    QSignalSpy saved(&session, &ProjectSession::saved);
    QVERIFY(session.perform("Rename", {Rename{session.currentAsset()->id, {}, {}, "chr_renamed"}}));
    QVERIFY(session.unsaved());
    QTRY_COMPARE(saved.count(), 1);
    QVERIFY(!session.unsaved());
    preferences().set(preference::kSaveAfter, 0);
    QVERIFY(session.perform("Rename", {Rename{session.currentAsset()->id, {}, {}, "chr_again"}}));
    QTest::qWait(4 * kMsPerMinute);
    QCOMPARE(saved.count(), 1);
  }

  // Who does not answer whether to overwrite is not asked again after each change.
  void savingByItselfAsksOnce() {
    preferences().set(preference::kSaveAfter, 1);
    OpenWindow open;
    ProjectSession& session = open.window.session();
    QSignalSpy changedOnDisk(&session, &ProjectSession::changedOnDisk);
    constexpr int kMsPerMinute = 50;
    const Autosave autosave(session.keeper(), kMsPerMinute, nullptr);
    QFile file(session.path());
    QVERIFY(file.open(QIODevice::Append));
    file.write("\n");
    file.close();
    for (const char* name : {"chr_first", "chr_second", "chr_third"}) {
      QVERIFY(session.perform("Rename", {Rename{session.currentAsset()->id, {}, {}, name}}));
      QTRY_VERIFY(changedOnDisk.count() > 0);
      QTest::qWait(4 * kMsPerMinute);
    }
    QCOMPARE(changedOnDisk.count(), 1);
    session.keeper().saveOver();
    open.settle();
    QVERIFY(!session.unsaved());
    QVERIFY(session.perform("Rename", {Rename{session.currentAsset()->id, {}, {}, "chr_last"}}));
    QTRY_VERIFY(!session.unsaved());
  }

  void aSheetIsOpenedInThePreferredEditor() {
    OpenWindow open;
    const QString note = open.scratch.qpath("opened.txt");
    const QString editor = open.scratch.qpath("paint it");
    QFile script(editor);
    QVERIFY(script.open(QIODevice::WriteOnly));
    script.write("#!/bin/sh\necho \"$1 $2\" > '" + note.toUtf8() + ".part'\nmv '" + note.toUtf8() +
                 ".part' '" + note.toUtf8() + "'\n");
    script.setPermissions(QFile::ReadOwner | QFile::ExeOwner);
    script.close();
    PreferencesDialog dialog(&open.window);
    auto* line = dialog.findChild<QLineEdit*>(preference::kSheetEditor);
    line->setText('"' + editor + "\" --new");
    emit line->editingFinished();
    goTo(open.window, Bench::Cut);
    open.window.actionTable().refresh();
    open.window.actionTable().action("sheet.openEditor")->trigger();
    QTRY_VERIFY(QFile::exists(note));
    QFile told(note);
    QVERIFY(told.open(QIODevice::ReadOnly));
    const QString words = QString::fromUtf8(told.readAll());
    QVERIFY2(words.startsWith("--new ") && words.contains(".png"), qPrintable(words));
    line->setText("no-such-program-at-all");
    emit line->editingFinished();
    open.window.actionTable().action("sheet.openEditor")->trigger();
    QVERIFY(find<QLabel>(open.window, "notice")->text().contains("Preferences"));
  }

  // An image from another program becomes a sheet beside the others, under a name that is free.
  void anImageIsPastedAsASheet() {
    OpenWindow open;
    const std::size_t before = open.project().sheets.size();
    QImage image(32, 16, QImage::Format_ARGB32);
    image.fill(qRgba(10, 200, 30, 255));
    image.setPixelColor(3, 2, Qt::transparent);
    QGuiApplication::clipboard()->setImage(image);
    for (const char* name : {"sheets/pasted.png", "sheets/pasted_2.png"}) {
      press(open.window, Qt::Key_V, Qt::ControlModifier | Qt::ShiftModifier);
      open.settle();
      QVERIFY2(findSheet(open.project(), std::string(name)) != nullptr, name);
    }
    QCOMPARE(open.project().sheets.size(), before + 2);
    QImage read(open.scratch.qpath("demo/sheets/pasted.png"));
    QCOMPARE(read.convertToFormat(QImage::Format_ARGB32), image);
  }

  // A frame goes to other programs as an image and as a file of its name.
  void aFrameIsCopiedAsAnImage() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    doByFinder(open.window, "Copy the frame as an image");
    const QMimeData* data = QGuiApplication::clipboard()->mimeData();
    const Frame& frame = *open.window.session().currentFrame();
    QCOMPARE(qvariant_cast<QImage>(data->imageData()).size(), QSize(frame.rect.w, frame.rect.h));
    QCOMPARE(data->urls().size(), 1);
    const QString file = data->urls().front().toLocalFile();
    QCOMPARE(QFileInfo(file).fileName(), QString::fromStdString(frame.name) + ".png");
    // The same pixels as on the sheet.
    const Sheet* sheet = findSheet(open.project(), frame.sheet);
    const QImage whole(open.scratch.qpath("demo/" + QString::fromStdString(sheet->path)));
    const QImage part = whole.copy(frame.rect.x, frame.rect.y, frame.rect.w, frame.rect.h);
    QCOMPARE(QImage(file).convertToFormat(QImage::Format_ARGB32),
             part.convertToFormat(QImage::Format_ARGB32));
  }

  // Frames that are dragged out of the window become files for whatever takes them.
  void framesAreDraggedOutOfTheWindow() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* ribbon = open.window.benchView(Bench::Fit).findChild<Ribbon*>();
    const QPoint cell = ribbon->cellOf(open.animation().id, 1).center();
    QStringList files;
    const auto look = [&] {
      const auto* drag = ribbon->findChild<QDrag*>();
      if (drag == nullptr || !files.isEmpty()) return;
      for (const QUrl& url : drag->mimeData()->urls()) files << url.fileName();
    };
    // Where the platform can drag, nothing else goes on until it is ended.
    QTimer ending;
    connect(&ending, &QTimer::timeout, this, [&] {
      look();
      QDrag::cancel();
    });
    ending.start(20);
    QTest::mousePress(ribbon->viewport(), Qt::LeftButton, {}, cell);
    QTest::mouseMove(ribbon->viewport(), cell + QPoint(0, 10));
    QVERIFY(files.isEmpty());
    const QPointF outside(cell.x(), open.window.height());
    QMouseEvent move(QEvent::MouseMove, outside, ribbon->viewport()->mapToGlobal(outside),
                     Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(ribbon->viewport(), &move);
    look();
    QCOMPARE(files, QStringList("chr_keeper_idle_02.png"));
  }

  void aboutNamesEveryLibrary() {
    OpenWindow open;
    const AboutDialog dialog(&open.window);
    const auto* list = dialog.findChild<QTreeWidget*>("libraries");
    for (int i = 0; i < list->topLevelItemCount(); ++i) {
      QVERIFY(!list->topLevelItem(i)->text(0).isEmpty() &&
              !list->topLevelItem(i)->text(2).isEmpty());
    }
    QCOMPARE(list->topLevelItem(0)->text(1), QString(qVersion()));
    QVERIFY(dialog.findChild<QPlainTextEdit*>("licence")->toPlainText().contains(
        "GNU GENERAL PUBLIC LICENSE"));
  }

  // A desktop that turns dark, or to high contrast, turns a running window with it.
  void theWindowFollowsTheDesktop() {
    PrivateBus bus;
    SettingsPortal portal(bus.connection("portal"));
    const DesktopLook look(bus.connection("program"), nullptr);
    QTRY_COMPARE(preferredTheme().name, lampTheme().name);
    QSignalSpy changed(&look, &DesktopLook::changed);
    portal.set("contrast", 1);
    QTRY_COMPARE(preferredTheme().name, darkContrastTheme().name);
    portal.set("color-scheme", 2);
    QTRY_COMPARE(preferredTheme().name, lightContrastTheme().name);
    // What the user chose for this program counts more.
    preferences().set(preference::kTheme, lampTheme().name);
    QCOMPARE(preferredTheme().name, lampTheme().name);
    preferences().set(preference::kTheme, QString());
    portal.set("contrast", 0);
    portal.set("color-scheme", 0);
    QTRY_COMPARE(preferredTheme().name, paperTheme().name);
    QCOMPARE(changed.count(), 4);
  }

  void anOpenWindowComesForward() {
    PrivateBus bus;
    OpenWindow open(bus.connection("first"));
    const QString path = open.window.session().path();
    open.window.showMinimized();
    const QDBusConnection second = bus.connection("second");
    auto asked =
        std::async(std::launch::async, [&] { return WindowService::bringForward(second, path); });
    QTRY_VERIFY(!open.window.isMinimized());
    QVERIFY(asked.get());
    QVERIFY(!WindowService::bringForward(second, path + "x"));
  }

  // Also under the name that it was saved as, and no longer under the old one.
  void aProjectIsFoundUnderItsNewName() {
    PrivateBus bus;
    OpenWindow open(bus.connection("first"));
    const QString before = open.window.session().path();
    const QString after = open.scratch.qpath("demo/other.amber");
    open.window.session().saveAs(after);
    open.settle();
    QSignalSpy activated(open.window.findChild<WindowService*>(), &WindowService::activated);
    const QDBusConnection second = bus.connection("second");
    auto asked = std::async(std::launch::async, [&] {
      return std::pair(WindowService::bringForward(second, before),
                       WindowService::bringForward(second, after));
    });
    QTRY_COMPARE(activated.count(), 1);
    QCOMPARE(asked.get(), std::pair(false, true));
  }

  // Who asks for a project that another program has open is told where it is.
  void whoAsksForAnOpenProjectIsTold() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    PrivateBus bus;
    const auto lock = ProjectLock::take(path.toStdString(), 0);
    QVERIFY(lock.has_value());
    // The other program, on a thread that answers while this one waits.
    QThread thread;
    auto* service = new WindowService(bus.connection("first"), nullptr);
    service->show(path);
    service->moveToThread(&thread);
    connect(&thread, &QThread::finished, service, &QObject::deleteLater);
    thread.start();
    MainWindow window(bus.connection("second"));
    window.show();
    window.openProject(path);
    thread.quit();
    thread.wait();
    QVERIFY(!window.session().hasProject());
    QVERIFY(find<QLabel>(window, "notice")->text().contains("another window"));
  }

  void aLogoutKeepsTheWork() {
    OpenWindow open;
    ProjectSession& session = open.window.session();
    QVERIFY(session.perform("Rename", {Rename{session.currentAsset()->id, {}, {}, "chr_renamed"}}));
    goTo(open.window, Bench::Names);
    QVERIFY(open.window.keepForLogout().has_value());
    QVERIFY2(session.stateText().contains("backed up"), qPrintable(session.stateText()));
    QCOMPARE(open.window.restartArguments(), QStringList({session.path(), "--bench", "names"}));
  }
};

AMBER_TEST(DesktopMembershipTest);

#include "desktop_membership_tests.moc"
