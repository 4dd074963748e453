#include "play/editor/things.hpp"

#include "reading/grammar.hpp"

#include <algorithm>
#include <filesystem>
#include <span>

namespace rondix::tool {

namespace {

ScreenId foremost(Session& session) {
    return session.runner().menu_state().foremost();
}

std::span<const Box> boxes_of(const CompiledFlow& flow, ScreenId screen) {
    const IndexRange range = flow.looks.screens[index(screen)].boxes;
    return std::span(flow.looks.boxes).subspan(range.begin, range.count);
}

/// Where a box is now: with its control, where that was scrolled.
Rect bounds_now(const Runner& runner, ScreenId screen, std::uint32_t box) {
    const Box& row = boxes_of(runner.flow(), screen)[box];
    const auto places = runner.places_of(screen);
    Rect rect = places[box].rect;
    if (row.control == no_control) return rect;
    const Rect now = runner.bounds_of(row.control);
    if (row.role == BoxRole::control) return now;
    std::uint32_t body = box;
    while (boxes_of(runner.flow(), screen)[body].role != BoxRole::control) --body;
    rect.x += now.x - places[body].rect.x;
    rect.y += now.y - places[body].rect.y;
    return rect;
}

} // namespace

std::vector<Thing> things_on_screen(Session& session) {
    const Runner& runner = session.runner();
    const ScreenId screen = foremost(session);
    const auto boxes = boxes_of(session.flow(), screen);
    std::vector<Thing> things;
    std::vector<int> depths(boxes.size(), 0); // of what stands in each box
    for (std::uint32_t i = 0; i < boxes.size(); ++i) {
        const int depth = i == 0 ? 0 : depths[boxes[i].parent];
        depths[i] = depth;
        Thing thing{{},
                    bounds_now(runner, screen, i),
                    in_flow(session.file(), screen, i),
                    boxes[i].control,
                    i,
                    depth};
        if (!thing.place || thing.bounds.width <= 0 || thing.bounds.height <= 0) continue;
        thing.name = thing.place.words();
        if (std::ranges::any_of(things, [&](auto& one) { return one.name == thing.name; }))
            continue;
        ++depths[i];
        things.push_back(std::move(thing));
    }
    return things;
}

const std::vector<Thing>& ThingsSeen::of(Session& session) {
    const Runner& runner = session.runner();
    const Canvas& canvas = runner.canvas();
    const bool same = reading_ == session.readings() && moves_ == runner.moves_made() &&
                      canvas.size.width == canvas_.size.width &&
                      canvas.size.height == canvas_.size.height && canvas.scale == canvas_.scale;
    if (same && !things_.empty()) return things_;
    things_ = things_on_screen(session);
    reading_ = session.readings();
    moves_ = runner.moves_made();
    canvas_ = canvas;
    return things_;
}

const std::string& ValuesSeen::of(const Session& session, const NameAsked& name,
                                  const std::string& key) {
    if (reading_ != session.readings() || !reader_) {
        values_.clear();
        reader_.emplace(session.file());
        reading_ = session.readings();
    }
    const auto [value, is_new] = values_.try_emplace(name.text + " " + key);
    if (is_new) value->second = reader_->value(name, key).value_or("");
    return value->second;
}

std::vector<std::string> things_at(Session& session, const std::vector<Thing>& things, Point at) {
    std::vector<std::string> names;
    const auto add = [&](const Thing& thing) {
        if (thing.bounds.contains(at) && std::ranges::find(names, thing.name) == names.end())
            names.push_back(thing.name);
    };
    const auto drawn = session.runner().view();
    for (std::size_t i = drawn.size(); i-- > 0;)
        for (const Thing& thing : things)
            if (thing.is(PlaceOf::control) && thing.control == drawn[i].control) add(thing);
    for (std::size_t i = things.size(); i-- > 0;)
        if (things[i].is(PlaceOf::piece) || things[i].is(PlaceOf::heading)) add(things[i]);
    for (std::size_t i = things.size(); i-- > 0;)
        if (!things[i].is(PlaceOf::control)) add(things[i]);
    return names;
}

bool is_within(Session& session, const Thing& one, const Thing& other) {
    const auto boxes = boxes_of(session.flow(), foremost(session));
    for (std::uint32_t at = one.box; at != 0; at = boxes[at].parent)
        if (at == other.box) return true;
    return one.is(PlaceOf::piece) && one.control == other.control;
}

std::string foremost_screen(Session& session) {
    return std::string(session.flow().text(session.flow()[foremost(session)].id));
}

std::string line_of(const FlowFile& file, const SourceRange& place) {
    if (!place.known() || place.file >= file.sources.size()) return {};
    const Source& source = file.sources[place.file];
    return std::filesystem::path(source.name()).filename().string() + ":" +
           std::to_string(source.spot(place.begin).line);
}

SourceRange place_in_file(const Thing& thing) {
    const FlowPlace& place = thing.place;
    if (place.of == PlaceOf::piece) return place.control->pieces[place.piece].place;
    if (place.control) return place.control->id.place;
    if (place.group) return place.group->id.place;
    return place.box->landscape ? place.box->landscape->place : SourceRange{};
}

std::string kind_of(const Thing& thing) {
    switch (thing.place.of) {
    case PlaceOf::control: return std::string(grammar::row_of(thing.place.control->kind).name);
    case PlaceOf::piece: return "piece";
    case PlaceOf::heading: return "heading";
    default: return "group";
    }
}

} // namespace rondix::tool
