// Words inside a YAML text, with places of their own, so that a caret stands under the word that is
// wrong and not under the whole line.
#pragma once

#include "rondix/runtime/target.hpp"
#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

#include <string_view>

namespace rondix {

/// The place of node.text[begin, begin + length). Quoted and folded texts differ from their source;
/// there the whole text is the place.
inline SourceRange part_of(const yaml::Node& node, const Source& source, std::size_t begin,
                           std::size_t length) {
    const SourceRange whole = node.place;
    const auto written =
        std::string_view(source.text()).substr(whole.begin, whole.end - whole.begin);
    if (written != node.text) return whole;
    const auto first = whole.begin + static_cast<std::uint32_t>(begin);
    return {first, first + static_cast<std::uint32_t>(length), whole.file};
}

/// The keys that a text names, `{accept}`, are added to `mentions`.
inline void add_mentions(const yaml::Node& node, const Source& source,
                         std::vector<Name>& mentions) {
    std::size_t at = 0;
    for (Mention next = next_mention(node.text, 0); !next.name.empty();
         next = next_mention(node.text, at)) {
        at = next.begin + next.name.size() + 2;
        mentions.push_back(
            {std::string(next.name), part_of(node, source, next.begin + 1, next.name.size())});
    }
}

/// The words of a text, separated by blanks.
inline std::vector<Name> words_of(const yaml::Node& node, const Source& source) {
    std::vector<Name> words;
    const std::string& text = node.text;
    for (std::size_t i = 0; i < text.size();) {
        const std::size_t begin = text.find_first_not_of(" \t\n", i);
        if (begin == std::string::npos) break;
        const std::size_t end = std::min(text.find_first_of(" \t\n", begin), text.size());
        words.push_back(
            {text.substr(begin, end - begin), part_of(node, source, begin, end - begin)});
        i = end;
    }
    return words;
}

/// The same, with brackets and commas told apart: `load one-of [harbour, fog]`.
inline std::vector<Name> words_and_marks_of(const yaml::Node& node, const Source& source) {
    std::vector<Name> words;
    const std::string& text = node.text;
    for (std::size_t i = 0; i < text.size();) {
        const std::size_t begin = text.find_first_not_of(" \t\n", i);
        if (begin == std::string::npos) break;
        std::size_t end = begin + 1;
        if (text[begin] != '[' && text[begin] != ']' && text[begin] != ',')
            end = std::min(text.find_first_of(" \t\n[],", begin), text.size());
        words.push_back(
            {text.substr(begin, end - begin), part_of(node, source, begin, end - begin)});
        i = end;
    }
    return words;
}

} // namespace rondix
