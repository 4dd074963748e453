// Why a text is no YAML, for people: the library says what its grammar expected; whoever writes a
// flow forgot quotes, a bracket or a space.
#pragma once

#include "yaml/yaml_events.hpp"

#include <optional>

namespace rondix::yaml {

struct Explanation {
    Stretch stretch; ///< where to look
    std::string text;
    std::string fix = {};
};

/// `bracket`: where the innermost '{' or '[' stands that was open, if one was.
Explanation explained(std::string_view text, const Events::Fault& fault,
                      std::optional<std::uint32_t> bracket);

} // namespace rondix::yaml
