#include "reading/grammar.hpp"

#include "reading/grammar_keys.hpp"

#include <algorithm>

namespace rondix::grammar {

namespace {

using enum Owner;
using C = ControlKind;

} // namespace

// A row is a line.
// clang-format off
constexpr std::array<OwnerRow, owner_count> owners = {{
    {nothing, "", "", ""},
    {flow, "flow", "a flow", "The menus of a game: screens, what each button does, scenes, flags, settings."},
    {included, "included", "a file that a flow includes", "What a further file adds to the flow."},
    {loading, "loading", "loading", "Screens and time limit of loads."},
    {start, "start", "a start", "Where the menus start under a condition."},
    {scene, "scene", "a scene", "A scene of the game."},
    {flag, "flag", "a flag", "A fact that is true or false.", true},
    {event, "event", "an event", "An event that the game reports."},
    {request, "request", "a request", "A request to the game, with an answer.", true},
    {setting, "setting", "a setting", "A value that the player changes and the game keeps."},
    {screen, "screen", "a screen", "A screen of the menus.", true},
    {part, "part", "a part", "Controls that several screens share."},
    {part_use, "part-use", "a part", "Inserts the controls of a part."},
    {moving_on, "moving-on", "a timed action", "An action of a screen after a time."},
    {named_key, "named-key", "a named key", "A named key: its action, and what stands for it on keyboard and pad."},
    {alternative, "alternative", "an alternative", "Steps with a condition, or after a question."},
    {question, "question", "a question", "A question and its answers."},
    {control, "control", "a control", "An item of a screen; its first key is its kind."},
    {routes, "routes", "'routes'", "Where directions lead, instead of to the nearest control."},
    {route, "route", "a route", "Where a direction leads, and whether it returns."},
    {piece, "piece", "a piece", "A text or picture within a control."},
    {row, "row", "'row'", "How each row of a list looks."},
    {row_piece, "row-piece", "a part of a row", "A text or picture of each row."},
    {sample, "sample", "a sample row", "A row for pictures and for trying out."},
    {place, "place", "a place", "A position and a size."},
    {tall_place, "tall-place", "a place for portrait windows", "The place in portrait windows."},
    {group, "group", "a group", "A group of controls."},
    {tall_group, "tall-group", "a group for portrait windows", "The group in portrait windows."},
    {theme, "theme", "a theme", "The looks and sounds of menus."},
}};


constexpr std::array<StepRow, step_count> steps = {{
    {"open", StepKind::open, Operand::name, NameOf::screen, Needs::nothing, true, "SCREEN", "open options", "puts a screen on the stack"},
    {"go", StepKind::go, Operand::name, NameOf::screen, Needs::nothing, true, "SCREEN", "go options", "replaces the current screen. Over a play screen, or the loading screen of a pending load, it opens instead: they stay at the bottom"},
    {"back", StepKind::back, Operand::nothing, NameOf::nothing, Needs::screen_beneath, true, "", "back", "closes the current screen; never the last one"},
    {"back to", StepKind::back_to, Operand::name, NameOf::screen, Needs::named_beneath, true, "SCREEN", "back to title", "closes screens until that one is current, or only the bottom one is left"},
    {"resume", StepKind::resume, Operand::nothing, NameOf::nothing, Needs::play_beneath, true, "", "resume", "closes every screen above the play screen, if there is one"},
    {"load", StepKind::load, Operand::name_or_one_of, NameOf::scene, Needs::nothing, true, "SCENE", "load harbour", "closes every screen, unloads the old scene, loads this one afresh; `load one-of [SCENE, ...]`: the row of a list chooses"},
    {"load next", StepKind::load_next, Operand::nothing, NameOf::nothing, Needs::scene_beside, true, "", "load next", "loads the scene after the current one in the `order`; after the last, nothing"},
    {"load previous", StepKind::load_previous, Operand::nothing, NameOf::nothing, Needs::scene_beside, true, "", "load previous", "loads the one before it; before the first, nothing"},
    {"retry", StepKind::retry, Operand::nothing, NameOf::nothing, Needs::scene, true, "", "retry", "loads the current scene again; after a failed load, tries that load again"},
    {"home", StepKind::home, Operand::nothing, NameOf::nothing, Needs::nothing, true, "", "home", "goes to where the flow starts"},
    {"quit", StepKind::quit, Operand::nothing, NameOf::nothing, Needs::nothing, true, "", "quit", "asks the game to quit"},
    {"request", StepKind::request, Operand::name, NameOf::request, Needs::nothing, true, "NAME", "request save", "asks the game for NAME and shows its screen"},
    {"raise", StepKind::raise, Operand::name, NameOf::flag, Needs::nothing, false, "FLAG", "raise seen-chart", "raises a flag"},
    {"lower", StepKind::lower, Operand::name, NameOf::flag, Needs::nothing, false, "FLAG", "lower seen-chart", "lowers a flag"},
    {"set", StepKind::set, Operand::name_and_value, NameOf::setting, Needs::nothing, false, "SETTING VALUE", "set music 70", "changes a setting; a text can only be reset"},
    {"reset", StepKind::reset, Operand::name, NameOf::setting, Needs::nothing, false, "SETTING", "reset music", "gives a setting its default"},
    {"turn", StepKind::turn, Operand::name_and_value, NameOf::pages, Needs::nothing, false, "PAGES PAGE", "turn sections next", "shows another page; `next` and `previous` wrap round"},
    {"tell", StepKind::tell, Operand::name, NameOf::word, Needs::nothing, false, "WORD", "tell horn", "sends a word to the game"},
    {"todo", StepKind::todo, Operand::text, NameOf::nothing, Needs::nothing, false, "TEXT", "todo show the chart", "not wired yet: the player sees a notice, and `check` lists it"},
}};

constexpr std::array<ControlRow, control_count> controls = {{
    {"label", C::label, "a label", OfSetting::any, "a text"},
    {"picture", C::picture, "a picture", OfSetting::none, "a picture: `{ picture: NAME, file: ... }`"},
    {"panel", C::panel, "a panel", OfSetting::none, "a ground for others"},
    {"pages", C::pages, "pages", OfSetting::none, "`{ pages: NAME, show: [sound, picture] }` shows one of several groups of the screen (`groups:`); the buttons that turn them stand outside"},
    {"button", C::button, "a button", OfSetting::none, "is pressed: `{ button: NAME, text: ..., press: ... }`"},
    {"toggle", C::toggle, "a toggle", OfSetting::yes_no, "changes a setting that is yes or no"},
    {"slider", C::slider, "a slider", OfSetting::number, "changes a setting that is a number: `{ slider: NAME, text: ..., setting: music }`"},
    {"choice", C::choice, "a choice", OfSetting::choice, "changes a setting that is one of a list"},
    {"text-field", C::text_field, "a text field", OfSetting::text, "changes a setting that is a text, which is typed"},
    {"list", C::list, "a list", OfSetting::none, "rows that the game supplies; `press` is that of each row. It may depend on the row: `press: \"load one-of [harbour, fog]\"`, where the game says which for each row, and the proof tries all"},
    {"binding", C::binding, "a binding", OfSetting::key, "takes another key for a setting that is one: `{ binding: NAME, text: Agree, setting: agree }`. Pressed, it waits for a key (8 seconds at most; a click elsewhere ends it)"},
}};

// clang-format on

constexpr std::span<const KeyRow> keys = rows::keys;

// A kind that is forgotten, or out of order, does not compile.
constexpr bool in_order() {
    for (std::size_t i = 0; i < owners.size(); ++i)
        if (owners[i].owner != Owner(i)) return false;
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (steps[i].kind != StepKind(i) || steps[i].moves != moves_among_screens(StepKind(i)))
            return false;
    for (std::size_t i = 0; i < controls.size(); ++i)
        if (controls[i].kind != ControlKind(i)) return false;
    return true;
}
static_assert(in_order());

/// The compiler asks for each kind of control here: for a new one, a row above and the count in
/// grammar.hpp.
constexpr bool has_row(ControlKind kind) {
    switch (kind) {
    case C::label:
    case C::picture:
    case C::panel:
    case C::pages:
    case C::button:
    case C::toggle:
    case C::slider:
    case C::choice:
    case C::text_field:
    case C::list:
    case C::binding: return static_cast<std::size_t>(kind) < control_count;
    }
    return false;
}
static_assert(has_row(ControlKind(control_count - 1)) && !has_row(ControlKind(control_count)));

/// Where the keys of each owner begin, which stand side by side; the number of keys: it has none.
static constexpr std::array<std::size_t, owner_count> first_keys = [] {
    std::array<std::size_t, owner_count> first{};
    first.fill(rows::keys.size());
    for (std::size_t i = rows::keys.size(); i-- > 0;)
        first[static_cast<std::size_t>(rows::keys[i].owner)] = i;
    return first;
}();

const KeyRow* find(Owner owner, std::string_view key) {
    for (std::size_t i = first_keys[static_cast<std::size_t>(owner)];
         i < rows::keys.size() && rows::keys[i].owner == owner; ++i)
        if (rows::keys[i].key == key) return &rows::keys[i];
    return nullptr;
}

std::vector<std::string_view> keys_of(Owner owner) {
    std::vector<std::string_view> all;
    for (const KeyRow& row : keys)
        if (row.owner == owner) all.push_back(row.key);
    return all;
}

static bool has(ControlKind kind, const KeyRow& row) {
    return row.kinds == 0 || (row.kinds & kinds_of(kind)) != 0;
}

std::vector<std::string_view> keys_of(ControlKind kind) {
    std::vector<std::string_view> all = {row_of(kind).name};
    for (const KeyRow& row : keys)
        if (row.owner == Owner::control && has(kind, row)) all.push_back(row.key);
    return all;
}

bool has_key(ControlKind kind, std::string_view key) {
    const KeyRow* row = find(Owner::control, key);
    return row && has(kind, *row);
}

std::vector<std::string_view> words_of(const KeyRow& row) {
    std::vector<std::string_view> words;
    for (std::string_view rest = row.words; !rest.empty();) {
        const std::size_t end = std::min(rest.find(", "), rest.size());
        words.push_back(rest.substr(0, end));
        rest.remove_prefix(std::min(end + 2, rest.size()));
    }
    return words;
}

std::string_view key_named(std::string_view name) {
    const auto small = [](char letter) {
        return letter >= 'A' && letter <= 'Z' ? static_cast<char>(letter - 'A' + 'a') : letter;
    };
    for (const std::string_view word : words_of(*find(Owner::named_key, "key")))
        if (std::ranges::equal(word, name, {}, small)) return word;
    return {};
}

} // namespace rondix::grammar
