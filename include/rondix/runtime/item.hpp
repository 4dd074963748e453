// Item: one thing to draw, as the Runner's view gives it.
//
// Units: design units, and degrees. Lifetime: texts last until the next call of the Runner.
// Threads: that of the Runner.
#pragma once

#include "rondix/runtime/look.hpp"
#include "rondix/runtime/looks.hpp"

#include <cstdint>
#include <string_view>

namespace rondix {

enum class ItemKind : std::uint8_t {
    ground,
    dim,
    group, ///< of controls, with a background of its own
    title,
    label,
    picture,
    panel,
    button,
    control, ///< a toggle, slider, choice or text field
    list,
    row,   ///< of a list
    piece, ///< of a composite control
    value, ///< the value of a control's setting
    track,
    knob,
    progress,
    notice,
    scroll_track, ///< beside a group that scrolls,
    scroll_knob,  ///< which stands on it
};

/// One thing to draw. Items come in drawing order. Each is a background with a picture and a text
/// on it, within `bounds`, drawn as `look` and `style` say.
struct Item {
    ItemKind kind{};
    LookState state = LookState::rest;
    bool leaving = false; ///< of a closed screen that is still animated
    StyleId style{};
    Rect bounds = {};         ///< as laid out, in design units
    Rect clip = {};           ///< nothing is to be drawn outside of it; without a width: all is
    Transform transform = {}; ///< from scale, shift, rotation and transition
    Look look = {};           ///< blended between states; its opacity applies to the whole item
    Shares shares = {};       ///< weight of each state, for what cannot be blended, such as images
    std::string_view text = {};  ///< translated; valid until the next call of the Runner
    std::string_view name = {};  ///< of controls and rows, for screen readers;
    std::string_view value = {}; ///< the same as in accessible_info()
    float text_scale = 1;        ///< below 1 where the text was shrunk to fit
    Edge align{};                ///< of the text, left to right
    Sides padding = {};          ///< around the text, within `bounds`
    float rotate = 0;            ///< degrees, contained in `transform` already
    PictureId picture = no_picture;
    float amount =
        0; ///< of what dims: its opacity; of progress, a track, a held button or a time: the share
    std::uint32_t row = 0; ///< of a list's row: its number
    ScreenId screen = no_screen;
    ControlId control = no_control;
};

} // namespace rondix
