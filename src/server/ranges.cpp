// What a request is about; places and changes in the files of a flow, as the protocol has them.
#include "server/answers.hpp"

#include <algorithm>

namespace rondix::server {

namespace {

std::uint32_t number_in(const Json& from, const char* key) {
    const auto found = from.is_object() ? from.find(key) : from.end();
    if (!from.is_object() || found == from.end() || !found->is_number_unsigned())
        throw Refused(invalid_params, std::string("a position has a ") + key);
    return found->get<std::uint32_t>();
}

} // namespace

std::uint32_t offset_in(const Json& position, const std::string& text, Units units) {
    return offset_of(text, {number_in(position, "line"), number_in(position, "character")}, units);
}

Asked asked_at(Workspace& workspace, const Json& what, Units units) {
    Asked at;
    const Json uri =
        what.is_object() ? what.value("/textDocument/uri"_json_pointer, Json()) : Json();
    const auto path = uri.is_string() ? path_of(uri.get<std::string>()) : std::nullopt;
    if (!path) throw Refused(invalid_params, "which document is meant?");
    at.path = *path;
    at.root = workspace.root_of(at.path);
    at.text = workspace.text_of(at.path);
    at.units = units;
    if (const auto position = what.find("position"); position != what.end())
        at.offset = offset_in(*position, at.text, units);
    return at;
}

Json between(Position begin, Position end) {
    const auto json = [](Position at) -> Json {
        return {{"line", at.line}, {"character", at.character}};
    };
    return {{"start", json(begin)}, {"end", json(end)}};
}

std::uint16_t number_of(const FlowFile& file, const std::string& path) {
    const auto source = std::ranges::find(file.sources, path, &Source::name);
    return source == file.sources.end() ? SourceRange::nowhere
                                        : static_cast<std::uint16_t>(source - file.sources.begin());
}

Json Ranges::of(const SourceRange& place) const {
    std::optional<Lines>& lines = lines_[place.file];
    if (!lines) lines.emplace(file_.sources[place.file].text());
    return between(lines->position_of(place.begin, units_),
                   lines->position_of(std::max(place.begin, place.end), units_));
}

Json Ranges::location(const SourceRange& place) const {
    return {{"uri", uri_of(file_.sources[place.file].name())}, {"range", of(place)}};
}

Json range_in(const std::string& text, std::uint32_t begin, std::uint32_t end, Units units) {
    return between(position_of(text, begin, units), position_of(text, end, units));
}

Json edits_between(const std::string& was, const std::string& is, Units units) {
    const auto goes_on = [](char byte) { return (static_cast<unsigned char>(byte) & 0x80) != 0; };
    std::size_t begin = 0;
    while (begin < was.size() && begin < is.size() && was[begin] == is[begin]) ++begin;
    while (begin > 0 && goes_on(was[begin - 1])) --begin;
    std::size_t same = 0;
    while (same < was.size() - begin && same < is.size() - begin &&
           was[was.size() - 1 - same] == is[is.size() - 1 - same] &&
           !goes_on(was[was.size() - 1 - same]))
        ++same;
    return Json::array({{{"range", range_in(was, static_cast<std::uint32_t>(begin),
                                            static_cast<std::uint32_t>(was.size() - same), units)},
                         {"newText", is.substr(begin, is.size() - same - begin)}}});
}

Json edit_to(const FlowFile& file, const FileTexts& texts, Units units) {
    Json changes = Json::object();
    for (const auto& [path, text] : texts)
        if (const std::uint16_t number = number_of(file, path); number != SourceRange::nowhere)
            changes[uri_of(path)] = edits_between(file.sources[number].text(), text, units);
    return {{"changes", std::move(changes)}};
}

Json edit_of(const FlowFile& file, const std::vector<Edit>& edits, Units units) {
    const Ranges ranges(file, units);
    Json changes = Json::object();
    for (const Edit& edit : edits)
        changes[uri_of(file.sources[edit.place.file].name())].push_back(
            {{"range", ranges.of(edit.place)}, {"newText", edit.text}});
    return {{"changes", std::move(changes)}};
}

} // namespace rondix::server
