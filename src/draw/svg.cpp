#include "draw/svg.hpp"

#include <cctype>
#include <unordered_map>

namespace rondix::draw {

std::string renumbered(std::string_view svg) {
    std::string out;
    out.reserve(svg.size());
    std::unordered_map<std::string_view, std::size_t> numbers;
    for (std::size_t at = 0; at < svg.size();) {
        const bool begins_name = svg[at] == '"' || svg[at] == '#';
        out += svg[at++];
        if (!begins_name) continue;
        for (const std::string_view word : {"image", "surface"}) {
            if (svg.substr(at, word.size()) != word) continue;
            std::size_t end = at + word.size();
            while (end < svg.size() && std::isdigit(static_cast<unsigned char>(svg[end]))) ++end;
            if (end == at + word.size()) continue;
            const auto known = numbers.try_emplace(svg.substr(at, end - at), numbers.size()).first;
            out += word;
            out += std::to_string(known->second);
            at = end;
            break;
        }
    }
    return out;
}

} // namespace rondix::draw
