// The words of styles: what each is called, what its value is, and what it sets. The one place
// where a new property has to be added, besides Look or Dress itself.
#pragma once

#include "reading/values.hpp"
#include "rondix/tools/name_index.hpp"

#include <functional>

namespace rondix {

/// What reading a setting needs besides its words.
struct StyleTables {
    const Palette& palette;
    Findings& findings;
    float scale = 1;    ///< of lengths, from the theme's design size to the flow's
    std::string folder; ///< of the theme's files
    std::function<PictureId(const Name&)> picture;
    std::function<FontId(const Name&)> font;
    std::function<CueId(const Name&)> cue;
    std::function<TextRef(const std::string&)> text;
};

struct StyleWord {
    std::string_view key;
    bool whole; ///< of the style, not of a single state
    bool raw;   ///< its value is one text, not words
    /// Sets it in one state; nothing happens, and something is reported, when the value is wrong.
    void (*set)(Values& values, const StyleTables& tables, Style& style, std::size_t state);
    std::string_view help;              ///< one line of Markdown
    std::optional<NameKind> names = {}; ///< what its words are names of
};

const std::vector<StyleWord>& style_words();
const StyleWord* find_style_word(std::string_view key);

inline constexpr std::string_view state_names[look_state_count] = {"rest", "focused", "pressed",
                                                                   "on", "disabled"};
inline constexpr std::string_view standard_style_names[standard_style_count] = {
    "nothing",      "screen",      "dim",      "sheet",      "title",    "label",
    "button",       "picture",     "panel",    "progress",   "notice",   "setting",
    "value",        "track",       "knob",     "list",       "row",      "unfolded",
    "scroll-track", "scroll-knob", "row-text", "row-detail", "row-value"};

} // namespace rondix
