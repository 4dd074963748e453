/* Menu states, and what a move does to one: rondix/runtime/menu_state.hpp and apply.hpp. A game
 * asks here what follows from where the player is; programs that explore a flow make states of
 * their own.
 */
#ifndef RONDIX_C_MENU_STATE_H
#define RONDIX_C_MENU_STATE_H

#include "rondix/c/runner.h"

#ifdef __cplusplus
extern "C" {
#endif

/* Not yet a menu state: see rondix_prepare(). NULL: there is no memory. */
RONDIX_API rondix_menu_state* rondix_menu_state_new(const rondix_flow* flow);
RONDIX_API void rondix_menu_state_free(rondix_menu_state* state);
/* Both of one flow. */
RONDIX_API void rondix_menu_state_assign(rondix_menu_state* state, const rondix_menu_state* other);
RONDIX_API bool rondix_menu_state_equal(const rondix_menu_state* one,
                                        const rondix_menu_state* other);
/* The row of it, which is canonical; for hashing. */
RONDIX_API const uint16_t* rondix_menu_state_words(const rondix_menu_state* state, size_t* count);

typedef enum rondix_phase RONDIX_U32 {
    RONDIX_PHASE_NONE,
    RONDIX_PHASE_LOADED,
    RONDIX_PHASE_LOADING,
    RONDIX_PHASE_FAILED
} rondix_phase;

/* --- What it says. Heights count from the bottom; beyond depth() there is nothing. */

RONDIX_API rondix_id rondix_menu_state_scene(const rondix_menu_state* state);
RONDIX_API rondix_phase rondix_menu_state_phase(const rondix_menu_state* state);
RONDIX_API size_t rondix_menu_state_depth(const rondix_menu_state* state);
RONDIX_API rondix_id rondix_menu_state_screen_at(const rondix_menu_state* state, size_t height);
RONDIX_API rondix_id rondix_menu_state_question_at(const rondix_menu_state* state, size_t height);
RONDIX_API uint32_t rondix_menu_state_pages_at(const rondix_menu_state* state, size_t height);
RONDIX_API rondix_id rondix_menu_state_bottom(const rondix_menu_state* state);
RONDIX_API rondix_id rondix_menu_state_current(const rondix_menu_state* state);
RONDIX_API rondix_id rondix_menu_state_question(const rondix_menu_state* state);
RONDIX_API rondix_id rondix_menu_state_foremost(const rondix_menu_state* state);
RONDIX_API bool rondix_menu_state_is_open(const rondix_menu_state* state, rondix_id screen);
/* depth() when it is not open. */
RONDIX_API size_t rondix_menu_state_height_of(const rondix_menu_state* state, rondix_id screen);
RONDIX_API bool rondix_menu_state_flag(const rondix_flow* flow, const rondix_menu_state* state,
                                       rondix_id flag);
RONDIX_API bool rondix_menu_state_waits(const rondix_flow* flow, const rondix_menu_state* state,
                                        rondix_id event);

/* --- What follows from it */

RONDIX_API bool rondix_runs(const rondix_flow* flow, const rondix_menu_state* state);
RONDIX_API bool rondix_paused(const rondix_flow* flow, const rondix_menu_state* state);
RONDIX_API bool rondix_in_play(const rondix_flow* flow, const rondix_menu_state* state);
RONDIX_API bool rondix_shows_pointer(const rondix_flow* flow, const rondix_menu_state* state);
RONDIX_API uint32_t rondix_page_of(const rondix_flow* flow, const rondix_menu_state* state,
                                   rondix_id pages);
RONDIX_API bool rondix_hidden(const rondix_flow* flow, const rondix_menu_state* state,
                              rondix_id control);
RONDIX_API bool rondix_shown(const rondix_flow* flow, const rondix_menu_state* state,
                             rondix_id control);
RONDIX_API bool rondix_usable(const rondix_flow* flow, const rondix_menu_state* state,
                              rondix_id control);
/* False: it cannot be used at all. */
RONDIX_API bool rondix_first_use(const rondix_flow* flow, rondix_id control, rondix_move* move);
RONDIX_API bool rondix_load_can_end(const rondix_flow* flow, const rondix_menu_state* state);
RONDIX_API rondix_id rondix_awaited_request(const rondix_flow* flow, rondix_id screen,
                                            rondix_id question);

/* --- What a move does */

/* rondix::Outcome. */
typedef struct rondix_outcome {
    bool answered, loads, quits, reopens, leaves, agreed;
    rondix_id asks; /* a request */
} rondix_outcome;
RONDIX_API void rondix_prepare(const rondix_flow* flow, rondix_menu_state* state);
RONDIX_API rondix_outcome rondix_open_start(const rondix_flow* flow, rondix_menu_state* state);
RONDIX_API rondix_outcome rondix_start_flow(const rondix_flow* flow, rondix_menu_state* state);
RONDIX_API rondix_outcome rondix_apply(const rondix_flow* flow, rondix_menu_state* state,
                                       rondix_move move);
RONDIX_API void rondix_come_to_rest(const rondix_flow* flow, rondix_menu_state* state);
RONDIX_API bool rondix_is_move_of(const rondix_flow* flow, rondix_move move);
RONDIX_API size_t rondix_max_moves(const rondix_flow* flow);
/* Writes the moves that can happen in a state that has been started, and returns how many. There
 * must be room for rondix_max_moves(): with less, nothing is written, and it returns 0. */
RONDIX_API size_t rondix_list_moves(const rondix_flow* flow, const rondix_menu_state* state,
                                    rondix_move* moves, size_t room);

#ifdef __cplusplus
}
#endif
#endif
