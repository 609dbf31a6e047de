#include <sys/resource.h>
#include <unistd.h>

#include <QSignalSpy>
#include <QTest>
#include <atomic>
#include <new>
#include <stdexcept>
#include <thread>

#include "desktop/session/background.h"
#include "support/registry.h"

using namespace amber;

class BackgroundTest : public QObject {
  Q_OBJECT

  static void rest(int ms) { std::this_thread::sleep_for(std::chrono::milliseconds(ms)); }

 private slots:
  void workRunsBesideAndItsResultComesHere() {
    Background background;
    const auto here = std::this_thread::get_id();
    std::thread::id there;
    bool finished = false;
    background.run(this, {}, [&](const Progress&) -> Background::Finish {
      there = std::this_thread::get_id();
      return [&] {
        finished = true;
        QCOMPARE(std::this_thread::get_id(), here);
      };
    });
    QVERIFY(background.busy());
    background.settle();
    QVERIFY(finished && !background.busy());
    QVERIFY(there != here);
  }

  // So do the threads that the work starts, which a check does.
  void workGivesWayToTheWindow() {
    const auto priority = [] { return ::getpriority(PRIO_PROCESS, static_cast<id_t>(::gettid())); };
    const int here = priority();
    Background background;
    int there = here;
    int further = here;
    background.run(this, {}, [&](const Progress&) -> Background::Finish {
      there = priority();
      std::thread([&] { further = priority(); }).join();
      return [] {};
    });
    background.settle();
    QVERIFY2(there > here, qPrintable(QString::number(there)));
    QCOMPARE(further, there);
    QCOMPARE(priority(), here);
  }

  void workThatThrowsIsToldAndTheNextWorkRuns() {
    Background background;
    QSignalSpy failed(&background, &Background::failed);
    bool undone = false;
    bool finished = false;
    background.run(
        this, "Pack", [](const Progress&) -> Background::Finish { throw std::bad_alloc(); },
        Background::Lane::Readers,
        [&](const Error& error) { undone = error.code == ErrorCode::OutOfMemory; });
    background.run(
        this, {}, [](const Progress&) -> Background::Finish { throw std::runtime_error("odd"); },
        Background::Lane::Writer);
    background.settle();
    QCOMPARE(failed.count(), 2);
    QVERIFY(undone);
    QVERIFY(failed[0][0].toString().contains("memory") ||
            failed[1][0].toString().contains("memory"));
    for (const Background::Lane lane : {Background::Lane::Readers, Background::Lane::Writer}) {
      background.run(
          this, {}, [&](const Progress&) -> Background::Finish { return [&] { finished = true; }; },
          lane);
    }
    background.settle();
    QVERIFY(finished && !background.busy());
    // Work of which only the newest counts continues too.
    int delivered = 0;
    Newest<int> newest(background, this, {}, [&](int result) { delivered = result; });
    newest.ask([](const Progress&) -> int { throw std::bad_alloc(); });
    background.settle();
    newest.ask([](const Progress&) { return 4; });
    background.settle();
    QCOMPARE(delivered, 4);
  }

  void progressIsToldByManyThreadsAtOnce() {
    Background background;
    int told = 0;
    connect(&background, &Background::progressed, this,
            [&](const QString&, int, int total) { told += total > 0 ? 1 : 0; });
    background.run(this, "Count", [](const Progress& progress) -> Background::Finish {
      std::vector<std::jthread> threads;
      for (int i = 0; i < 8; ++i) {
        threads.emplace_back([&progress] {
          for (int step = 0; step < 900; ++step) {
            progress.at(step, 900);
            std::this_thread::sleep_for(std::chrono::microseconds(600));
          }
        });
      }
      threads.clear();
      return [] {};
    });
    background.settle();
    QVERIFY2(told > 0 && told < 60, qPrintable(QString::number(told)));
  }

  void whatIsGoneHearsNothing() {
    Background background;
    bool heard = false;
    auto* owner = new QObject;
    std::atomic<bool> go = false;
    background.run(owner, {}, [&](const Progress&) -> Background::Finish {
      while (!go) rest(1);
      return [&] { heard = true; };
    });
    delete owner;
    go = true;
    background.settle();
    QVERIFY(!heard);
  }

  void nothingIsHeardOfARunnerThatIsGoneAndItsWorkIsStopped() {
    bool heard = false;
    std::atomic<bool> started = false;
    std::atomic<bool> stopped = false;
    {
      Background background;
      background.run(this, {}, [&](const Progress& progress) -> Background::Finish {
        started = true;
        while (!progress.cancelled()) rest(1);
        stopped = true;
        return [&] { heard = true; };
      });
      while (!started) rest(1);
    }
    QCoreApplication::processEvents();
    QVERIFY(stopped);
    QVERIFY(!heard);
  }

  void theWriterWritesInTheOrderAskedForEvenWhileTheRunnerGoes() {
    std::vector<int> written;
    {
      Background background;
      for (int i = 0; i < 20; ++i) {
        background.run(
            nullptr, {},
            [&, i](const Progress&) -> Background::Finish {
              rest(1);
              written.push_back(i);
              return {};
            },
            Background::Lane::Writer);
      }
    }
    QCOMPARE(written.size(), std::size_t{20});
    QVERIFY(std::is_sorted(written.begin(), written.end()));
  }

  void onlyWhatTakesLongIsToldAndNotTooOften() {
    Background background;
    QSignalSpy told(&background, &Background::progressed);
    const auto work = [](int ms) {
      return [ms](const Progress& progress) -> Background::Finish {
        for (int i = 0; i < ms; ++i) {
          progress.at(i, ms);
          rest(1);
        }
        return {};
      };
    };
    background.run(this, "short", work(30));
    background.settle();
    QCOMPARE(told.count(), 0);
    background.run(this, "long", work(800));
    background.settle();
    QVERIFY2(told.count() >= 2 && told.count() <= 20, qPrintable(QString::number(told.count())));
    QCOMPARE(told.last().at(2).toInt(), 0);
    QCOMPARE(told.last().at(0).toString(), QString("long"));
  }

  void whatIsToldCanBeStopped() {
    Background background;
    connect(&background, &Background::progressed, &background, &Background::stopTold);
    bool stopped = false;
    background.run(this, "endless", [&](const Progress& progress) -> Background::Finish {
      for (int i = 0; i < 100000 && !progress.cancelled(); ++i) {
        progress.at(i, 100000);
        rest(1);
      }
      stopped = progress.cancelled();
      return {};
    });
    background.settle();
    QVERIFY(stopped);
  }

  void ofManyWishesTheNewestIsDelivered() {
    Background background;
    std::vector<int> delivered;
    std::atomic<int> ran = 0;
    Newest<int> newest(background, this, {}, [&](int value) { delivered.push_back(value); });
    for (int i = 0; i < 50; ++i) {
      newest.ask([&, i](const Progress&) {
        ++ran;
        rest(2);
        return i;
      });
    }
    background.settle();
    QCOMPARE(delivered, std::vector<int>{49});
    QVERIFY2(ran <= 3, "wishes in between were worked on");
    newest.ask([](const Progress&) { return 1; });
    newest.forget();
    background.settle();
    QCOMPARE(delivered.size(), std::size_t{1});
  }
};
AMBER_TEST(BackgroundTest);

#include "background_tests.moc"
