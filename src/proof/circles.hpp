// Circles: which screens can open each other. Only a screen on the current one's own circle can be
// open beneath it and be reopened from it or from above it, so only those need to be remembered.
#pragma once

#include "proof/components.hpp"
#include "proof/links.hpp"

namespace rondix {

class Circles {
  public:
    /// Follows every `open` and `go` of a screen, and those of the events, which may happen on any.
    Circles(const CompiledFlow& flow, const std::vector<Link>& links);

    /// Both lie on one circle (a screen that opens only itself lies on one with itself).
    bool share(ScreenId a, ScreenId b) const {
        return on_circle_[index(a)] && component_[index(a)] == component_[index(b)];
    }

    /// For each screen, whether `open` and `go` can lead from it to `screen`, in one step or more.
    std::vector<bool> leading_to(ScreenId screen) const;

  private:
    Graph back_; // for each screen those that lead to it; the last three stand for the events
    std::vector<std::uint32_t> component_; // strongly connected, of the graph of open and go
    std::vector<bool> on_circle_;          // more than one screen in its component
};

} // namespace rondix
