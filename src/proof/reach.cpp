#include "proof/reach.hpp"

#include <algorithm>
#include <set>

namespace rondix {

namespace {

constexpr unsigned max_bits = 12;
constexpr std::size_t max_words = 1u << 18; // of the rows of a landing, over all frames

} // namespace

AllAsked all_asked(const CompiledFlow& flow, Frames& frames, const std::vector<FlagId>& first) {
    std::set<FlagId> asked;
    AllAsked all{first, !frames.some_doubts()};
    for (FrameId frame = 0; frame < frames.size(); ++frame)
        for (const Branch& branch : frames.branches(frame))
            for (const Literal& one : frames.literals(branch.asks)) {
                if (!flow[one.flag].set_by_game)
                    asked.insert(stands_for(flow, one.flag));
                else
                    all.is_exact = all.is_exact && !branch.at_once;
            }
    for (const FlagId flag : asked)
        if (std::find(first.begin(), first.end(), flag) == first.end()) all.flags.push_back(flag);
    return all;
}

std::unique_ptr<Reach> Reach::of(const CompiledFlow& flow, Frames& frames, DeviceSet devices,
                                 const std::vector<FlagId>& first, Budget& budget) {
    const auto [tracked, exact] = all_asked(flow, frames, first);
    const unsigned bits = Variables::bits_for(flow, tracked);
    if (bits > max_bits || frames.size() << 2 * bits >> 6 > max_words) return nullptr;
    Heads heads(frames, flow, devices, tracked, budget);
    HeadSet reached = reachable(heads, budget);
    return std::make_unique<Reach>(Reach{std::move(heads), std::move(reached), exact});
}

} // namespace rondix
