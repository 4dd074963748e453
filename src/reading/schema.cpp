// The JSON Schema of flow files, made from the tables of the grammar and of the words of styles.
#include "rondix/tools/schema.hpp"

#include "reading/grammar.hpp"
#include "reading/style_words.hpp"

#include <nlohmann/json.hpp>

#include <string>

namespace rondix {

namespace {

using Json = nlohmann::ordered_json;
using grammar::Form;
using grammar::KeyRow;
using grammar::Owner;

/// Markdown's marks are for the docs.
std::string plain(std::string_view help) {
    std::string text;
    for (const char c : help) text += c == '`' ? '\'' : c;
    if (!text.empty() && text[0] >= 'a' && text[0] <= 'z')
        text[0] = static_cast<char>(text[0] - 'a' + 'A');
    return text + (text.empty() || text.back() == '.' ? "" : ".");
}

Json reference(std::string_view name) {
    return {{"$ref", "#/definitions/" + std::string(name)}};
}
Json reference(Owner owner) {
    return reference(grammar::row_of(owner).name);
}

const Json scalar = {{"type", {"string", "number", "boolean"}}};

Json list_of(Json items, std::size_t least = 0) {
    Json list = {{"type", "array"}, {"items", std::move(items)}};
    if (least > 0) list["minItems"] = least;
    return list;
}

/// A map from names, which may say nothing.
Json table_of(Json values) {
    return {{"type", {"object", "null"}},
            {"propertyNames", reference("name")},
            {"additionalProperties", std::move(values)}};
}

Json any_of(Json one, Json other) {
    return {{"anyOf", {std::move(one), std::move(other)}}};
}

Json words_in(const KeyRow& row) {
    Json words = grammar::words_of(row);
    for (const std::string_view word : grammar::words_of(row))
        if (word.size() == 1 && word[0] >= '0' && word[0] <= '9') words.push_back(word[0] - '0');
    return {{"enum", std::move(words)}};
}

/// What stands behind a key.
Json value_of(const KeyRow& row) {
    switch (row.form) {
    case Form::version: return {{"const", 1}};
    case Form::text: return reference("text");
    case Form::word: return reference("word");
    case Form::words: return any_of(scalar, list_of(scalar));
    case Form::name: return reference("name");
    case Form::names: return list_of(reference("name"));
    case Form::name_or_names: return any_of(reference("name"), list_of(reference("name")));
    case Form::yes_no: return reference("yes-or-no");
    case Form::time: return reference("time");
    case Form::share: return reference("share");
    case Form::number: return {{"type", {"number", "string"}}};
    case Form::count: return {{"type", {"integer", "string"}}};
    case Form::size: return {{"type", "string"}, {"pattern", "^[0-9.]+\\s*[xX\u00D7]\\s*[0-9.]+$"}};
    case Form::letters_a_second: return {{"type", "number"}, {"minimum", 1}, {"maximum", 1000}};
    case Form::condition: return reference("condition");
    case Form::action: return reference("action");
    case Form::steps: return reference("steps");
    case Form::ask: return any_of(scalar, reference(row.of));
    case Form::one_of: return words_in(row);
    case Form::some_of: return list_of(words_in(row), 1);
    case Form::values: return list_of(scalar, 1);
    case Form::labels: return {{"type", "array"}};
    case Form::start: return any_of(scalar, list_of(reference(row.of), 1));
    case Form::map: return reference(row.of);
    case Form::name_or_map: return any_of(reference("name"), reference(row.of));
    case Form::table: return table_of(reference(row.of));
    case Form::list: return list_of(reference(row.of));
    case Form::controls: return reference("controls");
    case Form::keys: return reference("keys");
    case Form::style: return reference("style-use");
    case Form::styles: return table_of(reference("style"));
    case Form::colours: return table_of({{"type", "string"}});
    case Form::files: return table_of(scalar);
    case Form::looks: break;
    }
    return Json::object();
}

/// A reference takes no other words beside it.
Json described(Json value, std::string_view help) {
    Json all = {{"description", plain(help)}};
    if (value.contains("$ref"))
        all["allOf"] = Json::array({std::move(value)});
    else
        all.update(value);
    return all;
}

void add_key(Json& map, const KeyRow& row) {
    map["properties"][std::string(row.key)] = described(value_of(row), row.help);
    if (row.how == grammar::needed) map["required"].push_back(row.key);
}

Json map_of(std::string_view help, bool may_be_empty) {
    Json map = {{"description", plain(help)}};
    map["type"] = may_be_empty ? Json({"object", "null"}) : Json("object");
    map["properties"] = Json::object();
    map["additionalProperties"] = false;
    return map;
}

Json owner_map(Owner owner) {
    const grammar::OwnerRow& about = grammar::row_of(owner);
    Json map = map_of(about.help, about.may_be_empty);
    for (const KeyRow& row : grammar::keys)
        if (row.owner == owner) add_key(map, row);
    return map;
}

Json control_map(const grammar::ControlRow& control) {
    Json map = map_of(control.help, false);
    const std::string name(control.name);
    map["properties"][name] = described(reference("name"), "its name");
    map["required"] = {name};
    for (const KeyRow& row : grammar::keys)
        if (row.owner == Owner::control && grammar::has_key(control.kind, row.key))
            add_key(map, row);
    const bool is_of_one =
        control.setting != grammar::OfSetting::none && control.setting != grammar::OfSetting::any;
    if (is_of_one) map["required"].push_back("setting");
    if (control.kind == ControlKind::picture) map["required"].push_back("file");
    if (control.kind == ControlKind::button) { // what is for each scene loads it
        map["required"] = {name};
        map["anyOf"] = {{{"required", {"press"}}}, {{"required", {"for-each"}}}};
    }
    return map;
}

/// The words that follow a step's name.
std::string operand_pattern(grammar::Operand operand) {
    switch (operand) {
    case grammar::Operand::nothing: return "\\s*$";
    case grammar::Operand::name: return "\\s+[^\\s]+\\s*$";
    case grammar::Operand::name_and_value: return "\\s+[^\\s]+\\s+[^\\s]+\\s*$";
    case grammar::Operand::name_or_one_of: return "\\s+([^\\s]+|one-of\\s*\\[[^\\]]*\\])\\s*$";
    case grammar::Operand::text: return "\\s+\\S";
    }
    return "";
}

Json step() {
    Json all = Json::array();
    for (const grammar::StepRow& row : grammar::steps) {
        std::string pattern = "^\\s*";
        for (const char c : row.name) pattern += c == ' ' ? "\\s+" : std::string(1, c);
        const std::string words =
            std::string(row.name) + (row.operands.empty() ? "" : " ") + std::string(row.operands);
        all.push_back({{"description", words + ": " + plain(row.help)},
                       {"pattern", pattern + operand_pattern(row.operand)}});
    }
    return {{"description", "One thing that a press does. A step that moves among screens stands "
                            "last."},
            {"type", "string"},
            {"anyOf", std::move(all)}};
}

/// The words that a style has in each of its states; the others it has as a whole.
void add_style_words(Json& map, bool whole) {
    for (const StyleWord& word : style_words())
        if (whole || !word.whole)
            map["properties"][std::string(word.key)] = {{"description", plain(word.help)}};
}

Json style() {
    Json map = map_of("how something looks", true);
    add_style_words(map, true);
    map["properties"]["extends"] =
        described(reference("name"), "the style that it begins with; `none`: with nothing");
    Json state = map_of("what is otherwise in one state", false);
    add_style_words(state, false);
    for (const std::string_view name : state_names) map["properties"][std::string(name)] = state;
    return map;
}

Json definitions() {
    const auto text = [](std::string_view help, Json value) {
        return described(std::move(value), help);
    };
    Json all;
    all["name"] = text("a name: a letter, then letters, digits, '-' and '_'",
                       {{"type", "string"}, {"pattern", "^[A-Za-z][A-Za-z0-9_-]*$"}});
    all["text"] = text("a text that the player reads", scalar);
    all["word"] = text("a word or a file", scalar);
    all["yes-or-no"] = text("yes or no", {{"enum", {"yes", "no", true, false}}});
    all["time"] = text("a time, such as 1.2s or 250ms",
                       {{"type", "string"}, {"pattern", "^[0-9]+(\\.[0-9]*)?(s|ms)$"}});
    all["share"] =
        text("a share, such as 60%", {{"type", "string"}, {"pattern", "^[0-9]+(\\.[0-9]*)?%$"}});
    all["condition"] = text("what has to hold: flags with 'and', 'or', 'not' and brackets; "
                            "settings with 'is', 'above' and 'below'; 'LIST has rows'",
                            scalar);
    all["step"] = step();
    all["steps"] = any_of(reference("step"), list_of(reference("step")));
    all["action"] =
        text("steps; or alternatives, of which the first whose condition holds; or none",
             {{"anyOf",
               {{{"const", "none"}},
                reference("steps"),
                reference(Owner::alternative),
                list_of(reference(Owner::alternative), 1)}}});
    all["style"] = style();
    all["style-use"] =
        text("a style: by name, or written here", any_of(reference("name"), reference("style")));
    for (const grammar::OwnerRow& row : grammar::owners)
        if (row.owner > Owner::included && row.owner < Owner::theme && row.owner != Owner::control)
            all[std::string(row.name)] = owner_map(row.owner);
    Json kinds = Json::array();
    for (const grammar::ControlRow& control : grammar::controls)
        kinds.push_back(control_map(control));
    kinds.push_back(reference(Owner::part_use));
    all["control"] = {{"description", plain(grammar::row_of(Owner::control).help)},
                      {"anyOf", std::move(kinds)}};
    Json controls = list_of(reference(Owner::control));
    controls["type"] = {"array", "null"};
    all["controls"] = text("what stands on it, in the order of the focus", std::move(controls));
    Json keys = table_of(any_of(reference("action"), reference(Owner::named_key)));
    keys["type"] = "object";
    all["keys"] = text("what named keys do; 'any': every other one", std::move(keys));
    return all;
}

std::string made() {
    Json schema = {{"$schema", "http://json-schema.org/draft-07/schema#"},
                   {"title", "Rondix flow"}};
    Json flow = owner_map(Owner::flow);
    flow["required"] = {"rondix"}; // what a flow needs besides, included files have not
    schema.update(flow);
    schema["definitions"] = definitions();
    return schema.dump(2) + "\n";
}

} // namespace

std::string_view flow_schema() {
    static const std::string schema = made();
    return schema;
}

} // namespace rondix
