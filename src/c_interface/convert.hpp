// Between the types of C and those of C++. What comes from outside may be anything: kinds, buttons
// and ids that do not exist become "none".
#pragma once

#include "rondix/rondix.h"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"

#include <algorithm>
#include <cstring>
#include <limits>
#include <memory>
#include <new>
#include <optional>
#include <string_view>
#include <type_traits>

namespace rondix::c {
/// What an image has to begin at.
struct alignas(16) ImageBlock {
    std::byte bytes[16];
};
} // namespace rondix::c

struct rondix_flow {
    rondix::CompiledFlow flow;
    std::unique_ptr<rondix::c::ImageBlock[]> copy; // of an image that stood where it cannot be used
};

namespace rondix::c {

// --- ids: all are 32 bits wide in C, with one "none"

template <class Id>
requires std::is_enum_v<Id>
inline constexpr Id none = static_cast<Id>(std::numeric_limits<std::underlying_type_t<Id>>::max());

template <class Id>
requires std::is_enum_v<Id>
constexpr rondix_id out(Id id) {
    return id == none<Id> ? RONDIX_NONE : static_cast<rondix_id>(id);
}
constexpr rondix_id out(TuneId tune) {
    return tune == silence ? RONDIX_SILENCE : tune == no_tune ? RONDIX_NONE : rondix_id(tune);
}

template <class Id>
constexpr Id in(rondix_id id) {
    return id < static_cast<rondix_id>(none<Id>) ? static_cast<Id>(id) : none<Id>;
}

/// A number of 16 bits; one that is larger is none that there is.
constexpr std::uint16_t in_number(std::uint32_t number) {
    return static_cast<std::uint16_t>(std::min<std::uint32_t>(number, 0xFFFF));
}

/// An enumerator up to `last`.
template <class Enum>
constexpr std::optional<Enum> in_enum(std::uint32_t value, Enum last) {
    if (value > static_cast<std::uint32_t>(last)) return std::nullopt;
    return static_cast<Enum>(value);
}

inline std::optional<DeviceKind> in_kind(rondix_device_kind kind) {
    return in_enum(static_cast<std::uint32_t>(kind), DeviceKind::touch);
}
inline std::optional<Button> in_button(rondix_button button) {
    return in_enum(static_cast<std::uint32_t>(button), Button::pages_on);
}
inline std::optional<Device> in_device(rondix_device_kind kind, std::uint32_t number) {
    const auto known = in_kind(kind);
    if (!known) return std::nullopt;
    return Device{*known, static_cast<std::uint8_t>(std::min<std::uint32_t>(number, 0xFF))};
}

// --- texts and geometry

constexpr rondix_text out(std::string_view text) {
    return {text.data() ? text.data() : "", text.size()};
}
inline std::string_view in(const char* text) {
    return text ? std::string_view(text) : std::string_view();
}
inline std::string_view in(rondix_text text) {
    return text.data ? std::string_view(text.data, text.length) : std::string_view();
}

constexpr Point in(rondix_point p) {
    return {p.x, p.y};
}
constexpr rondix_point out(Point p) {
    return {p.x, p.y};
}
constexpr Size in(rondix_size s) {
    return {s.width, s.height};
}
constexpr rondix_size out(Size s) {
    return {s.width, s.height};
}
constexpr rondix_rect out(const Rect& r) {
    return {r.x, r.y, r.width, r.height};
}
constexpr rondix_transform out(const Transform& t) {
    return {t.xx, t.xy, t.x0, t.yx, t.yy, t.y0};
}
constexpr rondix_sides out(const Sides& s) {
    return {s[0], s[1], s[2], s[3]};
}

inline Canvas in(const rondix_canvas& canvas) {
    return {in(canvas.size),
            {canvas.safe.x, canvas.safe.y, canvas.safe.width, canvas.safe.height},
            canvas.scale,
            in(canvas.origin),
            canvas.portrait ? WindowShape::portrait : WindowShape::landscape};
}
inline rondix_canvas out(const Canvas& canvas) {
    return {out(canvas.size), out(canvas.safe), canvas.scale, out(canvas.origin),
            canvas.shape == WindowShape::portrait};
}

/// Both are the same numbers in the same order.
inline rondix_look out(const Look& look) {
    static_assert(sizeof(rondix_look) == sizeof(Look) && std::is_trivially_copyable_v<Look>);
    rondix_look same;
    std::memcpy(&same, &look, sizeof same);
    return same;
}

// --- moves

// Both are the same bytes.
static_assert(sizeof(rondix_move) == sizeof(Move) &&
              offsetof(rondix_move, value) == offsetof(Move, value) &&
              offsetof(rondix_move, subject) == offsetof(Move, subject));

constexpr rondix_move out(Move move) {
    return {static_cast<std::uint8_t>(move.kind), move.value, move.subject};
}
/// Nothing: there is no such move in any flow.
constexpr std::optional<Move> in(rondix_move move) {
    const auto kind = in_enum(move.kind, MoveKind::start);
    if (!kind) return std::nullopt;
    Move same;
    same.kind = *kind;
    same.value = move.value;
    same.subject = move.subject;
    return same;
}

// --- errors

inline rondix_code tell(rondix_code code, std::string_view words, rondix_words* why) {
    if (why) {
        const std::size_t length = std::min(words.size(), sizeof why->text - 1);
        std::copy_n(words.data(), length, why->text);
        why->text[length] = 0;
    }
    return code;
}
inline rondix_code tell(const Status& status, rondix_words* why) {
    return tell(static_cast<rondix_code>(status.code()), status.words(), why);
}
inline rondix_code no_memory(rondix_words* why) {
    return tell(RONDIX_NO_MEMORY, "there is no memory", why);
}

/// Makes something; what may be thrown on the way is that there is no memory. (Libraries that
/// throw nothing are built without exceptions, which lets those of `new` through.)
template <class Made, class Make>
Made* made(const Make& make) {
    try {
        return make();
    } catch (const std::bad_alloc&) {
        return nullptr;
    }
}

// --- handles that are C++ objects as they are

inline const MenuState& in(const rondix_menu_state* state) {
    return *reinterpret_cast<const MenuState*>(state);
}
inline MenuState& in(rondix_menu_state* state) {
    return *reinterpret_cast<MenuState*>(state);
}
inline const rondix_menu_state* out(const MenuState& state) {
    return reinterpret_cast<const rondix_menu_state*>(&state);
}
inline const Bindings& in(const rondix_bindings* bindings) {
    return *reinterpret_cast<const Bindings*>(bindings);
}
inline Bindings& in(rondix_bindings* bindings) {
    return *reinterpret_cast<Bindings*>(bindings);
}
inline const rondix_bindings* out(const Bindings& bindings) {
    return reinterpret_cast<const rondix_bindings*>(&bindings);
}

} // namespace rondix::c
