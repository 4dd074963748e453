// Source: the text of one file that was read, for showing places in it.
//
// Units: lines and columns count from 1, offsets in bytes from 0. Errors: an offset beyond the text
// is its end. Threads: any.
#pragma once

#include "rondix/tools/finding.hpp"

#include <string>
#include <vector>

namespace rondix {

class Source {
  public:
    Source() = default;
    Source(std::string name, std::string text);
    /// Of a flow that is written in C++: each line says what stands there, such as "screen
    /// 'title'".
    static Source in_code(std::string text);
    bool is_in_code() const { return in_code_; }

    const std::string& name() const { return name_; }
    const std::string& text() const { return text_; }

    struct Spot {
        std::uint32_t line = 1;   ///< from 1
        std::uint32_t column = 1; ///< from 1, in characters (code points)
    };
    Spot spot(std::uint32_t offset) const;

    /// The line with this number, without its end.
    std::string_view line(std::uint32_t number) const;

  private:
    std::string name_;
    std::string text_;
    std::vector<std::uint32_t> lines_; // where each begins
    bool in_code_ = false;
};

} // namespace rondix
