// Move: one thing that can happen to a menu state. The player's, the game's and the clock's moves
// are one type, so that the game, the proof and a walkthrough speak of them alike.
//
// Threads: any.
#pragma once

#include "rondix/runtime/ids.hpp"

#include <type_traits>

namespace rondix {

enum class MoveKind : std::uint8_t {
    press,     ///< the player presses a control; of a list, a row whose press is number `value`
    change,    ///< the player changes the setting of a control to `value`
    turn,      ///< the player turns pages: `value` is next_page or previous_page
    back,      ///< the player goes back
    menu,      ///< the player asks for the menu (pause)
    key,       ///< the player presses a key that the flow names
    other_key, ///< the player presses a key that the flow does not name

    loaded,      ///< the game answers a load: it is done
    load_failed, ///< the game answers a load: it failed
    done,        ///< the game answers a request: it is done
    failed,      ///< the game answers a request: it failed

    moves_on, ///< the clock: the current screen has been there for long enough
    idle,     ///< the clock: the player has done nothing for long enough

    load_timeout,    ///< the clock: the load lasted too long
    request_timeout, ///< the clock: the request lasted too long
    due,             ///< the clock: the answer to an event that waits falls due
    event,           ///< the game reports an event
    raise,           ///< the game raises one of its flags
    lower,           ///< the game lowers one of its flags
    set,             ///< the game sets a setting to `value`, such as one that it has kept
    start, ///< the game starts the menus, with the settings and rows that it has put by then
};

struct Move {
    MoveKind kind{};
    std::uint16_t value = 0;
    std::uint32_t subject = 0; ///< index of the control, pages, key, request ...; else 0

    static constexpr Move press(ControlId id, std::uint16_t which = 0) {
        return with(MoveKind::press, id, which);
    }
    static constexpr Move change(ControlId id, std::uint16_t value) {
        return with(MoveKind::change, id, value);
    }
    static constexpr Move turn(PagesId id, std::uint16_t to) {
        return with(MoveKind::turn, id, to);
    }
    static constexpr Move back() { return {MoveKind::back}; }
    static constexpr Move menu() { return {MoveKind::menu}; }
    static constexpr Move key(KeyId id) { return with(MoveKind::key, id); }
    static constexpr Move other_key() { return {MoveKind::other_key}; }
    static constexpr Move loaded() { return {MoveKind::loaded}; }
    static constexpr Move load_failed() { return {MoveKind::load_failed}; }
    static constexpr Move load_timeout() { return {MoveKind::load_timeout}; }
    static constexpr Move done(RequestId id) { return with(MoveKind::done, id); }
    static constexpr Move failed(RequestId id) { return with(MoveKind::failed, id); }
    static constexpr Move request_timeout(RequestId id) {
        return with(MoveKind::request_timeout, id);
    }
    static constexpr Move moves_on() { return {MoveKind::moves_on}; }
    static constexpr Move idle() { return {MoveKind::idle}; }
    static constexpr Move event(EventId id) { return with(MoveKind::event, id); }
    static constexpr Move due(EventId id) { return with(MoveKind::due, id); }
    static constexpr Move raise(FlagId id) { return with(MoveKind::raise, id); }
    static constexpr Move lower(FlagId id) { return with(MoveKind::lower, id); }
    static constexpr Move set(SettingId id, std::uint16_t value) {
        return with(MoveKind::set, id, value);
    }
    static constexpr Move start() { return {MoveKind::start}; }

    constexpr ControlId control() const { return ControlId{subject}; }
    constexpr KeyId as_key() const { return static_cast<KeyId>(subject); }
    constexpr EventId as_event() const { return static_cast<EventId>(subject); }
    constexpr FlagId flag() const { return static_cast<FlagId>(subject); }
    constexpr RequestId request() const { return static_cast<RequestId>(subject); }
    constexpr PagesId pages() const { return static_cast<PagesId>(subject); }
    constexpr SettingId setting() const { return static_cast<SettingId>(subject); }

    friend constexpr bool operator==(const Move&, const Move&) = default;

  private:
    template <class Id>
    static constexpr Move with(MoveKind kind, Id id, std::uint16_t value = 0) {
        return {kind, value, static_cast<std::uint32_t>(id)};
    }
};

/// The moves that belong to the player.
constexpr bool is_players(MoveKind kind) {
    return kind <= MoveKind::other_key;
}
/// The answers that a load or another request can get.
constexpr bool is_answer(MoveKind kind) {
    return kind >= MoveKind::loaded && kind <= MoveKind::failed;
}
/// The answers that say that it did not work.
constexpr bool is_bad_answer(MoveKind kind) {
    return kind == MoveKind::load_failed || kind == MoveKind::failed;
}
/// What the current screen does by itself.
constexpr bool is_moving_on(MoveKind kind) {
    return kind == MoveKind::moves_on || kind == MoveKind::idle;
}

static_assert(std::is_trivially_copyable_v<Move> && sizeof(Move) == 8);

} // namespace rondix
