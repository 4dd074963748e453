// Families of larger flows, for seeing how the proof grows: screens that lead on to the next
// twelve, with conditions on many flags, settings with many levels, or tabs that all open each
// other.
#pragma once

#include <cstdint>
#include <string>

namespace rondix::test {

struct Family {
    int screens = 100;
    int game_flags = 0;
    int own_flags = 0;   ///< which steps raise and lower
    double share = 0.3;  ///< of the buttons, that have a condition
    bool trap = true;    ///< a screen in the second half of them has no way out
    bool way_on = false; ///< or only a button with a condition, back to the start
    int levels = 0;      ///< of a setting that conditions compare
};

/// The same number gives the same flow. Every other screen can be left by back and by quitting; a
/// trap is called `trap`.
std::string family_flow(const Family& family, std::uint32_t number);

/// Screens that all open each other.
std::string tabs_flow(int count);

} // namespace rondix::test
