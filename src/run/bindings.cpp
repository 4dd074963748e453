#include "rondix/runtime/bindings.hpp"

#include "rondix/runtime/compiled_flow.hpp"

#include <algorithm>

namespace rondix {

namespace {
/// Without these a player could not go on.
bool is_needed(Target target) {
    return target == target_of(Button::accept) || target == target_of(Button::back) ||
           target == target_of(Button::menu);
}
} // namespace

Bindings::Bindings(const CompiledFlow& flow)
    : rows_((button_count + flow.keys.size()) * kinds)
    , defaults_(rows_) {}

bool Bindings::add(DeviceKind kind, Code code, Target target) {
    if (!known(kind, target) || meaning(kind, code) != no_target) return false;
    Row& own = row(kind, target);
    if (own.count == max_codes) return false;
    own.codes[own.count++] = code;
    return true;
}

void Bindings::clear(DeviceKind kind, Target target) {
    if (known(kind, target)) row(kind, target) = {};
}

/// What stands in the way of the first codes changes places, as if the player had chosen them.
void Bindings::reset(Target target) {
    for (std::size_t i = 0; i < kinds; ++i) {
        const auto kind = DeviceKind(i);
        if (!known(kind, target)) continue;
        const Row first = defaults_[static_cast<std::size_t>(target) * kinds + i];
        for (std::uint8_t n = 0; n < first.count; ++n) put(kind, first.codes[n], target, n);
        row(kind, target).count = std::min(row(kind, target).count, first.count);
    }
}

bool Bindings::rebind(DeviceKind kind, Code code, Target target) {
    return known(kind, target) && put(kind, code, target, 0);
}

/// Lets a code be the one in this place of the target's row: it changes places with what is there,
/// or is taken from where it can be done without.
bool Bindings::put(DeviceKind kind, Code code, Target target, std::uint8_t place) {
    Row& own = row(kind, target);
    const Target before = meaning(kind, code);
    if (place >= own.count) {
        if (before != no_target && !remove(kind, code)) return false;
        own.codes[own.count++] = code;
        return true;
    }
    if (own.codes[place] == code) return false;
    if (before == no_target) {
        own.codes[place] = code;
        return true;
    }
    Row& other = row(kind, before);
    std::swap(own.codes[place],
              *std::find(std::begin(other.codes), std::begin(other.codes) + other.count, code));
    return true;
}

bool Bindings::remove(DeviceKind kind, Code code) {
    const Target target = meaning(kind, code);
    if (target == no_target) return true;
    Row& own = row(kind, target);
    if (own.count == 1 && is_needed(target)) return false;
    const auto end = std::begin(own.codes) + own.count;
    const auto at = std::find(std::begin(own.codes), end, code);
    std::copy(at + 1, end, at);
    --own.count;
    return true;
}

bool Bindings::give_needed(DeviceKind kind, Target target) {
    if (!known(kind, target) || !is_needed(target) || !codes(kind, target).empty()) return false;
    const std::size_t at =
        static_cast<std::size_t>(target) * kinds + static_cast<std::size_t>(kind);
    const Row first = defaults_[at];
    for (std::size_t i = 0; i < first.count; ++i)
        if (codes(kind, target).empty())
            rebind(kind, first.codes[i], target);
        else
            add(kind, first.codes[i], target); // as far as it is free
    if (first.count > 0 && codes(kind, target).empty())
        rows_ = defaults_; // all are needed elsewhere
    return first.count > 0;
}

void Bindings::take_choices(const CompiledFlow& flow, const Bindings& others,
                            const CompiledFlow& flow_of_others) {
    const auto each_choice = [&](auto act) {
        for (std::size_t k = 0; k < kinds; ++k)
            for (std::size_t i = 0; i < others.targets(); ++i) {
                const auto kind = DeviceKind(k);
                if (others.is_default(kind, Target(i))) continue;
                const Target own = target_named(flow, name_of(flow_of_others, Target(i)));
                if (own != no_target) act(kind, own, others.codes(kind, Target(i)));
            }
    };
    each_choice([&](DeviceKind kind, Target own, std::span<const Code>) { clear(kind, own); });
    each_choice([&](DeviceKind kind, Target own, std::span<const Code> codes) {
        take_choice(kind, own, codes);
    });
    each_choice(
        [&](DeviceKind kind, Target own, std::span<const Code>) { give_needed(kind, own); });
}

/// From what the player did not choose a key for it is taken.
void Bindings::take_choice(DeviceKind kind, Target target, std::span<const Code> codes) {
    for (const Code code : codes)
        if (remove(kind, code)) add(kind, code, target);
}

Target Bindings::meaning(DeviceKind kind, Code code) const {
    if (!has_codes(kind)) return no_target;
    for (std::size_t i = 0; i < targets(); ++i)
        for (const Code known : codes(kind, Target(i)))
            if (known == code) return Target(i);
    return no_target;
}

std::span<const Code> Bindings::codes(DeviceKind kind, Target target) const {
    if (!known(kind, target)) return {};
    const Row& own = row(kind, target);
    return {own.codes, own.count};
}

bool Bindings::is_default(DeviceKind kind, Target target) const {
    if (!known(kind, target)) return true;
    const std::size_t at =
        static_cast<std::size_t>(target) * kinds + static_cast<std::size_t>(kind);
    return rows_[at] == defaults_[at];
}

} // namespace rondix
