// Frames: what stays as it is while one screen is open, and what each move does there.
//
// A menu is a stack machine: what a move does depends on the current screen and on the rest of the
// menu state, hardly ever on the screens beneath. A frame is the current screen with everything
// that matters: its pages and the question over it, the scene and its phase (whatever changes them
// closes every screen), whether the screen is at the bottom, whether something beneath it pauses or
// makes the answer to a load wait, and which of the screens beneath could be reopened from here. A
// frame with values of the flags is a head, as the proof knows it (heads.hpp).
//
// What a move does is asked of the real apply(), once for each case of the flags that its
// conditions read: the screen is put on stand-ins that no flow can name, the move is applied with
// all other flags lowered, and the result is compared with what was there. Where the steps that
// were done change flags, it is applied again with all other flags raised: what comes out alike in
// both runs is changed by the move, whatever it was.
//
// A screen whose `closes-when` holds closes before anything else can happen. In the stand-ins' flow
// none does; instead the frame has that closing as a branch `at_once`, and the cases of all its
// other branches ask that it does not. So a head is at rest when no such branch holds; a move may
// lead to one that is not, which closes in turn, as apply() has it, and at no cost.
//
// Answers to events that wait need no memory of their own. One falls due only where its event is
// allowed, and there the event can be reported as well; so "the event, then its answer", two moves,
// at the place where it falls due reaches everything, and no later than any other order of the two.
#pragma once

#include "logic/player_moves.hpp"
#include "proof/budget.hpp"
#include "proof/cases.hpp"
#include "proof/circles.hpp"
#include "rondix/runtime/apply.hpp"

#include <map>
#include <optional>
#include <unordered_map>

namespace rondix {

using FrameId = std::uint32_t;

struct Frame {
    SceneId scene = no_scene;
    Phase phase = Phase::none;
    ScreenId screen{};
    bool bottom = false;
    bool halted = false;     ///< something beneath pauses the game
    bool held = false;       ///< something beneath makes the answer to a load wait
    std::uint16_t pages = 0; ///< which of its pages are shown
    ScreenId question = no_screen;
    std::uint32_t reopenable = 0; ///< which the screens beneath could be reopened: see reopenable()
    friend bool operator==(const Frame&, const Frame&) = default;
};

/// Where the screens close that a move closes.
struct Landing {
    static constexpr std::uint16_t beneath = 0xFFFF; ///< the screen right beneath is current again
    static constexpr std::uint16_t root = 0xFFFE;    ///< only the bottom is left
    std::uint16_t at = beneath;                      ///< else: all close that are above this screen
    friend bool operator==(Landing, Landing) = default;
};

/// What one move does in one case.
struct Branch {
    enum class Kind : std::uint8_t {
        refused, ///< nothing: the move is not answered
        stays,   ///< `frame` is in the same place of the stack (it may be the same one)
        pushes,  ///< `frame` comes on top
        leaves,  ///< the screen closes, and what is current then is told by `landing`
        resets,  ///< every screen closes, and `frame` is the new bottom
    };
    Move move;            ///< of a delayed answer: the event, which is to fall due right away
    bool delayed = false; ///< two moves: the event, then its answer
    /// A screen that may be open or not, as far as the frame knows (is_loose()): of such a move one
    /// branch has it open, and another has not.
    ScreenId doubted = no_screen;
    bool found_open = false;
    bool at_once = false;  ///< no move of its own: the screen closes, for it is not at rest
    DeviceSet devices = 0; ///< of a player's move: those that can make it,
    bool in_time = true;   ///< and whether there is always time for it (is_in_time())
    Kind kind{};
    bool usable = true; ///< of a press: the control can be used
    bool quits = false;
    bool loads = false;
    bool reopens = false;
    bool leaves_unasked = false; ///< play, or the game over it, is left without a question
    Landing landing;
    FrameId frame = 0;
    FrameId under = 0;            ///< of what is pushed: the frame that is then beneath it
    IndexRange asks;              ///< literals: the case
    IndexRange writes;            ///< literals: the flags that are changed, and how
    std::uint32_t step = no_step; ///< the last step that is done
    static constexpr std::uint32_t no_step = 0xFFFFFFFF;

    bool doubtful() const { return doubted != no_screen; }
    std::uint32_t length() const { return at_once ? 0 : delayed ? 2 : 1; }
};

/// Whether a move is an event whose answer is delayed: then its falling due belongs to it.
inline bool is_delayed(const CompiledFlow& flow, Move move) {
    return move.kind == MoveKind::event && flow[move.as_event()].after_ms > 0;
}

/// Whether a move is what is answered to a load.
inline bool is_answer_of_load(MoveKind kind) {
    return kind == MoveKind::loaded || kind == MoveKind::load_failed;
}

class Frames {
  public:
    /// With `also`, a menu state that may be one that no moves lead to is looked at as well: its
    /// screens count as if each opened the next.
    /// Of circles with more than `max_reopenable` screens a frame does not know which of them lie
    /// beneath, but for those that `matter`.
    Frames(const CompiledFlow& flow, Budget& budget, const MenuState* also = nullptr,
           std::size_t max_reopenable = no_limit, const std::set<ScreenId>& matter = {});
    static constexpr std::size_t no_limit = static_cast<std::size_t>(-1);
    /// Some circle is too large for that: what opens a screen on it may find it open already.
    bool is_loose() const { return is_loose_; }
    bool some_doubts() const { return some_doubts_; }
    /// Explores all frames that can come up, and finds out for each which screens of loose circles
    /// lie beneath always, and which never: then there is no doubt about those. To be called before
    /// numbers of branches are kept.
    void settle_doubts();
    std::vector<ScreenId> loose_circle() const { return circles_.largest_loose(); }
    std::uint32_t circle_of(ScreenId screen) const { return circles_.circle_of(screen); }

    /// More than these: throws Stopped.
    void expect_at_most(std::size_t frames) { most_ = frames; }
    std::size_t size() const { return frames_.size(); }
    const Frame& operator[](FrameId id) const { return frames_[id]; }
    /// A move that has more cases than can be told apart, on a screen; nothing where none has.
    struct Overflow {
        ScreenId screen{};
        Move move;
    };
    const std::optional<Overflow>& overflow() const { return overflow_; }

    /// Flags from this one on stand for what nobody knows: they are never tracked.
    void leave_unknown(FlagId first) { first_unknown_ = index(first); }
    bool is_unknown(FlagId flag) const { return index(flag) >= first_unknown_; }

    /// The frame of a menu state of the flow.
    FrameId frame_of(const MenuState& state);
    /// The same for each of its screens, as if those above it were closed; from the bottom up.
    std::vector<FrameId> frames_of(const MenuState& state);
    const std::vector<ScreenId>& reopenable(FrameId id) const {
        return sets_[frames_[id].reopenable];
    }
    bool in_play(FrameId id) const {
        return flow_[frames_[id].screen].play && frames_[id].question == no_screen;
    }
    /// The frame here that is like one of others, which may remember more; nothing where none is.
    std::optional<FrameId> find(const Frames& others, FrameId id) const;
    /// What is waited for at this frame: nothing, a load or another request.
    bool waits(FrameId id) const {
        return frames_[id].phase == Phase::loading || requested(id) != no_request;
    }
    /// The same for what an answer can take effect of here and now.
    bool awaits_answer(FrameId id) const { return awaits_load(id) || requested(id) != no_request; }
    /// Whether silence comes to an end by itself: what is waited for has a time limit.
    bool has_time_limit(FrameId id) const {
        const RequestId request = requested(id);
        return (request != no_request && flow_[request].timeout_ms > 0) ||
               (awaits_load(id) && flow_.loading.timeout_ms > 0);
    }
    /// Of a screen that closes by itself: the condition.
    ConditionId closes_when(FrameId id) const {
        return frames_[id].bottom ? fails : flow_[frames_[id].screen].closes_when;
    }
    ScreenId foremost(FrameId id) const {
        return frames_[id].question == no_screen ? frames_[id].screen : frames_[id].question;
    }
    /// The request that is waited for, if one is.
    RequestId requested(FrameId id) const {
        return awaited_request(flow_, frames_[id].screen, frames_[id].question);
    }
    /// A play screen is at the bottom.
    bool over_play(const Frame& frame) const {
        return frame.phase == Phase::loaded && flow_[flow_[frame.scene].root].play;
    }
    /// Whether screens that close down to `landing` close down to this frame.
    bool lands_on(FrameId id, Landing landing) const {
        return landing.at == Landing::beneath || frames_[id].bottom ||
               ScreenId(landing.at) == frames_[id].screen;
    }

    /// What every move does in every case, the cases of one move one after the other. Worked out
    /// when it is first asked for; the branches of other frames may move then.
    std::span<const Branch> branches(FrameId id) {
        if (explored_[id].begin == not_yet) explore(id);
        return {branches_.data() + explored_[id].begin, explored_[id].count};
    }
    std::span<const Literal> literals(IndexRange range) const {
        return {literals_.data() + range.begin, range.count};
    }

  private:
    Frames(const CompiledFlow& flow, Budget& budget, const std::vector<Link>& links,
           std::size_t max_reopenable, const std::set<ScreenId>& matter);
    std::size_t bytes() const;
    void find_sought(const std::vector<Link>& links);
    FrameId number_of(const Frame& frame);
    std::uint32_t set_number(std::vector<ScreenId> screens);
    bool pauses(const Frame& frame) const;
    bool holds_load(const Frame& frame) const;
    Frame on_top_of(const Frame& frame, ScreenId screen);
    Frame in_place_of(const Frame& frame, ScreenId screen);
    Frame frame_at(const MenuState& state);

    bool awaits_load(FrameId id) const {
        return frames_[id].phase == Phase::loading && !holds_load(frames_[id]);
    }

    bool settle_some_doubts();
    void explore(FrameId id);
    void explore_closing(FrameId id);
    void explore_controls(FrameId id, IndexRange controls);
    void explore_keys(FrameId id);
    void explore_waiting(FrameId id);
    void explore_game(FrameId id);
    void stand_in(const Frame& frame, ScreenId otherwise = no_screen);
    static bool finds_open(const Branch& branch);
    bool could_be_otherwise(FrameId id, const Branch& branch, ScreenId opened) const;
    Branch asked(FrameId id, Move move, const Cube& cube);
    void try_move(FrameId id, Move move, ConditionId when, std::initializer_list<ActionId> actions);
    void ask(FrameId id, Move move, const Cube& cube);
    bool run(Move move, const Cube& cube, bool others, Outcome& outcome);
    void compare(FrameId id, Branch& branch);
    bool changes_flags(Move move, IndexRange steps);
    IndexRange written(Move move, const Cube& cube, const Outcome& outcome);
    IndexRange written_once(Move move, const Cube& cube, const Outcome& outcome);
    IndexRange keep(const Cube& cube);

    const CompiledFlow& flow_;
    Budget& budget_;
    const Circles circles_;
    const bool is_loose_;
    std::size_t most_ = no_limit;
    CompiledFlow sandbox_; // the flow with the stand-ins' screens
    ScreenId play_bottom_{}, menu_bottom_{}, pausing_stub_{}, blocking_stub_{}, beneath_{};
    bool pause_matters_ = false; // some event asks whether the game runs
    /// For each screen those that a `back to` of its own, or of an event, may look for and of which
    /// a frame does not know whether they are open. (It knows of those that it can lead to.)
    std::vector<std::vector<ScreenId>> sought_;

    std::vector<Frame> frames_;
    struct HashOfFrame {
        std::size_t operator()(const Frame& frame) const;
    };
    std::unordered_map<Frame, FrameId, HashOfFrame> numbers_;
    std::vector<std::vector<ScreenId>> sets_; // of reopenable screens, in order; the first is empty
    std::size_t set_entries_ = 0;             // in all of them
    std::map<std::vector<ScreenId>, std::uint32_t> set_numbers_;

    static constexpr std::uint32_t not_yet = 0xFFFFFFFF;
    std::vector<IndexRange> explored_; // branches of each frame; or not yet
    std::vector<Branch> branches_;
    std::vector<Literal> literals_;
    std::unordered_map<std::uint64_t, IndexRange> set_writes_; // by setting and value
    std::optional<Overflow> overflow_;
    std::size_t first_unknown_ = no_limit;
    bool doubts_are_settled_ = false, some_doubts_ = false;

    // Of the move that is being asked about.
    Cases cases_;
    std::size_t tries_ = 0; // moves that were tried
    std::vector<MenuState::Word> stand_in_;
    bool stands_in_ = false;      // before_ is as that says
    std::vector<ScreenId> stack_; // kept for their memory
    Cube writes_;
    MenuState before_, after_, again_; // again_: after the run with the other flags raised
};

} // namespace rondix
