#include "server/background.hpp"

namespace rondix::server {

namespace {
constexpr double longest = 10; // seconds
} // namespace

void Background::check(const std::string& root, std::unique_ptr<FlowFile> file) {
    cancel();
    stop_ = false;
    done_ = false;
    result_ = {root, std::move(file), {}};
    thread_ = std::thread([this] {
        CheckOptions options;
        options.max_seconds = longest;
        options.progress = [this](const Progress&) { return !stop_; };
        result_.result = rondix::check(*result_.file, options);
        done_ = true;
    });
}

void Background::cancel() {
    stop_ = true;
    if (thread_.joinable()) thread_.join();
}

std::optional<BackgroundResult> Background::take() {
    if (!thread_.joinable() || !done_) return std::nullopt;
    thread_.join();
    if (stop_) return std::nullopt;
    return std::move(result_);
}

} // namespace rondix::server
