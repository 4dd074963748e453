// Selection ranges: what is around a place, from within, by the tree of the file.
#include "server/answers.hpp"

#include "yaml/yaml_marks.hpp"
#include "yaml/yaml_tree.hpp"

#include <algorithm>

namespace rondix::server {

namespace {

struct Stretches {
    std::string_view text;
    std::uint32_t offset;
    std::vector<yaml::Stretch> around{}; ///< from without

    void add(std::uint32_t begin, std::uint32_t end) {
        if (begin <= offset && offset <= end) around.push_back({begin, end});
    }
};

/// Where a node ends; of maps and lists the end of their last text.
std::uint32_t end_of(const yaml::Node& node) {
    return node.children.empty() ? std::max(node.place.begin, node.place.end)
                                 : end_of(node.children.back());
}

void descend(const yaml::Node& node, Stretches& found) {
    found.add(node.place.begin, end_of(node));
    const std::size_t step = node.kind == yaml::Kind::map ? 2 : 1;
    for (std::size_t i = 0; i + step <= node.children.size(); i += step) {
        const yaml::Node& last = node.children[i + step - 1];
        const std::uint32_t begin = node.children[i].place.begin;
        const std::uint32_t end = std::max(node.children[i].place.end, end_of(last));
        if (found.offset < begin || found.offset > end) continue;
        if (step == 2) found.add(begin, end);
        for (std::size_t k = i; k < i + step; ++k) descend(node.children[k], found);
    }
}

/// With what the tree does not have: brackets, and the line. Widest first, each within the one
/// before it.
std::vector<yaml::Stretch> in_order(Stretches found) {
    const std::string_view text = found.text;
    for (const yaml::Marks::Bracket& bracket : yaml::marks_of(text).brackets) {
        if (bracket.open == bracket.close) continue;
        found.add(bracket.open, bracket.close + 1);
    }
    found.add(0, static_cast<std::uint32_t>(text.size()));
    std::ranges::stable_sort(found.around, {}, [](const yaml::Stretch& one) {
        return std::pair(-(static_cast<std::int64_t>(one.end) - one.begin), one.begin);
    });
    std::vector<yaml::Stretch> nested;
    for (const yaml::Stretch& one : found.around) {
        if (!nested.empty()) {
            const yaml::Stretch& outer = nested.back();
            const bool same = one.begin == outer.begin && one.end == outer.end;
            if (same || one.begin < outer.begin || one.end > outer.end) continue;
        }
        nested.push_back(one);
    }
    return nested;
}

} // namespace

Json selections(const Asked& at, const Json& positions) {
    if (!positions.is_array()) throw Refused(invalid_params, "which positions?");
    const Source source(at.path, at.text);
    Findings unread;
    const std::optional<yaml::Node> tree = yaml::read(source, 0, unread);
    const Lines lines(at.text);
    Json all = Json::array();
    for (const Json& position : positions) {
        Stretches found{at.text, offset_in(position, at.text, at.units)};
        if (tree) descend(*tree, found);
        Json selection;
        for (const yaml::Stretch& one : in_order(std::move(found))) {
            Json inner = {{"range", between(lines.position_of(one.begin, at.units),
                                            lines.position_of(one.end, at.units))}};
            if (!selection.is_null()) inner["parent"] = std::move(selection);
            selection = std::move(inner);
        }
        all.push_back(std::move(selection));
    }
    return all;
}

} // namespace rondix::server
