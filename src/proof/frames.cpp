#include "proof/frames.hpp"

#include <algorithm>
#include <array>
#include <stdexcept>

namespace rondix {

namespace {

constexpr std::size_t most_cases = 4096; // of one move
constexpr std::uint32_t not_yet = 0xFFFFFFFF;

/// The flow with five screens more, which no step names, and with nothing that pauses or is urgent
/// but one of them each: what lies beneath is part of the frame, not of the screens that stand in
/// for it.
CompiledFlow lab_of(const CompiledFlow& flow) {
    CompiledFlow lab; // without texts: apply() reads none
    lab.scenes = flow.scenes;
    lab.screens = flow.screens;
    lab.controls = flow.controls;
    lab.flags = flow.flags;
    lab.events = flow.events;
    lab.requests = flow.requests;
    lab.pages = flow.pages;
    lab.settings = flow.settings;
    lab.setting_asks = flow.setting_asks;
    lab.turns = flow.turns;
    lab.key_answers = flow.key_answers;
    lab.actions = flow.actions;
    lab.alternatives = flow.alternatives;
    lab.steps = flow.steps;
    lab.tests = flow.tests;
    lab.first_scene = flow.first_scene;
    lab.first_screen = flow.first_screen;
    lab.loading = flow.loading;
    lab.first_choice = flow.first_choice;
    for (Screen& screen : lab.screens) {
        screen.pauses = screen.urgent = false;
        screen.closes_when = fails;
    }
    Screen extra;
    extra.pauses = false;
    lab.screens.append(std::array{extra, extra, extra, extra, extra});
    lab.screens[flow.screens.size()].play = true;
    lab.screens[flow.screens.size() + 2].pauses = true;
    lab.screens[flow.screens.size() + 3].urgent = true;
    return lab;
}

bool same_stack(const Situation& a, const Situation& b) {
    if (a.scene() != b.scene() || a.phase() != b.phase() || a.depth() != b.depth()) return false;
    for (std::size_t i = 0; i < a.depth(); ++i)
        if (a.screen_at(i) != b.screen_at(i) || a.pages_at(i) != b.pages_at(i) ||
            a.question_at(i) != b.question_at(i))
            return false;
    return true;
}

std::vector<Link> links_with(const CompiledFlow& flow, const Situation* also) {
    std::vector<Link> all = links(flow);
    for (std::size_t i = 1; also && i < also->depth(); ++i)
        all.push_back({also->screen_at(i - 1),
                       also->screen_at(i),
                       LinkKind::forward,
                       StepKind::open,
                       no_scene,
                       {}});
    return all;
}

} // namespace

Frames::Frames(const CompiledFlow& flow, const Situation* also)
    : Frames(flow, links_with(flow, also)) {}

Frames::Frames(const CompiledFlow& flow, const std::vector<Link>& links)
    : flow_(flow)
    , circles_(flow, links)
    , lab_(lab_of(flow))
    , play_bottom_(ScreenId(flow.screens.size()))
    , menu_bottom_(ScreenId(flow.screens.size() + 1))
    , halter_(ScreenId(flow.screens.size() + 2))
    , holder_(ScreenId(flow.screens.size() + 3))
    , beneath_(ScreenId(flow.screens.size() + 4))
    , sets_(1)
    , before_(lab_)
    , after_(lab_)
    , again_(lab_) {
    for (const Event& event : flow.events)
        if (event.action != unsaid && event.during != During::any) pause_matters_ = true;
    find_sought(links);
    branches_.reserve(2 * flow.controls.size() + 4 * flow.screens.size());
    frames_.reserve(2 * flow.screens.size());
    numbers_.reserve(2 * flow.screens.size());
}

void Frames::find_sought(const std::vector<Link>& links) {
    sought_.resize(flow_.screens.size());
    std::map<ScreenId, std::vector<bool>> leading;
    const auto add = [&](std::size_t from, ScreenId to) {
        auto& known = sought_[from];
        if (to == ScreenId(from) || leading.at(to)[from]) return;
        if (std::find(known.begin(), known.end(), to) == known.end()) known.push_back(to);
    };
    for (const Link& link : links) {
        if (link.step != StepKind::back_to) continue;
        if (!leading.contains(link.to)) leading[link.to] = circles_.leading_to(link.to);
        if (link.from != no_screen)
            add(index(link.from), link.to);
        else
            for (std::size_t from = 0; from < sought_.size(); ++from) add(from, link.to);
    }
}

// --- numbering

FrameId Frames::frame_of(const Situation& situation) {
    return number_of(frame_at(situation));
}

std::vector<FrameId> Frames::frames_of(const Situation& situation) {
    std::vector<FrameId> frames;
    Situation beneath = situation;
    for (std::size_t depth = situation.depth(); depth > 0; --depth) {
        beneath.keep(depth);
        frames.push_back(frame_of(beneath));
    }
    std::reverse(frames.begin(), frames.end());
    return frames;
}

Frame Frames::frame_at(const Situation& situation) {
    Frame frame;
    const std::size_t top = situation.depth() - 1;
    frame.scene = situation.scene();
    frame.phase = situation.phase();
    frame.screen = situation.current();
    frame.bottom = top == 0;
    frame.pages = situation.pages_at(top);
    frame.question = situation.question();
    std::vector<ScreenId> reopenable;
    for (std::size_t i = 0; i < top; ++i) {
        const ScreenId open = situation.screen_at(i);
        Frame beneath = frame;
        beneath.screen = open;
        beneath.bottom = i == 0;
        beneath.question = situation.question_at(i);
        frame.halted = pauses(beneath);
        frame.held = holds_load(beneath);
        if (circles_.share(open, frame.screen)) reopenable.push_back(open);
    }
    frame.reopenable = set_number(std::move(reopenable));
    return frame;
}

FrameId Frames::number_of(const Frame& frame) {
    const auto [found, is_new] = numbers_.try_emplace(frame, static_cast<FrameId>(frames_.size()));
    if (is_new) {
        frames_.push_back(frame);
        explored_.push_back({not_yet, 0});
    }
    return found->second;
}

std::size_t Frames::HashOfFrame::operator()(const Frame& frame) const {
    const std::uint64_t one =
        std::uint64_t{index(frame.scene)} | std::uint64_t{index(frame.screen)} << 16 |
        static_cast<std::uint64_t>(frame.phase) << 32 | std::uint64_t{frame.bottom} << 34 |
        std::uint64_t{frame.halted} << 35 | std::uint64_t{frame.held} << 36 |
        std::uint64_t{frame.pages} << 40;
    const std::uint64_t two = std::uint64_t{index(frame.question)} << 32 | frame.reopenable;
    return std::hash<std::uint64_t>()(one * 0x9E3779B97F4A7C15 ^ two);
}

std::uint32_t Frames::set_number(std::vector<ScreenId> screens) {
    if (screens.empty()) return 0;
    std::sort(screens.begin(), screens.end());
    const auto [found, is_new] =
        set_numbers_.try_emplace(screens, static_cast<std::uint32_t>(sets_.size()));
    if (is_new) sets_.push_back(std::move(screens));
    return found->second;
}

/// Whether something at or beneath this frame pauses the game.
bool Frames::pauses(const Frame& frame) const {
    if (!pause_matters_ || !over_play(frame)) return false;
    return frame.halted || frame.question != no_screen ||
           (!frame.bottom && flow_[frame.screen].pauses);
}

/// Whether something at or beneath this frame makes the answer to a load wait.
bool Frames::holds_load(const Frame& frame) const {
    if (frame.phase != Phase::loading) return false;
    return frame.held || (!frame.bottom && flow_[frame.screen].urgent);
}

Frame Frames::on_top_of(const Frame& frame, ScreenId screen) {
    Frame top = frame;
    top.screen = screen;
    top.bottom = false;
    top.pages = 0;
    top.question = no_screen;
    top.halted = pauses(frame);
    top.held = holds_load(frame);
    std::vector<ScreenId> reopenable;
    for (const ScreenId open : sets_[frame.reopenable])
        if (circles_.share(open, screen)) reopenable.push_back(open);
    if (circles_.share(frame.screen, screen)) reopenable.push_back(frame.screen);
    top.reopenable = set_number(std::move(reopenable));
    return top;
}

Frame Frames::in_place_of(const Frame& frame, ScreenId screen) {
    Frame other = frame;
    other.screen = screen;
    if (screen == frame.screen) return other;
    std::vector<ScreenId> reopenable = sets_[frame.reopenable];
    std::erase_if(reopenable, [&](ScreenId open) { return !circles_.share(open, screen); });
    other.reopenable = set_number(std::move(reopenable));
    return other;
}

// --- what moves do

std::span<const Branch> Frames::branches(FrameId id) {
    if (explored_[id].begin == not_yet) explore(id);
    return {branches_.data() + explored_[id].begin, explored_[id].count};
}

/// Tries whatever could be answered here; what cannot happen, apply() refuses.
void Frames::explore(FrameId id) {
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
    changed_.assign(1, {});
    asked_.assign(1, {when, Asked::known, Asked::never});
    split();
    for (const Cube& one : cubes_) {
        Branch branch;
        branch.move = Move::moves_on(); // it is one of the things that a screen does by itself
        branch.at_once = true;
        branch.kind = Branch::Kind::leaves;
        branch.asks = keep(one);
        branches_.push_back(branch);
    }
}

void Frames::explore_controls(FrameId id, Range controls) {
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        const Control& control = flow_.controls[i];
        if (is_pressed_kind(control.kind))
            for (std::uint16_t which = 0; which < control.presses; ++which)
                try_move(
                    id, Move::press(ControlId{i}, which), control.when,
                    {control.press == unsaid ? unsaid : ActionId(index(control.press) + which)});
        if (is_usable_kind(control.kind) && control.setting != no_setting) {
            const Range turns = flow_[control.setting].turns;
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
void Frames::stand_in(const Frame& frame) {
    std::vector<ScreenId> stack;
    if (!frame.bottom) {
        stack.push_back(over_play(frame) ? play_bottom_ : menu_bottom_);
        stack.insert(stack.end(), sought_[index(frame.screen)].begin(),
                     sought_[index(frame.screen)].end());
        const std::vector<ScreenId>& reopenable = sets_[frame.reopenable];
        stack.insert(stack.end(), reopenable.begin(), reopenable.end());
        Frame unasked = frame; // the question itself is put on, below
        unasked.question = no_screen;
        if (pauses(unasked)) stack.push_back(halter_);
        if (holds_load(frame)) stack.push_back(holder_);
        stack.push_back(beneath_);
    }
    stack.push_back(frame.screen);
    before_.keep(0);
    before_.drop_waiting();
    before_.set_scene(frame.scene, frame.phase);
    for (const ScreenId screen : stack) before_.push(screen);
    if (!flow_.pages.empty()) before_.set_pages(frame.pages);
    before_.ask(frame.question);
    const auto packed = before_.packed();
    stand_in_.assign(packed.begin(), packed.end());
}

/// Splits the flags into the cases that the move's conditions tell apart, and asks about each.
void Frames::try_move(FrameId id, Move move, ConditionId when,
                      std::initializer_list<ActionId> actions) {
    ask_about(id, when, actions);
    split();
    if (cubes_.size() > most_cases) overflow_ = {frames_[id].screen, move};
    const std::size_t first = branches_.size();
    for (const Cube& one : cubes_) ask(id, move, one);
    if (branches_.size() == first + 1 && branches_[first].kind == Branch::Kind::refused)
        branches_.pop_back(); // it never does anything
}

/// The conditions in the order in which they are read: whether the screen closes, which takes the
/// move away; that of the control; those of alternatives, of which the first that holds is done;
/// and where that goes home, those by which the flow starts.
void Frames::ask_about(FrameId id, ConditionId when, std::initializer_list<ActionId> actions) {
    asked_.clear();
    changed_.assign(1, {});
    const auto next = [&] { return static_cast<std::uint32_t>(asked_.size()) + 1; };
    const ConditionId closes = closes_when(id);
    if (closes != fails) asked_.push_back({closes, Asked::never, next()});
    asked_.push_back({when, next(), Asked::known});
    std::vector<std::pair<std::size_t, Range>> goes_home;
    for (const ActionId action : actions) {
        if (action == unsaid) continue;
        const Range alternatives = flow_[action].alternatives;
        for (std::uint32_t i = alternatives.begin; i < alternatives.end(); ++i) {
            const Alternative& one = flow_.alternatives[i];
            const bool home =
                one.steps.count > 0 && flow_.steps[one.steps.end() - 1].kind == StepKind::home;
            if (home && flow_.first_choice != unsaid)
                goes_home.emplace_back(asked_.size(), one.steps);
            asked_.push_back({one.when, Asked::known, next()});
        }
    }
    asked_.push_back({holds, Asked::known, Asked::known}); // when no alternative holds
    for (const auto& [home, steps] : goes_home) ask_about_start(home, steps);
}

/// By which condition the flow starts, where steps of the same list have changed flags before.
void Frames::ask_about_start(std::size_t home, Range steps) {
    Cube changed;
    for (std::uint32_t i = steps.begin; i < steps.end(); ++i) {
        const Step& step = flow_.steps[i];
        const bool raises = step.kind == StepKind::raise;
        if (raises || step.kind == StepKind::lower)
            changed.push_back({FlagId(step.subject), raises});
        if (step.kind != StepKind::set && step.kind != StepKind::reset) continue;
        if (flow_.settings[step.subject].question != no_screen) continue; // it is not kept yet
        const Range asks = flow_.settings[step.subject].asks;
        for (std::uint32_t a = asks.begin; a < asks.end(); ++a) {
            const SettingAsk& ask = flow_.setting_asks[a];
            changed.push_back({ask.flag, step.value >= ask.least && step.value <= ask.most});
        }
    }
    std::reverse(changed.begin(), changed.end()); // the last change counts
    const auto after = static_cast<std::uint32_t>(changed_.size());
    changed_.push_back(std::move(changed));
    asked_[home].if_holds = static_cast<std::uint32_t>(asked_.size());
    const Range choice = flow_[flow_.first_choice].alternatives;
    for (std::uint32_t i = choice.begin; i < choice.end(); ++i)
        asked_.push_back({flow_.alternatives[i].when, Asked::known,
                          static_cast<std::uint32_t>(asked_.size()) + 1, after});
}

void Frames::split() {
    cubes_.clear();
    Cube cube;
    split(asked_[0].at, 0, cube);
}

/// Follows a condition down both answers of each of its tests. What stands at its end decides which
/// is read next.
void Frames::split(ConditionId at, std::uint32_t asked, Cube& cube) {
    if (cubes_.size() > most_cases) return;
    while (at >= holds) {
        asked = at == holds ? asked_[asked].if_holds : asked_[asked].if_fails;
        if (asked == Asked::never) return;
        if (asked == Asked::known) return cubes_.push_back(cube);
        at = asked_[asked].at;
    }
    const Test& test = flow_.tests[index(at)];
    const auto of_flag = [&](const Literal& one) { return one.flag == test.flag; };
    const Cube& changed = changed_[asked_[asked].after];
    const auto now = std::find_if(changed.begin(), changed.end(), of_flag);
    if (now != changed.end())
        return split(now->raised ? test.if_raised : test.if_lowered, asked, cube);
    const auto known = std::find_if(cube.begin(), cube.end(), of_flag);
    if (known != cube.end())
        return split(known->raised ? test.if_raised : test.if_lowered, asked, cube);
    for (const bool raised : {false, true}) {
        cube.push_back({test.flag, raised});
        split(raised ? test.if_raised : test.if_lowered, asked, cube);
        cube.pop_back();
    }
}

void Frames::ask(FrameId id, Move move, const Cube& cube) {
    Branch branch;
    branch.move = move;
    branch.asks = keep(cube);
    branch.devices = devices_for(flow_, frames_[id].screen, frames_[id].question, move);
    branch.in_time = !is_players(move.kind) || is_in_time(flow_, foremost(id), move);
    Outcome outcome;
    const bool answered = run(move, cube, false, outcome);
    if (move.kind == MoveKind::press || move.kind == MoveKind::change)
        branch.usable = usable(lab_, before_, move.control());
    if (answered) {
        branch.delayed = is_delayed(flow_, move);
        branch.quits = outcome.quits;
        branch.reopens = outcome.reopens;
        branch.leaves_unasked = outcome.leaves && !outcome.agreed && over_play(frames_[id]);
        if (outcome.steps.count > 0) branch.step = outcome.steps.end() - 1;
        compare(id, branch);
        if (changes_flags(move, outcome.steps)) branch.writes = written(move, cube, outcome);
    }
    branches_.push_back(branch);
}

bool Frames::changes_flags(Move move, Range steps) const {
    if (move.kind == MoveKind::set) return true;
    if (move.kind == MoveKind::change) return flow_[flow_[move.control()].setting].asks.count > 0;
    if (move.kind == MoveKind::press && flow_[flow_[move.control()].screen].keeps != no_setting)
        return true;
    for (std::uint32_t i = steps.begin; i < steps.end(); ++i) {
        const Step& step = flow_.steps[i];
        if (step.kind == StepKind::raise || step.kind == StepKind::lower) return true;
        const bool sets = step.kind == StepKind::set || step.kind == StepKind::reset;
        if (sets && flow_.settings[step.subject].asks.count > 0) return true;
    }
    return false;
}

/// Lets the move happen on the stand-ins: before_, after_.
bool Frames::run(Move move, const Cube& cube, bool others, Outcome& outcome) {
    before_.unpack(stand_in_);
    for (std::size_t i = 0; i < flow_.flags.size(); ++i) before_.set_flag(FlagId(i), others);
    for (const Literal& one : cube) before_.set_flag(one.flag, one.raised);
    after_.unpack(before_.packed());
    outcome = apply(lab_, after_, move);
    if (!outcome.answered) return false;
    if (is_delayed(flow_, move)) outcome = apply(lab_, after_, Move::due(move.as_event()));
    return true;
}

/// The flags that the move changes: those of the case that differ, and those that come out alike
/// whether they were raised or lowered. after_ is of the run with the others lowered; again_
/// becomes that with the others raised.
Range Frames::written(Move move, const Cube& cube, const Outcome& outcome) {
    std::swap(after_, again_);
    Outcome other;
    const bool same = run(move, cube, true, other) && outcome.steps.begin == other.steps.begin &&
                      same_stack(after_, again_);
    if (!same) throw std::logic_error("a move reads flags that its conditions do not name");
    std::swap(after_, again_);
    Cube writes;
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
                if (!was) writes.push_back({flag, raised});
            }
    }
    return keep(writes);
}

Range Frames::keep(const Cube& cube) {
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
        branch.under = number_of(under);
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
