#include "draw/map/map_painter.hpp"

#include "draw/map/map_style.hpp"
#include "draw/map/place_cards.hpp"

#include <algorithm>
#include <cmath>

namespace rondix::draw {

using namespace map_style;

namespace {

class MapPainter {
  public:
    MapPainter(Drawing& drawing, const MapGraph& graph, const PlacedGraph& placed,
               const Cards& cards, const Hints& hints)
        : graph_(graph)
        , placed_(placed)
        , cards_(cards)
        , hints_(hints)
        , canvas_(drawing) {}

    void paint() {
        for (std::size_t i = 0; i < placed_.groups.size(); ++i) paint_group(i);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) paint_halo(i);
        for (std::size_t i = 0; i < graph_.edges.size(); ++i) paint_edge(i);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) paint_node(i);
        for (std::size_t i = 0; i < graph_.edges.size(); ++i) paint_labels(i);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) paint_visits(i);
        for (std::size_t i = 0; i < graph_.edges.size(); ++i) say_edge(i);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) say_node(i);
    }

  private:
    Vec moved(Vec point) const { return {point.x + margin, point.y + margin + header}; }

    void paint_group(std::size_t i) {
        const PlacedGroup& group = placed_.groups[i];
        const std::string& title = graph_.groups[i].title;
        const Vec at = moved(group.at);
        canvas_.box(at, group.size, 12, group_ground);
        canvas_.frame(at, group.size, 12, group_line, 1);
        const Extents text = measure(title, strong_font);
        const Vec middle = moved(group.title);
        canvas_.text({middle.x - text.width / 2, middle.y - text.height / 2}, title, strong_font,
                     brass);
    }

    void paint_edge(std::size_t i) {
        const MapEdge& edge = graph_.edges[i];
        std::vector<Vec> curve;
        for (const Vec point : placed_.edges[i].curve) curve.push_back(moved(point));
        if (curve.empty()) return;
        const Colour colour = colour_of(edge.kind);
        if (edge.on_way) canvas_.curve(curve, way_light, 9, false);
        const double width = edge.kind == EdgeKind::frame ? 1.6 : 1.4;
        canvas_.curve(curve, colour, width,
                      edge.kind == EdgeKind::event || edge.kind == EdgeKind::back);
        paint_arrow(curve.back(), moved(placed_.edges[i].tip), colour);
        if (edge.and_back) paint_way_back(curve, colour);
    }

    void paint_arrow(Vec from, Vec tip, Colour colour) {
        const double dx = tip.x - from.x;
        const double dy = tip.y - from.y;
        const double length = std::max(1.0, std::hypot(dx, dy));
        const Vec along{dx / length, dy / length};
        const Vec base{tip.x - along.x * 10, tip.y - along.y * 10};
        canvas_.polygon({tip,
                         {base.x - along.y * 4.5, base.y + along.x * 4.5},
                         {base.x + along.y * 4.5, base.y - along.x * 4.5}},
                        colour);
    }

    /// An open ring at the near end: going back leads here again.
    void paint_way_back(const std::vector<Vec>& curve, Colour colour) {
        const double dx = curve[1].x - curve[0].x;
        const double dy = curve[1].y - curve[0].y;
        const double length = std::max(1.0, std::hypot(dx, dy));
        const Vec middle{curve[0].x + dx / length * 5, curve[0].y + dy / length * 5};
        canvas_.disc(middle, 5, colour);
        canvas_.disc(middle, 3.4, paper);
    }

    void paint_labels(std::size_t i) {
        const MapEdge& edge = graph_.edges[i];
        if (edge.labels.empty()) return;
        const std::vector<std::string> labels = shown_labels(edge);
        const Extents size = size_of_labels(labels);
        const Vec middle = moved(placed_.edges[i].label);
        Vec at{middle.x - size.width / 2, middle.y - size.height / 2};
        canvas_.box({at.x, at.y - 1}, {size.width, size.height + 1}, 4, rgb(0xF3EFE4, 0.92));
        for (const std::string& label : labels) {
            const Extents text = measure(label, label_font);
            const Colour colour = edge.kind == EdgeKind::forward ? ink : colour_of(edge.kind);
            canvas_.text({middle.x - text.width / 2, at.y}, label, label_font, colour);
            at.y += text.height + 1;
        }
    }

    void paint_node(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        cards_.paint(canvas_, node, corner_of(i, cards_.size_of(node)));
    }

    Vec corner_of(std::size_t i, Extents size) const {
        const Vec middle = moved(placed_.nodes[i]);
        return {middle.x - size.width / 2, middle.y - size.height / 2};
    }

    /// Around what a way passes.
    void paint_halo(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        if (node.visits.empty()) return;
        const Extents size = cards_.size_of(node);
        const Vec at = corner_of(i, size);
        canvas_.box({at.x - 8, at.y - 8}, {size.width + 16, size.height + 16},
                    node.kind == NodeKind::scene ? size.height / 2 + 8 : 14, way_light);
    }

    /// When the way comes here, as a flag on the corner.
    void paint_visits(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        if (node.visits.empty()) return;
        const Vec at = corner_of(i, cards_.size_of(node));
        std::string text;
        for (const std::size_t visit : node.visits)
            text += (text.empty() ? "" : " · ") + std::to_string(visit);
        const Extents size = measure(text, number_font);
        const Vec corner{at.x - 16, at.y - 18};
        canvas_.box(corner, {size.width + 14, size.height + 4}, 9, way_dark);
        canvas_.text({corner.x + 7, corner.y + 2}, text, number_font, white);
    }

    void say_node(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        const Extents size = cards_.size_of(node);
        const std::string tip = hints_.tip(node);
        if (!tip.empty()) canvas_.area(corner_of(i, size), size, tip, hints_.link(node));
    }

    void say_edge(std::size_t i) {
        const MapEdge& edge = graph_.edges[i];
        if (edge.labels.empty()) return;
        const Extents size = size_of_labels(shown_labels(edge));
        const Vec middle = moved(placed_.edges[i].label);
        canvas_.area({middle.x - size.width / 2, middle.y - size.height / 2}, size,
                     Hints::tip(graph_, edge));
    }

    const MapGraph& graph_;
    const PlacedGraph& placed_;
    const Cards& cards_;
    const Hints& hints_;
    Drawing& canvas_;
};

} // namespace

void paint_map(Drawing& drawing, const MapGraph& graph, const PlacedGraph& placed,
               const Cards& cards, const Hints& hints) {
    MapPainter(drawing, graph, placed, cards, hints).paint();
}

} // namespace rondix::draw
