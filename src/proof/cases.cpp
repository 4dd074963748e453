#include "proof/cases.hpp"

#include "proof/flag_uses.hpp"
#include "rondix/runtime/apply.hpp"

#include <algorithm>

namespace rondix {

/// The conditions in the order in which they are read: whether the screen closes, which takes the
/// move away; that of the control; those of alternatives, of which the first that holds is done;
/// and where that goes home, those by which the flow starts.
std::span<const Cube> Cases::of_move(ConditionId closes, ConditionId when,
                                     std::initializer_list<ActionId> actions) {
    if (closes == fails && when == holds && asks_nothing(actions)) {
        count_ = 0;
        cube_.clear();
        add_case();
        return {cubes_.data(), count_};
    }
    asked_.clear();
    changed_.assign(1, {});
    const auto next = [&] { return static_cast<std::uint32_t>(asked_.size()) + 1; };
    if (closes != fails) asked_.push_back({closes, Asked::never, next()});
    asked_.push_back({when, next(), Asked::known});
    std::vector<std::pair<std::size_t, IndexRange>> goes_home;
    for (const ActionId action : actions) {
        if (action == unsaid) continue;
        const IndexRange alternatives = flow_[action].alternatives;
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
    return split();
}

/// Most actions are one list of steps, on no condition.
bool Cases::asks_nothing(std::initializer_list<ActionId> actions) const {
    return std::all_of(actions.begin(), actions.end(), [&](ActionId action) {
        if (action == unsaid || flow_[action].alternatives.count == 0) return true;
        const Alternative& first = flow_.alternatives[flow_[action].alternatives.begin];
        const bool goes_home = first.steps.count > 0 && flow_.first_choice != unsaid &&
                               flow_.steps[first.steps.end() - 1].kind == StepKind::home;
        return first.when == holds && !goes_home;
    });
}

std::span<const Cube> Cases::in_which(ConditionId when) {
    changed_.assign(1, {});
    asked_.assign(1, {when, Asked::known, Asked::never});
    return split();
}

/// By which condition the flow starts, where steps of the same list have changed flags before.
void Cases::ask_about_start(std::size_t home, IndexRange steps) {
    Cube changed;
    for (std::uint32_t i = steps.begin; i < steps.end(); ++i)
        add_flags_written(flow_, flow_.steps[i], changed);
    std::reverse(changed.begin(), changed.end()); // the last change counts
    const auto after = static_cast<std::uint32_t>(changed_.size());
    changed_.push_back(std::move(changed));
    asked_[home].if_holds = static_cast<std::uint32_t>(asked_.size());
    const IndexRange choice = flow_[flow_.first_choice].alternatives;
    for (std::uint32_t i = choice.begin; i < choice.end(); ++i)
        asked_.push_back({flow_.alternatives[i].when, Asked::known,
                          static_cast<std::uint32_t>(asked_.size()) + 1, after});
}

std::span<const Cube> Cases::split() {
    count_ = 0;
    cube_.clear();
    split(asked_[0].at, 0);
    return {cubes_.data(), count_};
}

void Cases::add_case() {
    if (count_ == cubes_.size()) cubes_.emplace_back();
    cubes_[count_++].assign(cube_.begin(), cube_.end());
}

/// Follows a condition down both answers of each of its tests. What stands at its end decides which
/// is read next.
void Cases::split(ConditionId at, std::uint32_t asked) {
    if (overflowed()) return;
    while (at >= holds) {
        asked = at == holds ? asked_[asked].if_holds : asked_[asked].if_fails;
        if (asked == Asked::never) return;
        if (asked == Asked::known) return add_case();
        at = asked_[asked].at;
    }
    const ConditionTest& test = flow_.tests[index(at)];
    if (flow_[test.flag].kind == FlagKind::scene)
        return split(holds_of_scene(flow_, test.flag, scene_) ? test.if_raised : test.if_lowered,
                     asked);
    const auto of_flag = [&](const Literal& one) { return one.flag == test.flag; };
    const Cube& changed = changed_[asked_[asked].after];
    const auto now = std::find_if(changed.begin(), changed.end(), of_flag);
    if (now != changed.end()) return split(now->raised ? test.if_raised : test.if_lowered, asked);
    const auto known = std::find_if(cube_.begin(), cube_.end(), of_flag);
    if (known != cube_.end()) return split(known->raised ? test.if_raised : test.if_lowered, asked);
    for (const bool raised : {false, true}) {
        cube_.push_back({test.flag, raised});
        split(raised ? test.if_raised : test.if_lowered, asked);
        cube_.pop_back();
    }
}

} // namespace rondix
