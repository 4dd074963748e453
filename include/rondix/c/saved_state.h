/* Saved states: where a player is in the menus, by name, so that it outlives the flow
 * (rondix/saved_state.hpp): for games that are suspended, patched and resumed, and for flows that
 * are reloaded while the game runs.
 *
 * Cost: restoring takes the time of a proof, within its limits. A library that was built without
 * RONDIX_LIVE has none of these functions.
 */
#ifndef RONDIX_C_SAVED_STATE_H
#define RONDIX_C_SAVED_STATE_H

#include "rondix/c/runner.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef struct rondix_saved rondix_saved;
/* The state of a Runner that has been started. */
RONDIX_API rondix_code rondix_saved_of(const rondix_runner* runner, rondix_saved** saved,
                                       rondix_words* why);
/* Of a text that rondix_saved_text() gave, from another run of the game. */
RONDIX_API rondix_code rondix_saved_read(const char* text, rondix_saved** saved, rondix_words* why);
RONDIX_API void rondix_saved_free(rondix_saved* saved);
/* As JSON, which ends with a zero as well; lasts as long as `saved`. */
RONDIX_API rondix_text rondix_saved_text(const rondix_saved* saved);
/* The scene that has to be loaded already when it is restored; empty: none. */
RONDIX_API rondix_text rondix_saved_scene(const rondix_saved* saved);

/* Of the proof in a running game; 0 stands for the usual: 0.05 s and 64 MB. */
typedef struct rondix_limits {
    double seconds;
    uint32_t megabytes;
} rondix_limits;

/* What became of it. */
typedef struct rondix_restored rondix_restored;
/* NULL: there is no memory. `limits` may be NULL. */
RONDIX_API rondix_restored* rondix_restore(rondix_runner* runner, const rondix_saved* saved,
                                           const rondix_limits* limits);
RONDIX_API rondix_restored* rondix_restore_unproved(rondix_runner* runner,
                                                    const rondix_saved* saved);
RONDIX_API rondix_restored* rondix_take_over(rondix_runner* fresh, const rondix_runner* old,
                                             const rondix_limits* limits);
RONDIX_API rondix_restored* rondix_take_over_unproved(rondix_runner* fresh,
                                                      const rondix_runner* old);
/* The flow was restarted. */
RONDIX_API bool rondix_restored_at_home(const rondix_restored* restored);
/* How many things were dropped, and what: "there is no screen 'options' any more". */
RONDIX_API size_t rondix_restored_dropped(const rondix_restored* restored);
RONDIX_API rondix_text rondix_restored_words(const rondix_restored* restored, size_t number);
RONDIX_API void rondix_restored_free(rondix_restored* restored);

#ifdef __cplusplus
}
#endif
#endif
