#include "rondix/tools/focus_map.hpp"

#include "draw/cairo.hpp"
#include "draw/drawing.hpp"
#include "draw/png.hpp"
#include "place/routes.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <stdexcept>

namespace rondix {

namespace {

constexpr std::array directions = {Button::up, Button::down, Button::left, Button::right};

Button opposite(Button direction) {
    return Button(static_cast<int>(direction) ^ 1);
}

/// The controls that are reached from one, by the routes or against them.
std::vector<ControlId> reached(const FocusMap& map, ControlId first, bool forward) {
    std::vector<ControlId> found{first};
    for (std::size_t i = 0; i < found.size(); ++i)
        for (const FocusRoute& route : map.routes) {
            const ControlId from = forward ? route.from : route.to;
            const ControlId to = forward ? route.to : route.from;
            if (from == found[i] && std::find(found.begin(), found.end(), to) == found.end())
                found.push_back(to);
        }
    return found;
}

} // namespace

FocusMap focus_map(Runner& runner) {
    FocusMap map;
    const CompiledFlow& flow = runner.flow();
    const MenuState& now = runner.menu_state();
    const IndexRange controls = flow[now.foremost()].controls;
    map.first = runner.focus();
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (usable(flow, now, ControlId{i})) map.controls.push_back(ControlId{i});
    for (const ControlId from : map.controls)
        for (const Button direction : directions) {
            const ControlId to = runner.route(from, direction);
            if (to == no_control) continue;
            map.routes.push_back({from, to, direction,
                                  flow[from].routes[static_cast<std::size_t>(direction)] == to,
                                  runner.route(to, opposite(direction)) == from,
                                  place::distance(runner.bounds_of(from), runner.bounds_of(to),
                                                  place::Direction(direction)) < 0});
        }
    if (map.first == no_control) return map;
    const auto out = reached(map, map.first, true), back = reached(map, map.first, false);
    for (const ControlId control : map.controls)
        if (std::find(out.begin(), out.end(), control) == out.end() ||
            std::find(back.begin(), back.end(), control) == back.end())
            map.stranded.push_back(control);
    return map;
}

namespace draw {
namespace {

constexpr Colour worked_out = rgb(0x2fc4b2);
constexpr Colour one_way = rgb(0xff9a3c);
constexpr Colour declared = rgb(0xc79bff);
constexpr Colour stranded = rgb(0xff4d4d);

class FocusDrawer {
  public:
    FocusDrawer(Runner& runner, const FocusMap& map, const Pixels& pixels)
        : runner_(runner)
        , map_(map)
        , drawing_(pixels)
        , width_(pixels.width)
        , height_(pixels.height) {}

    void draw() {
        drawing_.box({0, 0}, {width_, height_}, 0, rgb(0x081014, 0.35));
        for (const FocusRoute& route : map_.routes)
            if (!is_seen(route.from))
                continue; // it has to be scrolled to
            else if (route.round || !is_seen(route.to))
                add_stub(route);
            else if (!route.returns || route.from < route.to || !has_back(route))
                add(route);
        for (const ControlId control : map_.stranded) frame(control, stranded, 5);
        if (map_.first != no_control) frame(map_.first, rgb(0xffffff), 2);
        add_names();
        add_legend();
    }

  private:
    bool is_seen(ControlId control) const { return runner_.seen_of(control).width > 0; }

    /// A pair that leads both ways is drawn once.
    bool has_back(const FocusRoute& route) const {
        return std::any_of(map_.routes.begin(), map_.routes.end(), [&](const FocusRoute& other) {
            return other.from == route.to && other.to == route.from &&
                   other.direction == opposite(route.direction);
        });
    }

    Rect bounds_of(ControlId control) const {
        const Canvas& canvas = runner_.canvas();
        const Rect bounds = runner_.bounds_of(control);
        const Point begin = canvas.to_pixel({bounds.x, bounds.y});
        const Point end = canvas.to_pixel({bounds.right(), bounds.bottom()});
        return {begin.x, begin.y, end.x - begin.x, end.y - begin.y};
    }

    void frame(ControlId control, Colour colour, double line) {
        const Rect bounds = bounds_of(control);
        drawing_.frame({bounds.x - 4.0, bounds.y - 4.0}, {bounds.width + 8.0, bounds.height + 8.0},
                       8, colour, line);
    }

    /// Where a route leaves a control, or comes in: a little aside of the middle of an edge, so
    /// that routes to and fro can be told apart.
    static Vec at_edge(const Rect& bounds, Button edge) {
        switch (edge) {
        case Button::up: return {bounds.middle().x, bounds.y};
        case Button::down: return {bounds.middle().x, bounds.bottom()};
        case Button::left: return {bounds.x, bounds.middle().y};
        default: return {bounds.right(), bounds.middle().y};
        }
    }
    static Vec outward(Button direction) {
        switch (direction) {
        case Button::up: return {0, -1};
        case Button::down: return {0, 1};
        case Button::left: return {-1, 0};
        default: return {1, 0};
        }
    }

    void add(const FocusRoute& route) {
        const Button in = opposite(route.direction);
        const Vec from = at_edge(bounds_of(route.from), route.direction);
        const Vec to = at_edge(bounds_of(route.to), in);
        const Vec out = outward(route.direction), back = outward(in);
        const double far = std::hypot(to.x - from.x, to.y - from.y);
        const double reach = std::clamp(far * 0.4, 10.0, 120.0);
        const Colour colour = route.declared ? declared : route.returns ? worked_out : one_way;
        const double line = route.declared ? 5 : 2.5;
        drawing_.curve({from,
                        {from.x + out.x * reach, from.y + out.y * reach},
                        {to.x + back.x * reach, to.y + back.y * reach},
                        to},
                       colour, line, !route.returns);
        add_head(to, back, colour);
        if (route.returns) add_head(from, out, colour);
    }

    /// What goes round, or out of sight, is only begun, with the name of where it leads.
    void add_stub(const FocusRoute& route) {
        const Vec from = at_edge(bounds_of(route.from), route.direction);
        const Vec out = outward(route.direction);
        const Vec to{from.x + out.x * 16, from.y + out.y * 16};
        const Colour colour = route.declared ? declared : route.returns ? worked_out : one_way;
        drawing_.curve({from, from, to, to}, colour, route.declared ? 5 : 2.5, false);
        add_head({to.x + out.x * 9, to.y + out.y * 9}, {-out.x, -out.y}, colour);
        const CompiledFlow& flow = runner_.flow();
        const std::string_view name = flow.text(flow[route.to].id);
        const Extents size = measure(name, {12});
        const bool across = route.direction >= Button::left;
        const Vec corner{
            across ? to.x + out.x * 14 - (out.x < 0 ? size.width : 0) : to.x - size.width / 2,
            across ? to.y - size.height / 2 : to.y + out.y * 14 - (out.y < 0 ? size.height : 0)};
        names_.push_back({name, corner, size, across ? Vec{0, 1} : out, colour});
    }

    /// Over all lines, each on a ground of its own, and none over another.
    void add_names() {
        std::vector<Rect> taken;
        for (Name& name : names_) {
            Rect ground{};
            for (int tries = 0; tries < 8; ++tries) {
                name.at.x = std::clamp(name.at.x, 5.0, std::max(5.0, width_ - name.size.width - 5));
                name.at.y =
                    std::clamp(name.at.y, 3.0, std::max(3.0, height_ - name.size.height - 3));
                ground = {static_cast<float>(name.at.x - 4), static_cast<float>(name.at.y - 1),
                          static_cast<float>(name.size.width + 8),
                          static_cast<float>(name.size.height + 2)};
                const bool free = std::none_of(taken.begin(), taken.end(), [&](const Rect& other) {
                    return ground.x < other.right() && other.x < ground.right() &&
                           ground.y < other.bottom() && other.y < ground.bottom();
                });
                if (free) break;
                name.at.x += name.away.x * (name.size.height + 3);
                name.at.y += name.away.y * (name.size.height + 3);
            }
            taken.push_back(ground);
            drawing_.box({name.at.x - 4, name.at.y - 1},
                         {name.size.width + 8, name.size.height + 2}, 4, rgb(0x081014, 0.85));
            drawing_.text(name.at, name.text, {12}, name.colour);
        }
    }

    /// Its tip at the edge; `from` leads away from the control.
    void add_head(Vec tip, Vec from, Colour colour) {
        const Vec side{-from.y, from.x};
        const auto corner = [&](double aside) {
            return Vec{tip.x + from.x * 11 + side.x * aside, tip.y + from.y * 11 + side.y * aside};
        };
        drawing_.polygon({tip, corner(6), corner(-6)}, colour);
    }

    void add_legend() {
        struct Line {
            const char* text;
            Colour colour;
        };
        const std::array lines = {
            Line{"worked out, both ways", worked_out}, Line{"one way (dashed)", one_way},
            Line{"declared (thick)", declared}, Line{"stranded (framed)", stranded}};
        const double high = 22 * static_cast<double>(lines.size()) + 16;
        const Vec corner{12, height_ - high - 12};
        drawing_.box(corner, {214, high}, 8, rgb(0x081014, 0.85));
        for (std::size_t i = 0; i < lines.size(); ++i) {
            const double y = corner.y + 8 + 22 * static_cast<double>(i);
            drawing_.box({corner.x + 12, y + 7}, {26, 6}, 3, lines[i].colour);
            drawing_.text({corner.x + 50, y}, lines[i].text, {14}, rgb(0xf4f0e6));
        }
    }

    struct Name {
        std::string_view text;
        Vec at;
        Extents size;
        Vec away; ///< where to, where others stand in the way
        Colour colour;
    };

    Runner& runner_;
    const FocusMap& map_;
    Drawing drawing_;
    double width_, height_;
    std::vector<Name> names_; // of where stubs lead
};

} // namespace
} // namespace draw

std::string draw_focus(Painter& painter, Runner& runner, const FocusMap& map, int width,
                       int height) {
    const draw::Held<cairo_surface_t> surface(
        cairo_image_surface_create(CAIRO_FORMAT_RGB24, width, height));
    if (cairo_surface_status(surface.get()) != CAIRO_STATUS_SUCCESS)
        throw std::runtime_error("a picture of this size cannot be made");
    const Pixels pixels{cairo_image_surface_get_data(surface.get()), width, height,
                        cairo_image_surface_get_stride(surface.get())};
    painter.paint(runner.canvas(), runner.view(), pixels);
    draw::FocusDrawer(runner, map, pixels).draw();
    cairo_surface_mark_dirty(surface.get());
    return draw::png_of(surface.get());
}

} // namespace rondix
