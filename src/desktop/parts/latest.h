#pragma once

#include <QMetaObject>
#include <QObject>
#include <QThreadPool>
#include <functional>
#include <memory>
#include <utility>

namespace amber {

/// Work beside the interface of which only the newest wish counts, as while a slider is moved: one
/// piece runs at a time, and wishes that came between are passed over. To be a member of `owner`.
template <class Result>
class Latest {
 public:
  /// `deliver` is called on the interface thread with each result that is there in time.
  Latest(QObject* owner, std::function<void(Result)> deliver)
      : owner_(owner), deliver_(std::move(deliver)) {
    pool_.setMaxThreadCount(1);
  }
  Latest(const Latest&) = delete;
  Latest& operator=(const Latest&) = delete;
  ~Latest() { pool_.waitForDone(); }

  void ask(std::function<Result()> work) {
    if (running_) {
      next_ = std::move(work);
      return;
    }
    run(std::move(work));
  }

  /// What is asked for or running delivers nothing any more.
  void forget() {
    next_ = nullptr;
    ++generation_;
  }

 private:
  void run(std::function<Result()> work) {
    running_ = true;
    pool_.start([this, generation = generation_, work = std::move(work)] {
      auto result = std::make_shared<Result>(work());
      QMetaObject::invokeMethod(
          owner_,
          [this, generation, result] {
            running_ = false;
            if (next_) run(std::exchange(next_, nullptr));
            if (generation == generation_) deliver_(std::move(*result));
          },
          Qt::QueuedConnection);
    });
  }

  QObject* owner_;
  std::function<void(Result)> deliver_;
  std::function<Result()> next_;
  int generation_ = 0;
  bool running_ = false;
  QThreadPool pool_;
};

}  // namespace amber
