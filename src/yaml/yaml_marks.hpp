// What stands between the texts of a YAML file: brackets, commas, comments.
//
// Which characters are texts, with and without quotes, libfyaml says; what is left holds nothing
// but blanks and marks. So nobody here needs to know how YAML quotes.
#pragma once

#include "yaml/stretch.hpp"

#include <string_view>
#include <vector>

namespace rondix::yaml {

struct Marks {
    struct Bracket {
        std::uint32_t open = 0, close = 0;
    };
    struct Comma {
        std::uint32_t at = 0, open = 0; ///< and the bracket that it stands in
    };

    std::vector<Bracket> brackets; ///< as they close
    std::vector<Comma> commas;
    std::vector<Stretch> comments; ///< from the '#' to the end of the line
};

/// Of a text that is no YAML, as far as it is.
Marks marks_of(std::string_view text);

} // namespace rondix::yaml
