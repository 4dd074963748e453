#include "draw/svg.hpp"

#include "words/in_xml.hpp"

#include <fmt/format.h>

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

std::string in_url(std::string_view path) {
    std::string out;
    for (const char c : path) {
        const auto byte = static_cast<unsigned char>(c);
        if (std::isalnum(byte) != 0 || std::string_view("/._-~").find(c) != std::string_view::npos)
            out += c;
        else
            out += fmt::format("%{:02X}", byte);
    }
    return out;
}

std::string with_areas(std::string svg, const std::vector<SvgArea>& areas) {
    if (areas.empty()) return svg;
    std::string text = "<style>.area{fill:transparent;stroke:none}"
                       "a:hover>.area,a:focus>.area{stroke:#0f7a63;stroke-width:3}</style>\n";
    for (const SvgArea& area : areas) {
        if (!area.link.empty()) text += fmt::format("<a xlink:href=\"{}\">", in_xml(area.link));
        text += fmt::format("<rect class=\"area\" x=\"{:.1f}\" y=\"{:.1f}\" width=\"{:.1f}\" "
                            "height=\"{:.1f}\" rx=\"6\"><title>{}</title></rect>",
                            area.x, area.y, area.width, area.height, in_xml(area.tip));
        text += area.link.empty() ? "\n" : "</a>\n";
    }
    const std::size_t end = svg.rfind("</svg>");
    if (end != std::string::npos) svg.insert(end, text);
    return svg;
}

} // namespace rondix::draw
