// What follows from a situation and is therefore stored nowhere: pause, the pointer, what can be
// used, which moves there are.
#include "rondix/apply.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// Rule 2: some open screen says that it pauses.
bool some_screen_pauses(const CompiledFlow& flow, const Situation& situation) {
    for (std::size_t i = 1; i < situation.depth(); ++i)
        if (flow[situation.screen_at(i)].pauses) return true;
    return false;
}

bool has_play(const CompiledFlow& flow, const Situation& situation) {
    return flow[situation.bottom()].play;
}

/// Moves written one after the other into room that the caller gave.
class MoveWriter {
  public:
    explicit MoveWriter(std::span<Move> moves)
        : moves_(moves) {}
    void add(Move move) { moves_[count_++] = move; }
    std::size_t count() const { return count_; }

  private:
    std::span<Move> moves_;
    std::size_t count_ = 0;
};

void list_players_moves(const CompiledFlow& flow, const Situation& situation, MoveWriter& moves) {
    const Screen& screen = flow[situation.current()];
    for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i)
        if (usable(flow, situation, ControlId{i})) moves.add(Move::press(ControlId{i}));
    moves.add(Move::back());
    moves.add(Move::menu());
    for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
        moves.add(Move::key(flow.key_answers[i].key));
    if (screen.any != unsaid) moves.add(Move::other_key());
}

void list_other_moves(const CompiledFlow& flow, const Situation& situation, MoveWriter& moves) {
    if (situation.phase() == Phase::loading) {
        moves.add(Move::loaded());
        moves.add(Move::load_failed());
        if (flow.loading.give_up_ms > 0) moves.add(Move::give_up());
    }
    for (std::size_t i = 0; i < flow.events.size(); ++i) {
        const auto id = static_cast<EventId>(i);
        if (flow[id].action == unsaid || !allowed(flow, situation, flow[id].during)) continue;
        moves.add(Move::event(id));
        if (situation.waits(id)) moves.add(Move::due(id));
    }
    for (std::size_t i = 0; i < flow.flags.size(); ++i) {
        const auto id = static_cast<FlagId>(i);
        if (!flow[id].set_by_game) continue;
        moves.add(situation.flag(id) ? Move::lower(id) : Move::raise(id));
    }
}

} // namespace

bool runs(const CompiledFlow& flow, const Situation& situation) {
    return has_play(flow, situation) && !some_screen_pauses(flow, situation);
}

bool paused(const CompiledFlow& flow, const Situation& situation) {
    return has_play(flow, situation) && some_screen_pauses(flow, situation);
}

bool in_play(const CompiledFlow& flow, const Situation& situation) {
    return flow[situation.current()].play;
}

bool shows_pointer(const CompiledFlow& flow, const Situation& situation) {
    return !in_play(flow, situation);
}

bool is_true(const CompiledFlow& flow, const Situation& situation, ConditionId condition) {
    while (condition < holds) {
        const Test& test = flow.tests[index(condition)];
        condition = situation.flag(test.flag) ? test.if_raised : test.if_lowered;
    }
    return condition == holds;
}

bool usable(const CompiledFlow& flow, const Situation& situation, ControlId control) {
    const Control& row = flow[control];
    return row.kind == ControlKind::button && row.screen == situation.current() &&
           is_true(flow, situation, row.when);
}

bool allowed(const CompiledFlow& flow, const Situation& situation, During during) {
    return during == During::any || (during == During::play) == runs(flow, situation);
}

ActionId answer_to_key(const CompiledFlow& flow, const Situation& situation, KeyId key) {
    const Screen& screen = flow[situation.current()];
    for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
        if (flow.key_answers[i].key == key) return flow.key_answers[i].action;
    return screen.any;
}

std::size_t most_moves(const CompiledFlow& flow) {
    std::size_t most_of_a_screen = 0;
    for (const Screen& screen : flow.screens)
        most_of_a_screen =
            std::max<std::size_t>(most_of_a_screen, screen.controls.count + screen.keys.count);
    // back, menu, any other key; the three ends of a load; each event and its delayed answer
    return most_of_a_screen + 3 + 3 + 2 * flow.events.size() + flow.flags.size();
}

std::size_t list_moves(const CompiledFlow& flow, const Situation& situation,
                       std::span<Move> moves) {
    MoveWriter writer(moves);
    list_players_moves(flow, situation, writer);
    list_other_moves(flow, situation, writer);
    return writer.count();
}

} // namespace rondix
