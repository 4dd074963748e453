// Where one is in a flow file that is being typed, which may be no YAML yet: within which keys, at
// which key or value, and what of it is there. By the lines and brackets before that place.
#pragma once

#include "reading/grammar.hpp"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace rondix::server {

struct Where {
    std::vector<std::string> path;   ///< the keys around it, from the outermost; items are "-"
    bool at_key = true;              ///< else at the value of the last key of `path`
    std::string typed;               ///< of the key, or of its value
    std::uint32_t begin = 0;         ///< where that begins
    std::vector<std::string> beside; ///< the keys that stand in the same map before it
    bool in_brackets = false;
};
Where where_is(std::string_view text, std::uint32_t offset);

/// Whose keys stand there, by the grammar; at a value, whose key it is the value of.
struct Stands {
    grammar::Owner owner = grammar::Owner::nothing;
    std::string key;                      ///< whose value it is; empty at a key
    std::string on;                       ///< the screen or part around it; empty: none
    std::optional<ControlKind> kind = {}; ///< of the control around it
    bool in_style = false;                ///< a property of a style, or its value
    bool names = false;                   ///< what stands there is a new name, as under `screens:`
};
Stands stands_at(const Where& where, grammar::Owner file);

} // namespace rondix::server
