// Variables: what of the flags a proof keeps apart, packed into one number.
//
// A flag is one bit. What conditions ask about a setting are flags as well, one for each question
// (SettingAsk); but a setting has one value at a time, so that n questions about it tell n + 1
// classes of values apart, or about as many, and not 2^n. Whoever keeps one of these flags apart
// keeps all of its setting, as the number of its class.
#pragma once

#include "proof/cases.hpp"

#include <deque>
#include <optional>
#include <span>
#include <vector>

namespace rondix {

using Values = std::uint64_t; ///< of all variables, each in its own bits

/// Which classes of one setting a case allows.
struct Pick {
    Values mask = 0;
    unsigned shift = 0;
    std::vector<bool> allowed; // by class
    bool holds(Values values) const { return allowed[(values & mask) >> shift]; }
};

/// The flag that stands for all those that go together with this one: itself, most often.
FlagId stands_for(const CompiledFlow& flow, FlagId flag);

class Variables {
  public:
    /// `flags`: those that are kept apart; several of one setting make one variable.
    Variables(const CompiledFlow& flow, const std::vector<FlagId>& flags);

    /// How many bits they take; of such a list, before anything is made of it.
    unsigned bits() const { return bits_; }
    static unsigned bits_for(const CompiledFlow& flow, const std::vector<FlagId>& flags);

    /// One flag for each variable, in the order in which they were given.
    const std::vector<FlagId>& flags() const { return flags_; }
    bool has(FlagId flag) const { return slots_[index(flag)].mask != 0; }
    /// The bit of a flag by itself; 0 where it is no variable, or one with classes.
    Values bit_of(FlagId flag) const {
        const Slot& slot = slots_[index(flag)];
        return slot.setting == none ? slot.mask : 0;
    }
    /// The bits of what the game can change at any moment: its flags, and settings.
    Values changeable(const CompiledFlow& flow) const;
    /// The flags without those that have these bits.
    std::vector<FlagId> flags_but(Values bits) const;
    /// What `values` of more variables are of these.
    Values part_of(const Variables& more, Values values) const;
    /// Whether there are such values: not all numbers are classes of a setting.
    bool are_possible(Values values) const;
    /// The value of a flag; nothing where it is not kept apart.
    std::optional<bool> raised(FlagId flag, Values values) const;

    /// The values, where `raised` tells those of the flags.
    template <class Raised>
    Values values_of(Raised raised) const {
        Values values = 0;
        for (const FlagId flag : flags_) {
            const Slot& slot = slots_[index(flag)];
            if (slot.setting != none)
                values |= class_in(settings_[slot.setting], raised) << slot.shift;
            else if (raised(flag))
                values |= slot.mask;
        }
        return values;
    }

    /// A case, as far as the variables go: of flags by themselves the bits that it asks for, of
    /// settings the classes.
    struct Case {
        Values care = 0, asks = 0;
        std::vector<Pick> picks = {};
        bool exact = true; ///< it asks for nothing else
    };
    Case asked(std::span<const Literal> literals) const;
    /// What is changed where `asks` was so before. (A setting is always put to one value.)
    struct Change {
        Values clears = 0, sets = 0;
    };
    Change written(std::span<const Literal> asks, std::span<const Literal> writes) const;

  private:
    static constexpr std::uint32_t none = 0xFFFFFFFF;
    struct Slot {
        Values mask = 0;
        unsigned shift = 0;
        std::uint32_t setting = none; // in settings_
        std::uint32_t ask = 0;        // which of its questions
    };
    /// The questions about a setting, and how the values of each class answer them.
    struct Classes {
        std::vector<FlagId> asks;
        std::vector<std::vector<bool>> answers;
    };
    static Classes classes_of(const CompiledFlow& flow, const Setting& setting);
    template <class Raised>
    static Values class_in(const Classes& setting, Raised raised) {
        for (Values number = 0; number < setting.answers.size(); ++number) {
            bool same = true;
            for (std::size_t i = 0; same && i < setting.asks.size(); ++i)
                same = setting.answers[number][i] == raised(setting.asks[i]);
            if (same) return number;
        }
        return fault("a setting has a value that no class has");
    }
    [[noreturn]] static Values fault(const char* what);

    unsigned bits_ = 0;
    std::vector<FlagId> flags_;
    std::vector<Slot> slots_; // of each flag of the flow
    std::vector<Classes> settings_;
};

} // namespace rondix
