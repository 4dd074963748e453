#include "draw/map/legend.hpp"

#include "draw/map/map_style.hpp"
#include "draw/svg.hpp"

#include <cstdint>
#include <vector>

namespace rondix::draw {

using namespace map_style;

namespace {

/// One sign of the legend and what it means.
struct Sign {
    enum class Kind : std::uint8_t { dot, swatch, arrow, dashed_arrow, ring };
    Kind kind;
    const char* text;
    Colour fill, border;
    double corner = 4;

    double width() const {
        return kind == Kind::dot ? 22 : kind == Kind::swatch ? 32 : kind == Kind::ring ? 16 : 36;
    }
};

constexpr double gap_of_signs = 22;

const std::vector<Sign>& signs() {
    using Kind = Sign::Kind;
    static const std::vector<Sign> all = {
        {Kind::dot, "start", ink, ink},
        {Kind::swatch, "screen", card, line},
        {Kind::swatch, "play screen", sea, sea},
        {Kind::swatch, "scene", brass_light, brass, 9},
        {Kind::swatch, "stuck there", coral_light, coral},
        {Kind::arrow, "button or key", line, line},
        {Kind::arrow, "load", brass, brass},
        {Kind::dashed_arrow, "! event, or a load fails", violet, violet},
        {Kind::ring, "and back again", line, paper},
    };
    return all;
}

void paint_sign(Drawing& drawing, const Sign& sign, double x, double y) {
    switch (sign.kind) {
    case Sign::Kind::dot: drawing.disc({x + 8, y}, 8, sign.fill); break;
    case Sign::Kind::ring:
        drawing.disc({x + 5, y}, 5, sign.fill);
        drawing.disc({x + 5, y}, 3.4, sign.border);
        break;
    case Sign::Kind::swatch:
        drawing.box({x, y - 9}, {26, 18}, sign.corner, sign.fill);
        drawing.frame({x, y - 9}, {26, 18}, sign.corner, sign.border, 1.4);
        break;
    case Sign::Kind::arrow:
    case Sign::Kind::dashed_arrow:
        drawing.curve({{x, y}, {x + 8, y}, {x + 16, y}, {x + 22, y}}, sign.fill, 1.5,
                      sign.kind == Sign::Kind::dashed_arrow);
        drawing.polygon({{x + 30, y}, {x + 21, y - 4.5}, {x + 21, y + 4.5}}, sign.fill);
        break;
    }
}

} // namespace

double legend_width() {
    double width = 2 * margin - gap_of_signs;
    for (const Sign& sign : signs())
        width += sign.width() + measure(sign.text, label_font).width + gap_of_signs;
    return width;
}

void paint_legend(Drawing& drawing, double y) {
    double x = margin;
    for (const Sign& sign : signs()) {
        paint_sign(drawing, sign, x, y);
        x += sign.width();
        const Extents size = measure(sign.text, label_font);
        drawing.text({x, y - size.height / 2}, sign.text, label_font, ink);
        x += size.width + gap_of_signs;
    }
}

void paint_heading(Drawing& drawing, double width, const std::string& title, const std::string& up,
                   const std::string& verdict, bool good) {
    drawing.text({margin, 16}, title, heading, ink);
    if (!up.empty()) {
        drawing.text({margin, 42}, "↑ " + up, label_font, sea);
        drawing.area({margin - 6, 10}, {measure(title, heading).width + 12, 48},
                     "the map that this is part of", in_url(up));
    }
    const Extents size = measure(verdict, label_font);
    drawing.text({width - margin - size.width, 21}, verdict, label_font, good ? sea : coral);
}

} // namespace rondix::draw
