// Coverage: what of a flow some walkthroughs have touched: screens that were shown, controls that
// were used, events that were reported, answers that were given.
//
// make_walks() goes the other way: it makes walkthroughs that touch all that can be touched.
//
// Errors: where a limit is reached, make_walks() has made fewer. Threads: any.
#pragma once

#include "rondix/tools/walkthrough.hpp"

#include <string>
#include <vector>

namespace rondix {

enum class CoverKind : std::uint8_t { screen, control, event, answer };

/// One thing to touch. An answer is `done save` or `fails save`, `loaded` or `load fails`.
struct Cover {
    CoverKind kind{};
    std::string screen; ///< of a control
    std::string name;
    bool touched = false;
};

class Coverage {
  public:
    /// Built-in screens and questions are left out.
    explicit Coverage(const CompiledFlow& flow);

    /// Replays one more walkthrough; what was touched before a step that fails counts.
    WalkReport add(const Walkthrough& walkthrough);

    /// In the order of the flow.
    const std::vector<Cover>& all() const { return all_; }
    std::size_t count(CoverKind kind) const;
    std::size_t touched(CoverKind kind) const;

    // What a move, or a menu state, touches.
    void touch(Move move);
    void touch(const MenuState& state);
    /// The place in all() of what a move, or a menu state, would touch; all().size() where that is
    /// nothing.
    std::size_t touched_by(Move move) const;
    std::size_t touched_by(const MenuState& state) const;

  private:
    const CompiledFlow& flow_;
    std::vector<Cover> all_;
    std::vector<std::size_t> screens_, controls_, events_; // of each row, its place in all_
    std::vector<std::size_t> done_, failed_;               // of each request
    std::size_t loaded_ = 0, load_failed_ = 0;
};

/// One walkthrough that was made, as it is written.
struct MadeWalk {
    std::string title;
    std::string text;
};

/// Few walkthroughs, each short. The nearest thing that is untouched comes next; no more than
/// `most` menu states are looked at for each, and what a Runner does not touch when it is tried is
/// left out. Coverage::add() tells what is touched in the end. Where a limit is reached (time,
/// memory) or the progress reporter says stop, those that were made so far.
std::vector<MadeWalk> make_walks(const CompiledFlow& flow, const CheckOptions& options = {},
                                 std::size_t most = 100'000);

} // namespace rondix
