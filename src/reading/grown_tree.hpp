// A tree that was grown while Rondix was built: its nodes, each before its children.
#pragma once

#include "yaml/yaml_tree.hpp"

#include <string_view>

namespace rondix {

struct GrownNode {
    std::uint8_t kind; ///< yaml::Kind
    bool plain;
    std::uint32_t begin, end; ///< its place
    std::uint32_t children;
    std::string_view text;
};

/// The tree at `next`, which is behind it afterwards; its places are those of no file.
inline yaml::Node grown(const GrownNode*& next) {
    const GrownNode& at = *next++;
    yaml::Node node;
    node.kind = yaml::Kind(at.kind);
    node.plain = at.plain;
    node.place = {at.begin, at.end, SourceRange::nowhere};
    node.text = at.text;
    node.children.reserve(at.children);
    for (std::uint32_t i = 0; i < at.children; ++i) {
        node.children.push_back(grown(next));
        node.size += node.children.back().size;
    }
    return node;
}

} // namespace rondix
