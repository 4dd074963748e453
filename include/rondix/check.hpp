// check(): what is wrong with a flow, and what is proved of it.
#pragma once

#include "rondix/flow.hpp"
#include "rondix/move.hpp"

#include <string>
#include <vector>

namespace rondix {

enum class Verdict : std::uint8_t {
    proved,      ///< nobody gets stuck, whatever happens in whatever order
    not_so,      ///< errors were found
    not_settled, ///< no error was found before a limit was reached
};

struct CheckOptions {
    /// Listing stops when there are more situations than this.
    std::size_t most_situations = 1'000'000;
};

/// What was looked at, in figures. Those of the behaviour are 0 when it was not looked at, because
/// the flow could not be compiled.
struct Figures {
    std::size_t scenes = 0;
    std::size_t screens = 0;
    std::size_t buttons = 0;
    std::size_t situations = 0;
    std::size_t moves = 0; ///< moves that are answered, over all situations
    std::size_t deepest_stack = 0;
    std::vector<std::string> deepest; ///< the screens of one such stack, from the bottom
    std::size_t longest_way_out =
        0; ///< presses and answers, at most, until play or out of the game
    std::vector<std::string> furthest; ///< the moves that lead to where it is so long
};

struct CheckResult {
    Verdict verdict = Verdict::not_settled;
    Findings findings;
    Figures figures;
};

/// Checks a flow that was read by load_flow(): its findings so far, and how it behaves.
CheckResult check(const FlowFile& file, const CheckOptions& options = {});

} // namespace rondix
