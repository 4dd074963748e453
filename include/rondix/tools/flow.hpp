// Flow: what the author wrote, name by name, each with its place in the file. Reading fills it in,
// resolving checks its names, compiling turns it into a CompiledFlow. Nothing here is needed at run
// time.
//
// Errors: what is wrong with a file is in FlowFile::findings; a file that cannot be read is one of
// them. Cost: linear in the text. Threads: any.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/tools/finding.hpp"
#include "rondix/tools/flow_looks.hpp"
#include "rondix/tools/name_index.hpp"
#include "rondix/tools/source.hpp"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace rondix {

/// `saved-voyage`, `music above 50`, `voyages has rows`, `not x`, `x and y`, `x or y`.
struct Condition {
    enum class Kind : std::uint8_t {
        flag,
        is,
        above,
        below,
        has_rows,
        scene_is,
        scene_has, ///< `next` or `previous`
        negation,
        both,
        either
    };
    Kind kind{};
    Name subject;                 ///< the flag (or a setting that is yes or no), setting, list
    Name value;                   ///< of is, above, below, scene_is and scene_has
    std::vector<Condition> parts; ///< one of a negation, two of both and either
};

struct FlowStep {
    StepKind kind{};
    Name subject; ///< the screen, scene, flag, word or text that it names; else empty
    SourceRange place;
    Name value = {};               ///< of `set` and `turn`
    std::vector<Name> one_of = {}; ///< `load one-of [...]`: what the row of a list leads to
};

/// `ask: Leave without saving?`
struct FlowAsk {
    std::string text, yes, no; ///< what the answers say
    SourceRange place;
};

struct FlowAlternative {
    std::optional<Condition> when;
    std::vector<FlowStep> steps;
    std::optional<FlowAsk> ask = {};
};

/// What a press, a key or an event does. No alternatives: nothing (`back: none`).
struct FlowAction {
    SourceRange place;
    std::vector<FlowAlternative> alternatives;
};

/// `routes: { left: crew }`.
struct FlowRoute {
    std::uint8_t direction = 0; ///< up, down, left, right
    Name to;
    bool both = false; ///< and back
};

struct FlowControl {
    ControlKind kind{};
    Name id;
    std::string text;
    std::optional<Condition> when;
    std::optional<FlowAction> press;
    bool hides = false;          ///< `else: hidden`
    std::optional<Name> setting; ///< that it changes, or shows
    std::vector<Name> pages;     ///< of pages: the groups that they show
    std::string hint;
    Shows shows{};         ///< of a label
    bool dropdown = false; ///< of a choice
    std::vector<FlowRoute> routes;
    std::uint16_t columns = 1, rows = 6; ///< of a list: side by side; seen at once
    std::uint16_t portrait_columns = 1;
    std::uint32_t hold_ms = 0, cooldown_ms = 0;
    FlowBox box;
    std::vector<FlowPiece> pieces;
    std::optional<FlowRow> row;      ///< of a list
    std::vector<FlowSample> samples; ///< of a list
    std::vector<Name> mentions;      ///< names of keys in its texts: `{accept}`
    SourceRange for_each_scene = {}; ///< where `for-each` stands; else not known
    std::optional<Name> unlocked;    ///< the setting that says how many of those can be pressed
};

struct FlowKey {
    Name key;
    FlowAction action;
    std::optional<Name> keyboard, pad; ///< what stands for it; a word of the grammar
};

/// `moves-on:` and `idle:`.
struct FlowMovingOn {
    std::uint32_t after_ms = 0;
    FlowAction action;
    SourceRange after_place = {};
};

/// `- part: bar` among the controls of a screen: the part's controls stand before the `at`th.
struct FlowPartUse {
    std::size_t at = 0;
    Name name;
};

/// A screen; or, under `parts:`, a piece of several: controls, groups and keys.
struct FlowScreen {
    Name id;
    std::optional<Name> like;
    std::vector<Name> drop;
    std::optional<std::string> title;
    std::optional<bool> play, pauses;
    std::optional<std::uint8_t> dim;
    std::optional<FlowAction> back, menu;
    std::vector<FlowKey> keys;
    std::vector<FlowControl> controls;
    std::vector<FlowPartUse> parts; ///< until they are put in
    std::vector<Name> mentions;     ///< names of keys in its title
    std::optional<bool> urgent, wraps, pointer;
    std::optional<bool> for_opener; ///< `pads: opener`
    std::optional<Name> focus;      ///< the control that has it first
    std::optional<Condition> closes_when;
    std::optional<FlowMovingOn> moves_on, idle;
    SourceRange play_place;
    FlowScreenLooks looks;
};

struct FlowScene {
    Name id;
    std::string file;
    Name root;
    std::optional<Name> music = {};
    bool stays = false;     ///< `keep-loaded: yes`
    std::string title = {}; ///< empty: not said
};

struct FlowFlag {
    Name id;
    bool first = false;
    bool set_by_game = false;
    bool warns = false;          ///< `ask-before: leaving`
    std::vector<Name> except_on; ///< but not on these screens
};

struct FlowSetting {
    Name id;
    SettingKind kind{};
    double from = 0, by = 1;
    std::vector<Name> values; ///< each as it is written; of a text: its first one
    std::vector<Name> labels; ///< each as it is shown; empty: as it is written
    std::uint16_t first = 0;
    std::uint16_t longest = 0; ///< of a text, in letters
    std::uint32_t keep_within_ms = 0;
    std::optional<Name> binds; ///< a button or a key that the flow names
    bool stretches = false;    ///< `scales: time-limits`
};

struct FlowRequest {
    Name id;
    std::optional<Name> screen;
    std::optional<FlowAction> done, failed;
    std::uint32_t timeout_ms = 0;
};

/// One of the places where a flow may start.
struct FlowStart {
    std::optional<Condition> when;
    Name with; ///< a scene or a screen
};

struct FlowEvent {
    Name id;
    FlowAction action;
    std::uint32_t after_ms = 0;
    During during = During::play;
    bool waits = false; ///< `else: wait`
};

struct FlowLoading {
    std::optional<Name> screen, failed;
    std::uint32_t timeout_ms = 0;
    SourceRange place; ///< of the key `loading:`
};

struct Flow {
    std::string root; ///< the folder that holds all its files
    std::string game;
    Name start; ///< without text where it starts by condition:
    std::vector<FlowStart> starts;
    FlowLoading loading;
    std::uint16_t design_width = 1280;
    std::uint16_t design_height = 720;
    bool can_quit = true;
    DeviceSet devices = default_devices; ///< `devices: [keyboard, pad]`
    SourceRange devices_place;
    std::vector<Name> pad_keys;      ///< named keys that a pad has a button for
    std::uint32_t reaction_ms = 500; ///< `reaction-time: 0.5s`
    double reading_speed = 15;       ///< letters a second
    std::vector<FlowScene> scenes;
    std::vector<Name> order; ///< of scenes
    std::vector<FlowFlag> flags;
    std::vector<FlowEvent> events;
    std::vector<FlowRequest> requests;
    std::vector<FlowSetting> settings;
    std::vector<FlowScreen> screens;
    std::vector<FlowScreen> parts;
    std::vector<Name> includes; ///< files, as they are written
    SourceRange parts_place;
    SourceRange scenes_place, flags_place, events_place,
        screens_place; ///< of the keys `scenes:` ...
    SourceRange requests_place, settings_place;
    FlowWindow window;
    std::optional<Name> theme_file;
    std::vector<Theme> themes; ///< the built-in one, the file's, the flow's own: later ones win
};

/// Where the rows of a CompiledFlow come from; the tables run alongside its own. Built-in screens,
/// controls and events have no place.
struct Origins {
    std::vector<SourceRange> scenes, screens, controls, events, flags, actions, steps;
    std::vector<SourceRange> requests, settings;
    std::vector<SourceRange> boxes, styles, pictures, fonts, cues, tunes; ///< of Looks
    SourceRange start;
};

/// The whole journey from text to tables, as far as it went.
struct FlowFile {
    std::vector<Source> sources;
    Findings findings;
    bool readable = false; ///< false: the input cannot be used (exit status 2)
    Flow flow;
    NameIndex names;                      ///< where each name is declared and used
    std::optional<CompiledFlow> compiled; ///< there when no error was found
    Origins origins;
};

/// Reads, resolves and compiles the flow in the file `path`. What it includes, its theme and its
/// pictures have to stand in the folder `root` or below it, wherever links lead; empty: in that of
/// the flow itself. So a flow from elsewhere shows nobody what else is on this machine.
FlowFile load_flow(const std::string& path, const std::string& root = {});

/// The same for text that is at hand; `name` is what findings call it. What it names may stand
/// anywhere: where the text is not the program's own, use load_flow_texts() with a root.
FlowFile load_flow_text(std::string name, std::string text);

/// Texts that stand for files, by path: a change that is tried before it is written.
using FileTexts = std::map<std::string, std::string>;
FlowFile load_flow_texts(const std::string& path, const FileTexts& texts,
                         const std::string& root = {});

} // namespace rondix
