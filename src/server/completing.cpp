// What may be written at a place: keys, by the grammar; values, by the grammar and the flow.
#include "server/answers.hpp"

#include "editing/choices.hpp"
#include "reading/style_words.hpp"
#include "server/files.hpp"
#include "server/where.hpp"

#include <algorithm>
#include <filesystem>
#include <set>

namespace rondix::server {

namespace {

using grammar::Form;
using grammar::KeyRow;
using grammar::Owner;

constexpr int of_key = 10, of_value = 12, of_snippet = 15, of_file = 17; // as in the protocol
constexpr std::size_t most_items = 250;

Json item(const std::string& label, int kind, const std::string& detail, const std::string& help,
          const Json& range, const std::string& text) {
    Json made = {
        {"label", label}, {"kind", kind}, {"textEdit", {{"range", range}, {"newText", text}}}};
    if (!detail.empty()) made["detail"] = detail;
    if (!help.empty()) made["documentation"] = {{"kind", "markdown"}, {"value", help}};
    return made;
}

/// Whether a line further in, or a value, has to follow.
bool holds_more(const KeyRow& row) {
    switch (row.form) {
    case Form::map:
    case Form::table:
    case Form::list:
    case Form::controls:
    case Form::keys:
    case Form::styles:
    case Form::colours:
    case Form::files: return true;
    default: return false;
    }
}

void add_keys(const Where& where, const Stands& stands, const Json& range, Json& items) {
    const auto is_there = [&](std::string_view key) {
        return std::ranges::find(where.beside, key) != where.beside.end();
    };
    if (stands.in_style) {
        for (const StyleWord& word : style_words())
            if (!is_there(word.key))
                items.push_back(item(std::string(word.key), of_key, "", std::string(word.help),
                                     range, std::string(word.key) + ": "));
        for (const std::string_view state : state_names)
            if (state != "rest" && !is_there(state))
                items.push_back(item(std::string(state), of_key, "a state", "", range,
                                     std::string(state) + ": "));
        return;
    }
    if (stands.owner == Owner::control && !stands.kind) {
        for (const grammar::ControlRow& row : grammar::controls)
            items.push_back(item(std::string(row.name), of_key, "a control", std::string(row.help),
                                 range, std::string(row.name) + ": "));
    }
    std::set<std::string_view> fits;
    if (stands.kind)
        for (const std::string_view key : grammar::keys_of(*stands.kind)) fits.insert(key);
    else
        for (const std::string_view key : grammar::keys_of(stands.owner)) fits.insert(key);
    for (const std::string_view key : fits) {
        const KeyRow* row = grammar::find(stands.owner, key);
        if (!row || is_there(key)) continue;
        const bool further_in = holds_more(*row) && !where.in_brackets;
        items.push_back(item(std::string(key), of_key, row->how & grammar::needed ? "needed" : "",
                             std::string(row->help), range,
                             std::string(key) + (further_in ? ":" : ": ")));
    }
}

/// False: there are more than anybody reads, which come up as one types on.
bool add_values(const FlowFile& file, const Stands& stands, const std::string& typed,
                const Json& range, Json& items) {
    const std::vector<Choice> choices =
        stands.in_style
            ? style_choices(file, stands.key, typed)
            : choices_for(file, {stands.owner, stands.key, stands.on, stands.kind}, typed);
    for (const Choice& choice : choices) {
        if (items.size() >= most_items) return false;
        items.push_back(item(choice.text, of_value, choice.help, "", range, choice.text));
    }
    return true;
}

/// The key whose value is written, or the one around it: `include: [...]`, `cues: { press: ... }`.
const std::string& key_behind(const Where& where) {
    const std::size_t count = where.path.size();
    const bool inner =
        count > 1 && (where.path[count - 1] == "-" || where.path[count - 2] == "cues" ||
                      where.path[count - 2] == "tunes");
    return where.path[count - (inner ? 2 : 1)];
}

/// That files are named from: of what is included its own, of pictures the flow's or theme's.
std::string folder_for(std::string_view key, const Asked& at) {
    const bool theirs = key == "include" || at.path.ends_with(".theme.yaml");
    return std::filesystem::path(theirs ? at.path : at.root).parent_path().string();
}

/// A new entry of a table, all at once.
void add_snippets(const Where& where, const Json& range, Json& items) {
    struct Snippet {
        std::string_view table, label, text;
    };
    static constexpr Snippet snippets[] = {
        {"screens", "a new screen",
         "${1:name}:\n  title: ${2:Title}\n  controls:\n    - { button: back, text: Back, press: "
         "back }\n"},
        {"controls", "a new button",
         "{ button: ${1:name}, text: ${2:Text}, press: ${3:todo ${1:name}} }"},
        {"events", "a new event", "${1:name}: { do: ${2:open ${3:screen}} }\n"},
    };
    const bool is_item = !where.path.empty() && where.path.back() == "-";
    const std::size_t at = is_item ? 2 : 1;
    if (where.path.size() < at) return;
    const std::string& table = where.path[where.path.size() - at];
    for (const Snippet& one : snippets) {
        if (one.table != table || where.in_brackets || is_item != (table == "controls")) continue;
        Json made = item(std::string(one.label), of_snippet, "", "", range, std::string(one.text));
        made["insertTextFormat"] = 2;
        items.push_back(std::move(made));
    }
}

} // namespace

Json complete(Workspace& workspace, const Asked& at) {
    const Where where = where_is(at.text, at.offset);
    const Stands stands = stands_at(where, owner_of_file(workspace, at));
    const Json range = range_in(at.text, std::min(where.begin, at.offset), at.offset, at.units);
    Json items = Json::array();
    if (where.at_key || (!where.path.empty() && where.path.back() == "-")) {
        if (!stands.names) add_keys(where, stands, range, items);
        add_snippets(where, range, items);
    }
    if (stands.key.empty() && where.at_key) return {{"isIncomplete", false}, {"items", items}};
    if (!where.path.empty() && stands.owner != Owner::scene) { // whose files are the game's
        const std::string& key = key_behind(where);
        for (const std::string& path : files_for(key, folder_for(key, at)))
            items.push_back(item(path, of_file, "", "", range, path));
    }
    const bool all =
        add_values(workspace.named_flow_of(at.root), stands, where.typed, range, items);
    return {{"isIncomplete", !all}, {"items", std::move(items)}};
}

} // namespace rondix::server
