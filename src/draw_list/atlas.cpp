#include "draw_list/atlas.hpp"

#include <algorithm>
#include <cstring>

namespace rondix::draw_list {

namespace {

constexpr int white_side = 4;
constexpr std::size_t most_kept = 1u << 20; // bytes of room for uploads

std::size_t bytes_of(int width, int height) {
    return std::size_t{4} * static_cast<std::size_t>(width) * static_cast<std::size_t>(height);
}

/// What stands at the edges is written once more around them.
void go_on_beyond_edges(std::uint8_t* pixels, int width, int height) {
    const std::size_t row = std::size_t{4} * static_cast<std::size_t>(width);
    for (int y = 1; y + 1 < height; ++y) {
        std::uint8_t* line = pixels + row * static_cast<std::size_t>(y);
        std::memcpy(line, line + 4, 4);
        std::memcpy(line + row - 4, line + row - 8, 4);
    }
    std::memcpy(pixels, pixels + row, row);
    std::memcpy(pixels + row * static_cast<std::size_t>(height - 1),
                pixels + row * static_cast<std::size_t>(height - 2), row);
}

} // namespace

Transform Place::over(const Rect& box, Size texture_size) const {
    const float across = static_cast<float>(area.width) / box.width / texture_size.width;
    const float down = static_cast<float>(area.height) / box.height / texture_size.height;
    return {across, 0,    static_cast<float>(area.x) / texture_size.width - box.x * across,
            0,      down, static_cast<float>(area.y) / texture_size.height - box.y * down};
}

Atlas::Atlas(const DrawLimits& limits)
    : limits_(limits)
    , pages_(static_cast<std::size_t>(std::max(limits.pages, 1))) {
    limits_.page = std::max(limits_.page, 64);
}

void Atlas::begin() {
    pending_.clear();
    pixels_.clear();
    if (pixels_.capacity() > most_kept) pixels_ = {}; // of pictures, which come once
    if (begin_again_) let_go_of_all();
    is_full_ = begin_again_ = false;
    ++frame_;
    if (!pages_[0].is_begun) begin_page(0);
}

/// The renderer needs it no longer.
void Atlas::let_go(std::size_t alone) {
    TextureUpdate update;
    update.texture = static_cast<std::uint16_t>(pages_.size() + alone);
    update.is_new = true;
    add_update(update, false);
    alone_[alone] = {};
}

void Atlas::let_go_of_all() {
    places_.clear();
    for (std::size_t i = 0; i < alone_.size(); ++i)
        if (alone_[i].size.width > 0) let_go(i);
    for (std::size_t i = 0; i < pages_.size(); ++i) {
        if (!pages_[i].is_begun) continue;
        pages_[i] = {};
        TextureUpdate update;
        update.texture = static_cast<std::uint16_t>(i);
        update.is_new = true;
        add_update(update, false);
    }
}

const Place* Atlas::find(const Key& key) {
    const auto known = places_.find(key);
    if (known == places_.end()) return nullptr;
    const Place& place = known->second;
    if (place.is_there && !is_page(place.texture))
        alone_[place.texture - pages_.size()].used = frame_;
    return &place;
}

Size Atlas::size_of(std::uint16_t texture) const {
    const auto side = static_cast<float>(limits_.page);
    return is_page(texture) ? Size{side, side} : alone_[texture - pages_.size()].size;
}

Point Atlas::white() const {
    const float middle = white_side / 2.0F / static_cast<float>(limits_.page);
    return {middle, middle};
}

std::uint8_t* Atlas::add_update(const TextureUpdate& update, bool edges) {
    const std::size_t at = pixels_.size();
    pixels_.resize(at + bytes_of(update.area.width, update.area.height));
    pending_.push_back({update, at, edges});
    return pixels_.data() + at;
}

void Atlas::begin_page(std::size_t number) {
    Page& page = pages_[number];
    page = {.shelves = {{0, white_side, white_side}}, .used = white_side, .is_begun = true};
    TextureUpdate update;
    update.texture = static_cast<std::uint16_t>(number);
    update.is_new = true;
    update.width = update.height = limits_.page;
    update.area = {0, 0, white_side, white_side};
    std::uint8_t* pixels = add_update(update, false);
    std::memset(pixels, 0xFF, bytes_of(white_side, white_side));
}

/// On the lowest shelf that is hardly higher than it, or on a new one.
bool Atlas::place_on_shelf(Page& page, int side, int width, int height, PixelArea& area) {
    Shelf* best = nullptr;
    for (Shelf& shelf : page.shelves)
        if (shelf.height >= height && side - shelf.used >= width &&
            shelf.height <= height + height / 4 + 2 && (!best || shelf.height < best->height))
            best = &shelf;
    if (!best) {
        if (side - page.used < height || width > side) return false;
        page.shelves.push_back({page.used, height, 0});
        page.used += height;
        best = &page.shelves.back();
    }
    area = {best->used, best->y, width, height};
    best->used += width;
    return true;
}

bool Atlas::place_in_page(int width, int height, Place& place) {
    for (std::size_t i = 0; i < pages_.size(); ++i) {
        if (!pages_[i].is_begun) begin_page(i);
        if (!place_on_shelf(pages_[i], limits_.page, width, height, place.area)) continue;
        place.texture = static_cast<std::uint16_t>(i);
        return true;
    }
    return false;
}

/// In a texture of its own.
bool Atlas::place_alone(const Key& key, int width, int height, Place& place) {
    if (width > limits_.picture || height > limits_.picture) return false;
    const auto pixels = [](const Own& one) { return double{one.size.width} * one.size.height; };
    double all = double(width) * height;
    for (const Own& one : alone_) all += pixels(one);
    while (all > std::max(double(limits_.pictures), double(width) * height)) {
        Own* oldest = nullptr;
        for (Own& one : alone_)
            if (pixels(one) > 0 && one.used < frame_ && (!oldest || one.used < oldest->used))
                oldest = &one;
        if (!oldest) return false;
        all -= pixels(*oldest);
        places_.erase(oldest->key);
        let_go(static_cast<std::size_t>(oldest - alone_.data()));
    }
    auto free = std::ranges::find_if(alone_, [&](const Own& one) { return pixels(one) == 0; });
    if (free == alone_.end()) free = alone_.insert(alone_.end(), Own{});
    *free = {{static_cast<float>(width), static_cast<float>(height)}, key, frame_};
    place.texture =
        static_cast<std::uint16_t>(pages_.size() + static_cast<std::size_t>(free - alone_.begin()));
    place.area = {0, 0, width, height};
    return true;
}

Room Atlas::put(const Key& key, int width, int height, bool edges, int left, int top) {
    constexpr int around = 1;
    Place place;
    place.left = left;
    place.top = top;
    place.is_there = true;
    const bool is_large = width > limits_.page / 2 || height > limits_.page / 2;
    TextureUpdate update;
    if (is_large) {
        place.is_there = place_alone(key, width, height, place);
        update.is_new = true;
        update.width = width;
        update.height = height;
        update.area = place.area;
    } else {
        place.is_there = place_in_page(width + 2 * around, height + 2 * around, place);
        is_full_ = is_full_ || !place.is_there;
        update.width = update.height = limits_.page;
        update.area = place.area;
        place.area = {place.area.x + around, place.area.y + around, width, height};
    }
    if (!place.is_there) return {}; // it may fit another time
    places_[key] = place;
    update.texture = place.texture;
    std::uint8_t* pixels = add_update(update, edges && !is_large);
    const std::size_t row = std::size_t{4} * static_cast<std::size_t>(update.area.width);
    return {is_large ? pixels : pixels + row * around + std::size_t{4} * around, row};
}

void Atlas::finish_put() {
    const Pending& last = pending_.back();
    if (last.edges)
        go_on_beyond_edges(pixels_.data() + last.at, last.update.area.width,
                           last.update.area.height);
}

void Atlas::forget(std::uint64_t what) {
    for (Own& one : alone_)
        if (one.key.what == what) one = {}; // whatever comes next stands in its texture
    std::erase_if(places_, [&](const auto& one) { return one.first.what == what; });
}

std::span<const TextureUpdate> Atlas::updates() {
    updates_.clear();
    for (const Pending& one : pending_) {
        updates_.push_back(one.update);
        updates_.back().pixels = pixels_.data() + one.at;
        updates_.back().stride = 4 * one.update.area.width;
    }
    return updates_;
}

} // namespace rondix::draw_list
