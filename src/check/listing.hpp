// Listing: every situation that can be reached, found breadth first through apply() itself.
//
// Situations are numbered in the order in which they are found, so that 0 is the start and a lower
// number never lies further from it. Each keeps the move by which it was first reached: those
// moves, followed back, are a shortest way to it. Each also keeps the moves out of it as edges.
#pragma once

#include "rondix/apply.hpp"

#include <vector>

namespace rondix {

class Listing {
  public:
    using Number = std::uint32_t;

    struct Edge {
        Number to = 0;
        MoveKind kind{};
        bool quits = false;
        bool reopens = false;
    };

    /// Lists until nothing new is found, or more than `most` situations are.
    Listing(const CompiledFlow& flow, std::size_t most);

    /// Every situation was found and its moves followed.
    bool complete() const { return followed_ == size(); }
    std::size_t size() const { return parents_.size(); }
    /// Of how many situations the moves were followed; the others are known by name only.
    std::size_t followed() const { return followed_; }
    std::size_t moves() const { return edges_.size(); }

    void get(Number number, Situation& situation) const;
    std::span<const Edge> edges(Number number) const;
    std::vector<Move> shortest_moves(Number number) const;

    bool shown(ScreenId screen) const { return shown_[index(screen)]; }
    /// The control could be used somewhere; and its press was answered somewhere.
    bool usable(ControlId control) const { return usable_[index(control)]; }
    bool answered(ControlId control) const { return answered_[index(control)]; }

  private:
    struct Parent {
        Number from = 0;
        Move by;
    };

    Number number_of(const Situation& situation, Parent parent);
    void follow(Number number);
    std::span<const Situation::Word> row(Number number) const;
    void grow();

    const CompiledFlow& flow_;
    std::size_t followed_ = 0;
    std::vector<Situation::Word> words_; // the packed rows, one after the other
    std::vector<std::uint64_t> row_ends_;
    std::vector<Parent> parents_;
    std::vector<Edge> edges_;
    std::vector<std::uint64_t> edge_ends_;
    std::vector<Number> slots_; // a hash table of numbers, open addressing
    std::vector<bool> shown_, usable_, answered_;
    Situation here_, next_;
    std::vector<Move> room_;
};

} // namespace rondix
