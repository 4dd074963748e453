// Worker: one job at a time on a thread of its own, which tells how far it is and can be called
// off. The game's loop asks it now and then; nothing of the game is touched by the thread.
#pragma once

#include <atomic>
#include <functional>
#include <memory>
#include <optional>
#include <thread>
#include <utility>
#include <vector>

namespace tidewick {

/// What a job sees of whoever waits for it.
class ProgressReporter {
  public:
    void tell(float share) { share_.store(share, std::memory_order_relaxed); }
    bool is_called_off() const { return called_off_.load(std::memory_order_relaxed); }

  private:
    template <class Result>
    friend class Worker;
    std::atomic<float> share_ = 0;
    std::atomic<bool> called_off_ = false;
};

template <class Result>
class Worker {
  public:
    using Job = std::function<Result(ProgressReporter&)>;

    Worker() = default;
    ~Worker() { call_off(); }
    Worker(const Worker&) = delete;
    Worker& operator=(const Worker&) = delete;

    /// An earlier job is called off; its result is never seen.
    void begin(Job job) {
        call_off();
        auto task = std::make_unique<Task>();
        task->thread = std::thread([task = task.get(), job = std::move(job)] {
            task->result = job(task->progress);
            task->done.store(true, std::memory_order_release);
        });
        current_ = std::move(task);
    }

    void call_off() {
        if (!current_) return;
        current_->progress.called_off_.store(true, std::memory_order_relaxed);
        current_->thread.join(); // jobs look often whether they are called off
        current_.reset();
    }

    bool is_busy() const { return current_ != nullptr; }
    float share() const { return current_->progress.share_.load(std::memory_order_relaxed); }

    /// The result, once, when the job is done.
    std::optional<Result> take() {
        if (!current_ || !current_->done.load(std::memory_order_acquire)) return std::nullopt;
        current_->thread.join();
        std::optional<Result> result = std::move(current_->result);
        current_.reset();
        return result;
    }

  private:
    struct Task {
        ProgressReporter progress;
        std::optional<Result> result;
        std::atomic<bool> done = false;
        std::thread thread;
    };
    std::unique_ptr<Task> current_;
};

} // namespace tidewick
