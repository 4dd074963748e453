#include "proof/arranging.hpp"

#include <algorithm>
#include <optional>

namespace rondix {

namespace {

bool is_so(const MenuState& there, const Literal& one) {
    return there.flag(one.flag) == one.raised;
}

/// A value of the setting that answers all that is wanted of it.
std::optional<Move> move_of(const CompiledFlow& flow, SettingId id,
                            std::span<const Literal> wanted) {
    const Setting& setting = flow[id];
    for (std::uint32_t t = setting.turns.begin; t < setting.turns.end(); ++t) {
        const std::uint16_t value = flow.turns[t];
        bool good = true;
        for (std::uint32_t i = setting.asks.begin; good && i < setting.asks.end(); ++i) {
            const SettingAsk& ask = flow.setting_asks[i];
            const bool raised = ask.least <= value && value <= ask.most;
            good = std::none_of(wanted.begin(), wanted.end(), [&](const Literal& one) {
                return one.flag == ask.flag && one.raised != raised;
            });
        }
        if (good) return Move::set(id, value);
    }
    return std::nullopt;
}

/// The setting that a flag asks about.
std::optional<SettingId> setting_of(const CompiledFlow& flow, FlagId flag) {
    for (std::size_t i = 0; i < flow.settings.size(); ++i) {
        const IndexRange asks = flow.settings[i].asks;
        for (std::uint32_t a = asks.begin; a < asks.end(); ++a)
            if (flow.setting_asks[a].flag == flag) return SettingId(i);
    }
    return std::nullopt;
}

} // namespace

bool can_be_left_out(const CompiledFlow& flow, FlagId flag) {
    constexpr std::size_t few = 8;
    if (flow[flag].set_by_game) return true;
    const auto setting = setting_of(flow, flag);
    return setting && flow[*setting].asks.count > few;
}

bool arrange(const CompiledFlow& flow, std::span<const Literal> wanted, MenuState& there,
             std::vector<Move>& moves) {
    for (const Literal& one : wanted) {
        if (is_so(there, one)) continue;
        std::optional<Move> move;
        if (flow[one.flag].set_by_game)
            move = one.raised ? Move::raise(one.flag) : Move::lower(one.flag);
        else if (const auto setting = setting_of(flow, one.flag))
            move = move_of(flow, *setting, wanted);
        if (!move) return false;
        if (!apply(flow, there, *move).answered) return false;
        moves.push_back(*move);
    }
    return std::all_of(wanted.begin(), wanted.end(),
                       [&](const Literal& one) { return is_so(there, one); });
}

} // namespace rondix
