// What every move does in a frame: asked of the real apply() on stand-ins, once for each case.
#include "proof/flag_uses.hpp"
#include "proof/frames.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

namespace {

bool same_stack(const MenuState& a, const MenuState& b) {
    if (a.scene() != b.scene() || a.phase() != b.phase() || a.depth() != b.depth()) return false;
    for (std::size_t i = 0; i < a.depth(); ++i)
        if (a.screen_at(i) != b.screen_at(i) || a.pages_at(i) != b.pages_at(i) ||
            a.question_at(i) != b.question_at(i))
            return false;
    return true;
}

} // namespace

/// Tries whatever could be answered here; what cannot happen, apply() refuses.
void Frames::explore(FrameId id) {
    budget_.look("moves of each screen", id, frames_.size());
    budget_.expect_memory(bytes());
    const auto begin = static_cast<std::uint32_t>(branches_.size());
    const ScreenId question = frames_[id].question;
    const Screen& screen = flow_[frames_[id].screen];
    stand_in(frames_[id]);
    explore_closing(id);
    explore_controls(id, flow_[question == no_screen ? frames_[id].screen : question].controls);
    if (question == no_screen) {
        try_move(id, Move::back(), holds, {screen.back, screen.any});
        explore_keys(id);
    } else {
        try_move(id, Move::back(), holds, {});
    }
    explore_waiting(id);
    explore_game(id);
    explored_[id] = {begin, static_cast<std::uint32_t>(branches_.size()) - begin};
}

/// What closes does so before anything else.
void Frames::explore_closing(FrameId id) {
    const ConditionId when = closes_when(id);
    if (when == fails) return;
    cases_.set_scene(frames_[id].scene);
    const std::span<const Cube> cases = cases_.in_which(when);
    if (cases_.overflowed()) overflow_ = {frames_[id].screen, Move::moves_on()};
    for (const Cube& one : cases) {
        Branch branch;
        branch.move = Move::moves_on(); // it is one of the things that a screen does by itself
        branch.at_once = true;
        branch.kind = Branch::Kind::leaves;
        branch.asks = keep(one);
        branches_.push_back(branch);
    }
}

void Frames::explore_controls(FrameId id, IndexRange controls) {
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        const Control& control = flow_.controls[i];
        if (is_pressed_kind(control.kind))
            for (std::uint16_t which = 0; which < control.presses; ++which)
                try_move(
                    id, Move::press(ControlId{i}, which), control.when,
                    {control.press == unsaid ? unsaid : ActionId(index(control.press) + which)});
        if (is_usable_kind(control.kind) && control.setting != no_setting) {
            const IndexRange turns = flow_[control.setting].turns;
            for (std::uint32_t t = turns.begin; t < turns.end(); ++t)
                try_move(id, Move::change(ControlId{i}, flow_.turns[t]), control.when, {});
        }
        if (control.kind != ControlKind::pages) continue;
        try_move(id, Move::turn(control.pages, next_page), control.when, {});
        try_move(id, Move::turn(control.pages, previous_page), control.when, {});
    }
}

void Frames::explore_keys(FrameId id) {
    const Screen& screen = flow_[frames_[id].screen];
    if (screen.menu != unsaid || screen.any != unsaid)
        try_move(id, Move::menu(), holds, {screen.menu, screen.any});
    for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
        try_move(id, Move::key(flow_.key_answers[i].key), holds, {flow_.key_answers[i].action});
    if (screen.any != unsaid) try_move(id, Move::other_key(), holds, {screen.any});
}

/// Answers, and what the screen does by itself. What is given up does the same as what fails.
void Frames::explore_waiting(FrameId id) {
    const Screen& screen = flow_[frames_[id].screen];
    if (frames_[id].phase == Phase::loading) {
        try_move(id, Move::loaded(), holds, {});
        try_move(id, Move::load_failed(), holds, {});
    }
    if (screen.request != no_request) {
        try_move(id, Move::done(screen.request), holds, {flow_[screen.request].done});
        try_move(id, Move::failed(screen.request), holds, {flow_[screen.request].failed});
    }
    const ScreenId question = frames_[id].question;
    const ActionId moves_on = question == no_screen ? screen.moves_on : flow_[question].moves_on;
    if (moves_on != unsaid) try_move(id, Move::moves_on(), holds, {moves_on});
    if (screen.idle != unsaid) try_move(id, Move::idle(), holds, {screen.idle});
}

/// Events, and settings that conditions ask for. (Flags of the game are part of the heads.)
void Frames::explore_game(FrameId id) {
    for (std::size_t i = 0; i < flow_.events.size(); ++i)
        if (flow_.events[i].action != unsaid)
            try_move(id, Move::event(EventId(i)), holds, {flow_.events[i].action});
    for (std::size_t i = 0; i < flow_.settings.size(); ++i) {
        const Setting& setting = flow_.settings[i];
        if (setting.asks.count == 0) continue;
        for (std::uint32_t t = setting.turns.begin; t < setting.turns.end(); ++t)
            try_move(id, Move::set(SettingId(i), flow_.turns[t]), holds, {});
    }
}

/// From the bottom: one that no flow names, the screens that a `back to` may look for and that are
/// not known to be open or not, those that are known to be open, one that pauses and one that makes
/// a load wait (where something does), one more that no flow names, and the current screen.
/// `otherwise`: this one, of which the frame does not know, is open if it is not else.
void Frames::stand_in(const Frame& frame, ScreenId otherwise) {
    std::vector<ScreenId>& stack = stack_;
    stack.clear();
    if (!frame.bottom) {
        stack.push_back(over_play(frame) ? play_bottom_ : menu_bottom_);
        stack.insert(stack.end(), sought_[index(frame.screen)].begin(),
                     sought_[index(frame.screen)].end());
        if (otherwise != no_screen && std::erase(stack, otherwise) == 0) stack.push_back(otherwise);
        const std::vector<ScreenId>& reopenable = sets_[frame.reopenable];
        stack.insert(stack.end(), reopenable.begin(), reopenable.end());
        Frame unasked = frame; // the question itself is put on, below
        unasked.question = no_screen;
        if (pauses(unasked)) stack.push_back(pausing_stub_);
        if (holds_load(frame)) stack.push_back(blocking_stub_);
        stack.push_back(beneath_);
    }
    stack.push_back(frame.screen);
    before_.keep(0);
    before_.drop_waiting();
    before_.set_scene(frame.scene, frame.phase);
    for (const ScreenId screen : stack) before_.push(screen);
    if (!flow_.pages.empty()) before_.set_pages(frame.pages);
    before_.ask(frame.question);
    for (std::size_t i = 0; i < flow_.flags.size(); ++i) before_.set_flag(FlagId(i), false);
    const auto packed = before_.packed();
    stand_in_.assign(packed.begin(), packed.end());
    stands_in_ = true;
}

/// Asks about each of the cases that the move's conditions tell apart.
void Frames::try_move(FrameId id, Move move, ConditionId when,
                      std::initializer_list<ActionId> actions) {
    constexpr std::size_t between_looks = 16; // a condition may be long
    if (++tries_ % between_looks == 0) budget_.look("moves of each screen", id, frames_.size());
    cases_.set_scene(frames_[id].scene);
    const std::span<const Cube> cases = cases_.of_move(closes_when(id), when, actions);
    if (cases_.overflowed()) overflow_ = {frames_[id].screen, move};
    const std::size_t first = branches_.size();
    for (const Cube& one : cases) ask(id, move, one);
    if (branches_.size() == first + 1 && branches_[first].kind == Branch::Kind::refused)
        branches_.pop_back(); // it never does anything
}

void Frames::ask(FrameId id, Move move, const Cube& cube) {
    Branch branch = asked(id, move, cube);
    const ScreenId opened = after_.current();
    const bool is_doubted = could_be_otherwise(id, branch, opened);
    branch.found_open = is_doubted && finds_open(branch);
    branch.doubted = is_doubted ? opened : no_screen;
    branches_.push_back(branch);
    if (!is_doubted) return;
    stand_in(Frame(frames_[id]), opened);
    branch = asked(id, move, cube);
    branch.found_open = !branches_.back().found_open;
    branch.doubted = opened;
    branches_.push_back(branch);
    stand_in(Frame(frames_[id]));
}

bool Frames::finds_open(const Branch& branch) {
    return branch.reopens && branch.kind == Branch::Kind::leaves;
}

/// Whether the screen that a move opens could be open already, or not be, as far as the frame
/// knows.
bool Frames::could_be_otherwise(FrameId id, const Branch& branch, ScreenId opened) const {
    const bool shows = branch.kind == Branch::Kind::pushes || branch.kind == Branch::Kind::stays;
    const Frame& here = frames_[id];
    return (shows || finds_open(branch)) && !here.bottom && opened != here.screen &&
           index(opened) < flow_.screens.size() && circles_.share_loosely(opened, here.screen);
}

/// What the move does in one case.
Branch Frames::asked(FrameId id, Move move, const Cube& cube) {
    Branch branch;
    branch.move = move;
    branch.asks = keep(cube);
    branch.devices = devices_for(flow_, frames_[id].screen, frames_[id].question, move);
    branch.in_time = !is_players(move.kind) || is_in_time(flow_, foremost(id), move);
    Outcome outcome;
    const bool answered = run(move, cube, false, outcome);
    const bool uses = move.kind == MoveKind::press || move.kind == MoveKind::change;
    if (uses && !answered) branch.usable = usable(sandbox_, before_, move.control());
    if (answered) {
        branch.delayed = is_delayed(flow_, move);
        branch.quits = outcome.quits;
        branch.loads = outcome.loads;
        branch.reopens = outcome.reopens;
        branch.leaves_unasked = outcome.leaves && !outcome.agreed && over_play(frames_[id]);
        if (outcome.steps.count > 0) branch.step = outcome.steps.end() - 1;
        compare(id, branch);
        if (changes_flags(move, outcome.steps)) branch.writes = written_once(move, cube, outcome);
    }
    return branch;
}

bool Frames::changes_flags(Move move, IndexRange steps) {
    if (move.kind == MoveKind::set) return true;
    if (move.kind == MoveKind::change) return flow_[flow_[move.control()].setting].asks.count > 0;
    if (move.kind == MoveKind::press && flow_[flow_[move.control()].screen].keeps != no_setting)
        return true;
    writes_.clear();
    for (std::uint32_t i = steps.begin; i < steps.end(); ++i)
        add_flags_written(flow_, flow_.steps[i], writes_);
    return !writes_.empty();
}

/// Lets the move happen on the stand-ins, whose flags are lowered: before_, after_.
bool Frames::run(Move move, const Cube& cube, bool others, Outcome& outcome) {
    if (!stands_in_) before_.unpack(stand_in_);
    if (others)
        for (std::size_t i = 0; i < flow_.flags.size(); ++i) before_.set_flag(FlagId(i), true);
    for (const Literal& one : cube) before_.set_flag(one.flag, one.raised);
    stands_in_ = !others && cube.empty();
    after_.unpack(before_.packed());
    outcome = apply(sandbox_, after_, move);
    if (!outcome.answered) return false;
    if (is_delayed(flow_, move)) outcome = apply(sandbox_, after_, Move::due(move.as_event()));
    return true;
}

/// What a setting is set to by the game changes the same flags wherever it is done, on no
/// condition.
IndexRange Frames::written_once(Move move, const Cube& cube, const Outcome& outcome) {
    if (move.kind != MoveKind::set || !cube.empty()) return written(move, cube, outcome);
    const auto [known, is_new] =
        set_writes_.try_emplace(std::uint64_t{move.subject} << 16 | move.value);
    if (is_new) known->second = written(move, cube, outcome);
    return known->second;
}

/// The flags that the move changes: those of the case that differ, and those that come out alike
/// whether they were raised or lowered. after_ is of the run with the others lowered; again_
/// becomes that with the others raised.
IndexRange Frames::written(Move move, const Cube& cube, const Outcome& outcome) {
    std::swap(after_, again_);
    Outcome other;
    const bool same = run(move, cube, true, other) && outcome.steps.begin == other.steps.begin &&
                      same_stack(after_, again_);
    if (!same) throw std::logic_error("a move reads flags that its conditions do not name");
    std::swap(after_, again_);
    writes_.clear();
    const auto low = after_.flag_words(), high = again_.flag_words();
    for (std::size_t word = 0; word < low.size(); ++word) {
        // Outside of the case those that are not changed come out as 0, then as 1.
        if ((low[word] & ~high[word]) != 0) throw std::logic_error("a flag is turned round");
        const auto alike = static_cast<unsigned>(~(low[word] ^ high[word]));
        for (std::size_t bit = 0; bit < 16 && word * 16 + bit < flow_.flags.size(); ++bit)
            if (alike >> bit & 1) {
                const auto flag = FlagId(word * 16 + bit);
                const bool raised = after_.flag(flag);
                const bool was = std::any_of(cube.begin(), cube.end(), [&](const Literal& one) {
                    return one.flag == flag && one.raised == raised;
                });
                if (!was) writes_.push_back({flag, raised});
            }
    }
    return keep(writes_);
}

IndexRange Frames::keep(const Cube& cube) {
    const auto begin = static_cast<std::uint32_t>(literals_.size());
    literals_.insert(literals_.end(), cube.begin(), cube.end());
    return {begin, static_cast<std::uint32_t>(cube.size())};
}

/// What happened, read off the two stacks.
void Frames::compare(FrameId id, Branch& branch) {
    using Kind = Branch::Kind;
    const Frame frame = frames_[id];
    const ScreenId current = after_.current();
    if (same_stack(after_, before_)) {
        branch.kind = Kind::stays;
        branch.frame = id;
    } else if (after_.bottom() != before_.bottom() && !frame.bottom) {
        branch.kind = Kind::resets;
        branch.frame = frame_of(after_);
    } else if (after_.depth() > before_.depth()) {
        branch.kind = Kind::pushes;
        Frame under = frame;
        under.pages = after_.pages_at(after_.depth() - 2);
        under.question = after_.question_at(after_.depth() - 2);
        branch.under = under == frame ? id : number_of(under);
        branch.frame = number_of(on_top_of(under, current));
    } else if (after_.depth() == before_.depth()) {
        // At the bottom a load stays in its place: nothing lies beneath that it could close.
        branch.kind = Kind::stays;
        Frame other = in_place_of(frame, current);
        other.pages = after_.pages_at(after_.depth() - 1);
        other.question = after_.question();
        branch.frame = frame.bottom ? frame_of(after_) : number_of(other);
    } else {
        branch.kind = Kind::leaves;
        const bool is_root = current == play_bottom_ || current == menu_bottom_;
        branch.landing.at = current == beneath_ ? Landing::beneath
                            : is_root           ? Landing::root
                                                : static_cast<std::uint16_t>(current);
    }
}

} // namespace rondix
