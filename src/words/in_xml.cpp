#include "words/in_xml.hpp"

#include "words/printable.hpp"

namespace rondix {

std::string in_xml(std::string_view text) {
    std::string out;
    for (std::size_t begin = 0; begin <= text.size();) {
        const std::size_t end = std::min(text.find('\n', begin), text.size());
        for (const char c : printable(text.substr(begin, end - begin))) {
            switch (c) {
            case '&': out += "&amp;"; break;
            case '<': out += "&lt;"; break;
            case '>': out += "&gt;"; break;
            case '"': out += "&quot;"; break;
            default: out += c;
            }
        }
        if (end < text.size()) out += "&#10;";
        begin = end + 1;
    }
    return out;
}

} // namespace rondix
