#include "proof/coming_back.hpp"

#include "logic/player_moves.hpp"

#include <queue>
#include <set>

namespace rondix {

namespace {

class Search {
  public:
    Search(const CompiledFlow& flow, const Heads& heads, DeviceSet devices, const Wanted& wanted)
        : flow_(flow)
        , heads_(heads)
        , devices_(devices)
        , wanted_(wanted)
        , room_(max_moves(flow)) {}

    bool run(MenuState& there, std::vector<Move>& moves) {
        constexpr std::size_t most = 3'000; // menu states that are gone on from
        add(there, nothing, {});
        for (std::size_t done = 0; !open_.empty() && done < most; ++done) {
            const std::size_t at = open_.top().second;
            open_.pop();
            const MenuState here = met_[at].state;
            if (is_wanted(here)) {
                there.assign(here);
                add_moves(at, moves);
                return true;
            }
            go_on(here, at);
        }
        return false;
    }

  private:
    static constexpr std::size_t nothing = static_cast<std::size_t>(-1);
    struct Met {
        MenuState state;
        std::size_t from = nothing;
        Move by;
    };

    Values values_of(const MenuState& state) const {
        return heads_.variables().values_of([&](FlagId flag) { return state.flag(flag); });
    }
    bool is_wanted(const MenuState& here) const {
        return here.depth() == wanted_.depth && values_of(here) == wanted_.values &&
               heads_.frames().frame_of(here) == wanted_.frame;
    }

    void go_on(const MenuState& here, std::size_t at) {
        const std::size_t count = list_moves(flow_, here, room_);
        for (std::size_t i = 0; i < count; ++i) {
            const Move move = room_[i];
            if (is_players(move.kind) &&
                (devices_for(flow_, here.current(), here.question(), move) & devices_) == 0)
                continue;
            try_move(here, at, move);
        }
        for (const FlagId flag : heads_.tracked())
            if (flow_[flag].set_by_game)
                try_move(here, at, here.flag(flag) ? Move::lower(flag) : Move::raise(flag));
    }

    void try_move(const MenuState& here, std::size_t at, Move move) {
        MenuState after = here;
        const Outcome outcome = apply(flow_, after, move);
        if (outcome.answered && !outcome.quits && after.depth() >= wanted_.depth)
            add(after, at, move);
    }

    void add(const MenuState& state, std::size_t from, Move by) {
        const auto packed = state.packed();
        if (!known_.emplace(packed.begin(), packed.end()).second) return;
        const auto differ =
            static_cast<std::size_t>(std::popcount(values_of(state) ^ wanted_.values));
        met_.push_back({state, from, by});
        open_.emplace(2 * differ + (state.depth() - wanted_.depth), met_.size() - 1);
    }

    void add_moves(std::size_t at, std::vector<Move>& moves) const {
        const auto begin = static_cast<std::ptrdiff_t>(moves.size());
        for (; met_[at].from != nothing; at = met_[at].from)
            moves.insert(moves.begin() + begin, met_[at].by);
    }

    const CompiledFlow& flow_;
    const Heads& heads_;
    const DeviceSet devices_;
    const Wanted wanted_;
    std::vector<Move> room_;
    std::vector<Met> met_;
    std::set<std::vector<MenuState::Word>> known_;
    using Place = std::pair<std::size_t, std::size_t>; // how far it looks, and which
    std::priority_queue<Place, std::vector<Place>, std::greater<>> open_;
};

} // namespace

bool come_back(const CompiledFlow& flow, const Heads& heads, DeviceSet devices,
               const Wanted& wanted, MenuState& there, std::vector<Move>& moves) {
    return Search(flow, heads, devices, wanted).run(there, moves);
}

} // namespace rondix
