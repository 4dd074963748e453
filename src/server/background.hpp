// Background: a check of a flow that runs beside the server, and is cancelled when somebody types.
#pragma once

#include "rondix/tools/check.hpp"
#include "rondix/tools/flow.hpp"

#include <atomic>
#include <memory>
#include <optional>
#include <string>
#include <thread>

namespace rondix::server {

struct BackgroundResult {
    std::string root;
    std::unique_ptr<FlowFile> file;
    CheckResult result;
};

class Background {
  public:
    Background() = default;
    ~Background() { cancel(); }
    Background(const Background&) = delete;
    Background& operator=(const Background&) = delete;

    /// For so many seconds at most; with the looks, where there is something that looks. Another
    /// one that still runs is cancelled.
    void check(const std::string& root, FileTexts texts, const std::string& folder,
               const LookAt& looks, double longest);
    /// Of that, what is being checked; empty: nothing is.
    const std::string& root() const { return root_; }
    void cancel();
    bool runs() const { return thread_.joinable(); }
    /// Once it is done, and only then.
    std::optional<BackgroundResult> take();

  private:
    std::thread thread_;
    std::string root_;
    std::atomic<bool> stop_{false}, done_{false};
    BackgroundResult result_;
};

} // namespace rondix::server
