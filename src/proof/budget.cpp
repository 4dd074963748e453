#include "proof/budget.hpp"

namespace rondix {

namespace {
constexpr std::chrono::milliseconds between_questions{5};
}

Budget::Budget(const CheckOptions& options)
    : options_(options)
    , began_(options.since.value_or(Clock::now()))
    , in_use_(options.memory_before   ? *options.memory_before
              : options.memory_in_use ? options.memory_in_use()
                                      : 0) {}

CheckOptions begun(const CheckOptions& options) {
    CheckOptions all = options;
    if (!all.since) all.since = std::chrono::steady_clock::now();
    if (!all.memory_before && all.memory_in_use) all.memory_before = all.memory_in_use();
    return all;
}

void Budget::look(std::string_view stage, std::size_t done, std::size_t all) {
    const Clock::time_point now = Clock::now();
    const std::chrono::duration<double> passed = now - began_;
    if (options_.max_seconds > 0 && passed.count() > options_.max_seconds)
        throw Stopped{Stop::time};
    if (now - asked_ < between_questions) return;
    asked_ = now;
    if (options_.progress && !options_.progress({stage, done, all, passed.count()}))
        throw Stopped{Stop::asked};
    if (options_.memory_in_use) {
        const std::size_t in_use = options_.memory_in_use();
        expect_memory(in_use > in_use_ ? in_use - in_use_ : 0);
    }
}

} // namespace rondix
