#include "proof/circles.hpp"

#include <algorithm>
#include <map>

namespace rondix {

Circles::Circles(const CompiledFlow& flow, const std::vector<Link>& links, std::size_t most,
                 const std::set<ScreenId>& matter)
    : on_circle_(flow.screens.size())
    , is_loose_(flow.screens.size())
    , is_remembered_(flow.screens.size()) {
    // Three nodes more than there are screens stand for the events: a screen leads to those that
    // can be reported while it is current, as far as the screen itself tells.
    const auto count = static_cast<std::uint32_t>(flow.screens.size());
    Graph next(count + 3);
    for (const Link& link : links) {
        if (link.kind != LinkKind::forward) continue;
        const auto from = link.from == no_screen
                              ? count + static_cast<std::uint32_t>(flow[link.by.as_event()].during)
                              : static_cast<std::uint32_t>(link.from);
        next[from].push_back(static_cast<std::uint32_t>(link.to));
    }
    // While a question stands over a play screen, the game does not run.
    const bool asks = std::any_of(flow.screens.begin(), flow.screens.end(),
                                  [](const Screen& row) { return row.question; });
    for (std::uint32_t screen = 0; screen < count; ++screen) {
        const Screen& row = flow.screens[screen];
        const bool can[] = {row.play || !row.pauses, !row.play || asks, true}; // as in During
        for (std::uint32_t i = 0; i < 3; ++i)
            if (can[i] && !next[count + i].empty()) next[screen].push_back(count + i);
    }
    back_.resize(next.size());
    for (std::uint32_t from = 0; from < next.size(); ++from)
        for (const std::uint32_t to : next[from]) back_[to].push_back(from);
    component_ = components(next);
    std::vector<std::uint32_t> sizes(next.size());
    remembers_.resize(next.size());
    for (std::uint32_t screen = 0; screen < count; ++screen) ++sizes[component_[screen]];
    for (std::uint32_t screen = 0; screen < count; ++screen) {
        on_circle_[screen] = sizes[component_[screen]] > 1;
        is_loose_[screen] = on_circle_[screen] && sizes[component_[screen]] > most;
        is_remembered_[screen] =
            on_circle_[screen] && (!is_loose_[screen] || matter.contains(ScreenId(screen)));
        if (is_remembered_[screen]) remembers_[component_[screen]] = true;
    }
}

std::vector<ScreenId> Circles::largest_loose() const {
    std::map<std::uint32_t, std::vector<ScreenId>> circles;
    for (std::size_t screen = 0; screen < is_loose_.size(); ++screen)
        if (is_loose_[screen]) circles[component_[screen]].push_back(ScreenId(screen));
    std::vector<ScreenId> largest;
    for (auto& [component, screens] : circles)
        if (screens.size() > largest.size()) largest = std::move(screens);
    return largest;
}

std::vector<bool> Circles::leading_to(ScreenId screen) const {
    std::vector<bool> leads(back_.size());
    std::vector<std::uint32_t> open{static_cast<std::uint32_t>(screen)};
    while (!open.empty()) {
        const std::uint32_t at = open.back();
        open.pop_back();
        for (const std::uint32_t from : back_[at]) {
            if (leads[from]) continue;
            leads[from] = true;
            open.push_back(from);
        }
    }
    return leads;
}

} // namespace rondix
