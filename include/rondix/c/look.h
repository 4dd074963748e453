/* How things look: what rondix_runner_item() gives to draw.
 *
 * Units: design units, degrees clockwise, opacities and shares from 0 to 1. Lifetime: texts of a
 * style last as long as the flow.
 */
#ifndef RONDIX_C_LOOK_H
#define RONDIX_C_LOOK_H

#include "rondix/c/flow.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef enum rondix_look_state RONDIX_U32 {
    RONDIX_REST,
    RONDIX_FOCUSED,
    RONDIX_PRESSED,
    RONDIX_ON,
    RONDIX_DISABLED
} rondix_look_state;
#define RONDIX_LOOK_STATES 5

/* The members of rondix::Look (rondix/runtime/look.hpp), which says what they mean. */
typedef struct rondix_look {
    rondix_colour fill, fill_end, border, shadow, ink, outline, ink_shadow, tint;
    float border_width;
    float corner;
    float shadow_x, shadow_y, shadow_blur;
    float outline_width;
    float ink_shadow_x, ink_shadow_y;
    float scale;
    float shift_x, shift_y;
    float rotate;
    float opacity;
} rondix_look;

typedef enum rondix_edge RONDIX_U32 { RONDIX_START, RONDIX_MIDDLE, RONDIX_END } rondix_edge;
typedef enum rondix_fit RONDIX_U32 { RONDIX_STRETCH, RONDIX_INSIDE, RONDIX_COVER } rondix_fit;

/* What of a style does not blend, in one state. */
typedef struct rondix_dress {
    rondix_id image;
    rondix_sides slices;
    uint32_t fit; /* rondix_fit */
    rondix_id cue;
    rondix_text text; /* instead of the control's own, where it is not empty */
    bool fill_across;
} rondix_dress;

typedef struct rondix_style {
    rondix_look looks[RONDIX_LOOK_STATES];
    rondix_dress dresses[RONDIX_LOOK_STATES];
    rondix_id font;
    float text_size;
    bool bold;
    uint32_t align; /* rondix_edge */
    rondix_sides padding;
    rondix_size least;
    rondix_id denied; /* a cue */
} rondix_style;
RONDIX_API bool rondix_flow_style(const rondix_flow* flow, rondix_id style, rondix_style* found);

typedef enum rondix_item_kind RONDIX_U32 {
    RONDIX_ITEM_GROUND,
    RONDIX_ITEM_DIM,
    RONDIX_ITEM_GROUP,
    RONDIX_ITEM_TITLE,
    RONDIX_ITEM_LABEL,
    RONDIX_ITEM_PICTURE,
    RONDIX_ITEM_PANEL,
    RONDIX_ITEM_BUTTON,
    RONDIX_ITEM_CONTROL,
    RONDIX_ITEM_LIST,
    RONDIX_ITEM_ROW,
    RONDIX_ITEM_PIECE,
    RONDIX_ITEM_VALUE,
    RONDIX_ITEM_TRACK,
    RONDIX_ITEM_KNOB,
    RONDIX_ITEM_PROGRESS,
    RONDIX_ITEM_NOTICE,
    RONDIX_ITEM_SCROLL_TRACK,
    RONDIX_ITEM_SCROLL_KNOB
} rondix_item_kind;

/* One thing to draw, as rondix::Item (rondix/runtime/item.hpp) has it. Its texts last until the
 * next call that changes the Runner, or asks for the view. */
typedef struct rondix_item {
    uint32_t kind;  /* rondix_item_kind */
    uint32_t state; /* rondix_look_state */
    bool leaving;
    rondix_id style;
    rondix_rect bounds;
    rondix_rect clip; /* without a width: nothing is cut */
    rondix_transform transform;
    rondix_look look;
    float shares[RONDIX_LOOK_STATES];
    rondix_text text, name, value;
    float text_scale;
    uint32_t align; /* rondix_edge */
    rondix_sides padding;
    float rotate;
    rondix_id picture; /* see rondix_own_number() */
    float amount;
    uint32_t row;
    rondix_id screen, control;
} rondix_item;

/* The id of a picture of the game's own, below 32,767; of a higher number RONDIX_NONE. */
RONDIX_API rondix_id rondix_own_picture(uint32_t number);
/* The number of a picture of the game's own; of all others RONDIX_NONE. */
RONDIX_API uint32_t rondix_own_number(rondix_id picture);

/* The part of a window that the menus are laid out on. */
typedef struct rondix_canvas {
    rondix_size size;    /* in design units */
    rondix_rect safe;    /* inside the safe margins */
    float scale;         /* pixels for each design unit */
    rondix_point origin; /* of the canvas, in pixels of the window */
    bool portrait;
} rondix_canvas;
RONDIX_API rondix_point rondix_canvas_to_design(const rondix_canvas* canvas, rondix_point pixel);
RONDIX_API rondix_point rondix_canvas_to_pixel(const rondix_canvas* canvas, rondix_point design);

#ifdef __cplusplus
}
#endif
#endif
