// What a real player can do: with which devices a move can be made, and whether there is time for
// it. apply() knows neither; the Runner has them by the devices and clocks that it is given, and
// the proof asks here.
//
//   keyboard   the control that has the focus, back, menu, pages, every key; in play, only what the
//              screen answers: directions and accept belong to the game there
//   pad        the same, of the named keys those that it has a button for (`pad-keys`)
//   mouse,     every control that is shown and can be used, in play too; a press beside all
//   controls touch      is any key; no back, no menu, no pages, no named keys
//
// Which controls the focus can reach is worked out screen by screen (FocusMap); all of them, where
// no declared route keeps some out of reach.
#pragma once

#include "rondix/runtime/device.hpp"
#include "rondix/runtime/menu_state.hpp"
#include "rondix/runtime/move.hpp"

namespace rondix {

/// After a change of screen, presses are dropped for this long.
inline constexpr std::uint32_t settling_ms = 150; // Runner::settling_time

/// The kinds of devices that can make a move on what is foremost, be they listed by the flow or
/// not; none for moves that are not the player's.
DeviceSet devices_for(const CompiledFlow& flow, ScreenId current, ScreenId question, Move move);

/// How long a screen or question stands at least before it moves on by itself, with time limits as
/// short as the player can make them; `no_limit` where it does not move on.
inline constexpr std::uint32_t no_limit = 0xFFFFFFFF;
std::uint32_t stands_for_ms(const CompiledFlow& flow, ScreenId foremost);

/// Whether a player can be counted on to make a move on what is foremost before it is gone: it
/// stands for longer than presses are dropped and a person needs to react (`reaction-time`), and
/// for as long again as the press has to be held, or may have to wait after the last one
/// (`cooldown`). `idle` counts for all of it but the holding, during which it does not run.
bool is_in_time(const CompiledFlow& flow, ScreenId foremost, Move move);

} // namespace rondix
