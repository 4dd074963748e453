// Where a name is declared and used, and what there is in a flow.
#include "server/answers.hpp"

#include "reading/grammar.hpp"
#include "rondix/tools/rename.hpp"

#include <algorithm>

namespace rondix::server {

namespace {

std::uint32_t number_in(const Json& from, const char* key) {
    const auto found = from.is_object() ? from.find(key) : from.end();
    if (!from.is_object() || found == from.end() || !found->is_number_unsigned())
        throw Refused(invalid_params, std::string("a position has a ") + key);
    return found->get<std::uint32_t>();
}

/// Null: no name stands there.
const IndexedName* name_at(Workspace& workspace, const Asked& at) {
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    return number == SourceRange::nowhere ? nullptr : file.names.at(number, at.offset);
}

NameAsked asked(const IndexedName& name) {
    return {name.kind, name.on.empty() ? name.text : name.on.front() + "." + name.text};
}

/// As the protocol counts kinds of symbols.
int symbol_kind(NameKind kind) {
    switch (kind) {
    case NameKind::screen: return 5;  // class
    case NameKind::part: return 11;   // interface
    case NameKind::scene: return 2;   // module
    case NameKind::flag: return 17;   // boolean
    case NameKind::setting: return 7; // property
    case NameKind::event: return 24;  // event
    case NameKind::request: return 12;
    case NameKind::control: return 8; // field
    case NameKind::group: return 3;   // namespace
    case NameKind::key: return 20;
    default: return 14; // constant
    }
}

} // namespace

std::uint16_t number_of(const FlowFile& file, const std::string& path) {
    const auto source = std::ranges::find(file.sources, path, &Source::name);
    return source == file.sources.end() ? SourceRange::nowhere
                                        : static_cast<std::uint16_t>(source - file.sources.begin());
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
        at.offset = offset_of(
            at.text, {number_in(*position, "line"), number_in(*position, "character")}, units);
    return at;
}

Json range_of(const Source& source, const SourceRange& place, Units units) {
    const auto end = [&](std::uint32_t offset) -> Json {
        const Position at = position_of(source.text(), offset, units);
        return {{"line", at.line}, {"character", at.character}};
    };
    return {{"start", end(place.begin)}, {"end", end(std::max(place.begin, place.end))}};
}

Json location_of(const FlowFile& file, const SourceRange& place, Units units) {
    const Source& source = file.sources[place.file];
    return {{"uri", uri_of(source.name())}, {"range", range_of(source, place, units)}};
}

Json definition(Workspace& workspace, const Asked& at) {
    Json all = Json::array();
    if (const IndexedName* name = name_at(workspace, at))
        for (const NamePlace& place : name->places)
            if (place.declares)
                all.push_back(location_of(workspace.flow_of(at.root), place.place, at.units));
    return all;
}

Json references(Workspace& workspace, const Asked& at, bool with_declaration) {
    Json all = Json::array();
    if (const IndexedName* name = name_at(workspace, at))
        for (const NamePlace& place : name->places)
            if (with_declaration || !place.declares)
                all.push_back(location_of(workspace.flow_of(at.root), place.place, at.units));
    return all;
}

Json highlights(Workspace& workspace, const Asked& at) {
    Json all = Json::array();
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    if (const IndexedName* name = name_at(workspace, at))
        for (const NamePlace& place : name->places)
            if (place.place.file == number)
                all.push_back({{"range", range_of(file.sources[number], place.place, at.units)},
                               {"kind", place.declares ? 3 : 2}});
    return all;
}

/// Screens and parts with their controls and groups, and all other names.
Json symbols(Workspace& workspace, const Asked& at) {
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    Json all = Json::array();
    if (number == SourceRange::nowhere) return all;
    struct Declared {
        const IndexedName* name;
        SourceRange place;
    };
    std::vector<Declared> declared;
    for (const IndexedName& name : file.names.all())
        for (const NamePlace& place : name.places)
            if (place.declares && place.place.file == number)
                declared.push_back({&name, place.place});
    std::ranges::sort(declared, {}, [](const Declared& one) { return one.place.begin; });
    std::size_t outer = declared.size(); // the screen or part that came last
    for (const Declared& one : declared) {
        const Json range = range_of(file.sources[number], one.place, at.units);
        Json symbol = {{"name", one.name->text},
                       {"detail", name_of(one.name->kind)},
                       {"kind", symbol_kind(one.name->kind)},
                       {"range", range},
                       {"selectionRange", range}};
        if (one.name->kind == NameKind::screen || one.name->kind == NameKind::part)
            outer = all.size();
        const bool inner = is_of_screens(one.name->kind) && outer < all.size() &&
                           std::ranges::find(one.name->on, all[outer]["name"].get<std::string>()) !=
                               one.name->on.end();
        if (!inner) {
            all.push_back(std::move(symbol));
            continue;
        }
        all[outer]["range"]["end"] = range["end"]; // it reaches as far
        all[outer]["children"].push_back(std::move(symbol));
    }
    return all;
}

Json workspace_symbols(Workspace& workspace, const std::string& query, Units units) {
    Json all = Json::array();
    for (const std::string& root : workspace.roots()) {
        const FlowFile& file = workspace.flow_of(root);
        for (const IndexedName& name : file.names.all()) {
            if (name.text.find(query) == std::string::npos) continue;
            for (const NamePlace& place : name.places)
                if (place.declares)
                    all.push_back({{"name", name.text},
                                   {"kind", symbol_kind(name.kind)},
                                   {"containerName", name.on.empty() ? "" : name.on.front()},
                                   {"location", location_of(file, place.place, units)}});
        }
    }
    return all;
}

// --- renaming

Json edit_to(const FlowFile& file, const FileTexts& texts, Units units) {
    Json changes = Json::object();
    for (const auto& [path, text] : texts)
        for (const Source& source : file.sources) {
            if (source.name() != path) continue;
            // From the first byte that differs to the last.
            const std::string& was = source.text();
            std::size_t begin = 0;
            while (begin < was.size() && begin < text.size() && was[begin] == text[begin]) ++begin;
            while (begin > 0 && (static_cast<unsigned char>(was[begin - 1]) & 0x80) != 0) --begin;
            std::size_t same = 0;
            while (same < was.size() - begin && same < text.size() - begin &&
                   was[was.size() - 1 - same] == text[text.size() - 1 - same] &&
                   (static_cast<unsigned char>(was[was.size() - 1 - same]) & 0x80) == 0)
                ++same;
            const SourceRange place{static_cast<std::uint32_t>(begin),
                                    static_cast<std::uint32_t>(was.size() - same), 0};
            changes[uri_of(path)].push_back(
                {{"range", range_of(source, place, units)},
                 {"newText", text.substr(begin, text.size() - same - begin)}});
        }
    return {{"changes", std::move(changes)}};
}

Json prepare_rename(Workspace& workspace, const Asked& at) {
    const IndexedName* name = name_at(workspace, at);
    if (!name || !name->is_declared()) throw Refused(request_failed, "nothing here can be renamed");
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    for (const NamePlace& place : name->places)
        if (place.place.file == number && place.place.begin <= at.offset &&
            at.offset <= place.place.end)
            return {{"range", range_of(file.sources[number], place.place, at.units)},
                    {"placeholder", name->text}};
    throw Refused(request_failed, "nothing here can be renamed");
}

Json rename_to(Workspace& workspace, const Asked& at, const std::string& to) {
    const IndexedName* name = name_at(workspace, at);
    if (!name || !name->is_declared()) throw Refused(request_failed, "nothing here can be renamed");
    const FlowFile& file = workspace.flow_of(at.root);
    const Renamed renamed = rename(file, asked(*name), to);
    if (!renamed.fault.empty()) throw Refused(request_failed, renamed.fault);
    Json changes = Json::object();
    for (const Edit& edit : renamed.edits) {
        const Source& source = file.sources[edit.place.file];
        changes[uri_of(source.name())].push_back(
            {{"range", range_of(source, edit.place, at.units)}, {"newText", edit.text}});
    }
    return {{"changes", std::move(changes)}};
}

} // namespace rondix::server
