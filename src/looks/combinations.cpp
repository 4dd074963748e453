#include "looks/combinations.hpp"

#include "proof/flag_uses.hpp"
#include "rondix/runtime/apply.hpp"

#include <algorithm>
#include <set>
#include <span>

namespace rondix::looks {

std::vector<ConditionId> conditions_that_hide(const CompiledFlow& flow, ScreenId screen) {
    std::vector<ConditionId> conditions;
    const IndexRange controls = flow[screen].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (flow.controls[i].hides) conditions.push_back(flow.controls[i].when);
    return conditions;
}

Combinations::Combinations(const CompiledFlow& flow, std::vector<ConditionId> conditions,
                           Budget& budget, std::size_t max_tried)
    : flow_(flow)
    , conditions_(std::move(conditions))
    , budget_(budget)
    , state_(flow) {
    add_variables();
    std::size_t all = 1;
    for (const Variable& variable : variables_)
        all = std::min(all * variable.size(), max_tried + 1);
    if (all <= max_tried)
        try_all();
    else
        try_each();
    std::ranges::stable_sort(found_, {}, &Found::failing);
}

void Combinations::add_variables() {
    std::set<FlagId> flags;
    for (const ConditionId condition : conditions_)
        for (const FlagId flag : flags_read(flow_, condition)) flags.insert(flag);
    for (const Setting& setting : flow_.settings) {
        const auto asks =
            std::span(flow_.setting_asks).subspan(setting.asks.begin, setting.asks.count);
        const bool is_read = std::ranges::any_of(
            asks, [&](const SettingAsk& ask) { return flags.contains(ask.flag); });
        if (!is_read) continue;
        Variable variable;
        for (std::uint32_t turn = setting.turns.begin; turn < setting.turns.end(); ++turn) {
            const std::uint16_t value = flow_.turns[turn];
            Values values;
            for (const SettingAsk& ask : asks)
                values.flags.push_back({ask.flag, value >= ask.least && value <= ask.most});
            variable.push_back(std::move(values));
        }
        variables_.push_back(std::move(variable));
        for (const SettingAsk& ask : asks) flags.erase(ask.flag);
    }
    for (const FlagId flag : flags)
        variables_.push_back({{.flags = {{flag, false}}}, {.flags = {{flag, true}}}});
    if (!std::ranges::any_of(conditions_, [&](ConditionId one) { return reads_scene(flow_, one); }))
        return;
    Variable& scene = variables_.emplace_back(1, Values{.scene = no_scene});
    for (std::size_t i = 0; i < flow_.scenes.size(); ++i) scene.push_back({.scene = SceneId(i)});
}

void Combinations::try_all() {
    Choice choice(variables_.size(), 0);
    do try_out(choice);
    while (count_on(choice));
}

/// To the next one; false: that was the last.
bool Combinations::count_on(Choice& choice) const {
    for (std::size_t i = 0; i < choice.size(); ++i) {
        if (++choice[i] < variables_[i].size()) return true;
        choice[i] = 0;
    }
    return false;
}

void Combinations::try_each() {
    constexpr std::size_t few = 16;
    for (const bool last : {false, true}) {
        Choice base(variables_.size(), 0);
        for (std::size_t i = 0; last && i < base.size(); ++i)
            base[i] = static_cast<std::uint16_t>(variables_[i].size() - 1);
        try_out(base);
        try_beside(base, 0, variables_.size() <= few);
    }
}

/// One variable from the first on is otherwise, and, with `pairs`, one after it as well.
void Combinations::try_beside(const Choice& base, std::size_t first, bool pairs) {
    for (std::size_t i = first; i < base.size(); ++i) {
        Choice other = base;
        for (std::size_t value = 0; value < variables_[i].size(); ++value) {
            other[i] = static_cast<std::uint16_t>(value);
            if (other[i] == base[i]) continue;
            try_out(other);
            if (pairs) try_beside(other, i + 1, false);
        }
    }
}

void Combinations::try_out(const Choice& choice) {
    budget_.step("what is shown together", found_.size(), found_.size() + 1);
    put(choice, state_);
    std::vector<bool> answers;
    for (const ConditionId condition : conditions_)
        answers.push_back(is_true(flow_, state_, condition));
    const auto failing = std::count(answers.begin(), answers.end(), false);
    if (known_.insert(std::move(answers)).second)
        found_.push_back({choice, static_cast<std::size_t>(failing)});
}

void Combinations::put(std::size_t number, MenuState& state) const {
    put(found_[number].choice, state);
}

void Combinations::put(const Choice& choice, MenuState& state) const {
    for (std::size_t i = 0; i < choice.size(); ++i) {
        const Values& values = variables_[i][choice[i]];
        for (const Value& value : values.flags) state.set_flag(value.flag, value.raised);
        if (values.scene)
            state.set_scene(*values.scene, *values.scene == no_scene ? Phase::none : Phase::loaded);
    }
}

} // namespace rondix::looks
