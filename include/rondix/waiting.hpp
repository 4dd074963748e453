// Wait: one thing that the game was asked for and has not answered yet.
#pragma once

#include <cstdint>

namespace rondix {

/// Names one load or request. An answer that carries another ticket than the newest is ignored.
enum class Ticket : std::uint32_t {};

struct Wait {
    enum class Answer : std::uint8_t { none, good, bad };
    Ticket ticket{};
    std::int64_t since = 0; ///< how long it has been, in microseconds
    Answer answer{};        ///< one that came, and takes effect as soon as it is allowed to
    bool asked = false;     ///< the answer is wanted still

    void ask(Ticket with) { *this = {with, 0, Answer::none, true}; }
};

} // namespace rondix
