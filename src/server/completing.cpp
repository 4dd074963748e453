// What may be written at a place: keys, by the grammar; values, by the grammar and the flow.
#include "server/answers.hpp"

#include "editing/choices.hpp"
#include "reading/style_words.hpp"
#include "server/where.hpp"
#include "words/counted.hpp"

#include <algorithm>
#include <set>

namespace rondix::server {

namespace {

using grammar::Form;
using grammar::KeyRow;
using grammar::Owner;

constexpr int of_key = 10, of_value = 12, of_snippet = 15; // kinds of items, as in the protocol

/// What the file at the root of a path is.
Owner owner_of_file(Workspace& workspace, const Asked& at) {
    if (at.path == at.root) return Owner::flow;
    const FlowFile& file = workspace.flow_of(at.root);
    const auto& included = file.flow.includes;
    const std::string& path = at.path;
    const bool is_included = std::ranges::any_of(
        included, [&](const Name& one) { return path.ends_with("/" + one.text); });
    return is_included ? Owner::included : Owner::theme;
}

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

void add_values(const FlowFile& file, const Stands& stands, const std::string& typed,
                const Json& range, Json& items) {
    const std::vector<Choice> choices =
        stands.in_style
            ? style_choices(file, stands.key, typed)
            : choices_for(file, {stands.owner, stands.key, stands.on, stands.kind}, typed);
    for (const Choice& choice : choices)
        items.push_back(item(choice.text, of_value, choice.help, "", range, choice.text));
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
    const Source source(at.path, at.text);
    const SourceRange place{std::min(where.begin, at.offset), at.offset, 0};
    const Json range = range_of(source, place, at.units);
    Json items = Json::array();
    if (where.at_key || (!where.path.empty() && where.path.back() == "-")) {
        if (!stands.names) add_keys(where, stands, range, items);
        add_snippets(where, range, items);
    }
    if (!stands.key.empty() || !where.at_key)
        add_values(workspace.named_flow_of(at.root), stands, where.typed, range, items);
    return {{"isIncomplete", false}, {"items", std::move(items)}};
}

Json hover(Workspace& workspace, const Asked& at) {
    // The whole word that the place is in.
    std::size_t end = at.offset;
    while (end < at.text.size() &&
           (std::isalnum(static_cast<unsigned char>(at.text[end])) || at.text[end] == '-'))
        ++end;
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    const IndexedName* name =
        number == SourceRange::nowhere ? nullptr : file.names.at(number, at.offset);
    if (name) {
        std::size_t uses = 0;
        for (const NamePlace& place : name->places) uses += place.declares ? 0 : 1;
        std::string words = "**" + name->text + "**: " + std::string(name_of(name->kind));
        if (!name->on.empty()) words += " of " + name->on.front();
        words += name->is_declared() ? ", used " + counted(uses, "time", "times")
                                     : ", which is declared nowhere";
        return {{"contents", {{"kind", "markdown"}, {"value", words}}}};
    }
    const Where where = where_is(at.text, static_cast<std::uint32_t>(end));
    const Stands stands = stands_at(where, owner_of_file(workspace, at));
    const std::string key = where.at_key ? where.typed : stands.key;
    std::string_view help;
    if (stands.in_style) {
        if (const StyleWord* word = find_style_word(key)) help = word->help;
    } else if (const KeyRow* row = grammar::find(stands.owner, key)) {
        help = row->help;
    }
    if (help.empty()) return nullptr;
    return {{"contents", {{"kind", "markdown"}, {"value", "`" + key + "`: " + std::string(help)}}}};
}

} // namespace rondix::server
