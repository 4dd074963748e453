/* A packed flow, as `rondix pack` writes it: opening one, and what its ids mean.
 *
 * Lifetime: the image stays where it is as long as the flow; the flow as long as what was made of
 * it. Texts last as long as the flow; a name or text that there is not is empty.
 */
#ifndef RONDIX_C_FLOW_H
#define RONDIX_C_FLOW_H

#include "rondix/c/basics.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef struct rondix_flow rondix_flow;

/* Whatever the bytes are, opening them is harmless. An image that does not begin at a multiple of
 * 16 bytes is copied. Where it is not done, `*flow` is NULL. */
RONDIX_API rondix_code rondix_open_packed(const void* image, size_t bytes, rondix_flow** flow,
                                          rondix_words* why);
RONDIX_API void rondix_flow_free(rondix_flow* flow);
/* To be compared with that of the generated ids: they are of this flow. */
RONDIX_API uint64_t rondix_names_hash(const rondix_flow* flow);
/* Whether the flow holds together. rondix_open_packed() has asked already. */
RONDIX_API rondix_code rondix_verify(const rondix_flow* flow, rondix_words* why);

RONDIX_API rondix_text rondix_flow_game(const rondix_flow* flow);
RONDIX_API rondix_size rondix_flow_design_size(const rondix_flow* flow);
RONDIX_API bool rondix_flow_can_quit(const rondix_flow* flow);
/* A bit for each rondix_device_kind that the menus are to be played with. */
RONDIX_API uint32_t rondix_flow_devices(const rondix_flow* flow);

/* --- From a name to an id, or RONDIX_NONE. */

RONDIX_API rondix_id rondix_flow_scene(const rondix_flow* flow, const char* name);
RONDIX_API rondix_id rondix_flow_screen(const rondix_flow* flow, const char* name);
RONDIX_API rondix_id rondix_flow_flag(const rondix_flow* flow, const char* name);
RONDIX_API rondix_id rondix_flow_event(const rondix_flow* flow, const char* name);
RONDIX_API rondix_id rondix_flow_key(const rondix_flow* flow, const char* name);
RONDIX_API rondix_id rondix_flow_request(const rondix_flow* flow, const char* name);
RONDIX_API rondix_id rondix_flow_setting(const rondix_flow* flow, const char* name);
/* A picture by its file, as the flow writes it. */
RONDIX_API rondix_id rondix_flow_picture(const rondix_flow* flow, const char* file);
/* Controls and pages are named within their screen. */
RONDIX_API rondix_id rondix_flow_control(const rondix_flow* flow, rondix_id screen,
                                         const char* name);
RONDIX_API rondix_id rondix_flow_pages_named(const rondix_flow* flow, rondix_id screen,
                                             const char* name);

/* --- From an id to what it is. */

typedef enum rondix_kind RONDIX_U32 {
    RONDIX_SCENES,
    RONDIX_SCREENS,
    RONDIX_CONTROLS,
    RONDIX_FLAGS,
    RONDIX_EVENTS,
    RONDIX_KEYS,
    RONDIX_REQUESTS,
    RONDIX_PAGES,
    RONDIX_SETTINGS,
    RONDIX_WORDS,    /* their name: the word itself */
    RONDIX_PICTURES, /* their name: the file */
    RONDIX_CUES,
    RONDIX_TUNES,
    RONDIX_FONTS, /* their name: a family or file */
    RONDIX_STYLES /* without names */
} rondix_kind;

/* How many the flow has of them. */
RONDIX_API size_t rondix_flow_count(const rondix_flow* flow, rondix_kind kind);
RONDIX_API bool rondix_flow_has(const rondix_flow* flow, rondix_kind kind, rondix_id id);
RONDIX_API rondix_text rondix_flow_name(const rondix_flow* flow, rondix_kind kind, rondix_id id);
/* The file of a scene, picture, cue or tune. */
RONDIX_API rondix_text rondix_flow_file(const rondix_flow* flow, rondix_kind kind, rondix_id id);

typedef enum rondix_control_kind RONDIX_U32 {
    RONDIX_LABEL,
    RONDIX_PICTURE,
    RONDIX_PANEL,
    RONDIX_CONTROL_PAGES,
    RONDIX_CONTROL_BUTTON,
    RONDIX_TOGGLE,
    RONDIX_SLIDER,
    RONDIX_CHOICE,
    RONDIX_TEXT_FIELD,
    RONDIX_LIST,
    RONDIX_BINDING
} rondix_control_kind;

typedef struct rondix_control {
    uint32_t kind;     /* rondix_control_kind */
    rondix_id screen;  /* that it stands on */
    rondix_id setting; /* that it changes or shows, or RONDIX_NONE */
    rondix_id pages;   /* that it stands on, or RONDIX_NONE */
    uint32_t page;     /* on which of them */
    rondix_text text;  /* as written */
} rondix_control;
RONDIX_API bool rondix_flow_control_of(const rondix_flow* flow, rondix_id control,
                                       rondix_control* found);

typedef enum rondix_setting_kind RONDIX_U32 {
    RONDIX_YES_NO,
    RONDIX_NUMBER,
    RONDIX_ONE_OF,
    RONDIX_TEXT,
    RONDIX_KEY_SETTING
} rondix_setting_kind;

/* Values count from 0: no and yes, the steps of a number from its least on, the words of a choice.
 */
typedef struct rondix_setting {
    uint32_t kind;   /* rondix_setting_kind */
    uint32_t values; /* how many; of a text: the most letters */
    uint32_t first;
    float from, by; /* of a number: value n stands for from + n * by */
} rondix_setting;
RONDIX_API bool rondix_flow_setting_of(const rondix_flow* flow, rondix_id setting,
                                       rondix_setting* found);
/* A value as it is written in files, and as it is shown, untranslated; empty for texts and keys. */
RONDIX_API rondix_text rondix_flow_value_word(const rondix_flow* flow, rondix_id setting,
                                              uint32_t value);
RONDIX_API rondix_text rondix_flow_value_label(const rondix_flow* flow, rondix_id setting,
                                               uint32_t value);
/* The screen that asks whether a change of a setting to `value` is to be kept, or none. */
RONDIX_API rondix_id rondix_question_of(const rondix_flow* flow, rondix_id setting, uint32_t value);

/* `button`, `list`, as rondix_control_kind has it; lasts for ever. */
RONDIX_API rondix_text rondix_control_kind_name(uint32_t control_kind);
/* `keyboard`, `pad`, `mouse`, `touch`. */
RONDIX_API rondix_text rondix_device_kind_name(uint32_t device_kind);

#ifdef __cplusplus
}
#endif
#endif
