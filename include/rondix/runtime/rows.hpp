// ListRows: what a game puts into a list. The Runner asks for a row when it needs it, so ten
// thousand rows cost no more than ten.
//
// Threads: the functions are called on the thread that calls the Runner.
#pragma once

#include "rondix/runtime/looks.hpp"

#include <cstdint>
#include <string_view>

namespace rondix {

struct ListRow {
    std::string_view text;   ///< as shown; must stay valid until other rows are set
    std::uint16_t which = 0; ///< which of the list's presses it makes; 0 where there is one
    bool disabled = false;
    // Shown where the flow says so (`row:`); the texts must stay valid as well.
    std::string_view detail = {}; ///< a second text
    std::string_view value = {};
    PictureId picture = no_picture; ///< CompiledFlow::picture() finds one by its file
};

struct ListRows {
    std::uint32_t count = 0;
    void* context = nullptr; ///< passed to `row`
    ListRow (*row)(void* context, std::uint32_t number) = nullptr;

    ListRow operator[](std::uint32_t number) const {
        return row ? row(context, number) : ListRow{};
    }
};

/// A list at work: its rows, which of them has the focus, and how far it is scrolled.
struct ListState {
    ListRows rows;
    std::uint32_t focus = 0;
    float scroll = 0; ///< in lines; the first visible one
};

} // namespace rondix
