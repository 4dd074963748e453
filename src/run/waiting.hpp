// Wait: one thing that the game was asked for and has not answered yet.
#pragma once

#include "rondix/runtime/tickets.hpp"

#include <cstdint>
#include <optional>

namespace rondix {

struct Wait {
    std::uint32_t ticket = 0;
    std::int64_t since = 0;            ///< how long it has been, in microseconds
    std::optional<Answer> answer = {}; ///< one that came, and takes effect as soon as it may
    bool asked = false;                ///< the answer is still expected

    void ask(std::uint32_t with) { *this = {with, 0, std::nullopt, true}; }
};

} // namespace rondix
