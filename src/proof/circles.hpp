// Circles: which screens can open each other. Only a screen on the current one's own circle can be
// open beneath it and be reopened from it or from above it, so only those need to be remembered.
// Of n screens that all open each other, 2^n sets can lie beneath; of a large circle nothing is
// remembered, and what is opened on it may be open already or not: it is loose. But for those of
// its screens of which it matters.
#pragma once

#include "proof/components.hpp"
#include "proof/links.hpp"

#include <set>

namespace rondix {

class Circles {
  public:
    /// Follows every `open` and `go` of a screen, and those of the events, which may happen on any.
    /// A circle of more than `most` screens is loose, but for those that `matter`.
    Circles(const CompiledFlow& flow, const std::vector<Link>& links, std::size_t most,
            const std::set<ScreenId>& matter);

    /// Both lie on one circle, and what is above `open` remembers it.
    bool share(ScreenId open, ScreenId above) const {
        return lie_on_one(open, above) && is_remembered_[index(open)];
    }
    /// Some screen that may lie beneath is remembered.
    bool remembers(ScreenId screen) const {
        return on_circle_[index(screen)] && remembers_[component_[index(screen)]];
    }
    /// Both lie on one circle, and nothing remembers `open`.
    bool share_loosely(ScreenId open, ScreenId above) const {
        return lie_on_one(open, above) && !is_remembered_[index(open)];
    }
    /// Which circle a screen is on: the same number for those that lead to each other.
    std::uint32_t circle_of(ScreenId screen) const { return component_[index(screen)]; }
    /// The screens of the largest loose circle.
    std::vector<ScreenId> largest_loose() const;

    /// For each screen, whether `open` and `go` can lead from it to `screen`, in one step or more.
    std::vector<bool> leading_to(ScreenId screen) const;

  private:
    bool lie_on_one(ScreenId a, ScreenId b) const {
        return on_circle_[index(a)] && component_[index(a)] == component_[index(b)];
    }

    Graph back_; // for each screen those that lead to it; the last three stand for the events
    std::vector<std::uint32_t> component_; // strongly connected, of the graph of open and go
    std::vector<bool> on_circle_;          // more than one screen in its component
    std::vector<bool> is_loose_;           // too many
    std::vector<bool> is_remembered_;      // by those above it
    std::vector<bool> remembers_;          // each component: some screen of it
};

} // namespace rondix
