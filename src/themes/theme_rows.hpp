// A theme as rows that are written while Rondix is built (theme_writer.cpp): no command has to read
// the built-in theme again. Each row is a word of the theme's text, by its place there.
#pragma once

#include "rondix/tools/flow_looks.hpp"

#include <cstdint>
#include <span>
#include <string_view>

namespace rondix {

struct ThemeRow {
    enum class Kind : std::uint8_t {
        colour,  ///< its name; its value follows
        cue,     ///< the same
        tune,    ///< the same
        style,   ///< its name; what it extends and its lines follow
        extends, ///< the name of a style
        line,    ///< a key; its words follow
        word     ///< of the row before it
    };
    Kind kind;
    std::uint8_t state;       ///< of a line and its words
    bool in_quotes;           ///< which belong to the place, not to the word
    std::uint32_t begin, end; ///< bytes of the text
};

struct ThemeRows {
    std::string_view text;
    std::span<const ThemeRow> rows;
    std::size_t styles; ///< among the rows
    std::optional<ScreenTransition> enters, leaves;
    float short_side;
};

/// The theme that the rows came from; its places are those of no file.
Theme theme_of(const ThemeRows& made);

} // namespace rondix
