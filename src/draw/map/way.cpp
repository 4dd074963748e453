#include "draw/map/way.hpp"

#include "rondix/runtime/apply.hpp"

#include <algorithm>

namespace rondix::draw {

namespace {

class Way {
  public:
    Way(MapGraph& graph, const CompiledFlow& flow)
        : graph_(graph)
        , flow_(flow)
        , now_(flow) {}

    void go(const std::vector<Move>& moves) {
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i)
            if (graph_.nodes[i].kind == NodeKind::start) here_ = i;
        pass(start_flow(flow_, now_));
        for (const Move move : moves) pass(apply(flow_, now_, move));
    }

  private:
    void pass(const Outcome& outcome) {
        if (outcome.quits) return visit(find(NodeKind::outside, ""));
        if (outcome.loads) return visit(find(NodeKind::scene, flow_.text(flow_[now_.scene()].id)));
        if (now_.phase() == Phase::loading && now_.depth() == 1) return;
        visit(find(NodeKind::menu, flow_.text(flow_[now_.current()].id)));
    }

    std::size_t find(NodeKind kind, std::string_view name) const {
        const auto found =
            std::find_if(graph_.nodes.begin(), graph_.nodes.end(), [&](const MapNode& node) {
                if (kind == NodeKind::menu)
                    return (node.kind == NodeKind::menu || node.kind == NodeKind::play) &&
                           node.id == name;
                return node.kind == kind && (name.empty() || node.title == name);
            });
        return static_cast<std::size_t>(found - graph_.nodes.begin());
    }

    void visit(std::size_t node) {
        if (node == here_ || node == graph_.nodes.size()) return;
        graph_.nodes[node].visits.push_back(++visits_);
        const bool linked = mark([&](const MapEdge& edge) {
            return (edge.from == here_ && edge.to == node) ||
                   (edge.and_back && edge.from == node && edge.to == here_);
        });
        if (!linked) // it may be what an event does at any time
            mark([&](const MapEdge& edge) {
                return graph_.nodes[edge.from].kind == NodeKind::moment && edge.to == node;
            });
        here_ = node;
    }

    template <class Lies>
    bool mark(Lies lies) {
        bool any = false;
        for (MapEdge& edge : graph_.edges)
            if (lies(edge)) edge.on_way = any = true;
        return any;
    }

    MapGraph& graph_;
    const CompiledFlow& flow_;
    MenuState now_;
    std::size_t here_ = 0, visits_ = 0;
};

} // namespace

void mark_way(MapGraph& graph, const CompiledFlow& flow, const std::vector<Move>& moves) {
    Way(graph, flow).go(moves);
}

} // namespace rondix::draw
