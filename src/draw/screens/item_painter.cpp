#include "draw/screens/item_painter.hpp"

#include "draw/text_layout.hpp"
#include "draw_list/parts_of_item.hpp"

#include <algorithm>
#include <cmath>
#include <memory>

namespace rondix::draw {

namespace {

class ItemPainter {
  public:
    ItemPainter(cairo_t* context, const PaintBox& box, const Item& item, double scale)
        : context_(context)
        , box_(box)
        , item_(item)
        , style_(box.flow.looks[item.style])
        , scale_(scale)
        , bounds_(item.bounds) {}

    void paint() {
        if (item_.look.opacity <= 0 || bounds_.width <= 0 || bounds_.height <= 0) return;
        cairo_save(context_);
        const Transform& t = item_.transform;
        const cairo_matrix_t matrix{t.xx, t.yx, t.xy, t.yy, t.x0, t.y0};
        cairo_transform(context_, &matrix);
        if (t.xy == 0 && t.yx == 0 && is_settled(item_)) {
            scale_ *= t.xx; // pictures are as sharp as they can be
            snap();
        }
        paint_shadow();
        paint_ground();
        paint_images();
        paint_border();
        if (item_.kind == ItemKind::progress || item_.kind == ItemKind::track) paint_share(1);
        // How long it was held; how much time is left.
        if (item_.kind == ItemKind::button || item_.kind == ItemKind::label)
            paint_share(held_opacity);
        if (item_.picture != no_picture) paint_picture(index(item_.picture), fit_of_picture(), 1);
        if (!item_.text.empty()) paint_text();
        cairo_restore(context_);
    }

  private:
    /// Edges onto whole pixels.
    void snap() {
        cairo_matrix_t m;
        cairo_get_matrix(context_, &m);
        bounds_ = on_pixels(bounds_, {static_cast<float>(m.xx), 0, static_cast<float>(m.x0), 0,
                                      static_cast<float>(m.yy), static_cast<float>(m.y0)});
    }

    double opacity(const Colour& colour) const { return opacity_in(item_, colour); }
    bool use(const Colour& colour) {
        const double seen = opacity(colour);
        if (seen <= 0) return false;
        cairo_set_source_rgba(context_, colour.red, colour.green, colour.blue, seen);
        return true;
    }
    int in_pixels(double length) const { return static_cast<int>(std::lround(length * scale_)); }

    void outline(double inset) {
        rounded_path(context_, bounds_.x + inset, bounds_.y + inset, bounds_.width - 2 * inset,
                     bounds_.height - 2 * inset, item_.look.corner - inset);
    }

    void paint_shadow() {
        const Look& look = item_.look;
        if (opacity(look.shadow) <= 0) return;
        const int width = in_pixels(bounds_.width);
        const int height = in_pixels(bounds_.height);
        if (width <= 0 || height <= 0) return;
        const auto shadow =
            box_.shadows.of(width, height, in_pixels(look.corner), in_pixels(look.shadow_blur));
        cairo_save(context_);
        cairo_translate(context_, bounds_.x + look.shadow_x, bounds_.y + look.shadow_y);
        cairo_scale(context_, bounds_.width / width, bounds_.height / height);
        use(look.shadow);
        cairo_mask_surface(context_, shadow.mask, -shadow.margin, -shadow.margin);
        cairo_restore(context_);
    }

    void paint_ground() {
        const Look& look = item_.look;
        if (opacity(look.fill) <= 0 && opacity(look.fill_end) <= 0) return;
        outline(0);
        if (look.fill == look.fill_end) {
            use(look.fill);
            cairo_fill(context_);
            return;
        }
        const bool across = style_.dresses[static_cast<std::size_t>(item_.state)].fill_across;
        const Held<cairo_pattern_t> ramp(
            cairo_pattern_create_linear(bounds_.x, bounds_.y, across ? bounds_.right() : bounds_.x,
                                        across ? bounds_.y : bounds_.bottom()));
        const auto stop = [&](double at, const Colour& colour) {
            cairo_pattern_add_color_stop_rgba(ramp.get(), at, colour.red, colour.green, colour.blue,
                                              opacity(colour));
        };
        stop(0, look.fill);
        stop(1, look.fill_end);
        cairo_set_source(context_, ramp.get());
        cairo_fill(context_);
    }

    void paint_border() {
        const Look& look = item_.look;
        if (look.border_width <= 0 || !use(look.border)) return;
        outline(look.border_width / 2);
        cairo_set_line_width(context_, look.border_width);
        cairo_stroke(context_);
    }

    /// As far as the item's amount goes, from where texts begin.
    void paint_share(float strength) {
        Colour ink = item_.look.ink;
        ink.opacity *= strength;
        if (item_.amount <= 0 || !use(ink)) return;
        cairo_save(context_);
        outline(0);
        cairo_clip(context_);
        cairo_rectangle(context_, bounds_.x, bounds_.y, bounds_.width * item_.amount,
                        bounds_.height);
        cairo_fill(context_);
        cairo_restore(context_);
    }

    // --- pictures

    PictureFit fit_of_picture() const {
        return style_.dresses[static_cast<std::size_t>(item_.state)].fit;
    }

    void paint_images() {
        each_image(style_, item_.shares, [&](const Dress& dress, float share) {
            if (dress.slices == Sides{})
                paint_picture(index(dress.image), dress.fit, share);
            else
                paint_slices(dress, share);
        });
    }

    void paint_picture(std::size_t picture, PictureFit fit, double share) {
        const Size own = box_.pictures.size(picture);
        if (own.width <= 0) return;
        const Rect area = fitted(bounds_, own, fit);
        cairo_save(context_);
        if (fit == PictureFit::cover || item_.look.corner > 0) {
            outline(0);
            cairo_clip(context_);
        }
        paint_area(picture, area, share);
        cairo_restore(context_);
    }

    void paint_area(std::size_t picture, const Rect& area, double share) {
        const Colour& tint = item_.look.tint;
        const double seen = share * opacity(tint);
        if (box_.as_shapes && !is_tinted(tint) && seen >= 1) {
            box_.pictures.draw(context_, picture, area);
            return;
        }
        const int width = std::max(in_pixels(area.width), 1);
        const int height = std::max(in_pixels(area.height), 1);
        cairo_surface_t* pixels = box_.pictures.pixels(picture, width, height, tint);
        if (!pixels) return;
        cairo_save(context_);
        cairo_translate(context_, area.x, area.y);
        cairo_scale(context_, area.width / width, area.height / height);
        cairo_rectangle(context_, 0, 0, width, height);
        cairo_clip(context_);
        cairo_set_source_surface(context_, pixels, 0, 0);
        cairo_pattern_set_extend(cairo_get_source(context_), CAIRO_EXTEND_PAD);
        cairo_paint_with_alpha(context_, seen);
        cairo_restore(context_);
    }

    /// Three or nine pieces: the edges keep their shape, the middle stretches.
    void paint_slices(const Dress& dress, double share) {
        const std::size_t picture = index(dress.image);
        const Size own = box_.pictures.size(picture);
        if (own.width <= 0) return;
        const int width = std::max(in_pixels(own.width), 1);
        const int height = std::max(in_pixels(own.height), 1);
        cairo_surface_t* pixels = box_.pictures.pixels(picture, width, height, item_.look.tint);
        if (!pixels) return;
        const double by = size_of_slices(dress.slices, own, bounds_);
        const double seen = share * opacity(item_.look.tint);
        const Size wide{static_cast<float>(std::max(in_pixels(bounds_.width), 1)),
                        static_cast<float>(std::max(in_pixels(bounds_.height), 1))};
        const Cuts across(dress.slices[0], dress.slices[2], own.width, width,
                          by * wide.width / bounds_.width, wide.width);
        const Cuts down(dress.slices[1], dress.slices[3], own.height, height,
                        by * wide.height / bounds_.height, wide.height);
        const Held<cairo_surface_t> whole = put_together(pixels, across, down);
        cairo_save(context_);
        cairo_translate(context_, bounds_.x, bounds_.y);
        cairo_scale(context_, bounds_.width / wide.width, bounds_.height / wide.height);
        cairo_rectangle(context_, 0, 0, wide.width, wide.height);
        cairo_clip(context_);
        cairo_set_source_surface(context_, whole.get(), 0, 0);
        cairo_pattern_set_extend(cairo_get_source(context_), CAIRO_EXTEND_PAD);
        cairo_paint_with_alpha(context_, seen);
        cairo_restore(context_);
    }

    /// The nine pieces as one image, upright: it is turned and scaled as a whole.
    static Held<cairo_surface_t> put_together(cairo_surface_t* pixels, const Cuts& across,
                                              const Cuts& down) {
        Held<cairo_surface_t> whole(cairo_image_surface_create(
            CAIRO_FORMAT_ARGB32, static_cast<int>(across.to[3]), static_cast<int>(down.to[3])));
        const Held<cairo_t> context(cairo_create(whole.get()));
        for (int row = 0; row < 3; ++row)
            for (int column = 0; column < 3; ++column)
                paint_slice(context.get(), pixels, across, column, down, row);
        return whole;
    }

    static void paint_slice(cairo_t* context, cairo_surface_t* pixels, const Cuts& across,
                            int column, const Cuts& down, int row) {
        const double from_width = across.from[column + 1] - across.from[column];
        const double from_height = down.from[row + 1] - down.from[row];
        const double width = across.to[column + 1] - across.to[column];
        const double height = down.to[row + 1] - down.to[row];
        if (from_width <= 0 || from_height <= 0 || width <= 0 || height <= 0) return;
        const Held<cairo_surface_t> piece(cairo_surface_create_for_rectangle(
            pixels, across.from[column], down.from[row], from_width, from_height));
        cairo_save(context);
        cairo_translate(context, across.to[column], down.to[row]);
        cairo_rectangle(context, 0, 0, width, height);
        cairo_scale(context, width / from_width, height / from_height);
        cairo_set_source_surface(context, piece.get(), 0, 0);
        cairo_pattern_set_extend(cairo_get_source(context), CAIRO_EXTEND_PAD);
        cairo_set_antialias(context, CAIRO_ANTIALIAS_NONE);
        cairo_fill(context);
        cairo_restore(context);
    }

    // --- text

    void paint_text() {
        const Look& look = item_.look;
        // As wide as in the layout: on whole pixels there may be less room, and no line is to break
        // for that.
        const double width =
            std::max(0.0F, item_.bounds.width - item_.padding[0] - item_.padding[2]);
        TextStyle text{.family = box_.flow.text(box_.flow.looks.fonts[index(style_.font)]),
                       .size = style_.text_size * item_.text_scale,
                       .bold = style_.bold,
                       .width = width + 1,
                       .align = alignment()};
        const double lower = capitals_below_middle(text);
        PangoLayout* layout = lay_out_text(item_.text, text);
        const TextSize size = size_of(layout);
        const double middle = bounds_.y + item_.padding[1] +
                              (bounds_.height - item_.padding[1] - item_.padding[3]) / 2.0;
        const double wider =
            (bounds_.width - item_.bounds.width) * static_cast<float>(item_.align) / 2;
        const double x = bounds_.x + wider + item_.padding[0] - 0.5;
        const double y = middle - size.height / 2 - lower;
        if (use(look.ink_shadow)) show(layout, x + look.ink_shadow_x, y + look.ink_shadow_y);
        if (look.outline_width > 0 && use(look.outline)) {
            add_letters(layout, x, y);
            cairo_set_line_width(context_, 2 * look.outline_width);
            cairo_set_line_join(context_, CAIRO_LINE_JOIN_ROUND);
            cairo_stroke(context_);
        }
        if (use(look.ink)) show(layout, x, y);
    }

    PangoAlignment alignment() const {
        return item_.align == Edge::middle  ? PANGO_ALIGN_CENTER
               : item_.align == Edge::start ? PANGO_ALIGN_LEFT
                                            : PANGO_ALIGN_RIGHT;
    }

    /// The edges of letters, which stand onto whole pixels as they do when they are shown.
    void add_letters(PangoLayout* layout, double x, double y) {
        const std::unique_ptr<PangoLayoutIter, decltype(&pango_layout_iter_free)> at(
            pango_layout_get_iter(layout), pango_layout_iter_free);
        do {
            const PangoLayoutRun* run = pango_layout_iter_get_run_readonly(at.get());
            if (!run) continue; // the end of a line
            PangoRectangle all;
            pango_layout_iter_get_run_extents(at.get(), nullptr, &all);
            const double line =
                y + static_cast<double>(pango_layout_iter_get_baseline(at.get())) / PANGO_SCALE;
            double next = x + static_cast<double>(all.x) / PANGO_SCALE;
            cairo_set_scaled_font(context_, pango_cairo_font_get_scaled_font(
                                                PANGO_CAIRO_FONT(run->item->analysis.font)));
            for (int i = 0; i < run->glyphs->num_glyphs; ++i) {
                const PangoGlyphInfo& letter = run->glyphs->glyphs[i];
                add_letter(letter.glyph,
                           next + static_cast<double>(letter.geometry.x_offset) / PANGO_SCALE,
                           line + static_cast<double>(letter.geometry.y_offset) / PANGO_SCALE);
                next += static_cast<double>(letter.geometry.width) / PANGO_SCALE;
            }
        } while (pango_layout_iter_next_run(at.get()) != 0);
    }

    void add_letter(PangoGlyph letter, double x, double y) {
        if (letter == PANGO_GLYPH_EMPTY || (letter & PANGO_GLYPH_UNKNOWN_FLAG) != 0) return;
        cairo_user_to_device(context_, &x, &y);
        x = std::floor(x + 0.5 + halfway);
        y = std::floor(y + 0.5 + halfway);
        cairo_device_to_user(context_, &x, &y);
        const cairo_glyph_t one{letter, x, y};
        cairo_glyph_path(context_, &one, 1);
    }

    /// Cairo puts letters onto whole pixels: what is halfway between two goes the same way for all.
    void show(PangoLayout* layout, double x, double y) {
        double right = halfway, down = halfway;
        cairo_device_to_user_distance(context_, &right, &down);
        cairo_move_to(context_, x + right, y + down);
        pango_cairo_show_layout(context_, layout);
        cairo_new_path(context_);
    }

    cairo_t* context_;
    const PaintBox& box_;
    const Item& item_;
    const Style& style_;
    double scale_;
    Rect bounds_;
};

} // namespace

void paint_item(cairo_t* context, const PaintBox& box, const Item& item, double scale) {
    ItemPainter(context, box, item, scale).paint();
}

} // namespace rondix::draw
