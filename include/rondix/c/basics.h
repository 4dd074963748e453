/* What all of rondix.h speaks in: versions, codes, texts, ids, points and rectangles.
 *
 * Units: design units, y pointing down, where nothing else is said.
 */
#ifndef RONDIX_C_BASICS_H
#define RONDIX_C_BASICS_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>

#if defined(_WIN32) && defined(RONDIX_SHARED)
#ifdef RONDIX_BUILDS
#define RONDIX_API __declspec(dllexport)
#else
#define RONDIX_API __declspec(dllimport)
#endif
#elif defined(__GNUC__)
#define RONDIX_API __attribute__((visibility("default")))
#else
#define RONDIX_API
#endif

/* Enumerations are numbers of 32 bits, of which any may be passed. */
#ifdef __cplusplus
#define RONDIX_U32 : uint32_t
extern "C" {
#else
#define RONDIX_U32
#endif

/* The number of this interface. It changes when a struct or the meaning of a function does, and
 * with it the name of the shared library. A program that loads the library by itself compares. */
#define RONDIX_INTERFACE 0
RONDIX_API uint32_t rondix_interface(void);
/* "0.1.0"; ends with a zero. */
RONDIX_API const char* rondix_version(void);

/* As in rondix/runtime/status.hpp; the last is of this interface. */
typedef enum rondix_code RONDIX_U32 {
    RONDIX_DONE,
    RONDIX_OTHER_FORMAT,
    RONDIX_OTHER_VERSION,
    RONDIX_DAMAGED,
    RONDIX_NOT_WRITTEN,
    RONDIX_NOT_DRAWN,
    RONDIX_NO_MEMORY
} rondix_code;

/* Words for a log; they end with a zero. */
typedef struct rondix_words {
    char text[256];
} rondix_words;

/* UTF-8, without a zero at its end. How long it lasts is said where it comes from. */
typedef struct rondix_text {
    const char* data;
    size_t length;
} rondix_text;

/* A scene, screen, control, flag, event, key, request, setting, word, picture, cue, tune, font or
 * style: its number in the flow, from 0. `rondix ids FLOW -o game.ids.h` gives them names. */
typedef uint32_t rondix_id;
#define RONDIX_NONE UINT32_MAX
/* Of music: none is to play. */
#define RONDIX_SILENCE (UINT32_MAX - 1)

/* What a load or request is answered with; 0: there is none. */
typedef uint32_t rondix_ticket;
typedef enum rondix_answer RONDIX_U32 { RONDIX_ANSWER_DONE, RONDIX_ANSWER_FAILED } rondix_answer;

typedef enum rondix_device_kind RONDIX_U32 {
    RONDIX_KEYBOARD,
    RONDIX_PAD,
    RONDIX_POINTER,
    RONDIX_TOUCH
} rondix_device_kind;

typedef enum rondix_button RONDIX_U32 {
    RONDIX_UP,
    RONDIX_DOWN,
    RONDIX_LEFT,
    RONDIX_RIGHT,
    RONDIX_ACCEPT,
    RONDIX_BACK,
    RONDIX_MENU,
    RONDIX_PAGES_BACK,
    RONDIX_PAGES_ON
} rondix_button;

typedef struct rondix_point {
    float x, y;
} rondix_point;

typedef struct rondix_size {
    float width, height;
} rondix_size;

typedef struct rondix_rect {
    float x, y, width, height;
} rondix_rect;

/* A point (x, y) goes to (xx*x + xy*y + x0, yx*x + yy*y + y0). */
typedef struct rondix_transform {
    float xx, xy, x0, yx, yy, y0;
} rondix_transform;

/* Left, top, right, bottom. */
typedef struct rondix_sides {
    float left, top, right, bottom;
} rondix_sides;

/* Shares from 0 to 1, not multiplied by the opacity. */
typedef struct rondix_colour {
    float red, green, blue, opacity;
} rondix_colour;

#ifdef __cplusplus
}
#endif
#endif
