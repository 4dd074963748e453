// Looks: where everything of a flow stands and how it appears, as dense tables beside those that
// say what it does. Nothing here has any say in what a move does.
//
// Each screen is a tree of boxes: groups (overlay, column, row, grid), and what is drawn: the
// heading, controls and their pieces, panels and pictures. Invariants, re-checked by verify():
//   - the boxes of a screen, or of a row, stand together; the first is the whole canvas or row;
//     parents stand before their children,
//     and that is also the order in which they are drawn;
//   - only groups scroll, and what scrolls holds nothing that scrolls by itself: no group, no list;
//   - every style, picture, font and cue points into its table, or is the type's "none" value;
//   - the standard styles come first, in the order of StandardStyle.
//
// Threads: any may read it.
#pragma once

#include "rondix/runtime/geometry.hpp"
#include "rondix/runtime/ids.hpp"
#include "rondix/runtime/look.hpp"
#include "rondix/runtime/table.hpp"
#include "rondix/runtime/text_ref.hpp"

#include <array>

namespace rondix {

enum class StyleId : std::uint16_t {};
enum class PictureId : std::uint16_t {};
enum class FontId : std::uint16_t {};
enum class CueId : std::uint16_t {};
enum class TuneId : std::uint16_t {};
inline constexpr PictureId no_picture{0xFFFF};
/// A picture of the game's own, for Runner::set_shown_picture() and rows of lists: what has this
/// number in the game, below 32,767; of a higher one there is none. Items pass it on.
constexpr PictureId own_picture(std::uint16_t number) {
    return number < 0x7FFF ? PictureId(0x8000 + number) : no_picture;
}
constexpr bool is_own(PictureId picture) {
    return picture >= own_picture(0) && picture != no_picture;
}
constexpr std::uint16_t own_number(PictureId picture) {
    return static_cast<std::uint16_t>(static_cast<std::uint16_t>(picture) - 0x8000);
}
inline constexpr CueId no_cue{0xFFFF};
inline constexpr TuneId no_tune{0xFFFF}; ///< nothing is said
inline constexpr TuneId silence{0xFFFE}; ///< `music: none`

// --- styles

/// How a picture fills its box: pulled to its shape, whole inside it, or covering it.
enum class PictureFit : std::uint8_t { stretch, inside, cover };

enum class Edge : std::uint8_t { start, middle, end };
constexpr Edge turned(Edge edge) {
    return edge == Edge::middle ? edge : edge == Edge::start ? Edge::end : Edge::start;
}

/// Left, top, right, bottom.
using Sides = std::array<float, 4>;

/// What of a style does not blend, in one state.
struct Dress {
    PictureId image = no_picture;
    /// The widths of the image's edges, in its own pixels, which keep their shape while the rest
    /// stretches. All 0: no slices; top and bottom 0: three slices; else nine.
    Sides slices{};
    PictureFit fit = PictureFit::stretch;
    CueId cue = no_cue;       ///< sounds when the state is entered
    TextRef text;             ///< instead of the control's own, where it is not empty
    bool fill_across = false; ///< a gradient runs from left to right

    friend constexpr bool operator==(const Dress&, const Dress&) = default;
};

struct Style {
    std::array<Look, look_state_count> looks;
    std::array<Dress, look_state_count> dresses;
    FontId font{};
    float text_size = 24;
    bool bold = false;
    Edge align = Edge::middle; ///< of text in its box
    Sides padding{};           ///< round text and children
    Size least;                ///< of a box that is as large as what it holds
    CueId denied = no_cue;     ///< sounds when what cannot be used is pressed
    Transition change;         ///< between states
};

/// The styles that boxes have where nothing else is said.
enum class StandardStyle : std::uint8_t {
    nothing, ///< draws nothing
    screen,  ///< the ground of a screen that covers the screens beneath
    dim,     ///< over the screens beneath; its opacity is the screen's own
    sheet,   ///< under the controls of a screen that shows the screens beneath
    title,
    label,
    button,
    picture,
    panel,
    progress,
    notice,
    setting,      ///< a control that changes a setting
    value,        ///< the value that it has
    track,        ///< of a slider, filled up to its value
    knob,         ///< that is drawn along it
    list,         ///< under the rows of a list
    row,          ///< one of them
    unfolded,     ///< under the values of a choice that stand over the screen
    scroll_track, ///< beside what scrolls
    scroll_knob,  ///< how much of that is seen, and where
    row_text,     ///< of a row of a list that says how its rows look
    row_detail,
    row_value,
};
inline constexpr std::size_t standard_style_count = 23;
constexpr StyleId id_of(StandardStyle style) {
    return StyleId(style);
}

// --- boxes

enum class Arrangement : std::uint8_t { overlay, column, row, grid };

/// How large a box is along one axis: as said, as what it holds, or all there is.
enum class Extent : std::uint8_t { content, fixed, stretch };

/// A place along one axis.
struct Span {
    Extent extent = Extent::content;
    Edge anchor = Edge::middle; ///< this point of the box stands on this point of its parent,
    float offset = 0;           ///< moved by so much to the right or down
    float size = 0;             ///< of a fixed extent
    float margin_start = 0, margin_end = 0; ///< kept free of a stretched extent
};

/// How a box stands in its parent, and how its children stand in it.
struct BoxForm {
    Span across = {}, down = {};
    Arrangement arrangement = Arrangement::overlay;
    Edge pack = Edge::middle;  ///< of the children along a column or row
    Edge align = Edge::middle; ///< of the children across it
    bool align_fill = false;   ///< they are all as wide as the column, or as high as the row
    bool apart = false;        ///< room that is left is put between them
    std::uint16_t columns = 1; ///< of a grid, or of the rows of a list
    float gap_across = 0, gap_down = 0;
    Sides padding{};  ///< besides that of the style
    float rotate = 0; ///< degrees, clockwise, about the middle; takes no other room
    /// Its children take what room they need; what of them has none is scrolled to.
    bool scrolls_across = false, scrolls_down = false;
};

enum class BoxRole : std::uint8_t {
    group, ///< holds others; drawn where its style draws something
    ground,
    dim,
    heading,
    control,       ///< the body of a control
    piece,         ///< a part of a control, which follows its state
    value,         ///< such a part, with the value of the control's setting as its text
    track,         ///< such a part, filled as far as the setting's value goes
    knob,          ///< such a part, which stands on the track, at the value
    shown_picture, ///< such a part, with the picture that the game sets
    progress,
    row,         ///< of a list: what all that a row shows stands in,
    row_text,    ///< what the game says of the row: its text,
    row_detail,  ///< a second one,
    row_value,   ///< a value,
    row_picture, ///< and a picture
};

/// Pieces, values, tracks, knobs and pictures: what belongs to a control besides its body.
constexpr bool is_part(BoxRole role) {
    return role >= BoxRole::piece && role <= BoxRole::shown_picture;
}

enum class WindowShape : std::uint8_t { landscape, portrait };

struct Box {
    std::array<BoxForm, 2> forms = {}; ///< of each WindowShape
    TextRef text = {};
    ControlId control = no_control;
    std::uint32_t parent = 0; ///< all three count from the first box of the screen; 0: none
    std::uint32_t first_child = 0;
    std::uint32_t next = 0; ///< the next child of the same parent
    StyleId style{};
    PictureId picture = no_picture;
    float share = 0; ///< of a track or knob of what the game shows, until it says otherwise
    BoxRole role = BoxRole::group;
    bool bleeds = false;     ///< into the safe margin
    bool keeps_room = false; ///< while its control is hidden
};

/// How each row of a list looks, where the flow says so. Its boxes are laid out in a row, not on a
/// screen: the first, of role `row`, is the whole row.
struct RowLooks {
    ControlId list{};
    IndexRange boxes;   ///< none: the row shows its text alone
    IndexRange samples; ///< rows for pictures and for trying out, while no game supplies any
    StyleId style{};
    float height = 0; ///< 0: as its style says
};

struct SampleRow {
    TextRef text, detail, value;
    PictureId picture = no_picture;
    bool disabled = false;
};

struct ScreenLooks {
    IndexRange boxes;
    ScreenTransition enters, leaves;
    TuneId tune = no_tune; ///< that plays while it is the highest open screen that says one
};

// --- windows

/// What becomes of the canvas in a window of another shape than the design size.
enum class WindowRule : std::uint8_t {
    grow,        ///< the side that has room to spare grows; nothing is lost
    bars,        ///< the canvas stays as it is, between bars
    cut,         ///< it fills the window, and what stands over is cut off
    keep_height, ///< its height stays, and its width follows the window
    keep_width,
};

/// A cue or a tune: a sound with a name.
struct Sound {
    TextRef id;
    TextRef file; ///< empty: the theme names none, and the game may know what is meant
};

struct Looks {
    Table<ScreenLooks> screens; ///< of each screen
    Table<Box> boxes;
    Table<RowLooks> rows;
    Table<SampleRow> samples;
    Table<Style> styles;
    Table<TextRef> pictures; ///< their files, as written in the flow or theme
    Table<TextRef> fonts;    ///< family names, or files
    Table<Sound> cues;
    Table<Sound> tunes;
    Table<TuneId> scene_tunes;  ///< of each scene
    std::array<Size, 2> design; ///< of each WindowShape
    Size safe;                  ///< margin at each side, and at top and bottom
    WindowRule rule = WindowRule::grow;

    const Style& operator[](StyleId id) const { return styles[index(id)]; }
};

} // namespace rondix
