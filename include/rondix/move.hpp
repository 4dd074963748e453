// Move: one thing that can happen to a situation. The player's, the game's and the clock's moves
// are one type, so that the game, the proof and a walkthrough speak of them alike.
#pragma once

#include "rondix/ids.hpp"

#include <type_traits>

namespace rondix {

enum class MoveKind : std::uint8_t {
    press,       ///< the player presses a control of the current screen
    back,        ///< the player goes back
    menu,        ///< the player asks for the menu (pause)
    key,         ///< the player presses a key that the flow names
    other_key,   ///< the player presses a key that the flow does not name
    loaded,      ///< the game answers a load: it is done
    load_failed, ///< the game answers a load: it failed
    give_up,     ///< the clock: the load lasted too long
    event,       ///< the game reports an event
    due,         ///< the clock: the delayed answer to an event falls due
    raise,       ///< the game raises one of its flags
    lower,       ///< the game lowers one of its flags
};

struct Move {
    MoveKind kind{};
    std::uint32_t subject = 0; ///< index of the control, key, event or flag; else 0

    static constexpr Move press(ControlId id) { return with(MoveKind::press, id); }
    static constexpr Move back() { return {MoveKind::back, 0}; }
    static constexpr Move menu() { return {MoveKind::menu, 0}; }
    static constexpr Move key(KeyId id) { return with(MoveKind::key, id); }
    static constexpr Move other_key() { return {MoveKind::other_key, 0}; }
    static constexpr Move loaded() { return {MoveKind::loaded, 0}; }
    static constexpr Move load_failed() { return {MoveKind::load_failed, 0}; }
    static constexpr Move give_up() { return {MoveKind::give_up, 0}; }
    static constexpr Move event(EventId id) { return with(MoveKind::event, id); }
    static constexpr Move due(EventId id) { return with(MoveKind::due, id); }
    static constexpr Move raise(FlagId id) { return with(MoveKind::raise, id); }
    static constexpr Move lower(FlagId id) { return with(MoveKind::lower, id); }

    constexpr ControlId control() const { return ControlId{subject}; }
    constexpr KeyId as_key() const { return static_cast<KeyId>(subject); }
    constexpr EventId as_event() const { return static_cast<EventId>(subject); }
    constexpr FlagId flag() const { return static_cast<FlagId>(subject); }

    friend constexpr bool operator==(const Move&, const Move&) = default;

  private:
    template <class Id>
    static constexpr Move with(MoveKind kind, Id id) {
        return {kind, static_cast<std::uint32_t>(id)};
    }
};

/// The moves that belong to the player.
constexpr bool is_players(MoveKind kind) {
    return kind <= MoveKind::other_key;
}
/// The answers that a load can get.
constexpr bool is_answer(MoveKind kind) {
    return kind == MoveKind::loaded || kind == MoveKind::load_failed;
}

static_assert(std::is_trivially_copyable_v<Move> && sizeof(Move) == 8);

} // namespace rondix
