/* The draw list: what a Runner shows, as triangles, textures and clip rectangles for the game's own
 * renderer. rondix/draw_list.hpp and docs/renderers.md say what a renderer does with them.
 *
 * Units: pixels of the window; textures from 0 to 1. Lifetime: what is drawn lasts until the next
 * call; the Runner's flow and what callbacks need as long as the draw list, and it as long as the
 * Runner that measures by it. A library that was built without RONDIX_DRAW_LIST has none of these
 * functions.
 */
#ifndef RONDIX_C_DRAW_LIST_H
#define RONDIX_C_DRAW_LIST_H

#include "rondix/c/runner.h"

#ifdef __cplusplus
extern "C" {
#endif

typedef struct rondix_vertex {
    float x, y, u, v;
    uint8_t red, green, blue, alpha;
} rondix_vertex;

typedef struct rondix_area {
    int x, y, width, height;
} rondix_area;

/* Triangles in one texture: three indices each, which count from `first_vertex`. */
typedef struct rondix_batch {
    uint32_t first_index, indices;
    uint32_t first_vertex, vertices;
    uint16_t texture;
    rondix_area clip;
} rondix_batch;

/* Pixels that a texture is to have from here on. */
typedef struct rondix_texture_update {
    uint16_t texture;
    bool is_new; /* made anew in this size; without a size it is not used any more */
    int width, height;
    rondix_area area;
    const uint8_t* pixels; /* four bytes each: red, green, blue, alpha */
    int stride;            /* bytes from row to row */
} rondix_texture_update;

typedef struct rondix_drawn {
    const rondix_texture_update* updates; /* to be made before anything is drawn */
    size_t update_count;
    const rondix_batch* batches; /* in drawing order */
    size_t batch_count;
    const rondix_vertex* vertices;
    size_t vertex_count;
    const uint16_t* indices;
    size_t index_count;
} rondix_drawn;

/* Where pictures come from. */
typedef struct rondix_picture_source {
    void* context;
    /* In design units; empty: it cannot be shown. */
    rondix_size (*size)(void* context, rondix_id picture);
    /* Fills `width` times `height` pixels, four bytes each, not multiplied. False: it cannot be
     * shown. */
    bool (*pixels)(void* context, rondix_id picture, int width, int height, uint8_t* to);
} rondix_picture_source;

/* What `rondix pack --pictures` wrote. The file stays where it is as long as this. */
typedef struct rondix_packed_pictures rondix_packed_pictures;
RONDIX_API rondix_code rondix_packed_pictures_open(const void* file, size_t bytes,
                                                   const rondix_flow* flow,
                                                   rondix_packed_pictures** pictures,
                                                   rondix_words* why);
RONDIX_API void rondix_packed_pictures_free(rondix_packed_pictures* pictures);
/* Lasts as long as the pictures. */
RONDIX_API rondix_picture_source rondix_packed_pictures_source(rondix_packed_pictures* pictures);
RONDIX_API uint64_t rondix_packed_pictures_hash_of_names(const rondix_flow* flow);

/* In pixels; 0 stands for the usual. */
typedef struct rondix_draw_limits {
    int page, pages, picture, pictures;
} rondix_draw_limits;

typedef struct rondix_draw_list rondix_draw_list;
/* `pictures` and `limits` may be NULL. */
RONDIX_API rondix_code rondix_draw_list_new(const rondix_flow* flow,
                                            const rondix_picture_source* pictures,
                                            const rondix_draw_limits* limits,
                                            rondix_draw_list** list, rondix_words* why);
RONDIX_API void rondix_draw_list_free(rondix_draw_list* list);
/* A TrueType or OpenType file, which stays in memory as long as the draw list. False: it is no
 * font.
 */
RONDIX_API bool rondix_draw_list_add_font(rondix_draw_list* list, const char* name, bool bold,
                                          const void* file, size_t bytes);
/* The Runner's texts are measured as they will be drawn. */
RONDIX_API void rondix_draw_list_text_measurer(rondix_draw_list* list, rondix_runner* runner);
/* The Runner's view, in its window. */
RONDIX_API const rondix_drawn* rondix_draw_list_draw(rondix_draw_list* list, rondix_runner* runner);
/* The last one again, without updates: while rondix_runner_needs_redraw() says no. */
RONDIX_API const rondix_drawn* rondix_draw_list_again(rondix_draw_list* list);
RONDIX_API void rondix_draw_list_forget(rondix_draw_list* list, rondix_id picture);
RONDIX_API void rondix_draw_list_forget_textures(rondix_draw_list* list);

#ifdef __cplusplus
}
#endif
#endif
