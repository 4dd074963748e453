#include "place/scrolling.hpp"

#include <algorithm>

namespace rondix::place {

namespace {

constexpr float edge = 6; // of the padding, that borders and what grows in the focus may have
constexpr float rounding = 0.5F; // what stands over by less need not be scrolled to

bool can_scroll(const Box& box) {
    return std::any_of(box.forms.begin(), box.forms.end(), [](const BoxForm& form) {
        return form.scrolls_across || form.scrolls_down;
    });
}

} // namespace

Sides inner_sides(const CompiledFlow& flow, const Box& box, WindowShape shape) {
    const BoxForm& form = box.forms[static_cast<std::size_t>(shape)];
    const Sides& styled = flow.looks[box.style].padding;
    const Style& bar = flow.looks[id_of(StandardStyle::scroll_track)];
    Sides sides{};
    for (std::size_t i = 0; i < sides.size(); ++i) sides[i] = form.padding[i] + styled[i];
    if (form.scrolls_down) sides[2] += bar.padding[0] + bar.least.width + bar.padding[2];
    if (form.scrolls_across) sides[3] += bar.padding[1] + bar.least.height + bar.padding[3];
    return sides;
}

ScrollAreas::ScrollAreas(const CompiledFlow& flow)
    : flow_(flow)
    , area_of_(flow.looks.boxes.size(), no_area) {
    for (std::size_t i = 0; i < flow.looks.screens.size(); ++i) {
        const auto first = static_cast<std::uint32_t>(areas_.size());
        find(ScreenId(i));
        of_screen_.push_back({first, static_cast<std::uint32_t>(areas_.size()) - first});
    }
}

/// Parents stand before their children.
void ScrollAreas::find(ScreenId screen) {
    const std::size_t first = areas_.size();
    const IndexRange boxes = flow_.looks.screens[index(screen)].boxes;
    for (std::uint32_t i = boxes.begin + 1; i < boxes.end(); ++i) {
        const Box& box = flow_.looks.boxes[i];
        const std::uint32_t parent = boxes.begin + box.parent;
        std::uint32_t area = area_of_[parent];
        for (std::size_t k = areas_.size(); area == no_area && k-- > first;)
            if (areas_[k].box == parent) area = static_cast<std::uint32_t>(k);
        area_of_[i] = area;
        if (area != no_area) {
            areas_[area].last = i;
            if (areas_[area].holds == no_control) areas_[area].holds = box.control;
        }
        if (can_scroll(box)) areas_.push_back({.box = i, .screen = screen, .last = i});
    }
}

void ScrollAreas::measure(ScreenId screen, WindowShape shape, std::span<const Placed> places,
                          bool mirrored) {
    const IndexRange all = of(screen);
    for (std::uint32_t i = all.begin; i < all.end(); ++i)
        measure(areas_[i], shape, places, mirrored);
}

void ScrollAreas::measure(ScrollArea& area, WindowShape shape, std::span<const Placed> places,
                          bool mirrored) const {
    const std::uint32_t first = flow_.looks.screens[index(area.screen)].boxes.begin;
    const Box& box = flow_.looks.boxes[area.box];
    const BoxForm& form = box.forms[static_cast<std::size_t>(shape)];
    const Rect& whole = places[area.box - first].rect;
    Sides sides = inner_sides(flow_, box, shape);
    if (mirrored) std::swap(sides[0], sides[2]);
    Rect& view = area.view;
    view = {whole.x + sides[0], whole.y + sides[1],
            std::max(whole.width - sides[0] - sides[2], 0.0F),
            std::max(whole.height - sides[1] - sides[3], 0.0F)};
    area.room = {view.width, view.height};
    area.clip = whole;
    const auto cut = [](float& begin, float& length, float from, float seen, float before,
                        float after) {
        begin = from - std::min(before / 2, edge);
        length = from + seen + std::min(after / 2, edge) - begin;
    };
    if (form.scrolls_across)
        cut(area.clip.x, area.clip.width, view.x, view.width, sides[0], sides[2]);
    if (form.scrolls_down)
        cut(area.clip.y, area.clip.height, view.y, view.height, sides[1], sides[3]);
    for (std::uint32_t child = box.first_child; child != 0;
         child = flow_.looks.boxes[first + child].next) {
        const Rect& rect = places[child].rect;
        const float across = mirrored ? view.right() - rect.x : rect.right() - view.x;
        const float down = rect.bottom() - view.y;
        if (form.scrolls_across && across > area.room.width + rounding) area.room.width = across;
        if (form.scrolls_down && down > area.room.height + rounding) area.room.height = down;
    }
}

// --- drawn out

DrawnOut::DrawnOut(const ScrollAreas& areas)
    : areas_(areas) {
    across_.reserve(2 * areas.size());
    down_.reserve(2 * areas.size());
}

void DrawnOut::begin(ScreenId screen, bool mirrored) {
    screen_ = screen;
    mirrored_ = mirrored;
    draw_out(across_, true);
    draw_out(down_, false);
}

/// Where several areas are side by side, what grows most says how far.
void DrawnOut::draw_out(Line& line, bool across) const {
    line.clear();
    const auto each = [&](auto act) {
        const IndexRange all = areas_.of(screen_);
        for (std::uint32_t i = all.begin; i < all.end(); ++i) {
            const ScrollArea& area = areas_[i];
            const float view = across ? area.view.width : area.view.height;
            const float room = across ? area.room.width : area.room.height;
            const float begin = across ? area.view.x : area.view.y;
            if (view > 0 && room > view) act(begin, begin + view, room / view);
        }
    };
    each([&](float begin, float end, float) {
        line.push_back({.begin = begin});
        line.push_back({.begin = end});
    });
    std::sort(line.begin(), line.end(),
              [](const Piece& a, const Piece& b) { return a.begin < b.begin; });
    for (Piece& piece : line)
        each([&](float begin, float end, float factor) {
            if (begin <= piece.begin && piece.begin < end)
                piece.factor = std::max(piece.factor, factor);
        });
    for (std::size_t i = 0; i < line.size(); ++i)
        line[i].at =
            i == 0 ? line[0].begin
                   : line[i - 1].at + (line[i].begin - line[i - 1].begin) * line[i - 1].factor;
}

float DrawnOut::there(const Line& line, float here) {
    const auto after =
        std::upper_bound(line.begin(), line.end(), here,
                         [](float place, const Piece& piece) { return place < piece.begin; });
    if (after == line.begin()) return here;
    const Piece& piece = *(after - 1);
    return piece.at + (here - piece.begin) * piece.factor;
}

Rect DrawnOut::operator()(std::uint32_t box, const Rect& placed) const {
    if (across_.empty() && down_.empty()) return placed;
    const std::uint32_t number = areas_.area_of(box);
    // What scrolls has the whole of what its view became.
    const auto stretch = [&](const Line& line, float begin, float end, float view, float length,
                             float first, float room) -> std::pair<float, float> {
        if (number == no_area || room <= length) return {there(line, begin), there(line, end)};
        const float from = there(line, view);
        const float grown = (there(line, view + length) - from) / room;
        return {from + (begin - first) * grown, from + (end - first) * grown};
    };
    const ScrollArea none;
    const ScrollArea& area = number == no_area ? none : areas_[number];
    const float left = mirrored_ ? area.view.right() - area.room.width : area.view.x;
    const auto [x, right] = stretch(across_, placed.x, placed.right(), area.view.x, area.view.width,
                                    left, area.room.width);
    const auto [y, bottom] = stretch(down_, placed.y, placed.bottom(), area.view.y,
                                     area.view.height, area.view.y, area.room.height);
    return {x, y, right - x, bottom - y};
}

} // namespace rondix::place
