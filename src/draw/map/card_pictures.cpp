#include "draw/map/card_pictures.hpp"

#include "draw/screens/tour.hpp"

#include <algorithm>
#include <cmath>
#include <map>

namespace rondix::draw {

namespace {
constexpr float max_wide = 168, max_high = 126;
constexpr int sharpness = 2;
} // namespace

struct CardPictures::Parts {
    Parts(const CompiledFlow& flow, const CheckOptions& options)
        : tour(flow, options) {
        const auto wide = static_cast<float>(flow.design_width);
        const auto high = static_cast<float>(flow.design_height);
        const float factor = std::min(max_wide / wide, max_high / high);
        size = {std::max(1.0F, std::round(wide * factor)),
                std::max(1.0F, std::round(high * factor))};
        pixels = {static_cast<int>(size.width) * sharpness,
                  static_cast<int>(size.height) * sharpness};
        tour.resize(pixels);
    }

    Tour tour;
    Size size;
    PictureSize pixels;
    std::map<ScreenId, std::vector<std::uint32_t>> drawn;
};

CardPictures::CardPictures(const CompiledFlow& flow, const CheckOptions& options)
    : parts_(std::make_unique<Parts>(flow, options)) {}

CardPictures::~CardPictures() = default;

Size CardPictures::size() const {
    return parts_->size;
}

bool CardPictures::has(ScreenId screen) const {
    return screen != no_screen && parts_->tour.way(screen).has_value();
}

Pixels CardPictures::of(ScreenId screen) {
    const PictureSize size = parts_->pixels;
    const auto [picture, is_new] = parts_->drawn.try_emplace(screen);
    std::vector<std::uint32_t>& drawn = picture->second;
    drawn.resize(static_cast<std::size_t>(size.width) * static_cast<std::size_t>(size.height));
    const Pixels pixels{drawn.data(), size.width, size.height, size.width * 4};
    if (!is_new) return pixels;
    Tour& tour = parts_->tour;
    tour.go(screen);
    tour.say_what_runs();
    tour.painter.paint(tour.runner.canvas(), tour.runner.view(), pixels);
    return pixels;
}

} // namespace rondix::draw
