#include "draw/map/hints.hpp"

#include "draw/svg.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

namespace rondix::draw {

namespace {

void replace_all(std::string& text, std::string_view word, const std::string& by) {
    for (std::size_t at = 0; (at = text.find(word, at)) != std::string::npos; at += by.size())
        text.replace(at, word.size(), by);
}

/// The way to a file from the folder that the map will lie in.
std::string from_folder(const std::string& file, const std::string& folder) {
    if (folder.empty()) return file;
    std::error_code none;
    const auto path = std::filesystem::proximate(file, folder, none);
    return none ? file : path.generic_string();
}

const char* kind_of(const MapNode& node) {
    switch (node.kind) {
    case NodeKind::scene: return "scene";
    case NodeKind::play: return "play screen";
    case NodeKind::start:
    case NodeKind::menu:
    case NodeKind::moment:
    case NodeKind::outside: break;
    }
    return "screen";
}

} // namespace

std::string Hints::spot_of(const MapNode& node) const {
    if (!node.place.known()) return {};
    const Source& source = file_.sources[node.place.file];
    if (source.is_in_code()) return {};
    return fmt::format("{}:{}", source.name(), source.spot(node.place.begin).line);
}

std::string Hints::tip(const MapNode& node) const {
    if (!node.is_screen() && node.kind != NodeKind::scene) return {};
    std::string text = node.title;
    if (!node.is_stack()) text += fmt::format("\n{} '{}'", kind_of(node), name_of(node));
    const std::string spot = spot_of(node);
    if (!spot.empty()) text += ", " + spot;
    for (const std::string& note : node.notes) text += "\n" + note;
    for (const std::string& finding : node.findings) text += "\n! " + finding;
    constexpr std::size_t most = 30;
    if (!node.within.empty() && !node.is_stack()) text += "\n\nBeyond it:";
    for (std::size_t i = 0; i < std::min(node.within.size(), most); ++i) {
        const MapNode& held = whole_.nodes[node.within[i]];
        text += "\n" + held.title;
        if (held.is_screen() && held.id != held.title) text += " (" + held.id + ")";
    }
    if (node.within.size() > most) text += fmt::format("\nand {} more", node.within.size() - most);
    return text;
}

std::string Hints::tip(const MapGraph& graph, const MapEdge& edge) {
    const auto name = [&](std::size_t i) {
        const std::string& title = graph.nodes[i].title;
        return title.empty() ? "start" : title;
    };
    std::string text =
        name(edge.from) + " → " + name(edge.to) + (edge.and_back ? ", and back" : "");
    for (const std::string& label : edge.labels) text += "\n" + label;
    return text;
}

std::string Hints::link(const MapNode& node) const {
    const auto map = maps_.find(node.number);
    if (map != maps_.end()) return in_url(map->second);
    if (!node.place.known() || options_.link.empty()) return {};
    const Source& source = file_.sources[node.place.file];
    if (source.is_in_code()) return {};
    const Source::Spot spot = source.spot(node.place.begin);
    std::string link = options_.link;
    std::error_code none;
    replace_all(link, "{file}", in_url(from_folder(source.name(), options_.folder)));
    replace_all(link, "{path}",
                in_url(std::filesystem::absolute(source.name(), none).lexically_normal().string()));
    replace_all(link, "{line}", std::to_string(spot.line));
    replace_all(link, "{column}", std::to_string(spot.column));
    replace_all(link, "{name}", in_url(name_of(node)));
    return link;
}

} // namespace rondix::draw
