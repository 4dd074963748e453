#include "logic/player_moves.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

constexpr DeviceSet with_focus = set_of(DeviceKind::keyboard) | set_of(DeviceKind::pad);
constexpr DeviceSet by_pointing = set_of(DeviceKind::pointer) | set_of(DeviceKind::touch);

DeviceSet devices_for_key(const CompiledFlow& flow, KeyId key) {
    const bool on_pad =
        std::find(flow.pad_keys.begin(), flow.pad_keys.end(), key) != flow.pad_keys.end();
    return on_pad ? with_focus : set_of(DeviceKind::keyboard);
}

/// A time limit as short as the player can make it.
std::uint32_t shortest(const CompiledFlow& flow, std::uint32_t ms) {
    if (flow.stretch == no_setting) return ms;
    const double least =
        std::floor(static_cast<double>(ms) * static_cast<double>(flow[flow.stretch].from));
    return static_cast<std::uint32_t>(std::min<double>(least, no_limit - 1));
}

/// What a press needs besides the reaction, while which an idle screen waits, and while which not.
struct Needs {
    std::uint64_t waits = 0, holds = 0;
};

Needs needs_of(const CompiledFlow& flow, Move move) {
    if (move.kind != MoveKind::press) return {};
    const Control& control = flow[move.control()];
    return {control.cooldown_ms, control.hold_ms};
}

} // namespace

DeviceSet devices_for(const CompiledFlow& flow, ScreenId current, ScreenId question, Move move) {
    const bool in_play = flow[current].play && question == no_screen;
    switch (move.kind) {
    case MoveKind::press:
    case MoveKind::change: return in_play ? by_pointing : all_devices;
    case MoveKind::turn: return in_play ? DeviceSet{0} : with_focus;
    case MoveKind::back:
    case MoveKind::menu: return with_focus;
    case MoveKind::key: return devices_for_key(flow, move.as_key());
    case MoveKind::other_key: return all_devices;
    case MoveKind::loaded:
    case MoveKind::load_failed:
    case MoveKind::done:
    case MoveKind::failed:
    case MoveKind::moves_on:
    case MoveKind::idle:
    case MoveKind::load_timeout:
    case MoveKind::request_timeout:
    case MoveKind::due:
    case MoveKind::event:
    case MoveKind::raise:
    case MoveKind::lower:
    case MoveKind::set:
    case MoveKind::start: break;
    }
    return 0;
}

std::uint32_t stands_for_ms(const CompiledFlow& flow, ScreenId foremost) {
    const Screen& screen = flow[foremost];
    return screen.moves_on == unsaid ? no_limit : shortest(flow, screen.moves_on_ms);
}

bool is_in_time(const CompiledFlow& flow, ScreenId foremost, Move move) {
    const Screen& screen = flow[foremost];
    const Needs needs = needs_of(flow, move);
    const std::uint64_t before = std::uint64_t{settling_ms} + flow.reaction_ms + needs.waits;
    const std::uint32_t stands = stands_for_ms(flow, foremost);
    if (stands != no_limit && before + needs.holds >= stands) return false;
    return screen.idle == unsaid || before < shortest(flow, screen.idle_ms);
}

} // namespace rondix
