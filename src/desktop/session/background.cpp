#include "desktop/session/background.h"

#include <QCoreApplication>
#include <QEventLoop>
#include <QMetaObject>
#include <algorithm>
#include <atomic>
#include <memory>

#include "core/base/guarded.h"

#ifdef __linux__
#include <sys/resource.h>
#include <unistd.h>
#endif

namespace amber {
namespace {

// Gives background threads a lower priority than the interface, which would otherwise wait for its
// share of the processor while painting. Threads that they start inherit it. Without support for
// priorities of single threads, all are equal.
void giveWay() {
#ifdef __linux__
  // Than that of whoever started it, which may have been started with a low one itself.
  constexpr int kLower = 5;
  const auto thread = static_cast<id_t>(::gettid());
  ::setpriority(PRIO_PROCESS, thread, ::getpriority(PRIO_PROCESS, thread) + kLower);
#endif
}

}  // namespace

Background::Background(QObject* parent) : QObject(parent) {
  const auto readers = std::clamp<unsigned>(std::thread::hardware_concurrency(), 2, 8);
  for (unsigned i = 0; i < readers; ++i) {
    readers_.threads.emplace_back(
        [this](const std::stop_token& closing) { serve(readers_, closing); });
  }
  writer_.threads.emplace_back([this](const std::stop_token& closing) { serve(writer_, closing); });
}

Background::~Background() {
  for (auto& [id, job] : jobs_) job.stop.request_stop();
  for (Queue* queue : {&readers_, &writer_}) {
    // What is to be written still is; what is to be found is of no use to anyone.
    for (std::jthread& thread : queue->threads) thread.request_stop();
  }
  wake_.notify_all();
  readers_.threads.clear();
  writer_.threads.clear();
}

Background::Id Background::run(QObject* owner, const QString& label, Work work, Lane lane,
                               Failed failed) {
  const Id id = ++last_;
  Job& job = jobs_[id];
  job.owner = owner;
  job.owned = owner != nullptr;
  job.label = label;
  job.since.start();
  job.failed = std::move(failed);
  if (!label.isEmpty()) ++groups_[label].running;
  {
    const std::lock_guard lock(mutex_);
    queueOf(lane).tasks.push_back({id, std::move(work), job.stop.get_token()});
  }
  wake_.notify_all();
  return id;
}

void Background::stop(Id id) {
  const auto job = jobs_.find(id);
  if (job != jobs_.end()) job->second.stop.request_stop();
}

void Background::stopTold() {
  for (auto& [id, job] : jobs_) {
    const auto group = groups_.find(job.label);
    if (group != groups_.end() && group->second.told) job.stop.request_stop();
  }
}

// The loop of one thread: takes task after task until the runner is destroyed. Then the writer
// still finishes its queue; readers drop theirs.
void Background::serve(Queue& queue, const std::stop_token& closing) {
  giveWay();
  while (true) {
    Task task;
    {
      std::unique_lock lock(mutex_);
      wake_.wait(lock, closing, [&] { return !queue.tasks.empty(); });
      if (queue.tasks.empty() || (closing.stop_requested() && &queue == &readers_)) return;
      task = std::move(queue.tasks.front());
      queue.tasks.pop_front();
      ++queue.running;
    }
    Message ended{task.id, true, {}, 0, 0};
    try {
      ended.finish = task.work(progressOf(task));
    } catch (...) {
      ended.error = errorFrom(std::current_exception());
    }
    // Releases what the work captured before its end is reported.
    task.work = nullptr;
    post(std::move(ended));
    {
      const std::lock_guard lock(mutex_);
      --queue.running;
    }
    idle_.notify_all();
  }
}

// Reports progress of a task after kTellAfterMs, then at most every kTellEveryMs, from whichever
// thread reports first.
Progress Background::progressOf(const Task& task) {
  using Clock = std::chrono::steady_clock;
  const auto next = std::make_shared<std::atomic<Clock::time_point>>(
      Clock::now() + std::chrono::milliseconds(kTellAfterMs));
  const auto report = [this, next, id = task.id](int done, int total) {
    const auto now = Clock::now();
    auto due = next->load();
    if (now < due) return;
    if (!next->compare_exchange_strong(due, now + std::chrono::milliseconds(kTellEveryMs))) return;
    post({id, false, {}, done, total});
  };
  return {report, task.stop};
}

void Background::post(Message message) {
  bool first = false;
  {
    const std::lock_guard lock(mutex_);
    first = messages_.empty();
    messages_.push_back(std::move(message));
  }
  if (first)
    QMetaObject::invokeMethod(
        this, [this] { drain(); }, Qt::QueuedConnection);
}

void Background::drain() {
  while (true) {
    Message message;
    {
      const std::lock_guard lock(mutex_);
      if (messages_.empty()) return;
      message = std::move(messages_.front());
      messages_.pop_front();
    }
    const auto job = jobs_.find(message.id);
    if (job == jobs_.end()) continue;
    if (message.ended) {
      end(message);
    } else {
      tell(job->second.label, message.done, message.total);
    }
  }
}

void Background::end(const Message& message) {
  const auto found = jobs_.find(message.id);
  const Job job = std::move(found->second);
  jobs_.erase(found);
  if (!job.label.isEmpty()) {
    Group& group = groups_[job.label];
    ++group.ended;
    if (--group.running == 0) {
      const bool told = group.told;
      groups_.erase(job.label);
      if (told) emit progressed(job.label, 0, 0);
    } else if (job.since.elapsed() > kTellAfterMs) {
      tell(job.label, group.ended, group.ended + group.running);
    }
  }
  const bool heard = !job.owned || job.owner != nullptr;
  if (message.error) {
    if (heard && job.failed) job.failed(*message.error);
    const QString sentence = QString::fromStdString(describe(*message.error));
    emit failed(job.label.isEmpty() ? sentence : tr("%1: %2").arg(job.label, sentence));
  } else if (heard && message.finish) {
    message.finish();
  }
}

void Background::tell(const QString& label, int done, int total) {
  const auto group = groups_.find(label);
  if (group == groups_.end() || total <= 0) return;
  group->second.told = true;
  emit progressed(label, done, total);
}

void Background::settle() {
  while (busy()) {
    QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 20);
  }
}

void Background::waitFor(Lane lane) {
  Queue& queue = queueOf(lane);
  {
    std::unique_lock lock(mutex_);
    idle_.wait(lock, [&] { return queue.tasks.empty() && queue.running == 0; });
  }
  drain();
}

}  // namespace amber
