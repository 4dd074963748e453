// From the Flow to the tables. The flow must have been resolved without errors.
#pragma once

#include "rondix/tools/flow.hpp"

namespace rondix {

struct Compiled {
    CompiledFlow flow;
    Origins origins;
    Status status; ///< whether the tables are right
};

Compiled compile(const Flow& flow);

/// Names of what is built in, which no author can write.
inline constexpr std::string_view built_in_loading = "built-in/loading";
inline constexpr std::string_view built_in_failure = "built-in/load-failed";
inline constexpr std::string_view built_in_request = "built-in/request/";
inline constexpr std::string_view built_in_question = "built-in/question/";

/// The events that every flow has.
inline constexpr std::string_view built_in_events[] = {"window-left", "window-back", "pad-lost",
                                                       "suspended", "woken"};

} // namespace rondix
