#include "check/witness_text.hpp"

#include "logic/player_moves.hpp"
#include "rondix/tools/move_text.hpp"

namespace rondix {

namespace {

std::string result_of(const CompiledFlow& flow, const MenuState& before, const MenuState& after) {
    const auto name = [&](ScreenId screen) { return std::string(flow.text(flow[screen].id)); };
    if (after == before) return " (changes nothing)";
    if (after.foremost() != before.foremost() && after.question() != no_screen)
        return " (asks first)";
    if (after.current() != before.current()) return " (leads to '" + name(after.current()) + "')";
    return " (stays on '" + name(before.current()) + "')";
}

/// What each move of the player that is answered there leads to.
std::vector<std::string> what_the_player_can_do(const CompiledFlow& flow, const MenuState& there,
                                                DeviceSet devices) {
    std::vector<std::string> words;
    std::vector<Move> room(max_moves(flow));
    MenuState after(flow);
    const std::size_t count = list_moves(flow, there, room);
    for (std::size_t i = 0; i < count; ++i) {
        const DeviceSet by = devices_for(flow, there.current(), there.question(), room[i]);
        if ((by & devices) == 0) continue;
        after = there;
        const Outcome outcome = apply(flow, after, room[i]);
        if (!outcome.answered) continue;
        const bool in_time = is_in_time(flow, there.foremost(), room[i]);
        words.push_back(move_text(flow, room[i]) + (!in_time ? " (there may be no time to)"
                                                    : outcome.quits
                                                        ? " (quits)"
                                                        : result_of(flow, there, after)));
    }
    return words;
}

std::vector<std::string> disabled_buttons(const CompiledFlow& flow, const MenuState& there) {
    std::vector<std::string> names;
    const IndexRange controls = flow[there.foremost()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (is_usable_kind(flow.controls[i].kind) && !usable(flow, there, ControlId{i}))
            names.emplace_back(flow.text(flow.controls[i].id));
    return names;
}

} // namespace

std::vector<std::string> in_words(const CompiledFlow& flow, const std::vector<Move>& moves,
                                  std::size_t from) {
    std::vector<std::string> words;
    MenuState there(flow);
    start_flow(flow, there);
    std::vector<bool> kept(flow.scenes.size()); // as a Runner keeps those that stay
    for (std::size_t i = 0; i < moves.size(); ++i) {
        const bool loads = apply(flow, there, moves[i]).loads;
        const bool waits =
            loads && (i + 1 == moves.size() || moves[i + 1].kind != MoveKind::loaded);
        if (waits && kept[index(there.scene())]) {
            kept[index(there.scene())] = false;
            if (i >= from)
                words.push_back(std::string(lets_go) +
                                std::string(flow.text(flow[there.scene()].id)));
        }
        if (moves[i].kind == MoveKind::loaded)
            kept[index(there.scene())] = flow[there.scene()].stays;
        if (i >= from) words.push_back(move_text(flow, moves[i]));
    }
    return words;
}

void show(const CompiledFlow& flow, const Witness& witness, DeviceSet devices, Finding& finding) {
    finding.how = in_words(flow, witness.moves);
    finding.is_shortest = witness.is_shortest;
    finding.here = what_the_player_can_do(flow, witness.there, devices);
    finding.disabled = disabled_buttons(flow, witness.there);
}

} // namespace rondix
