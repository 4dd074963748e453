#include "draw/screens/frame_row.hpp"

#include "draw/cairo.hpp"
#include "draw/png.hpp"
#include "draw/text_layout.hpp"

#include <stdexcept>
#include <vector>

namespace rondix::draw {

namespace {
constexpr int gap = 12;
constexpr int foot = 34;
} // namespace

struct Frames::Parts {
    PictureSize size;
    int next = 0;
    Held<cairo_surface_t> sheet;
    Held<cairo_t> context;
};

Frames::Frames(PictureSize size, std::size_t count)
    : parts_(std::make_unique<Parts>()) {
    parts_->size = size;
    parts_->sheet.reset(cairo_image_surface_create(
        CAIRO_FORMAT_RGB24, static_cast<int>(count) * (size.width + gap) + gap,
        size.height + gap + foot));
    if (cairo_surface_status(parts_->sheet.get()) != CAIRO_STATUS_SUCCESS)
        throw std::runtime_error("a picture of this size cannot be made");
    parts_->context.reset(cairo_create(parts_->sheet.get()));
    cairo_set_source_rgb(parts_->context.get(), 0.93, 0.92, 0.88);
    cairo_paint(parts_->context.get());
}

Frames::~Frames() = default;

void Frames::add(Painter& painter, Runner& runner, const std::string& caption) {
    const PictureSize size = parts_->size;
    std::vector<std::uint32_t> frame(static_cast<std::size_t>(size.width) *
                                     static_cast<std::size_t>(size.height));
    const Pixels pixels{frame.data(), size.width, size.height, size.width * 4};
    painter.paint(runner.canvas(), runner.view(), pixels);
    add(pixels, caption);
}

void Frames::add(const Pixels& pixels, const std::string& caption) {
    const PictureSize size = parts_->size;
    const Held<cairo_surface_t> frame(cairo_image_surface_create_for_data(
        static_cast<unsigned char*>(pixels.data), CAIRO_FORMAT_RGB24, pixels.width, pixels.height,
        pixels.stride));
    cairo_t* context = parts_->context.get();
    const int x = gap + parts_->next++ * (size.width + gap);
    cairo_set_source_surface(context, frame.get(), x, gap);
    cairo_paint(context);
    cairo_set_source_rgb(context, 0.15, 0.18, 0.2);
    cairo_move_to(context, x, gap + size.height + 6);
    pango_cairo_show_layout(context, lay_out_text(caption, {.size = 16}));
}

std::string Frames::finish() {
    return png_of(parts_->sheet.get());
}

} // namespace rondix::draw
