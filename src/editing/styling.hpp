// What a thing's style says in each state, where that comes from, and how it is changed: in the
// thing alone, or in the style that it wears.
#pragma once

#include "editing/placing.hpp"
#include "rondix/runtime/look.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix {

/// One property of a style, as it holds in a state.
struct StyleRow {
    std::string key;   ///< `fill`
    std::string value; ///< as it is written; empty: nobody says it
    /// "here", the state it is said for ("rest"), or the style that it comes from.
    std::string from;
    bool is_colour = false;
};

struct StyleSaid {
    std::string worn;                 ///< the named style: its own, or the standard one
    bool is_own = false;              ///< it says something itself, besides a name
    std::vector<std::string> wearers; ///< of that style: others, as `screen.control`
    std::vector<StyleRow> rows;       ///< all properties, in the order of the docs
};
/// `alone`: what is "here" is said by the thing itself; else by the named style.
StyleSaid style_said(const FlowFile& file, const FlowPlace& place, LookState state, bool alone);

/// Sets a property, `alone` or wherever the style is worn; an empty value: it is not said there.
Changed set_style(const FlowFile& file, const FlowPlace& place, LookState state, bool alone,
                  const std::string& key, const std::string& value);

/// The named colours, the last of a name counts.
struct NamedColour {
    std::string name;
    Colour colour;
};
std::vector<NamedColour> palette_of(const FlowFile& file);
/// Of `brass`, `night/70%`, `#203040`; nothing where it is none.
std::optional<Colour> colour_of(const FlowFile& file, const std::string& written);

} // namespace rondix
