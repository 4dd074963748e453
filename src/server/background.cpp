#include "server/background.hpp"

namespace rondix::server {

namespace {
constexpr std::size_t most_work_for_figures = 500'000;
} // namespace

void Background::check(const std::string& root, FileTexts texts, const std::string& folder,
                       const LookAt& looks, double longest) {
    cancel();
    stop_ = false;
    done_ = false;
    root_ = root;
    result_ = {root, nullptr, {}};
    thread_ = std::thread([this, looks, longest, texts = std::move(texts), folder] {
        result_.file = std::make_unique<FlowFile>(load_flow_texts(result_.root, texts, folder));
        if (stop_) return;
        CheckOptions options;
        options.max_seconds = longest;
        options.each_screen = true; // for hovers
        options.max_work_for_figures = most_work_for_figures;
        options.progress = [this](const Progress&) { return !stop_; };
        result_.result = rondix::check(*result_.file, options, looks);
        done_ = true;
    });
}

void Background::cancel() {
    stop_ = true;
    if (thread_.joinable()) thread_.join();
    root_.clear();
}

std::optional<BackgroundResult> Background::take() {
    if (!thread_.joinable() || !done_) return std::nullopt;
    thread_.join();
    root_.clear();
    if (stop_) return std::nullopt;
    return std::move(result_);
}

} // namespace rondix::server
