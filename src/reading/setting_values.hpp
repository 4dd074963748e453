// The values of a setting by the words that a flow writes: `70`, `yes`, `1280x720`, `above 50`.
#pragma once

#include "rondix/tools/flow.hpp"

#include <optional>

namespace rondix {

/// A number as it is written, all of it; nothing where it is none.
std::optional<double> number_of(std::string_view word);

/// The number of a value, counted from 0; nothing where the setting has no such value.
std::optional<std::uint16_t> value_of(const FlowSetting& setting, std::string_view word);

/// The values for which a condition on a setting holds. `least` is above `most` where it never
/// does.
struct AskedValues {
    std::uint16_t least = 0, most = 0;
    bool never() const { return least > most; }
};
/// Nothing where the setting cannot be asked so.
std::optional<AskedValues> asked_values(const FlowSetting& setting, const Condition& condition);

} // namespace rondix
