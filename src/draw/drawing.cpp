#include "draw/drawing.hpp"

#include "draw/cairo.hpp"
#include "draw/png.hpp"
#include "draw/shadows.hpp"
#include "draw/svg.hpp"
#include "draw/text_layout.hpp"

#include <cairo-svg.h>

#include <algorithm>
#include <cstddef>
#include <numbers>
#include <stdexcept>

namespace rondix::draw {

namespace {

cairo_status_t append(void* closure, const unsigned char* data, unsigned length) {
    static_cast<std::string*>(closure)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

TextStyle style_of(Font font) {
    return {
        .family = font.fixed ? "DejaVu Sans Mono" : "Inter", .size = font.size, .bold = font.bold};
}

} // namespace

struct Drawing::Parts {
    PictureFormat format{};
    std::string bytes;
    Held<cairo_surface_t> surface;
    Held<cairo_t> context;
    std::vector<SvgArea> areas;
};

Extents measure(std::string_view text, Font font) {
    const TextSize size = size_of(lay_out_text(text, style_of(font)));
    return {size.width, size.height};
}

std::string shortened(std::string text, Font font, double width) {
    if (measure(text, font).width <= width) return text;
    while (!text.empty() && measure(text + "…", font).width > width) {
        text.pop_back();
        while (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xC0) == 0x80)
            text.pop_back();
    }
    return text + "…";
}

Drawing::Drawing(PictureFormat format, int width, int height)
    : parts_(std::make_unique<Parts>()) {
    parts_->format = format;
    if (format == PictureFormat::svg)
        parts_->surface.reset(
            cairo_svg_surface_create_for_stream(append, &parts_->bytes, width, height));
    else
        parts_->surface.reset(cairo_image_surface_create(CAIRO_FORMAT_RGB24, width, height));
    if (cairo_surface_status(parts_->surface.get()) != CAIRO_STATUS_SUCCESS)
        throw std::runtime_error("a picture of this size cannot be made");
    if (format == PictureFormat::svg)
        cairo_svg_surface_set_document_unit(parts_->surface.get(), CAIRO_SVG_UNIT_PX);
    parts_->context.reset(cairo_create(parts_->surface.get()));
}

Drawing::Drawing(const Pixels& onto)
    : parts_(std::make_unique<Parts>()) {
    parts_->format = PictureFormat::png;
    parts_->surface.reset(cairo_image_surface_create_for_data(
        static_cast<unsigned char*>(onto.data), CAIRO_FORMAT_RGB24, onto.width, onto.height,
        onto.stride));
    parts_->context.reset(cairo_create(parts_->surface.get()));
}

Drawing::~Drawing() = default;

void Drawing::keep_to(Vec at, Extents size) {
    cairo_reset_clip(parts_->context.get());
    if (size.width <= 0 || size.height <= 0) return;
    cairo_rectangle(parts_->context.get(), at.x, at.y, size.width, size.height);
    cairo_clip(parts_->context.get());
}

void Drawing::scale_by(double factor, Vec origin) {
    cairo_translate(parts_->context.get(), origin.x, origin.y);
    cairo_scale(parts_->context.get(), factor, factor);
}

namespace {

void use(cairo_t* context, Colour colour) {
    cairo_set_source_rgba(context, colour.red, colour.green, colour.blue, colour.opacity);
}

void rounded(cairo_t* context, Vec at, Extents size, double corner) {
    rounded_path(context, at.x, at.y, size.width, size.height, corner);
}

void stroke(cairo_t* context, Colour colour, double width, bool dashed) {
    const double dashes[] = {6, 4};
    use(context, colour);
    cairo_set_line_width(context, width);
    cairo_set_dash(context, dashes, dashed ? 2 : 0, 0);
    cairo_stroke(context);
}

} // namespace

void Drawing::fill(Colour colour) {
    use(parts_->context.get(), colour);
    cairo_paint(parts_->context.get());
}

void Drawing::box(Vec at, Extents size, double corner, Colour colour) {
    rounded(parts_->context.get(), at, size, corner);
    use(parts_->context.get(), colour);
    cairo_fill(parts_->context.get());
}

void Drawing::frame(Vec at, Extents size, double corner, Colour line, double width, bool dashed) {
    rounded(parts_->context.get(), at, size, corner);
    stroke(parts_->context.get(), line, width, dashed);
}

void Drawing::curve(const std::vector<Vec>& points, Colour line, double width, bool dashed) {
    if (points.empty()) return;
    cairo_t* context = parts_->context.get();
    cairo_move_to(context, points[0].x, points[0].y);
    for (std::size_t i = 1; i + 2 < points.size(); i += 3)
        cairo_curve_to(context, points[i].x, points[i].y, points[i + 1].x, points[i + 1].y,
                       points[i + 2].x, points[i + 2].y);
    stroke(context, line, width, dashed);
}

void Drawing::polygon(const std::vector<Vec>& points, Colour colour) {
    cairo_t* context = parts_->context.get();
    for (const Vec& point : points) cairo_line_to(context, point.x, point.y);
    cairo_close_path(context);
    use(context, colour);
    cairo_fill(context);
}

void Drawing::disc(Vec middle, double radius, Colour colour) {
    cairo_t* context = parts_->context.get();
    cairo_new_sub_path(context);
    cairo_arc(context, middle.x, middle.y, radius, 0, 2 * std::numbers::pi);
    use(context, colour);
    cairo_fill(context);
}

void Drawing::image(Vec at, Extents size, const Pixels& pixels) {
    cairo_t* context = parts_->context.get();
    // A copy, for an SVG is written later.
    const Held<cairo_surface_t> copy(
        cairo_image_surface_create(CAIRO_FORMAT_RGB24, pixels.width, pixels.height));
    const auto* from = static_cast<const unsigned char*>(pixels.data);
    unsigned char* to = cairo_image_surface_get_data(copy.get());
    const int stride = cairo_image_surface_get_stride(copy.get());
    for (int row = 0; row < pixels.height; ++row)
        std::copy_n(from + std::ptrdiff_t{row} * pixels.stride, std::min(stride, pixels.stride),
                    to + std::ptrdiff_t{row} * stride);
    cairo_surface_mark_dirty(copy.get());
    cairo_save(context);
    cairo_translate(context, at.x, at.y);
    cairo_scale(context, size.width / pixels.width, size.height / pixels.height);
    cairo_set_source_surface(context, copy.get(), 0, 0);
    cairo_pattern_set_filter(cairo_get_source(context), CAIRO_FILTER_GOOD);
    cairo_rectangle(context, 0, 0, pixels.width, pixels.height);
    cairo_fill(context);
    cairo_restore(context);
}

void Drawing::text(Vec at, std::string_view text, Font font, Colour colour) {
    cairo_t* context = parts_->context.get();
    use(context, colour);
    cairo_move_to(context, at.x, at.y);
    PangoLayout* layout = lay_out_text(text, style_of(font));
    if (parts_->format == PictureFormat::svg) {
        pango_cairo_show_layout(context, layout);
    } else { // as shapes, for Cairo puts glyphs on whole pixels, which shows where text is small
        pango_cairo_layout_path(context, layout);
        cairo_fill(context);
    }
    cairo_new_path(context);
}

void Drawing::area(Vec at, Extents size, std::string tip, std::string link) {
    if (parts_->format != PictureFormat::svg) return;
    Vec end{at.x + size.width, at.y + size.height};
    cairo_user_to_device(parts_->context.get(), &at.x, &at.y);
    cairo_user_to_device(parts_->context.get(), &end.x, &end.y);
    parts_->areas.push_back(
        {at.x, at.y, end.x - at.x, end.y - at.y, std::move(tip), std::move(link)});
}

std::string Drawing::finish() {
    parts_->context.reset();
    if (parts_->format == PictureFormat::png) parts_->bytes = png_of(parts_->surface.get());
    cairo_surface_finish(parts_->surface.get());
    if (parts_->format == PictureFormat::png) return std::move(parts_->bytes);
    return with_areas(renumbered(parts_->bytes), parts_->areas);
}

} // namespace rondix::draw
