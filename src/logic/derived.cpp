// What follows from a menu state and is therefore stored nowhere: pause, the pointer, what can be
// used, which moves there are.
#include "rondix/runtime/apply.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// Rule 2: some open screen says that it pauses. A question does so too.
bool some_screen_pauses(const CompiledFlow& flow, const MenuState& state) {
    for (std::size_t i = 0; i < state.depth(); ++i)
        if ((i > 0 && flow[state.screen_at(i)].pauses) || state.question_at(i) != no_screen)
            return true;
    return false;
}

bool has_play(const CompiledFlow& flow, const MenuState& state) {
    return flow[state.bottom()].play;
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

/// A setting counts by what is asked about it: one value stands for all that answer alike.
void list_control_moves(const CompiledFlow& flow, ControlId id, MoveWriter& moves) {
    const Control& control = flow[id];
    if (is_pressed_kind(control.kind))
        for (std::uint16_t which = 0; which < control.presses; ++which)
            moves.add(Move::press(id, which));
    if (control.setting == no_setting) return;
    const IndexRange turns = flow[control.setting].turns;
    for (std::uint32_t i = turns.begin; i < turns.end(); ++i)
        moves.add(Move::change(id, flow.turns[i]));
}

void list_players_moves(const CompiledFlow& flow, const MenuState& state, MoveWriter& moves) {
    const IndexRange controls = flow[state.foremost()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (usable(flow, state, ControlId{i})) list_control_moves(flow, ControlId{i}, moves);
    moves.add(Move::back());
    if (state.question() != no_screen) return;
    const Screen& screen = flow[state.current()];
    for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i) {
        if (flow.controls[i].kind != ControlKind::pages) continue;
        moves.add(Move::turn(flow.controls[i].pages, next_page));
        moves.add(Move::turn(flow.controls[i].pages, previous_page));
    }
    moves.add(Move::menu());
    for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
        moves.add(Move::key(flow.key_answers[i].key));
    if (screen.any != unsaid) moves.add(Move::other_key());
}

/// Answers, and what the current screen does by itself.
void list_screens_moves(const CompiledFlow& flow, const MenuState& state, MoveWriter& moves) {
    if (load_can_end(flow, state)) {
        moves.add(Move::loaded());
        moves.add(Move::load_failed());
        if (flow.loading.timeout_ms > 0) moves.add(Move::load_timeout());
    }
    const Screen& screen = flow[state.current()];
    const RequestId request = awaited_request(flow, state.current(), state.question());
    if (request != no_request) {
        moves.add(Move::done(request));
        moves.add(Move::failed(request));
        if (flow[request].timeout_ms > 0) moves.add(Move::request_timeout(request));
    }
    if (flow[state.foremost()].moves_on != unsaid) moves.add(Move::moves_on());
    if (state.question() == no_screen && screen.idle != unsaid) moves.add(Move::idle());
}

void list_games_moves(const CompiledFlow& flow, const MenuState& state, MoveWriter& moves) {
    for (std::size_t i = 0; i < flow.events.size(); ++i) {
        const auto id = static_cast<EventId>(i);
        const Event& event = flow[id];
        const bool now = allowed(flow, state, event.during);
        const bool waits = state.waits(id);
        if (event.action == unsaid || (!now && !event.waits)) continue;
        if (!waits) moves.add(Move::event(id));
        if (waits && now) moves.add(Move::due(id));
    }
    for (std::size_t i = 0; i < flow.flags.size(); ++i) {
        const auto id = static_cast<FlagId>(i);
        if (!flow[id].set_by_game) continue;
        moves.add(state.flag(id) ? Move::lower(id) : Move::raise(id));
    }
    for (std::size_t i = 0; i < flow.settings.size(); ++i) {
        const Setting& setting = flow.settings[i];
        if (setting.asks.count == 0) continue;
        for (std::uint32_t t = setting.turns.begin; t < setting.turns.end(); ++t)
            moves.add(Move::set(static_cast<SettingId>(i), flow.turns[t]));
    }
}

} // namespace

bool runs(const CompiledFlow& flow, const MenuState& state) {
    return has_play(flow, state) && !some_screen_pauses(flow, state);
}

bool paused(const CompiledFlow& flow, const MenuState& state) {
    return has_play(flow, state) && some_screen_pauses(flow, state);
}

bool in_play(const CompiledFlow& flow, const MenuState& state) {
    return flow[state.current()].play && state.question() == no_screen;
}

bool shows_pointer(const CompiledFlow& flow, const MenuState& state) {
    const PointerRule rule = flow[state.foremost()].pointer;
    if (rule != PointerRule::as_a_rule) return rule == PointerRule::shown;
    return !in_play(flow, state);
}

bool holds_of_scene(const CompiledFlow& flow, FlagId flag, SceneId scene) {
    if (!flow.has(scene)) return false;
    return flow[scene].place >= flow[flag].least && flow[scene].place <= flow[flag].most;
}

bool is_true(const CompiledFlow& flow, const MenuState& state, ConditionId condition) {
    while (condition < holds) {
        const ConditionTest& test = flow.tests[index(condition)];
        const bool raised = flow[test.flag].kind == FlagKind::scene
                                ? holds_of_scene(flow, test.flag, state.scene())
                                : state.flag(test.flag);
        condition = raised ? test.if_raised : test.if_lowered;
    }
    return condition == holds;
}

bool is_move_of(const CompiledFlow& flow, Move move) {
    // What a move says is wider than most ids: it must not become another one.
    const auto has = [&](auto id) { return flow.has(id) && index(id) == move.subject; };
    switch (move.kind) {
    case MoveKind::press:
    case MoveKind::change: return has(move.control());
    case MoveKind::turn: {
        const bool named = move.value == next_page || move.value == previous_page;
        return has(move.pages()) && (named || move.value < flow[move.pages()].names.count);
    }
    case MoveKind::key: return has(move.as_key());
    case MoveKind::done:
    case MoveKind::failed:
    case MoveKind::request_timeout: return has(move.request());
    case MoveKind::due:
    case MoveKind::event: return has(move.as_event());
    case MoveKind::raise:
    case MoveKind::lower: return has(move.flag());
    case MoveKind::set: return has(move.setting());
    case MoveKind::back:
    case MoveKind::menu:
    case MoveKind::other_key:
    case MoveKind::loaded:
    case MoveKind::load_failed:
    case MoveKind::moves_on:
    case MoveKind::idle:
    case MoveKind::load_timeout:
    case MoveKind::start: return true;
    }
    return false; // what is no kind of move, in a number from elsewhere
}

std::uint16_t page_of(const CompiledFlow& flow, const MenuState& state, PagesId pages) {
    if (!flow.has(pages)) return 0;
    const Pages& row = flow[pages];
    const std::size_t height = state.height_of(row.screen);
    if (height == state.depth()) return 0;
    return static_cast<std::uint16_t>(state.pages_at(height) / row.unit % row.names.count);
}

bool hidden(const CompiledFlow& flow, const MenuState& state, ControlId control) {
    return flow.has(control) && flow[control].hides && !is_true(flow, state, flow[control].when);
}

bool shown(const CompiledFlow& flow, const MenuState& state, ControlId control) {
    if (!flow.has(control) || hidden(flow, state, control)) return false;
    const Control& row = flow[control];
    return row.pages == no_pages || row.kind == ControlKind::pages ||
           page_of(flow, state, row.pages) == row.page;
}

bool usable(const CompiledFlow& flow, const MenuState& state, ControlId control) {
    if (!flow.has(control) || state.depth() == 0) return false;
    const Control& row = flow[control];
    if (!is_usable_kind(row.kind) || row.screen != state.foremost()) return false;
    return shown(flow, state, control) && is_true(flow, state, row.when);
}

std::optional<Move> first_use(const CompiledFlow& flow, ControlId control) {
    if (!flow.has(control)) return std::nullopt;
    const Control& row = flow[control];
    if (!is_usable_kind(row.kind)) return std::nullopt;
    if (row.setting == no_setting) return Move::press(control);
    return Move::change(control, flow.turns[flow[row.setting].turns.begin]);
}

bool load_can_end(const CompiledFlow& flow, const MenuState& state) {
    if (state.phase() != Phase::loading) return false;
    for (std::size_t i = 1; i < state.depth(); ++i)
        if (flow[state.screen_at(i)].urgent) return false;
    return true;
}

RequestId awaited_request(const CompiledFlow& flow, ScreenId screen, ScreenId question) {
    const RequestId request = flow[screen].request;
    const bool answered = question != no_screen && flow[question].request == request;
    return answered ? no_request : request;
}

bool allowed(const CompiledFlow& flow, const MenuState& state, During during) {
    return during == During::any || (during == During::play) == runs(flow, state);
}

ActionId answer_to_key(const CompiledFlow& flow, const MenuState& state, KeyId key) {
    if (state.question() != no_screen) return unsaid;
    const Screen& screen = flow[state.current()];
    for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
        if (flow.key_answers[i].key == key) return flow.key_answers[i].action;
    return screen.any;
}

std::size_t max_moves(const CompiledFlow& flow) {
    std::size_t max_of_a_screen = 0;
    for (const Screen& screen : flow.screens) {
        std::size_t moves = screen.keys.count;
        for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i) {
            const Control& control = flow.controls[i];
            moves += 2 + control.presses; // two for pages that turn
            if (control.setting != no_setting) moves += flow[control.setting].turns.count;
        }
        max_of_a_screen = std::max(max_of_a_screen, moves);
    }
    std::size_t of_settings = 0;
    for (const Setting& setting : flow.settings) of_settings += setting.turns.count;
    // back, menu, any other key; the three ends of a load and of a request; moving on, being idle;
    // each event and its answer that waits
    return max_of_a_screen + 3 + 6 + 2 + 2 * flow.events.size() + flow.flags.size() + of_settings;
}

std::size_t list_moves(const CompiledFlow& flow, const MenuState& state, std::span<Move> moves) {
    MoveWriter writer(moves);
    list_players_moves(flow, state, writer);
    list_screens_moves(flow, state, writer);
    list_games_moves(flow, state, writer);
    return writer.count();
}

} // namespace rondix
