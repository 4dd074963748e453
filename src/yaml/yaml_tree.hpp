// YAML text as a tree of our own, with the place of every node.
//
// The parsing is libfyaml's, through its events; around it stand a strict filter for UTF-8 and
// control characters, and limits on size, depth and what aliases expand to, so that no input costs
// more than a bounded time and memory. Keys that stand twice in one map are reported here.
#pragma once

#include "rondix/tools/finding.hpp"
#include "rondix/tools/source.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix::yaml {

enum class Kind : std::uint8_t { text, list, map };

struct Node {
    Kind kind = Kind::text;
    bool plain = true; ///< a text without quotes
    SourceRange place; ///< of the text; of a list or map, its first character
    std::string text;
    std::vector<Node> children; ///< of a map: key, value, key, value, ...
    std::uint32_t size = 1;     ///< nodes in it, itself included

    bool says_nothing() const { return kind == Kind::text && plain && text.empty(); }
};

struct Limits {
    std::size_t bytes = 16u << 20;
    std::size_t depth = 60;
    std::size_t nodes = 1'000'000;
};

/// The tree of the one document in `source`, or nothing and what is wrong with it. `file` is what
/// the places say.
std::optional<Node> read(const Source& source, std::uint16_t file, Findings& findings,
                         const Limits& limits = {});

} // namespace rondix::yaml
