// What looks cost: laying out, drawing beside bare Cairo, writing PNG, reading a flow anew.
#include "draw/cairo.hpp"
#include "draw/png.hpp"
#include "place/arrange.hpp"
#include "place/window_rule.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/flow.hpp"
#include "rondix/tools/look_check.hpp"

#include <benchmark/benchmark.h>

#include <string>
#include <vector>

namespace {

using namespace rondix;
using draw::Held;

constexpr int width = 1280;
constexpr int height = 720;

/// A heading and six buttons.
FlowFile six_buttons() {
    std::string text = "rondix: 1\nstart: title\nscreens:\n  title:\n    title: Six of them\n"
                       "    controls:\n";
    for (int i = 0; i < 6; ++i)
        text += "      - { button: b" + std::to_string(i) + ", text: Button number " +
                std::to_string(i) + ", press: quit }\n";
    return load_flow_text("six", text);
}

/// A hundred controls in rows within columns.
FlowFile hundred_controls() {
    std::string text = "rondix: 1\nstart: title\n"
                       "styles: { button: { text-size: 16, padding: 6 4 } }\n"
                       "screens:\n  title:\n    groups:\n"
                       "      all: { as: column, at: middle, gap: 4 }\n";
    for (int row = 0; row < 10; ++row)
        text += "      row" + std::to_string(row) +
                ": { as: row, in: all, gap: 4, item-size: 100x40 }\n";
    text += "    controls:\n";
    for (int i = 0; i < 100; ++i)
        text += "      - { button: b" + std::to_string(i) + ", text: Press " + std::to_string(i) +
                ", press: quit, in: row" + std::to_string(i / 10) + " }\n";
    return load_flow_text("hundred", text);
}

void lay_out_100_controls(benchmark::State& state) {
    const FlowFile file = hundred_controls();
    const CompiledFlow& flow = *file.compiled;
    Painter painter(flow);
    const place::Measures measures{
        state.range(0) == 0 ? estimating_measurer() : painter.text_measurer(), {}};
    std::vector<Placed> places(flow.looks.screens[0].boxes.count);
    const Canvas canvas = place::canvas_of(flow.looks, width, height);
    for (auto _ : state) {
        place::arrange(flow, ScreenId{0}, canvas, measures, places);
        benchmark::DoNotOptimize(places.data());
    }
    state.SetLabel(state.range(0) == 0 ? "texts guessed" : "texts known to Pango");
}
BENCHMARK(lay_out_100_controls)->Arg(0)->Arg(1)->Unit(benchmark::kMicrosecond);

struct Screen6 {
    FlowFile file = six_buttons();
    Painter painter{*file.compiled};
    Runner runner{*file.compiled};
    Screen6() {
        runner.set_text_measurer(painter.text_measurer());
        runner.resize(width, height);
        runner.set_motion(false);
        runner.start();
    }
};

void draw_a_screen(benchmark::State& state) {
    Screen6 screen;
    std::vector<std::uint32_t> pixels(width * height);
    for (auto _ : state)
        screen.painter.paint(screen.runner.canvas(), screen.runner.view(),
                             {pixels.data(), width, height, width * 4});
}
BENCHMARK(draw_a_screen)->Unit(benchmark::kMillisecond);

/// The same shapes and texts by hand, from what the items say.
void draw_it_with_bare_cairo(benchmark::State& state) {
    Screen6 screen;
    const auto view = screen.runner.view();
    const std::vector<Item> items(view.begin(), view.end());
    const CompiledFlow& flow = *screen.file.compiled;
    std::vector<std::uint32_t> pixels(width * height);
    const Held<PangoFontMap> map(pango_cairo_font_map_new());
    const Held<PangoContext> fonts(pango_font_map_create_context(map.get()));
    const Held<PangoLayout> layout(pango_layout_new(fonts.get()));
    for (auto _ : state) {
        const Held<cairo_surface_t> surface(
            cairo_image_surface_create_for_data(reinterpret_cast<unsigned char*>(pixels.data()),
                                                CAIRO_FORMAT_RGB24, width, height, width * 4));
        const Held<cairo_t> context(cairo_create(surface.get()));
        cairo_t* c = context.get();
        cairo_paint(c);
        for (const Item& item : items) {
            const Rect& r = item.bounds;
            const Look& look = item.look;
            const auto path = [&] {
                const double k = look.corner;
                cairo_new_path(c);
                if (k <= 0) return cairo_rectangle(c, r.x, r.y, r.width, r.height);
                cairo_arc(c, r.right() - k, r.y + k, k, -1.5708, 0);
                cairo_arc(c, r.right() - k, r.bottom() - k, k, 0, 1.5708);
                cairo_arc(c, r.x + k, r.bottom() - k, k, 1.5708, 3.1416);
                cairo_arc(c, r.x + k, r.y + k, k, 3.1416, 4.7124);
                cairo_close_path(c);
            };
            if (look.fill.opacity > 0 && look.fill == look.fill_end) {
                path();
                cairo_set_source_rgba(c, look.fill.red, look.fill.green, look.fill.blue,
                                      look.fill.opacity);
                cairo_fill(c);
            } else if (look.fill.opacity > 0) {
                const Held<cairo_pattern_t> ramp(
                    cairo_pattern_create_linear(0, r.y, 0, r.bottom()));
                cairo_pattern_add_color_stop_rgb(ramp.get(), 0, look.fill.red, look.fill.green,
                                                 look.fill.blue);
                cairo_pattern_add_color_stop_rgb(ramp.get(), 1, look.fill_end.red,
                                                 look.fill_end.green, look.fill_end.blue);
                path();
                cairo_set_source(c, ramp.get());
                cairo_fill(c);
            }
            if (look.border_width > 0) {
                path();
                cairo_set_source_rgb(c, look.border.red, look.border.green, look.border.blue);
                cairo_set_line_width(c, look.border_width);
                cairo_stroke(c);
            }
            if (item.text.empty()) continue;
            const Style& style = flow.looks[item.style];
            const Held<PangoFontDescription> font(pango_font_description_from_string("Inter"));
            pango_font_description_set_absolute_size(font.get(), style.text_size * PANGO_SCALE);
            if (style.bold) pango_font_description_set_weight(font.get(), PANGO_WEIGHT_BOLD);
            pango_layout_set_font_description(layout.get(), font.get());
            pango_layout_set_text(layout.get(), item.text.data(),
                                  static_cast<int>(item.text.size()));
            int w = 0;
            int h = 0;
            pango_layout_get_pixel_size(layout.get(), &w, &h);
            cairo_set_source_rgb(c, look.ink.red, look.ink.green, look.ink.blue);
            cairo_move_to(c, r.x + (r.width - w) / 2.0, r.y + (r.height - h) / 2.0);
            pango_cairo_show_layout(c, layout.get());
        }
        cairo_surface_flush(surface.get());
    }
}
BENCHMARK(draw_it_with_bare_cairo)->Unit(benchmark::kMillisecond);

void draw_a_screen_as_png(benchmark::State& state) {
    Screen6 screen;
    for (auto _ : state)
        benchmark::DoNotOptimize(screen.painter.picture(PictureFormat::png, screen.runner.canvas(),
                                                        screen.runner.view(), width, height));
}
BENCHMARK(draw_a_screen_as_png)->Unit(benchmark::kMillisecond);

/// Only the writing, by Cairo's own writer.
void cairos_png_writer(benchmark::State& state) {
    Screen6 screen;
    std::vector<std::uint32_t> pixels(width * height);
    screen.painter.paint(screen.runner.canvas(), screen.runner.view(),
                         {pixels.data(), width, height, width * 4});
    const Held<cairo_surface_t> surface(
        cairo_image_surface_create_for_data(reinterpret_cast<unsigned char*>(pixels.data()),
                                            CAIRO_FORMAT_RGB24, width, height, width * 4));
    for (auto _ : state) {
        std::string bytes;
        cairo_surface_write_to_png_stream(
            surface.get(),
            [](void* closure, const unsigned char* data, unsigned length) {
                static_cast<std::string*>(closure)->append(reinterpret_cast<const char*>(data),
                                                           length);
                return CAIRO_STATUS_SUCCESS;
            },
            &bytes);
        benchmark::DoNotOptimize(bytes);
    }
}
BENCHMARK(cairos_png_writer)->Unit(benchmark::kMillisecond);

FlowFile demo() {
    return load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
}

/// From a saved file to a picture, as the window does it, but for noticing (a tenth of a second at
/// most): reading, laying out, drawing the demo's title with its art.
void read_the_demo_and_draw(benchmark::State& state) {
    std::vector<std::uint32_t> pixels(width * height);
    for (auto _ : state) {
        const FlowFile file = demo();
        Painter painter(*file.compiled);
        Runner runner(*file.compiled);
        runner.set_text_measurer(painter.text_measurer());
        runner.start();
        runner.finish(runner.load_ticket(), Answer::done);
        runner.advance(1);
        painter.paint(runner.canvas(), runner.view(), {pixels.data(), width, height, width * 4});
    }
}
BENCHMARK(read_the_demo_and_draw)->Unit(benchmark::kMillisecond);

/// Each frame after the first: its pictures are drawn already.
void draw_the_demos_title(benchmark::State& state) {
    const FlowFile file = demo();
    Painter painter(*file.compiled);
    Runner runner(*file.compiled);
    runner.set_text_measurer(painter.text_measurer());
    runner.start();
    runner.finish(runner.load_ticket(), Answer::done);
    runner.advance(1);
    std::vector<std::uint32_t> pixels(width * height);
    for (auto _ : state)
        painter.paint(runner.canvas(), runner.view(), {pixels.data(), width, height, width * 4});
}
BENCHMARK(draw_the_demos_title)->Unit(benchmark::kMillisecond);

void check_the_demos_looks(benchmark::State& state) {
    const FlowFile file = demo();
    for (auto _ : state) benchmark::DoNotOptimize(check_looks(file));
}
BENCHMARK(check_the_demos_looks)->Unit(benchmark::kMillisecond);

} // namespace
