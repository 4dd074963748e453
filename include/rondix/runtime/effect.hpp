// Effect: one thing that the game is to do, as the Runner reports it.
//
// Errors: asked for what an effect of another kind has, it gives the "none" value. Threads: any.
#pragma once

#include "rondix/runtime/ids.hpp"
#include "rondix/runtime/looks.hpp"
#include "rondix/runtime/tickets.hpp"

#include <cstdint>

namespace rondix {

enum class EffectKind : std::uint8_t {
    load,       ///< load scene() afresh and answer with load_ticket(); an earlier load is cancelled
    unload,     ///< scene() is not needed any more
    set_aside,  ///< scene() stays loaded (`keep-loaded: yes`) and is no longer visible
    bring_back, ///< scene(), which stayed loaded, is visible again
    pause,      ///< the game stops
    unpause,    ///< the game continues
    show_pointer,
    hide_pointer,
    cue,        ///< play the sound cue() (Looks::cues)
    music,      ///< play tune() (Looks::tunes) from now on, or nothing when it is `silence`
    request,    ///< do request() and answer with request_ticket()
    off,        ///< request() with this request_ticket() has been cancelled
    begin_text, ///< the player types into control(): pass the text to type() and erase()
    end_text,   ///< and no longer
    setting,    ///< setting() has become `value`, or the text of Runner::text_of()
    front,      ///< the player deals with screen(), which may be a question
    focus,      ///< control() has the focus; of a list, row `value`: see accessible_info()
    denied,     ///< control() was pressed and is disabled
    pad,        ///< the player has taken pad `value`, which answered "press any key"
    told,       ///< the flow sends word() (CompiledFlow::words), the step `tell`
    todo,       ///< a button that is not wired yet was pressed; word() is its text
    quit,       ///< the player asks to quit; a game that declines does nothing
};

/// What it is about is asked by type. Of another kind of effect the answer is "none".
class Effect {
  public:
    Effect() = default;
    constexpr explicit Effect(EffectKind of_kind, std::uint32_t about = 0, std::uint32_t ticket = 0,
                              std::uint16_t with_value = 0)
        : kind(of_kind)
        , value(with_value)
        , about_(about)
        , ticket_(ticket) {}

    EffectKind kind{};
    std::uint16_t value = 0; ///< of `setting`, `focus` and `pad`

    constexpr SceneId scene() const {
        return is(EffectKind::load, EffectKind::bring_back) ? SceneId(about_) : no_scene;
    }
    constexpr CueId cue() const { return kind == EffectKind::cue ? CueId(about_) : no_cue; }
    constexpr TuneId tune() const { return kind == EffectKind::music ? TuneId(about_) : silence; }
    constexpr RequestId request() const {
        return is(EffectKind::request, EffectKind::off) ? RequestId(about_) : no_request;
    }
    constexpr SettingId setting() const {
        return kind == EffectKind::setting ? SettingId(about_) : no_setting;
    }
    constexpr ScreenId screen() const {
        return kind == EffectKind::front ? ScreenId(about_) : no_screen;
    }
    constexpr ControlId control() const {
        return is(EffectKind::begin_text, EffectKind::end_text) ||
                       is(EffectKind::focus, EffectKind::denied)
                   ? ControlId(about_)
                   : no_control;
    }
    constexpr WordId word() const {
        return is(EffectKind::told, EffectKind::todo) ? WordId(about_) : no_word;
    }
    constexpr LoadTicket load_ticket() const {
        return kind == EffectKind::load ? LoadTicket{ticket_} : LoadTicket{};
    }
    constexpr RequestTicket request_ticket() const {
        return is(EffectKind::request, EffectKind::off) ? RequestTicket{ticket_} : RequestTicket{};
    }

  private:
    constexpr bool is(EffectKind first, EffectKind last) const {
        return kind >= first && kind <= last;
    }

    std::uint32_t about_ = 0, ticket_ = 0;
};

} // namespace rondix
