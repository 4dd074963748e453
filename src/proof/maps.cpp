#include "proof/maps.hpp"

namespace rondix {

const Maps::Map* Maps::within(const Flags& tracked, std::size_t max_work, std::size_t& work) {
    if (const auto found = maps_.find(tracked); found != maps_.end() && found->second)
        return found->second.get();
    std::size_t& known = too_dear_[tracked];
    if (known >= max_work) return nullptr;
    try {
        auto map = std::make_unique<Map>(flow_, frames_, devices_, tracked, max_work, budget_);
        work += map->paths.work();
        return (maps_[tracked] = std::move(map)).get();
    } catch (const Paths::TooDear&) {
        work += max_work;
        known = max_work;
        return nullptr;
    }
}

/// (A map that is made for one question serves others: so most flows come nowhere near the limit of
/// all. Behind it there is little for each.)
const Maps::Map* Maps::for_shortest(const Flags& tracked) {
    constexpr std::size_t in_all = 6, little = 16;
    const std::size_t most = budget_.max_work_for_shortest();
    return within(tracked, work_ < in_all * most ? most : most / little, work_);
}

const Maps::Map* Maps::in_doubt(const Flags& tracked) {
    constexpr std::size_t max_in_vain = 3, in_all = 2;
    const std::size_t most = budget_.max_work_for_doubts();
    if (in_vain_ >= max_in_vain || work_in_doubt_ >= in_all * most) return nullptr;
    const Map* map = within(tracked, most, work_in_doubt_);
    if (!map) ++in_vain_;
    return map;
}

const Reach* Maps::reach(const Flags& first) {
    const auto [known, is_new] = reaches_.try_emplace(first);
    if (is_new) known->second = Reach::of(flow_, frames_, devices_, first, budget_);
    return known->second.get();
}

SymbolicReach* Maps::symbolic_reach(const Flags& first, bool if_need_be) {
    constexpr std::size_t max_steps = 20'000'000, max_steps_of_one = 14'000'000;
    constexpr std::size_t max_steps_of_many = 2'000'000;
    constexpr unsigned many_bits = 32;
    const auto [known, is_new] = symbolic_.try_emplace(first);
    if (!is_new && (known->second || !if_need_be)) return known->second.get();
    AllAsked asked = all_asked(flow_, frames_, first);
    const unsigned bits = Variables::bits_for(flow_, asked.flags);
    const bool are_too_many = bits > Heads::max_bits_of_sets;
    if (are_too_many && if_need_be) asked = {first, false};
    // So many most often do not hang together by any rule: that shows soon.
    const std::size_t most = bits > many_bits ? max_steps_of_many : max_steps_of_one;
    if ((is_new || are_too_many) && symbolic_steps_ < max_steps)
        known->second =
            SymbolicReach::of(flow_, frames_, devices_, asked, most, symbolic_steps_, budget_);
    return known->second.get();
}

} // namespace rondix
