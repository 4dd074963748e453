// Summing: how the ways to leave are summed up, for frames that lead to each other at a time.
//
// The heads of such a group are the nodes of a graph. An edge leads to a head that comes next in
// the same place of the stack: by one move, or by a move that pushes a screen which is left again,
// in a way that is known, for what is pushed comes before. Heads on a circle of edges can be left
// in the same ways; so each component of the graph has one row, and is summed up once, after those
// that it leads to (E. Nuutila, "Efficient transitive closure computation in large digraphs", Acta
// Polytechnica Scandinavica 74, 1995).
//
// Many heads push the same, and come back to the same many heads. A node that stands for all those
// that are come back to, a hub, has these edges once.
//
// Only on circles whose screens a frame does not remember (Frames::is_loose()) can a screen be
// pushed that leads to itself. Then all is done again until nothing more is found.
#pragma once

#include "proof/leaving.hpp"
#include "proof/lists.hpp"
#include "proof/numbered.hpp"

#include <array>

namespace rondix {

class Leaving::Summing {
  public:
    Summing(Leaving& to, Budget& budget);
    void run();

  private:
    using Node = std::uint32_t;
    /// A way that needs nothing else.
    struct Leave {
        std::uint32_t place = 0; ///< of the landing
        Values after = 0;
    };
    /// All ways of a row that is known; but for those that land on one frame.
    struct Taken {
        FrameId frame = 0;
        std::uint32_t row = 0;
        FrameId but_on = no_frame;
    };
    /// Heads that are come back to when what was pushed is left.
    struct Hub {
        FrameId frame = 0; ///< what it was pushed on,
        FrameId under = 0; ///< and what that has become
        FrameId pushed = 0;
        Values values = 0; ///< and with what values
        std::uint32_t row = 0;
    };
    static constexpr FrameId no_frame = 0xFFFFFFFF;

    void settle();
    void number_heads();
    bool is_here(FrameId frame) const { return group_of_[frame] == group_; }
    std::uint32_t row_of(FrameId frame, Values values) const;

    template <class Each>
    void each_rule(FrameId frame, Values values, Each each) const;
    template <class Each>
    void each_flip(FrameId frame, Values values, Each each) const;
    void list_edges();
    void follow(FrameId frame, const Rule& rule, Values after);
    void lead_to(FrameId frame, Values values);
    void come_back(const Hub& hub);
    void list(const Hub& hub);
    void take(const Taken& taken);
    std::uint32_t place_of(Landing landing);
    void begin_frame(FrameId frame);
    void end_node();

    void find_rows();
    bool is_hub(Node node) const { return node >= count_; }
    bool is_listed(Node node) const;
    void sum_up();
    std::uint64_t* row_at(std::uint32_t component);
    void gather(std::uint64_t* row, std::uint32_t component, Node node);
    void gather(std::uint64_t* row, const Taken& taken) const;
    void put_exits();
    bool has_grown();
    void keep();

    Leaving& to_;
    const Heads& heads_;
    Budget& budget_;
    std::vector<std::uint32_t> group_of_; // of each frame
    std::uint32_t next_row_ = 0;          // of the group that is summed up, the first

    // The group.
    std::uint32_t group_ = 0;
    std::span<const FrameId> frames_;
    std::uint32_t first_exit_ = 0;
    std::uint32_t count_ = 0; // of heads; nodes from there on are hubs
    std::vector<Landing> landings_;
    std::vector<std::uint32_t> places_; // of landings among these
    Lists<Node> edges_;
    Lists<Leave> leaves_;
    Lists<Taken> taken_;
    std::vector<Hub> hubs_;
    bool has_hubs_ = false; // the frame that is listed
    Numbered hub_numbers_;  // of that
    bool leads_to_itself_ = false;

    std::vector<std::uint32_t> component_; // of each node
    Lists<Node> members_;                  // of each component
    std::vector<std::uint32_t> numbers_;   // of each component's row
    std::uint32_t own_rows_ = 0;           // from there on they are spare
    std::size_t width_ = 0;                // words of all landings
    std::uint64_t* own_ = nullptr;
    std::vector<std::uint64_t> spare_;         // rows of hubs
    std::vector<std::uint32_t> met_, row_met_; // the mark of who was the last to take it in
    std::uint32_t mark_ = 0;

    std::vector<std::uint32_t> known_;                // the row of each head, of the last round
    std::array<std::vector<std::uint64_t>, 2> draft_; // rows of the last round, and of this
    std::size_t bits_ = 0;                            // that are set in it
};

} // namespace rondix
