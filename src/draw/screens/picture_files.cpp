#include "draw/screens/picture_files.hpp"

#include "draw/screens/apart.hpp"
#include "files/read_file.hpp"

#include <librsvg/rsvg.h>

#include <algorithm>
#include <cmath>
#include <filesystem>

namespace rondix::draw {

namespace {
constexpr std::size_t max_kept = 256;
constexpr double max_pixels = 16384;
// Of a trial: its side in pixels, and what it may take.
constexpr int trial_size = 1024;
constexpr double max_seconds = 2;
constexpr std::size_t max_megabytes = 1024;
constexpr std::size_t longest_plain = 50'000; // bytes of an SVG without anything dear
} // namespace

namespace {

/// By the bytes that it begins with (PNG specification, 5.2). Cairo takes what does not for a lack
/// of memory.
bool is_png(const std::string& path) {
    constexpr std::string_view signature("\x89PNG\r\n\x1A\n", 8);
    return files::read_file(path, signature.size()).text.starts_with(signature);
}

/// Whether an SVG has what can make little text cost much, or is long itself.
bool may_be_dear(const std::string& path) {
    const std::string text = files::read_file(path, longest_plain).text;
    constexpr std::string_view dear[] = {"filter", "<use",   "pattern", "mask",
                                         "clip",   "marker", "dash",    "<image"};
    return text.size() > longest_plain ||
           std::any_of(std::begin(dear), std::end(dear),
                       [&](std::string_view word) { return text.find(word) != std::string::npos; });
}

} // namespace

std::vector<std::string> paths_of_pictures(const CompiledFlow& flow, const std::string& folder) {
    std::vector<std::string> all;
    for (const TextRef file : flow.looks.pictures)
        all.push_back(folder + std::string(flow.text(file)));
    return all;
}

struct PictureFiles::File {
    std::string fault;
    Size size;
    RsvgHandle* svg = nullptr;
    Held<cairo_surface_t> png;

    ~File() {
        if (!svg) return;
        const std::lock_guard<std::mutex> lock(no_copy_now());
        g_object_unref(svg);
    }

    void read(const std::string& path, bool tried) {
        std::error_code unknown;
        if (!std::filesystem::exists(path, unknown))
            fault = "there is no such file";
        else if (const std::string other = files::what_else_is(path); !other.empty())
            fault = "it is " + other;
        else if (path.ends_with(".svg") && tried && may_be_dear(path) && !can_be_drawn(path))
            fault = "it takes too long to draw, or too much memory";
        else if (path.ends_with(".svg"))
            read_svg(path);
        else if (path.ends_with(".png"))
            read_png(path);
        else
            fault = "pictures are .svg or .png";
        if (fault.empty() && !(size.width > 0 && size.height > 0 && size.width <= max_pixels &&
                               size.height <= max_pixels))
            fault = "it has no size, or too large a one";
    }

    void draw_svg(cairo_t* context, double width, double height) const {
        const std::lock_guard<std::mutex> lock(no_copy_now());
        const RsvgRectangle all{0, 0, width, height};
        rsvg_handle_render_document(svg, context, &all, nullptr);
    }

  private:
    /// As large as on a large screen.
    static bool can_be_drawn(const std::string& path) {
        const auto draw_it = [&] {
            File file;
            file.read_svg(path);
            if (!file.svg) return;
            const Held<cairo_surface_t> surface(
                cairo_image_surface_create(CAIRO_FORMAT_ARGB32, trial_size, trial_size));
            const Held<cairo_t> context(cairo_create(surface.get()));
            file.draw_svg(context.get(), trial_size, trial_size);
        };
        return gets_through(draw_it, max_seconds, max_megabytes);
    }

    void read_svg(const std::string& path) {
        const std::lock_guard<std::mutex> lock(no_copy_now());
        GError* error = nullptr;
        svg = rsvg_handle_new_from_file(path.c_str(), &error);
        if (!svg) {
            fault = error ? error->message : "it cannot be read";
            g_clear_error(&error);
            return;
        }
        rsvg_handle_set_dpi(svg, 96);
        double width = 0;
        double height = 0;
        if (!rsvg_handle_get_intrinsic_size_in_pixels(svg, &width, &height)) {
            gboolean has_box = FALSE;
            RsvgRectangle box{};
            rsvg_handle_get_intrinsic_dimensions(svg, nullptr, nullptr, nullptr, nullptr, &has_box,
                                                 &box);
            width = has_box ? box.width : 0;
            height = has_box ? box.height : 0;
        }
        size = {static_cast<float>(width), static_cast<float>(height)};
    }

    void read_png(const std::string& path) {
        png.reset(cairo_image_surface_create_from_png(path.c_str()));
        const cairo_status_t status = cairo_surface_status(png.get());
        if (status != CAIRO_STATUS_SUCCESS) {
            fault = is_png(path) ? "it is a damaged PNG, or too large" : "it is no PNG";
            png.reset();
            return;
        }
        size = {static_cast<float>(cairo_image_surface_get_width(png.get())),
                static_cast<float>(cairo_image_surface_get_height(png.get()))};
    }
};

PictureFiles::PictureFiles(std::vector<std::string> paths, bool tried)
    : paths_(std::move(paths))
    , tried_(tried) {}

PictureFiles::~PictureFiles() = default;

PictureFiles::File& PictureFiles::open(std::size_t picture) {
    auto& file = files_[picture];
    if (!file) {
        file = std::make_unique<File>();
        if (picture < paths_.size())
            file->read(paths_[picture], tried_);
        else
            file->fault = "the game has not set it";
    }
    return *file;
}

void PictureFiles::set(std::size_t picture, cairo_surface_t* drawn) {
    auto file = std::make_unique<File>();
    const int width = cairo_image_surface_get_width(drawn);
    const int height = cairo_image_surface_get_height(drawn);
    file->png.reset(cairo_image_surface_create(CAIRO_FORMAT_ARGB32, width, height));
    file->size = {static_cast<float>(width), static_cast<float>(height)};
    if (width <= 0 || height <= 0) file->fault = "it has no pixels";
    const Held<cairo_t> context(cairo_create(file->png.get()));
    cairo_set_source_surface(context.get(), drawn, 0, 0);
    cairo_paint(context.get());
    files_[picture] = std::move(file);
    std::erase_if(drawn_, [&](const auto& kept) { return std::get<0>(kept.first) == picture; });
}

const std::string& PictureFiles::fault(std::size_t picture) {
    return open(picture).fault;
}

Size PictureFiles::size(std::size_t picture) {
    const File& file = open(picture);
    return file.fault.empty() ? file.size : Size{};
}

namespace {

std::uint32_t in_bytes(const Colour& tint) {
    const auto byte = [](float part) {
        return static_cast<std::uint32_t>(std::lround(part * 255));
    };
    return byte(tint.red) << 16 | byte(tint.green) << 8 | byte(tint.blue);
}

void multiply(cairo_surface_t* surface, std::uint32_t tint) {
    cairo_surface_flush(surface);
    const int stride = cairo_image_surface_get_stride(surface) / 4;
    auto* words = reinterpret_cast<std::uint32_t*>(cairo_image_surface_get_data(surface));
    const std::ptrdiff_t count = std::ptrdiff_t{stride} * cairo_image_surface_get_height(surface);
    for (std::ptrdiff_t i = 0; i < count; ++i) {
        std::uint32_t word = words[i] & 0xFF000000;
        for (const unsigned shift : {16U, 8U, 0U})
            word |= ((words[i] >> shift & 0xFF) * (tint >> shift & 0xFF) + 127) / 255 << shift;
        words[i] = word;
    }
    cairo_surface_mark_dirty(surface);
}

} // namespace

cairo_surface_t* PictureFiles::pixels(std::size_t picture, int width, int height,
                                      const Colour& tint) {
    if (width <= 0 || height <= 0 || !fault(picture).empty()) return nullptr;
    if (drawn_.size() > max_kept) drawn_.clear();
    const std::uint32_t colours = in_bytes(tint);
    auto& kept = drawn_[{picture, width, height, colours}];
    if (kept) return kept.get();
    kept.reset(cairo_image_surface_create(CAIRO_FORMAT_ARGB32, width, height));
    const Held<cairo_t> context(cairo_create(kept.get()));
    draw(context.get(), picture, {0, 0, static_cast<float>(width), static_cast<float>(height)});
    if (is_tinted(tint)) multiply(kept.get(), colours);
    return kept.get();
}

void PictureFiles::draw(cairo_t* context, std::size_t picture, const Rect& area) {
    File& file = open(picture);
    if (!file.fault.empty()) return;
    const double across = area.width / file.size.width;
    const double down = area.height / file.size.height;
    cairo_save(context);
    cairo_translate(context, area.x, area.y);
    cairo_scale(context, across, down);
    if (file.svg) {
        file.draw_svg(context, file.size.width, file.size.height);
    } else {
        cairo_set_source_surface(context, file.png.get(), 0, 0);
        cairo_pattern_set_extend(cairo_get_source(context), CAIRO_EXTEND_PAD);
        cairo_rectangle(context, 0, 0, file.size.width, file.size.height);
        cairo_fill(context);
    }
    cairo_restore(context);
}

} // namespace rondix::draw
