#include "looks/text_contrast.hpp"

#include "looks/contrast.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace rondix::looks {

namespace {

constexpr std::array<std::uint32_t, 2> games = {0x000000, 0xFFFFFF};

double contrast_with(const Item& item, std::span<const std::uint32_t> ground) {
    const Look& look = item.look;
    const double seen = look.ink.opacity * look.opacity;
    const std::uint32_t letters = over(look.ink, seen, mean(ground));
    const double is = worst_contrast(letters, ground);
    const bool outlined = look.outline_width >= 1 && look.outline.opacity > 0.6F;
    return outlined ? std::max(is, contrast(letters, word_of(look.outline))) : is;
}

} // namespace

void put_on(const CompiledFlow& flow, Item& item, LookState state) {
    const auto number = static_cast<std::size_t>(state);
    item.state = state;
    item.look = flow.looks[item.style].looks[number];
    item.shares = {};
    item.shares[number] = 1;
    item.transform = {};
}

double contrast_on_own_ground(const Look& look, const Dress& dress) {
    const bool hides = look.fill.opacity >= 1 && look.fill_end.opacity >= 1 &&
                       look.ink.opacity >= 1 && look.opacity >= 1 && dress.image == no_picture;
    if (!hides) return 0;
    return std::min(contrast(word_of(look.ink), word_of(look.fill)),
                    contrast(word_of(look.ink), word_of(look.fill_end)));
}

double TextContrast::contrast(std::span<const Item> items, std::size_t k, LookState state,
                              const Look* tried) const {
    std::vector<Item> beneath(items.begin(), items.begin() + static_cast<std::ptrdiff_t>(k) + 1);
    for (Item& item : beneath) // the pieces of a control change with it
        if (item.control == items[k].control && item.control != no_control)
            put_on(flow_, item, state);
    Item& own = beneath.back();
    own.text = {};
    if (tried) own.look = *tried;
    double worst = 21;
    const Rect letters = letters_of(items[k]);
    for (const std::uint32_t game : games)
        worst = std::min(worst, contrast_with(own, painted(beneath, game, letters)));
    return worst;
}

Rect TextContrast::letters_of(const Item& item) const {
    const Style& style = flow_.looks[item.style];
    const float room = item.bounds.width - item.padding[0] - item.padding[2];
    const TextMeasurer text_measurer = painter_.text_measurer();
    Size size = text_measurer.text(text_measurer.context,
                                   {item.text, flow_.text(flow_.looks.fonts[index(style.font)]),
                                    style.text_size * item.text_scale, style.bold, room + 1});
    size.width = std::min(size.width, std::max(room, 0.0F));
    const float spare = room - size.width;
    const float down = item.bounds.y + item.padding[1] +
                       (item.bounds.height - item.padding[1] - item.padding[3] - size.height) / 2;
    return {item.bounds.x + item.padding[0] + spare * static_cast<float>(item.align) / 2, down,
            size.width, size.height};
}

std::vector<std::uint32_t> TextContrast::painted(std::span<const Item> items, std::uint32_t game,
                                                 const Rect& place) const {
    const Point first = canvas_.to_pixel({place.x, place.y});
    const Point last = canvas_.to_pixel({place.right(), place.bottom()});
    const auto clamped = [](float value, int most) {
        return std::clamp(static_cast<int>(std::lround(value)), 0, most);
    };
    const int left = clamped(first.x, width_), top = clamped(first.y, height_);
    const int across = clamped(last.x, width_) - left, down = clamped(last.y, height_) - top;
    if (across <= 0 || down <= 0) return {};
    // The game lies beneath all; a ground of one colour stands for it.
    Item ground{.kind = ItemKind::ground};
    ground.style = id_of(StandardStyle::nothing);
    ground.look.fill = ground.look.fill_end = rgb(game);
    ground.bounds = {0, 0, canvas_.size.width, canvas_.size.height};
    std::vector<Item> all = {ground};
    all.insert(all.end(), items.begin(), items.end());
    Canvas moved = canvas_;
    moved.origin.x -= static_cast<float>(left);
    moved.origin.y -= static_cast<float>(top);
    std::vector<std::uint32_t> pixels(static_cast<std::size_t>(across) *
                                      static_cast<std::size_t>(down));
    painter_.paint(moved, all, {pixels.data(), across, down, across * 4});
    for (std::uint32_t& pixel : pixels) pixel &= 0xFFFFFF;
    return pixels;
}

} // namespace rondix::looks
