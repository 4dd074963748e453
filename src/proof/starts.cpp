#include "proof/starts.hpp"

#include "proof/flag_uses.hpp"

namespace rondix {

namespace {

constexpr std::size_t max_starts = 4096;

/// For each setting and list with such a flag the moves by which the game can put it in.
std::vector<std::vector<Move>> moves_before_start(const CompiledFlow& flow,
                                                  const std::vector<bool>& read) {
    std::vector<std::vector<Move>> all;
    for (std::size_t i = 0; i < flow.settings.size(); ++i) {
        const Setting& setting = flow.settings[i];
        bool asked = false;
        for (std::uint32_t a = setting.asks.begin; a < setting.asks.end(); ++a)
            asked = asked || read[index(flow.setting_asks[a].flag)];
        if (!asked) continue;
        std::vector<Move>& moves = all.emplace_back();
        for (std::uint32_t t = setting.turns.begin; t < setting.turns.end(); ++t)
            moves.push_back(Move::set(SettingId(i), flow.turns[t]));
    }
    for (std::size_t i = 0; i < flow.flags.size(); ++i)
        if (read[i] && flow.flags[i].kind == FlagKind::rows)
            all.push_back({Move::raise(FlagId(i))});
    return all;
}

} // namespace

std::vector<Start> starts_of(const CompiledFlow& flow) {
    std::vector<Start> starts;
    prepare(flow, starts.emplace_back(Start{{}, MenuState(flow)}).there);
    std::vector<bool> read(flow.flags.size());
    if (flow.first_choice != unsaid) {
        const IndexRange choice = flow[flow.first_choice].alternatives;
        for (std::uint32_t i = choice.begin; i < choice.end(); ++i)
            for (const FlagId flag : flags_read(flow, flow.alternatives[i].when))
                read[index(flag)] = true;
    }
    // Each setting and list in turn: as it is, and as each move of the game leaves it.
    for (const std::vector<Move>& moves : moves_before_start(flow, read)) {
        const std::size_t before = starts.size();
        if (before * (moves.size() + 1) > max_starts) return {};
        for (std::size_t i = 0; i < before; ++i)
            for (const Move move : moves) {
                Start next = starts[i];
                apply(flow, next.there, move);
                if (next.there == starts[i].there) continue; // it is so already
                next.before.push_back(move);
                starts.push_back(std::move(next));
            }
    }
    for (Start& start : starts) {
        open_start(flow, start.there);
        if (!start.before.empty()) start.before.push_back(Move::start());
    }
    return starts;
}

MenuState after_moves(const CompiledFlow& flow, std::span<const Move> moves) {
    MenuState there(flow);
    start_flow(flow, there);
    for (const Move move : moves) apply(flow, there, move);
    return there;
}

} // namespace rondix
