#include "draw_list/text.hpp"

#include <hb.h>

#include <algorithm>

namespace rondix::draw_list {

namespace {

constexpr std::size_t most_kept = 1'000;
constexpr std::size_t longest = 20'000; // bytes; what is longer is cut off

std::uint64_t hash_of(const TextAsked& asked) {
    std::uint64_t hash = std::hash<std::string_view>()(asked.text);
    hash ^= std::hash<float>()(asked.width) * 0x9E3779B97F4A7C15;
    return (hash ^ asked.font) * 0xBF58476D1CE4E5B9;
}

bool is_of_no_script(std::uint32_t script) {
    return script == HB_SCRIPT_COMMON || script == HB_SCRIPT_INHERITED ||
           script == HB_SCRIPT_UNKNOWN;
}

/// Written without blanks between words: a line may end between any two of them.
bool is_broken_anywhere(std::uint32_t letter) {
    return (letter >= 0x2E80 && letter <= 0x9FFF) || (letter >= 0xAC00 && letter <= 0xD7A3) ||
           (letter >= 0xF900 && letter <= 0xFAFF) || (letter >= 0xFF01 && letter <= 0xFF60) ||
           (letter >= 0x20000 && letter <= 0x3FFFD);
}

/// Closing marks of such scripts, which begin no line.
bool begins_no_line(std::uint32_t letter) {
    constexpr std::uint32_t marks[] = {0x3001, 0x3002, 0x3009, 0x300B, 0x300D, 0x300F,
                                       0x3011, 0xFF01, 0xFF09, 0xFF0C, 0xFF0E, 0xFF1A,
                                       0xFF1B, 0xFF1F, '!',    ')',    ',',    '.',
                                       ':',    ';',    '?',    ']',    '}'};
    return std::ranges::find(marks, letter) != std::end(marks);
}

bool ends_line(std::uint32_t letter) {
    return letter == '\n' || letter == '\r' || letter == 0x2028 || letter == 0x2029;
}

} // namespace

Texts::Texts(const Fonts& fonts)
    : fonts_(fonts)
    , buffer_(hb_buffer_create()) {}

Texts::~Texts() {
    hb_buffer_destroy(buffer_);
}

const Text& Texts::of(const TextAsked& asked) {
    const std::uint64_t hash = hash_of(asked);
    if (const auto known = kept_.find(hash); known != kept_.end()) {
        const Kept& kept = known->second;
        if (kept.text == asked.text && kept.font == asked.font && kept.width == asked.width)
            return kept.shaped;
    }
    if (kept_.size() >= most_kept) kept_.clear();
    Kept& kept = kept_[hash];
    kept = {std::string(asked.text), asked.font, asked.width, {}};
    TextAsked whole = asked;
    whole.text = std::string_view(kept.text).substr(0, longest);
    shape(whole, kept.shaped);
    return kept.shaped;
}

void Texts::shape(const TextAsked& asked, Text& text) {
    decode(asked.text, letters_);
    if (asked.width <= 0)
        for (Letter& one : letters_)
            if (ends_line(one.letter)) one.letter = ' ';
    for (std::size_t begin = 0; begin < letters_.size();) { // a paragraph
        std::size_t end = begin;
        while (end < letters_.size() && !ends_line(letters_[end].letter)) ++end;
        find_levels({letters_.data() + begin, end - begin});
        begin = end + 1;
    }
    find_parts(asked.font);
    measure();
    std::size_t begin = 0;
    do {
        const std::size_t end = end_of_line(begin, asked.width);
        std::size_t next = end;
        const auto is_there = [&](std::size_t at, auto is) {
            return at < letters_.size() && is(letters_[at].letter);
        };
        while (is_there(next, is_blank) && !is_there(next, ends_line)) ++next;
        add_line(begin, end, next, asked.font, text);
        const bool is_pair = is_there(next, [](std::uint32_t one) { return one == '\r'; }) &&
                             is_there(next + 1, [](std::uint32_t one) { return one == '\n'; });
        if (is_there(next, ends_line)) next += is_pair ? 2 : 1;
        begin = next;
    } while (begin < letters_.size());
    for (const Line& line : text.lines) {
        text.width = std::max(text.width, line.width);
        text.height += line.above + line.below;
    }
}

/// A letter of no script, such as a point, is of that before it; at the begin, of that behind it.
void Texts::find_scripts() {
    hb_unicode_funcs_t* unicode = hb_unicode_funcs_get_default();
    scripts_.resize(letters_.size());
    std::uint32_t script = HB_SCRIPT_COMMON;
    for (std::size_t i = 0; i < letters_.size(); ++i) {
        const std::uint32_t own = hb_unicode_script(unicode, letters_[i].letter);
        if (!is_of_no_script(own)) {
            if (script == HB_SCRIPT_COMMON) std::fill_n(scripts_.begin(), i, own);
            script = own;
        }
        scripts_[i] = script;
    }
}

/// Whether a letter wants a font at all: blanks take one from beside them, marks keep what they
/// are put onto.
bool Texts::asks_for_font(std::uint32_t letter) const {
    if (is_blank(letter) || ends_line(letter)) return false;
    hb_unicode_funcs_t* unicode = hb_unicode_funcs_get_default();
    const hb_unicode_general_category_t category = hb_unicode_general_category(unicode, letter);
    return category != HB_UNICODE_GENERAL_CATEGORY_FORMAT &&
           category != HB_UNICODE_GENERAL_CATEGORY_CONTROL &&
           hb_unicode_script(unicode, letter) != HB_SCRIPT_INHERITED;
}

void Texts::find_parts(std::uint16_t font) {
    parts_.clear();
    find_scripts();
    for (std::size_t begin = 0; begin < letters_.size();) { // what runs one way in one script
        std::size_t end = begin + 1;
        while (end < letters_.size() && letters_[end].level == letters_[begin].level &&
               scripts_[end] == scripts_[begin])
            ++end;
        add_parts(begin, end, font);
        begin = end;
    }
}

/// A blank between two fonts is of that which is nearer to the wanted one.
void Texts::add_parts(std::size_t begin, std::size_t end, std::uint16_t wanted) {
    const auto nearness = [&](std::uint16_t one) { return one == wanted ? -1 : int{one}; };
    const auto add = [&](std::size_t at, std::uint16_t font) {
        parts_.push_back({static_cast<std::uint32_t>(at), static_cast<std::uint32_t>(end), font,
                          scripts_[begin], letters_[begin].level});
    };
    const std::size_t first = parts_.size();
    for (std::size_t i = begin; i < end; ++i) {
        if (!asks_for_font(letters_[i].letter)) continue;
        const std::uint16_t font = fonts_.with_letter(wanted, letters_[i].letter);
        if (parts_.size() == first) {
            add(begin, font);
            continue;
        }
        Part& last = parts_.back();
        if (last.font == font) continue;
        std::size_t from = i;
        if (nearness(font) < nearness(last.font))
            while (from > last.begin + 1 && is_blank(letters_[from - 1].letter)) --from;
        last.end = static_cast<std::uint32_t>(from);
        add(from, font);
    }
    if (parts_.size() == first) add(begin, wanted);
}

/// What stands in the buffer afterwards is in the order in which it is seen.
void Texts::shape_part(const Part& part) {
    hb_buffer_clear_contents(buffer_);
    // Letters rather than bytes: what is no UTF-8 has been replaced.
    for (std::uint32_t i = part.begin; i < part.end; ++i)
        hb_buffer_add(buffer_, letters_[i].letter, i);
    hb_buffer_set_content_type(buffer_, HB_BUFFER_CONTENT_TYPE_UNICODE);
    hb_buffer_set_direction(buffer_, part.level % 2 == 1 ? HB_DIRECTION_RTL : HB_DIRECTION_LTR);
    hb_buffer_set_script(buffer_, static_cast<hb_script_t>(part.script));
    hb_buffer_set_language(buffer_, HB_LANGUAGE_INVALID);
    hb_shape(fonts_.shaper(part.font), buffer_, nullptr, 0);
}

/// How far each letter reaches: that of a cluster stands with its first one.
void Texts::measure() {
    advances_.assign(letters_.size(), 0);
    for (const Part& part : parts_) {
        shape_part(part);
        unsigned count = 0;
        const hb_glyph_info_t* glyphs = hb_buffer_get_glyph_infos(buffer_, &count);
        const hb_glyph_position_t* places = hb_buffer_get_glyph_positions(buffer_, &count);
        for (unsigned i = 0; i < count; ++i)
            advances_[glyphs[i].cluster] +=
                static_cast<float>(places[i].x_advance) / fonts_.units(part.font);
    }
}

bool Texts::may_break_before(std::size_t letter) const {
    if (letter == 0 || letter >= letters_.size()) return false;
    const std::uint32_t before = letters_[letter - 1].letter, here = letters_[letter].letter;
    if (is_blank(here)) return false;
    if (is_blank(before) || before == 0x200B || before == 0x2010 || before == 0x2013 ||
        before == 0x2014)
        return true;
    if (before == '-')
        return letter >= 2 && !is_blank(letters_[letter - 2].letter) &&
               !(here >= '0' && here <= '9');
    return (is_broken_anywhere(before) || is_broken_anywhere(here)) && !begins_no_line(here);
}

/// Blanks at its end count for nothing.
std::size_t Texts::end_of_line(std::size_t begin, float width) const {
    std::size_t fits = begin;
    float reached = 0;
    for (std::size_t i = begin; i < letters_.size(); ++i) {
        if (ends_line(letters_[i].letter)) return i;
        if (i > begin && may_break_before(i)) fits = i;
        reached += advances_[i];
        const bool is_over = width > 0 && reached > width && !is_blank(letters_[i].letter);
        if (is_over && fits > begin) return fits;
    }
    return letters_.size();
}

/// Blanks between `end` and `next` are not seen, and make a line as high as others do.
void Texts::add_line(std::size_t begin, std::size_t end, std::size_t next, std::uint16_t font,
                     Text& to) {
    const bool is_broken = end < letters_.size(); // where it ends by itself, blanks are seen
    while (is_broken && end > begin && is_blank(letters_[end - 1].letter)) --end;
    Line line;
    line.first = static_cast<std::uint32_t>(to.glyphs.size());
    const auto make_room = [&](std::uint16_t of) {
        line.above = std::max(line.above, fonts_.heights(of).above);
        line.below = std::max(line.below, fonts_.heights(of).below);
    };
    of_line_.clear();
    levels_.clear();
    for (const Part& part : parts_) {
        Part cut = part;
        cut.begin = std::max(part.begin, static_cast<std::uint32_t>(begin));
        if (cut.begin < std::min<std::size_t>(part.end, next)) make_room(part.font);
        cut.end = std::min(part.end, static_cast<std::uint32_t>(end));
        if (cut.begin >= cut.end) continue;
        of_line_.push_back(cut);
        levels_.push_back(cut.level);
    }
    if (next == begin) make_room(font);
    find_order(levels_, order_);
    for (const std::uint32_t which : order_) {
        const Part& part = of_line_[which];
        shape_part(part);
        unsigned count = 0;
        const hb_glyph_info_t* glyphs = hb_buffer_get_glyph_infos(buffer_, &count);
        const hb_glyph_position_t* places = hb_buffer_get_glyph_positions(buffer_, &count);
        const float units = fonts_.units(part.font);
        for (unsigned i = 0; i < count; ++i) {
            to.glyphs.push_back({glyphs[i].codepoint, part.font,
                                 line.width + static_cast<float>(places[i].x_offset) / units,
                                 -static_cast<float>(places[i].y_offset) / units});
            line.width += static_cast<float>(places[i].x_advance) / units;
        }
    }
    line.count = static_cast<std::uint32_t>(to.glyphs.size()) - line.first;
    to.lines.push_back(line);
}

} // namespace rondix::draw_list
