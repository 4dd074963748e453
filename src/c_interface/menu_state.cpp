// rondix/c/menu_state.h: menu states and apply() in C.
#include "c_interface/convert.hpp"

#include "rondix/runtime/apply.hpp"

using namespace rondix;
using namespace rondix::c;

namespace {

rondix_outcome out(const Outcome& outcome) {
    return {outcome.answered, outcome.loads,  outcome.quits,       outcome.reopens,
            outcome.leaves,   outcome.agreed, c::out(outcome.asks)};
}

/// Before it is started, or above the top, there is nothing.
bool is_in(const MenuState& state, std::size_t height) {
    return height < state.depth();
}

} // namespace

extern "C" {

rondix_menu_state* rondix_menu_state_new(const rondix_flow* flow) {
    return reinterpret_cast<rondix_menu_state*>(
        made<MenuState>([&] { return new MenuState(flow->flow); }));
}

void rondix_menu_state_free(rondix_menu_state* state) {
    delete reinterpret_cast<MenuState*>(state);
}

void rondix_menu_state_assign(rondix_menu_state* state, const rondix_menu_state* other) {
    in(state).assign(in(other));
}

bool rondix_menu_state_equal(const rondix_menu_state* one, const rondix_menu_state* other) {
    return in(one) == in(other);
}

const uint16_t* rondix_menu_state_words(const rondix_menu_state* state, size_t* count) {
    *count = in(state).words().size();
    return in(state).words().data();
}

// --- what it says

rondix_id rondix_menu_state_scene(const rondix_menu_state* state) {
    return out(in(state).scene());
}

rondix_phase rondix_menu_state_phase(const rondix_menu_state* state) {
    return static_cast<rondix_phase>(in(state).phase());
}

size_t rondix_menu_state_depth(const rondix_menu_state* state) {
    return in(state).depth();
}

rondix_id rondix_menu_state_screen_at(const rondix_menu_state* state, size_t height) {
    return is_in(in(state), height) ? out(in(state).screen_at(height)) : RONDIX_NONE;
}

rondix_id rondix_menu_state_question_at(const rondix_menu_state* state, size_t height) {
    return is_in(in(state), height) ? out(in(state).question_at(height)) : RONDIX_NONE;
}

uint32_t rondix_menu_state_pages_at(const rondix_menu_state* state, size_t height) {
    return is_in(in(state), height) ? in(state).pages_at(height) : 0;
}

rondix_id rondix_menu_state_bottom(const rondix_menu_state* state) {
    return rondix_menu_state_screen_at(state, 0);
}

rondix_id rondix_menu_state_current(const rondix_menu_state* state) {
    return rondix_menu_state_screen_at(state, in(state).depth() - 1);
}

rondix_id rondix_menu_state_question(const rondix_menu_state* state) {
    return rondix_menu_state_question_at(state, in(state).depth() - 1);
}

rondix_id rondix_menu_state_foremost(const rondix_menu_state* state) {
    return is_in(in(state), 0) ? out(in(state).foremost()) : RONDIX_NONE;
}

bool rondix_menu_state_is_open(const rondix_menu_state* state, rondix_id screen) {
    return in(state).is_open(in<ScreenId>(screen));
}

size_t rondix_menu_state_height_of(const rondix_menu_state* state, rondix_id screen) {
    return in(state).height_of(in<ScreenId>(screen));
}

bool rondix_menu_state_flag(const rondix_flow* flow, const rondix_menu_state* state,
                            rondix_id flag) {
    const auto id = in<FlagId>(flag);
    return flow->flow.has(id) && in(state).flag(id);
}

bool rondix_menu_state_waits(const rondix_flow* flow, const rondix_menu_state* state,
                             rondix_id event) {
    const auto id = in<EventId>(event);
    return flow->flow.has(id) && in(state).waits(id);
}

// --- what follows from it

bool rondix_runs(const rondix_flow* flow, const rondix_menu_state* state) {
    return is_in(in(state), 0) && runs(flow->flow, in(state));
}

bool rondix_paused(const rondix_flow* flow, const rondix_menu_state* state) {
    return is_in(in(state), 0) && paused(flow->flow, in(state));
}

bool rondix_in_play(const rondix_flow* flow, const rondix_menu_state* state) {
    return is_in(in(state), 0) && in_play(flow->flow, in(state));
}

bool rondix_shows_pointer(const rondix_flow* flow, const rondix_menu_state* state) {
    return is_in(in(state), 0) && shows_pointer(flow->flow, in(state));
}

uint32_t rondix_page_of(const rondix_flow* flow, const rondix_menu_state* state, rondix_id pages) {
    return is_in(in(state), 0) ? page_of(flow->flow, in(state), in<PagesId>(pages)) : 0;
}

bool rondix_hidden(const rondix_flow* flow, const rondix_menu_state* state, rondix_id control) {
    return is_in(in(state), 0) && flow->flow.has(ControlId{control}) &&
           hidden(flow->flow, in(state), ControlId{control});
}

bool rondix_shown(const rondix_flow* flow, const rondix_menu_state* state, rondix_id control) {
    return is_in(in(state), 0) && flow->flow.has(ControlId{control}) &&
           shown(flow->flow, in(state), ControlId{control});
}

bool rondix_usable(const rondix_flow* flow, const rondix_menu_state* state, rondix_id control) {
    return is_in(in(state), 0) && flow->flow.has(ControlId{control}) &&
           usable(flow->flow, in(state), ControlId{control});
}

bool rondix_first_use(const rondix_flow* flow, rondix_id control, rondix_move* move) {
    const std::optional<Move> found = first_use(flow->flow, ControlId{control});
    if (found) *move = out(*found);
    return found.has_value();
}

bool rondix_load_can_end(const rondix_flow* flow, const rondix_menu_state* state) {
    return load_can_end(flow->flow, in(state));
}

rondix_id rondix_awaited_request(const rondix_flow* flow, rondix_id screen, rondix_id question) {
    const auto id = in<ScreenId>(screen), over = in<ScreenId>(question);
    if (!flow->flow.has(id)) return RONDIX_NONE;
    return out(awaited_request(flow->flow, id, flow->flow.has(over) ? over : no_screen));
}

// --- what a move does

void rondix_prepare(const rondix_flow* flow, rondix_menu_state* state) {
    prepare(flow->flow, in(state));
}

rondix_outcome rondix_open_start(const rondix_flow* flow, rondix_menu_state* state) {
    return out(open_start(flow->flow, in(state)));
}

rondix_outcome rondix_start_flow(const rondix_flow* flow, rondix_menu_state* state) {
    return out(start_flow(flow->flow, in(state)));
}

rondix_outcome rondix_apply(const rondix_flow* flow, rondix_menu_state* state, rondix_move move) {
    const auto known = in(move);
    if (!known || !is_move_of(flow->flow, *known)) return out(Outcome{});
    // While no screen is open, there are flags and settings to put in: see prepare().
    const bool puts = known->kind == MoveKind::set || known->kind == MoveKind::raise;
    if (!puts && !is_in(in(state), 0)) return out(Outcome{});
    return out(apply(flow->flow, in(state), *known));
}

void rondix_come_to_rest(const rondix_flow* flow, rondix_menu_state* state) {
    if (is_in(in(state), 0)) come_to_rest(flow->flow, in(state));
}

bool rondix_is_move_of(const rondix_flow* flow, rondix_move move) {
    const auto known = in(move);
    return known && is_move_of(flow->flow, *known);
}

size_t rondix_max_moves(const rondix_flow* flow) {
    return max_moves(flow->flow);
}

size_t rondix_list_moves(const rondix_flow* flow, const rondix_menu_state* state,
                         rondix_move* moves, size_t room) {
    if (room < max_moves(flow->flow) || !is_in(in(state), 0)) return 0;
    return list_moves(flow->flow, in(state), {reinterpret_cast<Move*>(moves), room});
}

} // extern "C"
