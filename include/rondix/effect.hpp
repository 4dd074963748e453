// Effect: one thing that the game is to do, as the Runner tells it.
#pragma once

#include "rondix/waiting.hpp"

#include <cstdint>

namespace rondix {

enum class EffectKind : std::uint8_t {
    load,       ///< load scene `subject` afresh and answer with `ticket`; an earlier load is off
    unload,     ///< scene `subject` is not needed any longer
    set_aside,  ///< scene `subject` stays loaded (`keep-loaded: yes`) and is not seen any longer
    bring_back, ///< scene `subject`, which stayed loaded, is seen again
    pause,      ///< the game stops
    unpause,    ///< the game is not paused any longer
    show_pointer,
    hide_pointer,
    cue,        ///< play the cue `subject` (Looks::cues)
    music,      ///< from here on tune `subject` (Looks::tunes) plays, or none when it is `silence`
    request,    ///< do request `subject` (CompiledFlow::requests) and answer with `ticket`
    off,        ///< request `subject` with this `ticket` is not waited for any longer
    begin_text, ///< a text is being typed for control `subject`: pass it to type() and erase()
    end_text,   ///< and no longer
    setting,    ///< setting `subject` has become `value`, or the text that Runner::text_of() gives
    front,      ///< screen `subject`, or question, is the one that the player has to do with
    focus, ///< control `subject` has the focus; of a list, row `value`: accessible_info() describes
           ///< it
    denied, ///< control `subject` was pressed, and cannot be used now
    pad,    ///< the player has taken pad `value`: it answered "press any key"
    told,   ///< the flow tells the game word `subject` (CompiledFlow::words)
    todo,   ///< a placeholder was pressed; `subject` is its text (CompiledFlow::words)
    quit,   ///< the player asks to leave; a game that declines does nothing
};

struct Effect {
    EffectKind kind{};
    std::uint32_t subject = 0;
    Ticket ticket{};
    std::uint16_t value = 0;
};

} // namespace rondix
