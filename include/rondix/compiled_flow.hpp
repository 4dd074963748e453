// CompiledFlow: a flow as dense tables, which is all that a running game needs of it.
//
// Invariants, which compiling establishes and verify() re-checks:
//   - every id and every range points into its table, or is the type's "none" value;
//   - a play screen is the root of some scene, and no step opens one;
//   - in each alternative at most one step moves among screens, and it stands last;
//   - tests of a condition only lead forward, so that every condition ends;
//   - the loading and the failure screen always exist (built-in ones where the flow names none).
// The rows are trivially copyable and hold no pointers, so that a table can be written out as it
// is.
#pragma once

#include "rondix/ids.hpp"
#include "rondix/looks.hpp"
#include "rondix/text.hpp"

#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

namespace rondix {

/// One question about one flag. Conditions are chains of these: an answer leads to the next test,
/// or to `holds` or `fails`.
struct Test {
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
    retry,
    home,
    quit,
    raise,
    lower,
    tell,
    todo,
};

/// True for the steps that move among screens; at most one stands in a list, as its last.
constexpr bool moves_among_screens(StepKind kind) {
    return kind < StepKind::raise;
}

/// One thing that a press does. `subject` is an index: of a screen (open, go, back_to), a scene
/// (load), a flag (raise, lower), or a word (tell, todo); unused by the others.
struct Step {
    StepKind kind{};
    std::uint32_t subject = 0;
};

/// Steps that are done as a whole when the condition holds.
struct Alternative {
    ConditionId when = holds;
    Range steps;
};

/// What a press, a key or an event does: the first alternative whose condition holds. An action
/// without alternatives does nothing (`back: none`).
struct Action {
    Range alternatives;
};

struct Scene {
    Text id;
    Text file;
    ScreenId root = no_screen;
};

/// A further key that a screen answers by name.
struct KeyAnswer {
    KeyId key{};
    ActionId action = unsaid;
};

struct Screen {
    Text id;
    Text title;
    Range controls;
    Range keys;
    ActionId back = unsaid;
    ActionId menu = unsaid;
    ActionId any = unsaid;     ///< `keys: { any: ... }`
    bool play = false;         ///< the game runs under it and takes the input
    bool pauses = true;        ///< above a play screen it pauses the game
    std::uint8_t shade = 0xFF; ///< percent of dark over what lies beneath; `covers` hides it
};
inline constexpr std::uint8_t covers = 0xFF;

enum class ControlKind : std::uint8_t { label, picture, panel, button };

struct Control {
    Text id;
    Text text;
    ConditionId when = holds;
    ActionId press = unsaid;
    ScreenId screen = no_screen;
    ControlKind kind{};
};

struct Flag {
    Text id;
    bool first = false;       ///< its value when the flow starts
    bool set_by_game = false; ///< the game may change it at any moment
};

/// When an event is answered: while the game runs, while it does not, or always.
enum class During : std::uint8_t { play, menu, any };

struct Event {
    Text id;
    ActionId action = unsaid; ///< `unsaid` for an event that the flow does not answer
    std::uint32_t after_ms = 0;
    During during = During::play;
};

struct Loading {
    ScreenId screen = no_screen;
    ScreenId failed = no_screen;
    std::uint32_t give_up_ms = 0; ///< 0: a load may take as long as it takes
};

struct CompiledFlow {
    template <class Row>
    using Table = std::vector<Row>;

    Table<Scene> scenes;
    Table<Screen> screens;
    Table<Control> controls;
    Table<Flag> flags;
    Table<Event> events;
    Table<Text> keys;
    Table<Text> words;
    Table<KeyAnswer> key_answers;
    Table<Action> actions;
    Table<Alternative> alternatives;
    Table<Step> steps;
    Table<Test> tests;
    std::string texts;
    Looks looks; ///< empty: the flow runs, and shows nothing

    Text game;
    SceneId first_scene = no_scene;    ///< where the flow starts: with a scene,
    ScreenId first_screen = no_screen; ///< or, without one, with a screen
    Loading loading;
    std::uint16_t design_width = 1280;
    std::uint16_t design_height = 720;
    bool can_quit = true; ///< false: the platform has no quit

    std::string_view text(Text piece) const {
        return std::string_view(texts).substr(piece.begin, piece.length);
    }
    const Scene& operator[](SceneId id) const { return scenes[index(id)]; }
    const Screen& operator[](ScreenId id) const { return screens[index(id)]; }
    const Control& operator[](ControlId id) const { return controls[index(id)]; }
    const Flag& operator[](FlagId id) const { return flags[index(id)]; }
    const Event& operator[](EventId id) const { return events[index(id)]; }
    const Action& operator[](ActionId id) const { return actions[index(id)]; }

    /// The id of a name, or the type's "none" value. Controls are named within their screen.
    SceneId scene(std::string_view name) const;
    ScreenId screen(std::string_view name) const;
    FlagId flag(std::string_view name) const;
    EventId event(std::string_view name) const;
    KeyId key(std::string_view name) const;
    ControlId control(ScreenId screen, std::string_view name) const;
};

/// Checks the invariants above. Returns what is wrong, or an empty text. Never reads out of bounds.
std::string_view verify(const CompiledFlow& flow);

static_assert(std::is_trivially_copyable_v<Scene> && std::is_trivially_copyable_v<Screen> &&
              std::is_trivially_copyable_v<Control> && std::is_trivially_copyable_v<Step> &&
              std::is_trivially_copyable_v<Alternative> && std::is_trivially_copyable_v<Test> &&
              std::is_trivially_copyable_v<Event> && std::is_trivially_copyable_v<Flag>);

} // namespace rondix
