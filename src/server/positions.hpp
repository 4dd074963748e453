// Positions of the protocol, lines from 0 and units of UTF-16 or UTF-8, and bytes of a text.
//
// Source: Language Server Protocol 3.17, "Text Documents". Positions beyond a line or the text are
// its end, as there.
#pragma once

#include <cstdint>
#include <string_view>
#include <vector>

namespace rondix::server {

enum class Units : std::uint8_t { utf8, utf16 };

struct Position {
    std::uint32_t line = 0, character = 0;
    friend bool operator==(const Position&, const Position&) = default;
};

/// Of one place. For many, Lines.
std::uint32_t offset_of(std::string_view text, Position position, Units units);
Position position_of(std::string_view text, std::uint32_t offset, Units units);

/// Where the lines of a text begin, which has to stand as long.
class Lines {
  public:
    explicit Lines(std::string_view text);
    Position position_of(std::uint32_t offset, Units units) const;

  private:
    std::string_view text_;
    std::vector<std::uint32_t> begins_;
};

} // namespace rondix::server
