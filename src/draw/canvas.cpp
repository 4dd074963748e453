#include "draw/canvas.hpp"

#include <cairo-svg.h>
#include <cairo.h>
#include <pango/pangocairo.h>

#include <numbers>
#include <stdexcept>

namespace rondix::draw {

namespace {

struct CairoEnd {
    void operator()(cairo_t* context) const { cairo_destroy(context); }
    void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
    void operator()(PangoLayout* layout) const { g_object_unref(layout); }
    void operator()(PangoFontDescription* font) const { pango_font_description_free(font); }
    void operator()(cairo_font_options_t* options) const { cairo_font_options_destroy(options); }
};
template <class T>
using Held = std::unique_ptr<T, CairoEnd>;

cairo_status_t append(void* closure, const unsigned char* data, unsigned length) {
    static_cast<std::string*>(closure)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

/// Sizes in pixels, no hinting, gray antialiasing: the same picture on every machine with the font.
Held<PangoLayout> layout_of(cairo_t* context, std::string_view text, Font font) {
    Held<PangoLayout> layout(pango_cairo_create_layout(context));
    const Held<cairo_font_options_t> options(cairo_font_options_create());
    cairo_font_options_set_antialias(options.get(), CAIRO_ANTIALIAS_GRAY);
    cairo_font_options_set_hint_style(options.get(), CAIRO_HINT_STYLE_NONE);
    cairo_font_options_set_hint_metrics(options.get(), CAIRO_HINT_METRICS_OFF);
    pango_cairo_context_set_font_options(pango_layout_get_context(layout.get()), options.get());
    const Held<PangoFontDescription> description(pango_font_description_new());
    pango_font_description_set_family(description.get(), "Inter, DejaVu Sans, Sans");
    pango_font_description_set_absolute_size(description.get(), font.size * PANGO_SCALE);
    pango_font_description_set_weight(description.get(),
                                      font.bold ? PANGO_WEIGHT_BOLD : PANGO_WEIGHT_NORMAL);
    pango_layout_set_font_description(layout.get(), description.get());
    pango_layout_set_text(layout.get(), text.data(), static_cast<int>(text.size()));
    pango_layout_set_single_paragraph_mode(layout.get(), TRUE);
    return layout;
}

} // namespace

struct Canvas::Parts {
    PictureFormat format{};
    std::string bytes;
    Held<cairo_surface_t> surface;
    Held<cairo_t> context;
};

Size measure(std::string_view text, Font font) {
    static const Held<cairo_surface_t> surface(cairo_image_surface_create(CAIRO_FORMAT_A8, 1, 1));
    static const Held<cairo_t> context(cairo_create(surface.get()));
    const Held<PangoLayout> layout = layout_of(context.get(), text, font);
    PangoRectangle size;
    pango_layout_get_extents(layout.get(), nullptr, &size);
    return {static_cast<double>(size.width) / PANGO_SCALE,
            static_cast<double>(size.height) / PANGO_SCALE};
}

Canvas::Canvas(PictureFormat format, int width, int height)
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

Canvas::~Canvas() = default;

void Canvas::scale_by(double factor, Vec origin) {
    cairo_translate(parts_->context.get(), origin.x, origin.y);
    cairo_scale(parts_->context.get(), factor, factor);
}

namespace {

void use(cairo_t* context, Colour colour) {
    cairo_set_source_rgba(context, colour.red, colour.green, colour.blue, colour.opacity);
}

void rounded(cairo_t* context, Vec at, Size size, double corner) {
    constexpr double quarter = std::numbers::pi / 2;
    const double right = at.x + size.width - corner;
    const double bottom = at.y + size.height - corner;
    cairo_new_sub_path(context);
    cairo_arc(context, right, at.y + corner, corner, -quarter, 0);
    cairo_arc(context, right, bottom, corner, 0, quarter);
    cairo_arc(context, at.x + corner, bottom, corner, quarter, 2 * quarter);
    cairo_arc(context, at.x + corner, at.y + corner, corner, 2 * quarter, 3 * quarter);
    cairo_close_path(context);
}

void stroke(cairo_t* context, Colour colour, double width, bool dashed) {
    const double dashes[] = {6, 4};
    use(context, colour);
    cairo_set_line_width(context, width);
    cairo_set_dash(context, dashes, dashed ? 2 : 0, 0);
    cairo_stroke(context);
}

} // namespace

void Canvas::fill(Colour colour) {
    use(parts_->context.get(), colour);
    cairo_paint(parts_->context.get());
}

void Canvas::box(Vec at, Size size, double corner, Colour colour) {
    rounded(parts_->context.get(), at, size, corner);
    use(parts_->context.get(), colour);
    cairo_fill(parts_->context.get());
}

void Canvas::frame(Vec at, Size size, double corner, Colour line, double width, bool dashed) {
    rounded(parts_->context.get(), at, size, corner);
    stroke(parts_->context.get(), line, width, dashed);
}

void Canvas::curve(const std::vector<Vec>& points, Colour line, double width, bool dashed) {
    if (points.empty()) return;
    cairo_t* context = parts_->context.get();
    cairo_move_to(context, points[0].x, points[0].y);
    for (std::size_t i = 1; i + 2 < points.size(); i += 3)
        cairo_curve_to(context, points[i].x, points[i].y, points[i + 1].x, points[i + 1].y,
                       points[i + 2].x, points[i + 2].y);
    stroke(context, line, width, dashed);
}

void Canvas::polygon(const std::vector<Vec>& points, Colour colour) {
    cairo_t* context = parts_->context.get();
    for (const Vec& point : points) cairo_line_to(context, point.x, point.y);
    cairo_close_path(context);
    use(context, colour);
    cairo_fill(context);
}

void Canvas::disc(Vec middle, double radius, Colour colour) {
    cairo_t* context = parts_->context.get();
    cairo_new_sub_path(context);
    cairo_arc(context, middle.x, middle.y, radius, 0, 2 * std::numbers::pi);
    use(context, colour);
    cairo_fill(context);
}

void Canvas::text(Vec at, std::string_view text, Font font, Colour colour) {
    cairo_t* context = parts_->context.get();
    const Held<PangoLayout> layout = layout_of(context, text, font);
    use(context, colour);
    cairo_move_to(context, at.x, at.y);
    pango_cairo_show_layout(context, layout.get());
    cairo_new_path(context);
}

std::string Canvas::finish() {
    parts_->context.reset();
    if (parts_->format == PictureFormat::png)
        cairo_surface_write_to_png_stream(parts_->surface.get(), append, &parts_->bytes);
    cairo_surface_finish(parts_->surface.get());
    return std::move(parts_->bytes);
}

} // namespace rondix::draw
