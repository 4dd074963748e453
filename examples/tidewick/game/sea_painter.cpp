#include "sea_painter.hpp"

#include <cairo.h>

#include <algorithm>
#include <cmath>
#include <memory>

namespace tidewick {

namespace {

constexpr double full_turn = 6.283185307179586;

struct Free {
    void operator()(cairo_t* context) const { cairo_destroy(context); }
    void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
    void operator()(cairo_pattern_t* pattern) const { cairo_pattern_destroy(pattern); }
};

class Picture {
  public:
    Picture(SDL_Surface* screen, const Voyage& voyage, const Deck& deck)
        : voyage_(voyage)
        , scene_(voyage.scene())
        , deck_(deck)
        , width_(screen->w)
        , height_(screen->h)
        , surface_(cairo_image_surface_create_for_data(static_cast<unsigned char*>(screen->pixels),
                                                       CAIRO_FORMAT_RGB24, screen->w, screen->h,
                                                       screen->pitch))
        , context_(cairo_create(surface_.get())) {}

    void draw() {
        cairo_t* c = context_.get();
        scale_ = std::max(width_ / 1280.0, height_ / 720.0) * 1.25;
        const double half_x = width_ / scale_ / 2, half_y = height_ / scale_ / 2;
        const auto held = [](double at, double half, double size) {
            return size > 2 * half ? std::clamp(at, half, size - half) : size / 2;
        };
        middle_ = {held(voyage_.ferry().x, half_x, scene_.width),
                   held(voyage_.ferry().y, half_y, scene_.height)};
        colour(0x204A5C);
        cairo_paint(c);
        cairo_save(c);
        cairo_translate(c, width_ / 2, height_ / 2);
        cairo_scale(c, scale_, scale_);
        cairo_translate(c, -middle_.x, -middle_.y);
        draw_water();
        draw_waves();
        draw_land();
        draw_quay();
        for (const Buoy& buoy : scene_.buoys) draw_buoy(buoy);
        for (const Spot crate : voyage_.afloat()) draw_crate(crate);
        draw_ferry();
        if (deck_.gulls) draw_gulls();
        cairo_restore(c);
        draw_fog();
        draw_instruments();
    }

  private:
    void colour(std::uint32_t rgb, double opacity = 1) {
        cairo_set_source_rgba(context_.get(), (rgb >> 16 & 255) / 255.0, (rgb >> 8 & 255) / 255.0,
                              (rgb & 255) / 255.0, opacity);
    }
    void disc(Spot at, double radius, std::uint32_t rgb, double opacity = 1) {
        colour(rgb, opacity);
        cairo_arc(context_.get(), at.x, at.y, radius, 0, full_turn);
        cairo_fill(context_.get());
    }
    /// Up and down with the swell, each spot for itself.
    double bob(Spot at) const {
        return 2.5 * std::sin(voyage_.time() * 1.7 + at.x * 0.013 + at.y * 0.021);
    }

    void draw_water() {
        cairo_t* c = context_.get();
        const Depths& depths = scene_.depths;
        auto* pixels = reinterpret_cast<unsigned char*>(
            const_cast<std::uint32_t*>(depths.colours.data())); // Cairo only reads it
        const std::unique_ptr<cairo_surface_t, Free> water(cairo_image_surface_create_for_data(
            pixels, CAIRO_FORMAT_RGB24, depths.columns, depths.rows, depths.columns * 4));
        cairo_save(c);
        cairo_translate(c, -Depths::step / 2, -Depths::step / 2);
        cairo_scale(c, Depths::step, Depths::step);
        cairo_set_source_surface(c, water.get(), 0, 0);
        cairo_pattern_set_filter(cairo_get_source(c), CAIRO_FILTER_BILINEAR);
        cairo_paint(c);
        cairo_restore(c);
    }

    void draw_waves() {
        cairo_t* c = context_.get();
        colour(0xDCECE8, 0.16);
        cairo_set_line_width(c, 2);
        const double reach_x = width_ / scale_ / 2 + 60, reach_y = height_ / scale_ / 2 + 60;
        const auto place = [](double at, double step) {
            return static_cast<int>(std::floor(at / step));
        };
        for (int row = place(middle_.y - reach_y, 64); row < place(middle_.y + reach_y, 64); ++row)
            for (int column = place(middle_.x - reach_x, 96);
                 column < place(middle_.x + reach_x, 96); ++column) {
                const double x = column * 96.0, y = row * 64.0;
                const double shift = std::fmod(x * 7.3 + y * 3.1, 64);
                const Spot at{x + shift + 6 * std::sin(voyage_.time() + y),
                              y + std::fmod(x * 1.7, 40)};
                if (scene_.depths.at(at) < 1.5) continue;
                cairo_arc(c, at.x, at.y + 12 + bob(at), 16, -2.2, -0.9);
                cairo_stroke(c);
            }
    }

    void draw_land() {
        cairo_t* c = context_.get();
        for (const auto& outline : scene_.land) {
            for (const Spot corner : outline) cairo_line_to(c, corner.x, corner.y);
            cairo_close_path(c);
            colour(0x7C8F5F);
            cairo_fill_preserve(c);
            colour(0xD9C99A);
            cairo_set_line_width(c, 10);
            cairo_set_line_join(c, CAIRO_LINE_JOIN_ROUND);
            cairo_stroke(c);
        }
    }

    void draw_quay() {
        if (!scene_.has_quay) return;
        cairo_t* c = context_.get();
        const Spot quay = scene_.quay;
        const double pulse = 0.5 + 0.5 * std::sin(voyage_.time() * 2.4);
        colour(0xF1E3B4, 0.25 + 0.3 * pulse);
        cairo_set_line_width(c, 4);
        cairo_set_dash(c, std::array{14.0, 10.0}.data(), 2, voyage_.time() * 10);
        cairo_arc(c, quay.x, quay.y, 80, 0, full_turn);
        cairo_stroke(c);
        cairo_set_dash(c, nullptr, 0, 0);
        colour(0x8A5A3A);
        for (int post = -2; post <= 2; ++post) {
            cairo_rectangle(c, quay.x + post * 26 - 5, quay.y - 7, 10, 14);
            cairo_fill(c);
        }
    }

    void draw_buoy(const Buoy& buoy) {
        cairo_t* c = context_.get();
        const Spot at{buoy.at.x, buoy.at.y + bob(buoy.at)};
        disc({at.x, buoy.at.y + 9}, 11, 0x0E2C38, 0.35);
        disc(at, 11, buoy.red ? 0xC0492F : 0x3F8C5A);
        colour(0xF3EBD8);
        cairo_rectangle(c, at.x - 3, at.y - 22, 6, 16);
        cairo_fill(c);
        const bool lit = std::fmod(voyage_.time() + buoy.at.x * 0.01, 2) < 0.4;
        if (lit) disc({at.x, at.y - 24}, 9, buoy.red ? 0xFF8F6B : 0x9CF2B4, 0.6);
    }

    void draw_crate(Spot crate) {
        cairo_t* c = context_.get();
        cairo_save(c);
        cairo_translate(c, crate.x, crate.y + bob(crate));
        cairo_rotate(c, 0.3 * std::sin(voyage_.time() + crate.x));
        colour(0xB98A54);
        cairo_rectangle(c, -11, -11, 22, 22);
        cairo_fill_preserve(c);
        colour(0x6F4A28);
        cairo_set_line_width(c, 3);
        cairo_stroke(c);
        cairo_move_to(c, -11, -11);
        cairo_line_to(c, 11, 11);
        cairo_stroke(c);
        cairo_restore(c);
    }

    void draw_ferry() {
        cairo_t* c = context_.get();
        const Spot at = voyage_.ferry();
        const double swift = voyage_.share_of_speed();
        cairo_save(c);
        cairo_translate(c, at.x, at.y);
        cairo_rotate(c, voyage_.heading() + (voyage_.is_aground() ? 0.12 : 0));
        draw_wake(swift);
        colour(0x0E2C38, 0.35);
        hull(4, 6);
        cairo_fill(c);
        colour(0x2E3F48);
        hull(0, 0);
        cairo_fill_preserve(c);
        colour(0xE9DFC7);
        cairo_set_line_width(c, 4);
        cairo_stroke(c);
        colour(0xE9DFC7);
        cairo_rectangle(c, -30, -11, 40, 22);
        cairo_fill(c);
        colour(0x9B4A2B);
        cairo_rectangle(c, -16, -6, 12, 12);
        cairo_fill(c);
        for (std::size_t i = 0; i < std::min<std::size_t>(voyage_.hold().size(), 6); ++i) {
            colour(0xB98A54);
            cairo_rectangle(c, 13 + static_cast<double>(i % 3) * 8, i < 3 ? -9 : 1, 7, 7);
            cairo_fill(c);
        }
        cairo_restore(c);
        if (voyage_.knots() > 0.2)
            for (int i = 0; i < 5; ++i) { // smoke
                const double age = std::fmod(voyage_.time() * 0.8 + i * 0.2, 1);
                disc({at.x - 10 + age * 30, at.y - 10 - age * 60}, 4 + 10 * age, 0x54626A,
                     0.35 * (1 - age));
            }
    }

    /// Broader and fainter behind her.
    void draw_wake(double swift) {
        cairo_t* c = context_.get();
        const double length = 60 + 200 * swift;
        const std::unique_ptr<cairo_pattern_t, Free> foam(
            cairo_pattern_create_linear(-30, 0, -30 - length, 0));
        cairo_pattern_add_color_stop_rgba(foam.get(), 0, 0.92, 0.97, 0.95, 0.45 * swift);
        cairo_pattern_add_color_stop_rgba(foam.get(), 1, 0.92, 0.97, 0.95, 0);
        cairo_move_to(c, -30, -10);
        cairo_curve_to(c, -30 - length / 2, -16, -30 - length, -40, -30 - length, -46);
        cairo_line_to(c, -30 - length, 46);
        cairo_curve_to(c, -30 - length, 40, -30 - length / 2, 16, -30, 10);
        cairo_close_path(c);
        cairo_set_source(c, foam.get());
        cairo_fill(c);
    }

    void hull(double dx, double dy) {
        cairo_t* c = context_.get();
        cairo_move_to(c, -44 + dx, -16 + dy);
        cairo_line_to(c, 24 + dx, -18 + dy);
        cairo_curve_to(c, 44 + dx, -14 + dy, 54 + dx, -4 + dy, 56 + dx, dy);
        cairo_curve_to(c, 54 + dx, 4 + dy, 44 + dx, 14 + dy, 24 + dx, 18 + dy);
        cairo_line_to(c, -44 + dx, 16 + dy);
        cairo_close_path(c);
    }

    void draw_gulls() {
        cairo_t* c = context_.get();
        colour(0xF7F3E8);
        cairo_set_line_width(c, 3);
        cairo_set_line_cap(c, CAIRO_LINE_CAP_ROUND);
        for (int i = 0; i < 3; ++i) {
            const double turn = voyage_.time() * (0.35 + 0.1 * i) + i * 2;
            const Spot at{voyage_.ferry().x + std::cos(turn) * (150 + 50 * i),
                          voyage_.ferry().y - 60 + std::sin(turn) * 90};
            const double beat = 5 * std::sin(voyage_.time() * 7 + i);
            cairo_move_to(c, at.x - 13, at.y - beat);
            cairo_curve_to(c, at.x - 6, at.y - 6, at.x - 2, at.y - 2, at.x, at.y);
            cairo_curve_to(c, at.x + 2, at.y - 2, at.x + 6, at.y - 6, at.x + 13, at.y - beat);
            cairo_stroke(c);
        }
    }

    /// Clear round the ferry, thick far from her.
    void draw_fog() {
        if (scene_.fog <= 0) return;
        cairo_t* c = context_.get();
        const Spot at{width_ / 2 + (voyage_.ferry().x - middle_.x) * scale_,
                      height_ / 2 + (voyage_.ferry().y - middle_.y) * scale_};
        const std::unique_ptr<cairo_pattern_t, Free> fog(cairo_pattern_create_radial(
            at.x, at.y, 90 * scale_, at.x, at.y, (560 - 260 * scene_.fog) * scale_));
        cairo_pattern_add_color_stop_rgba(fog.get(), 0, 0.80, 0.84, 0.84, 0);
        cairo_pattern_add_color_stop_rgba(fog.get(), 1, 0.80, 0.84, 0.84, 0.55 + 0.42 * scene_.fog);
        cairo_set_source(c, fog.get());
        cairo_paint(c);
    }

    void draw_instruments() {
        cairo_t* c = context_.get();
        cairo_save(c);
        const double unit = std::min(width_ / 1280.0, height_ / 720.0);
        cairo_scale(c, unit, unit);
        const double right = width_ / unit, bottom = height_ / unit;
        const double x = deck_.wheel_left ? 92 : right - 92;
        colour(0x10303D, 0.72);
        cairo_arc(c, x, bottom - 92, 66, 0, full_turn);
        cairo_fill(c);
        colour(0xD9B36A);
        cairo_set_line_width(c, 7);
        cairo_arc(c, x, bottom - 92, 44, 0, full_turn);
        cairo_stroke(c);
        for (int spoke = 0; spoke < 6; ++spoke) {
            const double turn = spoke * full_turn / 6 + deck_.wheel.rudder * 0.9;
            cairo_move_to(c, x, bottom - 92);
            cairo_line_to(c, x + std::cos(turn) * 58, bottom - 92 + std::sin(turn) * 58);
            cairo_stroke(c);
        }
        if (!deck_.note.empty()) write(deck_.note.c_str(), 40, 60);
        cairo_restore(c);
    }

    void write(const char* text, double x, double y) {
        cairo_t* c = context_.get();
        cairo_select_font_face(c, "Inter", CAIRO_FONT_SLANT_NORMAL, CAIRO_FONT_WEIGHT_BOLD);
        cairo_set_font_size(c, 24);
        colour(0x10303D, 0.75);
        cairo_move_to(c, x + 1.5, y + 2);
        cairo_show_text(c, text);
        colour(0xF7F1DF);
        cairo_move_to(c, x, y);
        cairo_show_text(c, text);
    }

    const Voyage& voyage_;
    const Scene& scene_;
    const Deck& deck_;
    double width_, height_, scale_ = 1;
    Spot middle_;
    std::unique_ptr<cairo_surface_t, Free> surface_;
    std::unique_ptr<cairo_t, Free> context_;
};

} // namespace

void save_picture(SDL_Surface* screen, const std::string& path) {
    const std::unique_ptr<cairo_surface_t, Free> surface(cairo_image_surface_create_for_data(
        static_cast<unsigned char*>(screen->pixels), CAIRO_FORMAT_RGB24, screen->w, screen->h,
        screen->pitch));
    cairo_surface_write_to_png(surface.get(), path.c_str());
}

void SeaPainter::draw(SDL_Surface* screen, const Voyage& voyage, const Deck& deck) {
    if (!voyage.is_there()) {
        SDL_FillRect(screen, nullptr, SDL_MapRGB(screen->format, 32, 74, 92));
        return;
    }
    Picture(screen, voyage, deck).draw();
}

} // namespace tidewick
