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
        const auto row = static_cast<float>(cards.size() / columns);
        cards.push_back({screen.id.text,
                         {margin + column * (size.width + gap),
                          heading + row * (size.height + words + gap), size.width, size.height}});
    }
    const float whole = cards.empty() ? 0 : cards.back().bounds.bottom() + words + margin;
    scrolled_ = std::clamp(scrolled_, 0.0F, std::max(0.0F, whole - height));
    for (Card& card : cards) card.bounds.y -= scrolled_;
    return cards;
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
