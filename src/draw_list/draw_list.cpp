#include "rondix/draw_list.hpp"

#include "draw_list/item_mesh.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

using namespace draw_list;

namespace {

PixelArea meeting(const PixelArea& a, const PixelArea& b) {
    const int left = std::max(a.x, b.x), top = std::max(a.y, b.y);
    return {left, top, std::max(std::min(a.x + a.width, b.x + b.width) - left, 0),
            std::max(std::min(a.y + a.height, b.y + b.height) - top, 0)};
}

PixelArea area_of(const Rect& rect, const Canvas& canvas) {
    const Point begin = canvas.to_pixel({rect.x, rect.y});
    const Point end = canvas.to_pixel({rect.right(), rect.bottom()});
    const auto pixel = [](float at) { return static_cast<int>(std::lround(at)); };
    return {pixel(begin.x), pixel(begin.y), pixel(end.x) - pixel(begin.x),
            pixel(end.y) - pixel(begin.y)};
}

} // namespace

struct DrawList::Parts {
    Parts(const CompiledFlow& of_flow, PictureSource source, const DrawLimits& limits)
        : flow(of_flow)
        , pictures(source)
        , texts(fonts)
        , atlas(limits) {}

    void build(const Canvas& canvas, std::span<const Item> items) {
        mesh.clear();
        mesh.use_texture(0);
        const Transform to_pixels{canvas.scale,   0, canvas.origin.x, 0, canvas.scale,
                                  canvas.origin.y};
        const PixelArea all = area_of({0, 0, canvas.size.width, canvas.size.height}, canvas);
        Workshop shop{flow, pictures, fonts, texts, atlas, mesh, mask, line};
        for (const Item& item : items) {
            const PixelArea clip =
                item.clip.width > 0 ? meeting(all, area_of(item.clip, canvas)) : all;
            if (clip.width <= 0 || clip.height <= 0) continue;
            mesh.use_clip(clip);
            add_item(shop, item, to_pixels);
        }
    }

    Size measure(const TextToMeasure& ask) {
        if (fonts.count() == 0) {
            const TextMeasurer guess = estimating_measurer();
            return guess.text(guess.context, ask);
        }
        const Text& text = texts.of({ask.text, fonts.of(ask.font, ask.bold), ask.width / ask.size});
        return {text.width * ask.size, text.height * ask.size};
    }

    const CompiledFlow& flow;
    PictureSource pictures;
    Fonts fonts;
    Texts texts;
    Atlas atlas;
    Mesh mesh;
    std::vector<std::uint8_t> mask, line;
    float scale = 0; // of the last canvas
    Drawn drawn;
};

DrawList::DrawList(const CompiledFlow& flow, PictureSource pictures, DrawLimits limits)
    : parts_(std::make_unique<Parts>(flow, pictures, limits)) {}

DrawList::~DrawList() = default;

bool DrawList::add_font(std::string_view name, bool bold, std::span<const std::byte> file) {
    parts_->texts.forget();
    return parts_->fonts.add(name, bold, file);
}

TextMeasurer DrawList::text_measurer() {
    return {parts_.get(),
            [](void* parts, const TextToMeasure& text) {
                return static_cast<Parts*>(parts)->measure(text);
            },
            [](void* parts, PictureId picture) {
                const PictureSource& source = static_cast<Parts*>(parts)->pictures;
                return source.size ? source.size(source.context, picture) : Size{};
            }};
}

const Drawn& DrawList::draw(const Canvas& canvas, std::span<const Item> items) {
    Parts& parts = *parts_;
    // In another size none of it is shown again.
    if (parts.scale != canvas.scale) parts.atlas.empty();
    parts.scale = canvas.scale;
    parts.atlas.begin();
    parts.build(canvas, items);
    if (parts.atlas.is_full()) { // by what was shown before: begin anew with what is shown now
        parts.atlas.empty();
        parts.atlas.begin();
        parts.build(canvas, items);
    }
    parts.drawn = {parts.atlas.updates(), parts.mesh.batches(), parts.mesh.vertices(),
                   parts.mesh.indices()};
    return parts.drawn;
}

const Drawn& DrawList::again() {
    parts_->drawn.updates = {};
    return parts_->drawn;
}

void DrawList::forget(PictureId picture) {
    parts_->atlas.forget(name_of_picture(picture));
}

void DrawList::forget_textures() {
    parts_->atlas.empty();
}

} // namespace rondix
