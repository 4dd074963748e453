#include "proof/variables.hpp"

#include <algorithm>
#include <bit>
#include <set>
#include <stdexcept>

namespace rondix {

namespace {

const Setting* setting_of(const CompiledFlow& flow, FlagId flag) {
    if (flow[flag].kind != FlagKind::setting) return nullptr;
    for (const Setting& setting : flow.settings)
        for (std::uint32_t i = setting.asks.begin; i < setting.asks.end(); ++i)
            if (flow.setting_asks[i].flag == flag) return &setting;
    return nullptr;
}

} // namespace

FlagId stands_for(const CompiledFlow& flow, FlagId flag) {
    const Setting* setting = setting_of(flow, flag);
    return setting ? flow.setting_asks[setting->asks.begin].flag : flag;
}

/// Between two neighbouring ends of what is asked for all values answer alike.
Variables::Classes Variables::classes_of(const CompiledFlow& flow, const Setting& setting) {
    Classes classes;
    std::set<std::uint32_t> begins = {0};
    for (std::uint32_t i = setting.asks.begin; i < setting.asks.end(); ++i) {
        const SettingAsk& ask = flow.setting_asks[i];
        classes.asks.push_back(ask.flag);
        begins.insert(ask.least);
        begins.insert(ask.most + 1u);
    }
    std::set<std::vector<bool>> known;
    for (const std::uint32_t value : begins) {
        if (setting.kind != SettingKind::text && value >= setting.values) continue; // there is none
        std::vector<bool> answers;
        for (std::uint32_t i = setting.asks.begin; i < setting.asks.end(); ++i) {
            const SettingAsk& ask = flow.setting_asks[i];
            answers.push_back(ask.least <= value && value <= ask.most);
        }
        if (known.insert(answers).second) classes.answers.push_back(std::move(answers));
    }
    return classes;
}

Variables::Variables(const CompiledFlow& flow, const std::vector<FlagId>& flags)
    : slots_(flow.flags.size()) {
    for (const FlagId flag : flags) {
        if (has(flag)) continue;
        const Setting* setting = setting_of(flow, flag);
        if (!setting) {
            slots_[index(flag)] = {Values{1} << bits_, bits_, none, 0};
            flags_.push_back(flag);
            ++bits_;
            continue;
        }
        Classes classes = classes_of(flow, *setting);
        const auto width =
            std::max(1u, static_cast<unsigned>(std::bit_width(classes.answers.size() - 1)));
        const auto number = static_cast<std::uint32_t>(settings_.size());
        const Values mask = ((Values{1} << width) - 1) << bits_;
        for (std::uint32_t i = 0; i < classes.asks.size(); ++i)
            slots_[index(classes.asks[i])] = {mask, bits_, number, i};
        flags_.push_back(classes.asks.front());
        settings_.push_back(std::move(classes));
        bits_ += width;
    }
}

unsigned Variables::bits_for(const CompiledFlow& flow, const std::vector<FlagId>& flags) {
    unsigned bits = 0;
    std::set<FlagId> known;
    for (const FlagId flag : flags) {
        if (!known.insert(stands_for(flow, flag)).second) continue;
        const Setting* setting = setting_of(flow, flag);
        const std::size_t classes = setting ? classes_of(flow, *setting).answers.size() : 2;
        bits += std::max(1u, static_cast<unsigned>(std::bit_width(classes - 1)));
    }
    return bits;
}

Values Variables::changeable(const CompiledFlow& flow) const {
    Values bits = 0;
    for (const FlagId flag : flags_)
        if (flow[flag].set_by_game || slots_[index(flag)].setting != none)
            bits |= slots_[index(flag)].mask;
    return bits;
}

std::vector<FlagId> Variables::flags_but(Values bits) const {
    std::vector<FlagId> flags;
    for (const FlagId flag : flags_)
        if ((slots_[index(flag)].mask & bits) == 0) flags.push_back(flag);
    return flags;
}

Values Variables::part_of(const Variables& more, Values values) const {
    Values part = 0;
    for (const FlagId flag : flags_) {
        const Slot& slot = more.slots_[index(flag)];
        part |= (values & slot.mask) >> slot.shift << slots_[index(flag)].shift;
    }
    return part;
}

bool Variables::are_possible(Values values) const {
    return std::all_of(flags_.begin(), flags_.end(), [&](FlagId flag) {
        const Slot& slot = slots_[index(flag)];
        return slot.setting == none ||
               (values & slot.mask) >> slot.shift < settings_[slot.setting].answers.size();
    });
}

std::optional<bool> Variables::raised(FlagId flag, Values values) const {
    const Slot& slot = slots_[index(flag)];
    if (slot.mask == 0) return std::nullopt;
    if (slot.setting == none) return (values & slot.mask) != 0;
    const Classes& classes = settings_[slot.setting];
    const std::size_t number = (values & slot.mask) >> slot.shift;
    // (Not all numbers are classes where these are no power of two.)
    return number < classes.answers.size() && classes.answers[number][slot.ask];
}

Variables::Case Variables::asked(std::span<const Literal> literals) const {
    Case result;
    for (const Literal& one : literals) {
        const Slot& slot = slots_[index(one.flag)];
        if (slot.mask == 0) {
            result.exact = false;
        } else if (slot.setting == none) {
            result.care |= slot.mask;
            if (one.raised) result.asks |= slot.mask;
        } else {
            const Classes& classes = settings_[slot.setting];
            auto pick = std::find_if(result.picks.begin(), result.picks.end(),
                                     [&](const Pick& known) { return known.mask == slot.mask; });
            if (pick == result.picks.end()) {
                std::vector<bool> allowed(static_cast<std::size_t>(slot.mask >> slot.shift) + 1);
                std::fill_n(allowed.begin(), classes.answers.size(), true);
                pick = result.picks.insert(pick, {slot.mask, slot.shift, std::move(allowed)});
            }
            for (std::size_t i = 0; i < classes.answers.size(); ++i)
                if (classes.answers[i][slot.ask] != one.raised) pick->allowed[i] = false;
        }
    }
    return result;
}

Variables::Change Variables::written(std::span<const Literal> asks,
                                     std::span<const Literal> writes) const {
    Change change;
    const auto find = [](std::span<const Literal> in, FlagId flag) {
        return std::find_if(in.begin(), in.end(),
                            [&](const Literal& one) { return one.flag == flag; });
    };
    for (const Literal& one : writes) {
        const Slot& slot = slots_[index(one.flag)];
        if (slot.mask == 0) continue;
        if (slot.setting == none) {
            (one.raised ? change.sets : change.clears) |= slot.mask;
            continue;
        }
        if ((change.clears & slot.mask) != 0) continue; // seen to with another of its questions
        const auto after = [&](FlagId flag) {
            if (const auto to = find(writes, flag); to != writes.end()) return to->raised;
            const auto was = find(asks, flag);
            if (was == asks.end()) fault("a setting is changed to no one value");
            return was->raised;
        };
        change.clears |= slot.mask;
        change.sets |= class_in(settings_[slot.setting], after) << slot.shift;
    }
    return change;
}

Values Variables::fault(const char* what) {
    throw std::logic_error(what);
}

} // namespace rondix
