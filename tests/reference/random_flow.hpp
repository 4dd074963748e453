// Small random flows as text, for comparing the real thing with the reference.
#pragma once

#include <cstdint>
#include <string>

namespace rondix::test {

enum class Shape : std::uint8_t {
    mixed,   ///< a few screens, scenes, flags and events, each rule now and then
    circles, ///< four to six screens that mostly open and go to each other
    rich,    ///< like mixed, with all that a flow can say; three or four screens
    waiting, ///< screens that wait, move on and idle, mostly on conditions; short times, long
             ///< presses
    flags,   ///< ten flags, asked for by most buttons; two or three screens
    crowded, ///< ten to fourteen flags and a setting, asked for by most buttons; up to four screens
             ///< that mostly open and go to each other
    levels,  ///< like mixed, with three to five scenes in order, which steps and conditions ask for
};

/// The same number and shape give the same flow, on every machine. All names in it resolve.
std::string random_flow(std::uint32_t number, Shape shape = Shape::mixed);

} // namespace rondix::test
