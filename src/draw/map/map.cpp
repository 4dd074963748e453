// The map drawn: sizes first, then places from Graphviz, then links, cards and the legend.
#include "rondix/map.hpp"

#include "draw/drawing.hpp"
#include "draw/map/graph_layout.hpp"
#include "draw/map/map_graph.hpp"

#include <algorithm>
#include <cmath>
#include <filesystem>

namespace rondix {

namespace draw {
namespace {

// Harbour colours: paper and ink, brass for what is loaded, sea for play, coral for what is wrong.
constexpr Colour paper = rgb(0xF3EFE4);
constexpr Colour card = rgb(0xFFFDF7);
constexpr Colour ink = rgb(0x22303C);
constexpr Colour faint = rgb(0x6B7780);
constexpr Colour line = rgb(0x55636E);
constexpr Colour back_line = rgb(0x9AA5AB);
constexpr Colour brass = rgb(0x9A6B1F);
constexpr Colour brass_light = rgb(0xF1DFB8);
constexpr Colour sea = rgb(0x1F6373);
constexpr Colour white = rgb(0xFFFFFF);
constexpr Colour violet = rgb(0x6D4A8C);
constexpr Colour coral = rgb(0xC23B22);
constexpr Colour coral_light = rgb(0xFBE3DC);
constexpr Colour way_light = rgb(0x8FD3BC), way_dark = rgb(0x0F7A63);

constexpr Font heading{20, true};
constexpr Font title_font{15, true};
constexpr Font id_font{11, false};
constexpr Font note_font{11.5, false};
constexpr Font label_font{12, false};
constexpr Font number_font{12, true};

constexpr double margin = 24;
constexpr double header = 48;
constexpr double footer = 52;
constexpr double pad = 12;

Colour colour_of(EdgeKind kind) {
    switch (kind) {
    case EdgeKind::forward: return line;
    case EdgeKind::back: return back_line;
    case EdgeKind::load: return brass;
    case EdgeKind::event: return violet;
    case EdgeKind::frame: return brass;
    }
    return line;
}

/// The words on a card, from the top: what stands in it and how.
struct Row {
    std::string text;
    Font font;
    Colour colour;
};

std::vector<Row> rows_of(const MapNode& node) {
    const bool dark = node.kind == NodeKind::play || node.kind == NodeKind::outside;
    const Colour main = dark ? white : node.unreached ? faint : ink;
    const Colour small = dark ? rgb(0xCFE3E7) : faint;
    std::vector<Row> rows{{node.title, title_font, main}};
    if (!node.id.empty() && node.id != node.title) rows.push_back({node.id, id_font, small});
    for (const std::string& note : node.notes)
        rows.push_back({note, note_font, dark ? white : brass});
    if (node.trapped) rows.push_back({"stuck here", {12.5, true}, coral});
    if (node.unreached) rows.push_back({"never shown", {12.5, true}, coral});
    return rows;
}

Extents size_of(const MapNode& node) {
    if (node.kind == NodeKind::start) return {18, 18};
    Extents size{0, pad * 2 - 4};
    for (const Row& row : rows_of(node)) {
        const Extents text = measure(row.text, row.font);
        size.width = std::max(size.width, text.width);
        size.height += text.height + 2;
    }
    size.width = std::max(size.width + pad * 2, 84.0);
    return size;
}

Extents size_of_labels(const std::vector<std::string>& labels) {
    Extents size;
    for (const std::string& label : labels) {
        const Extents text = measure(label, label_font);
        size.width = std::max(size.width, text.width + 8);
        size.height += text.height + 1;
    }
    return size;
}

class MapPainter {
  public:
    MapPainter(const MapGraph& graph, const PlacedGraph& placed, Drawing& drawing)
        : graph_(graph)
        , placed_(placed)
        , canvas_(drawing) {}

    void paint() {
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) paint_halo(i);
        for (std::size_t i = 0; i < graph_.edges.size(); ++i) paint_edge(i);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) paint_node(i);
        for (std::size_t i = 0; i < graph_.edges.size(); ++i) paint_labels(i);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) paint_visits(i);
    }

  private:
    Vec moved(Vec point) const { return {point.x + margin, point.y + margin + header}; }

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
        const Extents size = size_of_labels(edge.labels);
        const Vec middle = moved(placed_.edges[i].label);
        Vec at{middle.x - size.width / 2, middle.y - size.height / 2};
        canvas_.box({at.x, at.y - 1}, {size.width, size.height + 1}, 4, rgb(0xF3EFE4, 0.92));
        for (const std::string& label : edge.labels) {
            const Extents text = measure(label, label_font);
            const Colour colour = edge.kind == EdgeKind::forward ? ink : colour_of(edge.kind);
            canvas_.text({middle.x - text.width / 2, at.y}, label, label_font, colour);
            at.y += text.height + 1;
        }
    }

    void paint_node(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        const Extents size = size_of(node);
        const Vec middle = moved(placed_.nodes[i]);
        const Vec at = corner_of(i, size);
        paint_ground(node, at, size);
        double y = at.y + pad - 2;
        for (const Row& row : rows_of(node)) {
            const Extents text = measure(row.text, row.font);
            canvas_.text({middle.x - text.width / 2, y}, row.text, row.font, row.colour);
            y += text.height + 2;
        }
    }

    Vec corner_of(std::size_t i, Extents size) const {
        const Vec middle = moved(placed_.nodes[i]);
        return {middle.x - size.width / 2, middle.y - size.height / 2};
    }

    /// Around what a way passes.
    void paint_halo(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        if (node.visits.empty()) return;
        const Extents size = size_of(node);
        const Vec at = corner_of(i, size);
        canvas_.box({at.x - 8, at.y - 8}, {size.width + 16, size.height + 16},
                    node.kind == NodeKind::scene ? size.height / 2 + 8 : 14, way_light);
    }

    /// When the way comes here, as a flag on the corner.
    void paint_visits(std::size_t i) {
        const MapNode& node = graph_.nodes[i];
        if (node.visits.empty()) return;
        const Vec at = corner_of(i, size_of(node));
        std::string text;
        for (const std::size_t visit : node.visits)
            text += (text.empty() ? "" : " · ") + std::to_string(visit);
        const Extents size = measure(text, number_font);
        const Vec corner{at.x - 16, at.y - 18};
        canvas_.box(corner, {size.width + 14, size.height + 4}, 9, way_dark);
        canvas_.text({corner.x + 7, corner.y + 2}, text, number_font, white);
    }

    void paint_ground(const MapNode& node, Vec at, Extents size) {
        switch (node.kind) {
        case NodeKind::start:
            canvas_.disc({at.x + size.width / 2, at.y + size.height / 2}, size.width / 2, ink);
            return;
        case NodeKind::scene:
            canvas_.box(at, size, size.height / 2, brass_light);
            canvas_.frame(at, size, size.height / 2, brass, 1.6);
            break;
        case NodeKind::play: canvas_.box(at, size, 7, sea); break;
        case NodeKind::moment: canvas_.frame(at, size, 7, violet, 1.3, true); break;
        case NodeKind::outside:
            canvas_.box(at, size, 2, ink);
            canvas_.frame({at.x - 3, at.y - 3}, {size.width + 6, size.height + 6}, 4, ink, 1);
            break;
        case NodeKind::menu:
            canvas_.box(at, size, 7, node.trapped ? coral_light : node.unreached ? paper : card);
            canvas_.frame(at, size, 7, node.unreached ? faint : line, 1.3, node.unreached);
            break;
        }
        if (node.trapped)
            canvas_.frame({at.x - 2, at.y - 2}, {size.width + 4, size.height + 4}, 8, coral, 3);
    }

    const MapGraph& graph_;
    const PlacedGraph& placed_;
    Drawing& canvas_;
};

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

double legend_width() {
    double width = 2 * margin - gap_of_signs;
    for (const Sign& sign : signs())
        width += sign.width() + measure(sign.text, label_font).width + gap_of_signs;
    return width;
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

void paint_heading(Drawing& drawing, double width, const std::string& title,
                   const std::string& verdict, bool good) {
    drawing.text({margin, 16}, title, heading, ink);
    const Extents size = measure(verdict, label_font);
    drawing.text({width - margin - size.width, 21}, verdict, label_font, good ? sea : coral);
}

/// How many links away from the start each node is.
std::vector<std::size_t> distances(const MapGraph& graph) {
    std::vector<std::size_t> distance(graph.nodes.size(), 0);
    std::vector<bool> seen(graph.nodes.size());
    std::vector<std::size_t> queue;
    const auto take = [&](std::size_t node, std::size_t far) {
        if (seen[node]) return;
        seen[node] = true;
        distance[node] = far;
        queue.push_back(node);
    };
    for (std::size_t i = 0; i < graph.nodes.size(); ++i)
        if (graph.nodes[i].kind == NodeKind::start) take(i, 0);
    for (std::size_t done = 0, next = 0; done < queue.size(); ++done) {
        for (const MapEdge& edge : graph.edges)
            if (edge.from == queue[done]) take(edge.to, distance[queue[done]] + 1);
        // What no link leads to (the loading screen, say) stands beside the first screens.
        while (done + 1 == queue.size() && next < graph.nodes.size()) take(next++, 2);
    }
    return distance;
}

LayoutGraph layout_graph(const MapGraph& graph) {
    LayoutGraph layout;
    const std::vector<std::size_t> distance = distances(graph);
    for (const MapNode& node : graph.nodes) layout.nodes.push_back(size_of(node));
    for (const MapEdge& edge : graph.edges) {
        const bool to_scene = graph.nodes[edge.to].kind == NodeKind::scene;
        const bool returns = distance[edge.to] < distance[edge.from] || edge.kind == EdgeKind::back;
        const int weight = edge.kind == EdgeKind::frame ? 4 : to_scene ? 1 : 2;
        layout.edges.push_back({edge.from, edge.to, size_of_labels(edge.labels), returns, weight});
    }
    return layout;
}

/// How the map fits into a picture: its own size with frame and legend, and what it is scaled by.
struct Fit {
    double width, height, factor;
    Fit(const PlacedGraph& placed, double room_wide, double room_high)
        : width(std::max(placed.size.width + 2 * margin, legend_width()))
        , height(placed.size.height + 2 * margin + header + footer)
        , factor(std::min(room_wide / width, room_high / height)) {}
};

/// From left to right or from the top down, whichever can be shown larger.
std::optional<PlacedGraph> best_layout(LayoutGraph graph, const MapOptions& options,
                                       std::string& fault) {
    const double wide = options.width > 0 ? options.width : 1280;
    const double high = options.height > 0 ? options.height : 800;
    std::optional<PlacedGraph> across = lay_out(graph, options.seconds, fault);
    if (!across || graph.nodes.size() > 100)
        return across; // trying twice is for maps that fit a page
    graph.downward = true;
    std::optional<PlacedGraph> down = lay_out(graph, options.seconds, fault);
    if (!down) return across;
    return Fit(*across, wide, high).factor >= Fit(*down, wide, high).factor ? across : down;
}

std::string verdict_line(const CheckResult& result) {
    switch (result.verdict) {
    case Verdict::proved: return "proved: nobody can get stuck";
    case Verdict::not_so: return "errors were found: see 'rondix check'";
    case Verdict::not_settled: break;
    }
    return "not settled";
}

} // namespace
} // namespace draw

std::optional<std::string> draw_map(const FlowFile& file, const CheckResult& result,
                                    const MapOptions& options, std::string& fault) {
    using namespace draw;
    MapGraph graph = map_graph(file, result);
    if (!options.way.empty()) mark_way(graph, *file.compiled, options.way);
    const std::optional<PlacedGraph> placed = best_layout(layout_graph(graph), options, fault);
    if (!placed) return std::nullopt;
    const Fit own(*placed, 1, 1);
    const int width = options.width > 0 ? options.width : static_cast<int>(std::ceil(own.width));
    const int height =
        options.height > 0 ? options.height : static_cast<int>(std::ceil(own.height));
    if (width > 32000 || height > 32000) {
        fault = "the map is too large for one picture; give it a size";
        return std::nullopt;
    }
    Drawing drawing(options.format, width, height);
    drawing.fill(paper);
    const double factor = std::min(Fit(*placed, width, height).factor, 2.0);
    drawing.scale_by(factor,
                     {(width - own.width * factor) / 2, (height - own.height * factor) / 2});
    MapPainter(graph, *placed, drawing).paint();
    const std::string title =
        file.flow.game.empty() ? std::filesystem::path(file.sources[0].name()).filename().string()
                               : file.flow.game;
    paint_heading(drawing, own.width, title, verdict_line(result),
                  result.verdict == Verdict::proved);
    paint_legend(drawing, own.height - footer / 2);
    return drawing.finish();
}

} // namespace rondix
