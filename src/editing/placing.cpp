#include "editing/placing.hpp"

#include "editing/texts.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

/// The group that it stands in; null: in the region of the screen.
const FlowGroup* around(const FlowPlace& place) {
    const FlowScreenLooks& looks = place.screen->looks;
    const std::optional<Name>& in = place.box->group;
    if (in && in->text != "layout") {
        for (const FlowGroup& group : looks.groups)
            if (group.id.text == in->text) return &group;
        return nullptr;
    }
    const bool anchored = place.box->landscape && place.box->landscape->anchored;
    return (in || (place.of == PlaceOf::control && !anchored)) && looks.layout ? &*looks.layout
                                                                               : nullptr;
}

const FlowForm* form_of(const FlowBox& box, WindowShape shape) {
    if (shape == WindowShape::portrait && box.portrait) return &*box.portrait;
    return box.landscape ? &*box.landscape : nullptr;
}

/// `place.`, or what portrait windows have of their own.
std::string prefix_of(const FlowPlace& place, WindowShape shape) {
    const bool own = shape == WindowShape::portrait && place.box->portrait;
    return place.place_keys() + (own ? "portrait." : "");
}

Edge nearest_edge(float middle, float begin, float size) {
    const float share = size > 0 ? (middle - begin) / size : 0.5F;
    return share < 1.0F / 3 ? Edge::start : share > 2.0F / 3 ? Edge::end : Edge::middle;
}

constexpr std::string_view points[3][3] = {{"top-left", "top", "top-right"},
                                           {"left", "middle", "right"},
                                           {"bottom-left", "bottom", "bottom-right"}};

/// How far from the place that an anchor gives it alone.
long offset_from(Edge anchor, float at, float size, float begin, float room) {
    const float share = static_cast<float>(anchor) / 2;
    return std::lround(at - (begin + (room - size) * share));
}

void add_size(const FlowFile& file, const NameAsked& name, const std::string& prefix,
              const Rect& from, const Rect& to, KeysToSet& keys) {
    const long width = std::max(1L, std::lround(to.width));
    const long height = std::max(1L, std::lround(to.height));
    const bool wider = width != std::lround(from.width);
    const bool higher = height != std::lround(from.height);
    // One that is said by itself wins over `size`.
    const bool has_width = wider && key_value(file, name, prefix + "width").has_value();
    const bool has_height = higher && key_value(file, name, prefix + "height").has_value();
    if (wider && has_width) keys.emplace_back(prefix + "width", std::to_string(width));
    if (higher && has_height) keys.emplace_back(prefix + "height", std::to_string(height));
    if ((wider && !has_width) || (higher && !has_height))
        keys.emplace_back(prefix + "size", std::to_string(width) + "x" + std::to_string(height));
}

} // namespace

Standing standing_of(const FlowPlace& place) {
    if (place.of == PlaceOf::piece) return Standing::freely;
    const FlowGroup* group = around(place);
    if (group && group->box.landscape &&
        group->box.landscape->form.arrangement == Arrangement::overlay)
        return Standing::freely;
    const bool anchored = place.box->landscape && place.box->landscape->anchored;
    return anchored && !place.box->group ? Standing::freely : Standing::in_order;
}

Arrangement arrangement_around(const FlowPlace& place) {
    const FlowGroup* group = around(place);
    return group && group->box.landscape ? group->box.landscape->form.arrangement
                                         : Arrangement::column;
}

KeysToSet keys_for(const FlowFile& file, const FlowPlace& place, const Canvas& canvas,
                   const Rect& from, const Rect& to) {
    const FlowBox& box = *place.box;
    const std::string prefix = prefix_of(place, canvas.shape);
    KeysToSet keys;
    add_size(file, place.name, prefix, from, to, keys);
    if (standing_of(place) == Standing::in_order) return keys;
    const bool moved = std::lround(from.x) != std::lround(to.x) ||
                       std::lround(from.y) != std::lround(to.y) || !keys.empty();
    if (!moved) return keys;
    const Rect room = box.bleeds ? Rect{0, 0, canvas.size.width, canvas.size.height} : canvas.safe;
    const FlowForm* form = form_of(box, canvas.shape);
    Edge across = form ? form->form.across.anchor : Edge::start;
    Edge down = form ? form->form.down.anchor : Edge::start;
    if (form && form->anchored && !box.group && place.of != PlaceOf::piece) {
        const bool resized = !keys.empty(); // it keeps its anchor then
        if (!resized) {
            const Edge was_across = across;
            const Edge was_down = down;
            across = nearest_edge(to.middle().x, room.x, room.width);
            down = nearest_edge(to.middle().y, room.y, room.height);
            if (across != was_across || down != was_down)
                keys.emplace_back(
                    prefix + "at",
                    std::string(points[static_cast<int>(down)][static_cast<int>(across)]));
        }
        keys.emplace_back(
            prefix + "offset",
            std::to_string(offset_from(across, to.x, to.width, room.x, room.width)) + " " +
                std::to_string(offset_from(down, to.y, to.height, room.y, room.height)));
        return keys;
    }
    // Within a group or a control it goes as far as it was taken.
    const float x = form ? form->form.across.offset : 0;
    const float y = form ? form->form.down.offset : 0;
    keys.emplace_back(prefix + "offset", std::to_string(std::lround(x + to.x - from.x)) + " " +
                                             std::to_string(std::lround(y + to.y - from.y)));
    return keys;
}

KeysToSet keys_to_stand_freely(const FlowPlace& place, const Canvas& canvas, const Rect& where) {
    const Rect& room = canvas.safe;
    const Edge across = nearest_edge(where.middle().x, room.x, room.width);
    const Edge down = nearest_edge(where.middle().y, room.y, room.height);
    const std::string prefix = prefix_of(place, canvas.shape);
    const auto size = [](float length) {
        return std::to_string(std::max(1L, std::lround(length)));
    };
    return {{prefix + "at", std::string(points[static_cast<int>(down)][static_cast<int>(across)])},
            {prefix + "offset",
             std::to_string(offset_from(across, where.x, where.width, room.x, room.width)) + " " +
                 std::to_string(offset_from(down, where.y, where.height, room.y, room.height))},
            {prefix + "size", size(where.width) + "x" + size(where.height)}};
}

KeysToSet keys_for_turn(const FlowPlace& place, WindowShape shape, float degrees) {
    return {{prefix_of(place, shape) + "rotate", std::to_string(std::lround(degrees))}};
}

std::string stands_before(const FlowPlace& place, Point middle,
                          const std::vector<std::pair<std::string, Rect>>& others) {
    const Arrangement as = arrangement_around(place);
    for (const auto& [name, bounds] : others) {
        const Point at = bounds.middle();
        const bool same_line = middle.y < bounds.bottom() && middle.y > bounds.y;
        const bool before = as == Arrangement::row ? middle.x < at.x
                            : as == Arrangement::grid
                                ? middle.y < bounds.y || (same_line && middle.x < at.x)
                                : middle.y < at.y;
        if (before) return name;
    }
    return {};
}

Changed set_keys(const FlowFile& file, const std::vector<std::pair<NameAsked, KeysToSet>>& things) {
    Changed all;
    FlowFile next;
    const FlowFile* now = &file;
    for (std::size_t i = 0; i < things.size(); ++i) {
        if (i > 0) {
            next = with_texts(file, all.texts);
            now = &next;
        }
        Changed one = set_keys_of(*now, things[i].first, things[i].second);
        if (!one.fault.empty()) return one;
        for (auto& [path, text] : one.texts) all.texts[path] = std::move(text);
    }
    return all;
}

} // namespace rondix
