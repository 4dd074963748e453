/* Which key of the keyboard, and which button of a pad, stands for what: rondix::Bindings.
 *
 * A target is a rondix_button, or RONDIX_TARGET_OF_KEY(key) for a key that the flow names. Codes
 * are the platform's own numbers.
 */
#ifndef RONDIX_C_BINDINGS_H
#define RONDIX_C_BINDINGS_H

#include "rondix/c/flow.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef uint32_t rondix_target;
#define RONDIX_BUTTONS 9
#define RONDIX_TARGET_OF_KEY(key) ((rondix_target)(key) + RONDIX_BUTTONS)
/* The most codes of a target on each kind of device. */
#define RONDIX_MOST_CODES 4

typedef struct rondix_bindings rondix_bindings;

/* NULL: there is no memory. */
RONDIX_API rondix_bindings* rondix_bindings_new(const rondix_flow* flow);
/* Those of a Runner, or others, as they are now. */
RONDIX_API rondix_bindings* rondix_bindings_copy(const rondix_bindings* bindings);
RONDIX_API void rondix_bindings_free(rondix_bindings* bindings);

RONDIX_API bool rondix_bindings_add(rondix_bindings* bindings, rondix_device_kind kind,
                                    uint32_t code, rondix_target target);
RONDIX_API bool rondix_bindings_remove(rondix_bindings* bindings, rondix_device_kind kind,
                                       uint32_t code);
RONDIX_API bool rondix_bindings_give_needed(rondix_bindings* bindings, rondix_device_kind kind,
                                            rondix_target target);
RONDIX_API void rondix_bindings_clear(rondix_bindings* bindings, rondix_device_kind kind,
                                      rondix_target target);
RONDIX_API void rondix_bindings_keep_as_defaults(rondix_bindings* bindings);
RONDIX_API void rondix_bindings_reset(rondix_bindings* bindings, rondix_target target);
RONDIX_API void rondix_bindings_reset_all(rondix_bindings* bindings);
RONDIX_API bool rondix_bindings_rebind(rondix_bindings* bindings, rondix_device_kind kind,
                                       uint32_t code, rondix_target target);
/* The player's choices from bindings of another version of the flow; keys are matched by name. */
RONDIX_API void rondix_bindings_take_choices(rondix_bindings* bindings, const rondix_flow* flow,
                                             const rondix_bindings* others,
                                             const rondix_flow* flow_of_others);

/* RONDIX_NONE: it has no meaning. */
RONDIX_API rondix_target rondix_bindings_meaning(const rondix_bindings* bindings,
                                                 rondix_device_kind kind, uint32_t code);
/* Writes the codes of a target, at most RONDIX_MOST_CODES, and returns how many. */
RONDIX_API size_t rondix_bindings_codes(const rondix_bindings* bindings, rondix_device_kind kind,
                                        rondix_target target, uint32_t* codes);
RONDIX_API bool rondix_bindings_is_default(const rondix_bindings* bindings, rondix_device_kind kind,
                                           rondix_target target);
RONDIX_API size_t rondix_bindings_targets(const rondix_bindings* bindings);

/* As flows and settings files write it: `accept`, `pages-on`, `chart`; and the other way. */
RONDIX_API rondix_text rondix_target_name(const rondix_flow* flow, rondix_target target);
RONDIX_API rondix_target rondix_target_named(const rondix_flow* flow, const char* name);

#ifdef __cplusplus
}
#endif
#endif
