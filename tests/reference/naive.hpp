// The reference that the real thing is compared with: the rules once more, written from the rules
// alone, slow and obvious. Situations are plain structs of names in a std::map, the ways out a
// fixpoint. It works on the Flow as it was read and shares no code with compiling, apply() or the
// listing.
#pragma once

#include "rondix/flow.hpp"

#include <compare>
#include <limits>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace naive {

constexpr std::size_t never = std::numeric_limits<std::size_t>::max();

struct Plain {
    std::string scene;          // loaded, awaited or failed; empty for none
    std::string phase = "none"; // none, loading, loaded, failed
    std::vector<std::string> stack;
    std::set<std::string> raised;  // flags
    std::set<std::string> waiting; // events whose answer is delayed
    auto operator<=>(const Plain&) const = default;
};

struct Step {
    std::string text; // the move, as move_text() would write it
    Plain next;
    bool answered = false;
    bool quits = false;
    bool reopens = false;
    bool players = false;
    bool resets = false;      // every screen was closed, for a load or for the start
    std::size_t last = never; // where the last step that was done stands in the file
    bool works = true;        // that step did what it says
};

struct Known {
    std::size_t distance = 0; // moves from the start
    std::size_t way_out = never;
    std::size_t leaving = never;
    bool blocked = false; // stuck, whatever lies beneath: neither play, nor quit, nor a lower stack
    std::vector<Step> steps;
};

/// How far it is in presses of the player; everything else costs nothing.
struct Presses {
    std::size_t from_start = never, to_play = never, to_quit = never, way_out = never;
};

class Reference {
  public:
    explicit Reference(const rondix::Flow& flow)
        : flow_(flow) {}

    Plain start() const;
    /// Every move that can be tried in a situation, answered or not.
    std::vector<Step> steps(const Plain& plain) const;
    /// All situations; nothing when there are more than `most`.
    std::optional<std::map<Plain, Known>> list(std::size_t most) const;

    /// The presses of each situation, by asking again and again until nothing changes.
    std::map<Plain, Presses> presses(const std::map<Plain, Known>& all) const;

    bool usable(const rondix::FlowControl& control, const Plain& plain) const;
    bool in_play(const Plain& plain) const { return screen(plain.stack.back()).play; }
    bool runs(const Plain& plain) const;
    /// The player's moves alone lead to play or out of the game, while no answer ever comes.
    bool can_cancel(const Plain& plain) const;
    /// No control can be used, and back leads nowhere.
    bool nothing_usable(const Plain& plain) const;
    /// Back, again and again, comes to rest at a root, at `back: none`, or on a lower stack.
    bool back_rests(const Plain& plain) const;

    /// A screen as rules see it, with what is built in filled in.
    struct Page {
        bool play = false, pauses = true;
        std::optional<rondix::FlowAction> back, menu, any;
        std::vector<rondix::FlowKey> keys;
        std::vector<rondix::FlowControl> controls;
    };
    Page screen(const std::string& name) const;

  private:
    void act(const rondix::FlowAction& action, Step& step) const;
    void load(const std::string& scene, Plain& plain) const;
    void home(Plain& plain) const;
    void back_to(const std::string& name, Plain& plain) const;
    bool holds(const rondix::Condition& condition, const Plain& plain) const;
    bool allowed(rondix::During during, const Plain& plain) const;
    void measure(std::map<Plain, Known>& all) const;
    bool is_blocked(const Plain& plain, const std::map<Plain, Known>& all) const;

    const rondix::Flow& flow_;
};

} // namespace naive
