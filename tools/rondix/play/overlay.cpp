#include "play/overlay.hpp"

#include "draw/drawing.hpp"

#include <algorithm>
#include <sstream>

namespace rondix::tool {

using draw::Drawing;
using draw::Extents;
using draw::Vec;

namespace {

constexpr double margin = 18;
constexpr double line = 22;
constexpr std::size_t max_lines = 18;

std::vector<std::string> lines_of(const std::string& text) {
    std::vector<std::string> lines;
    std::istringstream stream(text);
    for (std::string one; std::getline(stream, one);) lines.push_back(one);
    while (!lines.empty() && lines.back().empty()) lines.pop_back();
    if (lines.size() > max_lines) {
        lines.resize(max_lines - 1);
        lines.emplace_back("... and more: see rondix check");
    }
    return lines;
}

const draw::Font fixed_font{.size = 13, .fixed = true};

/// Breaks a line that is too long, between words where it can.
void wrap(std::string text, std::size_t room, std::vector<std::string>& lines) {
    while (text.size() > room) {
        const std::size_t blank = text.rfind(' ', room);
        const std::size_t end = blank == std::string::npos || blank < room / 2 ? room : blank;
        lines.push_back(text.substr(0, end));
        text = "    " + text.substr(end == blank ? end + 1 : end);
    }
    lines.push_back(std::move(text));
}

void draw_band(const Pixels& window, int width, const std::vector<std::string>& lines,
               draw::Colour ground, draw::Colour edge, draw::Colour ink, bool fixed) {
    Drawing drawing(window);
    const double height = line * static_cast<double>(lines.size()) + 2 * margin - 6;
    const Vec at{margin, margin};
    const Extents size{static_cast<double>(width) - 2 * margin, height};
    drawing.keep_to({0, 0}, {static_cast<double>(width), static_cast<double>(window.height)});
    drawing.box(at, size, 8, ground);
    drawing.frame(at, size, 8, edge, 2);
    double y = at.y + margin - 4;
    for (const std::string& text : lines) {
        drawing.text({at.x + margin, y}, text, fixed ? fixed_font : draw::Font{.size = 15}, ink);
        y += line;
    }
}

} // namespace

void draw_trouble(const Pixels& window, int width, const std::string& text) {
    std::vector<std::string> lines;
    const double letter = draw::measure("m", fixed_font).width;
    const auto room = static_cast<std::size_t>(std::max((width - 4 * margin) / letter, 20.0));
    wrap("The saved file has errors; this is the last version without:", room, lines);
    for (const std::string& one : lines_of(text)) wrap(one, room, lines);
    draw_band(window, width, lines, draw::rgb(0x3A1512, 0.96), draw::rgb(0xE2735C),
              draw::rgb(0xFFEDE6), true);
}

void draw_notice(const Pixels& window, int width, const std::string& text) {
    draw_band(window, width, {text}, draw::rgb(0xEFEAE0, 0.97), draw::rgb(0x2F6A63),
              draw::rgb(0x23303A), false);
}

void draw_help(const Pixels& window, int width,
               const std::vector<std::pair<std::string, std::string>>& keys) {
    Drawing drawing(window);
    const Extents all{static_cast<double>(width), static_cast<double>(window.height)};
    drawing.keep_to({0, 0}, all);
    drawing.box({0, 0}, all, 0, draw::rgb(0x0D171D));
    drawing.text({40, 32}, "Keys of rondix play", {24, true}, draw::rgb(0xF4F0E6));
    const double room = all.height - 100;
    const double pitch =
        std::min(30.0, room / static_cast<double>(std::max<std::size_t>(keys.size(), 1)));
    const double size = std::clamp(pitch * 0.58, 9.0, 16.0);
    double y = 84;
    for (const auto& [key, does] : keys) {
        drawing.text({40, y}, key, {size, true}, draw::rgb(0xF0B64E));
        drawing.text({280, y}, does, {size}, draw::rgb(0xF4F0E6));
        y += pitch;
    }
}

} // namespace rondix::tool
