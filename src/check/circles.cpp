// Components by Tarjan's algorithm (Depth-first search and linear graph algorithms, SIAM Journal on
// Computing 1(2), 1972), with a stack of its own in place of recursion.
#include "check/circles.hpp"

#include "check/links.hpp"

#include <algorithm>

namespace rondix {

Circles::Circles(const CompiledFlow& flow)
    : component_(flow.screens.size())
    , on_circle_(flow.screens.size()) {
    // One node more than there are screens stands for the events: each screen leads to it.
    const auto events = static_cast<std::uint32_t>(flow.screens.size());
    Graph next(flow.screens.size() + 1);
    for (const Link& link : links(flow)) {
        if (link.kind != LinkKind::forward) continue;
        const auto from = link.from == no_screen ? events : static_cast<std::uint32_t>(link.from);
        next[from].push_back(static_cast<std::uint32_t>(link.to));
    }
    if (!next[events].empty())
        for (std::uint32_t screen = 0; screen < events; ++screen) next[screen].push_back(events);
    back_.resize(next.size());
    for (std::uint32_t from = 0; from < next.size(); ++from)
        for (const std::uint32_t to : next[from]) back_[to].push_back(from);
    component_.push_back(0);
    find_components(next);
    std::vector<std::uint32_t> sizes(next.size());
    for (std::uint32_t screen = 0; screen < events; ++screen) ++sizes[component_[screen]];
    for (std::uint32_t screen = 0; screen < events; ++screen)
        on_circle_[screen] = sizes[component_[screen]] > 1;
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

void Circles::find_components(const Graph& next) {
    constexpr std::uint32_t unseen = 0xFFFFFFFF;
    struct Visit {
        std::uint32_t node;
        std::size_t child;
    };
    std::vector<std::uint32_t> order(next.size(), unseen), low(next.size());
    std::vector<std::uint32_t> path; // nodes whose component is not known yet
    std::vector<bool> on_path(next.size());
    std::vector<Visit> visits;
    std::uint32_t count = 0, components = 0;
    for (std::uint32_t root = 0; root < next.size(); ++root) {
        if (order[root] != unseen) continue;
        visits.push_back({root, 0});
        while (!visits.empty()) {
            const std::uint32_t node = visits.back().node;
            if (visits.back().child == 0) {
                order[node] = low[node] = count++;
                path.push_back(node);
                on_path[node] = true;
            }
            if (visits.back().child < next[node].size()) {
                const std::uint32_t child = next[node][visits.back().child++];
                if (order[child] == unseen)
                    visits.push_back({child, 0});
                else if (on_path[child])
                    low[node] = std::min(low[node], order[child]);
                continue;
            }
            visits.pop_back();
            if (!visits.empty())
                low[visits.back().node] = std::min(low[visits.back().node], low[node]);
            if (low[node] != order[node]) continue;
            std::uint32_t member = unseen;
            do {
                member = path.back();
                path.pop_back();
                on_path[member] = false;
                component_[member] = components;
            } while (member != node);
            ++components;
        }
    }
}

} // namespace rondix
