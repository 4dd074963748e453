// What scrolls: groups whose children take the room that they need, and that show a part of it.
//
// Places are worked out as if nothing were scrolled (arrange.hpp); here stands what of that is to
// be seen, and how far it can be moved. A group that scrolls holds no other and no list, so that
// each box stands in one at most.
#pragma once

#include "rondix/runtime/canvas.hpp"
#include "rondix/runtime/compiled_flow.hpp"

#include <span>
#include <vector>

namespace rondix::place {

inline constexpr std::uint32_t no_area = 0xFFFFFFFF;

/// What a box keeps free of its children: its padding, that of its style, and the room of scroll
/// bars.
Sides inner_sides(const CompiledFlow& flow, const Box& box, WindowShape shape);

/// A group that scrolls, in the window as it is.
struct ScrollArea {
    std::uint32_t box = 0;
    ScreenId screen{};
    ControlId holds = no_control; ///< one of its controls
    std::uint32_t last = 0;       ///< of all that it holds, the box that is drawn last
    Rect view = {};               ///< where what it holds is to be seen
    Rect clip = {}; ///< the same, and a little of the padding, so that borders are whole
    Size room = {}; ///< what all of it takes; no less than the view

    float most_across() const { return room.width - view.width; } ///< that it can be scrolled
    float most_down() const { return room.height - view.height; }
    bool scrolls() const { return most_across() > 0 || most_down() > 0; }
};

/// All of a flow's.
class ScrollAreas {
  public:
    explicit ScrollAreas(const CompiledFlow& flow);

    /// Of a screen whose boxes were placed, and mirrored where they are.
    void measure(ScreenId screen, WindowShape shape, std::span<const Placed> places, bool mirrored);

    std::size_t size() const { return areas_.size(); }
    const ScrollArea& operator[](std::size_t i) const { return areas_[i]; }
    /// Those of a screen, one behind the other.
    IndexRange of(ScreenId screen) const {
        return areas_.empty() ? IndexRange{} : of_screen_[index(screen)];
    }
    /// Which of them a box of the flow stands in, or none.
    std::uint32_t area_of(std::uint32_t box) const {
        return areas_.empty() ? no_area : area_of_[box];
    }

  private:
    void find(ScreenId screen);
    void measure(ScrollArea& area, WindowShape shape, std::span<const Placed> places,
                 bool mirrored) const;

    const CompiledFlow& flow_;
    std::vector<ScrollArea> areas_;
    std::vector<IndexRange> of_screen_;
    std::vector<std::uint32_t> area_of_;
};

/// A screen as it would stand if what scrolls were drawn out to its whole length, and all else
/// moved and grew along with it. Routes are found there: they are the same however far it is
/// scrolled.
class DrawnOut {
  public:
    explicit DrawnOut(const ScrollAreas& areas);
    void begin(ScreenId screen, bool mirrored);
    /// Where a box of that screen stands there, from where it was placed.
    Rect operator()(std::uint32_t box, const Rect& placed) const;

  private:
    struct Piece {
        float begin = 0;  // from here on,
        float at = 0;     // which is there,
        float factor = 1; // it grows by so much
    };
    using Line = std::vector<Piece>;
    void draw_out(Line& line, bool across) const;
    static float there(const Line& line, float here);

    const ScrollAreas& areas_;
    ScreenId screen_ = no_screen;
    bool mirrored_ = false;
    Line across_, down_;
};

} // namespace rondix::place
