// What in a flow stands for a box of its tables, and under which name and keys it is changed.
#include "editing/placing.hpp"

#include <algorithm>

namespace rondix {

namespace {

const FlowScreen* screen_named(const FlowFile& file, std::string_view name) {
    for (const FlowScreen& one : file.flow.screens)
        if (one.id.text == name) return &one;
    return nullptr;
}

bool same(const SourceRange& one, const SourceRange& other) {
    return one.known() && one.file == other.file && one.begin == other.begin;
}

/// On its own screen, else where that declares it.
NameAsked name_to_change(const FlowFile& file, NameKind kind, const Name& id,
                         const FlowScreen& screen) {
    if (!file.names.find(kind, id.text, screen.id.text).empty())
        return {kind, screen.id.text + "." + id.text};
    const IndexedName* declared =
        id.place.known() ? file.names.at(id.place.file, id.place.begin) : nullptr;
    if (!declared || declared->on.empty()) return {kind, {}};
    return {kind, declared->on.front() + "." + declared->text};
}

/// The screen or part in which a place of its files stands.
NameAsked screen_at(const FlowFile& file, const SourceRange& place) {
    NameAsked name{NameKind::screen, {}};
    std::uint32_t begin = 0;
    for (const auto& [all, kind] : {std::pair(&file.flow.screens, NameKind::screen),
                                    std::pair(&file.flow.parts, NameKind::part)})
        for (const FlowScreen& one : *all) {
            const SourceRange& at = one.id.place;
            if (!at.known() || at.file != place.file || at.begin > place.begin || at.begin < begin)
                continue;
            begin = at.begin;
            name = {kind, one.id.text};
        }
    return name;
}

FlowPlace of_control(const FlowFile& file, const FlowScreen& screen, const FlowControl& control) {
    FlowPlace place;
    place.screen = &screen;
    place.control = &control;
    place.box = &control.box;
    place.name = name_to_change(file, NameKind::control, control.id, screen);
    return place;
}

FlowPlace of_control(const FlowFile& file, const FlowScreen& screen, std::string_view name) {
    for (const FlowControl& own : screen.controls)
        if (own.id.text == name) return of_control(file, screen, own);
    return {};
}

FlowPlace of_group(const FlowFile& file, const FlowScreen& screen, const SourceRange& origin) {
    FlowPlace place;
    place.screen = &screen;
    const FlowScreenLooks& looks = screen.looks;
    if (looks.layout && same(looks.layout->id.place, origin)) {
        place.of = PlaceOf::layout;
        place.group = &*looks.layout;
        place.name = screen_at(file, looks.layout->id.place);
        place.path = "layout.";
    }
    for (const FlowGroup& group : looks.groups)
        if (same(group.id.place, origin)) {
            place.of = PlaceOf::group;
            place.group = &group;
            place.name = name_to_change(file, NameKind::group, group.id, screen);
        }
    if (place.group) place.box = &place.group->box;
    return place;
}

} // namespace

std::string FlowPlace::place_keys() const {
    return of == PlaceOf::control || of == PlaceOf::piece ? path + "place." : path;
}

std::string FlowPlace::words() const {
    switch (of) {
    case PlaceOf::control: return control->id.text;
    case PlaceOf::piece: return control->id.text + ", piece " + std::to_string(piece + 1);
    case PlaceOf::group: return "group " + group->id.text;
    case PlaceOf::layout: return "the layout";
    case PlaceOf::heading: return "the heading";
    }
    return {};
}

FlowPlace in_flow(const FlowFile& file, ControlId control) {
    const CompiledFlow& flow = *file.compiled;
    const FlowScreen* screen = screen_named(file, flow.text(flow[flow[control].screen].id));
    return screen ? of_control(file, *screen, flow.text(flow[control].id)) : FlowPlace{};
}

FlowPlace in_flow(const FlowFile& file, ScreenId id, std::uint32_t number) {
    const CompiledFlow& flow = *file.compiled;
    const std::uint32_t at = flow.looks.screens[index(id)].boxes.begin + number;
    const Box& box = flow.looks.boxes[at];
    const SourceRange& origin = file.origins.boxes[at];
    const FlowScreen* screen = screen_named(file, flow.text(flow[id].id));
    if (!screen) return {};
    if (box.role == BoxRole::control) return in_flow(file, box.control);
    if (box.role == BoxRole::group) return of_group(file, *screen, origin);
    if (box.role == BoxRole::heading && screen->looks.heading) {
        FlowPlace place;
        place.of = PlaceOf::heading;
        place.screen = screen;
        place.box = &*screen->looks.heading;
        place.name =
            screen_at(file, place.box->landscape ? place.box->landscape->place : SourceRange{});
        place.path = "heading.";
        return place;
    }
    if (!is_part(box.role) || box.control == no_control) return {};
    FlowPlace place = of_control(file, *screen, flow.text(flow[box.control].id));
    if (!place.control) return {};
    const auto& pieces = place.control->pieces;
    const auto piece =
        std::ranges::find_if(pieces, [&](const FlowPiece& one) { return same(one.place, origin); });
    if (piece == pieces.end()) return {};
    place.of = PlaceOf::piece;
    place.box = &piece->box;
    place.piece = static_cast<std::size_t>(piece - pieces.begin());
    place.path = "pieces." + std::to_string(place.piece) + ".";
    return place;
}

} // namespace rondix
