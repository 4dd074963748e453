// How text for people is set: plain, as files and other programs read it, or for a terminal.
//
// Threads: any.
#pragma once

#include <cstddef>

namespace rondix {

struct TextStyle {
    bool colour = false;
    std::size_t width = 0; ///< lines of words are folded to so many columns; 0: not at all
};

} // namespace rondix
