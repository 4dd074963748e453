#include "rondix/runtime/status.hpp"

#include "logic/letters.hpp"

#include <algorithm>

namespace rondix {

Status::Status(StatusCode code, std::string_view words)
    : code_(code)
    , length_(static_cast<std::uint8_t>(whole_letters(words, max_words))) {
    std::copy_n(words.begin(), length_, words_.begin());
}

} // namespace rondix
