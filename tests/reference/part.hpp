// The dear comparisons on random flows look at a part of them only, one in RONDIX_PART, where
// everything is slower by far: with the sanitizers. What they then expect to meet is less as well.
#pragma once

#include <algorithm>
#include <cstddef>
#include <cstdlib>

namespace rondix::test {

/// A number that is said in the environment, such as RONDIX_FROM: the first flow that is compared.
inline std::size_t number_in(const char* variable, std::size_t else_) {
    const char* said = std::getenv(variable);
    return said ? static_cast<std::size_t>(std::atoll(said)) : else_;
}

inline std::size_t parts() {
    return std::max<std::size_t>(1, number_in("RONDIX_PART", 1));
}

/// As many flows as are looked at, of `whole`.
inline std::size_t part_of(std::size_t whole) {
    return std::max<std::size_t>(1, whole / parts());
}

/// How often a part has to meet what the whole meets `count` times or more: half its share, for the
/// flows are not alike.
inline std::size_t at_least(std::size_t count) {
    return parts() == 1 ? count : count / (2 * parts());
}

} // namespace rondix::test
