// Item: one thing to draw, as the Runner's view gives it.
#pragma once

#include "rondix/looks.hpp"
#include "rondix/motion.hpp"

#include <cstdint>
#include <string_view>

namespace rondix {

enum class ItemKind : std::uint8_t {
    ground,
    dim,
    group, ///< of boxes, that draws something itself
    title,
    label,
    picture,
    panel,
    button,
    control, ///< a toggle, slider, choice or entry
    list,
    row,   ///< of a list
    piece, ///< of a composite control
    value, ///< the value of a control's setting
    track,
    knob,
    progress,
    notice,
};

/// One thing to draw. Items come in the order in which they are to be drawn. Each is a picture and
/// a text on a ground, all of them within `bounds`, as `look` and `style` say.
struct Item {
    ItemKind kind{};
    LookState state = LookState::rest;
    bool leaving = false; ///< of a screen that is closed already and on its way out
    StyleId style{};
    Rect bounds = {};            ///< as laid out, in design units
    Transform transform = {};    ///< what becomes of it by scale, shift, rotation and transition
    Look look = {};              ///< its own, in between states; opacity is that of the whole
    Shares shares = {};          ///< of each state, for what does not blend, such as images
    std::string_view text = {};  ///< as worded; valid until the next call of the Runner
    std::string_view name = {};  ///< of a control's body and of rows, for those who hear the menus:
    std::string_view value = {}; ///< what accessible_info() says of it as well
    float text_scale = 1;        ///< below 1 where the text was made smaller to fit
    Edge align{};                ///< of the text, left to right
    Sides padding = {};          ///< round the text, within `bounds`
    float rotate = 0;            ///< degrees that stand in `transform` already, for checks
    PictureId picture = no_picture;
    float amount =
        0; ///< of what dims: its opacity; of progress, a track or a held button: the share
    std::uint32_t row = 0; ///< of a list's row: its number
    ScreenId screen = no_screen;
    ControlId control = no_control;
};

} // namespace rondix
