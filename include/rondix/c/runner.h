/* The Runner: a flow at work inside a game. rondix/runtime/runner.hpp says of each function what it
 * does; the names are the same.
 *
 * Units: seconds, and the flow's design units; the window in pixels (rondix_runner_canvas()
 * converts). Lifetime: texts last until the next call that changes the Runner; the flow, and what
 * callbacks need, as long as the Runner. Callbacks are called on the thread that calls the Runner;
 * they must not throw, nor call the Runner.
 */
#ifndef RONDIX_C_RUNNER_H
#define RONDIX_C_RUNNER_H

#include "rondix/c/bindings.h"
#include "rondix/c/look.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef struct rondix_runner rondix_runner;
typedef struct rondix_menu_state rondix_menu_state;

/* Allocates all that the Runner needs. NULL: there is no memory. */
RONDIX_API rondix_runner* rondix_runner_new(const rondix_flow* flow);
RONDIX_API void rondix_runner_free(rondix_runner* runner);
RONDIX_API void rondix_runner_start(rondix_runner* runner);
/* In a game where `scene` is loaded (RONDIX_NONE: none is). */
RONDIX_API void rondix_runner_start_in(rondix_runner* runner, rondix_id scene, bool paused);

/* --- Input. True: the menus took it. A device is a kind and, of pads and fingers, a number. */

RONDIX_API bool rondix_runner_press_code(rondix_runner* runner, rondix_device_kind by,
                                         uint32_t number, uint32_t code);
RONDIX_API void rondix_runner_release_code(rondix_runner* runner, rondix_device_kind by,
                                           uint32_t number, uint32_t code);
RONDIX_API bool rondix_runner_press(rondix_runner* runner, rondix_button button,
                                    rondix_device_kind by, uint32_t number);
RONDIX_API void rondix_runner_release(rondix_runner* runner, rondix_button button,
                                      rondix_device_kind by, uint32_t number);
RONDIX_API bool rondix_runner_press_key(rondix_runner* runner, rondix_id key, rondix_device_kind by,
                                        uint32_t number);
RONDIX_API void rondix_runner_release_key(rondix_runner* runner, rondix_id key,
                                          rondix_device_kind by, uint32_t number);
RONDIX_API bool rondix_runner_press_other_key(rondix_runner* runner, rondix_device_kind by,
                                              uint32_t number);
RONDIX_API bool rondix_runner_pointer_moves(rondix_runner* runner, rondix_point to,
                                            rondix_device_kind by, uint32_t number);
RONDIX_API bool rondix_runner_pointer_presses(rondix_runner* runner, rondix_point at,
                                              rondix_device_kind by, uint32_t number);
RONDIX_API bool rondix_runner_pointer_releases(rondix_runner* runner, rondix_point at,
                                               rondix_device_kind by, uint32_t number);
RONDIX_API bool rondix_runner_scroll(rondix_runner* runner, rondix_point at, float lines,
                                     float lines_across);
RONDIX_API void rondix_runner_device_gone(rondix_runner* runner, rondix_device_kind kind,
                                          uint32_t number);
RONDIX_API bool rondix_runner_type(rondix_runner* runner, const char* text);
RONDIX_API bool rondix_runner_erase(rondix_runner* runner);
RONDIX_API rondix_id rondix_runner_typing(const rondix_runner* runner);
RONDIX_API rondix_text rondix_runner_typed(const rondix_runner* runner);

/* --- The game */

RONDIX_API bool rondix_runner_post(rondix_runner* runner, rondix_id event);
RONDIX_API bool rondix_runner_finish_load(rondix_runner* runner, rondix_ticket ticket,
                                          rondix_answer answer);
RONDIX_API bool rondix_runner_finish_request(rondix_runner* runner, rondix_ticket ticket,
                                             rondix_answer answer);
RONDIX_API bool rondix_runner_report_progress(rondix_runner* runner, rondix_ticket load,
                                              float share);
RONDIX_API rondix_ticket rondix_runner_load_ticket(const rondix_runner* runner);
RONDIX_API rondix_ticket rondix_runner_request_ticket(const rondix_runner* runner,
                                                      rondix_id request);
RONDIX_API void rondix_runner_set_loaded(rondix_runner* runner, rondix_id scene, bool loaded);
RONDIX_API bool rondix_runner_is_loaded(const rondix_runner* runner, rondix_id scene);
RONDIX_API bool rondix_runner_set_flag(rondix_runner* runner, rondix_id flag, bool raised);
RONDIX_API bool rondix_runner_set_shown_text(rondix_runner* runner, rondix_id control,
                                             const char* text);
RONDIX_API bool rondix_runner_set_shown_value(rondix_runner* runner, rondix_id control,
                                              const char* text);
RONDIX_API bool rondix_runner_set_shown_share(rondix_runner* runner, rondix_id control,
                                              float share);
RONDIX_API bool rondix_runner_set_shown_picture(rondix_runner* runner, rondix_id control,
                                                rondix_id picture);

/* A row of a list; its texts must stay valid until other rows are set. */
typedef struct rondix_row {
    rondix_text text;
    uint32_t which; /* which of the list's presses it makes; 0 where there is one */
    bool disabled;
    rondix_text detail, value;
    rondix_id picture; /* RONDIX_NONE beforehand */
} rondix_row;
typedef struct rondix_rows {
    uint32_t count;
    void* context;
    /* Fills `*row`, of which all is empty beforehand. */
    void (*row)(void* context, uint32_t number, rondix_row* row);
} rondix_rows;
RONDIX_API bool rondix_runner_set_rows(rondix_runner* runner, rondix_id list,
                                       const rondix_rows* rows);
RONDIX_API rondix_rows rondix_runner_rows_of(const rondix_runner* runner, rondix_id list);
RONDIX_API bool rondix_runner_choose_row(rondix_runner* runner, rondix_id list, uint32_t row);

/* `about` is what is said behind each. */
typedef enum rondix_effect_kind RONDIX_U32 {
    RONDIX_LOAD,       /* a scene; `ticket` */
    RONDIX_UNLOAD,     /* a scene */
    RONDIX_SET_ASIDE,  /* a scene */
    RONDIX_BRING_BACK, /* a scene */
    RONDIX_PAUSE,
    RONDIX_UNPAUSE,
    RONDIX_SHOW_POINTER,
    RONDIX_HIDE_POINTER,
    RONDIX_CUE,        /* a cue */
    RONDIX_MUSIC,      /* a tune, or RONDIX_SILENCE */
    RONDIX_REQUEST,    /* a request; `ticket` */
    RONDIX_OFF,        /* a request; `ticket` */
    RONDIX_BEGIN_TEXT, /* a control */
    RONDIX_END_TEXT,   /* a control */
    RONDIX_SETTING,    /* a setting; `value` */
    RONDIX_FRONT,      /* a screen */
    RONDIX_FOCUS,      /* a control; `value`: of a list, the row */
    RONDIX_DENIED,     /* a control */
    RONDIX_TAKES_PAD,  /* nothing; `value`: the pad */
    RONDIX_TOLD,       /* a word */
    RONDIX_TODO,       /* a word */
    RONDIX_QUIT
} rondix_effect_kind;

/* One thing that the game is to do: rondix/runtime/effect.hpp says what each asks for. */
typedef struct rondix_effect {
    uint32_t kind; /* rondix_effect_kind */
    uint32_t value;
    rondix_id about; /* RONDIX_NONE where it is about nothing */
    rondix_ticket ticket;
} rondix_effect;
/* The next one, oldest first. False: there is none at present. A game has to take them all: when
 * there is no room for more, input is refused. */
RONDIX_API bool rondix_runner_take_effect(rondix_runner* runner, rondix_effect* effect);

/* --- Time. Where a time is asked for, a negative one means that there is none. */

RONDIX_API void rondix_runner_advance(rondix_runner* runner, double seconds);
RONDIX_API void rondix_runner_advance_pictures(rondix_runner* runner, double seconds);
RONDIX_API double rondix_runner_time_until_change(const rondix_runner* runner);
RONDIX_API double rondix_runner_time_until_due(const rondix_runner* runner, rondix_id event);
RONDIX_API double rondix_runner_time_left(const rondix_runner* runner);
RONDIX_API double rondix_runner_time_until_load_timeout(const rondix_runner* runner);

/* --- Settings and keys */

RONDIX_API bool rondix_runner_set_setting(rondix_runner* runner, rondix_id setting, uint32_t value);
RONDIX_API bool rondix_runner_set_text(rondix_runner* runner, rondix_id setting, const char* text);
RONDIX_API uint32_t rondix_runner_value_of(const rondix_runner* runner, rondix_id setting);
RONDIX_API uint32_t rondix_runner_kept_value_of(const rondix_runner* runner, rondix_id setting);
RONDIX_API rondix_text rondix_runner_text_of(const rondix_runner* runner, rondix_id setting);
RONDIX_API rondix_text rondix_runner_shown_value(const rondix_runner* runner, rondix_id setting);

/* Lasts as long as the Runner, and is not to be freed. */
RONDIX_API const rondix_bindings* rondix_runner_bindings(const rondix_runner* runner);
/* The name of a code, as the player knows it; must outlive the Runner. */
typedef struct rondix_code_names {
    void* context;
    rondix_text (*name)(void* context, rondix_device_kind kind, uint32_t code);
} rondix_code_names;
RONDIX_API void rondix_runner_set_bindings(rondix_runner* runner, const rondix_bindings* bindings,
                                           const rondix_code_names* names);
RONDIX_API bool rondix_runner_rebind(rondix_runner* runner, rondix_device_kind kind, uint32_t code,
                                     rondix_target target);
RONDIX_API void rondix_runner_choose_bindings(rondix_runner* runner,
                                              const rondix_bindings* bindings);
RONDIX_API rondix_id rondix_runner_listening(const rondix_runner* runner);

/* --- Layout */

RONDIX_API void rondix_runner_resize(rondix_runner* runner, float width, float height);
RONDIX_API rondix_canvas rondix_runner_canvas(const rondix_runner* runner);

typedef struct rondix_text_to_measure {
    rondix_text text;
    rondix_text font;
    float size;
    bool bold;
    float width; /* 0: not broken at all */
} rondix_text_to_measure;
/* The picture function may be NULL. */
typedef struct rondix_text_measurer {
    void* context;
    rondix_size (*text)(void* context, const rondix_text_to_measure* text);
    rondix_size (*picture)(void* context, rondix_id picture);
} rondix_text_measurer;
RONDIX_API void rondix_runner_set_text_measurer(rondix_runner* runner,
                                                const rondix_text_measurer* measurer);
/* The default: estimates. */
RONDIX_API void rondix_runner_set_estimating_measurer(rondix_runner* runner);
/* Translates what is not empty; what it returns lasts as long as the Runner. */
typedef struct rondix_translator {
    void* context;
    rondix_text (*find)(void* context, rondix_text written);
} rondix_translator;
RONDIX_API void rondix_runner_set_translator(rondix_runner* runner,
                                             const rondix_translator* translator);
RONDIX_API size_t rondix_runner_cut_texts(const rondix_runner* runner);
RONDIX_API void rondix_runner_set_mirrored(rondix_runner* runner, bool mirrored);
RONDIX_API void rondix_runner_set_motion(rondix_runner* runner, bool moves);

/* Makes the view, and returns how many items it has. */
RONDIX_API size_t rondix_runner_view(rondix_runner* runner);
/* One of that view, in drawing order; until the next call that changes the Runner. */
RONDIX_API bool rondix_runner_item(const rondix_runner* runner, size_t number, rondix_item* item);
RONDIX_API bool rondix_runner_needs_redraw(const rondix_runner* runner);

/* --- Inspection */

RONDIX_API const rondix_flow* rondix_runner_flow(const rondix_runner* runner);
/* Lasts as long as the Runner, and is not to be freed: see menu_state.h. */
RONDIX_API const rondix_menu_state* rondix_runner_menu_state(const rondix_runner* runner);
RONDIX_API rondix_id rondix_runner_focus(const rondix_runner* runner);
RONDIX_API rondix_id rondix_runner_focus_of(const rondix_runner* runner, rondix_id screen);
RONDIX_API bool rondix_runner_pointer_shown(const rondix_runner* runner);
/* The kind; `number` may be NULL. */
RONDIX_API rondix_device_kind rondix_runner_device(const rondix_runner* runner, uint32_t* number);

/* A control as a screen reader, or a voice of the game's own, announces it. */
typedef struct rondix_accessible_info {
    uint32_t role; /* rondix_control_kind */
    rondix_text name, value, hint;
    uint32_t row, rows;
    bool focused, disabled, pressed, on;
} rondix_accessible_info;
RONDIX_API rondix_accessible_info rondix_runner_accessible_info(const rondix_runner* runner,
                                                                rondix_id control);
/* A text of the flow, as a function of flow.h gave it: translated, with the names of keys. */
RONDIX_API rondix_text rondix_runner_shown_text(const rondix_runner* runner, rondix_text written);
RONDIX_API rondix_id rondix_runner_unfolded(const rondix_runner* runner);
RONDIX_API rondix_rect rondix_runner_bounds_of(const rondix_runner* runner, rondix_id control);
RONDIX_API rondix_rect rondix_runner_seen_of(const rondix_runner* runner, rondix_id control);
RONDIX_API void rondix_runner_bring_into_view(rondix_runner* runner, rondix_id control);
RONDIX_API rondix_rect rondix_runner_bounds_of_row(const rondix_runner* runner, rondix_id list,
                                                   uint32_t row);
RONDIX_API uint32_t rondix_runner_row_in_focus(const rondix_runner* runner, rondix_id list);

/* A box of a screen. */
typedef struct rondix_placed {
    rondix_rect rect;
    rondix_size text;
    float text_scale;
    bool absent;
} rondix_placed;
/* How many boxes a screen has, of which the first `room` are written to `places`. */
RONDIX_API size_t rondix_runner_places_of(const rondix_runner* runner, rondix_id screen,
                                          rondix_placed* places, size_t room);
RONDIX_API rondix_id rondix_runner_route(rondix_runner* runner, rondix_id from,
                                         rondix_button direction);

/* What the game has done so far, in numbers: rondix/runtime/host_record.hpp. */
typedef struct rondix_host_record {
    uint64_t effects_taken, effects_waiting, quits_taken, old_answers, progress_reports, timeouts;
    double advanced;
} rondix_host_record;
RONDIX_API rondix_host_record rondix_runner_host_record(const rondix_runner* runner);
RONDIX_API bool rondix_runner_was_set(const rondix_runner* runner, rondix_id flag);

/* --- Walkthroughs and tests */

/* `subject` is what is said behind each. */
typedef enum rondix_move_kind RONDIX_U32 {
    RONDIX_MOVE_PRESS,  /* a control; `value`: of a list, which press */
    RONDIX_MOVE_CHANGE, /* a control; `value` */
    RONDIX_MOVE_TURN,   /* pages; `value`: a page, RONDIX_NEXT_PAGE or
                           _PREVIOUS_PAGE */
    RONDIX_MOVE_BACK,
    RONDIX_MOVE_MENU,
    RONDIX_MOVE_KEY, /* a key */
    RONDIX_MOVE_OTHER_KEY,
    RONDIX_MOVE_LOADED,
    RONDIX_MOVE_LOAD_FAILED,
    RONDIX_MOVE_DONE,   /* a request */
    RONDIX_MOVE_FAILED, /* a request */
    RONDIX_MOVE_MOVES_ON,
    RONDIX_MOVE_IDLE,
    RONDIX_MOVE_LOAD_TIMEOUT,
    RONDIX_MOVE_REQUEST_TIMEOUT, /* a request */
    RONDIX_MOVE_DUE,             /* an event */
    RONDIX_MOVE_EVENT,           /* an event */
    RONDIX_MOVE_RAISE,           /* a flag */
    RONDIX_MOVE_LOWER,           /* a flag */
    RONDIX_MOVE_SET,             /* a setting; `value` */
    RONDIX_MOVE_START
} rondix_move_kind;
#define RONDIX_NEXT_PAGE 0xFFFF
#define RONDIX_PREVIOUS_PAGE 0xFFFE

typedef struct rondix_move {
    uint8_t kind; /* rondix_move_kind */
    uint16_t value;
    uint32_t subject; /* 0 where it has none */
} rondix_move;
RONDIX_API bool rondix_runner_replay(rondix_runner* runner, rondix_move move);
/* The next of the moves that were made, oldest first; the latest 64 are kept. False: there is none.
 */
RONDIX_API bool rondix_runner_take_move(rondix_runner* runner, rondix_move* move);
RONDIX_API uint64_t rondix_runner_moves_made(const rondix_runner* runner);

#ifdef __cplusplus
}
#endif
#endif
