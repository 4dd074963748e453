/* Rondix for C and for all languages that call C: a packed flow, the Runner, the draw list,
 * saved states, and whether a game keeps its part.
 *
 *   rondix_flow* flow;
 *   rondix_words why;
 *   if (rondix_open_packed(image, bytes, &flow, &why) != RONDIX_DONE) return log_line(why.text);
 *   rondix_runner* menus = rondix_runner_new(flow);
 *   rondix_runner_start(menus);
 *   while (is_running) {
 *       rondix_runner_press(menus, RONDIX_ACCEPT, RONDIX_KEYBOARD, 0); // what the player did
 *       rondix_runner_advance(menus, seconds);
 *       rondix_effect effect;
 *       while (rondix_runner_take_effect(menus, &effect)) obey(&effect);
 *       rondix_item item;
 *       const size_t items = rondix_runner_view(menus);
 *       for (size_t i = 0; i < items && rondix_runner_item(menus, i, &item); ++i) draw(&item);
 *   }
 *   rondix_runner_free(menus);
 *   rondix_flow_free(flow);
 *
 * Every function does what the C++ function of its name does, whose header says more: of
 * rondix_runner_press() that is Runner::press() in rondix/runtime/runner.hpp.
 *
 * Errors: nothing is thrown. What may fail returns a rondix_code and puts words into `why`, unless
 * that is NULL. Wrong ids, numbers and kinds do no harm: what changes something returns false, what
 * asks returns "none". Handles must not be NULL, other than in `_free` functions. Texts that go in
 * are UTF-8 and end with a zero; NULL is an empty one. Texts that come out have a length and no
 * zero at their end. Threads: one at a time for each handle; a flow is only read and may be shared.
 * Cost: that of the C++ function; nothing is allocated other than by functions that make a handle.
 */
#ifndef RONDIX_H
#define RONDIX_H

#include "rondix/c/basics.h"
#include "rondix/c/bindings.h"
#include "rondix/c/draw_list.h"
#include "rondix/c/flow.h"
#include "rondix/c/look.h"
#include "rondix/c/menu_state.h"
#include "rondix/c/runner.h"
#include "rondix/c/saved_state.h"

#include "rondix/c/conformance.h"

#endif
