// The map's colours and fonts.
#pragma once

#include "draw/drawing.hpp"
#include "draw/map/map_graph.hpp"

namespace rondix::draw::map_style {

// Harbour colours: paper and ink, brass for what is loaded, sea for play, coral for what is wrong.
constexpr Colour paper = rgb(0xF3EFE4);
constexpr Colour group_ground = rgb(0xEAE3D0), group_line = rgb(0xCDBF9C);
constexpr Colour card = rgb(0xFFFDF7);
constexpr Colour ink = rgb(0x22303C);
constexpr Colour faint = rgb(0x6B7780);
constexpr Colour line = rgb(0x55636E);
constexpr Colour back_line = rgb(0x9AA5AB);
constexpr Colour brass = rgb(0x9A6B1F);
constexpr Colour brass_light = rgb(0xF1DFB8);
constexpr Colour sea = rgb(0x1F6373);
constexpr Colour white = rgb(0xFFFFFF);
constexpr Colour violet = rgb(0x6D4A8C);
constexpr Colour coral = rgb(0xC23B22);
constexpr Colour coral_light = rgb(0xFBE3DC);
constexpr Colour way_light = rgb(0x8FD3BC), way_dark = rgb(0x0F7A63);

constexpr Font heading{20, true};
constexpr Font title_font{15, true};
constexpr Font id_font{11, false};
constexpr Font note_font{11.5, false};
constexpr Font strong_font{12.5, true};
constexpr Font label_font{12, false};
constexpr Font number_font{12, true};

constexpr double margin = 24;
constexpr double header = 48;
constexpr double footer = 52;

constexpr Colour colour_of(EdgeKind kind) {
    switch (kind) {
    case EdgeKind::forward: return line;
    case EdgeKind::back: return back_line;
    case EdgeKind::load: return brass;
    case EdgeKind::event: return violet;
    case EdgeKind::frame: return brass;
    }
    return line;
}

} // namespace rondix::draw::map_style
