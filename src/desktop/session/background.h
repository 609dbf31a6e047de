#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <QPointer>
#include <QString>
#include <chrono>
#include <condition_variable>
#include <cstdint>
#include <deque>
#include <functional>
#include <map>
#include <mutex>
#include <optional>
#include <stop_token>
#include <thread>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"

namespace amber {

/// Runs work in the background. All slow work uses one of these.
/// Work gets an immutable snapshot and returns one result, as a function that is then called on the
/// interface thread. It is not called if `owner`, the object that requested the work, or the runner
/// has been destroyed. Work and results are passed under a lock of this class; only the wake-up of
/// the interface thread goes through Qt.
class Background : public QObject {
  Q_OBJECT

 public:
  using Id = std::uint64_t;
  /// Called on the interface thread with what the work has found.
  using Finish = std::function<void()>;
  using Work = std::function<Finish(const Progress& progress)>;
  /// Called on the interface thread, in place of Finish, when the work has thrown an exception.
  using Failed = std::function<void(const Error& error)>;

  /// Work of one lane runs in the order asked for if the lane has one thread.
  enum class Lane {
    Readers,  ///< As many threads as the machine has cores, 2 to 8.
    Writer,   ///< One thread, so that files are written in the order asked for.
  };

  explicit Background(QObject* parent = nullptr);
  /// Asks all work to stop and waits for it.
  ~Background() override;

  /// `label`: a short text for people, such as "Pack", shown after kTellAfterMs. Work with the same
  /// label is shown together; an empty label is never shown. `failed` reverts what the caller
  /// recorded about running work; like Finish it is not called if the owner has been destroyed.
  Id run(QObject* owner, const QString& label, Work work, Lane lane = Lane::Readers,
         Failed failed = {});

  /// Asks the work to stop; its Finish is called all the same, with what it has.
  void stop(Id id);
  /// Requests all displayed work to stop.
  void stopTold();
  bool busy() const { return !jobs_.empty(); }
  /// Handles events until nothing runs. For tests and for closing.
  void settle();
  /// Waits without handling events until the lane is idle, then calls what is finished.
  void waitFor(Lane lane);

  /// Work that takes longer is displayed; and the interval of its progress, ms.
  static constexpr int kTellAfterMs = 300;
  static constexpr int kTellEveryMs = 100;

 signals:
  /// `done` of `total` are done; 0 of 0 when all work with that label has ended.
  void progressed(const QString& label, int done, int total);
  /// Work has thrown an exception; the text states what to do.
  void failed(const QString& sentence);

 private:
  struct Job {
    QPointer<QObject> owner;
    bool owned = false;
    QString label;
    std::stop_source stop;
    QElapsedTimer since;
    Failed failed;
  };
  struct Task {
    Id id = 0;
    Work work;
    std::stop_token stop;
  };
  // A message from a thread to the interface: progress, or the end.
  struct Message {
    Id id = 0;
    bool ended = false;
    Finish finish;
    int done = 0;
    int total = 0;
    std::optional<Error> error = {};  // Of work that has thrown.
  };
  // How much work of one label there was since none ran.
  struct Group {
    int running = 0;
    int ended = 0;
    bool told = false;
  };
  struct Queue {
    std::deque<Task> tasks;
    int running = 0;
    std::vector<std::jthread> threads;
  };

  void serve(Queue& queue, const std::stop_token& closing);
  Progress progressOf(const Task& task);
  void post(Message message);
  void drain();
  void end(const Message& message);
  void tell(const QString& label, int done, int total);
  Queue& queueOf(Lane lane) { return lane == Lane::Writer ? writer_ : readers_; }

  // Of the interface thread alone.
  std::map<Id, Job> jobs_;
  std::map<QString, Group> groups_;
  Id last_ = 0;
  // Guarded by the lock.
  std::mutex mutex_;
  std::condition_variable_any wake_;
  std::condition_variable_any idle_;
  std::deque<Message> messages_;
  Queue readers_;
  Queue writer_;
};

/// Work of which only the newest request counts, such as a preview for a slider: one task runs at a
/// time, it is asked to stop when a newer request arrives, and requests in between are skipped.
/// Must be a member of `owner`.
template <class Result>
class Newest {
 public:
  using Work = std::function<Result(const Progress& progress)>;

  /// `deliver` is called on the interface thread with the result of the newest request.
  Newest(Background& background, QObject* owner, QString label, std::function<void(Result)> deliver)
      : background_(background),
        owner_(owner),
        label_(std::move(label)),
        deliver_(std::move(deliver)) {}
  Newest(const Newest&) = delete;
  Newest& operator=(const Newest&) = delete;

  void ask(Work work) {
    ++wish_;
    if (running_ != 0) {
      background_.stop(running_);
      next_ = std::move(work);
      return;
    }
    run(std::move(work));
  }

  /// What is asked for or running delivers nothing any more.
  void forget() {
    next_ = nullptr;
    ++wish_;
    if (running_ != 0) background_.stop(running_);
  }

 private:
  void run(Work work) {
    running_ = background_.run(
        owner_, label_,
        [this, wish = wish_,
         work = std::move(work)](const Progress& progress) -> Background::Finish {
          auto result = std::make_shared<Result>(work(progress));
          return [this, wish, result] {
            running_ = 0;
            if (next_) run(std::exchange(next_, nullptr));
            if (wish == wish_) deliver_(std::move(*result));
          };
        },
        Background::Lane::Readers,
        [this](const Error&) {
          running_ = 0;
          if (next_) run(std::exchange(next_, nullptr));
        });
  }

  Background& background_;
  QObject* owner_;
  QString label_;
  std::function<void(Result)> deliver_;
  Work next_;
  Background::Id running_ = 0;
  std::uint64_t wish_ = 0;
};

}  // namespace amber
