// What the map shows: screens, scenes, the way out, and the links between them with the texts of
// the buttons that they come from. No geometry yet.
#pragma once

#include "rondix/runtime/ids.hpp"
#include "rondix/tools/finding.hpp"

#include <cstdint>
#include <string>
#include <vector>

namespace rondix::draw {

enum class NodeKind : std::uint8_t {
    start, ///< the dot at which the flow begins
    scene,
    menu,    ///< a screen
    play,    ///< a play screen
    moment,  ///< "at any time": where events come from that no one screen answers
    outside, ///< the game is left
};

struct MapNode {
    NodeKind kind{};
    std::string title;
    std::string id;
    std::vector<std::string> notes;         ///< "while loading", "again: Start again"
    bool trapped = false;                   ///< the player is stuck here, or cannot leave the game
    bool unreached = false;                 ///< nothing ever shows it
    std::vector<std::size_t> visits = {};   ///< of a way that is laid over the map: when, from 1
    ScreenId screen = no_screen;            ///< where it is one
    std::size_t number = 0;                 ///< its place in the whole graph, also when folded
    SourceRange place = {};                 ///< where it is declared
    std::vector<std::string> findings = {}; ///< that name its place
    std::vector<std::size_t> within = {};   ///< numbers of what is folded into it: see fold()
    std::size_t stacked = 0; ///< it stands for so many that are alike, all of which are within
    bool elsewhere = false;  ///< of another part of the map: see part_of()

    bool is_stack() const { return stacked > 0; }
    bool is_screen() const { return kind == NodeKind::menu || kind == NodeKind::play; }
};

enum class EdgeKind : std::uint8_t {
    forward,
    back, ///< a way back that does not simply turn a forward link round
    load,
    event, ///< the game or the clock does it, not the player
    frame, ///< start to scene, scene to its root screen
};

struct MapEdge {
    std::size_t from = 0, to = 0;
    EdgeKind kind{};
    std::vector<std::string> labels;
    bool and_back = false; ///< going back at the far end leads here again
    bool on_way = false;   ///< of a way that is laid over the map
};

/// Nodes that stand together.
struct MapGroup {
    std::string title;
    std::vector<std::size_t> nodes;
};

struct MapGraph {
    std::vector<MapNode> nodes;
    std::vector<MapEdge> edges;
    std::vector<MapGroup> groups = {};
};

/// What a node is called in the flow: scenes by their id, which is their title here.
inline const std::string& name_of(const MapNode& node) {
    return node.kind == NodeKind::scene ? node.title : node.id;
}

} // namespace rondix::draw
