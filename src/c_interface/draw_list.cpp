// rondix/c/draw_list.h: the draw list in C.
#include "c_interface/runner_handle.hpp"

#include "rondix/draw_list.hpp"
#include "rondix/packed_pictures.hpp"

using namespace rondix;
using namespace rondix::c;

namespace {

Size size_of(void* context, PictureId picture) {
    const auto& source = *static_cast<const rondix_picture_source*>(context);
    return in(source.size(source.context, out(picture)));
}

bool pixels_of(void* context, PictureId picture, int width, int height, std::uint8_t* to) {
    const auto& source = *static_cast<const rondix_picture_source*>(context);
    return source.pixels(source.context, out(picture), width, height, to);
}

DrawLimits limits_of(const rondix_draw_limits* said) {
    DrawLimits limits;
    if (!said) return limits;
    if (said->page > 0) limits.page = said->page;
    if (said->pages > 0) limits.pages = said->pages;
    if (said->picture > 0) limits.picture = said->picture;
    if (said->pictures > 0) limits.pictures = said->pictures;
    return limits;
}

// What is drawn is handed out as it is: the structs of C are those of C++, member by member.
template <class C, class Cpp>
const C* same(std::span<const Cpp> rows) {
    static_assert(sizeof(C) == sizeof(Cpp));
    static_assert(alignof(C) == alignof(Cpp));
    return reinterpret_cast<const C*>(rows.data());
}
static_assert(offsetof(rondix_vertex, u) == offsetof(DrawVertex, u) &&
              offsetof(rondix_vertex, red) == offsetof(DrawVertex, red));
static_assert(offsetof(rondix_batch, first_vertex) == offsetof(DrawBatch, first_vertex) &&
              offsetof(rondix_batch, texture) == offsetof(DrawBatch, texture) &&
              offsetof(rondix_batch, clip) == offsetof(DrawBatch, clip));
static_assert(offsetof(rondix_texture_update, is_new) == offsetof(TextureUpdate, is_new) &&
              offsetof(rondix_texture_update, width) == offsetof(TextureUpdate, width) &&
              offsetof(rondix_texture_update, area) == offsetof(TextureUpdate, area) &&
              offsetof(rondix_texture_update, pixels) == offsetof(TextureUpdate, pixels) &&
              offsetof(rondix_texture_update, stride) == offsetof(TextureUpdate, stride));

} // namespace

struct rondix_draw_list {
    rondix_draw_list(const rondix_flow* flow, const rondix_picture_source* said,
                     const rondix_draw_limits* limits)
        : source(said ? *said : rondix_picture_source{})
        , list(flow->flow,
               source.size && source.pixels ? PictureSource{&source, size_of, pixels_of}
                                            : PictureSource{},
               limits_of(limits)) {}

    const rondix_drawn* hand_out(const Drawn& now) {
        drawn = {same<rondix_texture_update>(now.updates),
                 now.updates.size(),
                 same<rondix_batch>(now.batches),
                 now.batches.size(),
                 same<rondix_vertex>(now.vertices),
                 now.vertices.size(),
                 now.indices.data(),
                 now.indices.size()};
        return &drawn;
    }

    rondix_picture_source source;
    DrawList list;
    rondix_drawn drawn{};
};

struct rondix_packed_pictures {
    PackedPictures pictures;
    PictureSource source;
};

extern "C" {

rondix_code rondix_packed_pictures_open(const void* file, size_t bytes, const rondix_flow* flow,
                                        rondix_packed_pictures** pictures, rondix_words* why) {
    *pictures = nullptr;
    std::unique_ptr<rondix_packed_pictures> opened(
        made<rondix_packed_pictures>([] { return new rondix_packed_pictures; }));
    if (!opened) return no_memory(why);
    const Status status =
        opened->pictures.open({static_cast<const std::byte*>(file), bytes}, flow->flow);
    opened->source = opened->pictures.source();
    if (status) *pictures = opened.release();
    return tell(status, why);
}

void rondix_packed_pictures_free(rondix_packed_pictures* pictures) {
    delete pictures;
}

static rondix_size packed_size(void* context, rondix_id picture) {
    const PictureSource& source = static_cast<rondix_packed_pictures*>(context)->source;
    return out(source.size(source.context, in<PictureId>(picture)));
}

static bool packed_pixels(void* context, rondix_id picture, int width, int height, uint8_t* to) {
    const PictureSource& source = static_cast<rondix_packed_pictures*>(context)->source;
    return source.pixels(source.context, in<PictureId>(picture), width, height, to);
}

rondix_picture_source rondix_packed_pictures_source(rondix_packed_pictures* pictures) {
    return {pictures, packed_size, packed_pixels};
}

uint64_t rondix_packed_pictures_hash_of_names(const rondix_flow* flow) {
    return PackedPictures::hash_of_names(flow->flow);
}

rondix_code rondix_draw_list_new(const rondix_flow* flow, const rondix_picture_source* pictures,
                                 const rondix_draw_limits* limits, rondix_draw_list** list,
                                 rondix_words* why) {
    *list = made<rondix_draw_list>([&] { return new rondix_draw_list(flow, pictures, limits); });
    return *list ? tell(RONDIX_DONE, "", why) : no_memory(why);
}

void rondix_draw_list_free(rondix_draw_list* list) {
    delete list;
}

bool rondix_draw_list_add_font(rondix_draw_list* list, const char* name, bool bold,
                               const void* file, size_t bytes) {
    return list->list.add_font(in(name), bold, {static_cast<const std::byte*>(file), bytes});
}

void rondix_draw_list_text_measurer(rondix_draw_list* list, rondix_runner* runner) {
    runner->menus.set_text_measurer(list->list.text_measurer());
}

const rondix_drawn* rondix_draw_list_draw(rondix_draw_list* list, rondix_runner* runner) {
    runner->items = runner->menus.view();
    return list->hand_out(list->list.draw(runner->menus.canvas(), runner->items));
}

const rondix_drawn* rondix_draw_list_again(rondix_draw_list* list) {
    return list->hand_out(list->list.again());
}

void rondix_draw_list_forget(rondix_draw_list* list, rondix_id picture) {
    list->list.forget(in<PictureId>(picture));
}

void rondix_draw_list_forget_textures(rondix_draw_list* list) {
    list->list.forget_textures();
}

} // extern "C"
