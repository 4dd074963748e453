// Walkthroughs that touch everything: from where the last one ended, the nearest move that touches
// something new is looked for, breadth first; where nothing new is in reach, or the walkthrough is
// long enough, the next one begins at the start. The moves found are made in a Runner, which knows
// what follows by itself.
#include "proof/budget.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/coverage.hpp"
#include "rondix/tools/move_text.hpp"
#include "rondix/tools/state_text.hpp"

#include <algorithm>
#include <optional>
#include <set>

namespace rondix {

namespace {

constexpr std::size_t longest = 60; // moves; the one that is under way is still finished

class Maker {
  public:
    Maker(const CompiledFlow& flow, const CheckOptions& options, std::size_t most)
        : flow_(flow)
        , budget_(options)
        , most_(most)
        , coverage_(flow)
        , room_(max_moves(flow)) {}

    std::vector<MadeWalk> make() {
        std::vector<MadeWalk> walks;
        try {
            make_all(walks);
        } catch (const Stopped&) {
            // What was made so far stands.
        }
        return walks;
    }

  private:
    void make_all(std::vector<MadeWalk>& walks) {
        for (;;) {
            Runner menus(flow_);
            menus.start();
            coverage_.touch(menus.menu_state());
            std::string steps;
            std::size_t moves = 0;
            while (moves < longest) {
                const auto way = nearest(menus.menu_state());
                if (!way) break;
                moves += go(menus, *way, steps);
                steps += expectation(menus.menu_state());
            }
            if (moves == 0 && !walks.empty()) return;
            if (moves == 0) steps = expectation(menus.menu_state()); // there is nothing to do
            const std::string title = "Everything, part " + std::to_string(walks.size() + 1);
            std::string text = "rondix-walk: 1\ntitle: " + title;
            text += "\nwalk:\n" + steps;
            walks.push_back({title, std::move(text)});
            if (moves == 0) return;
        }
    }

    struct Node {
        std::vector<MenuState::Word> words;
        std::size_t from = 0;
        Move move;
    };

    /// Makes the moves, as far as they are answered, and writes them down. What could not be
    /// touched by them is not looked for again.
    std::size_t go(Runner& menus, const std::vector<Move>& way, std::string& steps) {
        std::size_t made = 0;
        for (const Move move : way) {
            if (!menus.replay(move)) break;
            steps += "  - " + move_text(flow_, move) + "\n";
            ++made;
            for (const Move done : menus.take_moves()) coverage_.touch(done);
            coverage_.touch(menus.menu_state());
            menus.take_effects();
        }
        if (!coverage_.all()[goal_].touched) given_up_.insert(goal_);
        return made;
    }

    /// The fewest moves to something that is untouched.
    std::optional<std::vector<Move>> nearest(const MenuState& from) {
        std::vector<Node> nodes;
        std::set<std::vector<MenuState::Word>> known;
        const auto add = [&](const MenuState& state, std::size_t parent, Move move) {
            const auto packed = state.packed();
            std::vector<MenuState::Word> words(packed.begin(), packed.end());
            if (known.insert(words).second) nodes.push_back({std::move(words), parent, move});
        };
        add(from, 0, {});
        MenuState here(flow_), after(flow_);
        for (std::size_t i = 0; i < nodes.size() && nodes.size() < most_; ++i) {
            budget_.step("walkthroughs", coverage_.all().size() - given_up_.size(), i);
            here.assign(from);
            here.unpack(nodes[i].words);
            const std::size_t count = list_moves(flow_, here, room_);
            for (std::size_t m = 0; m < count; ++m) {
                const Move move = room_[m];
                after.assign(here);
                if (!apply(flow_, after, move).answered) continue;
                if (is_new(move, after)) return way_to(nodes, i, move);
                add(after, i, move);
            }
        }
        return std::nullopt;
    }

    bool is_new(Move move, const MenuState& after) {
        for (const std::size_t thing : {coverage_.touched_by(move), coverage_.touched_by(after)})
            if (thing < coverage_.all().size() && !coverage_.all()[thing].touched &&
                !given_up_.contains(thing)) {
                goal_ = thing;
                return true;
            }
        return false;
    }

    static std::vector<Move> way_to(const std::vector<Node>& nodes, std::size_t node, Move last) {
        std::vector<Move> moves{last};
        for (; node != 0; node = nodes[node].from) moves.push_back(nodes[node].move);
        std::reverse(moves.begin(), moves.end());
        return moves;
    }

    std::string expectation(const MenuState& now) const {
        std::string screens;
        for (const std::string& name : open_screens(flow_, now))
            screens += (screens.empty() ? "" : ", ") + name;
        return "  - expect: { stack: [" + screens + "] }\n";
    }

    const CompiledFlow& flow_;
    Budget budget_;
    std::size_t most_;
    Coverage coverage_;
    std::vector<Move> room_;
    std::size_t goal_ = 0;           // what the last way that was found leads to
    std::set<std::size_t> given_up_; // what could not be touched when it was tried
};

} // namespace

std::vector<MadeWalk> make_walks(const CompiledFlow& flow, const CheckOptions& options,
                                 std::size_t most) {
    return Maker(flow, options, most).make();
}

} // namespace rondix
