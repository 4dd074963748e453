// What the author wrote about looks: places, styles and themes, each with its place in the file.
//
// Threads: any.
#pragma once

#include "rondix/runtime/looks.hpp"
#include "rondix/tools/finding.hpp"

#include <array>
#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace rondix {

/// A word of the file and where it stands.
struct Name {
    std::string text;
    SourceRange place;
};

// --- styles

/// One line of a style: `fill: brass`. Its words are read when the palette is whole.
struct FlowStyleLine {
    Name key;
    std::vector<Name> words;
};

/// What a style says, by state; `rest` holds for every state that says nothing else.
struct FlowStyle {
    Name id; ///< without text for one that is written where it is used
    std::optional<Name> like;
    std::array<std::vector<FlowStyleLine>, look_state_count> states;
};

/// Named colours, styles and how screens come and go: of a theme file, or of the flow itself.
struct Theme {
    std::vector<std::pair<Name, Name>> palette; ///< name and colour
    std::vector<FlowStyle> styles;
    std::vector<std::pair<Name, Name>> cues, tunes; ///< name and file
    std::optional<ScreenTransition> enters, leaves;
    float short_side = 720; ///< of the size that its lengths are meant for
    std::string folder;     ///< that its files are found in; ends in '/' where it is not empty
};

/// The style of a box: a name, or written in place.
struct FlowStyleUse {
    SourceRange place;
    FlowStyle style; ///< a plain name stands in `extends`
};

// --- places

/// How a box stands and arranges what it holds, for one shape of window.
struct FlowForm {
    BoxForm form;
    SourceRange place;
    bool anchored = false; ///< `at` was said: it stands on the screen itself, not in a group
    bool sized_across = false, sized_down = false;
    SourceRange scroll; ///< what it says of scrolling
};

struct FlowBox {
    std::optional<FlowForm> landscape, portrait; ///< portrait only where it differs
    std::optional<Name> group;                   ///< that it stands in
    std::optional<FlowStyleUse> style;
    std::optional<Name> picture; ///< its file
    bool bleeds = false;
    bool keeps_room = false; ///< while it is hidden
};

/// A part of a control: a text or a picture, placed within it.
struct FlowPiece {
    SourceRange place;
    std::string text;
    BoxRole role = BoxRole::piece; ///< `shows: value`, `track`, `knob` or `picture`
    float share = 0;               ///< of a track or knob, until the game sets it
    FlowBox box;
};

/// `row:` of a list: how each row looks.
struct FlowRow {
    SourceRange place;
    std::optional<FlowStyleUse> style;
    float height = 0;
    std::vector<FlowPiece> pieces;
};

/// One of its `samples:`.
struct FlowSample {
    std::string text, detail, value;
    std::optional<Name> picture;
    bool disabled = false;
};

struct FlowGroup {
    Name id;
    FlowBox box;
    /// The size of the controls in it, as far as they say none, in each WindowShape.
    std::array<std::optional<Size>, 2> each;
};

struct FlowScreenLooks {
    std::optional<FlowStyleUse> ground;
    std::optional<FlowBox> heading;
    std::optional<FlowGroup> layout; ///< of the controls that say no place
    std::vector<FlowGroup> groups;
    std::optional<ScreenTransition> enters, leaves;
    std::optional<Name> music;
};

// --- windows

struct FlowWindow {
    WindowRule rule = WindowRule::grow;
    std::optional<Size> portrait; ///< the design size of tall windows; else the sides are swapped
    Size safe;
};

} // namespace rondix
