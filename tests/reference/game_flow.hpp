// The menus of whole games, as random as can be: loads, requests, events, settings, an urgent
// screen, screens that close by themselves, and flags of all owners, with four devices. Far harder
// for the proof than families that only open screens.
#pragma once

#include <cstdint>
#include <string>

namespace rondix::test {

/// So many screens, besides some ten more; the same number gives the same flow. In every other one
/// two screens are a trap.
std::string game_flow(int screens, std::uint32_t number);

} // namespace rondix::test
