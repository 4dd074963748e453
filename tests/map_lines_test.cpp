// What is done to Graphviz's picture of a map: lines with the same text meet, cards that are alike
// stand in the order of the flow, labels go onto their lines. Whatever is done, a line begins at
// the card that it comes from and ends at the one that it leads to.
#include "support.hpp"

#include "draw/map/place_cards.hpp"

#include <cmath>
#include <random>
#include <set>
#include <tuple>

namespace rondix::test {
namespace {

using namespace rondix::draw;

class RandomMap {
  public:
    explicit RandomMap(unsigned seed)
        : random_(seed) {}

    /// Some screens, some levels that one of them loads, links with texts that come again.
    MapGraph make() {
        const std::size_t screens = 3 + number(8), levels = number(8);
        for (std::size_t i = 0; i < screens; ++i)
            graph_.nodes.push_back(
                {NodeKind::menu, "Screen " + std::to_string(i), name("s", i), {}});
        graph_.nodes.push_back({NodeKind::start, "", "", {}});
        link(screens, 0, EdgeKind::frame, "");
        for (std::size_t i = 0; i < levels; ++i) {
            const std::string title(1 + number(14), static_cast<char>('a' + number(26)));
            graph_.nodes.push_back({NodeKind::scene, title, "scenes/" + title + ".json", {}});
            link(0, screens + 1 + i, EdgeKind::load, "Level " + std::to_string(i));
            link(screens + 1 + i, 1, EdgeKind::frame, "");
        }
        const char* texts[] = {"Back to the quay", "Options", "Go", "(menu)"};
        for (std::size_t i = 1; i < screens; ++i)
            link(number(i), i, EdgeKind::forward, texts[number(4)]);
        for (std::size_t i = number(8); i > 0; --i)
            link(number(screens), number(2), number(2) ? EdgeKind::load : EdgeKind::back,
                 texts[number(2)]);
        return graph_;
    }

  private:
    unsigned number(std::size_t below) {
        return std::uniform_int_distribution(0U, static_cast<unsigned>(below) - 1)(random_);
    }
    static std::string name(const char* what, std::size_t i) { return what + std::to_string(i); }
    void link(std::size_t from, std::size_t to, EdgeKind kind, const std::string& label) {
        if (from == to || !known_.insert({from, to, kind}).second) return;
        MapEdge& edge = graph_.edges.emplace_back();
        edge.from = from, edge.to = to, edge.kind = kind;
        if (!label.empty()) edge.labels = {label};
    }

    std::mt19937 random_;
    MapGraph graph_;
    std::set<std::tuple<std::size_t, std::size_t, EdgeKind>> known_;
};

struct Arranged {
    MapGraph map;
    PlacedGraph placed;
};
Arranged arranged(unsigned seed, const Cards& cards) {
    MapGraph map = RandomMap(seed).make();
    std::string fault;
    std::optional<PlacedGraph> placed = arrange(map, cards, {}, fault);
    EXPECT_TRUE(placed) << fault;
    return {std::move(map), placed.value_or(PlacedGraph{})};
}

/// How far a point is from a box: 0 on its side or within it.
double beyond(Vec point, Vec middle, Extents size) {
    const double x = std::max(0.0, std::abs(point.x - middle.x) - size.width / 2);
    const double y = std::max(0.0, std::abs(point.y - middle.y) - size.height / 2);
    return std::hypot(x, y);
}

TEST(MapLines, LeadFromTheirCardToTheirCard) {
    const Cards cards(nullptr);
    std::size_t alike = 0, bundled = 0;
    for (unsigned seed = 0; seed < how_many(60); ++seed) {
        const auto [map, placed] = arranged(seed, cards);
        ASSERT_EQ(placed.nodes.size(), map.nodes.size());
        ASSERT_EQ(placed.edges.size(), map.edges.size());
        for (std::size_t i = 0; i < map.edges.size(); ++i) {
            const MapEdge& edge = map.edges[i];
            const PlacedEdge& line = placed.edges[i];
            ASSERT_EQ(line.curve.size() % 3, 1u) << seed;
            const Extents from = cards.size_of(map.nodes[edge.from]);
            const Extents to = cards.size_of(map.nodes[edge.to]);
            EXPECT_LT(beyond(line.curve.front(), placed.nodes[edge.from], from), 3)
                << "map " << seed << ", edge " << i;
            EXPECT_LT(beyond(line.tip, placed.nodes[edge.to], to), 3)
                << "map " << seed << ", edge " << i;
            // The arrow is as long as arrows are, and stands at the end of its line.
            EXPECT_LT(
                std::hypot(line.tip.x - line.curve.back().x, line.tip.y - line.curve.back().y), 14)
                << "map " << seed << ", edge " << i;
            for (std::size_t k = 0; k < i; ++k) { // those that meet have one end, and one text
                const PlacedEdge& other = placed.edges[k];
                if (edge.labels.empty() || line.label.x != other.label.x ||
                    line.label.y != other.label.y)
                    continue;
                ++bundled;
                EXPECT_EQ(edge.labels, map.edges[k].labels) << seed;
                EXPECT_EQ(edge.to, map.edges[k].to) << seed;
                EXPECT_EQ(line.tip.x, other.tip.x) << seed;
                EXPECT_EQ(line.tip.y, other.tip.y) << seed;
            }
        }
        // Levels that one screen loads, and that lead to one play screen, in their order.
        std::vector<Vec> levels;
        for (std::size_t i = 0; i < map.nodes.size(); ++i)
            if (map.nodes[i].kind == NodeKind::scene) levels.push_back(placed.nodes[i]);
        const bool across = levels.size() > 1 && std::abs(levels[0].x - levels[1].x) >
                                                     std::abs(levels[0].y - levels[1].y);
        for (std::size_t i = 1; i < levels.size(); ++i, ++alike) {
            if (across)
                EXPECT_GT(levels[i].x, levels[i - 1].x) << seed;
            else
                EXPECT_GT(levels[i].y, levels[i - 1].y) << seed;
        }
    }
    EXPECT_GE(alike, 100u);
    EXPECT_GE(bundled, 20u);
}

TEST(MapLines, LabelsLieOnThemAndNotOnEachOther) {
    const Cards cards(nullptr);
    std::size_t labels = 0, on_line = 0;
    for (unsigned seed = 0; seed < how_many(60); ++seed) {
        const auto [map, placed] = arranged(seed, cards);
        for (std::size_t i = 0; i < map.edges.size(); ++i) {
            if (map.edges[i].labels.empty()) continue;
            ++labels;
            const Extents size = size_of_labels(map.edges[i].labels);
            const Vec at = placed.edges[i].label;
            bool touched = false;
            for (const Vec point : placed.edges[i].curve)
                touched = touched || beyond(point, at, {size.width + 60, size.height + 60}) == 0;
            on_line += touched ? 1 : 0;
            for (std::size_t k = 0; k < i; ++k) {
                if (map.edges[k].labels.empty()) continue;
                const Vec other = placed.edges[k].label;
                if (other.x == at.x && other.y == at.y) continue; // they have become one
                const Extents its = size_of_labels(map.edges[k].labels);
                EXPECT_FALSE(std::abs(at.x - other.x) < (size.width + its.width) / 2 - 1 &&
                             std::abs(at.y - other.y) < (size.height + its.height) / 2 - 1)
                    << "map " << seed << ", edges " << k << " and " << i;
            }
        }
    }
    EXPECT_GT(labels, 300u);
    EXPECT_GT(on_line * 10, labels * 8);
}

} // namespace
} // namespace rondix::test
