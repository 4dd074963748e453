// Text: which letters of which fonts stand where. Lines are broken between words, parts that run
// from right to left are turned round, and letters that a font lacks come from another one. What
// was found out once is kept.
#pragma once

#include "draw_list/bidi.hpp"
#include "draw_list/fonts.hpp"
#include "rondix/runtime/geometry.hpp"

#include <string>
#include <unordered_map>
#include <vector>

struct hb_buffer_t;

namespace rondix::draw_list {

/// Lengths in shares of the font's size from here on.
struct Glyph {
    std::uint32_t id = 0;
    std::uint16_t font = 0;
    float x = 0, y = 0; ///< from the begin of the line, to the right and down
};

struct Line {
    std::uint32_t first = 0, count = 0; ///< of the glyphs
    float width = 0, above = 0, below = 0;
};

struct Text {
    std::vector<Glyph> glyphs;
    std::vector<Line> lines;
    float width = 0, height = 0; ///< of all lines
};

struct TextAsked {
    std::string_view text;
    std::uint16_t font = 0;
    float width = 0; ///< where lines are broken; 0: one line
};

class Texts {
  public:
    explicit Texts(const Fonts& fonts);
    ~Texts();
    Texts(const Texts&) = delete;
    Texts& operator=(const Texts&) = delete;

    /// Lasts until another one is asked for.
    const Text& of(const TextAsked& asked);
    /// A font more may have letters that were missing.
    void forget() { kept_.clear(); }

  private:
    /// Letters that are shaped together: of one font, script and direction.
    struct Part {
        std::uint32_t begin = 0, end = 0; ///< of the letters
        std::uint16_t font = 0;
        std::uint32_t script = 0;
        std::uint8_t level = 0;
    };
    struct Kept {
        std::string text;
        std::uint16_t font = 0;
        float width = 0;
        Text shaped;
    };

    void shape(const TextAsked& asked, Text& text);
    void find_parts(std::uint16_t font);
    void find_scripts();
    bool asks_for_font(std::uint32_t letter) const;
    void add_parts(std::size_t begin, std::size_t end, std::uint16_t wanted);
    void measure();
    void shape_part(const Part& part);
    std::size_t end_of_line(std::size_t begin, float width) const;
    bool may_break_before(std::size_t letter) const;
    void add_line(std::size_t begin, std::size_t end, std::size_t next, std::uint16_t font,
                  Text& to);

    const Fonts& fonts_;
    hb_buffer_t* buffer_;
    std::vector<Letter> letters_;
    std::vector<std::uint32_t> scripts_; // of each letter,
    std::vector<float> advances_;        // and how far it reaches
    std::vector<Part> parts_, of_line_;
    std::vector<std::uint8_t> levels_;
    std::vector<std::uint32_t> order_;
    std::unordered_map<std::uint64_t, Kept> kept_;
};

} // namespace rondix::draw_list
