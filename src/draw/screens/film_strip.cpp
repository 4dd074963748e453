#include "rondix/tools/film_strip.hpp"

#include "draw/drawing.hpp"

#include <algorithm>
#include <cstdint>
#include <vector>

namespace rondix {

namespace {

using draw::Drawing;
using draw::Extents;
using draw::Font;
using draw::rgb;
using draw::Vec;

constexpr double gap = 20, foot = 34, head = 52, bottom = 36;
constexpr draw::Colour ground = rgb(0xede8da), words = rgb(0x26313a);
constexpr draw::Colour of_player = rgb(0x0f8f83), of_others = rgb(0xc76a1a), trap = rgb(0xc22f3d);
constexpr draw::Colour edge = rgb(0x9c9484);

struct Frame {
    std::vector<std::uint32_t> pixels;
    Rect mark; // of what is pressed; empty where that is nothing
    std::string caption;
    draw::Colour colour;
    bool last = false, bad = false;
};

} // namespace

struct FilmStrip::Parts {
    Parts(const CompiledFlow& flow, const FilmStripOptions& from)
        : options(from)
        , painter(flow, "", Painter::Pictures::of_strangers)
        , runner(flow)
        , width(from.frame_width)
        , height(from.frame_width * flow.design_height / flow.design_width) {}

    Frame& take(const std::string& caption) {
        Frame& frame = frames.emplace_back();
        frame.caption = caption;
        frame.pixels.resize(static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
        painter.paint(runner.canvas(), runner.view(), pixels_of(frame));
        return frame;
    }

    Pixels pixels_of(Frame& frame) const {
        return {reinterpret_cast<unsigned char*>(frame.pixels.data()), width, height, width * 4};
    }

    FilmStripOptions options;
    Painter painter;
    Runner runner;
    int width, height;
    std::vector<Frame> frames;
};

FilmStrip::FilmStrip(const CompiledFlow& flow, const FilmStripOptions& options)
    : parts_(std::make_unique<Parts>(flow, options)) {
    Runner& runner = parts_->runner;
    parts_->painter.set_stand_in("the game");
    runner.set_text_measurer(parts_->painter.text_measurer());
    runner.resize(static_cast<float>(parts_->width), static_cast<float>(parts_->height));
    runner.set_motion(false);
    runner.start();
    runner.take_effects();
}

FilmStrip::~FilmStrip() = default;

Runner& FilmStrip::runner() {
    return parts_->runner;
}

void FilmStrip::add(const std::string& move, ControlId pressed, bool players) {
    if (pressed != no_control) parts_->runner.bring_into_view(pressed);
    Frame& frame = parts_->take(move);
    frame.colour = players ? of_player : of_others;
    if (pressed == no_control) return;
    const Canvas& canvas = parts_->runner.canvas();
    const Rect bounds = parts_->runner.bounds_of(pressed);
    const Point from = canvas.to_pixel({bounds.x, bounds.y});
    const Point to = canvas.to_pixel({bounds.right(), bounds.bottom()});
    frame.mark = {from.x, from.y, to.x - from.x, to.y - from.y};
}

void FilmStrip::end(const std::string& said, bool bad) {
    Frame& frame = parts_->take(said);
    frame.colour = bad ? trap : words;
    frame.last = true;
    frame.bad = bad;
}

std::string FilmStrip::finish() {
    Parts& parts = *parts_;
    const auto columns = static_cast<std::size_t>(std::max(parts.options.columns, 1));
    const std::size_t across = std::clamp<std::size_t>(parts.frames.size(), 1, columns);
    const std::size_t rows = (parts.frames.size() + columns - 1) / columns;
    const double step_x = parts.width + gap, step_y = parts.height + foot + gap;
    const double all_x = gap + static_cast<double>(across) * step_x;
    const double all_y = head + static_cast<double>(rows) * step_y + bottom;
    Drawing drawing(parts.options.format, static_cast<int>(all_x), static_cast<int>(all_y));
    drawing.fill(ground);
    drawing.text({gap, 14}, draw::shortened(parts.options.title, {20, true}, all_x - 2 * gap),
                 {20, true}, words);
    for (std::size_t i = 0; i < parts.frames.size(); ++i) {
        Frame& frame = parts.frames[i];
        const std::size_t row = i / columns, column = i % columns;
        const Vec at{gap + static_cast<double>(column) * step_x,
                     head + static_cast<double>(row) * step_y};
        const Extents size{static_cast<double>(parts.width), static_cast<double>(parts.height)};
        drawing.image(at, size, parts.pixels_of(frame));
        drawing.frame(at, size, 3, frame.bad ? trap : edge, frame.bad ? 4 : 1);
        if (frame.mark.width > 0) {
            const Vec mark{at.x + frame.mark.x - 3.0, at.y + frame.mark.y - 3.0};
            const Extents around{frame.mark.width + 6.0, frame.mark.height + 6.0};
            drawing.frame(mark, around, 6, rgb(0xffffff, 0.8), 6);
            drawing.frame(mark, around, 6, frame.colour, 3);
        }
        const double y = at.y + size.height + 8;
        if (!frame.last) drawing.disc({at.x + 7, y + 10}, 6, frame.colour);
        const double text_x = at.x + (frame.last ? 0 : 20);
        const std::string number = frame.last ? "" : std::to_string(i + 1) + "  ";
        const Font font{15, frame.last};
        drawing.text({text_x, y},
                     draw::shortened(number + frame.caption, font, size.width - (text_x - at.x)),
                     font, frame.last ? frame.colour : words);
    }
    const double y = all_y - bottom + 4;
    drawing.disc({gap + 7, y + 9}, 6, of_player);
    drawing.text({gap + 20, y}, "the player does", {13}, words);
    drawing.disc({gap + 157, y + 9}, 6, of_others);
    drawing.text({gap + 170, y}, "the game or the clock", {13}, words);
    return drawing.finish();
}

} // namespace rondix
