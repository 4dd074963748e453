// CompiledFlow: a flow as dense tables, which is all that a running game needs of it.
//
// Invariants, which compiling establishes and verify() re-checks:
//   - every id and every range points into its table, or is the type's "none" value;
//   - a play screen is the root of some scene, and no step opens one;
//   - the screen of a request belongs to it alone, and only its request opens it;
//   - in each alternative at most one step moves among screens, and it stands last;
//   - an alternative that asks has a question of its own, which stands on no stack;
//   - tests of a condition only lead forward, so that every condition ends;
//   - the loading and the failure screen always exist (built-in ones where the flow names none);
//   - the flow starts with a scene, with a screen, or with a choice between some of both, of which
//     the last needs no condition.
// The rows are trivially copyable and hold no pointers, so that a table can be written out and used
// where it stands (PackedFlow).
//
// Lifetime: texts are views of the table of texts. Errors: what looks a name up gives the "none"
// value of its type. Cost: a look-up goes through the names of its kind. Threads: any may read it.
#pragma once

#include "rondix/runtime/device.hpp"
#include "rondix/runtime/ids.hpp"
#include "rondix/runtime/looks.hpp"
#include "rondix/runtime/status.hpp"
#include "rondix/runtime/table.hpp"
#include "rondix/runtime/text_ref.hpp"

#include <string_view>
#include <type_traits>

namespace rondix {

/// One test of one flag. Conditions are chains of these: an answer leads to the next test,
/// or to `holds` or `fails`.
struct ConditionTest {
    FlagId flag{};
    ConditionId if_raised{};
    ConditionId if_lowered{};
};
inline constexpr ConditionId holds{0xFFFFFFFE};
inline constexpr ConditionId fails{0xFFFFFFFF};

enum class StepKind : std::uint8_t {
    open,
    go,
    back,
    back_to,
    resume,
    load,
    load_next,
    load_previous,
    retry,
    home,
    quit,
    request,
    raise,
    lower,
    set,
    reset,
    turn,
    tell,
    todo,
};

/// True for the steps that move among screens; at most one stands in a list, as its last.
constexpr bool moves_among_screens(StepKind kind) {
    return kind < StepKind::raise;
}

/// What a step changes besides the open screens: the one list of it, which the proof, the checks
/// and the Runner go by.
enum class StepChange : std::uint8_t {
    nothing,
    raises_flag,
    lowers_flag,
    sets_setting,
    turns_pages
};

constexpr StepChange change_by(StepKind kind) {
    switch (kind) {
    case StepKind::open:
    case StepKind::go:
    case StepKind::back:
    case StepKind::back_to:
    case StepKind::resume:
    case StepKind::load:
    case StepKind::load_next:
    case StepKind::load_previous:
    case StepKind::retry:
    case StepKind::home:
    case StepKind::quit:
    case StepKind::request:
    case StepKind::tell:
    case StepKind::todo: return StepChange::nothing;
    case StepKind::raise: return StepChange::raises_flag;
    case StepKind::lower: return StepChange::lowers_flag;
    case StepKind::set:
    case StepKind::reset: return StepChange::sets_setting;
    case StepKind::turn: return StepChange::turns_pages;
    }
    return StepChange::nothing; // not a kind
}

/// One thing that a press does. `subject` is an index: of a screen (open, go, back_to), a scene
/// (load), a request, a flag (raise, lower), a setting (set, reset), pages (turn), or a word (tell,
/// todo); unused by the others. `value` is what a setting is set to (reset: its first value) or
/// where pages turn: a page by number, next_page or previous_page.
struct Step {
    StepKind kind{};
    std::uint16_t value = 0;
    std::uint32_t subject = 0;
};

/// Steps that are done as a whole when the condition holds; after the question, where there is one.
struct Alternative {
    ConditionId when = holds;
    IndexRange steps;
    ScreenId question = no_screen; ///< then the steps stand at its `yes`, and none here
};

/// What a press, a key or an event does: the first alternative whose condition holds. An action
/// without alternatives does nothing (`back: none`).
struct Action {
    IndexRange alternatives;
};

struct Scene {
    TextRef id;
    TextRef file;
    ScreenId root = no_screen;
    bool stays = false; ///< it is loaded once
    /// Its place in the order of scenes, counted from 0; those that are in no order come after.
    std::uint16_t place = 0;
    SceneId next = no_scene, previous = no_scene; ///< in that order
};

/// A further key that a screen answers by name.
struct KeyAnswer {
    KeyId key{};
    ActionId action = unsaid;
};

/// Whether the pointer is to be seen on a screen: as a rule, on all but play screens.
enum class PointerRule : std::uint8_t { as_a_rule, shown, hidden };

struct Screen {
    TextRef id;
    TextRef title;
    IndexRange controls;
    IndexRange keys;
    ActionId back = unsaid;
    ActionId menu = unsaid;
    ActionId any = unsaid;           ///< `keys: { any: ... }`
    ConditionId closes_when = fails; ///< it closes by itself while this holds
    ActionId moves_on = unsaid;      ///< what it does by itself after a time
    ActionId idle = unsaid;          ///< the same, when the player does nothing for so long
    std::uint32_t moves_on_ms = 0;
    std::uint32_t idle_ms = 0;
    std::uint16_t page_codes = 1;   ///< how many combinations of pages it has
    RequestId request = no_request; ///< that is waited for while it is open; of a question: that
                                    ///< was answered, and whose screen goes with it
    bool play = false;              ///< the game runs under it and takes the input
    bool pauses = true;             ///< above a play screen it pauses the game
    bool urgent = false;            ///< while it is open, the answer to a load waits
    bool wraps = true;              ///< a direction in which nothing stands goes round
    ControlId first_focus = no_control;
    bool question = false;         ///< of an `ask`: it stands over a screen, not on the stack
    SettingId keeps = no_setting;  ///< of a question whether a change is to be kept: its last
    std::uint16_t keeps_value = 0; ///< control sets this setting, as far as conditions ask
    bool for_opener = false;       ///< other pads than the one that opened it are not heard
    PointerRule pointer{};
    std::uint8_t dim = 0xFF; ///< percent of dark over the screens beneath; `covers` hides it
};
inline constexpr std::uint8_t covers = 0xFF;

enum class ControlKind : std::uint8_t {
    label,
    picture,
    panel,
    pages, ///< shows one of several groups of controls
    button,
    toggle,     ///< of a setting that is yes or no
    slider,     ///< of a setting that is a number
    choice,     ///< of a setting that is one of a list
    text_field, ///< of a setting that is a text
    list,       ///< rows that the game supplies
    binding,    ///< of a setting that is a key
};

/// True for the controls that can have the focus.
constexpr bool is_usable_kind(ControlKind kind) {
    return kind >= ControlKind::button;
}
/// True for the controls that are pressed to have steps done.
constexpr bool is_pressed_kind(ControlKind kind) {
    return kind == ControlKind::button || kind == ControlKind::list;
}

/// What the text of a label is.
enum class Shows : std::uint8_t { text, hint, game, time_left };

struct Control {
    TextRef id;
    TextRef text;
    ConditionId when = holds;
    ActionId press = unsaid;        ///< of a list: of its first kind of row;
    std::uint16_t presses = 1;      ///< the actions of the others follow it
    SettingId setting = no_setting; ///< that it changes, or shows
    ScreenId screen = no_screen;
    PagesId pages = no_pages; ///< that it stands on, or itself is
    std::uint16_t page = 0;   ///< on which of them
    ControlKind kind{};
    std::uint16_t columns = 1;     ///< of a list
    std::uint32_t hold_ms = 0;     ///< a press has to be held for so long
    std::uint32_t cooldown_ms = 0; ///< after a press, the next one within this time is dropped
    /// Declared: up, down, left, right.
    std::array<ControlId, 4> routes{no_control, no_control, no_control, no_control};
    TextRef hint;              ///< shown by labels that show hints while it has the focus
    Shows shows{};             ///< of a label
    bool dropdown = false;     ///< of a choice: accept opens a list of its values
    bool hides = false;        ///< it is hidden, not disabled, while its condition fails
    FlagId has_rows = no_flag; ///< of a list: the game has given it rows
};

/// Pages of a screen. Which one is shown is part of the menu state, as long as the screen is open:
/// the pages of one screen share a code, in which these count in steps of `unit`.
struct Pages {
    TextRef id;
    ScreenId screen = no_screen;
    ControlId control = no_control;
    IndexRange names; ///< in `words`: one for each page
    std::uint16_t unit = 1;
};

/// How a flag comes to be raised.
enum class FlagKind : std::uint8_t {
    plain,   ///< by steps, or by the game
    rows,    ///< it holds while the game has given a list rows
    setting, ///< it holds while a setting has certain values; see SettingAsk
    scene,   ///< it holds while the scene has a place from `least` to `most`; no state keeps it
};

struct Flag {
    TextRef id;
    bool first = false;       ///< its value when the flow starts
    bool set_by_game = false; ///< the game may change it at any moment
    bool warns = false;       ///< while it holds, leaving wants to be asked about first
    FlagKind kind{};
    std::uint16_t least = 0, most = 0; ///< of a scene
};

/// What stands for a key that the flow names, unless the player or the game chooses another: words
/// of the table of `keys` in docs/flow-files.md, such as `B`, `tab` and `y`. Empty: nothing.
struct KeyDefault {
    TextRef keyboard, pad;
};

/// A key has one value only, as far as the flow knows: which key it is stands in Bindings.
enum class SettingKind : std::uint8_t { yes_no, number, choice, text, key };

/// True for settings whose values are counted: all but texts and keys.
constexpr bool is_counted(SettingKind kind) {
    return kind < SettingKind::text;
}

/// A value that the player changes and the game keeps. Values are counted from 0 on: no and yes,
/// the steps of a number from its least on, the words of a choice. Rondix keeps those of all
/// settings but knows nothing of what they mean.
struct Setting {
    TextRef id;
    SettingKind kind{};
    std::uint16_t values = 2; ///< how many; of a text: the most letters it may have
    std::uint16_t first = 0;
    float from = 0;    ///< of a number: the value that counts as 0,
    float by = 1;      ///< and how far they are apart
    IndexRange words;  ///< in `words`: each value as it is written; of a text: its first
    IndexRange labels; ///< in `words`: each value as it is shown
    /// Asked after a change, which counts only when the answer is yes, as far as conditions ask; it
    /// moves on by itself. One for each of `turns`, side by side: see question_of(). Where no
    /// condition asks, one.
    ScreenId question = no_screen;
    std::uint16_t binds = 0; ///< of a key: the Target that it stands for
    IndexRange asks;         ///< what conditions ask about it
    IndexRange turns;        ///< in `turns`: values at which answers change, the first always
};

/// A flag that says whether a setting lies between two values; apply() keeps it.
struct SettingAsk {
    FlagId flag{};
    std::uint16_t least = 0, most = 0;
};

/// Something that the game is asked to do, and answers. Its screen is open while it is waited for.
struct Request {
    TextRef id;
    ScreenId screen = no_screen;
    ActionId done = unsaid; ///< what an answer does, besides closing the screen
    ActionId failed = unsaid;
    std::uint32_t timeout_ms = 0; ///< 0: it may take as long as it takes
};

/// When an event is answered: while the game runs, while it does not, or always.
enum class During : std::uint8_t { play, menu, any };

struct Event {
    TextRef id;
    ActionId action = unsaid; ///< `unsaid` for an event that the flow does not answer
    std::uint32_t after_ms = 0;
    During during = During::play;
    bool waits = false; ///< where it is not allowed it waits until it is (`else: wait`)
};

struct Loading {
    ScreenId screen = no_screen;
    ScreenId failed = no_screen;
    std::uint32_t timeout_ms = 0; ///< 0: a load may take as long as it takes
};

struct CompiledFlow {
    Table<Scene> scenes;
    Table<Screen> screens;
    Table<Control> controls;
    Table<Flag> flags;
    Table<Event> events;
    Table<Request> requests;
    Table<Pages> pages;
    Table<Setting> settings;
    Table<SettingAsk> setting_asks;
    Table<std::uint16_t> turns;
    Table<TextRef> keys;
    Table<KeyDefault> key_defaults; ///< of each
    Table<KeyId> pad_keys;          ///< those of them that a pad has a button for
    Table<TextRef> words;
    Table<KeyAnswer> key_answers;
    Table<Action> actions;
    Table<Alternative> alternatives;
    Table<Step> steps;
    Table<ConditionTest> tests;
    Table<char> texts;
    Looks looks; ///< empty: the flow runs, and shows nothing

    TextRef game;
    SceneId first_scene = no_scene;    ///< where the flow starts: with a scene,
    ScreenId first_screen = no_screen; ///< or, without one, with a screen,
    ActionId first_choice = unsaid;    ///< or with the first alternative that holds: load or go
    Loading loading;
    SettingId stretch = no_setting; ///< a number that every time limit is multiplied with
    std::uint16_t design_width = 1280;
    std::uint16_t design_height = 720;
    std::uint16_t reaction_ms = 500; ///< what a person needs before a press that was not expected
    DeviceSet devices = default_devices; ///< with each of which, alone, the game is to be playable
    bool can_quit = true;                ///< false: the platform has no quit

    std::string_view text(TextRef piece) const {
        return {texts.data() + piece.begin, piece.length};
    }
    /// Empty for a word that there is not.
    std::string_view text(WordId word) const {
        return index(word) < words.size() ? text(words[index(word)]) : std::string_view();
    }
    /// Whether there is such a one: ids come from outside as well.
    bool has(SceneId id) const { return index(id) < scenes.size(); }
    bool has(ScreenId id) const { return index(id) < screens.size(); }
    bool has(ControlId id) const { return index(id) < controls.size(); }
    bool has(FlagId id) const { return index(id) < flags.size(); }
    bool has(EventId id) const { return index(id) < events.size(); }
    bool has(KeyId id) const { return index(id) < keys.size(); }
    bool has(RequestId id) const { return index(id) < requests.size(); }
    bool has(PagesId id) const { return index(id) < pages.size(); }
    bool has(SettingId id) const { return index(id) < settings.size(); }
    const Scene& operator[](SceneId id) const { return scenes[index(id)]; }
    const Screen& operator[](ScreenId id) const { return screens[index(id)]; }
    const Control& operator[](ControlId id) const { return controls[index(id)]; }
    const Flag& operator[](FlagId id) const { return flags[index(id)]; }
    const Event& operator[](EventId id) const { return events[index(id)]; }
    const Action& operator[](ActionId id) const { return actions[index(id)]; }
    const Request& operator[](RequestId id) const { return requests[index(id)]; }
    const Pages& operator[](PagesId id) const { return pages[index(id)]; }
    const Setting& operator[](SettingId id) const { return settings[index(id)]; }

    /// The id of a name, or the type's "none" value. Controls are named within their screen.
    SceneId scene(std::string_view name) const;
    ScreenId screen(std::string_view name) const;
    FlagId flag(std::string_view name) const;
    EventId event(std::string_view name) const;
    KeyId key(std::string_view name) const;
    ControlId control(ScreenId screen, std::string_view name) const;
    RequestId request(std::string_view name) const;
    SettingId setting(std::string_view name) const;
    PictureId picture(std::string_view file) const; ///< as the flow writes it
    PagesId pages_named(ScreenId screen, std::string_view name) const;
};

/// The question whether a change of a setting to `value` is to be kept, or none.
ScreenId question_of(const CompiledFlow& flow, SettingId setting, std::uint16_t value);

/// Checks the invariants above. Never reads out of bounds.
Status verify(const CompiledFlow& flow);

static_assert(std::is_trivially_copyable_v<Scene> && std::is_trivially_copyable_v<Screen> &&
              std::is_trivially_copyable_v<Control> && std::is_trivially_copyable_v<Step> &&
              std::is_trivially_copyable_v<Alternative> &&
              std::is_trivially_copyable_v<ConditionTest> && std::is_trivially_copyable_v<Event> &&
              std::is_trivially_copyable_v<Flag> && std::is_trivially_copyable_v<Request> &&
              std::is_trivially_copyable_v<Pages> && std::is_trivially_copyable_v<Setting>);

} // namespace rondix
