#include "proof/flag_uses.hpp"

namespace rondix {

namespace {

/// Calls `each` with the flag of every test that a condition may come to, each flag once.
template <class Each>
void each_flag_tested(const CompiledFlow& flow, ConditionId condition, Each each) {
    std::vector<bool> seen(flow.tests.size()), known(flow.flags.size());
    std::vector<ConditionId> open{condition};
    while (!open.empty()) {
        const ConditionId at = open.back();
        open.pop_back();
        if (at >= holds || seen[index(at)]) continue; // several tests may lead to one
        seen[index(at)] = true;
        const ConditionTest& test = flow.tests[index(at)];
        if (!known[index(test.flag)]) each(test.flag);
        known[index(test.flag)] = true;
        open.push_back(test.if_raised);
        open.push_back(test.if_lowered);
    }
}

} // namespace

std::vector<FlagId> flags_read(const CompiledFlow& flow, ConditionId condition) {
    std::vector<FlagId> flags;
    each_flag_tested(flow, condition, [&](FlagId flag) {
        if (flow[flag].kind != FlagKind::scene) flags.push_back(flag);
    });
    return flags;
}

bool reads_scene(const CompiledFlow& flow, ConditionId condition) {
    bool some = false;
    each_flag_tested(flow, condition,
                     [&](FlagId flag) { some = some || flow[flag].kind == FlagKind::scene; });
    return some;
}

namespace {

void add_asks(const CompiledFlow& flow, const Setting& setting, std::uint16_t value,
              Cube& written) {
    if (setting.question != no_screen) return; // it is not kept yet
    for (std::uint32_t i = setting.asks.begin; i < setting.asks.end(); ++i) {
        const SettingAsk& ask = flow.setting_asks[i];
        written.push_back({ask.flag, value >= ask.least && value <= ask.most});
    }
}

} // namespace

void add_flags_written(const CompiledFlow& flow, const Step& step, Cube& written) {
    switch (change_by(step.kind)) {
    case StepChange::raises_flag: return written.push_back({FlagId(step.subject), true});
    case StepChange::lowers_flag: return written.push_back({FlagId(step.subject), false});
    case StepChange::sets_setting:
        return add_asks(flow, flow.settings[step.subject], step.value, written);
    case StepChange::turns_pages:
    case StepChange::nothing: return;
    }
}

} // namespace rondix
