#include "draw_list/item_mesh.hpp"

#include "draw_list/blur.hpp"
#include "draw_list/parts_of_item.hpp"
#include "draw_list/resample.hpp"

#include <array>
#include <cmath>
#include <numbers>

namespace rondix::draw_list {

namespace {

enum class Stored : std::uint64_t { letter = 1, picture, shadow };

constexpr std::uint64_t name(Stored kind, std::uint64_t a, std::uint64_t b) {
    return static_cast<std::uint64_t>(kind) << 60 | a << 32 | b;
}
constexpr std::uint64_t pair(int a, int b) {
    return std::uint64_t{static_cast<std::uint32_t>(a)} << 32 | static_cast<std::uint32_t>(b);
}

class ItemMesh {
  public:
    ItemMesh(Workshop& shop, const Item& item, const Transform& canvas)
        : shop_(shop)
        , item_(item)
        , style_(shop.flow.looks[item.style])
        , bounds_(item.bounds)
        , to_pixels_(canvas.after(item.transform))
        , scale_(canvas.xx) {
        is_still_ = to_pixels_.xy == 0 && to_pixels_.yx == 0 && is_settled(item);
        if (is_still_) {
            scale_ = to_pixels_.xx; // pictures and letters are as sharp as they can be
            bounds_ = on_pixels(bounds_, to_pixels_);
        }
        const bool is_upright = to_pixels_.xy == 0 && to_pixels_.yx == 0;
        is_sharp_ = is_upright || is_settled(item);
        const float area = to_pixels_.xx * to_pixels_.yy - to_pixels_.xy * to_pixels_.yx;
        per_unit_ = std::sqrt(std::abs(area));
        half_ = 0.5F / std::max(per_unit_, 1e-6F);
        if (is_sharp_ && !is_upright)
            turn_ = static_cast<int>(std::lround(std::atan2(to_pixels_.yx, to_pixels_.xx) * 18'000 /
                                                 std::numbers::pi_v<float>));
    }

    void add() {
        if (item_.look.opacity <= 0 || bounds_.width <= 0 || bounds_.height <= 0) return;
        if (!(per_unit_ > 1e-4F)) return; // too small to be seen
        add_shadow();
        add_ground();
        each_image(style_, item_.shares, [&](const Dress& dress, float share) {
            if (dress.slices == Sides{})
                add_picture(dress.image, dress.fit, share);
            else
                add_slices(dress, share);
        });
        add_border();
        if (item_.kind == ItemKind::progress || item_.kind == ItemKind::track) add_share(1);
        // How long it was held; how much time is left.
        if (item_.kind == ItemKind::button || item_.kind == ItemKind::label)
            add_share(held_opacity);
        if (item_.picture != no_picture)
            add_picture(item_.picture, style_.dresses[std::size_t(item_.state)].fit, 1);
        if (!item_.text.empty()) add_text();
    }

  private:
    int in_pixels(float length) const { return static_cast<int>(std::lround(length * scale_)); }

    Colour seen(const Colour& colour, float strength = 1) const {
        return {colour.red, colour.green, colour.blue, opacity_in(item_, colour) * strength};
    }

    /// A colour without a picture: any page has a white spot.
    Paint plain(const Colour& colour) {
        const std::uint16_t texture =
            shop_.atlas.is_page(shop_.mesh.texture()) ? shop_.mesh.texture() : std::uint16_t{0};
        shop_.mesh.use_texture(texture);
        const Point white = shop_.atlas.white();
        return {.to_pixels = to_pixels_,
                .begin = colour,
                .end = colour,
                .to_texture = {0, 0, white.x, 0, 0, white.y}};
    }

    Paint from_atlas(const Place& place, const Rect& box, const Colour& colour) {
        shop_.mesh.use_texture(place.texture);
        return {.to_pixels = to_pixels_,
                .begin = colour,
                .end = colour,
                .to_texture = place.over(box, shop_.atlas.size_of(place.texture))};
    }

    // --- boxes

    void add_ground() {
        const Look& look = item_.look;
        if (opacity_in(item_, look.fill) <= 0 && opacity_in(item_, look.fill_end) <= 0) return;
        Paint paint = plain(seen(look.fill));
        if (look.fill != look.fill_end) {
            paint.end = seen(look.fill_end);
            if (style_.dresses[std::size_t(item_.state)].fill_across) {
                paint.along_x = 1 / bounds_.width;
                paint.from = -bounds_.x / bounds_.width;
            } else {
                paint.along_y = 1 / bounds_.height;
                paint.from = -bounds_.y / bounds_.height;
            }
        }
        shop_.mesh.box(bounds_, look.corner, half_, paint);
    }

    void add_border() {
        const Look& look = item_.look;
        if (look.border_width <= 0 || opacity_in(item_, look.border) <= 0) return;
        const Paint paint = plain(seen(look.border));
        if (is_still_ && look.corner <= 0)
            shop_.mesh.frame(bounds_, look.border_width, half_, paint);
        else
            shop_.mesh.ring(bounds_, look.corner, look.border_width, half_, paint);
    }

    /// As far as the item's amount goes, from where texts begin.
    void add_share(float strength) {
        const Colour ink = seen(item_.look.ink, strength);
        if (item_.amount <= 0 || ink.opacity <= 0) return;
        const Paint paint = plain(ink);
        if (item_.amount >= 1) return shop_.mesh.box(bounds_, item_.look.corner, half_, paint);
        shop_.mesh.box_until(bounds_, item_.look.corner, bounds_.x + bounds_.width * item_.amount,
                             half_, paint);
    }

    // --- shadows

    void add_shadow() {
        const Look& look = item_.look;
        if (opacity_in(item_, look.shadow) <= 0) return;
        const int width = in_pixels(bounds_.width), height = in_pixels(bounds_.height);
        if (width <= 0 || height <= 0) return;
        const int blurred = in_pixels(look.shadow_blur);
        const Rect box{bounds_.x + look.shadow_x, bounds_.y + look.shadow_y, bounds_.width,
                       bounds_.height};
        if (blur_size(blurred).radius == 0)
            return shop_.mesh.box(box, look.corner, half_, plain(seen(look.shadow)));
        // Between its corners a shadow is the same all along: its mask has one pixel of that.
        const int margin = blur_size(blurred).margin;
        const int corner = std::min({std::max(in_pixels(look.corner), 0), width / 2, height / 2});
        const int end = corner + margin;
        const int mask_width = std::min(width, 2 * end + 1);
        const int mask_height = std::min(height, 2 * end + 1);
        const Place* mask = shadow(mask_width, mask_height, corner, blurred);
        if (!mask) return;
        const Rect whole = grown(box, box.width / static_cast<float>(width) * margin,
                                 box.height / static_cast<float>(height) * margin);
        Stretches across, down;
        across.add_mask(width, mask_width, margin, whole.x, whole.width);
        down.add_mask(height, mask_height, margin, whole.y, whole.height);
        add_stretches(*mask, across, down, seen(look.shadow));
    }

    static Rect grown(const Rect& box, float across, float down) {
        return {box.x - across, box.y - down, box.width + 2 * across, box.height + 2 * down};
    }

    const Place* shadow(int width, int height, int corner, int blurred) {
        const Key key{name(Stored::shadow, static_cast<std::uint64_t>(corner),
                           static_cast<std::uint64_t>(blurred)),
                      pair(width, height)};
        if (const Place* known = shop_.atlas.find(key)) return known->is_there ? known : nullptr;
        const auto [radius, margin] = blur_size(blurred);
        const int all_across = width + 2 * margin, all_down = height + 2 * margin;
        const Room room = shop_.atlas.put(key, all_across, all_down, false);
        if (!room.pixels) return nullptr;
        std::vector<std::uint8_t>& mask = shop_.mask;
        mask.assign(std::size_t(all_across) * std::size_t(all_down), 0);
        for (int y = 0; y < height; ++y)
            for (int x = 0; x < width; ++x)
                mask[std::size_t(y + margin) * std::size_t(all_across) + std::size_t(x + margin)] =
                    cover_of(x, y, width, height, corner);
        blur(mask.data(), all_across, all_down, all_across, radius, shop_.line);
        for (int y = 0; y < all_down; ++y)
            put_white(room.pixels + room.stride * std::size_t(y),
                      mask.data() + std::size_t(y) * std::size_t(all_across), all_across);
        shop_.atlas.finish_put();
        return shop_.atlas.find(key);
    }

    /// How much of a pixel a box with round corners covers.
    static std::uint8_t cover_of(int x, int y, int width, int height, int corner) {
        const float from_x = std::max({corner - x - 0.5F, x + 0.5F - (width - corner), 0.0F});
        const float from_y = std::max({corner - y - 0.5F, y + 0.5F - (height - corner), 0.0F});
        if (from_x <= 0 || from_y <= 0) return 0xFF;
        const float inside = corner - std::hypot(from_x, from_y) + 0.5F;
        return static_cast<std::uint8_t>(std::lround(std::clamp(inside, 0.0F, 1.0F) * 255));
    }

    /// White, with these opacities.
    static void put_white(std::uint8_t* to, const std::uint8_t* from, int count) {
        for (int i = 0; i < count; ++i, to += 4) {
            to[0] = to[1] = to[2] = 0xFF;
            to[3] = from[i];
        }
    }

    // --- pictures

    /// Of so many pixels. Null: it cannot be shown.
    const Place* picture(PictureId number, int width, int height) {
        const Key key{name_of_picture(number), pair(width, height)};
        if (const Place* known = shop_.atlas.find(key)) return known->is_there ? known : nullptr;
        const Room room = shop_.atlas.put(key, width, height, true);
        if (!room.pixels) return nullptr;
        const PictureSource& source = shop_.pictures;
        std::vector<std::uint8_t>& pixels = shop_.mask;
        const std::size_t row = std::size_t(width) * 4;
        pixels.assign(row * std::size_t(height), 0);
        if (!source.pixels(source.context, number, width, height, pixels.data())) {
            shop_.atlas.put_nothing(key);
            return nullptr;
        }
        colour_unseen(pixels.data(), width, height);
        for (int y = 0; y < height; ++y)
            std::copy_n(pixels.data() + row * std::size_t(y), row,
                        room.pixels + room.stride * std::size_t(y));
        pixels = {}; // what is large comes once
        shop_.atlas.finish_put();
        return shop_.atlas.find(key);
    }

    Size own_size(PictureId number) const {
        const PictureSource& source = shop_.pictures;
        return source.size && source.pixels ? source.size(source.context, number) : Size{};
    }

    void add_picture(PictureId number, PictureFit fit, float share) {
        const Size own = own_size(number);
        const Colour tint = seen(item_.look.tint, share);
        if (own.width <= 0 || own.height <= 0 || tint.opacity <= 0) return;
        const Rect area = fitted(bounds_, own, fit);
        const Place* place = picture(number, std::max(in_pixels(area.width), 1),
                                     std::max(in_pixels(area.height), 1));
        if (!place) return;
        const Paint paint = from_atlas(*place, area, tint);
        if (fit != PictureFit::inside && (fit == PictureFit::cover || item_.look.corner > 0))
            shop_.mesh.box(bounds_, item_.look.corner, half_, paint);
        else if (is_still_ && fit == PictureFit::stretch)
            shop_.mesh.quad(area, paint);
        else
            shop_.mesh.box(area, item_.look.corner > 0 && area == bounds_ ? item_.look.corner : 0,
                           half_, paint);
    }

    /// Three or nine pieces: the edges keep their shape, the middle stretches.
    void add_slices(const Dress& dress, float share) {
        const Size own = own_size(dress.image);
        const Colour tint = seen(item_.look.tint, share);
        if (own.width <= 0 || own.height <= 0 || tint.opacity <= 0) return;
        const int width = std::max(in_pixels(own.width), 1);
        const int height = std::max(in_pixels(own.height), 1);
        const Place* place = picture(dress.image, width, height);
        if (!place) return;
        const double by = size_of_slices(dress.slices, own, bounds_);
        const float wide = static_cast<float>(std::max(in_pixels(bounds_.width), 1));
        const float high = static_cast<float>(std::max(in_pixels(bounds_.height), 1));
        Stretches across, down;
        across.add_cuts(Cuts(dress.slices[0], dress.slices[2], own.width, width,
                             by * wide / bounds_.width, wide),
                        bounds_.x, bounds_.width / wide);
        down.add_cuts(Cuts(dress.slices[1], dress.slices[3], own.height, height,
                           by * high / bounds_.height, high),
                      bounds_.y, bounds_.height / high);
        add_stretches(*place, across, down, tint);
    }

    // --- what is stretched in parts

    /// Stretches along one axis: where they begin and end, in the item and in the pixels of what
    /// stands there.
    struct Stretches {
        struct One {
            float begin, end, from, until;
        };
        std::array<One, 9> all{};
        std::size_t count = 0;

        void add(float begin, float end, float from, float until) {
            if (end > begin) all[count++] = {begin, end, from, until};
        }
        /// Ends as they are, the pixel between them as long as need be.
        void add_mask(int length, int mask, int margin, float at, float whole) {
            const float unit = whole / static_cast<float>(length + 2 * margin);
            const int half = (mask + 2 * margin) / 2;
            const auto end = static_cast<float>(half);
            const auto all_of_mask = static_cast<float>(mask + 2 * margin);
            if (length == mask) return add(at, at + whole, 0, all_of_mask);
            add(at, at + end * unit, 0, end);
            add(at + end * unit, at + whole - end * unit, end + 0.5F, end + 0.5F);
            add(at + whole - end * unit, at + whole, all_of_mask - end, all_of_mask);
        }
        /// What is stretched ends at the middles of its outermost pixels: nothing of the next piece
        /// shows in it.
        void add_cuts(const Cuts& cuts, float at, float unit) {
            for (std::size_t i = 0; i < 3; ++i) {
                const auto from = static_cast<float>(cuts.from[i]);
                const auto until = static_cast<float>(cuts.from[i + 1]);
                const float begin = at + static_cast<float>(cuts.to[i]) * unit;
                const float end = at + static_cast<float>(cuts.to[i + 1]) * unit;
                if (until <= from || end <= begin) continue;
                if (cuts.to[i + 1] - cuts.to[i] == cuts.from[i + 1] - cuts.from[i]) {
                    add(begin, end, from, until);
                    continue;
                }
                const float pixel = (end - begin) / (until - from) / 2;
                add(begin, begin + pixel, from + 0.5F, from + 0.5F);
                add(begin + pixel, end - pixel, from + 0.5F, until - 0.5F);
                add(end - pixel, end, until - 0.5F, until - 0.5F);
            }
        }
    };

    void add_stretches(const Place& place, const Stretches& across, const Stretches& down,
                       const Colour& colour) {
        const Size texture = shop_.atlas.size_of(place.texture);
        Paint paint = from_atlas(place, {0, 0, 1, 1}, colour);
        const auto along = [](const Stretches::One& one, int area, float size, float& by,
                              float& at) {
            by = (one.until - one.from) / (one.end - one.begin) / size;
            at = (static_cast<float>(area) + one.from) / size - one.begin * by;
        };
        for (std::size_t row = 0; row < down.count; ++row)
            for (std::size_t column = 0; column < across.count; ++column) {
                const Stretches::One& x = across.all[column];
                const Stretches::One& y = down.all[row];
                Transform& to = paint.to_texture;
                to = {};
                along(x, place.area.x, texture.width, to.xx, to.x0);
                along(y, place.area.y, texture.height, to.yy, to.y0);
                shop_.mesh.quad({x.begin, y.begin, x.end - x.begin, y.end - y.begin}, paint);
            }
    }

    // --- text

    void add_text() {
        if (shop_.fonts.count() == 0) return;
        const Look& look = item_.look;
        const std::uint16_t font = shop_.fonts.of(
            shop_.flow.text(shop_.flow.looks.fonts[index(style_.font)]), style_.bold);
        const float size = style_.text_size * item_.text_scale;
        if (!(size > 0)) return;
        // As wide as in the layout: on whole pixels there may be less room, and no line is to break
        // for that.
        const float width =
            std::max(0.0F, item_.bounds.width - item_.padding[0] - item_.padding[2]) + 1;
        const Text& text = shop_.texts.of({item_.text, font, width / size});
        const float middle = bounds_.y + item_.padding[1] +
                             (bounds_.height - item_.padding[1] - item_.padding[3]) / 2;
        const FontHeights& heights = shop_.fonts.heights(font);
        const float lower = (heights.above - heights.below - heights.capital) / 2 * size;
        const float align = static_cast<float>(item_.align) / 2;
        const float wider = (bounds_.width - item_.bounds.width) * align;
        const float x = bounds_.x + wider + item_.padding[0] - 0.5F;
        const float y = middle - text.height * size / 2 - lower;
        const auto show = [&](const Colour& colour, float dx, float dy, float outline) {
            if (opacity_in(item_, colour) <= 0) return;
            float top = y + dy;
            for (const Line& line : text.lines) {
                const float left = x + dx + (width - line.width * size) * align;
                add_line(text, line, {left, top + line.above * size}, size, seen(colour), outline);
                top += (line.above + line.below) * size;
            }
        };
        show(look.ink_shadow, look.ink_shadow_x, look.ink_shadow_y, 0);
        if (look.outline_width > 0) show(look.outline, 0, 0, look.outline_width);
        show(look.ink, 0, 0, 0);
    }

    /// Onto whole pixels, letter by letter, turned as it stands, so that all of it is sharp. While
    /// it grows, sizes go up in quarters of a pixel: the same ones come again the next time. What
    /// turns is scaled from the size that it has in the layout.
    void add_line(const Text& text, const Line& line, Point at, float size, const Colour& colour,
                  float outline) {
        const float scale = is_sharp_ ? per_unit_ : scale_;
        const bool is_growing = is_sharp_ && !is_still_ && turn_ == 0 && per_unit_ != scale_;
        const auto in_64ths = [&](float length) {
            const int step = is_growing ? 16 : 1;
            return static_cast<std::uint32_t>(
                std::lround(length * scale * 64 / static_cast<float>(step)) * step);
        };
        Paint paint{
            .to_pixels = is_sharp_ ? Transform{} : to_pixels_, .begin = colour, .end = colour};
        for (std::uint32_t i = 0; i < line.count; ++i) {
            const Glyph& glyph = text.glyphs[line.first + i];
            const Place* place =
                letter(glyph.font, {glyph.id, in_64ths(size), in_64ths(outline), turn_});
            if (!place) continue;
            const Point spot{at.x + glyph.x * size, at.y + glyph.y * size};
            Rect box;
            if (is_sharp_) {
                const Point pixel = to_pixels_(spot);
                box = {onto_pixel(pixel.x) + static_cast<float>(place->left),
                       onto_pixel(pixel.y) + static_cast<float>(place->top),
                       static_cast<float>(place->area.width),
                       static_cast<float>(place->area.height)};
            } else {
                box = {spot.x + static_cast<float>(place->left) / scale,
                       spot.y + static_cast<float>(place->top) / scale,
                       static_cast<float>(place->area.width) / scale,
                       static_cast<float>(place->area.height) / scale};
            }
            shop_.mesh.use_texture(place->texture);
            paint.to_texture = place->over(box, shop_.atlas.size_of(place->texture));
            shop_.mesh.quad(box, paint);
        }
    }

    /// Null: it has no pixels, as a blank.
    const Place* letter(std::uint16_t font, const LetterAsked& asked) {
        const Key key{name(Stored::letter, font, asked.glyph),
                      std::uint64_t{asked.size} << 32 | asked.outline, asked.turn};
        if (const Place* known = shop_.atlas.find(key)) return known->is_there ? known : nullptr;
        const LetterPixels drawn = shop_.fonts.draw(font, asked);
        if (drawn.width <= 0 || drawn.height <= 0) {
            shop_.atlas.put_nothing(key);
            return nullptr;
        }
        const Room room =
            shop_.atlas.put(key, drawn.width, drawn.height, false, drawn.left, drawn.top);
        if (!room.pixels) return nullptr;
        for (int y = 0; y < drawn.height; ++y)
            put_white(room.pixels + room.stride * std::size_t(y),
                      drawn.pixels + std::ptrdiff_t{y} * drawn.stride, drawn.width);
        shop_.atlas.finish_put();
        return shop_.atlas.find(key);
    }

    Workshop& shop_;
    const Item& item_;
    const Style& style_;
    Rect bounds_;
    Transform to_pixels_;
    float scale_;           ///< pixels a unit, at which pictures and letters are kept
    float per_unit_ = 1;    ///< pixels, of the item as it stands
    float half_ = 0.5F;     ///< half a pixel, in its units
    bool is_still_ = false; ///< upright, and in one state: its edges are on whole pixels
    bool is_sharp_ = false; ///< its letters stand on whole pixels: it is not turning
    int turn_ = 0;          ///< of its letters, in hundredths of a degree
};

} // namespace

std::uint64_t name_of_picture(PictureId picture) {
    return name(Stored::picture, 0, index(picture));
}

void add_item(Workshop& shop, const Item& item, const Transform& canvas) {
    ItemMesh(shop, item, canvas).add();
}

} // namespace rondix::draw_list
