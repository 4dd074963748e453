#include "sea_painter.hpp"

#include <png.h>

#include <algorithm>
#include <cmath>

namespace tidewick {

using rondix::Transform;

namespace {

constexpr double full_turn = 6.283185307179586;

Transform moved(Spot to) {
    return rondix::shift_by({static_cast<float>(to.x), static_cast<float>(to.y)});
}
Transform scaled(double by) {
    return rondix::scale_about({0, 0}, static_cast<float>(by));
}
Transform turned(double angle) {
    const auto c = static_cast<float>(std::cos(angle)), s = static_cast<float>(std::sin(angle));
    return {c, -s, 0, s, c, 0};
}

class Picture {
  public:
    Picture(SDL_Renderer* to, SeaMesh& mesh, const Voyage& voyage, const Deck& deck)
        : to_(to)
        , mesh_(mesh)
        , voyage_(voyage)
        , scene_(voyage.scene())
        , deck_(deck) {
        int width = 0, height = 0;
        SDL_GetRendererOutputSize(to, &width, &height);
        width_ = width;
        height_ = height;
        scale_ = std::max(width_ / 1280.0, height_ / 720.0) * 1.25;
        const double half_x = width_ / scale_ / 2, half_y = height_ / scale_ / 2;
        const auto held = [](double at, double half, double size) {
            return size > 2 * half ? std::clamp(at, half, size - half) : size / 2;
        };
        middle_ = {held(voyage_.ferry().x, half_x, scene_.width),
                   held(voyage_.ferry().y, half_y, scene_.height)};
        sea_ = moved({width_ / 2, height_ / 2})
                   .after(scaled(scale_))
                   .after(moved({-middle_.x, -middle_.y}));
    }

    void draw(SDL_Texture* water, const std::vector<std::vector<Spot>>& land) {
        draw_water(water);
        mesh_.use(sea_);
        draw_waves();
        draw_land(land);
        draw_quay();
        for (const Buoy& buoy : scene_.buoys) draw_buoy(buoy);
        for (const Spot crate : voyage_.afloat()) draw_crate(crate);
        draw_ferry();
        if (deck_.gulls) draw_gulls();
        draw_fog();
        draw_instruments();
        mesh_.flush();
    }

  private:
    /// Up and down with the swell, each spot for itself.
    double bob(Spot at) const {
        return 2.5 * std::sin(voyage_.time() * 1.7 + at.x * 0.013 + at.y * 0.021);
    }
    void disc(Spot at, double radius, std::uint32_t rgb, double opacity = 1) {
        mesh_.colour(rgb, opacity);
        mesh_.disc(at, radius);
    }

    void draw_water(SDL_Texture* water) {
        const rondix::Point from =
            sea_({static_cast<float>(-Depths::step / 2), static_cast<float>(-Depths::step / 2)});
        const auto side = [&](int cells) {
            return static_cast<float>(cells * Depths::step * scale_);
        };
        const SDL_FRect all{from.x, from.y, side(scene_.depths.columns), side(scene_.depths.rows)};
        SDL_RenderCopyF(to_, water, nullptr, &all);
    }

    void draw_waves() {
        mesh_.colour(0xDCECE8, 0.16);
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
                mesh_.arc({at.x, at.y + 12 + bob(at)}, 16, 2, -2.2, -0.9);
            }
    }

    void draw_land(const std::vector<std::vector<Spot>>& land) {
        for (std::size_t i = 0; i < land.size(); ++i) {
            mesh_.colour(0x7C8F5F);
            mesh_.triangles(land[i]);
            mesh_.colour(0xD9C99A);
            mesh_.line(scene_.land[i], 10, true);
        }
    }

    void draw_quay() {
        if (!scene_.has_quay) return;
        const Spot quay = scene_.quay;
        const double pulse = 0.5 + 0.5 * std::sin(voyage_.time() * 2.4);
        mesh_.colour(0xF1E3B4, 0.25 + 0.3 * pulse);
        constexpr int dashes = 21;
        const double shift = voyage_.time() * 10 / 80;
        for (int i = 0; i < dashes; ++i) {
            const double begin = shift + full_turn * i / dashes;
            mesh_.arc(quay, 80, 4, begin, begin + full_turn / dashes * 0.58);
        }
        mesh_.colour(0x8A5A3A);
        for (int post = -2; post <= 2; ++post)
            mesh_.box(quay.x + post * 26 - 5, quay.y - 7, 10, 14);
    }

    void draw_buoy(const Buoy& buoy) {
        const Spot at{buoy.at.x, buoy.at.y + bob(buoy.at)};
        disc({at.x, buoy.at.y + 9}, 11, 0x0E2C38, 0.35);
        disc(at, 11, buoy.red ? 0xC0492F : 0x3F8C5A);
        mesh_.colour(0xF3EBD8);
        mesh_.box(at.x - 3, at.y - 22, 6, 16);
        const bool lit = std::fmod(voyage_.time() + buoy.at.x * 0.01, 2) < 0.4;
        if (lit) disc({at.x, at.y - 24}, 9, buoy.red ? 0xFF8F6B : 0x9CF2B4, 0.6);
    }

    void draw_crate(Spot crate) {
        mesh_.use(sea_.after(moved({crate.x, crate.y + bob(crate)}))
                      .after(turned(0.3 * std::sin(voyage_.time() + crate.x))));
        mesh_.colour(0xB98A54);
        mesh_.box(-11, -11, 22, 22);
        mesh_.colour(0x6F4A28);
        mesh_.line({{-11, -11}, {11, -11}, {11, 11}, {-11, 11}}, 3, true);
        mesh_.line({{-11, -11}, {11, 11}}, 3);
        mesh_.use(sea_);
    }

    void draw_ferry() {
        const Spot at = voyage_.ferry();
        mesh_.use(sea_.after(moved(at)).after(
            turned(voyage_.heading() + (voyage_.is_aground() ? 0.12 : 0))));
        draw_wake(voyage_.share_of_speed());
        mesh_.colour(0x0E2C38, 0.35);
        mesh_.polygon(hull(4, 6));
        mesh_.colour(0x2E3F48);
        mesh_.polygon(hull(0, 0));
        mesh_.colour(0xE9DFC7);
        mesh_.line(hull(0, 0), 4, true);
        mesh_.box(-30, -11, 40, 22);
        mesh_.colour(0x9B4A2B);
        mesh_.box(-16, -6, 12, 12);
        mesh_.colour(0xB98A54);
        for (std::size_t i = 0; i < std::min<std::size_t>(voyage_.hold().size(), 6); ++i)
            mesh_.box(13 + static_cast<double>(i % 3) * 8, i < 3 ? -9 : 1, 7, 7);
        mesh_.use(sea_);
        if (voyage_.knots() > 0.2)
            for (int i = 0; i < 5; ++i) { // smoke
                const double age = std::fmod(voyage_.time() * 0.8 + i * 0.2, 1);
                disc({at.x - 10 + age * 30, at.y - 10 - age * 60}, 4 + 10 * age, 0x54626A,
                     0.35 * (1 - age));
            }
    }

    /// Broader and fainter behind her.
    void draw_wake(double swift) {
        const double length = 60 + 200 * swift;
        mesh_.colour(0xEBF7F2, 0.45 * swift);
        mesh_.fading({{-30, -10}, {-30, 10}, {-30 - length, 46}, {-30 - length, -46}},
                     {1, 1, 0, 0});
    }

    static std::vector<Spot> hull(double dx, double dy) {
        std::vector<Spot> points = {{-44 + dx, -16 + dy}, {24 + dx, -18 + dy}};
        for (const double y : {-16.6, -14.4, -11.4, -7.8, -4.0, 0.0, 4.0, 7.8, 11.4, 14.4, 16.6})
            points.push_back({24 + 32 * std::sqrt(1 - y * y / 324) + dx, y + dy});
        points.push_back({24 + dx, 18 + dy});
        points.push_back({-44 + dx, 16 + dy});
        return points;
    }

    void draw_gulls() {
        mesh_.colour(0xF7F3E8);
        for (int i = 0; i < 3; ++i) {
            const double turn = voyage_.time() * (0.35 + 0.1 * i) + i * 2;
            const Spot at{voyage_.ferry().x + std::cos(turn) * (150 + 50 * i),
                          voyage_.ferry().y - 60 + std::sin(turn) * 90};
            const double beat = 5 * std::sin(voyage_.time() * 7 + i);
            std::vector<Spot> wings;
            for (const double across : {-13.0, -9.0, -5.0, -2.0, 0.0, 2.0, 5.0, 9.0, 13.0}) {
                const double share = std::abs(across) / 13;
                wings.push_back(
                    {at.x + across, at.y - 16 * share * (1 - share) - beat * share * share});
            }
            mesh_.line(wings, 3);
        }
    }

    /// Clear round the ferry, thick far from her.
    void draw_fog() {
        if (scene_.fog <= 0) return;
        mesh_.colour(0xCCD6D6, 0.55 + 0.42 * scene_.fog);
        mesh_.haze(voyage_.ferry(), 90, 560 - 260 * scene_.fog, (width_ + height_) / scale_);
    }

    void draw_instruments() {
        const double unit = std::min(width_ / 1280.0, height_ / 720.0);
        const double x = deck_.wheel_left ? 92 : width_ / unit - 92, y = height_ / unit - 92;
        mesh_.use(scaled(unit));
        disc({x, y}, 66, 0x10303D, 0.72);
        mesh_.colour(0xD9B36A);
        mesh_.arc({x, y}, 44, 7, 0, full_turn);
        for (int spoke = 0; spoke < 6; ++spoke) {
            const double turn = spoke * full_turn / 6 + deck_.wheel.rudder * 0.9;
            mesh_.line({{x, y}, {x + std::cos(turn) * 58, y + std::sin(turn) * 58}}, 7);
        }
    }

    SDL_Renderer* to_;
    SeaMesh& mesh_;
    const Voyage& voyage_;
    const Scene& scene_;
    const Deck& deck_;
    double width_ = 0, height_ = 0, scale_ = 1;
    Spot middle_;
    Transform sea_;
};

} // namespace

void SeaPainter::prepare(const Voyage& voyage) {
    number_ = voyage.number();
    const Depths& depths = voyage.scene().depths;
    water_.reset(SDL_CreateTexture(to_, SDL_PIXELFORMAT_RGB888, SDL_TEXTUREACCESS_STATIC,
                                   depths.columns, depths.rows));
    SDL_SetTextureScaleMode(water_.get(), SDL_ScaleModeLinear);
    SDL_UpdateTexture(water_.get(), nullptr, depths.colours.data(), depths.columns * 4);
    land_.clear();
    for (const std::vector<Spot>& outline : voyage.scene().land)
        land_.push_back(in_triangles(outline));
}

void SeaPainter::draw(const Voyage& voyage, const Deck& deck) {
    SDL_SetRenderDrawColor(to_, 32, 74, 92, 255);
    SDL_RenderClear(to_);
    if (!voyage.is_there()) return;
    if (number_ != voyage.number()) prepare(voyage);
    Picture(to_, mesh_, voyage, deck).draw(water_.get(), land_);
}

void save_picture(SDL_Renderer* of, const std::string& path) {
    int width = 0, height = 0;
    SDL_GetRendererOutputSize(of, &width, &height);
    std::vector<Uint8> pixels(static_cast<std::size_t>(width) * static_cast<std::size_t>(height) *
                              3);
    SDL_RenderReadPixels(of, nullptr, SDL_PIXELFORMAT_RGB24, pixels.data(), width * 3);
    png_image image{};
    image.version = PNG_IMAGE_VERSION;
    image.width = static_cast<png_uint_32>(width);
    image.height = static_cast<png_uint_32>(height);
    image.format = PNG_FORMAT_RGB;
    png_image_write_to_file(&image, path.c_str(), 0, pixels.data(), 0, nullptr);
}

} // namespace tidewick
