#include "check/heads.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// The flow with four screens more, which no step names, and with nothing that pauses but one of
/// them: whether something beneath pauses is part of the head, not of the screens that stand in for
/// it.
CompiledFlow lab_of(const CompiledFlow& flow) {
    CompiledFlow lab = flow;
    for (Screen& screen : lab.screens) screen.pauses = false;
    Screen extra;
    extra.pauses = false;
    lab.screens.insert(lab.screens.end(), 4, extra);
    lab.screens[flow.screens.size()].play = true;
    lab.screens[flow.screens.size() + 2].pauses = true;
    return lab;
}

constexpr std::size_t fixed_words = 3; // scene, phase, depth

} // namespace

Heads::Heads(const CompiledFlow& flow)
    : flow_(flow)
    , circles_(flow)
    , lab_(lab_of(flow))
    , play_bottom_(ScreenId(flow.screens.size()))
    , menu_bottom_(ScreenId(flow.screens.size() + 1))
    , halter_(ScreenId(flow.screens.size() + 2))
    , beneath_(ScreenId(flow.screens.size() + 3))
    , room_(most_moves(flow))
    , before_(lab_)
    , after_(lab_) {
    std::vector<bool> known(flow.screens.size());
    for (const Step& step : flow.steps) {
        if (step.kind != StepKind::back_to || known[step.subject]) continue;
        known[step.subject] = true;
        sought_.push_back({ScreenId(step.subject), circles_.leading_to(ScreenId(step.subject))});
    }
}

HeadId Heads::start() {
    rondix::start(lab_, after_);
    return head_of(after_);
}

HeadId Heads::head_of(const Situation& situation) {
    Head head;
    const std::size_t top = situation.depth() - 1;
    head.screen = situation.current();
    head.bottom = top == 0;
    head.over_play = flow_[situation.bottom()].play;
    for (std::size_t i = 0; i < top; ++i) {
        const ScreenId open = situation.screen_at(i);
        if (i > 0 && head.over_play && flow_[open].pauses) head.halted = true;
        if (circles_.share(open, head.screen)) head.reopenable.push_back(open);
    }
    std::sort(head.reopenable.begin(), head.reopenable.end());
    head.rest = rest_of(situation);
    return number_of(std::move(head));
}

RestId Heads::rest_of(const Situation& situation) {
    const auto packed = situation.packed();
    std::u16string key{static_cast<char16_t>(packed[0]), static_cast<char16_t>(packed[1])};
    for (std::size_t i = fixed_words; i < packed.size() - situation.depth(); ++i)
        key += static_cast<char16_t>(packed[i]);
    const auto [found, is_new] = rest_numbers_.try_emplace(key, static_cast<RestId>(rests_.size()));
    if (is_new) rests_.push_back(key);
    return found->second;
}

HeadId Heads::number_of(Head head) {
    std::u16string key{static_cast<char16_t>(head.screen),
                       static_cast<char16_t>(head.bottom + 2 * head.over_play + 4 * head.halted),
                       static_cast<char16_t>(head.rest & 0xFFFF),
                       static_cast<char16_t>(head.rest >> 16)};
    for (const ScreenId screen : head.reopenable) key += static_cast<char16_t>(screen);
    const auto [found, is_new] = numbers_.try_emplace(key, static_cast<HeadId>(heads_.size()));
    if (is_new) {
        heads_.push_back(std::move(head));
        transitions_.emplace_back();
        explored_.push_back(false);
    }
    return found->second;
}

HeadId Heads::resumed(HeadId id, RestId rest) {
    Head head = heads_[id];
    head.rest = rest;
    return number_of(std::move(head));
}

bool Heads::lands_on(HeadId id, Way way) const {
    return way.to == Way::one || heads_[id].bottom || ScreenId(way.to) == heads_[id].screen;
}

/// Whether something at or beneath the current screen pauses the game.
bool Heads::pauses(const Head& head) const {
    return head.halted || (head.over_play && !head.bottom && flow_[head.screen].pauses);
}

Head Heads::on_top_of(const Head& head, ScreenId screen, RestId rest) const {
    Head top;
    top.screen = screen;
    top.over_play = head.over_play;
    top.halted = pauses(head);
    top.rest = rest;
    for (const ScreenId open : head.reopenable)
        if (circles_.share(open, screen)) top.reopenable.push_back(open);
    if (circles_.share(head.screen, screen)) top.reopenable.push_back(head.screen);
    std::sort(top.reopenable.begin(), top.reopenable.end());
    return top;
}

Head Heads::in_place_of(const Head& head, ScreenId screen, RestId rest) const {
    Head other = head;
    other.screen = screen;
    other.rest = rest;
    if (head.bottom) other.over_play = flow_[screen].play;
    std::erase_if(other.reopenable, [&](ScreenId open) { return !circles_.share(open, screen); });
    return other;
}

/// From the bottom: one that no flow names, one that pauses (where something does), the screens
/// that a `back to` may look for and that are not known to be open or not, those that are known to
/// be open, one more that no flow names, and the current screen.
void Heads::stand_in(const Head& head, Situation& situation) const {
    std::vector<ScreenId> stack;
    if (!head.bottom) {
        stack.push_back(head.over_play ? play_bottom_ : menu_bottom_);
        for (const Sought& sought : sought_)
            if (sought.screen != head.screen && !sought.opened_from[index(head.screen)])
                stack.push_back(sought.screen);
        stack.insert(stack.end(), head.reopenable.begin(), head.reopenable.end());
        if (pauses(head)) stack.push_back(halter_);
        stack.push_back(beneath_);
    }
    stack.push_back(head.screen);
    const std::u16string& rest = rests_[head.rest];
    std::vector<Situation::Word> words{static_cast<Situation::Word>(rest[0]),
                                       static_cast<Situation::Word>(rest[1]),
                                       static_cast<Situation::Word>(stack.size())};
    words.insert(words.end(), rest.begin() + 2, rest.end());
    for (const ScreenId screen : stack) words.push_back(static_cast<Situation::Word>(screen));
    situation.unpack(words);
}

const std::vector<Transition>& Heads::transitions(HeadId id) {
    if (!explored_[id]) explore(id);
    return transitions_[id];
}

void Heads::explore(HeadId id) {
    explored_[id] = true;
    const Head head = heads_[id]; // a copy: new heads may move the table
    stand_in(head, before_);
    const std::size_t count = list_moves(lab_, before_, room_);
    std::vector<Transition> found;
    for (std::size_t i = 0; i < count; ++i) {
        after_ = before_;
        const Outcome outcome = apply(lab_, after_, room_[i]);
        if (!outcome.answered) continue;
        Transition transition = compare(head, before_, after_);
        transition.move = room_[i];
        transition.quits = outcome.quits;
        transition.reopens = outcome.reopens;
        found.push_back(transition);
    }
    transitions_[id] = std::move(found);
}

/// What happened, read off the two stacks.
Transition Heads::compare(const Head& head, const Situation& before, const Situation& after) {
    Transition transition;
    const RestId rest = rest_of(after);
    const ScreenId current = after.current();
    const bool new_bottom = after.bottom() != before.bottom();
    if (new_bottom && !head.bottom) {
        transition.kind = Transition::Kind::resets;
        transition.head = head_of(after);
    } else if (after.depth() > before.depth()) {
        transition.kind = Transition::Kind::pushes;
        transition.head = number_of(on_top_of(head, current, rest));
    } else if (after.depth() == before.depth()) {
        transition.kind = Transition::Kind::stays;
        transition.head = number_of(in_place_of(head, current, rest));
    } else {
        transition.kind = Transition::Kind::leaves;
        const bool is_root = current == play_bottom_ || current == menu_bottom_;
        transition.way = {current == beneath_ ? Way::one
                          : is_root           ? Way::root
                                              : static_cast<std::uint16_t>(current),
                          rest};
    }
    return transition;
}

} // namespace rondix
