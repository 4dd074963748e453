// Where a name is declared and used, and what there is in a flow.
#include "server/answers.hpp"

#include "editing/rename_reading.hpp"
#include "reading/grammar.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <algorithm>

namespace rondix::server {

namespace {

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

Json definition(Workspace& workspace, const Asked& at) {
    Json all = Json::array();
    const IndexedName* name = name_at(workspace, at);
    if (!name) return all;
    const Ranges ranges(workspace.flow_of(at.root), at.units);
    for (const NamePlace& place : name->places)
        if (place.declares) all.push_back(ranges.location(place.place));
    return all;
}

Json references(Workspace& workspace, const Asked& at, bool with_declaration) {
    Json all = Json::array();
    const IndexedName* name = name_at(workspace, at);
    if (!name) return all;
    const Ranges ranges(workspace.flow_of(at.root), at.units);
    for (const NamePlace& place : name->places)
        if (with_declaration || !place.declares) all.push_back(ranges.location(place.place));
    return all;
}

Json highlights(Workspace& workspace, const Asked& at) {
    Json all = Json::array();
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    const Ranges ranges(file, at.units);
    if (const IndexedName* name = name_at(workspace, at))
        for (const NamePlace& place : name->places)
            if (place.place.file == number)
                all.push_back(
                    {{"range", ranges.of(place.place)}, {"kind", place.declares ? 3 : 2}});
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
    const Ranges ranges(file, at.units);
    std::size_t outer = declared.size(); // the screen or part that came last
    for (const Declared& one : declared) {
        const Json range = ranges.of(one.place);
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
        const Ranges ranges(file, units);
        for (const IndexedName& name : file.names.all()) {
            if (name.text.find(query) == std::string::npos) continue;
            for (const NamePlace& place : name.places)
                if (place.declares)
                    all.push_back({{"name", name.text},
                                   {"kind", symbol_kind(name.kind)},
                                   {"containerName", name.on.empty() ? "" : name.on.front()},
                                   {"location", ranges.location(place.place)}});
        }
    }
    return all;
}

// --- renaming

Json prepare_rename(Workspace& workspace, const Asked& at) {
    const IndexedName* name = name_at(workspace, at);
    if (!name || !name->is_declared()) throw Refused(request_failed, "nothing here can be renamed");
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    for (const NamePlace& place : name->places)
        if (place.place.file == number && place.place.begin <= at.offset &&
            at.offset <= place.place.end)
            return {{"range", Ranges(file, at.units).of(place.place)}, {"placeholder", name->text}};
    throw Refused(request_failed, "nothing here can be renamed");
}

/// In the walkthroughs of the flow, too, as far as they pass.
Json rename_to(Workspace& workspace, const Asked& at, const std::string& to) {
    const IndexedName* name = name_at(workspace, at);
    if (!name || !name->is_declared()) throw Refused(request_failed, "nothing here can be renamed");
    const FlowFile& file = workspace.flow_of(at.root);
    std::vector<Walkthrough> walks;
    for (const std::string& path : walkthroughs_of(at.root)) {
        Walkthrough walk = load_walkthrough_text(path, workspace.text_of(path));
        if (walk.readable) walks.push_back(std::move(walk));
    }
    const Renamed renamed = rename(file, asked(*name), to, walks, [&](const FileTexts& changed) {
        return workspace.flow_with(at.root, changed);
    });
    if (!renamed.fault.empty()) throw Refused(request_failed, renamed.fault);
    Json edit = edit_of(file, renamed.edits, at.units);
    for (const Walkthrough& walk : walks)
        if (const auto text = renamed.texts.find(walk.source.name()); text != renamed.texts.end())
            edit["changes"][uri_of(text->first)] =
                edits_between(walk.source.text(), text->second, at.units);
    return edit;
}

} // namespace rondix::server
