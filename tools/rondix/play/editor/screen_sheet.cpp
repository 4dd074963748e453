#include "play/editor/screen_sheet.hpp"

#include <algorithm>
#include <cmath>

namespace rondix::tool {

namespace {
constexpr float gap = 22, margin = 32, words = 24, heading = 56;
constexpr double longest_ways = 1; // seconds
} // namespace

void ScreenSheet::look_again() {
    if (pictures_ && reading_ == session_.readings()) return;
    CheckOptions options;
    options.max_seconds = longest_ways;
    pictures_ = std::make_unique<draw::CardPictures>(session_.flow(), options);
    reading_ = session_.readings();
}

std::vector<ScreenSheet::Card> ScreenSheet::cards(float width, float height) {
    look_again();
    const Size size = pictures_->size();
    const auto columns = static_cast<std::size_t>(
        std::max(1.0F, std::floor((width - 2 * margin + gap) / (size.width + gap))));
    std::vector<Card> cards;
    for (const FlowScreen& screen : session_.file().flow.screens) {
        const auto column = static_cast<float>(cards.size() % columns);
        const std::size_t above = cards.size() / columns;
        const auto row = static_cast<float>(above);
        cards.push_back({screen.id.text,
                         {margin + column * (size.width + gap),
                          heading + row * (size.height + words + gap), size.width, size.height}});
    }
    const float whole = cards.empty() ? 0 : cards.back().bounds.bottom() + words + margin;
    scrolled_ = std::clamp(scrolled_, 0.0F, std::max(0.0F, whole - height));
    for (Card& card : cards) card.bounds.y -= scrolled_;
    return cards;
}

std::string ScreenSheet::chosen() {
    const auto& screens = session_.file().flow.screens;
    const bool known =
        std::ranges::any_of(screens, [&](const FlowScreen& one) { return one.id.text == chosen_; });
    if (!known && !screens.empty()) chosen_ = screens.front().id.text;
    return chosen_;
}

void ScreenSheet::move(float width, float height, int across, int down) {
    const std::vector<Card> all = cards(width, height);
    const auto now = std::ranges::find(all, chosen(), &Card::name);
    if (now == all.end()) return;
    const auto columns = std::ranges::count(all, all.front().bounds.y,
                                            [](const Card& card) { return card.bounds.y; });
    const std::ptrdiff_t to = (now - all.begin()) + across + down * columns;
    if (to < 0 || to >= static_cast<std::ptrdiff_t>(all.size())) return;
    const Card& next = all[static_cast<std::size_t>(to)];
    chosen_ = next.name;
    if (next.bounds.y < heading) scrolled_ -= heading - next.bounds.y;
    const float end = next.bounds.bottom() + words + gap;
    if (end > height) scrolled_ += end - height;
}

std::optional<std::string> ScreenSheet::at(float width, float height, Point pixel) {
    for (const Card& card : cards(width, height)) {
        Rect with_words = card.bounds;
        with_words.height += words;
        if (pixel.y >= heading && with_words.contains(pixel)) return card.name;
    }
    return std::nullopt;
}

std::optional<Pixels> ScreenSheet::picture(const std::string& screen) {
    look_again();
    const ScreenId id = session_.flow().screen(screen);
    if (!pictures_->has(id)) return std::nullopt;
    return pictures_->of(id);
}

} // namespace rondix::tool
