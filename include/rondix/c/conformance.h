/* Conformance: tells, while a game is developed, where it breaks what the proof assumes of it
 * (rondix/conformance.hpp).
 *
 * Units: seconds. A library that was built without RONDIX_LIVE has none of these functions.
 */
#ifndef RONDIX_C_CONFORMANCE_H
#define RONDIX_C_CONFORMANCE_H

#include "rondix/c/runner.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef enum rondix_breach_kind RONDIX_U32 {
    RONDIX_EFFECTS_NOT_TAKEN,
    RONDIX_LOAD_NOT_ANSWERED,
    RONDIX_REQUEST_NOT_ANSWERED,
    RONDIX_GIVEN_UP,
    RONDIX_QUIT_NOT_FOLLOWED,
    RONDIX_OLD_ANSWER,
    RONDIX_TIME_STOPS,
    RONDIX_TIME_JUMPS,
    RONDIX_FLAG_NEVER_SET
} rondix_breach_kind;

typedef struct rondix_breach {
    uint32_t kind; /* rondix_breach_kind */
    double time, seconds;
    rondix_id about; /* a scene, request or flag, or RONDIX_NONE */
    rondix_words words;
} rondix_breach;

/* In seconds; 0 stands for the usual. */
typedef struct rondix_conformance_limits {
    double effects, answer, quit, standstill, jump;
} rondix_conformance_limits;

typedef struct rondix_conformance rondix_conformance;
/* `limits` may be NULL. NULL: there is no memory. */
RONDIX_API rondix_conformance* rondix_conformance_new(const rondix_runner* runner,
                                                      const rondix_conformance_limits* limits);
RONDIX_API void rondix_conformance_free(rondix_conformance* watch);
/* Once a frame, after effects were taken; `seconds` went by since the last call. Returns how many
 * breaches have come to light. */
RONDIX_API size_t rondix_conformance_look(rondix_conformance* watch, const rondix_runner* runner,
                                          double seconds);
/* When the game ends: what it never did, if it was played for `minimum` seconds. */
RONDIX_API size_t rondix_conformance_end(rondix_conformance* watch, const rondix_runner* runner,
                                         double minimum);
/* One of those that the last call found; it allocates its words. */
RONDIX_API bool rondix_conformance_breach(const rondix_conformance* watch, size_t number,
                                          rondix_breach* breach);
/* "load-not-answered"; lasts for ever. */
RONDIX_API rondix_text rondix_breach_kind_name(uint32_t breach_kind);

#ifdef __cplusplus
}
#endif
#endif
