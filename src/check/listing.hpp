// Listing: every menu state that can be reached, found breadth first through apply() itself. It is
// the plain reference that the proof is compared with, in the tests and, for small flows, in every
// check.
//
// Menu states are numbered in the order in which they are found, so that 0 is the plain start and a
// lower number never lies further from it. Each can keep the move by which it was first reached:
// those moves, followed back, are a shortest way to it. Each can also keep the moves out of it as
// edges.
#pragma once

#include "check/row_set.hpp"
#include "logic/player_moves.hpp"
#include "rondix/runtime/apply.hpp"

#include <vector>

namespace rondix {

class Listing {
  public:
    using Number = Rows::Number;

    struct Edge {
        Number to = 0;
        MoveKind kind{};
        bool quits = false, loads = false;
        bool in_time = true; ///< of a player's move: see is_in_time()
    };

    enum class Keep : std::uint8_t {
        states, ///< nothing else: for counting
        moves,  ///< edges and shortest moves as well
    };

    /// Lists until nothing new is found, or more than `most` menu states are; for a player with all
    /// the devices of the flow, or with these.
    Listing(const CompiledFlow& flow, std::size_t most, Keep keep = Keep::moves);
    Listing(const CompiledFlow& flow, std::size_t most, Keep keep, DeviceSet devices);

    const CompiledFlow& flow() const { return flow_; }
    /// Every menu state was found and its moves followed.
    bool complete() const { return followed_ == size(); }
    std::size_t size() const { return rows_.size(); }
    /// Of how many menu states the moves were followed; the others are known by name only.
    std::size_t followed() const { return followed_; }
    /// Moves that are answered, over all of those.
    std::size_t moves() const { return moves_; }

    void get(Number number, MenuState& state) const;
    // Of a listing that keeps moves:
    std::span<const Edge> edges(Number number) const;
    std::vector<Move> shortest_moves(Number number) const;

  private:
    struct Parent {
        Number from = 0;
        Move by;
    };

    /// A start that is not the plain one is found when those as far as its moves are.
    struct LaterStart {
        std::vector<Move> before;
        MenuState there;
        Number number = no_number;
    };
    static constexpr Number no_number = 0xFFFFFFFF;

    void begin();
    bool has_later_starts() const;
    void end_level();
    void add(const MenuState& state, Parent parent);
    void follow_some();
    void follow(Number number);
    void add_to_batch();

    const CompiledFlow& flow_;
    const Keep keep_;
    const DeviceSet devices_;
    std::vector<LaterStart> later_starts_;
    std::size_t level_ = 0,
                level_end_ = 0; // how far those are that are followed, and where they end
    std::size_t followed_ = 0, moves_ = 0;
    Rows rows_;
    std::vector<Parent> parents_;
    std::vector<Edge> edges_;
    std::vector<std::uint64_t> edge_ends_;
    std::vector<std::size_t> batch_edges_; // those whose target is not known yet
    std::vector<Parent> batch_parents_;
    MenuState here_, next_;
    std::vector<Move> room_;
};

} // namespace rondix
