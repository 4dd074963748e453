// Names of a flow and where they stand, for people and for programs.
#include "rondix/tools/name_report.hpp"

#include <nlohmann/json.hpp>

namespace rondix {

namespace {

std::string_view trimmed(std::string_view line) {
    const std::size_t begin = line.find_first_not_of(" \t");
    return begin == std::string_view::npos ? std::string_view() : line.substr(begin);
}

std::string line_of(const Source& source, const NamePlace& place) {
    const Source::Spot spot = source.spot(place.place.begin);
    std::string line(trimmed(source.line(spot.line)));
    while (!line.empty() && (line.back() == '\r' || line.back() == ' ')) line.pop_back();
    return source.name() + ":" + std::to_string(spot.line) + ":" + std::to_string(spot.column) +
           (place.declares ? ": declared: " : ": used: ") + line + "\n";
}

nlohmann::ordered_json json_of(const Source& source, const NamePlace& place) {
    const Source::Spot begin = source.spot(place.place.begin);
    const Source::Spot end = source.spot(place.place.end);
    return {{"file", source.name()}, {"line", begin.line},       {"column", begin.column},
            {"end-line", end.line},  {"end-column", end.column}, {"declared", place.declares}};
}

template <class Do>
void each_place(const FlowFile& file, const UsesOfName& uses, Do act) {
    for (const NamePlace& place : uses.name->places) act(file.sources[place.place.file], place);
    for (const auto& [walk, found] : uses.in_walks)
        for (const SourceRange& place : found.places) act(walk->source, NamePlace{place, false});
}

} // namespace

std::string uses_text(const FlowFile& file, const UsesOfName& uses) {
    std::string text;
    each_place(file, uses, [&](const Source& source, const NamePlace& place) {
        text += line_of(source, place);
    });
    return text;
}

std::string uses_json(const FlowFile& file, const UsesOfName& uses) {
    nlohmann::ordered_json all;
    all["kind"] = name_of(uses.name->kind);
    all["name"] = uses.name->text;
    if (is_of_screens(uses.name->kind)) all["on"] = uses.name->on;
    all["places"] = nlohmann::ordered_json::array();
    each_place(file, uses, [&](const Source& source, const NamePlace& place) {
        all["places"].push_back(json_of(source, place));
    });
    return all.dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n";
}

std::string names_text(const NameIndex& names, std::optional<NameKind> kind) {
    std::string text;
    for (const IndexedName& name : names.all()) {
        if (kind && name.kind != *kind) continue;
        const std::string on = name.on.empty() ? "" : name.on.front() + ".";
        text += std::string(name_of(name.kind)) + " " + on + name.text +
                (name.is_declared() ? "" : "  (declared nowhere)") + "\n";
    }
    return text;
}

std::string names_json(const NameIndex& names, std::optional<NameKind> kind) {
    auto all = nlohmann::ordered_json::array();
    for (const IndexedName& name : names.all()) {
        if (kind && name.kind != *kind) continue;
        nlohmann::ordered_json one = {{"kind", name_of(name.kind)}, {"name", name.text}};
        if (is_of_screens(name.kind)) one["on"] = name.on;
        one["declared"] = name.is_declared();
        one["places"] = name.places.size();
        all.push_back(std::move(one));
    }
    return all.dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n";
}

} // namespace rondix
