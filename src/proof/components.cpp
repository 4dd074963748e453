// Tarjan's algorithm with a stack of its own in place of recursion: a flow may be deep.
#include "proof/components.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr std::uint32_t unseen = 0xFFFFFFFF;

template <class Edges>
class Search {
  public:
    explicit Search(const Edges& next)
        : next_(next)
        , component_(next.size())
        , order_(next.size(), unseen)
        , low_(next.size())
        , on_path_(next.size()) {}

    std::vector<std::uint32_t> run() {
        for (std::uint32_t root = 0; root < next_.size(); ++root)
            if (order_[root] == unseen) visit(root);
        return std::move(component_);
    }

  private:
    struct Visit {
        std::uint32_t node;
        std::size_t child;
    };

    void visit(std::uint32_t root) {
        enter(root);
        while (!visits_.empty()) {
            const std::uint32_t node = visits_.back().node;
            if (visits_.back().child < next_[node].size()) {
                const std::uint32_t child = next_[node][visits_.back().child++];
                if (order_[child] == unseen)
                    enter(child);
                else if (on_path_[child])
                    low_[node] = std::min(low_[node], order_[child]);
                continue;
            }
            visits_.pop_back();
            if (!visits_.empty())
                low_[visits_.back().node] = std::min(low_[visits_.back().node], low_[node]);
            if (low_[node] == order_[node]) close(node);
        }
    }

    void enter(std::uint32_t node) {
        order_[node] = low_[node] = count_++;
        path_.push_back(node);
        on_path_[node] = true;
        visits_.push_back({node, 0});
    }

    void close(std::uint32_t first) {
        std::uint32_t member = unseen;
        do {
            member = path_.back();
            path_.pop_back();
            on_path_[member] = false;
            component_[member] = components_;
        } while (member != first);
        ++components_;
    }

    const Edges& next_;
    std::vector<std::uint32_t> component_, order_, low_;
    std::vector<std::uint32_t> path_; // nodes whose component is not known yet
    std::vector<bool> on_path_;
    std::vector<Visit> visits_;
    std::uint32_t count_ = 0, components_ = 0;
};

} // namespace

std::vector<std::uint32_t> components(const Graph& next) {
    return Search(next).run();
}

std::vector<std::uint32_t> components(const Lists<std::uint32_t>& next) {
    return Search(next).run();
}

Lists<std::uint32_t> members_of(const std::vector<std::uint32_t>& component) {
    const std::uint32_t count =
        component.empty() ? 0 : *std::max_element(component.begin(), component.end()) + 1;
    std::vector<std::uint32_t> end(count); // counting sort
    for (const std::uint32_t one : component) ++end[one];
    for (std::uint32_t i = 1; i < count; ++i) end[i] += end[i - 1];
    std::vector<std::uint32_t> order(component.size());
    std::vector<std::uint32_t> place = end;
    for (auto node = static_cast<std::uint32_t>(component.size()); node-- > 0;)
        order[--place[component[node]]] = node;
    Lists<std::uint32_t> members;
    for (std::uint32_t one = 0; one < count; ++one) {
        for (std::uint32_t i = place[one]; i < end[one]; ++i) members.push(order[i]);
        members.end_list();
    }
    return members;
}

} // namespace rondix
