#include "rondix/painter.hpp"

#include "draw/png.hpp"
#include "draw/screens/item_painter.hpp"
#include "draw/svg.hpp"
#include "draw/text_layout.hpp"

#include <cairo-svg.h>

#include <stdexcept>
#include <unordered_map>

namespace rondix {

using namespace draw;

namespace {

cairo_status_t append(void* closure, const unsigned char* data, unsigned length) {
    static_cast<std::string*>(closure)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

/// What a layout asks again and again.
class Measured {
  public:
    Size operator()(const TextToMeasure& ask) {
        key_.assign(ask.text);
        key_ += '\0';
        key_ += ask.font;
        key_ += ask.bold ? '\1' : '\0';
        key_.append(reinterpret_cast<const char*>(&ask.size), sizeof ask.size);
        key_.append(reinterpret_cast<const char*>(&ask.width), sizeof ask.width);
        if (const auto known = known_.find(key_); known != known_.end()) return known->second;
        if (known_.size() > max_kept) known_.clear();
        const TextSize size = size_of(lay_out_text(
            ask.text,
            {.family = ask.font, .size = ask.size, .bold = ask.bold, .width = ask.width}));
        return known_[key_] = {static_cast<float>(size.width), static_cast<float>(size.height)};
    }

  private:
    static constexpr std::size_t max_kept = 20'000;
    std::unordered_map<std::string, Size> known_;
    std::string key_;
};

} // namespace

struct Painter::Parts {
    Parts(const CompiledFlow& of_flow, const std::string& folder, Painter::Pictures whose)
        : flow(of_flow)
        , pictures(paths_of_pictures(of_flow, folder), whose == Painter::Pictures::of_strangers) {
        for (const TextRef font : flow.looks.fonts)
            if (const std::string name(flow.text(font)); is_font_file(name)) add_font_file(name);
    }

    void paint(cairo_t* context, const Canvas& canvas, std::span<const Item> items,
               bool as_shapes) {
        cairo_set_source_rgb(context, 0, 0, 0);
        cairo_paint(context);
        paint_over(context, canvas, items, as_shapes);
    }

    void paint_over(cairo_t* context, const Canvas& canvas, std::span<const Item> items,
                    bool as_shapes) {
        cairo_save(context);
        cairo_translate(context, canvas.origin.x, canvas.origin.y);
        cairo_scale(context, canvas.scale, canvas.scale);
        cairo_rectangle(context, 0, 0, canvas.size.width, canvas.size.height);
        cairo_clip(context);
        if (!stand_in.empty()) paint_stand_in(context, canvas);
        const PaintBox box{flow, pictures, shadows, as_shapes};
        for (const Item& item : items) paint_within(context, box, item, canvas.scale);
        cairo_restore(context);
    }

    static void paint_within(cairo_t* context, const PaintBox& box, const Item& item,
                             double scale) {
        if (item.clip.width <= 0) return paint_item(context, box, item, scale);
        cairo_save(context);
        cairo_rectangle(context, item.clip.x, item.clip.y, item.clip.width, item.clip.height);
        cairo_clip(context);
        paint_item(context, box, item, scale);
        cairo_restore(context);
    }

    /// Hatched, so that nobody takes it for a screen.
    void paint_stand_in(cairo_t* context, const Canvas& canvas) const {
        cairo_set_source_rgb(context, 0.24, 0.31, 0.35);
        cairo_paint(context);
        cairo_set_source_rgb(context, 0.27, 0.345, 0.39);
        cairo_set_line_width(context, 14);
        const double reach = static_cast<double>(canvas.size.height);
        const int lines = static_cast<int>((canvas.size.width + canvas.size.height) / 44) + 1;
        for (int i = 0; i < lines; ++i) {
            const double x = 44 * i - reach;
            cairo_move_to(context, x, canvas.size.height);
            cairo_line_to(context, x + reach, 0);
        }
        cairo_stroke(context);
        const TextSize size = size_of(lay_out_text(stand_in, {.size = 22}));
        cairo_set_source_rgb(context, 0.74, 0.8, 0.83);
        cairo_move_to(context, (canvas.size.width - size.width) / 2,
                      canvas.size.height * 0.94 - size.height / 2);
        pango_cairo_show_layout(context, lay_out_text(stand_in, {.size = 22}));
        cairo_new_path(context);
    }

    const CompiledFlow& flow;
    PictureFiles pictures;
    Shadows shadows;
    Measured measured;
    std::string stand_in;
};

Painter::Painter(const CompiledFlow& flow, const std::string& folder, Pictures pictures)
    : parts_(std::make_unique<Parts>(flow, folder, pictures)) {}

Painter::~Painter() = default;

TextMeasurer Painter::text_measurer() {
    return {parts_.get(),
            [](void* parts, const TextToMeasure& text) {
                return static_cast<Parts*>(parts)->measured(text);
            },
            [](void* parts, PictureId picture) {
                return static_cast<Parts*>(parts)->pictures.size(index(picture));
            }};
}

void Painter::set_picture(std::uint16_t number, const Pixels& pixels) {
    const Held<cairo_surface_t> surface(cairo_image_surface_create_for_data(
        static_cast<unsigned char*>(pixels.data), CAIRO_FORMAT_ARGB32, pixels.width, pixels.height,
        pixels.stride));
    parts_->pictures.set(index(own_picture(number)), surface.get());
}

void Painter::set_stand_in(std::string text) {
    parts_->stand_in = std::move(text);
}

namespace {

template <class Paint>
void onto(const Pixels& to, Paint paint) {
    const Held<cairo_surface_t> surface(cairo_image_surface_create_for_data(
        static_cast<unsigned char*>(to.data), CAIRO_FORMAT_RGB24, to.width, to.height, to.stride));
    const Held<cairo_t> context(cairo_create(surface.get()));
    paint(context.get());
    cairo_surface_flush(surface.get());
}

} // namespace

void Painter::paint(const Canvas& canvas, std::span<const Item> items, const Pixels& to) {
    onto(to, [&](cairo_t* context) { parts_->paint(context, canvas, items, false); });
}

void Painter::paint_over(const Canvas& canvas, std::span<const Item> items, const Pixels& to) {
    onto(to, [&](cairo_t* context) { parts_->paint_over(context, canvas, items, false); });
}

std::string Painter::picture(PictureFormat format, const Canvas& canvas,
                             std::span<const Item> items, int width, int height) {
    std::string bytes;
    const bool svg = format == PictureFormat::svg;
    const Held<cairo_surface_t> surface(
        svg ? cairo_svg_surface_create_for_stream(append, &bytes, width, height)
            : cairo_image_surface_create(CAIRO_FORMAT_RGB24, width, height));
    if (cairo_surface_status(surface.get()) != CAIRO_STATUS_SUCCESS)
        throw std::runtime_error("a picture of this size cannot be made");
    if (svg) cairo_svg_surface_set_document_unit(surface.get(), CAIRO_SVG_UNIT_PX);
    {
        const Held<cairo_t> context(cairo_create(surface.get()));
        parts_->paint(context.get(), canvas, items, svg);
    }
    if (!svg) return png_of(surface.get());
    cairo_surface_finish(surface.get());
    return renumbered(bytes);
}

std::vector<Painter::Fault> Painter::faults() {
    std::vector<Fault> faults;
    const Looks& looks = parts_->flow.looks;
    for (std::size_t i = 0; i < looks.pictures.size(); ++i)
        if (const std::string& why = parts_->pictures.fault(i); !why.empty())
            faults.push_back({Fault::Of::picture, i, why});
    for (std::size_t i = 0; i < looks.fonts.size(); ++i) {
        const std::string name(parts_->flow.text(looks.fonts[i]));
        if (is_font_file(name)) {
            if (add_font_file(name).empty())
                faults.push_back({Fault::Of::font, i, "there is no such font file"});
        } else if (const std::string taken = family_taken_for(name); taken != name) {
            faults.push_back({Fault::Of::font, i, "it is not there; '" + taken + "' is used"});
        }
    }
    return faults;
}

} // namespace rondix
